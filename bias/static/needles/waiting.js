// What happened at the needles and is not sent yet: it waits on the device, and is sent when it can be.
// Each event is kept under its own id, so that neither two tabs nor sending twice lose or double anything.
import { gettext } from "../said.js";
import { createStore, delMany, entries, set } from "../vendor/idb-keyval.js";

/** @typedef {import("./progress.js").PressEvent} PressEvent */
/** @typedef {{taken?: string[], refused?: {id: string, why: string}[], rows?: number, epoch?: number, count?: number, asks?: boolean, signedOut?: boolean, unavailable?: boolean, why?: string}} Answer */

const MOST_SENT_AT_ONCE = 400;
const NOTE = "bias-press";

export function newId() {
  if (crypto.randomUUID) return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

/** @type {string | undefined} */
let device;

/** The name of this device among those of a knitter. */
export function deviceId() {
  try {
    device = localStorage.getItem("bias-device") ?? device ?? newId();
    localStorage.setItem("bias-device", device);
  } catch {
    device ??= newId();
  }
  return device;
}

/** @param {string | number} piece */
export class Waiting {
  constructor(piece) {
    this.piece = String(piece);
    /** @type {Map<string, PressEvent>} */
    this.events = new Map();
    /** Events that this device could not keep: they are in this page alone. */
    this.unkept = new Set();
    try {
      this.store = createStore("bias", "presses");
    } catch {
      this.store = null;
    }
  }

  get all() {
    return [...this.events.values()].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  }

  get size() {
    return this.events.size;
  }

  /** Everything that waits for the piece, also what another tab or the page before this one left. */
  async load() {
    for (const event of [...notes(this.piece), ...left(this.piece), ...(await this.stored())]) {
      if (!this.events.has(event.id)) this.events.set(event.id, event);
    }
    return this.all;
  }

  /** @returns {Promise<PressEvent[]>} */
  async stored() {
    if (!this.store) return [];
    try {
      const found = await entries(this.store);
      return found.filter(([key]) => String(key).startsWith(`${this.piece} `)).map(([, event]) => event);
    } catch {
      return [];
    }
  }

  /**
   * An event waits from now on. A note of it is written at once, as a page that is closed in this moment writes
   * nothing any more; the note goes as soon as the store has it.
   * @param {PressEvent} event
   * @returns {Promise<boolean>} whether the device keeps it
   */
  async add(event) {
    this.events.set(event.id, event);
    const noted = writeNote(this.piece, event);
    try {
      if (!this.store) throw new Error("no store");
      await set(`${this.piece} ${event.id}`, event, this.store);
      if (!this.events.has(event.id)) await this.forget([event.id]);
      else dropNotes([event.id]);
    } catch {
      if (!noted && this.events.has(event.id)) this.unkept.add(event.id);
    }
    return !this.unkept.has(event.id);
  }

  /** @param {string[]} ids */
  async forget(ids) {
    for (const id of ids) {
      this.events.delete(id);
      this.unkept.delete(id);
    }
    dropNotes(ids);
    dropLeft(this.piece, ids);
    try {
      if (this.store)
        await delMany(
          ids.map((id) => `${this.piece} ${id}`),
          this.store,
        );
    } catch {
      // It is sent once more, and changes nothing.
    }
  }

  /**
   * Sends all that waits; nothing comes back where the server cannot be reached.
   * @param {string} url
   * @returns {Promise<Answer | null>}
   */
  async send(url) {
    const events = this.all.slice(0, MOST_SENT_AT_ONCE);
    if (!events.length) return {};
    const token = JSON.parse(document.body.getAttribute("hx-headers") ?? "{}")["X-CSRFToken"];
    let answer;
    try {
      answer = await fetch(url, {
        method: "POST",
        body: JSON.stringify({ events }),
        redirect: "manual",
        headers: { "Content-Type": "application/json", "X-CSRFToken": token },
      });
    } catch {
      return null;
    }
    if (answer.type === "opaqueredirect" || answer.status === 403) return { signedOut: true };
    if (!answer.ok && answer.status !== 422) return { unavailable: true, why: await whyNot(answer) };
    const said = await answer.json();
    await this.forget([...said.taken, ...said.refused.map((each) => each.id)]);
    return said;
  }
}

/** @param {Response} answer */
async function whyNot(answer) {
  try {
    return (await answer.json()).why;
  } catch {
    return gettext("The server could not answer.");
  }
}

const noteKey = (id) => `${NOTE}-${id}`;

/** @param {string} piece @param {PressEvent} event */
function writeNote(piece, event) {
  try {
    localStorage.setItem(noteKey(event.id), JSON.stringify({ piece, event }));
    return true;
  } catch {
    return false;
  }
}

/** @param {string} piece @returns {PressEvent[]} */
function notes(piece) {
  try {
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(`${NOTE}-`));
    return keys
      .map((key) => JSON.parse(localStorage.getItem(key) ?? "{}"))
      .filter((note) => note.piece === piece)
      .map((note) => note.event);
  } catch {
    return [];
  }
}

/** @param {string[]} ids */
function dropNotes(ids) {
  try {
    for (const id of ids) localStorage.removeItem(noteKey(id));
  } catch {
    // A private window keeps none.
  }
}

// Releases before 0.5 kept all that waited for a piece as one list.
/** @param {string} piece @returns {PressEvent[]} */
function left(piece) {
  try {
    return JSON.parse(localStorage.getItem(`bias-waiting-${piece}`) ?? "[]") ?? [];
  } catch {
    return [];
  }
}

/** @param {string} piece @param {string[]} ids */
function dropLeft(piece, ids) {
  const before = left(piece);
  if (!before.length) return;
  const after = before.filter((event) => !ids.includes(event.id));
  try {
    if (after.length) localStorage.setItem(`bias-waiting-${piece}`, JSON.stringify(after));
    else localStorage.removeItem(`bias-waiting-${piece}`);
  } catch {
    // It is sent once more, and changes nothing.
  }
}
