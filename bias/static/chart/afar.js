// The grid of the chart from afar, as one small picture.

// One dot a cell, drawn larger without smoothing: what is seen from afar.
export function seenFromAfar(drawing) {
  const model = drawing.model,
    { columns, rows } = model;
  const data = new ImageData(Math.max(columns, 1), Math.max(rows.length, 1));
  const words = new Uint32Array(data.data.buffer);
  const known = new Map();
  const word = (colour) => {
    if (!known.has(colour)) known.set(colour, dotOf(colour));
    return known.get(colour);
  };
  const many = model.colours.length > 1;
  for (const row of rows) {
    const line = (rows.length - row.number) * columns;
    const wrong = model.wrong(row);
    let [old, now] = [0, 0];
    for (let i = 0; i < row.runs.length; i += 2) {
      const entry = model.entries[row.runs[i]];
      const tone = entry.tones[wrong];
      const dot = word(
        many && (tone === "knit" || tone === "purl") ? drawing.yarns[row.colour % 4] : drawing.tones[tone],
      );
      const times = row.runs[i + 1];
      const [from, at, count] = entry.makes
        ? [row.columns, now, times * entry.makes]
        : [row.below, old, times * entry.uses];
      for (let n = at; n < at + count; n++) words[line + columns - 1 - from[n]] = dot;
      [old, now] = [old + times * entry.uses, now + times * entry.makes];
    }
  }
  const picture = new OffscreenCanvas(data.width, data.height);
  picture.getContext("2d").putImageData(data, 0, 0);
  return picture;
}

function dotOf(colour) {
  const one = new OffscreenCanvas(1, 1).getContext("2d");
  one.fillStyle = colour;
  one.fillRect(0, 0, 1, 1);
  return new Uint32Array(one.getImageData(0, 0, 1, 1).data.buffer)[0];
}
