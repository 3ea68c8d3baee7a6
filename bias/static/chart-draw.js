// The chart on a canvas: from afar one small picture of the whole, nearer the grid and the signs upon it.
const SIGNS_FROM = 9, PLAIN_FROM = 13, GRID_FROM = 5, SLANT_CELLS_FROM = 6, STILL_AFTER = 130;

const STROKES = { "M50 14V86": "up", "M16 50H84": "flat" };

class ChartDrawing {
  constructor(canvas, model) {
    this.canvas = canvas;
    this.context = canvas.getContext("2d", { alpha: false });
    this.model = model;
    this.asWorked = false;
    this.movedAt = -Infinity;
    this.lit = new Set();
    this.focus = null;
    this.sprites = new Map();
    this.paths = new Map();
    this.setSlant(false);
    this.ink();
  }

  // Colours come from the styles, so that light and dark are one place's business.
  ink() {
    const style = getComputedStyle(this.canvas);
    const ink = (name) => style.getPropertyValue(name).trim();
    this.inks = { ground: ink("--paper"), line: ink("--chart-line"), sign: ink("--ink"), soft: ink("--soft"), lit: ink("--chart-lit"), focus: ink("--chart-focus"), frame: ink("--ink"), font: style.fontFamily };
    this.tones = Object.fromEntries(["knit", "purl", "more", "hole", "fewer", "none"].map((tone) => [tone, ink(`--tone-${tone}`)]));
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

  setSlant(slant) {
    this.slant = slant && this.model.data.slant !== null;
    this.picture = null;
    const cloth = this.model.data.slant;
    if (this.slant) {
      this.cloth ??= new ChartCloth(this.model, cloth);
      [this.wide, this.high] = [this.cloth.width, this.cloth.height];
    } else [this.wide, this.high] = [this.model.columns, this.model.rows.length];
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

  get moving() { return performance.now() - this.movedAt < STILL_AFTER; }

  draw() {
    const c = this.context;
    c.setTransform(this.dots, 0, 0, this.dots, 0, 0);
    c.fillStyle = this.inks.ground;
    c.fillRect(0, 0, this.width, this.height);
    if (!this.picture) this.picture = this.slant ? this.cloth.picture(this) : this.whole();
    c.imageSmoothingEnabled = this.slant;
    const near = this.slant && this.scale >= SLANT_CELLS_FROM;
    if (!near || this.moving) c.drawImage(this.picture, this.left, this.top, this.wide * this.scale, this.high * this.scale);
    if (this.slant) this.cloth.draw(this, near);
    else this.straight();
  }

  // One dot a cell, drawn larger without smoothing: what is seen from afar.
  whole() {
    const { columns, rows } = this.model;
    const data = new ImageData(Math.max(columns, 1), Math.max(rows.length, 1));
    const words = new Uint32Array(data.data.buffer);
    const known = new Map();
    const word = (colour) => {
      if (!known.has(colour)) known.set(colour, dotOf(colour));
      return known.get(colour);
    };
    const many = this.model.colours.length > 1;
    for (const row of rows) {
      const line = (rows.length - row.number) * columns;
      const wrong = this.model.wrong(row);
      let [old, now] = [0, 0];
      for (let i = 0; i < row.runs.length; i += 2) {
        const entry = this.model.entries[row.runs[i]];
        const tone = entry.tones[wrong];
        const dot = word(many && (tone === "knit" || tone === "purl") ? this.yarns[row.colour % 4] : this.tones[tone]);
        const times = row.runs[i + 1];
        const [from, at, count] = entry.makes ? [row.columns, now, times * entry.makes] : [row.below, old, times * entry.uses];
        for (let n = at; n < at + count; n++) words[line + columns - 1 - from[n]] = dot;
        [old, now] = [old + times * entry.uses, now + times * entry.makes];
      }
    }
    const picture = new OffscreenCanvas(data.width, data.height);
    picture.getContext("2d").putImageData(data, 0, 0);
    return picture;
  }

  // Rows and columns that are to be seen.
  inView() {
    const { columns, rows } = this.model;
    const first = Math.max(rows.length - Math.ceil((this.height - this.top) / this.scale), 0);
    const last = Math.min(rows.length - Math.floor(-this.top / this.scale), rows.length);
    const low = Math.max(Math.floor(columns - (this.width - this.left) / this.scale), 0);
    const high = Math.min(Math.ceil(columns + this.left / this.scale), columns);
    return { first, last, low, high };
  }

  x(column) { return this.left + (this.model.columns - column) * this.scale; }

  y(number) { return this.top + (this.model.rows.length - number) * this.scale; }

  straight() {
    const c = this.context, s = this.scale, seen = this.inView();
    const rows = this.model.rows.slice(seen.first, seen.last);
    if (this.lit.size) {
      c.fillStyle = this.inks.lit;
      for (const cell of this.lit) if (cell.row.number > seen.first && cell.row.number <= seen.last) c.fillRect(this.x(cell.column + cell.wide), this.y(cell.row.number), cell.wide * s, Math.max(s, 1));
    }
    if (s >= GRID_FROM) this.grid(rows, seen);
    this.threadsStraight(rows);
    if (s >= SIGNS_FROM) this.signs(rows, seen);
    this.numbers(rows);
    this.frames();
    if (this.focus) this.outline(this.focus);
  }

  grid(rows, seen) {
    const c = this.context, s = this.scale;
    c.strokeStyle = this.inks.line;
    c.globalAlpha = Math.min((s - GRID_FROM) / 4, 1);
    c.lineWidth = 0.6;
    c.beginPath();
    for (const row of rows) {
      const y = Math.round(this.y(row.number)) + 0.5;
      for (const cell of this.model.cells(row)) {
        if (cell.column >= seen.high || cell.column + cell.wide <= seen.low) continue;
        c.rect(Math.round(this.x(cell.column + cell.wide)) + 0.5, y, cell.wide * s, s);
      }
    }
    c.stroke();
    c.globalAlpha = 1;
  }

  signs(rows, seen) {
    const c = this.context, s = this.scale;
    const all = Math.min((s - SIGNS_FROM) / 4, 1), plain = Math.min((s - PLAIN_FROM) / 4, 1);
    const size = Math.round(s);
    for (const row of rows) {
      const y = this.y(row.number);
      for (const cell of this.model.cells(row)) {
        if (cell.column >= seen.high || cell.column + cell.wide <= seen.low) continue;
        const isPlain = cell.entry.uses === cell.entry.makes && cell.entry.uses === 1;
        const alpha = isPlain ? plain : all;
        if (alpha <= 0) continue;
        c.globalAlpha = alpha;
        c.drawImage(this.sprite(this.model.sign(cell, this.asWorked), size), this.x(cell.column + cell.wide / 2) - s / 2, y, s, s);
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
      this.stroke(c, path, this.dots);
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
          c.moveTo(this.x(column), this.y(row.number) + this.scale);
          c.lineTo(this.x(column), this.y(row.number));
        }
      }
      c.stroke();
    });
    c.globalAlpha = 1;
  }

