// The start page without the network: the pieces whose rows this device holds, told by what the worker kept.
import { gettext } from "./said.js";

const list = document.getElementById("held");

async function held() {
  const cache = await caches.open("bias-pages");
  const pages = (await cache.keys()).filter((request) => /\/needles\/$/.test(new URL(request.url).pathname));
  const found = pages.map(async (request) => {
    const text = await (await cache.match(request))?.text();
    const page = new DOMParser().parseFromString(text ?? "", "text/html");
    return { href: request.url, title: page.querySelector(".crumbs")?.textContent?.trim() || request.url };
  });
  return Promise.all(found);
}

async function show() {
  const pieces = "caches" in window ? await held().catch(() => []) : [];
  for (const { href, title } of pieces) {
    const item = document.createElement("li"),
      link = document.createElement("a");
    link.href = href;
    link.className = "btn big";
    link.textContent = gettext("Go on with {title}", { title });
    item.append(link);
    list?.append(item);
  }
  const nothing = document.getElementById("holds-nothing");
  if (nothing) nothing.hidden = pieces.length > 0;
}

show();
