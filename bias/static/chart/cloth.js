// The chart as the piece lies: every stitch drawn in its place in the cloth.
import { isNumbered, mix } from "./geometry.js";
import { ClothPlaces } from "./places.js";
import { PLAIN_FROM, SIGNS_FROM, SLANT_CELLS_FROM, STROKES } from "./scales.js";

export class ChartCloth extends ClothPlaces {
  /** @type {any} */
  kept = null;

  // Cells of one colour side by side as shapes, cut where the cloth's lines bend.
  *shapes(drawing, at) {
    const row = this.rowOf(at),
      many = drawing.model.colours.length > 1,
      wrong = drawing.model.wrong(row);
    let [old, now] = [0, 0];
    for (let i = 0; i < row.runs.length; i += 2) {
      const entry = drawing.model.entries[row.runs[i]],
        times = row.runs[i + 1],
        tone = entry.tones[wrong];
      const [oldEnd, nowEnd] = [old + times * entry.uses, now + times * entry.makes];
      if (entry.makes && tone !== "none") {
        const cuts = [0, 1];
        if (times > 1)
          for (const each of this.positions[at + 1]) {
            const share = (each - this.onSheet(at + 1, now)) / (nowEnd - now);
            if (share > 0.001 && share < 0.999) cuts.push(share);
          }
        cuts.sort((a, b) => a - b);
        const colour =
          many && (tone === "knit" || tone === "purl") ? drawing.yarns[row.colour % 4] : drawing.tones[tone];
        for (let k = 0; k + 1 < cuts.length; k++) {
          const [a, b] = [cuts[k], cuts[k + 1]];
          yield [
            colour,
            this.corners(
              at,
              old + a * (oldEnd - old),
              old + b * (oldEnd - old),
              now + a * (nowEnd - now),
              now + b * (nowEnd - now),
            ),
          ];
        }
      }
      [old, now] = [oldEnd, nowEnd];
    }
  }

  picture(drawing) {
    const by = Math.min(2000 / Math.max(this.width, this.height), 8);
    const picture = new OffscreenCanvas(Math.ceil(this.width * by) || 1, Math.ceil(this.height * by) || 1);
    const c = picture.getContext("2d");
    c.fillStyle = drawing.inks.ground;
    c.fillRect(0, 0, picture.width, picture.height);
    c.scale(by, by);
    this.fill(drawing, c, 0, this.places.length - 2);
    return picture;
  }

  fill(drawing, c, first, last) {
    const paths = new Map();
    for (let at = first; at <= last; at++) {
      for (const [colour, corners] of this.shapes(drawing, at)) {
        if (!paths.has(colour)) paths.set(colour, new Path2D());
        const path = paths.get(colour);
        corners.forEach(([x, y], k) => (k ? path.lineTo(x, y) : path.moveTo(x, y)));
        path.closePath();
      }
    }
    for (const [colour, path] of paths) {
      c.fillStyle = c.strokeStyle = colour;
      c.lineWidth = 0.08;
      c.fill(path);
      c.stroke(path);
    }
  }

  inView(drawing) {
    const left = -drawing.left / drawing.scale,
      top = -drawing.top / drawing.scale;
    const right = left + drawing.width / drawing.scale,
      bottom = top + drawing.height / drawing.scale;
    const found = [];
    this.boxes.forEach(([l, r, t, b], at) => {
      if (r >= left && l <= right && b >= top && t <= bottom) found.push(at);
    });
    return { rows: found, left, right, top, bottom };
  }

