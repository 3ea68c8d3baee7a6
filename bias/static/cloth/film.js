// The page of the film: played, scrubbed, bunched or laid out; where motion is not welcome it jumps from row to row.
import { coloursOf, eased, Growing, sharp } from "./growing.js";

const SECONDS = 12;
const TURN_MS = 700;
const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
const figure = /** @type {HTMLElement | null} */ (document.querySelector("[data-film]"));

class Film {
  /**
   * @param {HTMLElement} figure
   * @param {Growing} growing
   */
  constructor(figure, growing) {
    this.figure = figure;
    this.growing = growing;
    this.canvas = /** @type {HTMLCanvasElement} */ (figure.querySelector("canvas"));
    this.pen = /** @type {CanvasRenderingContext2D} */ (this.canvas.getContext("2d"));
    this.scrub = /** @type {HTMLInputElement} */ (figure.querySelector("[data-scrub]"));
    this.played = /** @type {HTMLElement} */ (figure.querySelector("[data-do=play]"));
    this.bunched = /** @type {HTMLElement} */ (figure.querySelector("[data-do=bunch]"));
    this.knitted = /** @type {HTMLInputElement | null} */ (figure.querySelector("[data-knitted]"));
    this.days = JSON.parse(document.getElementById("film-knitted")?.textContent ?? "[]");
    this.top = growing.last;
    this.share = 0;
    this.playing = 0;
    this.turning = 0;
    this.colours = coloursOf(growing.data);
    this.scrub.max = String(growing.last);
  }

  begin() {
    const tools = /** @type {HTMLElement} */ (this.figure.querySelector("[data-tools]"));
    tools.hidden = false;
    this.played.hidden = still;
    this.scrub.addEventListener("input", () => {
      this.rest();
      this.show(Number(this.scrub.value));
    });
    this.played.addEventListener("click", () => this.play());
    this.bunched.addEventListener("click", () => this.turn());
    this.knitted?.addEventListener("change", () => this.show(this.end));
    new ResizeObserver(() => this.resize()).observe(this.canvas);
    new MutationObserver(() => {
      this.colours = coloursOf(this.growing.data);
      this.show(this.top);
    }).observe(document.documentElement, { attributes: true, attributeFilter: ["class"] });
    for (const stop of this.growing.data.stops) this.offer(stop);
    this.resize();
  }

  // The last shown row: that of the piece, or the last one that is knitted.
  get end() {
    const rows = this.knitted?.checked ? this.days[this.days.length - 1]?.[0] : undefined;
    return rows === undefined ? this.growing.last : this.growing.at(rows);
  }

  offer({ row, says }) {
    const button = document.createElement("button");
    button.type = "button";
    button.className = "btn quiet";
    button.textContent = `${row}: ${says}`;
    button.addEventListener("click", () => {
      this.rest();
      this.show(this.growing.at(row));
    });
    this.figure.querySelector("[data-stops]")?.append(button);
  }

  resize() {
    sharp(this.canvas);
    this.show(this.top);
  }

  /** @param {number} top */
  show(top) {
    this.top = Math.max(0, Math.min(top, this.end));
    this.growing.draw(this.pen, this.top, eased(this.share), this.colours);
    this.scrub.value = String(this.top);
    const row = this.growing.data.rows[this.top];
    this.tell("row", String(row));
    this.tell("count", String(this.growing.data.counts[this.top]));
    if (!this.canvas.dataset.shown) performance.mark("film-shown");
    this.canvas.dataset.shown = String(row);
    const stop = this.growing.data.stops.find((each) => each.row === row);
    const day = this.knitted?.checked ? this.days.find(([until]) => until >= row)?.[1] : "";
    this.tell("says", stop?.says ?? day ?? "");
  }

  tell(name, words) {
    const place = this.figure.querySelector(`[data-${name}]`);
    if (place && place.textContent !== words) place.textContent = words;
  }

  rest() {
    cancelAnimationFrame(this.playing);
    this.playing = 0;
    this.played.setAttribute("aria-pressed", "false");
  }

  // From its beginning, or from where it was left; it waits a little at every row that is worth a look.
  play() {
    if (this.playing) return this.rest();
    const from = this.top >= this.end ? 0 : this.top;
    const begun = performance.now();
    const waits = this.growing.data.stops.map((stop) => this.growing.at(stop.row)).filter((at) => at > from);
    this.played.setAttribute("aria-pressed", "true");
    const frame = (now) => {
      let moved = ((now - begun) / 1000) * (this.growing.last / SECONDS);
      let top = from;
      for (const stop of [...waits, this.end]) {
        if (moved <= stop - top) break;
        moved = Math.max(0, moved - (stop - top) - this.growing.last / SECONDS);
        top = stop;
      }
      this.show(Math.floor(top + moved));
      if (this.top >= this.end) return this.rest();
      this.playing = requestAnimationFrame(frame);
    };
    this.playing = requestAnimationFrame(frame);
  }

  turn() {
    const to = this.bunched.getAttribute("aria-pressed") === "true" ? 0 : 1;
    this.bunched.setAttribute("aria-pressed", String(to === 1));
    cancelAnimationFrame(this.turning);
    if (still) {
      this.share = to;
      return this.show(this.top);
    }
    const [from, begun] = [this.share, performance.now()];
    const frame = (now) => {
      const part = Math.min(1, (now - begun) / TURN_MS);
      this.share = from + (to - from) * part;
      this.show(this.top);
      if (part < 1) this.turning = requestAnimationFrame(frame);
    };
    this.turning = requestAnimationFrame(frame);
  }
}

if (figure) {
  const answer = await fetch(figure.dataset.film ?? "", { headers: { Accept: "application/json" } });
  if (answer.ok) new Film(figure, new Growing(await answer.json())).begin();
}
