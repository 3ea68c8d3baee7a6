// Pages at the needles open without the network: what was seen last is kept. Everything else is asked of the server.
const PAGES = "bias-pages",
  FILES = "bias-files";
const isPage = (url) => /^\/pieces\/\d+\/needles\/(log\/)?$/.test(url.pathname);
const isAsked = (url) => /^\/pieces\/\d+\/needles\/(count|lost)\/$/.test(url.pathname);
const isFile = (url) => url.pathname.startsWith("/static/");

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("message", (event) => {
  const { keep = [], once = [] } = event.data ?? {}; // what is kept once need be no newer: it takes over what is
  event.waitUntil(
    Promise.all(
      [...keep, ...once].map(async (href) => {
        const url = new URL(href);
        if (url.origin !== location.origin) return;
        const cache = await caches.open(isFile(url) ? FILES : PAGES);
        if (once.includes(href) && (await cache.match(href))) return;
        const answer = await fetch(href).catch(() => null);
        if (answer?.ok && !answer.redirected) await cache.put(href, answer);
      }),
    ).then(() => event.source?.postMessage("kept")),
  );
});

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== location.origin) return;
  if (isFile(url)) event.respondWith(kept(event.request));
  else if (isPage(url) && event.request.mode === "navigate") event.respondWith(fresh(event.request));
  else if (isAsked(url) && event.request.mode === "navigate") event.respondWith(asked(event.request, url));
});

// A file: the network's, as its name may stay while it changes; the kept one where there is none.
async function kept(request) {
  const cache = await caches.open(FILES);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(request, answer.clone());
    return answer;
  } catch {
    return (await cache.match(request)) ?? Response.error();
  }
}

async function fresh(request) {
  const cache = await caches.open(PAGES);
  try {
    const answer = await fetch(request);
    if (answer.ok && !answer.redirected) await cache.put(request, answer.clone());
    return answer;
  } catch {
    return (await cache.match(request)) ?? Response.error();
  }
}

// What only the server can answer: without it the page that says so.
async function asked(request, url) {
  try {
    return await fetch(request);
  } catch {
    const copy = url.searchParams.get("copy");
    const page = new URL(`../offline/${copy ? `?copy=${copy}` : ""}`, url);
    return (await (await caches.open(PAGES)).match(page.href)) ?? Response.error();
  }
}