  draw(drawing, near) {
    const c = drawing.context,
      view = this.inView(drawing);
    c.save();
    c.translate(drawing.left, drawing.top);
    c.scale(drawing.scale, drawing.scale);
    const held = near && drawing.moving && this.kept?.asWorked === drawing.asWorked ? this.kept : null;
    if (near && !held)
      for (let k = 0; k < view.rows.length; ) {
        let end = k;
        while (end + 1 < view.rows.length && view.rows[end + 1] === view.rows[end] + 1) end++;
        this.fill(drawing, c, view.rows[k], view.rows[end]);
        k = end + 1;
      }
    if (near && !held) {
      this.cells(drawing, c, view);
      this.keep(drawing);
    }
    if (held) c.drawImage(held.picture, held.x, held.y, held.wide, held.high);
    if (drawing.lit.size) {
      c.fillStyle = drawing.inks.lit;
      c.beginPath();
      for (const cell of drawing.lit) this.traceWorld(c, cell);
      c.fill();
    }
    this.edges(drawing, c);
    this.marks(drawing, c);
    c.restore();
    this.numbers(drawing, view);
    if (drawing.focus) drawing.outline(drawing.focus);
  }

  // What was drawn near by is kept: while one moves it is shown where it lies, and drawn anew when one rests.
  keep(drawing) {
    const { canvas, scale } = drawing;
    this.kept ??= { picture: new OffscreenCanvas(1, 1) };
    const picture = this.kept.picture;
    if (picture.width !== canvas.width || picture.height !== canvas.height)
      [picture.width, picture.height] = [canvas.width, canvas.height];
    picture.getContext("2d").drawImage(canvas, 0, 0);
    Object.assign(this.kept, {
      x: -drawing.left / scale,
      y: -drawing.top / scale,
      wide: drawing.width / scale,
      high: drawing.height / scale,
      asWorked: drawing.asWorked,
    });
  }

  cells(drawing, c, view) {
    const s = drawing.scale;
    const inside = [];
    for (const at of view.rows) {
      const row = this.rowOf(at);
      const [low, high] = this.stitchesInView(at, view);
      if (low > high) continue;
      const cells = drawing.model.cells(row);
      let begin = cells.indexOf(drawing.model.cellOfStitch(row, low));
      for (; begin < cells.length && cells[begin].now <= high; begin++)
        if (cells[begin].entry.makes) inside.push(cells[begin]);
    }
    c.globalAlpha = Math.min((s - SLANT_CELLS_FROM) / 5, 1);
    c.strokeStyle = drawing.inks.line;
    c.lineWidth = 0.6 / s;
    c.beginPath();
    for (const cell of inside) {
      const [a, b, , d] = this.cornersOf(cell);
      c.moveTo(b[0], b[1]);
      c.lineTo(a[0], a[1]);
      c.lineTo(d[0], d[1]);
    }
    c.stroke();
    this.plainSigns(drawing, c, inside, Math.min((s - PLAIN_FROM) / 4, 1));
    this.otherSigns(drawing, c, inside, Math.min((s - SIGNS_FROM) / 4, 1));
    c.globalAlpha = 1;
  }

  // Knits and purls are one stroke each: all of them together make one path.
  plainSigns(drawing, c, cells, alpha) {
    if (alpha <= 0) return;
    c.globalAlpha = alpha;
    c.strokeStyle = drawing.inks.sign;
    c.lineWidth = 0.06;
    c.lineCap = "round";
    c.beginPath();
    for (const cell of cells) {
      const stroke = STROKES[drawing.model.sign(cell, drawing.asWorked)];
      if (!stroke) continue;
      const [a, b, d, e] = this.cornersOf(cell);
      const [p, q] = stroke === "up" ? [mix(a, b), mix(e, d)] : [mix(a, e), mix(b, d)];
      c.moveTo(p[0] + 0.2 * (q[0] - p[0]), p[1] + 0.2 * (q[1] - p[1]));
      c.lineTo(q[0] - 0.2 * (q[0] - p[0]), q[1] - 0.2 * (q[1] - p[1]));
    }
    c.stroke();
  }

