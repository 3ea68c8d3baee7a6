// Each shape to begin from grows in its card at a press.
import { coloursOf, Growing, sharp } from "./growing.js";

const SECONDS = 4;
const still = matchMedia("(prefers-reduced-motion: reduce)").matches;

/** @param {HTMLElement} button */
async function grow(button) {
  const frame = /** @type {HTMLElement} */ (button.closest(".card")?.querySelector(".card-shape"));
  const answer = await fetch(button.dataset.grow ?? "", { headers: { Accept: "application/json" } });
  const data = answer.ok ? await answer.json() : {};
  if (!data.rows || !frame) return;
  const canvas = document.createElement("canvas");
  const drawn = [...frame.childNodes];
  frame.replaceChildren(canvas);
  sharp(canvas);
  const pen = /** @type {CanvasRenderingContext2D} */ (canvas.getContext("2d"));
  const growing = new Growing(data);
  const colours = { ...coloursOf(data), whole: getComputedStyle(document.body).getPropertyValue("--sheet") };
  const begun = performance.now();
  const next = (now) => {
    const part = Math.min(1, (now - begun) / 1000 / SECONDS);
    growing.draw(pen, Math.round(part * growing.last), 0, colours);
    if (!canvas.isConnected) return;
    if (part < 1) requestAnimationFrame(next);
    else frame.replaceChildren(...drawn);
  };
  requestAnimationFrame(next);
}

for (const button of document.querySelectorAll("[data-grow]")) {
  if (!(button instanceof HTMLElement) || still) continue;
  button.hidden = false;
  button.addEventListener("click", () => void grow(button));
}
