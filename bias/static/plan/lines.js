// Threads of the cloth and sentences of the plan find each other by their letters.
import { all, closest, first } from "../dom.js";
document.addEventListener("click", (event) => {
  // The cloth holds the pointer for its needle, so that the click is not the thread's own.
  const under = closest(event, ".cloth-frame") ? document.elementsFromPoint(event.clientX, event.clientY) : [];
  const thread = under.map((each) => /** @type {HTMLElement | null} */ (each.closest(".cloth-thread"))).find(Boolean);
  if (!thread) return;
  const letter = thread.dataset.letter;
  const line = all("[data-letters]").find((each) => each.dataset.letters.includes(letter));
  if (!line) return;
  light(letter);
  line.scrollIntoView({ block: "nearest" });
  first("input, select", line)?.focus();
});

// A part that was pressed in the cloth lights its sentence; the keys stay with the needle.
document.addEventListener("cloth-part", (event) => {
  const stages = JSON.parse(document.getElementById("part-names")?.textContent ?? "[]");
  const names = stages.filter(([first]) => first <= event.detail.row).pop()?.[1] ?? [];
  for (const line of all(".plan-line.is-part")) line.classList.remove("is-part");
  const line = fieldOf(names[event.detail.part])?.closest(".plan-line");
  line?.classList.add("is-part");
  line?.scrollIntoView({ block: "nearest" });
});

// A part of the strip opens its sentence.
document.addEventListener("click", (event) => {
  const name =
    closest(event, ".plan-desk .part .pn")?.lastChild.textContent.trim() ??
    closest(event, ".plan-desk .part")?.querySelector(".pn").lastChild.textContent.trim();
  if (!name) return;
  const field = fieldOf(name);
  field?.scrollIntoView({ block: "nearest" });
  field?.focus();
});

document.addEventListener("focusin", (event) => light(closest(event, "[data-letters]")?.dataset.letters ?? ""));
document.addEventListener("pointerover", (event) => {
  const line = closest(event, "[data-letters]");
  if (line) light(line.dataset.letters);
});

function fieldOf(name) {
  return all(".plan-words input[name$='.name']").find((each) => /** @type {HTMLInputElement} */ (each).value === name);
}

function light(letters) {
  for (const each of all("[data-letters]")) {
    each.classList.toggle(
      "is-lit",
      [...each.dataset.letters].some((letter) => letters.includes(letter)),
    );
  }
  for (const thread of all(".cloth-thread")) {
    thread.classList.toggle("is-lit", letters.includes(thread.dataset.letter));
  }
}
