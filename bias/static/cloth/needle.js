// The needle over the cloth: keys, mouse and touch choose a row; cloth, strip, ledger and words follow.
import { closest } from "../dom.js";
import { hands } from "./view.js";

const HOLD = 60;

document.addEventListener("alpine:init", () => {
  Alpine.data("needle", () => ({
    row: 1,
    rows: 1,
    first: 0,
    lineStep: 1,
    lines: [],
    zones: [],
    held: false,
    part: 0,
    timer: 0,
    done: "",

    init() {
      const { row, rows, first, step } = this.$el.dataset;
      [this.row, this.rows, this.first, this.lineStep] = [Number(row), Number(rows), Number(first), Number(step)];
      const data = document.getElementById("needles");
      this.lines = data ? JSON.parse(data.textContent) : [];
      this.zones = JSON.parse(document.getElementById("zones")?.textContent ?? "[]");
      this.points = this.lines.map((line) =>
        [...line.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])]),
      );
      this.$el.addEventListener("htmx:afterSwap", () => this.show(false));
      this.show(true);
      this.fill();
    },

    // What is worked already, from the log of the needles.
    async fill() {
      if (!this.$refs.done) return;
      const answer = await fetch(this.$refs.done.dataset.worked, { headers: { "HX-Request": "true" } }).catch(
        () => null,
      );
      if (!answer?.ok || !this.$root || !this.$refs.done) return;
      const { path, said } = await answer.json();
      this.done = said;
      this.$root.querySelector(".cloth-worked")?.setAttribute("d", path);
    },

    by(step) {
      this.to(this.row + step);
    },

    to(row) {
      const wanted = Math.min(Math.max(row, 1), this.rows);
      if (wanted === this.row) return;
      this.row = wanted;
      this.show(true);
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.fetch(), HOLD);
    },

    async fetch() {
      const asked = this.row;
      if (!this.$root) return;
      const answer = await fetch(this.$root.dataset.url.replace(/1\/$/, `${asked}/`), {
        headers: { "HX-Request": "true" },
      }).catch(() => null);
      if (!answer?.ok || asked !== this.row || !this.$root) return;
      document.getElementById("row").innerHTML = await answer.text();
      history.replaceState(null, "", `?row=${asked}`);
      this.show(true);
    },

    key(event) {
      if (
        closest(event, "input, textarea, select, [contenteditable]") ||
        event.altKey ||
        event.ctrlKey ||
        event.metaKey
      )
        return;
      const steps = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10, Home: -this.rows, End: this.rows };
      if (!(event.key in steps)) return;
      event.preventDefault();
      this.by(steps[event.key]);
    },

    grab(event) {
      if (event.button || hands.count > 1) return;
      this.held = true;
      this.$refs.cloth.setPointerCapture?.(event.pointerId);
      this.nearest(event);
    },
    drag(event) {
      if (this.held) this.nearest(event);
    },
    drop() {
      if (this.held) this.$dispatch("cloth-part", { part: this.part, row: this.row });
      this.held = false;
    },

    nearest(event) {
      const svg = this.$refs.cloth.querySelector("svg");
      const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
      let best = 0,
        least = Infinity;
      this.points.forEach((line, at) => {
        for (let i = 1; i < line.length - 2; i++) {
          const far = distance(place, line[i], line[i + 1]);
          if (far < least) [least, best, this.part] = [far, at, this.zones[i - 1] ?? i - 1];
        }
      });
      this.to(best * this.lineStep + this.first);
    },

    show(scroll) {
      if (!this.$root) return; // the page was exchanged while an answer was on its way
      const line =
        this.lines[Math.min(Math.round(Math.max(this.row - this.first, 0) / this.lineStep), this.lines.length - 1)];
      const needle = this.$root.querySelector(".cloth-needle");
      if (needle && line) needle.setAttribute("d", line);
      for (const lit of this.$root.querySelectorAll(".is-now, .is-order")) lit.classList.remove("is-now", "is-order");
      const body = [...this.$root.querySelectorAll(".ledger tbody")].find(
        (each) => Number(each.dataset.first) <= this.row && this.row <= Number(each.dataset.last),
      );
      const entry = body?.querySelector(`[data-row="${this.row}"]`) ?? body?.querySelector("tr");
      entry?.classList.add("is-now");
      const card = this.$root.querySelector(".row-card");
      const words = this.$root.querySelector(`.words [data-line="${card?.dataset.line}"]`);
      words?.classList.add("is-now");
      this.$root.querySelector(`.words [data-line="${card?.dataset.order}"]`)?.classList.add("is-order");
      if (scroll) [entry, words].forEach(intoView);
    },
  }));
});

function distance(place, [ax, ay], [bx, by]) {
  const [dx, dy] = [bx - ax, by - ay];
  const along = Math.min(Math.max(((place.x - ax) * dx + (place.y - ay) * dy) / (dx * dx + dy * dy || 1), 0), 1);
  return Math.hypot(place.x - ax - along * dx, place.y - ay - along * dy);
}

// Scrolls the entry's own list, never the page.
function intoView(entry) {
  const list = entry?.closest(".ledger, .words");
  if (!list || list.scrollHeight <= list.clientHeight) return;
  const [inner, outer] = [entry.getBoundingClientRect(), list.getBoundingClientRect()];
  if (inner.top < outer.top + 48 || inner.bottom > outer.bottom)
    list.scrollTop += inner.top - outer.top - outer.height / 2;
}
