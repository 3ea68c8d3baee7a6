// At the needles: a press moves the screen at once and becomes an event that waits until it is sent.
import { closest } from "../dom.js";
import { gettext, ngettext } from "../said.js";
import { keepPart, keepRows, keepState, partKept, rowsKept, stateKept } from "./device-store.js";
import { bringInSight } from "./in-sight.js";
import { onDevice, takeOver } from "./on-device.js";
import { pedalKeys } from "./pedals.js";
import { progress } from "./progress.js";
import { Waiting, deviceId, newId } from "./waiting.js";

const LOOKS_AGAIN_AFTER = 5000;
const HANDS_REST_AFTER = 4000;
const ROWS_LEFT_TO_FETCH = 20;

document.addEventListener("alpine:init", () => {
  Alpine.data("rowKeeper", () => ({
    part: 0,
    said: "",
    waits: false,
    tired: false,
    newer: false,
    unkept: false,
    state: { rows: 0, epoch: 0, live: [], floor: 0 },
    known: { rows: 0, epoch: 0, live: [], floor: 0 },
    since: new Map(),
    items: new Map(),
    sending: false,

    init() {
      this.box = this.$root; // what is pressed may be gone from the page by the time that it is asked for
      this.waiting = new Waiting(this.piece);
      this.read();
      this.sat = Date.now();
      this.$watch("part", () => this.inSight());
      this.inSight();
      onDevice(this.data, this.query, () => {
        this.newer = true;
      });
      addEventListener("online", () => this.flush());
      addEventListener("offline", () => this.tell());
      addEventListener("pageshow", (event) => {
        if (event.persisted) this.refresh();
      });
      document.addEventListener("visibilitychange", () => {
        if (!document.hidden) {
          this.awake();
          this.flush();
        }
      });
      document.addEventListener("click", () => this.awake(), { once: true });
      document.querySelector("[data-aloud]")?.addEventListener("click", () => this.aloud());
      // Another tab, or the page before this one, may have left something a moment later.
      addEventListener("storage", () => this.catchUp());
      setInterval(() => {
        this.catchUp();
        this.rest();
      }, LOOKS_AGAIN_AFTER);
      this.ahead();
      if (this.recalled) this.show();
      if (this.behind) this.refresh();
      this.catchUp();
      this.tell();
    },

    get data() {
      return this.box.dataset;
    },
    get piece() {
      return this.data.piece;
    },
    get copy() {
      return Number(this.data.copy);
    },
    get shownRow() {
      return this.box.querySelector(".shown-row");
    },
    get mine() {
      return this.waiting.all.filter((event) => (event.copy ?? 1) === this.copy);
    },
    get query() {
      return this.data.asked;
    },

    // -- what the server said, and the events since
    read(newest = false) {
      const told = document.getElementById("needle-state");
      if (told) this.known = JSON.parse(told.textContent ?? "{}");
      const kept = stateKept(this.piece, this.copy);
      // The page may be older than what this device was told: it was kept, or made while the last press was on its way.
      this.behind = !newest && kept?.count > this.known.count;
      this.recalled = this.behind && kept.stamp === this.known.stamp && kept.revision === this.known.revision;
      if (this.recalled) Object.assign(this.known, kept);
      this.since = new Map(this.mine.map((event) => [event.id, event]));
      this.sum();
    },
    sum() {
      const before = this.state.rows;
      Object.assign(this.state, this.known, progress(this.known, this.since.values()));
      const stopped = partKept();
      this.part = stopped?.here === this.here() ? stopped.part : this.state.part;
      return before !== this.state.rows;
    },
    here() {
      return `${this.piece} ${this.copy} ${this.state.rows}`;
    },

    async catchUp() {
      await this.waiting.load();
      const left = this.mine.filter((event) => !this.since.has(event.id));
      for (const event of left) this.since.set(event.id, event);
      if (left.length) {
        this.sum();
        this.show();
      }
      if (this.waiting.size) this.flush();
    },

    // -- what is pressed
    press(kind, row, data = {}) {
      keepPart(null); // a row that is gone back to begins at its first part
      this.note(kind, row, data);
      this.sum();
      this.show();
      this.flush();
    },
    async note(kind, row, data = {}) {
      const about = { device: deviceId(), epoch: this.state.epoch, ...data };
      const at = new Date().toISOString();
      const event = { id: newId(), kind, row, copy: this.copy, revision: this.known.revision, at, data: about };
      this.since.set(event.id, event);
      const kept = await this.waiting.add(event);
      this.unkept = this.waiting.unkept.size > 0;
      if (!kept) this.tell();
    },
    done() {
      if (this.shownRow?.querySelector("form[data-event=row]")) this.press("row", this.state.rows + 1);
    },
    back() {
      const row = this.state.rows;
      const named = this.state.live.filter(([, at]) => at === row).map(([id]) => id);
      if (row && named.length) this.press("back", row, { takes_back: named });
    },
    at(part) {
      const parts = Number(this.shownRow?.dataset.parts ?? 0);
      this.part = Math.min(Math.max(part, 0), Math.max(parts - 1, 0));
      keepPart({ here: this.here(), part: this.part });
      clearTimeout(this.resting);
      this.resting = setTimeout(() => this.stopped(), HANDS_REST_AFTER);
    },
    inSight() {
      requestAnimationFrame(() => bringInSight(this.shownRow, this.part));
    },
    step(by) {
      this.at(this.part + by);
    },
    // Where one stopped within a row is told once the hands rest there.
    stopped() {
      if (this.part === (this.state.part ?? 0)) return;
      this.note("part", this.state.rows + 1, { part: this.part });
      this.sum();
      this.flush();
    },

    key(event) {
      if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
      if (closest(event, "a, input, textarea, select, summary")) return;
      const onButton = closest(event, "button");
      const page = { c: this.data.count, l: this.data.lost, n: this.data.log }[event.key];
      const keys = {
        ArrowRight: () => this.step(1),
        ArrowLeft: () => this.step(-1),
        Backspace: () => this.back(),
        r: () => this.aloud(),
        ...pedalKeys(
          this.data.pedal,
          () => this.done(),
          () => this.back(),
        ),
      };
      if (event.key in keys) keys[event.key]();
      else if (page && (event.key !== "c" || this.state.rows)) location.assign(page + this.query);
      else if ((event.key === " " || event.key === "Enter") && !onButton) this.done();
      else return;
      event.preventDefault();
    },

    // -- what is shown
    show() {
      const number = this.state.rows + 1;
      const html = this.items.get(number);
      if (html !== undefined) {
        const row = this.shownRow;
        row.insertAdjacentHTML("afterend", html);
        row.remove();
        scrollTo({ top: 0 });
        this.inSight();
      } else {
        this.waitsFor = number;
      }
      this.tell();
      if (!this.items.has(number + ROWS_LEFT_TO_FETCH)) this.ahead();
    },

    // The rows ahead as the server shows them: from the network, else those that are kept on the device.
    async ahead() {
      if (this.fetching) return;
      this.fetching = true;
      const from = Math.max(this.state.rows - 2, 1);
      const url = `${this.data.rows}?copy=${this.copy}&from=${from}`;
      try {
        const answer = await fetch(url, { redirect: "error" });
        if (!answer.ok) throw new Error(String(answer.status));
        this.take(await answer.json());
        keepRows(this.piece, this.copy, [...this.items], this.known.stamp);
      } catch {
        for (const [number, html] of await rowsKept(this.piece, this.copy, this.known.stamp)) {
          if (!this.items.has(number)) this.items.set(number, html);
        }
        this.showWaited();
      } finally {
        this.fetching = false;
      }
    },
    take(told) {
      if (told.stamp !== this.known.stamp) {
        this.items.clear();
        this.known.stamp = told.stamp;
      }
      for (const item of told.items) this.items.set(item.number, item.html);
      this.showWaited();
    },
    showWaited() {
      if (!this.waitsFor || !this.items.has(this.waitsFor)) return;
      this.waitsFor = null;
      this.show();
    },

    tell() {
      const waiting = this.waiting.size;
      this.waits = waiting > 0;
      const held = ngettext("1 press waits to be sent", "{number} presses wait to be sent", waiting);
      const net = navigator.onLine === false || this.cut ? gettext("Offline") : "";
      const missing =
        this.waitsFor && !this.items.has(this.waitsFor)
          ? gettext("Row {row} is not on this device yet", { row: this.waitsFor })
          : "";
      const presses = waiting && (net || this.refused || this.out || this.trouble) ? held : "";
      const out = this.out ? gettext("You are signed out: sign in, and all is sent") : "";
      this.said = [this.trouble, net, presses, out, missing, this.refused].filter(Boolean).join(" · ");
    },

    // -- the network
    async flush() {
      if (this.sending) {
        this.more = true;
        return;
      }
      if (!this.waiting.size) {
        this.tell();
        return;
      }
      this.sending = true;
      const said = await this.waiting.send(this.data.url);
      this.sending = false;
      this.unkept = this.waiting.unkept.size > 0;
      this.cut = said === null;
      this.out = Boolean(said?.signedOut);
      this.trouble = said?.unavailable ? said.why : "";
      if (this.out) navigator.serviceWorker?.controller?.postMessage({ forget: true });
      if (said?.refused?.length) this.refused = gettext("Not taken: {why}", { why: said.refused[0].why });
      this.tell();
      const again = this.more;
      this.more = false;
      const goesOn = said && !said.signedOut && !said.unavailable && this.waiting.size && (again || said.taken?.length);
      if (goesOn) {
        await this.flush();
      } else if (said?.taken && !this.mine.length) {
        this.agree(said);
      }
    },
    // The server has all that was pressed: where it stands is where the page stands, or the page asks anew.
    agree(said) {
      if (said.rows !== this.state.rows || said.asks) {
        this.refresh();
        return;
      }
      if (said.epoch === undefined) return;
      this.known = { ...this.known, ...this.state, epoch: said.epoch, count: said.count };
      this.since.clear();
      this.sum();
      keepState(this.piece, this.copy, this.known);
    },
    async refresh() {
      try {
        const answer = await fetch(this.data.now + this.query, { redirect: "error" });
        if (!answer.ok || this.mine.length) return;
        document.getElementById("now").innerHTML = await answer.text();
        this.items.clear();
        this.read(true);
        keepState(this.piece, this.copy, this.known);
        this.ahead();
      } catch {
        this.cut = true;
        this.tell();
      }
    },

    // -- the hands, the voice, the screen
    aloud() {
      const words = this.shownRow?.dataset.spoken;
      if (!words || !("speechSynthesis" in window)) return;
      speechSynthesis.cancel();
      const spoken = new SpeechSynthesisUtterance(words);
      spoken.volume = Number(this.data.volume ?? 100) / 100;
      speechSynthesis.speak(spoken);
    },
    async awake() {
      try {
        this.lock ??= await navigator.wakeLock?.request("screen");
        this.lock?.addEventListener("release", () => {
          this.lock = null;
        });
      } catch {
        // Not allowed now.
      }
    },
    rest() {
      if (this.known.rest && Date.now() - this.sat > this.known.rest * 60000) this.tired = true;
    },
    // A newer release waits until it is let in, so that no page changes in the middle of a row.
    letIn() {
      takeOver();
    },
    rested() {
      this.tired = false;
      this.sat = Date.now();
    },
  }));
});
