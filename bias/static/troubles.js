// What a page asked and the server could not answer is said at its top, until the same is answered.
import { gettext } from "./said.js";

/** @type {Element | null} */
let asked = null;

/** @param {string} words */
export function tell(words) {
  const said = document.getElementById("trouble");
  if (!said) return;
  said.textContent = words;
  said.hidden = !words;
}

document.addEventListener("htmx:responseError", (event) => {
  const { xhr, elt } = /** @type {CustomEvent} */ (event).detail;
  const plain = xhr.getResponseHeader("Content-Type")?.startsWith("text/plain");
  asked = elt;
  tell(plain ? xhr.responseText : gettext("The server could not answer."));
});
document.addEventListener("htmx:sendError", (event) => {
  asked = /** @type {CustomEvent} */ (event).detail.elt;
  tell(gettext("The server cannot be reached. What you typed stays here."));
});
document.addEventListener("htmx:afterRequest", (event) => {
  const { successful, elt } = /** @type {CustomEvent} */ (event).detail;
  if (successful && (elt === asked || !asked?.isConnected)) tell("");
});
