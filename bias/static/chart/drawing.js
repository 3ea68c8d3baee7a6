// The chart on a canvas: from afar one small picture of the whole, nearer the grid and the signs upon it.
import { seenFromAfar } from "./afar.js";
import { ChartCloth } from "./cloth.js";
import { drawFrames, drawNumbers } from "./notes.js";
import { GRID_FROM, PLAIN_FROM, SIGNS_FROM, SLANT_CELLS_FROM, STILL_AFTER } from "./scales.js";

export class ChartDrawing {
  constructor(canvas, model) {
    this.canvas = canvas;
    this.context = canvas.getContext("2d", { alpha: false });
    this.model = model;
    this.asWorked = false;
    this.tall = 1;
    this.movedAt = -Infinity;
    this.lit = new Set();
    this.focus = null;
    this.sprites = new Map();
    this.paths = new Map();
    /** @type {ChartCloth | undefined} */
    this.cloth = undefined;
    /** The size of the canvas in dots of the page, and of the chart in cells. */
    this.width = 0;
    this.height = 0;
    this.wide = 1;
    this.high = 1;
    this.setSlant(false);
    this.ink();
  }

  // Colours come from the styles, so that light and dark are one place's business.
  ink() {
    const style = getComputedStyle(this.canvas);
    const ink = (name) => style.getPropertyValue(name).trim();
    this.inks = {
      ground: ink("--paper"),
      line: ink("--chart-line"),
      sign: ink("--ink"),
      soft: ink("--soft"),
      lit: ink("--chart-lit"),
      focus: ink("--chart-focus"),
      frame: ink("--ink"),
      font: style.fontFamily,
    };
    this.tones = Object.fromEntries(
      ["knit", "purl", "more", "hole", "fewer", "none"].map((tone) => [tone, ink(`--tone-${tone}`)]),
    );
    this.yarns = [0, 1, 2, 3].map((at) => ink(`--tone-yarn-${at}`));
    this.threads = [0, 1, 2, 3].map((at) => ink(`--thread-${at}`));
    this.picture = null;
    if (this.cloth) this.cloth.kept = null;
    this.sprites.clear();
  }

  colour(cell) {
    const tone = this.model.tone(cell);
    if (this.model.colours.length > 1 && (tone === "knit" || tone === "purl")) return this.yarns[cell.row.colour % 4];
    return this.tones[tone];
  }

  // Rows of the grid as high as a stitch is wide, or as the gauge has them.
  setProportion(real) {
    this.tall = real ? this.model.data.tall : 1;
    this.setSlant(this.slant);
  }

  get rowHigh() {
    return this.scale * this.tall;
  }

  setSlant(slant) {
    this.slant = slant && this.model.data.slant !== null;
    this.picture = null;
    const cloth = this.model.data.slant;
    if (this.slant) {
      this.cloth ??= new ChartCloth(this.model, cloth);
      [this.wide, this.high] = [this.cloth.width, this.cloth.height];
    } else [this.wide, this.high] = [this.model.columns, this.model.rows.length * this.tall];
  }

  size() {
    const box = this.canvas.getBoundingClientRect();
    const dots = window.devicePixelRatio || 1;
    this.dots = dots;
    [this.width, this.height] = [box.width, box.height];
    this.canvas.width = Math.round(box.width * dots);
    this.canvas.height = Math.round(box.height * dots);
  }

  fit() {
    const room = this.width < 600 ? 40 : 76;
    this.scale = Math.max(Math.min((this.width - 2 * room) / this.wide, (this.height - 40) / this.high, 32), 0.02);
    this.left = (this.width - this.wide * this.scale) / 2;
    this.top = (this.height - this.high * this.scale) / 2;
  }

  // Zooming keeps the place under the pointer where it is.
  zoom(by, x, y) {
    const scale = Math.min(Math.max(this.scale * by, 0.02), 64);
    const real = scale / this.scale;
    this.left = x - (x - this.left) * real;
    this.top = y - (y - this.top) * real;
    this.scale = scale;
    this.movedAt = performance.now();
  }

