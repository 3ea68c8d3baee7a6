// What is written beside the grid of the chart: the numbers of its rows, and its repeats.
import { gettext } from "../said.js";
import { isNumbered } from "./geometry.js";

// Row numbers stand at the side where the row begins.
export function drawNumbers(drawing, rows) {
  const c = drawing.context,
    s = drawing.rowHigh;
  const every = Math.max(1, ...[2, 5, 10, 20, 50, 100, 200, 500].filter((step) => step * s < 26));
  c.fillStyle = drawing.inks.soft;
  c.font = `${Math.min(Math.max(s * 0.6, 11), 14)}px ${drawing.inks.font}`;
  c.textBaseline = "middle";
  for (const row of rows) {
    if (s < 14 && !isNumbered(row, every) && row.number !== 1 && row.number !== drawing.model.rows.length) continue;
    const cells = row.columns;
    if (!cells.length) continue;
    const fromRight = row.side !== "WS";
    const x = fromRight
      ? Math.min(drawing.x(cells[0]) + 6, drawing.width - 34)
      : Math.max(drawing.x(cells[cells.length - 1] + 1) - 6, 34);
    c.textAlign = fromRight ? "left" : "right";
    const y = drawing.y(row.number) + s / 2;
    if (x === 34 || x === drawing.width - 34) underlay(drawing, x - (fromRight ? 3 : 31), y - 9, 34, 18);
    c.fillText(row.number, x, y);
  }
}

// A quiet ground for what is written over cells.
function underlay(drawing, x, y, wide, high) {
  const c = drawing.context,
    ink = c.fillStyle;
  c.globalAlpha = 0.85;
  c.fillStyle = drawing.inks.ground;
  c.fillRect(x, y, wide, high);
  c.globalAlpha = 1;
  c.fillStyle = ink;
}

// The frames of repeats, with how often they are worked.
export function drawFrames(drawing) {
  const c = drawing.context,
    s = drawing.scale,
    high = drawing.rowHigh,
    edge = drawing.x(0) + 42;
  c.strokeStyle = c.fillStyle = drawing.inks.frame;
  c.lineWidth = 1.6;
  c.font = `12px ${drawing.inks.font}`;
  c.textAlign = "left";
  for (const frame of drawing.model.frames) {
    const [top, bottom] = [drawing.y(frame.last), drawing.y(frame.first) + high];
    if (bottom < 0 || top > drawing.height || (frame.last - frame.first + 1) * high < 3) continue;
    c.beginPath();
    if (frame.columns) {
      if (s < 3) continue;
      c.rect(drawing.x(frame.columns[1]), top, (frame.columns[1] - frame.columns[0]) * s, bottom - top);
    } else if (bottom - top > 13) {
      c.moveTo(edge - 5, top + 1);
      c.lineTo(edge, top + 1);
      c.lineTo(edge, bottom - 1);
      c.lineTo(edge - 5, bottom - 1);
      c.fillText(gettext("{times} times", { times: frame.times }), edge + 5, (top + bottom) / 2);
    }
    c.stroke();
  }
}
