// Edges of a thing that are pressed in the drawing: each press chooses one in the list beside it, or leaves it again.
import { all, closest, first } from "../dom.js";

/** @type {string[]} the edges in the order in which they were pressed */
let pressed = [];

/** @param {HTMLElement} edge */
const valueOf = (edge) => `${edge.dataset.edge}|${edge.dataset.piece}`;

const boxes = () => /** @type {HTMLInputElement[]} */ (all("#join-form input[name=edge]"));

function show() {
  const on = new Set(
    boxes()
      .filter((box) => box.checked)
      .map((box) => box.value),
  );
  pressed = [...pressed.filter((value) => on.has(value)), ...[...on].filter((value) => !pressed.includes(value))];
  for (const edge of all(".thing-edge")) edge.setAttribute("aria-pressed", String(on.has(valueOf(edge))));
  const order = /** @type {HTMLInputElement | null} */ (first("#join-form input[name=order]"));
  if (order) order.value = pressed.join("\n");
}

/** @param {HTMLElement} edge */
function press(edge) {
  const box = boxes().find((each) => each.value === valueOf(edge));
  if (box) box.checked = !box.checked;
  show();
}

document.addEventListener("click", (event) => {
  const edge = closest(event, ".thing-edge");
  if (edge) press(edge);
});

document.addEventListener("keydown", (event) => {
  const edge = closest(event, ".thing-edge");
  if (!edge || (event.key !== "Enter" && event.key !== " ")) return;
  press(edge);
  event.preventDefault();
});

document.addEventListener("change", (event) => {
  if (closest(event, "#join-form input[name=edge]")) show();
});

show();
