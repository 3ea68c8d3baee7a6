// A chart's data opened up: every cell of every row with its column, what it is made from and what it becomes.
import { gettext } from "../said.js";

export class ChartModel {
  constructor(data) {
    this.data = data;
    this.title = data.title;
    this.columns = data.columns;
    this.entries = data.entries;
    this.colours = data.colours;
    this.frames = data.frames.map(([first, last, times, left, right]) => ({
      first,
      last,
      times,
      columns: left === undefined ? null : [left, right],
    }));
    const opened = new Map();
    const spread = (place) => {
      if (!opened.has(place)) opened.set(place, ChartModel.spread(data.shared[place]));
      return opened.get(place);
    };
    this.rows = data.rows.map((row, at) => this.openRow(row, at + 1, spread));
  }

  static spread(runs) {
    let count = 0;
    for (let i = 1; i < runs.length; i += 2) count += runs[i];
    const found = new Int32Array(count);
    for (let i = 0, at = 0; i < runs.length; i += 2) for (let n = 0; n < runs[i + 1]; n++) found[at++] = runs[i] + n;
    return found;
  }

  openRow([label, side, colour, start, end, cells, columns, below, marks, wales, walesBelow], number, spread) {
    const runs = this.data.shared[cells];
    const row = {
      number,
      label: this.data.labels[label],
      side: ["RS", "WS", "round"][side],
      colour,
      start,
      end,
      runs,
      columns: spread(columns),
      below: spread(below),
      wales: spread(wales),
      walesBelow: spread(walesBelow),
      marks,
    };
    row.cells = null;
    return row;
  }

  // The cells of a row: entry, first stitch before and after the row, right-hand column and how many it takes up.
  cells(row) {
    if (row.cells) return row.cells;
    const found = [];
    let [old, now] = [0, 0];
    for (let i = 0; i < row.runs.length; i += 2) {
      const entry = this.entries[row.runs[i]];
      for (let n = 0; n < row.runs[i + 1]; n++) {
        const from = entry.makes ? row.columns : row.below;
        const at = entry.makes ? now : old;
        const many = entry.makes || entry.uses;
        const wide = from[at + many - 1] - from[at] === many - 1 ? many : 1;
        found.push({ entry, old, now, column: from[at] ?? 0, wide, row });
        [old, now] = [old + entry.uses, now + entry.makes];
      }
    }
    row.cells = found;
    return found;
  }

  wrong(row) {
    return row.side === "WS" ? 1 : 0;
  }

  sign(cell, asWorked) {
    return cell.entry.signs[asWorked ? 0 : this.wrong(cell.row)];
  }

  tone(cell) {
    return cell.entry.tones[this.wrong(cell.row)];
  }

  // The cell of a row that is looked for first: where it changes its count, else its middle. The first row of a piece
  // gives way to the first that changes anything.
  telling(row) {
    const changes = (cell) => cell.entry.uses !== cell.entry.makes;
    const rows = row.number > 1 ? [row] : this.rows;
    for (const each of rows) {
      const found = this.cells(each).find(changes);
      if (found) return found;
    }
    const cells = this.cells(row);
    return cells[cells.length >> 1];
  }

  // The cell that a stitch after a row stands in.
  cellOfStitch(row, stitch) {
    const cells = this.cells(row);
    let [low, high] = [0, cells.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (cells[middle].now <= stitch) low = middle;
      else high = middle - 1;
    }
    while (low > 0 && cells[low].entry.makes === 0) low--;
    return cells[low];
  }

  cellAtColumn(row, column) {
    return this.cells(row).find((cell) => cell.column <= column && column < cell.column + cell.wide);
  }

  // Stitches of the row below that a cell was worked into, as places after that row.
  from(cell) {
    const below = this.rows[cell.row.number - 2];
    if (!below) return [];
    const found = [];
    for (let at = cell.old; at < cell.old + cell.entry.uses; at++) {
      if (below.end === cell.row.start) found.push(at);
      else {
        const place = below.wales.indexOf(cell.row.walesBelow[at]);
        if (place >= 0) found.push(place);
      }
    }
    return found.map((at) => this.cellOfStitch(below, at));
  }

