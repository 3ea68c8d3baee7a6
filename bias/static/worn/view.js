// Looking at what is worn from all sides: by dragging, the wheel, two fingers, keys, and a press for front, side and back.
import { closest } from "../dom.js";
import { Hands, wheelFactor } from "../gestures.js";
import { gettext } from "../said.js";
import { readCloth, readSkin } from "./mesh.js";
import { Scene } from "./scene.js";

const RADIANS_A_DOT = 0.01;
const STEP = Math.PI / 12;
const MOST_TILT = 1.2;
const [LEAST_NEAR, MOST_NEAR] = [0.6, 5];
const TURNS_MS = 350;
/** @type {Record<string, number>} */
const SIDES = { front: 0, side: -Math.PI / 2, back: Math.PI };

class WornView {
  /** @param {HTMLCanvasElement} canvas */
  constructor(canvas) {
    this.canvas = canvas;
    this.scene = Scene.on(canvas);
    /** @type {import("./scene.js").Look} */
    this.look = { turn: 0, tilt: 0.08, near: 1, middle: [0, -20] };
    this.hands = new Hands({
      place: (event) => [event.clientX, event.clientY],
      zoom: (factor) => this.nearer(factor),
      move: (dx, dy) => this.turned(dx * RADIANS_A_DOT, dy * RADIANS_A_DOT),
      drags: (button) => button === 0,
    });
  }

  async begin() {
    const frame = /** @type {HTMLElement} */ (this.canvas.closest(".worn-view"));
    if (!this.scene) {
      frame.classList.add("is-flat");
      return;
    }
    const answers = await Promise.all(
      [this.canvas.dataset.skin, this.canvas.dataset.cloth].map((url) => fetch(url ?? "")),
    );
    if (answers.some((answer) => answer.status !== 200)) {
      frame.classList.add("is-flat");
      return;
    }
    const [skin, cloth] = await Promise.all(answers.map((answer) => answer.arrayBuffer()));
    const mesh = readCloth(cloth);
    this.look.middle[1] = middleOf(mesh.places);
    this.scene.show(readSkin(skin), mesh);
    this.colour();
    this.fit();
    this.canvas.dataset.shown = "yes";
    performance.mark("worn-shown");
    new ResizeObserver(() => this.fit()).observe(this.canvas);
    new MutationObserver(() => this.colour()).observe(document.documentElement, { attributeFilter: ["class"] });
    this.listen();
  }

  listen() {
    const canvas = this.canvas;
    canvas.addEventListener("pointerdown", (event) => {
      canvas.setPointerCapture(event.pointerId);
      this.hands.press(event);
    });
    canvas.addEventListener("pointermove", (event) => this.hands.follow(event));
    for (const end of ["pointerup", "pointercancel"])
      canvas.addEventListener(end, (event) => this.hands.lift(/** @type {PointerEvent} */ (event)));
    canvas.addEventListener(
      "wheel",
      (event) => {
        event.preventDefault();
        this.nearer(wheelFactor(event));
      },
      { passive: false },
    );
    canvas.addEventListener("keydown", (event) => this.key(event));
    document.addEventListener("click", (event) => {
      const to = closest(event, "[data-worn-side]")?.dataset.wornSide;
      if (to) this.turnTo(SIDES[to], to);
    });
  }

  /** @param {KeyboardEvent} event */
  key(event) {
    /** @type {Record<string, () => void>} */
    const keys = {
      ArrowLeft: () => this.turned(-STEP, 0),
      ArrowRight: () => this.turned(STEP, 0),
      ArrowUp: () => this.turned(0, -STEP / 2),
      ArrowDown: () => this.turned(0, STEP / 2),
      "+": () => this.nearer(1.2),
      "=": () => this.nearer(1.2),
      "-": () => this.nearer(1 / 1.2),
      Home: () => this.turnTo(SIDES.front, "front"),
    };
    if (!(event.key in keys) || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    keys[event.key]();
    if (event.key !== "Home") this.tell();
  }

  /** @param {number} by @param {number} up */
  turned(by, up) {
    this.look.turn += by;
    this.look.tilt = Math.min(Math.max(this.look.tilt + up, -MOST_TILT), MOST_TILT);
    this.draw();
  }

  /** @param {number} factor */
  nearer(factor) {
    this.look.near = Math.min(Math.max(this.look.near * factor, LEAST_NEAR), MOST_NEAR);
    this.draw();
  }

  /** @param {number} turn @param {string} side */
  turnTo(turn, side) {
    const from = this.look.turn;
    const by = Math.atan2(Math.sin(turn - from), Math.cos(turn - from));
    const begun = performance.now();
    const quick = matchMedia("(prefers-reduced-motion: reduce)").matches;
    const step = () => {
      const done = quick ? 1 : Math.min((performance.now() - begun) / TURNS_MS, 1);
      this.look.turn = from + by * done * (2 - done);
      this.look.tilt += (0.08 - this.look.tilt) * done;
      this.draw();
      if (done < 1) requestAnimationFrame(step);
      else this.tell(side);
    };
    step();
  }

  /** Where one looks from, for who does not see it. @param {string} [side] */
  tell(side) {
    const said = document.querySelector("[data-worn-said]");
    const degrees = Math.round((((this.look.turn * 180) / Math.PI) % 360) + 360) % 360;
    const names = /** @type {Record<string, string>} */ ({
      front: gettext("seen from the front"),
      side: gettext("seen from her left side"),
      back: gettext("seen from the back"),
    });
    if (said)
      said.textContent = side ? names[side] : gettext("turned by {degrees} degrees", { degrees: String(degrees) });
  }

  fit() {
    const by = Math.min(devicePixelRatio, 2);
    this.canvas.width = Math.round(this.canvas.clientWidth * by);
    this.canvas.height = Math.round(this.canvas.clientHeight * by);
    this.draw();
  }

  colour() {
    const style = getComputedStyle(this.canvas);
    const inks = (this.canvas.dataset.inks ?? "").split(" ").filter(Boolean);
    /** @param {string} name */
    const of = (name) => colourOf(style.getPropertyValue(name));
    this.scene?.paint({
      body: of("--worn-body"),
      cloth: inks.length ? colourOf(inks[0]) : of("--worn-cloth"),
      line: of("--worn-line"),
      thread: of("--thread-0"),
      inks: inks.length ? inks.map(colourOf) : [0, 1, 2, 3].map((at) => of(`--yarn-${at}`)),
    });
    this.draw();
  }

  draw() {
    this.scene?.draw(this.look);
  }
}

/** Any colour of a style as red, green and blue. @param {string} written @returns {import("./scene.js").Colour} */
function colourOf(written) {
  const c = /** @type {OffscreenCanvasRenderingContext2D} */ (new OffscreenCanvas(1, 1).getContext("2d"));
  c.fillStyle = written.trim() || "#888";
  c.fillRect(0, 0, 1, 1);
  const [red, green, blue] = c.getImageData(0, 0, 1, 1).data;
  return [red / 255, green / 255, blue / 255];
}

/** The height in the middle of a cloth. @param {Float32Array} places */
function middleOf(places) {
  let [low, high] = [Infinity, -Infinity];
  for (let at = 1; at < places.length; at += 3) [low, high] = [Math.min(low, places[at]), Math.max(high, places[at])];
  return (low + high) / 2;
}

function look() {
  const canvas = document.querySelector("canvas[data-cloth]:not([data-taken])");
  if (!(canvas instanceof HTMLCanvasElement)) return;
  canvas.dataset.taken = "yes";
  new WornView(canvas).begin();
}

document.addEventListener("htmx:afterSettle", look);
look();
