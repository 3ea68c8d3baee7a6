// The worker that keeps the pages at the needles on the device: how it is fetched, and how a newer one is let in.
import { all } from "../dom.js";

/** @type {ServiceWorker | null} */
let newer = null;

/**
 * Keeps this page and those that it leads to on the device; tells of a newer worker that waits to be let in.
 * @param {DOMStringMap} data
 * @param {string} query
 * @param {() => void} tell
 */
export async function onDevice(data, query, tell) {
  if (!("serviceWorker" in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register(data.worker ?? "", { scope: "/" });
    watch(registration, tell);
    const ready = await navigator.serviceWorker.ready;
    const hrefs = (/** @type {(string | undefined)[]} */ pages) =>
      pages.map((page) => new URL(page ?? "", location.href).href);
    const pages = hrefs([
      data.log + query,
      data.offline + query,
      data.start,
      ...(data.offlineScripts ?? "").split(" "),
    ]);
    const copies = all(".copies a").map((link) => /** @type {HTMLAnchorElement} */ (link).href);
    navigator.serviceWorker.addEventListener("message", () => {
      document.documentElement.dataset.offline = "ready"; // all is kept: from now on it works without the network
    });
    ready.active?.postMessage({ keep: [location.href, ...pages, ...filesOfPage()], once: copies });
  } catch {
    // Without it the page works while the network does.
  }
}

function watch(/** @type {ServiceWorkerRegistration} */ registration, tell) {
  const told = () => {
    if (!registration.waiting || !registration.active) return;
    newer = registration.waiting;
    tell();
  };
  told();
  registration.addEventListener("updatefound", () => registration.installing?.addEventListener("statechange", told));
}

/** Lets a newer worker in, and loads the page anew with it. */
export function takeOver() {
  navigator.serviceWorker.addEventListener("controllerchange", () => location.reload(), { once: true });
  newer?.postMessage({ takeOver: true });
}

// Styles, scripts with all that they import, fonts: whatever this page was given from the house's own files.
function filesOfPage() {
  const loaded = performance.getEntriesByType("resource").map((entry) => entry.name);
  const icons = all("link[rel=icon]").map((link) => /** @type {HTMLLinkElement} */ (link).href);
  return [...new Set([...loaded, ...icons])].filter((name) => new URL(name).pathname.startsWith("/static/"));
}