  move(dx, dy) {
    this.left += dx;
    this.top += dy;
    this.movedAt = performance.now();
  }

  get moving() {
    return performance.now() - this.movedAt < STILL_AFTER;
  }

  draw() {
    const c = this.context;
    c.setTransform(this.dots, 0, 0, this.dots, 0, 0);
    c.fillStyle = this.inks.ground;
    c.fillRect(0, 0, this.width, this.height);
    if (!this.picture) this.picture = this.slant ? this.cloth.picture(this) : seenFromAfar(this);
    c.imageSmoothingEnabled = this.slant;
    const near = this.slant && this.scale >= SLANT_CELLS_FROM;
    if (!near || this.moving)
      c.drawImage(this.picture, this.left, this.top, this.wide * this.scale, this.high * this.scale);
    if (this.slant) this.cloth.draw(this, near);
    else this.straight();
  }

  // Rows and columns that are to be seen.
  inView() {
    const { columns, rows } = this.model;
    const first = Math.max(rows.length - Math.ceil((this.height - this.top) / this.rowHigh), 0);
    const last = Math.min(rows.length - Math.floor(-this.top / this.rowHigh), rows.length);
    const low = Math.max(Math.floor(columns - (this.width - this.left) / this.scale), 0);
    const high = Math.min(Math.ceil(columns + this.left / this.scale), columns);
    return { first, last, low, high };
  }

  x(column) {
    return this.left + (this.model.columns - column) * this.scale;
  }

  y(number) {
    return this.top + (this.model.rows.length - number) * this.rowHigh;
  }

  straight() {
    const c = this.context,
      s = this.scale,
      seen = this.inView();
    const rows = this.model.rows.slice(seen.first, seen.last);
    if (this.lit.size) {
      c.fillStyle = this.inks.lit;
      for (const cell of this.lit)
        if (cell.row.number > seen.first && cell.row.number <= seen.last)
          c.fillRect(
            this.x(cell.column + cell.wide),
            this.y(cell.row.number),
            cell.wide * s,
            Math.max(this.rowHigh, 1),
          );
    }
    if (s >= GRID_FROM) this.grid(rows, seen);
    this.threadsStraight(rows);
    if (s >= SIGNS_FROM) this.signs(rows, seen);
    drawNumbers(this, rows);
    drawFrames(this);
    if (this.focus) this.outline(this.focus);
  }

  grid(rows, seen) {
    const c = this.context,
      s = this.scale;
    c.strokeStyle = this.inks.line;
    c.globalAlpha = Math.min((s - GRID_FROM) / 4, 1);
    c.lineWidth = 0.6;
    c.beginPath();
    for (const row of rows) {
      const y = Math.round(this.y(row.number)) + 0.5;
      for (const cell of this.model.cells(row)) {
        if (cell.column >= seen.high || cell.column + cell.wide <= seen.low) continue;
        c.rect(Math.round(this.x(cell.column + cell.wide)) + 0.5, y, cell.wide * s, this.rowHigh);
      }
    }
    c.stroke();
    c.globalAlpha = 1;
  }

  signs(rows, seen) {
    const c = this.context,
      s = this.scale;
    const all = Math.min((s - SIGNS_FROM) / 4, 1),
      plain = Math.min((s - PLAIN_FROM) / 4, 1);
    const side = Math.min(s, this.rowHigh);
    const size = Math.round(side);
    for (const row of rows) {
      const y = this.y(row.number) + (this.rowHigh - side) / 2;
      for (const cell of this.model.cells(row)) {
        if (cell.column >= seen.high || cell.column + cell.wide <= seen.low) continue;
        const isPlain = cell.entry.uses === cell.entry.makes && cell.entry.uses === 1;
        const alpha = isPlain ? plain : all;
        if (alpha <= 0) continue;
        c.globalAlpha = alpha;
        c.drawImage(
          this.sprite(this.model.sign(cell, this.asWorked), size),
          this.x(cell.column + cell.wide / 2) - side / 2,
          y,
          side,
          side,
        );
      }
    }
    c.globalAlpha = 1;
  }