  otherSigns(drawing, c, cells, alpha) {
    if (alpha <= 0) return;
    c.globalAlpha = alpha;
    for (const cell of cells) {
      const sign = drawing.model.sign(cell, drawing.asWorked);
      if (STROKES[sign]) continue;
      const [a, b, d, e] = this.cornersOf(cell);
      const [x, y] = [(a[0] + b[0] + d[0] + e[0]) / 4, (a[1] + b[1] + d[1] + e[1]) / 4];
      const turn = Math.atan2(a[1] + e[1] - b[1] - d[1], a[0] + e[0] - b[0] - d[0]);
      const high = Math.hypot((d[0] + e[0] - a[0] - b[0]) / 2, (d[1] + e[1] - a[1] - b[1]) / 2);
      const size = Math.min(high, 1) / 100;
      c.save();
      c.translate(x, y);
      c.rotate(turn);
      c.scale(Math.min(1 / 100, size * 1.6), size);
      c.translate(-50, -50);
      drawing.stroke(c, sign);
      c.restore();
    }
  }

  traceWorld(c, cell) {
    if (!this.drawn(cell)) return;
    this.cornersOf(cell).forEach(([x, y], k) => (k ? c.lineTo(x, y) : c.moveTo(x, y)));
    c.closePath();
  }

  trace(drawing, cell) {
    if (!this.drawn(cell)) return;
    const c = drawing.context;
    this.cornersOf(cell).forEach(([x, y], k) => {
      const [sx, sy] = [drawing.left + x * drawing.scale, drawing.top + y * drawing.scale];
      if (k) c.lineTo(sx, sy);
      else c.moveTo(sx, sy);
    });
    c.closePath();
  }

  // The rim: both ends of all rows, the first row and the last.
  edges(drawing, c) {
    const last = this.places.length - 1;
    c.strokeStyle = drawing.inks.frame;
    c.lineWidth = 1.2 / drawing.scale;
    c.beginPath();
    for (const end of [(row) => 0, (row) => row.end]) {
      for (let at = 0; at <= last; at++) {
        const [x, y] = this.place(at, at ? end(this.rowOf(at - 1)) : end({ end: this.rowOf(0).start }));
        if (at) c.lineTo(x, y);
        else c.moveTo(x, y);
      }
    }
    for (const line of [this.places[0], this.places[last]]) {
      for (let k = 0; k < line.length; k += 2)
        if (k) c.lineTo(line[k], line[k + 1]);
        else c.moveTo(line[k], line[k + 1]);
    }
    c.stroke();
  }

  marks(drawing, c) {
    drawing.threads.forEach((colour, hue) => {
      c.strokeStyle = colour;
      c.lineWidth = 2.2 / drawing.scale;
      c.beginPath();
      const last = new Map();
      for (let at = 0; at + 1 < this.places.length; at++) {
        const here = new Map();
        for (const [letter, each, place] of this.rowOf(at).marks) {
          if (each !== hue) continue;
          const [x, y] = this.place(at + 1, place);
          const before = last.get(letter);
          if (before) {
            c.moveTo(...before);
            c.lineTo(x, y);
          }
          here.set(letter, [x, y]);
        }
        last.clear();
        for (const [letter, place] of here) last.set(letter, place);
      }
      c.stroke();
    });
  }

  numbers(drawing, view) {
    const c = drawing.context;
    const every = Math.max(1, ...[2, 5, 10, 20, 50, 100, 200, 500].filter((step) => step * drawing.scale * 0.6 < 26));
    c.fillStyle = drawing.inks.soft;
    c.font = `12px ${drawing.inks.font}`;
    c.textBaseline = "middle";
    for (const at of view.rows) {
      const row = this.rowOf(at);
      if (!isNumbered(row, every) || !row.end) continue;
      const right = row.side !== "WS";
      const [x, y] = this.place(at + 1, right ? 0 : row.end);
      const [ix, iy] = this.place(at + 1, right ? Math.min(2, row.end) : Math.max(row.end - 2, 0));
      const far = Math.hypot(x - ix, y - iy) || 1;
      c.textAlign = "center";
      c.fillText(
        row.number,
        drawing.left + x * drawing.scale + ((x - ix) / far) * 14,
        drawing.top + y * drawing.scale + ((y - iy) / far) * 14,
      );
    }
  }
}
