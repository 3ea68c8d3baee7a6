// A piece that grows: its data opened once, then every picture drawn from it.

/**
 * @typedef {{wide: number, high: number, rows: number[], counts: number[], inks: string[], colours: number[],
 *   columns: [number, number][], lines: number, places: string, keys: {top: number, places: string}[], alive: string, tab: number[], row_high: number, needle: number,
 *   stops: {row: number, says: string}[]}} FilmData
 */

/** @typedef {{inks: string[], line: string, needle: string, whole: string}} Colours */

const MARGIN = 0.9;
// Stitches stand closer on a needle than in the cloth: a judgement, no source.
const PUSHED = 0.65;

/** @param {string} text */
const bytes = (text) => Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
/** @param {string} text */
function opened(text) {
  const view = new DataView(bytes(text).buffer);
  return Float32Array.from({ length: view.byteLength / 2 }, (_, at) => view.getInt16(2 * at, true) / 10);
}

/** @param {number} share */
export const eased = (share) => share * share * (3 - 2 * share);

export class Growing {
  /** @param {FilmData} data */
  constructor(data) {
    this.data = data;
    this.laid = opened(data.places);
    this.keys = [...data.keys, { top: this.last, places: data.places }].map(({ top, places }) => ({
      top,
      laid: opened(places),
    }));
    this.now = new Float32Array(this.laid.length);
    const bits = bytes(data.alive);
    const many = data.columns.length;
    this.alive = (row, column) => {
      const at = row * many + column;
      return (bits[at >> 3] >> (at & 7)) & 1;
    };
    this.hung = this.bunched();
    this.mixed = new Float32Array(this.laid.length);
    /** @type {{canvas: OffscreenCanvas, pen: OffscreenCanvasRenderingContext2D, top: number, colours: Colours} | null} */
    this.sheet = null;
  }

  get last() {
    return this.data.rows.length - 1;
  }

  // Which shown row is the last one that is not above a row of the piece.
  at(row) {
    let found = 0;
    while (found < this.last && this.data.rows[found + 1] <= row) found += 1;
    return found;
  }

  // Each row straight, as wide as its stitches are when they are pushed together; heights are added when it is drawn.
  bunched() {
    const { lines, columns, wide, needle } = this.data;
    const hung = new Float32Array(this.laid.length);
    for (let row = 0; row <= this.last; row += 1) {
      const from = row * lines * 2;
      const share = new Float32Array(lines);
      let long = 0;
      for (const [column, [left, right]] of columns.entries()) {
        share[left] = Math.max(share[left], long);
        if (this.alive(Math.max(row - 1, 0), column)) {
          const [a, b] = [from + left * 2, from + right * 2];
          long += Math.hypot(this.laid[b] - this.laid[a], this.laid[b + 1] - this.laid[a + 1]);
        }
        share[right] = long;
      }
      const width = Math.min(long * PUSHED, needle, wide * MARGIN);
      for (let line = 0; line < lines; line += 1) {
        hung[from + line * 2] = wide / 2 + (long ? share[line] / long - 0.5 : 0) * width;
      }
    }
    return hung;
  }

  // How the rows lie up to a shown one: between two layouts of their own, what came since keeps to the row it stands on.
  laidAt(top) {
    if (this.keys.length < 2) return this.laid;
    const next = this.keys.findIndex((key) => key.top >= top);
    const [before, after] = [this.keys[next - 1], this.keys[next]];
    if (!before) return after.laid;
    const share = (top - before.top) / (after.top - before.top);
    const row = this.data.lines * 2;
    const last = before.top * row;
    for (let at = 0; at < (top + 1) * row; at += 1) {
      const from = at < last ? at : last + (at % row);
      this.now[at] = after.laid[at] + (before.laid[from] - after.laid[from]) * (1 - share);
    }
    return this.now;
  }

  // How far apart rows hang: as in the cloth, closer where the whole would not go on the sheet.
  step() {
    const { high, rows, row_high } = this.data;
    const whole = (rows[this.last] - rows[0]) * row_high;
    return row_high * Math.min(1, (high * MARGIN) / Math.max(whole, 1));
  }

  /**
   * Where everything lies: up to a shown row, laid out (0) or bunched (1).
   * @param {number} top
   * @param {number} share
   */
  mix(top, share) {
    const { rows, lines, high } = this.data;
    const laid = this.laidAt(top);
    const step = this.step();
    const needle = high * 0.06;
    for (let row = 0; row <= top; row += 1) {
      const y = needle + (rows[top] - rows[row]) * step;
      for (let at = row * lines * 2; at < (row + 1) * lines * 2; at += 2) {
        this.mixed[at] = laid[at] * (1 - share) + this.hung[at] * share;
        this.mixed[at + 1] = laid[at + 1] * (1 - share) + y * share;
      }
    }
    return this.mixed;
  }

  /**
   * @param {CanvasRenderingContext2D} pen
   * @param {number} top
   * @param {number} share
   * @param {Colours} colours
   */
  draw(pen, top, share, colours) {
    pen.setTransform(1, 0, 0, 1, 0, 0);
    pen.clearRect(0, 0, pen.canvas.width, pen.canvas.height);
    if (share === 0 && this.keys.length < 2) {
      pen.drawImage(this.laidUpTo(pen.canvas, top, colours), 0, 0);
      this.onSheet(pen);
      this.needle(pen, this.laid, top, colours.needle);
      return;
    }
    this.onSheet(pen);
    if (share < 1) {
      if (this.keys.length < 2) this.outline(pen, colours.whole, 1 - share);
      this.tab(pen, colours.inks[0], 1 - share);
    }
    const places = this.mix(top, share);
    for (let row = 0; row < top; row += 1) this.band(pen, places, row, colours);
    this.needle(pen, places, top, colours.needle);
  }

