// The chart's page: fetches the chart, moves over it by mouse, touch and keys, and says what a stitch is.
import { all, closest, first } from "../dom.js";
import { Hands, wheelFactor } from "../gestures.js";
import { gettext } from "../said.js";
import { ChartDrawing } from "./drawing.js";
import { drawSign, fillKey } from "./key.js";
import { ChartModel } from "./model.js";
import { STILL_AFTER } from "./scales.js";

const NEAR = 22;

class ChartPage {
  constructor(box) {
    this.box = box;
    this.canvas = box.querySelector("canvas");
    this.hands = new Hands({
      place: (event) => this.place(event),
      zoom: (factor, x, y) => this.drawing.zoom(factor, x, y),
      move: (dx, dy) => this.drawing.move(dx, dy),
      drags: () => true,
    });
    this.waiting = false;
    box.chart = this;
  }

  async load() {
    const answer = await this.fetched();
    if (!answer?.ok) {
      this.say(gettext("The chart could not be fetched. Load the page again when the network is back."));
      return;
    }
    this.open(await answer.json());
    this.listen();
  }

  // By wale or closed up around a mark, as is chosen beside the chart; nothing chosen is what suits the piece.
  fetched() {
    const around = this.box.querySelector("[data-chart-around]").value;
    return fetch(`${this.box.dataset.url}?around=${encodeURIComponent(around)}`).catch(() => null);
  }

  async standOtherwise() {
    const link = this.box.querySelector("[data-chart-svg]");
    const around = this.box.querySelector("[data-chart-around]").value;
    if (link) link.search = `?around=${encodeURIComponent(around)}`;
    await this.again();
    this.drawing.fit();
    this.paint();
  }

  open(data) {
    this.model = new ChartModel(data);
    const before = this.drawing;
    this.drawing = new ChartDrawing(this.canvas, this.model);
    this.drawing.asWorked = before?.asWorked ?? false;
    this.drawing.setSlant(before?.slant ?? false);
    this.drawing.setProportion(before ? before.tall !== 1 : false);
    this.drawing.size();
    if (before) Object.assign(this.drawing, { scale: before.scale, left: before.left, top: before.top });
    else this.drawing.fit();
    // A mark that a change took out is closed up around no more: what the server chose instead is said.
    this.box.querySelector("[data-chart-around]").value = data.around;
    const lies = this.box.querySelector("[data-chart-do='slant']");
    lies.disabled = data.slant === null;
    lies.title = data.slant
      ? ""
      : gettext("This cloth is too large, or could not be laid, to be shown stitch by stitch as it lies.");
    fillKey(this.box.querySelector("[data-chart-key]"), this.model, this.drawing.asWorked);
    const row = this.model.rows[Math.min(Number(this.box.dataset.row) || 1, this.model.rows.length) - 1];
    if (row && this.model.cells(row).length) this.choose(this.model.cells(row)[0], false);
    this.paint();
    this.box.dataset.ready = String(Number(this.box.dataset.ready ?? 0) + 1);
  }

  // The chart as it is now, seen from where one was, at the same stitch.
  async again() {
    const answer = await this.fetched();
    if (!answer?.ok) return this.say(gettext("The changed chart could not be fetched: load the page again."));
    const before = this.drawing.focus;
    this.open(await answer.json());
    const row = this.model.rows[(before?.row.number ?? 1) - 1];
    const same =
      row &&
      (this.model.cells(row).find((cell) => cell.old === before.old && cell.now === before.now) ??
        nearest(this.model.cells(row), before.column));
    if (same) this.choose(same, false);
    first("#by-hand [name=do]:not(:disabled)")?.focus({ preventScroll: true });
  }

  paint() {
    if (this.waiting) return;
    this.waiting = true;
    requestAnimationFrame(() => {
      this.waiting = false;
      this.drawing.draw();
      if (!this.drawn) requestAnimationFrame(() => performance.mark("chart-drawn"));
      this.drawn = true;
      clearTimeout(this.still);
      if (this.drawing.moving) this.still = setTimeout(() => this.paint(), STILL_AFTER);
    });
  }

