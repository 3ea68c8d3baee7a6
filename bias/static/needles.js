// At the needles: a press moves the screen at once and becomes an event that waits until it is sent.
document.addEventListener("alpine:init", () => {
  Alpine.data("rowKeeper", () => ({
    part: 0,
    said: "",
    waits: false,
    tired: false,
    state: { rows: 0, epoch: 0, live: [] },
    items: new Map(),
    applied: new Set(),
    sending: false,

    init() {
      this.box = this.$root;  // what is pressed may be gone from the page by the time that it is asked for
      this.read();
      this.since = Date.now();
      this.worker();
      addEventListener("online", () => this.flush());
      addEventListener("offline", () => this.tell());
      addEventListener("pageshow", (event) => { if (event.persisted) this.refresh(); });
      document.addEventListener("visibilitychange", () => { if (!document.hidden) { this.awake(); this.flush(); } });
      document.addEventListener("click", () => this.awake(), { once: true });
      document.querySelector("[data-aloud]")?.addEventListener("click", () => this.aloud());
      // Another tab, or the page before this one, may have left something a moment later.
      addEventListener("storage", () => this.catchUp());
      setInterval(() => { this.catchUp(); this.rest(); }, 5000);
      this.ahead();
      if (this.recalled) this.show();
      if (this.behind) this.refresh();
      this.catchUp();
      this.tell();
    },

    get data() { return this.box.dataset; },
    get piece() { return this.data.piece; },
    get copy() { return Number(this.data.copy); },
    get sitting() { return this.box.querySelector(".sitting"); },
    get mine() { return Waiting.all(this.piece).filter((event) => (event.copy ?? 1) === this.copy); },
    get query() { return this.data.asked; },

    // -- the state that the server gave, and what waits on top of it
    read(newest = false) {
      const told = document.getElementById("needle-state");
      if (told) this.state = JSON.parse(told.textContent);
      const known = knownState(this.piece, this.copy);
      // The page may be older than what this device was told: it was kept, or made while the last press was on its way.
      this.behind = !newest && known?.count > this.state.count;
      this.recalled = this.behind && known.stamp === this.state.stamp && known.revision === this.state.revision;
      if (this.recalled) Object.assign(this.state, known);
      this.applied = new Set();
      this.part = this.state.part ?? 0;
      const kept = recall();
      if (kept?.here === this.here()) this.part = kept.part;
    },
    here() { return `${this.piece} ${this.copy} ${this.state.rows}`; },

    catchUp() {
      const left = this.mine.filter((event) => !this.applied.has(event.id));
      for (const event of left) this.apply(event);
      if (left.length) this.show();
      if (left.length || Waiting.all(this.piece).length) this.flush();
    },

    apply(event) {
      this.applied.add(event.id);
      if (event.kind === "row") {
        this.state.rows = Math.max(this.state.rows, event.row);
        this.state.live.push([event.id, event.row]);
      } else if (["back", "ripped", "jump"].includes(event.kind)) {
        const out = new Set(event.data.takes_back ?? []);
        this.state.live = this.state.live.filter(([id]) => !out.has(id));
        this.state.epoch += 1;
        const left = Math.max(0, ...this.state.live.map(([, row]) => row));
        this.state.rows = event.kind === "back" ? Math.min(Math.max(left, event.row - 1), this.state.rows) : Math.max(event.row, left);
      } else return;
      this.part = 0;
    },

    // -- what is pressed
    press(kind, row, data = {}) {
      const event = {
        id: Waiting.id(), kind, row, copy: this.copy, revision: this.state.revision, at: new Date().toISOString(),
        data: { device: Waiting.device(), epoch: this.state.epoch, ...data },
      };
      Waiting.add(this.piece, event);
      this.apply(event);
      this.show();
      this.flush();
    },
    done() { if (this.sitting?.querySelector("form[data-event=row]")) this.press("row", this.state.rows + 1); },
    back() {
      if (!this.state.rows) return;
      const row = this.state.rows;
      const named = this.state.live.filter(([, at]) => at === row).map(([id]) => id);
      if (named.length) this.press("back", row, { takes_back: named });
    },
    at(part) {
      const parts = Number(this.sitting?.dataset.parts ?? 0);
      this.part = Math.min(Math.max(part, 0), Math.max(parts - 1, 0));
      keepPart({ here: this.here(), part: this.part });
      clearTimeout(this.resting);
      this.resting = setTimeout(() => this.stopped(), 4000);
    },
    step(by) { this.at(this.part + by); },
    // Where one stopped within a row is told once the hands rest there.
    stopped() {
      if (this.part === (this.state.part ?? 0)) return;
      this.state.part = this.part;
      const id = Waiting.id();
      this.applied.add(id);
      Waiting.add(this.piece, {
        id, kind: "part", row: this.state.rows + 1, copy: this.copy, revision: this.state.revision,
        at: new Date().toISOString(), data: { device: Waiting.device(), epoch: this.state.epoch, part: this.part },
      });
      this.flush();
    },

    key(event) {
      if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
      if (event.target.closest("a, input, textarea, select, summary")) return;
      const onButton = event.target.closest("button");
      const go = { c: this.data.count, l: this.data.lost, n: this.data.log }[event.key];
      if (event.key === "ArrowRight") this.step(1);
      else if (event.key === "ArrowLeft") this.step(-1);
      else if (event.key === "Backspace") this.back();
      else if (event.key === "r") this.aloud();
      else if (go && (event.key !== "c" || this.state.rows)) location.assign(go + this.query);
      else if ((event.key === " " || event.key === "Enter") && !onButton) this.done();
      else return;
      event.preventDefault();
    },

    // -- what is shown
    show() {
      const number = this.state.rows + 1;
      const html = this.items.get(number);
      if (html !== undefined) {
        const row = this.sitting;
        row.insertAdjacentHTML("afterend", html);
        row.remove();
        scrollTo({ top: 0 });
      } else {
        this.waitsFor = number;
      }
      this.tell();
      if (!this.items.has(number + 20)) this.ahead();
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
        keepRows(this.piece, this.copy, [...this.items], this.state.stamp);
      } catch {
        for (const [number, html] of await keptRows(this.piece, this.copy, this.state.stamp)) if (!this.items.has(number)) this.items.set(number, html);
        if (this.waitsFor && this.items.has(this.waitsFor)) this.shown();
      } finally {
        this.fetching = false;
      }
    },
    take(told) {
      if (told.stamp !== this.state.stamp) { this.items.clear(); this.state.stamp = told.stamp; }
      for (const item of told.items) this.items.set(item.number, item.html);
      if (this.waitsFor && this.items.has(this.waitsFor)) this.shown();
    },
    shown() { this.waitsFor = null; this.show(); },

    tell() {
      const waiting = Waiting.all(this.piece).length;
      this.waits = waiting > 0;
      const things = waiting === 1 ? "1 press waits" : `${waiting} presses wait`;
      const net = navigator.onLine === false || this.cut ? "Offline" : "";
      const missing = this.waitsFor && !this.items.has(this.waitsFor) ? `Row ${this.waitsFor} is not on this device yet` : "";
      const held = waiting && (net || this.refused || this.out) ? `${things} to be sent` : "";
      const out = this.out ? "You are signed out: sign in, and all is sent" : "";
      this.said = [net, held, out, missing, this.refused].filter(Boolean).join(" · ");
    },

    // -- the network
    async flush() {
      if (this.sending) { this.more = true; return; }
      if (!Waiting.all(this.piece).length) { this.tell(); return; }
      this.sending = true;
      const said = await Waiting.send(this.piece, this.data.url);
      this.sending = false;
      this.cut = said === null;
      this.out = Boolean(said?.signedOut);
      if (said?.refused?.length) this.refused = `Not taken: ${said.refused[0].why}`;
      this.tell();
      const again = this.more;
      this.more = false;
      if (said && !said.signedOut && Waiting.all(this.piece).length && (again || said.taken?.length)) return this.flush();
      if (said?.taken && !this.mine.length && (said.rows !== this.state.rows || said.asks)) this.refresh();
      else if (said?.epoch !== undefined && !this.mine.length) {
        Object.assign(this.state, { epoch: said.epoch, count: said.count });
        keepState(this.piece, this.copy, this.state);
      }
    },
    async refresh() {
      try {
        const answer = await fetch(this.data.now + this.query, { redirect: "error" });
        if (!answer.ok || this.mine.length) return;
        document.getElementById("now").innerHTML = await answer.text();
        this.items.clear();
        this.read(true);
        keepState(this.piece, this.copy, this.state);
        this.ahead();
      } catch { this.cut = true; this.tell(); }
    },

    // -- the hands, the voice, the screen
    aloud() {
      const words = this.sitting?.dataset.spoken;
      if (!words || !("speechSynthesis" in window)) return;
      speechSynthesis.cancel();
      speechSynthesis.speak(new SpeechSynthesisUtterance(words));
    },
    async awake() {
      try { this.lock ??= await navigator.wakeLock?.request("screen"); this.lock?.addEventListener("release", () => { this.lock = null; }); } catch { /* not allowed now */ }
    },
    rest() { if (this.state.rest && Date.now() - this.since > this.state.rest * 60000) this.tired = true; },
    rested() { this.tired = false; this.since = Date.now(); },

    async worker() {
      if (!("serviceWorker" in navigator)) return;
      try {
        await navigator.serviceWorker.register(this.data.worker, { scope: "/" });
        const ready = await navigator.serviceWorker.ready;
        const files = [...document.querySelectorAll("script[src], link[rel=stylesheet], link[rel=icon]")].map((each) => each.src || each.href);
        const copies = [...document.querySelectorAll(".copies a")].map((each) => each.href);
        const pages = [this.data.log + this.query, this.data.offline + this.query].map((each) => new URL(each, location.href).href);
        ready.active.postMessage({ keep: [location.href, ...pages, ...files, ...fonts()], once: copies });
        document.documentElement.dataset.offline = "ready";
      } catch { /* without it the page works while the network does */ }
    },
  }));
});

