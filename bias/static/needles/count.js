// Steppers of the count check: a press is a stitch more or fewer, and the answer follows by itself.
import { closest, field } from "../dom.js";
document.addEventListener("click", (event) => {
  const button = closest(event, "[data-step]");
  if (!button) return;
  const count = field(button.dataset.of);
  const now = /^\d{1,5}$/.test(count.value.trim()) ? Number(count.value) : Number(count.dataset.expected);
  count.value = String(Math.max(now + Number(button.dataset.step), 0));
  count.dispatchEvent(new Event("change", { bubbles: true }));
});
