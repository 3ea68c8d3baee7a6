// Written rows: keeps the margin level with the text, asks for the counts when typing pauses, applies mends.
const PAUSE = 220;
const LARGEST_FILE = 200_000;

document.addEventListener("alpine:init", () => {
  Alpine.data("rowsEditor", () => ({
    over: false,
    timer: 0,
    asked: "",

    init() {
      const field = this.$refs.words;
      this.asked = field.value;
      this.$el.addEventListener("htmx:beforeSwap", (event) => {
        if (event.target === this.$refs.lines && field.value !== this.asked) event.detail.shouldSwap = false;
      });
      this.$el.addEventListener("htmx:afterRequest", (event) => this.say(event.detail.successful ? "draft kept" : "not kept just now: it stays in this page"));
      document.querySelector("[data-open-file]")?.addEventListener("change", (event) => {
        this.take(event.target.files[0]);
        event.target.value = "";
      });
      if (field.value !== field.defaultValue) this.typed();
    },

    typed() {
      this.level();
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.check(), PAUSE);
    },

    check() {
      this.asked = this.$refs.words.value;
      htmx.trigger(this.$refs.words, "check");
    },

    say(words) {
      const place = document.querySelector("[data-kept]");
      if (place) place.textContent = words;
    },

    // The lines behind the text wrap as the text does, so each gets the text at once; its counts come later.
    level() {
      const texts = this.$refs.words.value.split("\n");
      const lines = this.$refs.lines;
      const old = [...lines.children];
      let same = 0;
      while (same < old.length && same < texts.length && old[same].children[1].textContent === texts[same]) same++;
      let tail = 0;
      while (tail < old.length - same && tail < texts.length - same
        && old[old.length - 1 - tail].children[1].textContent === texts[texts.length - 1 - tail]) tail++;
      old.slice(same, old.length - tail).forEach((line) => line.remove());
      const before = old[old.length - tail] ?? null;
      for (const text of texts.slice(same, texts.length - tail)) {
        const line = document.createElement("div");
        line.className = "ln";
        for (const name of ["no", "tx", "dl", "ct"]) {
          const cell = document.createElement("span");
          cell.className = name;
          line.append(cell);
        }
        line.children[1].textContent = text;
        lines.insertBefore(line, before);
      }
      [...lines.children].forEach((line, at) => {
        line.dataset.line = at + 1;
        line.children[0].textContent = at + 1;
      });
    },

    put(from, to, text) {
      const field = this.$refs.words;
      field.focus();
      field.setSelectionRange(from, to);
      // execCommand keeps the browser's own undo; setRangeText is the way without it.
      if (!document.execCommand("insertText", false, text)) {
        field.setRangeText(text, from, to, "end");
        this.typed();
      }
    },

    offset(line, column) {
      const lines = this.$refs.words.value.split("\n");
      return lines.slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, 0) + column - 1;
    },

    goto(line, column, length) {
      const field = this.$refs.words;
      const from = this.offset(line, Math.max(column, 1));
      field.focus({ preventScroll: true });
      field.setSelectionRange(from, from + length);
      this.$refs.lines.children[line - 1]?.scrollIntoView({ block: "center" });
    },

    mend(button) {
      const from = this.offset(Number(button.dataset.line), Number(button.dataset.column));
      this.put(from, from + Number(button.dataset.length), button.dataset.text);
    },

    drop(event) {
      this.over = false;
      const file = event.dataTransfer.files[0];
      if (file) this.take(file);
      else this.put(this.$refs.words.selectionStart, this.$refs.words.selectionEnd, event.dataTransfer.getData("text/plain"));
    },

    async take(file) {
      if (!file) return;
      if (file.size > LARGEST_FILE) {
        this.say(`${file.name} is larger than 200 kB: it was not opened`);
        return;
      }
      const text = await file.text();
      this.put(0, this.$refs.words.value.length, text);
      this.say(`opened ${file.name}`);
    },
  }));
});