  // The cells of the row above that take up what a cell made.
  into(cell) {
    const above = this.rows[cell.row.number];
    if (!above || !cell.entry.makes) return [];
    const found = new Set();
    for (let at = cell.now; at < cell.now + cell.entry.makes; at++) {
      const place = above.start === cell.row.end ? at : above.walesBelow.indexOf(cell.row.wales[at]);
      if (place < 0) continue;
      const cells = this.cells(above);
      let [low, high] = [0, cells.length - 1];
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (cells[middle].old <= place) low = middle;
        else high = middle - 1;
      }
      while (low > 0 && cells[low].entry.uses === 0) low--;
      if (cells[low]) found.add(cells[low]);
    }
    return [...found];
  }

  // Everything that a cell comes from and grows into.
  wale(cell) {
    const lit = new Set([cell]);
    for (const step of ["from", "into"]) {
      let edge = [cell];
      while (edge.length && lit.size < 20000) {
        edge = edge.flatMap((each) => this[step](each)).filter((each) => each && !lit.has(each));
        for (const each of edge) lit.add(each);
      }
    }
    return lit;
  }

  // A row in words, from where it begins.
  said(row) {
    const runs = [];
    for (let i = 0; i < row.runs.length; i += 2) runs.push([this.entries[row.runs[i]], row.runs[i + 1]]);
    if (row.side === "WS") runs.reverse();
    const words = runs.slice(0, 120).map(([entry, times]) => (times > 1 ? `${times} ${entry.spoken}` : entry.spoken));
    const rest = runs.length > 120 ? gettext(", and so on") : "";
    const side = row.side === "round" ? gettext("round") : row.side;
    return gettext("{row} ({side}), {start} stitches to {end}: {words}.", {
      row: row.label,
      side,
      start: row.start,
      end: row.end,
      words: words.join(", ") + rest,
    });
  }

  // A cell in words: what it is, where, from what, into what.
  explain(cell) {
    const row = cell.row;
    const place = cell.entry.makes ? cell.now : cell.old;
    const count = cell.entry.makes ? row.end : row.start;
    const begins = row.side === "WS" ? count - place : place + 1;
    const from = this.from(cell),
      into = this.into(cell);
    const under = from.length
      ? gettext("worked into {stitches} of row {row}", { stitches: listed(from), row: row.number - 1 })
      : cell.entry.uses
        ? gettext("worked into the cast-on")
        : gettext("made from nothing below it");
    const over = into.length
      ? gettext("becomes {stitches} in row {row}", { stitches: listed(into), row: row.number + 1 })
      : !cell.entry.makes
        ? gettext("leaves the needle here")
        : row.number === this.rows.length
          ? gettext("is on the needle at the end")
          : gettext("rests from here on");
    const side = row.side === "WS" ? gettext("WS") : gettext("RS");
    const facts = { row: row.number, side, stitch: begins, of: count };
    return {
      name: cell.entry.spoken,
      short: cell.entry.said,
      where:
        row.side === "round"
          ? gettext("Row {row}, stitch {stitch} of {of} as it is worked", facts)
          : gettext("Row {row}, {side}, stitch {stitch} of {of} as it is worked", facts),
      under,
      over,
    };
  }
}

function listed(cells) {
  const counts = new Map();
  for (const { entry } of cells) counts.set(entry.spoken, (counts.get(entry.spoken) ?? 0) + 1);
  return [...counts].map(([name, times]) => several(name, times)).join(gettext(" and "));
}

function several(name, times) {
  if (times > 1) return `${times} ${name}`;
  return /^[aeiou]/.test(name) ? gettext("an {stitch}", { stitch: name }) : gettext("a {stitch}", { stitch: name });
}
