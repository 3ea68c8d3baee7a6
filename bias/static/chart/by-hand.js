// What can be done at the chosen stitch is fetched for it once one rests there; after a change the chart is fetched again.
import { first } from "../dom.js";
const RESTS_AFTER = 90;
let resting = 0;
let wantsFocus = false;

document.addEventListener("chart-stitch", (event) => {
  const form = document.getElementById("by-hand");
  if (!form) return;
  const { row, stitch, between } = event.detail;
  form.dataset.asked = `${row} ${stitch} ${between}`;
  deeds(form).inert = true; // they are still those of the stitch before
  clearTimeout(resting);
  resting = setTimeout(() => fetchDeeds(form.dataset.stitchUrl, form.dataset.asked, row, stitch, between), RESTS_AFTER);
});

async function fetchDeeds(address, asked, row, stitch, between) {
  const query = new URLSearchParams({ row, stitch, ...(between < 0 ? {} : { between }) });
  const answer = await fetch(`${address}?${query}`, { headers: { "HX-Request": "true" } }).catch(() => null);
  const form = document.getElementById("by-hand");
  if (!answer?.ok || form?.dataset.asked !== asked) return;
  deeds(form).innerHTML = await answer.text();
  deeds(form).inert = false;
  form.dataset.shown = asked;
  if (wantsFocus) toDeeds();
}

/** @param {HTMLElement} form */
const deeds = (form) => /** @type {HTMLElement} */ (form.querySelector("[data-stitch]"));

function toDeeds() {
  wantsFocus = false;
  first("#by-hand [data-stitch] :is(select, button)")?.focus();
}

// Enter goes to what can be done at the stitch, once that is there.
document.addEventListener("chart-enter", () => {
  const form = document.getElementById("by-hand");
  wantsFocus = true;
  if (form && form.dataset.asked === form.dataset.shown) toDeeds();
});
