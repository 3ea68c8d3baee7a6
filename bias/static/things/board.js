// The board by keys: arrows go from square to square, "t" turns the one that is looked at.
import { closest, first } from "../dom.js";

const WAYS = { ArrowLeft: "left", ArrowRight: "right", ArrowUp: "up", ArrowDown: "down" };

addEventListener("keydown", (event) => {
  if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey) return;
  if (closest(event, "input, textarea, select")) return;
  const square = first("#square");
  const beside = square?.dataset[WAYS[event.key] ?? ""];
  if (beside) location.assign(`${square?.dataset.board}?square=${beside}`);
  else if (event.key === "t") /** @type {HTMLButtonElement | null} */ (first("#turn-form [value=turn]"))?.click();
  else return;
  event.preventDefault();
});
