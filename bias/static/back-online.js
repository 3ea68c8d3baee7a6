// A page that stands in for one that only the server can answer gives way to it once the server can be reached.
const EVERY_MS = 5000;

async function giveWay() {
  if (document.hidden) return;
  // The worker's script: it is answered whoever asks, and also where the database has a fault that is then told.
  const answer = await fetch("/sw.js", { method: "HEAD", cache: "no-store" }).catch(() => null);
  if (answer?.ok) location.reload();
}

if (!location.pathname.endsWith("/offline/")) {
  addEventListener("online", giveWay);
  document.addEventListener("visibilitychange", giveWay);
  setInterval(giveWay, EVERY_MS); // the server may have been away, and not the network
}