  say(words) {
    this.box.querySelector("[data-chart-said]").textContent = words;
  }

  listen() {
    const canvas = this.canvas;
    canvas.addEventListener("wheel", (event) => this.wheel(event), { passive: false });
    canvas.addEventListener("pointerdown", (event) => this.down(event));
    canvas.addEventListener("pointermove", (event) => this.moved(event));
    for (const name of ["pointerup", "pointercancel"]) canvas.addEventListener(name, (event) => this.up(event));
    canvas.addEventListener("pointerleave", () => this.hover(null));
    canvas.addEventListener("keydown", (event) => this.keyed(event));
    this.box.addEventListener("click", (event) => this.pressed(event));
    this.box.querySelector("[data-chart-around]").addEventListener("change", () => this.standOtherwise());
    new ResizeObserver(() => {
      this.drawing.size();
      this.paint();
    }).observe(canvas);
    new MutationObserver(() => {
      this.drawing.ink();
      this.paint();
    }).observe(document.documentElement, { attributeFilter: ["class"] });
    document.addEventListener("chart-stale", () => this.again());
  }

  /** @returns {[number, number]} */
  place(event) {
    const box = this.canvas.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  }

  wheel(event) {
    event.preventDefault();
    const [x, y] = this.place(event);
    if (event.shiftKey) this.drawing.move(-event.deltaY - event.deltaX, 0);
    else this.drawing.zoom(wheelFactor(event), x, y);
    this.paint();
  }

  down(event) {
    this.canvas.setPointerCapture?.(event.pointerId);
    this.hands.press(event);
    this.canvas.focus({ preventScroll: true });
  }

  moved(event) {
    if (this.hands.follow(event)) this.paint();
    else this.hover(this.drawing.at(...this.place(event)));
  }

  up(event) {
    const at = this.hands.lift(event);
    if (!at) return;
    const cell = this.drawing.at(...at);
    if (cell) this.pick(cell, false);
    this.paint();
  }

  // Chosen by her own hand.
  pick(cell, show = true) {
    this.chosen = true;
    this.choose(cell, show);
  }

  hover(cell) {
    if (cell === this.over) return;
    this.over = cell;
    this.canvas.title = cell ? gettext("{stitch}, row {row}", { stitch: cell.entry.spoken, row: cell.row.number }) : "";
  }

  // The chosen stitch: its wale is lit, and it is told in words.
  choose(cell, show = true) {
    this.drawing.focus = cell;
    this.drawing.lit = this.model.wale(cell);
    this.box.dataset.row = cell.row.number;
    const told = this.model.explain(cell);
    const fill = (name, words) => {
      this.box.querySelector(`[data-chart-${name}]`).textContent = words;
    };
    fill("name", told.name);
    fill("where", told.where);
    fill("under", told.under);
    fill("over", told.over);
    fill("row-words", this.model.said(cell.row));
    this.say(`${told.name}. ${told.where}; ${told.under}; ${told.over}.`);
    drawSign(this.box.querySelector("[data-chart-sign]"), this.model.sign(cell, this.drawing.asWorked));
    this.box.dispatchEvent(
      new CustomEvent("chart-stitch", {
        bubbles: true,
        detail: { row: cell.row.number, stitch: cell.old, between: this.between(cell) },
      }),
    );
    if (show) this.drawing.show(cell);
    this.paint();
  }

  // How many others that use no stitch stand to the right of one, in the same place; -1 for a cell that uses some.
  between(cell) {
    if (cell.entry.uses) return -1;
    const cells = this.model.cells(cell.row),
      at = cells.indexOf(cell);
    let before = 0;
    while (cells[at - 1 - before] && cells[at - 1 - before].entry.uses === 0 && cells[at - 1 - before].old === cell.old)
      before++;
    return before;
  }