  // A sign drawn once for a size.
  sprite(path, size) {
    const key = `${size} ${path}`;
    if (!this.sprites.has(key)) {
      if (this.sprites.size > 400) this.sprites.clear();
      const dots = Math.ceil(size * this.dots);
      const picture = new OffscreenCanvas(dots, dots);
      const c = picture.getContext("2d");
      c.scale(dots / 100, dots / 100);
      this.stroke(c, path);
      this.sprites.set(key, picture);
    }
    return this.sprites.get(key);
  }

  stroke(c, path) {
    if (!this.paths.has(path)) this.paths.set(path, new Path2D(path));
    c.strokeStyle = this.inks.sign;
    c.lineWidth = 8;
    c.lineCap = c.lineJoin = "round";
    c.stroke(this.paths.get(path));
  }

  threadsStraight(rows) {
    const c = this.context;
    c.lineWidth = Math.min(Math.max(this.scale / 6, 1.2), 3);
    c.globalAlpha = 0.75;
    this.threads.forEach((colour, hue) => {
      c.strokeStyle = colour;
      c.beginPath();
      for (const row of rows) {
        for (const [, each, , column] of row.marks) {
          if (each !== hue) continue;
          c.moveTo(this.x(column), this.y(row.number) + this.rowHigh);
          c.lineTo(this.x(column), this.y(row.number));
        }
      }
      c.stroke();
    });
    c.globalAlpha = 1;
  }

  outline(cell) {
    const c = this.context,
      s = Math.max(this.scale, 4);
    c.strokeStyle = this.inks.focus;
    c.lineWidth = 2.6;
    if (this.slant) {
      c.beginPath();
      this.cloth.trace(this, cell);
      c.stroke();
    } else
      c.strokeRect(this.x(cell.column + cell.wide), this.y(cell.row.number), cell.wide * s, Math.max(this.rowHigh, 4));
  }

  // The cell under a place of the screen.
  at(x, y) {
    const [wx, wy] = [(x - this.left) / this.scale, (y - this.top) / this.scale];
    if (this.slant) return this.cloth.at(wx, wy);
    const row = this.model.rows[this.model.rows.length - 1 - Math.floor(wy / this.tall)];
    return row ? (this.model.cellAtColumn(row, this.model.columns - 1 - Math.floor(wx)) ?? null) : null;
  }

  // The middle of a cell on the screen.
  middle(cell) {
    if (this.slant) {
      const [x, y] = this.cloth.middle(cell);
      return [this.left + x * this.scale, this.top + y * this.scale];
    }
    return [this.x(cell.column + cell.wide / 2), this.y(cell.row.number) + this.rowHigh / 2];
  }

  // Brings a cell to the middle, but leaves no room empty at an end of its row, or above and below the chart, that
  // stitches could fill.
  bringToMiddle(cell) {
    const [x, y] = this.middle(cell);
    this.move(this.width / 2 - x, this.height / 2 - y);
    if (this.slant) return;
    const cells = this.model.cells(cell.row);
    const [last, first] = [cells.at(-1), cells[0]];
    this.left += filling(this.x(last.column + last.wide), this.x(first.column), this.width);
    this.top += filling(this.y(this.model.rows.length), this.y(0), this.height);
  }

  // Brings a cell into view, and near enough to be read.
  show(cell) {
    const [x, y] = this.middle(cell);
    const room = 60;
    if (x < room) this.left += room - x;
    if (x > this.width - room) this.left -= x - this.width + room;
    if (y < room) this.top += room - y;
    if (y > this.height - room) this.top -= y - this.height + room;
  }
}

// By how much to move what lies between two places so that it fills a view, or stands in its middle if it is smaller.
function filling(from, to, view) {
  const room = 60;
  if (to - from < view - 2 * room) return (view - from - to) / 2;
  if (from > room) return room - from;
  return Math.max(view - room - to, 0);
}
