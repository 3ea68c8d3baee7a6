// The figures answer a question, Enter goes on to the next one. It comes before the question: a key pressed at once counts.
addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.altKey || event.metaKey) return;
  const answers = document.querySelectorAll("button[name=answer]");
  const chosen = answers[Number(event.key) - 1];
  if (chosen instanceof HTMLElement) chosen.click();
  const next = document.querySelector("[data-next]");
  if (event.key === "Enter" && next instanceof HTMLElement && document.activeElement === document.body) next.click();
});