  // Row numbers stand at the side where the row begins.
  numbers(rows) {
    const c = this.context, s = this.scale;
    const every = Math.max(1, ...[2, 5, 10, 20, 50, 100, 200, 500].filter((step) => step * s < 26));
    c.fillStyle = this.inks.soft;
    c.font = `${Math.min(Math.max(s * 0.6, 11), 14)}px ${this.inks.font}`;
    c.textBaseline = "middle";
    for (const row of rows) {
      if (s < 14 && !numbered(row, every) && row.number !== 1 && row.number !== this.model.rows.length) continue;
      const cells = row.columns;
      if (!cells.length) continue;
      const fromRight = row.side !== "WS";
      const x = fromRight ? Math.min(this.x(cells[0]) + 6, this.width - 34) : Math.max(this.x(cells[cells.length - 1] + 1) - 6, 34);
      c.textAlign = fromRight ? "left" : "right";
      const y = this.y(row.number) + s / 2;
      if (x === 34 || x === this.width - 34) this.underlay(x - (fromRight ? 3 : 31), y - 9, 34, 18);
      c.fillText(row.number, x, y);
    }
  }

  // A quiet ground for what is written over cells.
  underlay(x, y, wide, high) {
    const c = this.context, ink = c.fillStyle;
    c.globalAlpha = 0.85;
    c.fillStyle = this.inks.ground;
    c.fillRect(x, y, wide, high);
    c.globalAlpha = 1;
    c.fillStyle = ink;
  }

