// Looking at the cloth from nearer by: the wheel, two fingers, plus and minus; what is seen stays when the cloth changes.
import { closest, first } from "../dom.js";
import { Hands, wheelFactor } from "../gestures.js";

export const clothView = {
  by: 1,
  at: [0.5, 0.5],

  svg() {
    return first(".cloth-frame svg");
  },

  apply() {
    const svg = this.svg();
    if (!svg) return;
    svg.dataset.whole ??= svg.getAttribute("viewBox");
    const [, , wide, high] = svg.dataset.whole.split(" ").map(Number);
    const [w, h] = [wide / this.by, high / this.by];
    const half = 0.5 / this.by;
    this.at = this.at.map((each) => Math.min(Math.max(each, half), 1 - half));
    svg.setAttribute(
      "viewBox",
      [this.at[0] * wide - w / 2, this.at[1] * high - h / 2, w, h].map((each) => each.toFixed(2)).join(" "),
    );
    svg.classList.toggle("is-near", this.by > 1.9);
  },

  // Nearer by a factor, the place (in shares of what is seen) staying where it is.
  zoom(factor, x = 0.5, y = 0.5) {
    const by = Math.min(Math.max(this.by * factor, 1), 24);
    const shift = 1 / this.by - 1 / by;
    this.at = [this.at[0] + (x - 0.5) * shift, this.at[1] + (y - 0.5) * shift];
    this.by = by;
    this.apply();
  },

  // What is seen follows the hand, in shares of what is seen.
  move(dx, dy) {
    this.at = [this.at[0] - dx / this.by, this.at[1] - dy / this.by];
    this.apply();
  },

  /** @returns {[number, number]} */
  share(event) {
    const box = this.svg().getBoundingClientRect();
    return [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
  },
};

document.addEventListener(
  "wheel",
  (event) => {
    if (!closest(event, ".cloth-frame")) return;
    if (event.ctrlKey || clothView.by === 1 || !event.shiftKey) {
      event.preventDefault();
      clothView.zoom(wheelFactor(event), ...clothView.share(event));
    } else {
      event.preventDefault();
      clothView.move(-(event.deltaX + event.deltaY) / 600, 0);
    }
  },
  { passive: false },
);

// Two fingers, or the right or middle button, move what is seen; one alone moves the needle.
export const hands = new Hands({
  place: (event) => clothView.share(event),
  zoom: (factor, x, y) => clothView.zoom(factor, x, y),
  move: (dx, dy) => clothView.move(dx, dy),
  drags: (button) => button > 0,
});

document.addEventListener(
  "pointerdown",
  (event) => {
    if (closest(event, ".cloth-frame")) hands.press(event);
  },
  true,
);
document.addEventListener("pointermove", (event) => hands.follow(event), true);
document.addEventListener("pointerup", (event) => hands.lift(event), true);
document.addEventListener("pointercancel", (event) => hands.lift(event), true);
document.addEventListener("contextmenu", (event) => {
  if (closest(event, ".cloth-frame") && clothView.by > 1) event.preventDefault();
});

document.addEventListener("click", (event) => {
  const what = closest(event, "[data-cloth-do]")?.dataset.clothDo;
  if (what === "nearer") clothView.zoom(1.5);
  if (what === "further") clothView.zoom(1 / 1.5);
  if (what === "whole") clothView.zoom(0);
});
document.addEventListener("keydown", (event) => {
  if (
    !clothView.svg() ||
    closest(event, "input, textarea, select, canvas") ||
    event.altKey ||
    event.ctrlKey ||
    event.metaKey
  )
    return;
  const deeds = { "+": 1.25, "=": 1.25, "-": 0.8, "0": 0 };
  if (event.key in deeds) clothView.zoom(deeds[event.key]);
});
document.addEventListener("htmx:afterSettle", () => {
  if (clothView.by > 1) clothView.apply();
});
