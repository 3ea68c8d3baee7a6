// At the needles: a press becomes an event with an id of its own; sending it again changes nothing.
document.addEventListener("alpine:init", () => {
  Alpine.data("rowKeeper", () => ({
    part: 0,
    unsent: "",
    waiting: null,
    sending: false,

    init() { this.recall(); },

    get sitting() { return this.$root.querySelector(".sitting"); },

    recall() {
      const kept = read();
      const here = `${this.$root.dataset.url} ${this.sitting?.dataset.number}`;
      this.part = kept?.here === here ? kept.part : 0;
    },

    at(part) {
      const parts = Number(this.sitting?.dataset.parts ?? 0);
      this.part = Math.min(Math.max(part, 0), Math.max(parts - 1, 0));
      write({ here: `${this.$root.dataset.url} ${this.sitting?.dataset.number}`, part: this.part });
    },
    step(by) { this.at(this.part + by); },

    key(event) {
      if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
      if (event.target.closest("a, input, textarea, select, summary")) return;
      const onButton = event.target.closest("button");
      if (event.key === "ArrowRight") this.step(1);
      else if (event.key === "ArrowLeft") this.step(-1);
      else if (event.key === "Backspace") this.press("back");
      else if (event.key === "c" && this.$root.querySelector(`a[href="${this.$root.dataset.count}"]`)) location.assign(this.$root.dataset.count);
      else if ((event.key === " " || event.key === "Enter") && !onButton) this.press("row");
      else return;
      event.preventDefault();
    },

    press(kind) {
      const form = this.$root.querySelector(`form[data-event="${kind}"]`);
      if (form && !form.querySelector("button").disabled) this.send(form);
    },

    send(form) {
      if (this.sending) return;
      const body = new FormData(form);
      body.set("id", newId());
      this.post({ url: form.action, body, said: body.get("kind") === "row" ? `row ${body.get("row")} done` : `row ${body.get("row")} back` });
    },

    again() { if (this.waiting && !this.sending) this.post(this.waiting); },

    async post(event) {
      this.sending = true;
      this.waiting = event;
      try {
        const answer = await fetch(event.url, { method: "POST", body: event.body, headers: { "HX-Request": "true" } });
        if (!answer.ok) throw new Error(String(answer.status));
        document.getElementById("now").innerHTML = await answer.text();
        this.waiting = null;
        this.unsent = "";
        this.recall();
        scrollTo({ top: 0 });
      } catch {
        this.unsent = event.said;
      } finally {
        this.sending = false;
      }
    },
  }));
});

function newId() {
  if (crypto.randomUUID) return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

function read() {
  try { return JSON.parse(sessionStorage.getItem("bias-part")); } catch { return null; }
}

function write(kept) {
  try { sessionStorage.setItem("bias-part", JSON.stringify(kept)); } catch { /* private window: for this page only */ }
}
