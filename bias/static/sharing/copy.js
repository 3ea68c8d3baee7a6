// The link that was just made, copied at one press: by the older way where a page without https has no clipboard.
import { closest, first, heard } from "../dom.js";

/** @param {HTMLInputElement} link */
async function copied(link) {
  const written = navigator.clipboard?.writeText(link.value).then(
    () => true,
    () => false,
  );
  if (await written) return true;
  link.select(); // and it stays marked where copying by a script is refused: keys still copy it
  return document.execCommand("copy");
}

document.addEventListener("click", async (event) => {
  const button = closest(event, "[data-copies]");
  const link = /** @type {HTMLInputElement | null} */ (first("#shared-link"));
  if (!button || !link || !(await copied(link))) return;
  button.textContent = button.dataset.copies ?? "";
  button.focus();
});
heard("[data-copies]");
