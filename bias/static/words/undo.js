// Undo that survives a reload: every change of a text as what stood where, kept for as long as the tab is open.
const MOST_KEPT = 400;
const MOST_CHARACTERS = 600_000;
const TYPED_TOGETHER = 800;

export class UndoStack {
  constructor(name, text) {
    this.name = name;
    this.text = text;
    this.past = [];
    this.future = [];
    this.typedAt = 0;
    try {
      const kept = JSON.parse(sessionStorage.getItem(name) ?? "null");
      if (kept && Array.isArray(kept.past) && Array.isArray(kept.future) && typeof kept.text === "string") {
        this.past = kept.past;
        this.future = kept.text === text ? kept.future : [];
        this.text = kept.text;
      }
    } catch {
      this.past = [];
    }
    if (this.text === text) this.keep();
    else this.note(text);
  }

  // The smallest stretch that is other: where it begins, what stood there, what stands there now.
  static change(before, after) {
    let same = 0;
    const shorter = Math.min(before.length, after.length);
    while (same < shorter && before[same] === after[same]) same++;
    let tail = 0;
    while (tail < shorter - same && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
    return [same, before.slice(same, before.length - tail), after.slice(same, after.length - tail)];
  }

  note(text, now = Date.now()) {
    if (text === this.text) return;
    const [from, out, put] = UndoStack.change(this.text, text);
    const last = this.past[this.past.length - 1];
    const goesOn =
      last &&
      now - this.typedAt < TYPED_TOGETHER &&
      !out &&
      put.length === 1 &&
      put !== "\n" &&
      last[1] === "" &&
      from === last[0] + last[2].length;
    if (goesOn) last[2] += put;
    else this.past.push([from, out, put]);
    this.typedAt = now;
    this.future = [];
    this.text = text;
    this.keep();
  }

  undo() {
    const last = this.past.pop();
    if (!last) return null;
    const [from, out, put] = last;
    this.future.push(last);
    return this.become(this.text.slice(0, from) + out + this.text.slice(from + put.length), from + out.length);
  }

  redo() {
    const next = this.future.pop();
    if (!next) return null;
    const [from, out, put] = next;
    this.past.push(next);
    return this.become(this.text.slice(0, from) + put + this.text.slice(from + out.length), from + put.length);
  }

  become(text, caret) {
    this.text = text;
    this.typedAt = 0;
    this.keep();
    return { text, caret };
  }

  keep() {
    while (this.past.length > MOST_KEPT) this.past.shift();
    let size = this.past.reduce((sum, [, out, put]) => sum + out.length + put.length, 0);
    while (size > MOST_CHARACTERS && this.past.length > 1) {
      const [, out, put] = this.past.shift();
      size -= out.length + put.length;
    }
    try {
      sessionStorage.setItem(this.name, JSON.stringify({ text: this.text, past: this.past, future: this.future }));
    } catch {
      // A full store loses the undo of a reload, never the text: that is the draft's.
    }
  }
}
