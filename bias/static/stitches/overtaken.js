// What was changed while an answer was on its way is put into the new page and sent after it.
import { all, closest, field } from "../dom.js";

const FIELDS = ".wear select, .wear input, #edge-form select, #edge-form input";
/** @type {[string, any][]} */
let pending = [];

const isAnswer = (event) => ["stitches", "edge"].includes(event.detail.target?.id);
const nameOf = (/** @type {any} */ each) => each.name || each.dataset.slides;

document.addEventListener("htmx:beforeSwap", (event) => {
  if (!isAnswer(event)) return;
  const sent = event.detail.requestConfig;
  // Every answer says which form it was asked by and, of the growing edge, what it will show.
  const told = (/** @type {Element} */ each) => each.closest("#edge-form") || sent?.elt.contains(each);
  const fields = all(FIELDS).filter((each) => event.detail.target.contains(each));
  const left = fields.filter((each) => (told(each) ? !asSent(each, sent.formData) : differs(each)));
  pending = left.map((/** @type {any} */ each) => [each.id, each.type === "checkbox" ? each.checked : each.value]);
});

function asSent(/** @type {any} */ each, /** @type {FormData} */ sent) {
  const name = nameOf(each);
  return each.type === "checkbox" ? each.checked === sent.has(name) : each.value === sent.get(name);
}

function differs(/** @type {any} */ each) {
  if (each.type === "checkbox") return each.checked !== each.defaultChecked;
  if (each.tagName === "SELECT") return ![...each.options].some((one) => one.selected && one.defaultSelected);
  return each.type !== "hidden" && each.value !== each.defaultValue;
}

// Between the answer's coming and its being alive no change is heard: what was made meanwhile is told here as well.
document.addEventListener("htmx:afterSettle", (event) => {
  if (!isAnswer(event)) return;
  for (const [id, value] of pending.splice(0)) {
    const changed = /** @type {any} */ (id && field(id));
    if (!changed || differs(changed)) continue;
    if (changed.type === "checkbox") changed.checked = value;
    else changed.value = value;
  }
  const forms = new Map(
    all(FIELDS)
      .filter(differs)
      .map((/** @type {any} */ each) => [each.form, each]),
  );
  for (const changed of forms.values()) changed.dispatchEvent(new Event("change", { bubbles: true }));
});

// What the close-up shows is kept over a change of the plan.
function kept() {
  const form = /** @type {any} */ (document.getElementById("edge-form"));
  const row = field("at-row");
  if (!form || !row) return;
  row.value = form.elements.row.value;
  field("at-part").value = form.elements.edge_part.value;
  field("at-end").value = form.elements.end.value;
}

// The row as a number and as a slider are one: neither waits for the answer to follow the other.
document.addEventListener("input", (event) => {
  const form = /** @type {any} */ (closest(event, "#edge-form"));
  const slider = form?.querySelector("[data-slides]");
  if (!slider) return;
  const number = form.elements.namedItem(slider.dataset.slides);
  if (event.target === slider) number.value = slider.value;
  else if (event.target === number) slider.value = number.value;
});
document.addEventListener("htmx:afterSwap", kept);
document.addEventListener("DOMContentLoaded", kept);
