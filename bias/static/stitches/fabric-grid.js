// The small grid of an own fabric: squares are pressed, or gone over by keys; the server says whether it can be worked.
import { closest } from "../dom.js";
import { gettext } from "../said.js";
/** @type {any} */
let grid = null;

function start() {
  const form = /** @type {any} */ (document.getElementById("own"));
  if (!form || form.dataset.ready) return;
  form.dataset.ready = "yes";
  const palette = JSON.parse(document.getElementById("palette").textContent);
  grid = { form, palette, brush: "p", rows: read(form.elements.grid.value), at: [0, 0] };
  drawPalette();
  drawGrid();
  show(form.elements.way.value || "grid");
}

// Rows from the bottom, each from its right end: keys of stitches, each as wide as it makes.
function read(text) {
  const rows = text
    .split("/")
    .map((row) => row.trim().split(/\s+/).filter(Boolean))
    .filter((row) => row.length);
  return rows.length ? rows : Array.from({ length: 4 }, () => Array(6).fill("k"));
}

const wide = (key) => grid.palette.find((each) => each.key === key)?.wide ?? 1;
const columns = () => Math.max(...grid.rows.map((row) => row.reduce((sum, key) => sum + wide(key), 0)));

function drawPalette() {
  const box = grid.form.querySelector(".palette");
  box.replaceChildren(
    ...grid.palette.map((each) => {
      const button = document.createElement("button");
      button.type = "button";
      button.setAttribute("role", "radio");
      button.setAttribute("aria-checked", String(each.key === grid.brush));
      button.setAttribute("aria-label", each.says);
      button.title = each.says;
      button.dataset.brush = each.key;
      button.append(sign(each), Object.assign(document.createElement("kbd"), { textContent: each.typed }));
      return button;
    }),
  );
}

function sign(each) {
  const svg = document.createElementNS("http://www.w3.org/2000/svg", "svg");
  svg.setAttribute("viewBox", "0 0 100 100");
  svg.setAttribute("preserveAspectRatio", "none");
  svg.setAttribute("aria-hidden", "true");
  svg.classList.add(`tone-${each.tone}`);
  const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
  path.setAttribute("d", each.path);
  path.setAttribute("vector-effect", "non-scaling-stroke");
  svg.append(path);
  return svg;
}

function drawGrid() {
  const body = grid.form.querySelector(".grid tbody");
  const lines = grid.rows.map((row, up) => {
    const line = document.createElement("tr");
    const cells = row.map((key, place) => {
      const cell = document.createElement("td");
      cell.setAttribute("role", "gridcell");
      cell.colSpan = wide(key);
      const button = document.createElement("button");
      const each = grid.palette.find((one) => one.key === key) ?? grid.palette[0];
      button.type = "button";
      button.dataset.place = `${up}:${place}`;
      const facts = { row: up + 1, stitch: place + 1, kind: each.says };
      button.setAttribute("aria-label", gettext("row {row}, stitch {stitch}: {kind}", facts));
      button.tabIndex = up === grid.at[0] && place === grid.at[1] ? 0 : -1;
      button.append(sign(each));
      cell.append(button);
      return cell;
    });
    const head = Object.assign(document.createElement("th"), { textContent: String(up + 1), scope: "row" });
    line.append(...cells.reverse(), head);
    return line;
  });
  body.replaceChildren(...lines.reverse());
  grid.form.elements.columns.value = String(columns());
  grid.form.elements.rows_.value = String(grid.rows.length);
  grid.form.elements.grid.value = grid.rows.map((row) => row.join(" ")).join(" / ");
  check();
}

function resize(across, up) {
  across = Math.min(Math.max(Number.isFinite(across) ? across : 1, 1), 80);
  up = Math.min(Math.max(Number.isFinite(up) ? up : 1, 1), 120);
  grid.rows = Array.from({ length: up }, (_, at) => fitted(grid.rows[at] ?? [], across));
  grid.at = [Math.min(grid.at[0], up - 1), 0];
  drawGrid();
}

// A row cut or filled up with knit stitches to a number of columns.
function fitted(row, across) {
  const found = [];
  let used = 0;
  for (const key of row) {
    if (used + wide(key) > across) break;
    found.push(key);
    used += wide(key);
  }
  while (used < across) {
    found.push("k");
    used += 1;
  }
  return found;
}

function put(up, place, key) {
  const row = grid.rows[up];
  const before = row.slice(0, place);
  let room = wide(row[place]);
  let after = place + 1;
  while (room < wide(key) && after < row.length) {
    room += wide(row[after]);
    after += 1;
  }
  if (room < wide(key)) return;
  grid.rows[up] = [...before, key, ...Array(room - wide(key)).fill("k"), ...row.slice(after)];
  grid.at = [up, place];
  drawGrid();
  focus();
}

