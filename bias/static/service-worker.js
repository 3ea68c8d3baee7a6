// Pages at the needles open without the network: what was seen last is kept. Everything else is asked of the server.
// The server puts before it which files ship: SHIPPED.
const PAGES = "bias-pages",
  FILES = "bias-files",
  ROWS = "bias-rows",
  AT_ONCE_MS = 1000;
const isPage = (url) => /^\/pieces\/\d+\/needles\/(log\/)?$/.test(url.pathname);
const isAsked = (url) => /^\/pieces\/\d+\/needles\/(count|lost)\/$/.test(url.pathname);
const isStart = (url) => url.pathname === "/";
const isFile = (url) => url.pathname.startsWith("/static/");

// The first worker begins at once; a newer one waits until the page lets it in, between two rows.
self.addEventListener("install", () => {
  if (!self.registration.active) self.skipWaiting();
});
self.addEventListener("activate", (event) => event.waitUntil(Promise.all([self.clients.claim(), dropOldFiles()])));

self.addEventListener("message", (event) => {
  const { keep = [], once = [], forget = false, takeOver = false } = event.data ?? {}; // once: need be no newer
  if (takeOver) self.skipWaiting();
  else if (forget) event.waitUntil(forgetPages());
  else event.waitUntil(keepAll(keep, once).then(() => event.source?.postMessage("kept")));
});

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== location.origin) return;
  // A file: the network's, as its name may stay while it changes.
  if (isFile(url)) event.respondWith(answered(event, FILES, event.request));
  else if (event.request.mode !== "navigate") return;
  else if (isPage(url)) event.respondWith(answered(event, PAGES, event.request));
  else if (isStart(url)) event.respondWith(answered(event, null, new URL("/offline/", url).href));
  else if (isAsked(url)) event.respondWith(answered(event, null, offlinePage(url)));
});

// The network's answer at once, kept afterwards: a device without room for it still shows it. What is kept stands in
// for it where there is no network; of a question that only the server can answer, the page that says so.
async function answered(event, cache, instead) {
  let answer;
  try {
    answer = await fromNetwork(event.request);
  } catch {
    return (await kept(cache ?? PAGES, instead)) ?? Response.error();
  }
  if (answer.type === "opaqueredirect")
    event.waitUntil(forgetPages()); // the session has ended: it leads to signing in
  else if (cache && answer.ok && !answer.redirected) event.waitUntil(keep(cache, event.request, answer.clone()));
  return answer;
}

// A device that goes from one network to another fails what it asks meanwhile: that is no network missing.
function fromNetwork(request) {
  const began = Date.now();
  return fetch(request).catch((trouble) => {
    if (!navigator.onLine || Date.now() - began > AT_ONCE_MS) throw trouble;
    return fetch(request);
  });
}

function offlinePage(url) {
  const copy = url.searchParams.get("copy");
  return new URL(`../offline/${copy ? `?copy=${copy}` : ""}`, url).href;
}

async function kept(name, request) {
  try {
    return await (await caches.open(name)).match(request);
  } catch {
    return undefined;
  }
}

async function keep(name, request, answer) {
  try {
    await (await caches.open(name)).put(request, answer);
  } catch {
    // No room: it is asked of the server again.
  }
}

async function keepAll(hrefs, once) {
  await Promise.all(
    [...hrefs, ...once].map(async (href) => {
      const url = new URL(href);
      if (url.origin !== location.origin) return;
      const name = isFile(url) ? FILES : PAGES;
      if (once.includes(href) && (await kept(name, href))) return;
      const answer = await fetch(href).catch(() => null);
      if (answer?.redirected) await forgetPages();
      else if (answer?.ok) await keep(name, href, answer);
    }),
  );
}

async function forgetPages() {
  await Promise.all([caches.delete(PAGES), caches.delete(ROWS)]);
}

// Files of earlier releases: this worker is another one as soon as a file that ships is.
async function dropOldFiles() {
  try {
    const cache = await caches.open(FILES);
    const old = (await cache.keys()).filter((request) => !SHIPPED.includes(new URL(request.url).pathname));
    await Promise.all(old.map((request) => cache.delete(request)));
  } catch {
    // Nothing can be kept on this device.
  }
}
