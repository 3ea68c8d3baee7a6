// One step at a time: by press, by keys, by itself where motion is welcome; said aloud where it is asked for.
const schools = [...document.querySelectorAll(".technique-steps")].map((list) => [...list.children]);
const longest = Math.max(...schools.map((steps) => steps.length));
const bar = document.querySelector("[data-steps-bar]");
const play = bar?.querySelector("[data-play]");
const PAUSE_MS = 3_000;
let now = Number(location.hash.match(/^#step-(\d+)$/)?.[1] ?? 1);
let moving = 0;

/** @param {number} step */
function show(step) {
  now = Math.min(Math.max(step, 1), longest);
  for (const steps of schools) {
    const here = Math.min(now, steps.length) - 1;
    steps.forEach((each, at) => each.classList.toggle("is-now", at === here));
  }
  const told = bar?.querySelector("[data-now]");
  if (told) told.textContent = String(now);
  for (const button of bar?.querySelectorAll("[data-go]") ?? []) {
    const to = now + Number(/** @type {HTMLElement} */ (button).dataset.go);
    /** @type {HTMLButtonElement} */ (button).disabled = to < 1 || to > longest;
  }
  history.replaceState(history.state, "", `#step-${now}`);
}

function rest() {
  clearInterval(moving);
  moving = 0;
  play?.setAttribute("aria-pressed", "false");
}

function byItself() {
  if (moving) return rest();
  if (now === longest) show(1);
  moving = setInterval(() => (now < longest ? show(now + 1) : rest()), PAUSE_MS);
  play?.setAttribute("aria-pressed", "true");
}

function aloud() {
  speechSynthesis.cancel();
  for (const steps of schools) {
    const words = steps[Math.min(now, steps.length) - 1]?.querySelector("p")?.textContent ?? "";
    speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }
}

/** @param {number} by */
function go(by) {
  rest();
  show(now + by);
}

if (bar instanceof HTMLElement && schools.length) {
  document.querySelector("[data-steps]")?.classList.add("by-step");
  bar.hidden = false;
  if (play instanceof HTMLElement) play.hidden = matchMedia("(prefers-reduced-motion: reduce)").matches;
  const say = bar.querySelector("[data-say]");
  if (say instanceof HTMLElement) say.hidden = !("speechSynthesis" in window);
  say?.addEventListener("click", aloud);
  play?.addEventListener("click", byItself);
  bar.addEventListener("click", (event) => {
    const pressed = event.target instanceof Element ? event.target.closest("[data-go]") : null;
    if (pressed instanceof HTMLElement) go(Number(pressed.dataset.go));
  });
  for (const steps of schools) steps.forEach((each, at) => each.addEventListener("click", () => go(at + 1 - now)));
  addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    if (event.target instanceof Element && event.target.closest("input, dialog")) return;
    const keys = { ArrowRight: now + 1, ArrowLeft: now - 1, Home: 1, End: longest };
    const to = Object.hasOwn(keys, event.key) ? keys[/** @type {keyof typeof keys} */ (event.key)] : 0;
    if (to || event.key === "ArrowLeft") {
      event.preventDefault();
      go(to - now);
    }
  });
  show(now);
}
