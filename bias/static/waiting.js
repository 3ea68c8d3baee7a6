// What happened at the needles and is not sent yet: it waits on the device, and is sent when it can be.
// An event has an id of its own, so that sending it twice changes nothing.
const Waiting = {
  key: (piece) => `bias-waiting-${piece}`,

  device() {
    try {
      let id = localStorage.getItem("bias-device");
      if (!id) { id = Waiting.id(); localStorage.setItem("bias-device", id); }
      return id;
    } catch { return Waiting.made ??= Waiting.id(); }
  },

  id() {
    if (crypto.randomUUID) return crypto.randomUUID();
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    bytes[6] = (bytes[6] & 0x0f) | 0x40;
    bytes[8] = (bytes[8] & 0x3f) | 0x80;
    const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
    return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
  },

  all(piece) {
    try { return JSON.parse(localStorage.getItem(Waiting.key(piece))) ?? []; } catch { return Waiting.unkept?.[piece] ?? []; }
  },

  keep(piece, events) {
    try {
      if (events.length) localStorage.setItem(Waiting.key(piece), JSON.stringify(events));
      else localStorage.removeItem(Waiting.key(piece));
    } catch { (Waiting.unkept ??= {})[piece] = events; }  // a private window: for this page only
  },

  add(piece, event) { Waiting.keep(piece, [...Waiting.all(piece), event]); },
  gone(piece, ids) { const out = new Set(ids); Waiting.keep(piece, Waiting.all(piece).filter((event) => !out.has(event.id))); },

  // Sends all that waits. Answers with what the server says, or null where it cannot be reached.
  async send(piece, url) {
    const events = Waiting.all(piece).slice(0, 400);
    if (!events.length) return {};
    const token = JSON.parse(document.body.getAttribute("hx-headers"))["X-CSRFToken"];
    let answer;
    try {
      answer = await fetch(url, {
        method: "POST", body: JSON.stringify({ events }), redirect: "manual",
        headers: { "Content-Type": "application/json", "X-CSRFToken": token },
      });
    } catch { return null; }
    if (answer.type === "opaqueredirect" || answer.status === 403) return { signedOut: true };
    if (!answer.ok && answer.status !== 422) return null;
    const said = await answer.json();
    Waiting.gone(piece, [...said.taken, ...said.refused.map((each) => each.id)]);
    return said;
  },
};