  // Laid out, rows that were drawn stay where they are: only further ones are drawn on a sheet that is kept.
  laidUpTo(canvas, top, colours) {
    const kept = this.sheet;
    const same = kept && kept.canvas.width === canvas.width && kept.canvas.height === canvas.height;
    if (!kept || !same || kept.top > top || kept.colours !== colours) {
      const sheet = new OffscreenCanvas(canvas.width, canvas.height);
      const pen = /** @type {OffscreenCanvasRenderingContext2D} */ (sheet.getContext("2d"));
      this.onSheet(pen);
      this.outline(pen, colours.whole, 1);
      this.tab(pen, colours.inks[0], 1);
      this.sheet = { canvas: sheet, pen, top: 0, colours };
    }
    const now = /** @type {NonNullable<typeof this.sheet>} */ (this.sheet);
    for (; now.top < top; now.top += 1) this.band(now.pen, this.laid, now.top, colours);
    return now.canvas;
  }

  // Page units in the middle of a canvas.
  onSheet(pen) {
    const { wide, high } = this.data;
    const scale = Math.min(pen.canvas.width / wide, pen.canvas.height / high);
    pen.setTransform(scale, 0, 0, scale, (pen.canvas.width - wide * scale) / 2, (pen.canvas.height - high * scale) / 2);
    pen.lineJoin = "round";
  }

  // The strip between two shown rows.
  band(pen, places, row, { inks, line }) {
    const { lines, columns, colours } = this.data;
    pen.fillStyle = inks[colours[row] ?? 0];
    pen.strokeStyle = line;
    pen.lineWidth = 0.7;
    const [low, high] = [row * lines * 2, (row + 1) * lines * 2];
    pen.beginPath();
    for (const [column, [left, right]] of columns.entries()) {
      if (!this.alive(row, column)) continue;
      pen.moveTo(places[low + left * 2], places[low + left * 2 + 1]);
      pen.lineTo(places[low + right * 2], places[low + right * 2 + 1]);
      pen.lineTo(places[high + right * 2], places[high + right * 2 + 1]);
      pen.lineTo(places[high + left * 2], places[high + left * 2 + 1]);
    }
    pen.fill();
    pen.beginPath();
    for (const [column, [left, right]] of columns.entries()) {
      if (!this.alive(row, column)) continue;
      pen.moveTo(places[high + left * 2], places[high + left * 2 + 1]);
      pen.lineTo(places[high + right * 2], places[high + right * 2 + 1]);
    }
    pen.stroke();
  }

  // The strip with which it begins, folded into the middle of an edge.
  tab(pen, colour, strength) {
    pen.globalAlpha = strength;
    pen.fillStyle = colour;
    pen.beginPath();
    for (let at = 0; at < this.data.tab.length; at += 2) pen.lineTo(this.data.tab[at] / 10, this.data.tab[at + 1] / 10);
    pen.fill();
    pen.globalAlpha = 1;
  }

  // The finished cloth, faint behind what there is of it.
  outline(pen, colour, strength) {
    const { lines, columns } = this.data;
    pen.globalAlpha = strength;
    pen.fillStyle = colour;
    pen.beginPath();
    for (let row = 0; row < this.last; row += 1) {
      const [low, high] = [row * lines * 2, (row + 1) * lines * 2];
      for (const [column, [left, right]] of columns.entries()) {
        if (!this.alive(row, column)) continue;
        pen.moveTo(this.laid[low + left * 2], this.laid[low + left * 2 + 1]);
        pen.lineTo(this.laid[low + right * 2], this.laid[low + right * 2 + 1]);
        pen.lineTo(this.laid[high + right * 2], this.laid[high + right * 2 + 1]);
        pen.lineTo(this.laid[high + left * 2], this.laid[high + left * 2 + 1]);
      }
    }
    pen.fill();
    pen.globalAlpha = 1;
  }

  needle(pen, places, top, colour) {
    const { lines, columns } = this.data;
    const from = top * lines * 2;
    pen.strokeStyle = colour;
    pen.lineWidth = 3.4;
    pen.lineCap = "round";
    pen.beginPath();
    for (const [column, [left, right]] of columns.entries()) {
      if (!this.alive(Math.max(top - 1, 0), column)) continue;
      pen.moveTo(places[from + left * 2], places[from + left * 2 + 1]);
      pen.lineTo(places[from + right * 2], places[from + right * 2 + 1]);
    }
    pen.stroke();
  }
}

/** @param {FilmData} data */
export function coloursOf(data) {
  const style = getComputedStyle(document.body);
  const of = (name) => style.getPropertyValue(name).trim();
  const alone = data.inks.length < 2;
  const inks = data.inks.map((ink, at) => ink || (alone ? of("--worked") : of(`--yarn-${at % 4}`)));
  return { inks, line: of("--row"), needle: of("--madder"), whole: of("--shade") };
}

/** @param {HTMLCanvasElement} canvas */
export function sharp(canvas) {
  const box = canvas.getBoundingClientRect();
  const dots = Math.min(devicePixelRatio || 1, 2);
  canvas.width = Math.max(1, Math.round(box.width * dots));
  canvas.height = Math.max(1, Math.round(box.height * dots));
}
