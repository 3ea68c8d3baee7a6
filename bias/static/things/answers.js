// A number that would mend something is put into its field, and everything is reckoned anew.
import { closest, field } from "../dom.js";

/** @type {HTMLElement | null} what is held down: new sums may come in the meantime and take it away */
let held = null;

/** @param {HTMLElement} offer */
function take(offer) {
  const asked = field(`[name="${offer.dataset.answer}"]`);
  if (!asked) return;
  asked.value = offer.dataset.number ?? "";
  asked.dispatchEvent(new Event("change", { bubbles: true }));
  asked.focus();
}

document.addEventListener("pointerdown", (event) => {
  held = closest(event, "[data-answer]");
});

document.addEventListener("keydown", (event) => {
  held = event.key === " " ? closest(event, "[data-answer]") : null;
});

/** What was replaced under the finger gets no click from the browser. */
function release() {
  if (held && !held.isConnected) take(held);
  held = null;
}

document.addEventListener("pointerup", release);
document.addEventListener("keyup", release);

document.addEventListener("click", (event) => {
  const offer = closest(event, "[data-answer]");
  if (offer) take(offer);
});