function focus() {
  grid.form.querySelector(`[data-place="${grid.at[0]}:${grid.at[1]}"]`)?.focus();
}

function show(way) {
  grid.form.elements.way.value = way;
  for (const pane of grid.form.querySelectorAll("[data-pane]")) pane.hidden = pane.dataset.pane !== way;
  for (const button of grid.form.querySelectorAll("[data-way]"))
    button.setAttribute("aria-pressed", String(button.dataset.way === way));
  check();
}

let waiting = 0;
function check() {
  clearTimeout(waiting);
  waiting = setTimeout(async () => {
    const form = grid.form;
    if (form.elements.way.value === "typed" && !form.elements.typed.value.trim())
      return form.querySelector("#drawn").replaceChildren();
    const answer = await fetch(form.dataset.check, {
      method: "POST",
      body: new FormData(form),
      headers: { "HX-Request": "true" },
    }).catch(() => null);
    if (answer?.ok) form.querySelector("#drawn").innerHTML = await answer.text();
  }, 150);
}

document.addEventListener("click", (event) => {
  if (!grid) return;
  const brush = closest(event, "[data-brush]");
  if (brush) {
    grid.brush = brush.dataset.brush;
    drawPalette();
    grid.form.querySelector(`[data-brush="${grid.brush}"]`).focus();
  }
  const cell = closest(event, "[data-place]");
  if (cell) put(...cell.dataset.place.split(":").map(Number), grid.brush);
  const way = closest(event, "[data-way]");
  if (way) show(way.dataset.way);
  const edit = closest(event, "[data-edit-fabric]");
  if (edit) change(edit);
});

function change(button) {
  const fields = grid.form.elements;
  grid.rows = read(button.dataset.rows);
  grid.at = [0, 0];
  fields.own_name.value = fields.instead.value = button.dataset.editFabric;
  fields.own_joins.value = button.dataset.joins;
  const said = grid.form.querySelector(".own-instead");
  said.hidden = false;
  said.textContent = gettext("It takes the place of {fabric} in every part.", { fabric: button.dataset.editFabric });
  show("grid");
  drawGrid();
  grid.form.scrollIntoView({ block: "nearest" });
  focus();
}

document.addEventListener("keydown", (event) => {
  const cell = closest(event, "[data-place]");
  if (!grid || !cell || event.ctrlKey || event.metaKey || event.altKey) return;
  const [up, place] = cell.dataset.place.split(":").map(Number);
  const moves = { ArrowUp: [1, 0], ArrowDown: [-1, 0], ArrowRight: [0, -1], ArrowLeft: [0, 1] };
  const move = moves[event.key];
  const key = grid.palette.find((each) => each.typed === event.key.toLowerCase())?.key;
  if (move) {
    const row = Math.min(Math.max(up + move[0], 0), grid.rows.length - 1);
    grid.at = [row, Math.min(Math.max(place + move[1], 0), grid.rows[row].length - 1)];
    for (const each of grid.form.querySelectorAll("[data-place]"))
      each.tabIndex = each.dataset.place === grid.at.join(":") ? 0 : -1;
    focus();
  } else if (key) {
    put(up, place, key);
  } else {
    return;
  }
  event.preventDefault();
});

document.addEventListener("input", (event) => {
  if (grid && /** @type {Element} */ (event.target).matches?.("#own textarea, #own select, #own [name=own_name]"))
    check();
});
document.addEventListener("change", (event) => {
  if (!grid || !(/** @type {Element} */ (event.target).matches?.("#own [name=columns], #own [name=rows_]"))) return;
  const fields = grid.form.elements;
  resize(parseInt(fields.columns.value, 10), parseInt(fields.rows_.value, 10));
});

// A fabric that was kept makes room for the next; one that was refused, or is being drawn, stays as it is.
function cleared(event) {
  if (event.detail.requestConfig?.elt?.id !== "own" || document.querySelector(".stitches-note")) return;
  const fields = grid.form.elements;
  fields.own_name.value = fields.instead.value = fields.typed.value = "";
  grid.form.querySelector(".own-instead").hidden = true;
  grid.rows = read("");
  grid.at = [0, 0];
  drawGrid();
}

document.addEventListener("htmx:afterSwap", (event) => {
  start();
  if (event.detail.target?.id === "stitches") cleared(event);
});
document.addEventListener("DOMContentLoaded", start);
