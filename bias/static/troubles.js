// What a page asked and the server could not answer is said at its top, until an answer comes.
import { gettext } from "./said.js";

const place = () => document.getElementById("trouble");

/** @param {string} words */
function tell(words) {
  const said = place();
  if (!said) return;
  said.textContent = words;
  said.hidden = !words;
}

document.addEventListener("htmx:responseError", (event) => {
  const { xhr } = /** @type {CustomEvent} */ (event).detail;
  const plain = xhr.getResponseHeader("Content-Type")?.startsWith("text/plain");
  tell(plain ? xhr.responseText : gettext("The server could not answer."));
});
document.addEventListener("htmx:sendError", () =>
  tell(gettext("The server cannot be reached. What you typed stays here.")),
);
document.addEventListener("htmx:afterRequest", (event) => {
  if (/** @type {CustomEvent} */ (event).detail.successful) tell("");
});
