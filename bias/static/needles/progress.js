// Where a piece stands after some events: the same sums as in knitting/log/progress.py, proven by the same cases.
import { KINDS } from "./event-kinds.js";

/**
 * @typedef {Object} PressEvent
 * @property {string} id
 * @property {string} kind
 * @property {number} row
 * @property {number} [copy]
 * @property {number} [revision]
 * @property {string} at
 * @property {Record<string, any>} [data]
 */

/**
 * @typedef {Object} Known
 * @property {number} rows rows worked
 * @property {number} [part] parts of the next row that are worked
 * @property {number} epoch how often rows were taken back
 * @property {[string, number][]} live worked rows by their events
 * @property {number} [floor] the row up to which all rows are worked and not listed in `live`
 */

/**
 * What was known, and the events since, whatever their order and however often each is there.
 * @param {Known} known
 * @param {Iterable<PressEvent>} events
 * @returns {Required<Known>}
 */
export function progress(known, events) {
  const own = inOrder(events);
  const gone = takenBack(own);
  const kept = own.filter((event) => !gone.has(event.id));
  const worked = kept.filter((event) => KINDS[event.kind]?.counts).map((event) => [event.id, event.row]);
  const live = [
    ...new Map([...known.live.filter(([id]) => !gone.has(id)), .../** @type {[string, number][]} */ (worked)]),
  ];
  const floor = known.floor ?? 0;
  const rows = live.reduce((highest, [, row]) => Math.max(highest, row), floor);
  const stop = kept.findLast((event) => event.kind === "part" && event.row === rows + 1);
  const part = stop ? stop.data.part : rows === known.rows ? (known.part ?? 0) : 0;
  return { rows, part, epoch: known.epoch + own.filter((event) => KINDS[event.kind]?.lowers).length, live, floor };
}

/** @param {Iterable<PressEvent>} events */
function inOrder(events) {
  const once = [...new Map([...events].map((event) => [event.id, event])).values()];
  return once.sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
}

const BACK = ["back", "undone"];

// Ripping and jumping can be taken back themselves, and then take nothing.
/** @param {PressEvent[]} own */
function takenBack(own) {
  const takes = (/** @type {PressEvent} */ event) => event.data?.takes_back ?? [];
  const byBack = new Set(own.filter((event) => BACK.includes(event.kind)).flatMap(takes));
  const others = own.filter(
    (event) => !BACK.includes(event.kind) && KINDS[event.kind]?.lowers && !byBack.has(event.id),
  );
  return new Set([...byBack, ...others.flatMap(takes)]);
}