function fonts() {
  return performance.getEntriesByType("resource").map((entry) => entry.name).filter((name) => name.endsWith(".woff2"));
}

function recall() {
  try { return JSON.parse(sessionStorage.getItem("bias-part")); } catch { return null; }
}

function keepPart(kept) {
  try { sessionStorage.setItem("bias-part", JSON.stringify(kept)); } catch { /* private window: for this page only */ }
}

const stateKept = (piece, copy) => `bias-state-${piece}-${copy}`;

function knownState(piece, copy) {
  try { return JSON.parse(localStorage.getItem(stateKept(piece, copy))); } catch { return null; }
}

function keepState(piece, copy, { rows, epoch, count, live, stamp, revision }) {
  try {
    localStorage.setItem(stateKept(piece, copy), JSON.stringify({ rows, epoch, count, live: live.slice(-400), part: 0, stamp, revision }));
  } catch { /* no room, or a private window */ }
}

const rowsKept = (piece, copy) => `/kept-rows/${piece}/${copy}`;

async function keepRows(piece, copy, items, stamp) {
  try {
    const cache = await caches.open("bias-rows");
    await cache.put(rowsKept(piece, copy), new Response(JSON.stringify({ stamp, items })));
  } catch { /* no room, or a private window */ }
}

async function keptRows(piece, copy, stamp) {
  try {
    const found = await (await caches.open("bias-rows")).match(rowsKept(piece, copy));
    const kept = found ? await found.json() : { items: [] };
    return kept.stamp === stamp ? kept.items : [];
  } catch { return []; }
}
