// A number that would mend something is put into its field, and everything is reckoned anew.
import { closest, field } from "../dom.js";

document.addEventListener("click", (event) => {
  const offer = closest(event, "[data-answer]");
  const asked = offer ? field(`[name="${offer.dataset.answer}"]`) : null;
  if (!offer || !asked) return;
  asked.value = offer.dataset.number ?? "";
  asked.dispatchEvent(new Event("change", { bubbles: true }));
  asked.focus();
});
