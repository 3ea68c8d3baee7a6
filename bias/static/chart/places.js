// Where every stitch lies in the cloth: between two rows, where the lines of the cloth lead it.
import { inside } from "./geometry.js";

export class ClothPlaces {
  constructor(model, slant) {
    this.model = model;
    this.first = slant.first;
    this.stays = slant.stays;
    const unit = slant.stitch;
    this.width = slant.width / unit;
    this.height = slant.height / unit;
    this.places = slant.places.map((line) => Float32Array.from(line, (at) => at / unit));
    this.positions = slant.positions.map((line) => Float32Array.from(line));
    this.boxes = [];
    for (let row = 0; row + 1 < this.places.length; row++) {
      const both = [this.places[row], this.places[row + 1]];
      let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
      for (const line of both)
        for (let i = 0; i < line.length; i += 2) {
          left = Math.min(left, line[i]);
          right = Math.max(right, line[i]);
          top = Math.min(top, line[i + 1]);
          bottom = Math.max(bottom, line[i + 1]);
        }
      this.boxes.push([left, right, top, bottom]);
    }
  }

  rowOf(at) {
    return this.model.rows[at + this.first];
  }

  onSheet(boundary, stitch) {
    let place = stitch;
    for (const [at, count] of this.stays[boundary] ?? []) if (at <= stitch) place += count;
    return place;
  }

  // The place of a stitch boundary after so many rows.
  place(boundary, stitch) {
    const positions = this.positions[boundary],
      line = this.places[boundary];
    const at = this.onSheet(boundary, stitch);
    let [low, high] = [0, positions.length - 2];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (positions[middle] <= at) low = middle;
      else high = middle - 1;
    }
    const wide = positions[low + 1] - positions[low];
    const share = wide > 0 ? Math.min(Math.max((at - positions[low]) / wide, 0), 1) : 0;
    return [
      line[2 * low] + share * (line[2 * low + 2] - line[2 * low]),
      line[2 * low + 1] + share * (line[2 * low + 3] - line[2 * low + 1]),
    ];
  }

  // The corners of stitches [old, oldEnd) of a row that become [now, nowEnd).
  corners(at, old, oldEnd, now, nowEnd) {
    return [this.place(at, old), this.place(at, oldEnd), this.place(at + 1, nowEnd), this.place(at + 1, now)];
  }

  // From the first to the last stitch of a row with a place on the screen, told by its lines.
  stitchesInView(at, view) {
    const positions = this.positions[at + 1],
      line = this.places[at + 1];
    let [low, high] = [Infinity, -Infinity];
    for (let k = 0; k + 1 < positions.length; k++) {
      const [ax, ay, bx, by] = [line[2 * k], line[2 * k + 1], line[2 * k + 2], line[2 * k + 3]];
      const margin = 2;
      let [from, to] = [0, 1];
      for (const [p, q, least, most] of [
        [ax, bx, view.left - margin, view.right + margin],
        [ay, by, view.top - margin, view.bottom + margin],
      ]) {
        if (p === q) {
          if (p < least || p > most) [from, to] = [1, 0];
          continue;
        }
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
    return (cell.corners ??= this.corners(
      at,
      cell.old,
      cell.old + cell.entry.uses,
      cell.now,
      cell.now + cell.entry.makes,
    ));
  }

  drawn(cell) {
    const at = cell.row.number - 1 - this.first;
    return at >= 0 && at + 1 < this.places.length;
  }

  middle(cell) {
    if (!this.drawn(cell)) return [this.width / 2, this.height];
    const corners = this.cornersOf(cell);
    return [0, 1].map((axis) => corners.reduce((sum, corner) => sum + corner[axis], 0) / 4);
  }

  at(x, y) {
    for (let at = 0; at < this.boxes.length; at++) {
      const [l, r, t, b] = this.boxes[at];
      if (x < l || x > r || y < t || y > b) continue;
      const row = this.rowOf(at),
        [low, high] = this.stitchesInView(at, { left: x, right: x, top: y, bottom: y });
      if (low > high) continue;
      const cells = this.model.cells(row);
      for (
        let k = cells.indexOf(this.model.cellOfStitch(row, Math.max(low, 0)));
        k < cells.length && cells[k].now <= high;
        k++
      ) {
        if (cells[k].entry.makes && inside(x, y, this.cornersOf(cells[k]))) return cells[k];
      }
    }
    return null;
  }
}
