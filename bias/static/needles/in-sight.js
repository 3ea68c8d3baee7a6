// A row that does not fit the screen moves with the part in hand.

const ROOM = 12;

/** Brings the part in hand, with how far it is to the next mark, between the top of the screen and the buttons below. */
export function bringInSight(/** @type {HTMLElement | null} */ row, /** @type {number} */ part) {
  const shown = row?.querySelectorAll(".now-part")[part];
  if (!shown) return;
  const head = document.querySelector(".rooms-bar")?.getBoundingClientRect();
  const top = Math.max(isStuck(".rooms-bar") ? (head?.bottom ?? 0) : 0, 0) + ROOM;
  const bottoms = [".foot", ".rooms"].filter(isStuck).map((each) => boxOf(each).top);
  const bottom = Math.min(innerHeight, ...bottoms) - ROOM;
  const box = shown.getBoundingClientRect();
  if (box.bottom > bottom) scrollBy({ top: Math.min(box.bottom - bottom, box.top - top) });
  else if (box.top < top) scrollBy({ top: box.top - top });
}

function boxOf(/** @type {string} */ selector) {
  return /** @type {Element} */ (document.querySelector(selector)).getBoundingClientRect();
}

function isStuck(/** @type {string} */ selector) {
  const found = document.querySelector(selector);
  return Boolean(found && ["fixed", "sticky"].includes(getComputedStyle(found).position));
}
