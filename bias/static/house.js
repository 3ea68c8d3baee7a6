// What every page has: keys told at "?", finding at "/", and a menu that closes when one goes elsewhere.
import { closest } from "./dom.js";

const dialog = (id) => /** @type {HTMLDialogElement | null} */ (document.getElementById(id));

/** @param {string} id */
function open(id) {
  const shown = dialog(id);
  if (!shown || document.querySelector("dialog[open]")) return false;
  shown.showModal();
  return true;
}

function tellKeys() {
  const here = /** @type {HTMLTemplateElement | null} */ (document.getElementById("page-keys"));
  document.getElementById("keys-here")?.replaceChildren(here ? here.content.cloneNode(true) : "");
  return open("keys");
}

// Last of all, as a page may have a use of its own for a key: "/" puts a stitch into a fabric that is drawn.
addEventListener("keydown", (event) => {
  if (event.defaultPrevented) return;
  if (event.key === "Escape") closeMenus();
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  if (closest(event, "input, textarea, select, [contenteditable]")) return;
  const done = event.key === "?" ? tellKeys() : event.key === "/" && open("finder");
  if (done) event.preventDefault();
});

document.addEventListener("click", (event) => {
  if (closest(event, "[data-find]") && open("finder")) event.preventDefault();
  const target = /** @type {Element} */ (event.target);
  if (target instanceof HTMLDialogElement) target.close(); // beside what it shows
  closeMenus(target.closest("details.menu"));
});

// A file that is chosen is sent at once: there is nothing else to say about it.
document.addEventListener("change", (event) => {
  const field = /** @type {HTMLInputElement} */ (event.target);
  if (field.matches("[data-sends]")) field.form?.requestSubmit();
});

/** @param {Element | null} [but] */
function closeMenus(but = null) {
  for (const menu of document.querySelectorAll("details.menu[open]")) {
    if (menu === but) continue;
    const inside = menu.contains(document.activeElement);
    menu.removeAttribute("open");
    if (inside) /** @type {HTMLElement | null} */ (menu.querySelector("summary"))?.focus();
  }
}
