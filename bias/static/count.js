// Steppers of the count check: a press is a stitch more or fewer, and the answer follows by itself.
document.addEventListener("click", (event) => {
  const button = event.target.closest?.("[data-step]");
  if (!button) return;
  const field = document.getElementById(button.dataset.of);
  const now = /^\d{1,5}$/.test(field.value.trim()) ? Number(field.value) : Number(field.dataset.expected);
  field.value = String(Math.max(now + Number(button.dataset.step), 0));
  field.dispatchEvent(new Event("change", { bubbles: true }));
});
