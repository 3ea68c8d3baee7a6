// Enter in a field is a change of it and no more. The form would be sent as well, once the page is another: its answer
// would take away what the first one refused.
document.addEventListener("keydown", (event) => {
  const typed = event.target;
  if (event.key !== "Enter" || !(typed instanceof HTMLInputElement)) return;
  if (!typed.form?.matches("[hx-trigger*='submit']")) return;
  event.preventDefault();
  typed.blur();
  typed.focus();
});