  frames() {
    const c = this.context, s = this.scale, edge = this.x(0) + 42;
    c.strokeStyle = c.fillStyle = this.inks.frame;
    c.lineWidth = 1.6;
    c.font = `12px ${this.inks.font}`;
    c.textAlign = "left";
    for (const frame of this.model.frames) {
      const [top, bottom] = [this.y(frame.last), this.y(frame.first) + s];
      if (bottom < 0 || top > this.height || (frame.last - frame.first + 1) * s < 3) continue;
      c.beginPath();
      if (frame.columns) {
        if (s < 3) continue;
        c.rect(this.x(frame.columns[1]), top, (frame.columns[1] - frame.columns[0]) * s, bottom - top);
      } else {
        c.moveTo(edge - 5, top + 1); c.lineTo(edge, top + 1); c.lineTo(edge, bottom - 1); c.lineTo(edge - 5, bottom - 1);
        if (bottom - top > 13) c.fillText(`${frame.times} times`, edge + 5, (top + bottom) / 2);
      }
      c.stroke();
    }
  }

  outline(cell) {
    const c = this.context, s = Math.max(this.scale, 4);
    c.strokeStyle = this.inks.focus;
    c.lineWidth = 2.6;
    if (this.slant) {
      c.beginPath();
      this.cloth.trace(this, cell);
      c.stroke();
    } else c.strokeRect(this.x(cell.column + cell.wide), this.y(cell.row.number), cell.wide * s, s);
  }

  // The cell under a place of the screen.
  at(x, y) {
    const [wx, wy] = [(x - this.left) / this.scale, (y - this.top) / this.scale];
    if (this.slant) return this.cloth.at(wx, wy);
    const row = this.model.rows[this.model.rows.length - 1 - Math.floor(wy)];
    return row ? this.model.cellAtColumn(row, this.model.columns - 1 - Math.floor(wx)) ?? null : null;
  }

