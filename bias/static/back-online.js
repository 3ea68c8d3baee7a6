// A page that stands in for one that only the server can answer gives way to it once the server can be reached.
const EVERY_MS = 5000;

async function giveWay() {
  if (document.hidden) return;
  const answer = await fetch("/health/", { method: "HEAD", cache: "no-store" }).catch(() => null);
  if (answer?.ok) location.reload();
}

if (!location.pathname.endsWith("/offline/")) {
  addEventListener("online", giveWay);
  document.addEventListener("visibilitychange", giveWay);
  setInterval(giveWay, EVERY_MS); // the server may have been away, and not the network
}
