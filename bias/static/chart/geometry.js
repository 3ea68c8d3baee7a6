// Points and quads on the chart.

/** @typedef {[number, number]} Point */

export function mix(a, b) {
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
}

export function inside(x, y, corners) {
  let sign = 0;
  for (let k = 0; k < 4; k++) {
    const [ax, ay] = corners[k],
      [bx, by] = corners[(k + 1) % 4];
    const cross = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    if (Math.abs(cross) < 1e-9) continue;
    if (sign && Math.sign(cross) !== sign) return false;
    sign = Math.sign(cross);
  }
  return true;
}

// Whether a row carries its number where only every so manyth does.
export function isNumbered(row, every) {
  return every < 2 || row.number % every === 0 || (every > 2 && row.side !== "round" && row.number % every === 1);
}
