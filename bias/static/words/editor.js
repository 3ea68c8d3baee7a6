// Written rows: keeps the margin level with the text, asks for the counts when typing pauses, applies mends.
import { field } from "../dom.js";
import { gettext } from "../said.js";
import { UndoStack } from "./undo.js";

const PAUSE = 220;
const CARET_PAUSE = 90;
const ASKS_AGAIN_AFTER = 5000;
const LARGEST_FILE = 1_900_000;
const LONGEST_TEXT = 200_000;

const unkeptKey = () => `unkept ${location.pathname}`;

function unkeptText() {
  try {
    return sessionStorage.getItem(unkeptKey());
  } catch {
    return null;
  }
}

/** @param {string | null} text */
function keepUnkept(text) {
  try {
    if (text === null) sessionStorage.removeItem(unkeptKey());
    else sessionStorage.setItem(unkeptKey(), text);
  } catch {
    // No room, or a private window: it is in this page alone.
  }
}

document.addEventListener("alpine:init", () => {
  Alpine.data("rowsEditor", () => ({
    over: false,
    timer: 0,
    caretTimer: 0,
    asked: "",
    line: 0,
    place: -1,
    nothingBack: true,
    nothingOn: true,

    init() {
      const area = this.$refs.words;
      this.asked = area.value;
      this.$el.classList.add("is-alive");
      // After a refused saving, a reload would send the refused text again, over what was typed since.
      history.replaceState(null, "", location.href);
      this.history = new UndoStack(`words of ${location.pathname}`, area.value);
      this.showHistory();
      // An answer to a text that is not the one in the area any more would put the margin out of step.
      area.addEventListener("htmx:beforeSwap", (event) => {
        if (event.target === area && area.value !== this.asked) event.detail.shouldSwap = false;
      });
      area.addEventListener("htmx:afterSettle", () => {
        this.showLine();
        if (document.querySelector("#elsewhere [role=alert]"))
          this.say(gettext("not kept yet: choose which text stands"));
        this.$refs.dialect.value = document.getElementById("told").dataset.dialect;
      });
      area.addEventListener("beforeinput", (event) => {
        if (event.inputType !== "historyUndo" && event.inputType !== "historyRedo") return;
        event.preventDefault();
        if (event.inputType === "historyUndo") this.undo();
        else this.redo();
      });
      area.addEventListener("keydown", (event) => this.key(event));
      document.addEventListener("selectionchange", () => {
        if (document.activeElement === area) this.caret();
      });
      area.addEventListener("htmx:afterRequest", (event) => {
        if (event.target === area) this.answered(/** @type {CustomEvent} */ (event).detail.successful);
      });
      // What is saved needs no draft any more.
      field("keep").addEventListener("submit", () => {
        htmx.trigger(area, "htmx:abort");
        keepUnkept(null);
        clearTimeout(this.timer);
        clearTimeout(this.again);
      });
      document.querySelector("[data-open-file]")?.addEventListener("change", (event) => {
        this.take(/** @type {HTMLInputElement} */ (event.target).files[0]);
        /** @type {HTMLInputElement} */ (event.target).value = "";
      });
      const unkept = unkeptText();
      if (unkept === area.value) keepUnkept(null);
      else if (unkept !== null) area.value = unkept;
      if (area.value !== area.defaultValue) this.typed();
      // Another page may have sent her to a line.
      const line = Number(location.hash.match(/^#line-(\d+)$/)?.[1] ?? 0);
      if (line) this.goto(line, 1, 0);
    },

    // What the server could not keep stays in this tab, and is sent again until it is kept.
    answered(kept) {
      this.say(kept ? gettext("draft kept") : gettext("not kept just now: it stays in this page"));
      clearTimeout(this.again);
      const text = this.$refs.words.value;
      keepUnkept(kept && text === this.asked ? null : text);
      if (!kept) this.again = setTimeout(() => this.check(), ASKS_AGAIN_AFTER);
    },

    // It is sent after a pause; until then it stays in this tab, since a page may end without a word.
    typed() {
      keepUnkept(this.$refs.words.value);
      this.history.note(this.$refs.words.value);
      this.showHistory();
      this.level();
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.check(), PAUSE);
    },

    key(event) {
      if (event.key === "F8") {
        event.preventDefault();
        this.nextPlace(event.shiftKey ? -1 : 1);
        return;
      }
      const answer = /** @type {HTMLElement | null} */ (document.querySelector("#beside .is-here .mend"));
      if (event.key === "Tab" && !event.shiftKey && answer) {
        event.preventDefault();
        answer.focus();
        return;
      }
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key !== "z" && key !== "y") return;
      event.preventDefault();
      if (key === "y" || event.shiftKey) this.redo();
      else this.undo();
    },

    undo() {
      this.become(this.history.undo());
    },

    redo() {
      this.become(this.history.redo());
    },

    become(found) {
      if (!found) return;
      const area = this.$refs.words;
      area.value = found.text;
      area.focus();
      area.setSelectionRange(found.caret, found.caret);
      this.typed();
      this.caret();
    },

    showHistory() {
      this.nothingBack = !this.history.past.length;
      this.nothingOn = !this.history.future.length;
    },

    // The needle below the text follows the line in which the caret stands.
    caret() {
      const area = this.$refs.words;
      const line = area.value.slice(0, area.selectionStart).split("\n").length;
      if (line === this.line) return;
      this.line = line;
      field("at-line").value = String(line);
      field("at-time").value = "1";
      this.showLine();
      clearTimeout(this.caretTimer);
      this.caretTimer = setTimeout(() => this.row(), CARET_PAUSE);
    },

    showLine() {
      this.$refs.lines.querySelector(".is-at")?.classList.remove("is-at");
      this.$refs.lines.children[this.line - 1]?.classList.add("is-at");
    },

    // Questions and problems one after another, the first again behind the last.
    nextPlace(by) {
      const places = /** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll("#beside .problems .goto"));
      if (!places.length) return;
      const from = this.place < 0 && by < 0 ? 0 : this.place;
      this.place = (from + by + places.length) % places.length;
      document.querySelector("#beside .is-here")?.classList.remove("is-here");
      places[this.place].closest("li").classList.add("is-here");
      places[this.place].click();
    },

    step(by) {
      const time = field("at-time");
      time.value = String(Math.max(Number(time.value) + by, 1));
      this.row();
    },

    row() {
      const lines = this.$refs.lines;
      const values = { line: this.line, time: field("at-time").value };
      htmx
        .ajax("GET", this.$root.dataset.rowUrl, { source: "#under", target: "#under", swap: "innerHTML", values })
        .then(() => lines.children[values.line - 1]?.scrollIntoView({ block: "nearest" }));
    },

    check() {
      this.asked = this.$refs.words.value;
      htmx.trigger(this.$refs.words, "check");
    },

    // The same text was typed in elsewhere: this one stands, or the other comes in its place and Undo brings this back.
    keepMine() {
      field("draft-mine").value = "mine";
      this.check();
    },
    takeOther() {
      field("draft-seen").value = field("draft-other").value;
      const other = field("other-text").value;
      this.put(0, this.$refs.words.value.length, other);
      this.check();
    },

    say(words) {
      const place = document.querySelector("[data-kept]");
      if (place) place.textContent = words;
    },

    // The lines behind the text wrap as the text does, so each gets the text at once; its counts come later.
    level() {
      const texts = this.shownLines();
      const lines = this.$refs.lines;
      const old = [...lines.children];
      let same = 0;
      while (same < old.length && same < texts.length && old[same].children[1].textContent === texts[same]) same++;
      let tail = 0;
      while (
        tail < old.length - same &&
        tail < texts.length - same &&
        old[old.length - 1 - tail].children[1].textContent === texts[texts.length - 1 - tail]
      )
        tail++;
      old.slice(same, old.length - tail).forEach((line) => line.remove());
      const before = old[old.length - tail] ?? null;
      for (const text of texts.slice(same, texts.length - tail)) {
        const line = document.createElement("div");
        line.className = "ln";
        for (const name of ["no", "tx", "qd", "sd", "dl", "ct"]) {
          const cell = document.createElement("span");
          cell.className = name;
          line.append(cell);
        }
        line.children[1].textContent = text;
        lines.insertBefore(line, before);
      }
      [...lines.children].forEach((line, at) => {
        line.dataset.line = at + 1;
        line.id = `ln-${at + 1}`;
        line.children[0].textContent = at + 1;
      });
    },

    // Lines beyond those that are read stand together, as the server has them.
    shownLines() {
      const texts = this.$refs.words.value.split("\n");
      const most = Number(this.$root.dataset.mostLines);
      return texts.length > most ? [...texts.slice(0, most), texts.slice(most).join("\n")] : texts;
    },

    put(from, to, text) {
      const area = this.$refs.words;
      area.focus();
      area.setSelectionRange(from, to);
      // execCommand keeps the browser's own undo; setRangeText is the way without it.
      if (!document.execCommand("insertText", false, text)) {
        area.setRangeText(text, from, to, "end");
        this.typed();
      }
    },

    offset(line, column) {
      const lines = this.$refs.words.value.split("\n");
      return lines.slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, 0) + column - 1;
    },

    goto(line, column, length) {
      const area = this.$refs.words;
      const from = this.offset(line, Math.max(column, 1));
      area.focus({ preventScroll: true });
      area.setSelectionRange(from, from + length);
      this.$refs.lines.children[line - 1]?.scrollIntoView({ block: "center" });
    },

    // The dialect is set in the words themselves, so that the text is read alike wherever it goes.
    speak(name) {
      const lines = this.$refs.words.value.split("\n");
      const at = lines.findIndex((line) => /^\s*(language|dialect|lingua|dialetto)\s*:/i.test(line));
      if (at < 0) this.put(0, 0, `Language: ${name}\n`);
      else {
        const from = this.offset(at + 1, 1);
        this.put(from, from + lines[at].length, `Language: ${name}`);
      }
    },

    mend(button) {
      const from = this.offset(Number(button.dataset.line), Number(button.dataset.column));
      this.put(from, from + Number(button.dataset.length), button.dataset.text);
    },

    drop(event) {
      this.over = false;
      const file = event.dataTransfer.files[0];
      if (file) this.take(file);
      else
        this.put(
          this.$refs.words.selectionStart,
          this.$refs.words.selectionEnd,
          event.dataTransfer.getData("text/plain"),
        );
    },

    async take(file) {
      if (!file) return;
      if (file.size > LARGEST_FILE) {
        this.say(gettext("{file} is larger than 1.9 MB: it was not opened", { file: file.name }));
        return;
      }
      const isText = /\.(txt|md)$/i.test(file.name);
      if (isText && file.size > LONGEST_TEXT) {
        this.say(gettext("{file} is larger than 200 kB: it was not opened", { file: file.name }));
        return;
      }
      const plain = isText ? await file.text() : "{";
      if (!plain.trimStart().startsWith("{") && !plain.includes("\uFFFD")) {
        this.open(file, plain); // needs no network
        return;
      }
      const answer = await this.wordsOf(file);
      if (!answer?.ok || answer.headers.get("X-Refused")) {
        const why = answer?.ok ? await answer.text() : gettext("the server did not answer");
        this.say(gettext("{file} was not opened: {why}", { file: file.name, why }));
        return;
      }
      this.open(file, await answer.text());
    },

    open(file, text) {
      this.put(0, this.$refs.words.value.length, text.replace(/\r\n?/g, "\n"));
      this.say(gettext("opened {file}", { file: file.name }));
    },

    async wordsOf(file) {
      const token = field("#keep [name=csrfmiddlewaretoken]").value;
      const body = new FormData();
      body.append("file", file);
      try {
        return await fetch(this.$root.dataset.fileUrl, { method: "POST", headers: { "X-CSRFToken": token }, body });
      } catch {
        return null; // no network
      }
    },
  }));
});