  // The middle of a cell on the screen.
  middle(cell) {
    if (this.slant) {
      const [x, y] = this.cloth.middle(cell);
      return [this.left + x * this.scale, this.top + y * this.scale];
    }
    return [this.x(cell.column + cell.wide / 2), this.y(cell.row.number) + this.scale / 2];
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

// The cloth's own shape: a stitch lies between two rows where the lines of the cloth lead it.
class ChartCloth {
  constructor(model, slant) {
    this.model = model;
    this.first = slant.first;
    this.stays = slant.stays;
    const unit = slant.stitch;
    [this.width, this.height] = [slant.width / unit, slant.height / unit];
    this.places = slant.places.map((line) => Float32Array.from(line, (at) => at / unit));
    this.positions = slant.positions.map((line) => Float32Array.from(line));
    this.boxes = [];
    for (let row = 0; row + 1 < this.places.length; row++) {
      const both = [this.places[row], this.places[row + 1]];
      let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
      for (const line of both) for (let i = 0; i < line.length; i += 2) {
        left = Math.min(left, line[i]); right = Math.max(right, line[i]);
        top = Math.min(top, line[i + 1]); bottom = Math.max(bottom, line[i + 1]);
      }
      this.boxes.push([left, right, top, bottom]);
    }
  }

  rowOf(at) { return this.model.rows[at + this.first]; }

  onSheet(boundary, stitch) {
    let place = stitch;
    for (const [at, count] of this.stays[boundary] ?? []) if (at <= stitch) place += count;
    return place;
  }

  // The place of a stitch boundary after so many rows.
  place(boundary, stitch) {
    const positions = this.positions[boundary], line = this.places[boundary];
    const at = this.onSheet(boundary, stitch);
    let [low, high] = [0, positions.length - 2];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (positions[middle] <= at) low = middle; else high = middle - 1;
    }
    const wide = positions[low + 1] - positions[low];
    const share = wide > 0 ? Math.min(Math.max((at - positions[low]) / wide, 0), 1) : 0;
    return [line[2 * low] + share * (line[2 * low + 2] - line[2 * low]), line[2 * low + 1] + share * (line[2 * low + 3] - line[2 * low + 1])];
  }

  // The corners of stitches [old, oldEnd) of a row that become [now, nowEnd).
  corners(at, old, oldEnd, now, nowEnd) {
    return [this.place(at, old), this.place(at, oldEnd), this.place(at + 1, nowEnd), this.place(at + 1, now)];
  }

  // Cells of one colour side by side as shapes, cut where the cloth's lines bend.
  *shapes(drawing, at) {
    const row = this.rowOf(at), many = drawing.model.colours.length > 1, wrong = drawing.model.wrong(row);
    let [old, now] = [0, 0];
    for (let i = 0; i < row.runs.length; i += 2) {
      const entry = drawing.model.entries[row.runs[i]], times = row.runs[i + 1], tone = entry.tones[wrong];
      const [oldEnd, nowEnd] = [old + times * entry.uses, now + times * entry.makes];
      if (entry.makes && tone !== "none") {
        const cuts = [0, 1];
        if (times > 1) for (const each of this.positions[at + 1]) {
          const share = (each - this.onSheet(at + 1, now)) / (nowEnd - now);
          if (share > 0.001 && share < 0.999) cuts.push(share);
        }
        cuts.sort((a, b) => a - b);
        const colour = many && (tone === "knit" || tone === "purl") ? drawing.yarns[row.colour % 4] : drawing.tones[tone];
        for (let k = 0; k + 1 < cuts.length; k++) {
          const [a, b] = [cuts[k], cuts[k + 1]];
          yield [colour, this.corners(at, old + a * (oldEnd - old), old + b * (oldEnd - old), now + a * (nowEnd - now), now + b * (nowEnd - now))];
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
    const left = -drawing.left / drawing.scale, top = -drawing.top / drawing.scale;
    const right = left + drawing.width / drawing.scale, bottom = top + drawing.height / drawing.scale;
    const found = [];
    this.boxes.forEach(([l, r, t, b], at) => { if (r >= left && l <= right && b >= top && t <= bottom) found.push(at); });
    return { rows: found, left, right, top, bottom };
  }

  draw(drawing, near) {
    const c = drawing.context, view = this.inView(drawing);
    c.save();
    c.translate(drawing.left, drawing.top);
    c.scale(drawing.scale, drawing.scale);
    const held = near && drawing.moving && this.kept?.asWorked === drawing.asWorked ? this.kept : null;
    if (near && !held) for (let k = 0; k < view.rows.length;) {
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
    if (picture.width !== canvas.width || picture.height !== canvas.height) [picture.width, picture.height] = [canvas.width, canvas.height];
    picture.getContext("2d").drawImage(canvas, 0, 0);
    Object.assign(this.kept, { x: -drawing.left / scale, y: -drawing.top / scale, wide: drawing.width / scale, high: drawing.height / scale, asWorked: drawing.asWorked });
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
      for (; begin < cells.length && cells[begin].now <= high; begin++) if (cells[begin].entry.makes) inside.push(cells[begin]);
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

  // From the first to the last stitch of a row with a place on the screen, told by its lines.
  stitchesInView(at, view) {
    const positions = this.positions[at + 1], line = this.places[at + 1];
    let [low, high] = [Infinity, -Infinity];
    for (let k = 0; k + 1 < positions.length; k++) {
      const [ax, ay, bx, by] = [line[2 * k], line[2 * k + 1], line[2 * k + 2], line[2 * k + 3]];
      const margin = 2;
      let [from, to] = [0, 1];
      for (const [p, q, least, most] of [[ax, bx, view.left - margin, view.right + margin], [ay, by, view.top - margin, view.bottom + margin]]) {
        if (p === q) { if (p < least || p > most) [from, to] = [1, 0]; continue; }
        const [s, t] = [(least - p) / (q - p), (most - p) / (q - p)];
        from = Math.max(from, Math.min(s, t));
        to = Math.min(to, Math.max(s, t));
      }
      if (from <= to) {
        low = Math.min(low, positions[k] + from * (positions[k + 1] - positions[k]));
        high = Math.max(high, positions[k] + to * (positions[k + 1] - positions[k]));
      }
    }
    return [Math.floor(low), Math.ceil(high)];
  }

  // The cloth stands still: the corners of a cell are found once.
  cornersOf(cell) {
    const at = cell.row.number - 1 - this.first;
    return cell.corners ??= this.corners(at, cell.old, cell.old + cell.entry.uses, cell.now, cell.now + cell.entry.makes);
  }

  drawn(cell) {
    const at = cell.row.number - 1 - this.first;
    return at >= 0 && at + 1 < this.places.length;
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
      if (k) c.lineTo(sx, sy); else c.moveTo(sx, sy);
    });
    c.closePath();
  }

  middle(cell) {
    if (!this.drawn(cell)) return [this.width / 2, this.height];
    const corners = this.cornersOf(cell);
    return [0, 1].map((axis) => corners.reduce((sum, corner) => sum + corner[axis], 0) / 4);
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
        if (at) c.lineTo(x, y); else c.moveTo(x, y);
      }
    }
    for (const line of [this.places[0], this.places[last]]) {
      for (let k = 0; k < line.length; k += 2) if (k) c.lineTo(line[k], line[k + 1]); else c.moveTo(line[k], line[k + 1]);
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
          if (before) { c.moveTo(...before); c.lineTo(x, y); }
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
      if (!numbered(row, every) || !row.end) continue;
      const right = row.side !== "WS";
      const [x, y] = this.place(at + 1, right ? 0 : row.end);
      const [ix, iy] = this.place(at + 1, right ? Math.min(2, row.end) : Math.max(row.end - 2, 0));
      const far = Math.hypot(x - ix, y - iy) || 1;
      c.textAlign = "center";
      c.fillText(row.number, drawing.left + x * drawing.scale + ((x - ix) / far) * 14, drawing.top + y * drawing.scale + ((y - iy) / far) * 14);
    }
  }

  at(x, y) {
    for (let at = 0; at < this.boxes.length; at++) {
      const [l, r, t, b] = this.boxes[at];
      if (x < l || x > r || y < t || y > b) continue;
      const row = this.rowOf(at), [low, high] = this.stitchesInView(at, { left: x, right: x, top: y, bottom: y });
      if (low > high) continue;
      const cells = this.model.cells(row);
      for (let k = cells.indexOf(this.model.cellOfStitch(row, Math.max(low, 0))); k < cells.length && cells[k].now <= high; k++) {
        if (cells[k].entry.makes && inside(x, y, this.cornersOf(cells[k]))) return cells[k];
      }
    }
    return null;
  }
}

// Every so manyth row has its number, on both sides of the work.
function numbered(row, every) {
  return every < 2 || row.number % every === 0 || (every > 2 && row.side !== "round" && row.number % every === 1);
}

function mix(a, b) { return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]; }

function inside(x, y, corners) {
  let sign = 0;
  for (let k = 0; k < 4; k++) {
    const [ax, ay] = corners[k], [bx, by] = corners[(k + 1) % 4];
    const cross = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    if (Math.abs(cross) < 1e-9) continue;
    if (sign && Math.sign(cross) !== sign) return false;
    sign = Math.sign(cross);
  }
  return true;
}

function dotOf(colour) {
  const one = new OffscreenCanvas(1, 1).getContext("2d");
  one.fillStyle = colour;
  one.fillRect(0, 0, 1, 1);
  return new Uint32Array(one.getImageData(0, 0, 1, 1).data.buffer)[0];
}
