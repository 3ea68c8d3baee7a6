// What this device keeps of the needles beside the presses that wait: rows ahead, and what the server said last.
const stateKey = (piece, copy) => `bias-state-${piece}-${copy}`;
const rowsKey = (piece, copy) => `/kept-rows/${piece}/${copy}`;

/** Where one stopped within a row, for a page that is loaded again. */
export function partKept() {
  try {
    return JSON.parse(sessionStorage.getItem("bias-part") ?? "null");
  } catch {
    return null;
  }
}

export function keepPart(kept) {
  try {
    sessionStorage.setItem("bias-part", JSON.stringify(kept));
  } catch {
    // A private window: for this page only.
  }
}

export function stateKept(piece, copy) {
  try {
    return JSON.parse(localStorage.getItem(stateKey(piece, copy)) ?? "null");
  } catch {
    return null;
  }
}

export function keepState(piece, copy, { rows, epoch, count, live, floor, stamp, revision }) {
  const state = { rows, epoch, count, live: live.slice(-400), floor, part: 0, stamp, revision };
  try {
    localStorage.setItem(stateKey(piece, copy), JSON.stringify(state));
  } catch {
    // No room, or a private window.
  }
}

export async function keepRows(piece, copy, items, stamp) {
  try {
    const cache = await caches.open("bias-rows");
    await cache.put(rowsKey(piece, copy), new Response(JSON.stringify({ stamp, items })));
  } catch {
    // No room, or a private window.
  }
}

export async function rowsKept(piece, copy, stamp) {
  try {
    const found = await (await caches.open("bias-rows")).match(rowsKey(piece, copy));
    const kept = found ? await found.json() : { items: [] };
    return kept.stamp === stamp ? kept.items : [];
  } catch {
    return [];
  }
}
