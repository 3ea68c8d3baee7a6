// Threads of the cloth and sentences of the plan find each other by their letters.
document.addEventListener("click", (event) => {
  // The cloth holds the pointer for its needle, so that the click is not the thread's own.
  const under = event.target.closest?.(".cloth-frame") ? document.elementsFromPoint(event.clientX, event.clientY) : [];
  const thread = under.map((each) => each.closest(".cloth-thread")).find(Boolean);
  if (!thread) return;
  const letter = thread.dataset.letter;
  const line = [...document.querySelectorAll("[data-letters]")].find((each) => each.dataset.letters.includes(letter));
  if (!line) return;
  light(letter);
  line.scrollIntoView({ block: "nearest" });
  line.querySelector("input, select")?.focus();
});

// A part that was pressed in the cloth lights its sentence; the keys stay with the needle.
document.addEventListener("cloth-part", (event) => {
  const stages = JSON.parse(document.getElementById("part-names")?.textContent ?? "[]");
  const names = stages.filter(([first]) => first <= event.detail.row).pop()?.[1] ?? [];
  for (const line of document.querySelectorAll(".plan-line.is-part")) line.classList.remove("is-part");
  const line = fieldOf(names[event.detail.part])?.closest(".plan-line");
  line?.classList.add("is-part");
  line?.scrollIntoView({ block: "nearest" });
});

// A part of the strip opens its sentence.
document.addEventListener("click", (event) => {
  const name = event.target.closest?.(".plan-desk .part .pn")?.lastChild.textContent.trim()
    ?? event.target.closest?.(".plan-desk .part")?.querySelector(".pn").lastChild.textContent.trim();
  if (!name) return;
  const field = fieldOf(name);
  field?.scrollIntoView({ block: "nearest" });
  field?.focus();
});

document.addEventListener("focusin", (event) => light(event.target.closest?.("[data-letters]")?.dataset.letters ?? ""));
document.addEventListener("pointerover", (event) => {
  const line = event.target.closest?.("[data-letters]");
  if (line) light(line.dataset.letters);
});

function fieldOf(name) {
  return [...document.querySelectorAll(".plan-words input[name$='.name']")].find((each) => each.value === name);
}

function light(letters) {
  for (const each of document.querySelectorAll("[data-letters]")) {
    each.classList.toggle("is-lit", [...each.dataset.letters].some((letter) => letters.includes(letter)));
  }
  for (const thread of document.querySelectorAll(".cloth-thread")) {
    thread.classList.toggle("is-lit", letters.includes(thread.dataset.letter));
  }
}
