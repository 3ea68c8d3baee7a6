// The key of the chart: the signs in use with their names, and the yarns where there are several.
import { gettext } from "../said.js";

const SVG = "http://www.w3.org/2000/svg";

export function fillKey(list, model, asWorked) {
  const seen = new Set();
  list.replaceChildren();
  for (const entry of model.entries) {
    for (const side of asWorked ? [0] : sidesOf(entry, model)) {
      const name =
        side && entry.signs[0] !== entry.signs[1]
          ? gettext("{stitch} on a wrong-side row", { stitch: entry.spoken })
          : entry.spoken;
      if (seen.has(name)) continue;
      seen.add(name);
      const picture = document.createElementNS(SVG, "svg");
      addItem(list, picture, name);
      drawSign(picture, entry.signs[side]);
      picture.setAttribute("class", `tone-${entry.tones[side]}`);
    }
  }
  addYarns(list, model);
}

// A sign of the chart in a picture of the page.
export function drawSign(picture, path) {
  picture.setAttribute("viewBox", "0 0 100 100");
  picture.setAttribute("aria-hidden", "true");
  const line = document.createElementNS(SVG, "path");
  line.setAttribute("d", path);
  picture.replaceChildren(line);
}

// On which sides of the work a stitch is worked: 0 the right side, 1 the wrong side.
function sidesOf(entry, model) {
  const number = model.entries.indexOf(entry);
  return [0, 1].filter((side) => model.rows.some((row) => model.wrong(row) === side && usesEntry(row, number)));
}

function usesEntry(row, number) {
  for (let i = 0; i < row.runs.length; i += 2) if (row.runs[i] === number) return true;
  return false;
}

function addYarns(list, model) {
  if (model.colours.length < 2) return;
  model.colours.forEach((colour, at) => {
    const picture = document.createElementNS(SVG, "svg");
    picture.setAttribute("class", `tone-yarn-${at % 4}`);
    picture.setAttribute("aria-hidden", "true");
    addItem(list, picture, model.data.yarns[colour] ?? colour);
  });
}

function addItem(list, picture, name) {
  const item = document.createElement("li");
  item.append(picture, name);
  list.append(item);
}
