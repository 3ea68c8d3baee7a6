// A page-turner or a foot pedal presses keys: which of them work a row and take one back is among her ways.

/** @type {Record<string, [string, string]>} */
const KEYS = {
  pages: ["PageDown", "PageUp"],
  arrows: ["ArrowDown", "ArrowUp"],
  sideways: ["ArrowRight", "ArrowLeft"],
};

/**
 * What the keys of a pedal do; nothing where she has none.
 * @param {string | undefined} pedal
 * @param {() => void} done
 * @param {() => void} back
 * @returns {Record<string, () => void>}
 */
export function pedalKeys(pedal, done, back) {
  const keys = KEYS[pedal ?? ""];
  return keys ? { [keys[0]]: done, [keys[1]]: back } : {};
}