  keyed(event) {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const cell = this.drawing.focus;
    const d = this.drawing,
      middle = [d.width / 2, d.height / 2];
    const moves = {
      ArrowLeft: () => this.beside(cell, 1),
      ArrowRight: () => this.beside(cell, -1),
      ArrowUp: () => this.along(cell, 1),
      ArrowDown: () => this.along(cell, -1),
      PageUp: () => this.along(cell, 10),
      PageDown: () => this.along(cell, -10),
      Home: () => this.model.cells(cell.row)[0],
      End: () => this.model.cells(cell.row).at(-1),
    };
    const views = {
      "+": () => d.zoom(1.25, ...middle),
      "=": () => d.zoom(1.25, ...middle),
      "-": () => d.zoom(0.8, ...middle),
      "0": () => d.fit(),
    };
    if (event.key in moves && cell) {
      const next = moves[event.key]();
      if (next) this.pick(next);
    } else if (event.key in views) views[event.key]();
    else if (event.key === "Enter") this.box.dispatchEvent(new CustomEvent("chart-enter", { bubbles: true }));
    else return;
    event.preventDefault();
    this.paint();
  }

  beside(cell, by) {
    const cells = this.model.cells(cell.row);
    return cells[cells.indexOf(cell) + by];
  }

  // Up and down a wale; where it ends the nearest stitch of the next row.
  along(cell, by) {
    let at = cell;
    for (let n = 0; n < Math.abs(by) && at; n++) {
      const ways = by > 0 ? this.model.into(at) : this.model.from(at);
      const row = this.model.rows[at.row.number - 1 + Math.sign(by)];
      if (!row || !this.model.cells(row).length) break;
      at = ways[(ways.length - 1) >> 1] ?? nearest(this.model.cells(row), at.column);
    }
    return at;
  }

  pressed(event) {
    const what = closest(event, "[data-chart-do]")?.dataset.chartDo;
    const d = this.drawing,
      middle = [d.width / 2, d.height / 2];
    const deeds = {
      nearer: () => d.zoom(1.5, ...middle),
      further: () => d.zoom(1 / 1.5, ...middle),
      whole: () => d.fit(),
      read: () => this.near(),
      straight: () => this.slant(false),
      slant: () => this.slant(true),
      tall: () => this.slant(false, true),
      right: () => this.asWorked(false),
      worked: () => this.asWorked(true),
      png: () => this.save(),
    };
    if (!(what in deeds)) return;
    deeds[what]();
    this.paint();
  }

  // Near enough to read the signs, at the stitch that was chosen; before one was, where its row changes its count.
  near() {
    const d = this.drawing;
    if (d.scale < NEAR) d.zoom(NEAR / d.scale, d.width / 2, d.height / 2);
    if (d.focus) d.bringToMiddle(this.chosen ? d.focus : this.model.telling(d.focus.row));
  }

  // As it lies, or as a grid of squares, or with rows as high as the gauge has them.
  slant(on, tall = false) {
    this.drawing.setSlant(on);
    this.drawing.setProportion(tall);
    this.drawing.fit();
    this.on("straight", !on && !tall);
    this.on("tall", tall);
    this.on("slant", on);
    this.box.querySelector("[data-chart-around]").disabled = on;
  }

  asWorked(on) {
    this.drawing.asWorked = on;
    this.on("right", !on);
    this.on("worked", on);
    fillKey(this.box.querySelector("[data-chart-key]"), this.model, this.drawing.asWorked);
    if (this.drawing.focus) this.choose(this.drawing.focus, false);
  }

  on(what, on) {
    this.box.querySelector(`[data-chart-do="${what}"]`).setAttribute("aria-pressed", String(on));
  }

  save() {
    this.drawing.draw();
    this.canvas.toBlob((picture) => {
      const link = document.createElement("a");
      link.href = URL.createObjectURL(picture);
      link.download = `${this.model.title}.png`;
      link.click();
      URL.revokeObjectURL(link.href);
    });
  }
}

function nearest(cells, column) {
  return cells.reduce(
    (best, cell) => (Math.abs(cell.column - column) < Math.abs(best.column - column) ? cell : best),
    cells[0],
  );
}

// Once every script of the page listens.
document.addEventListener("DOMContentLoaded", () => {
  for (const box of all(".chart-box")) new ChartPage(box).load();
});
