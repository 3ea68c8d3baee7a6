// The scripts of a page come after it: what is changed in a field before they are there is told to them once they are.
(() => {
  /** @type {EventTarget[]} */
  const early = [];
  const note = (event) => early.push(event.target);
  document.addEventListener("change", note, true);
  document.addEventListener(
    "htmx:load",
    () => {
      document.removeEventListener("change", note, true);
      for (const field of new Set(early)) field.dispatchEvent(new Event("change", { bubbles: true }));
    },
    { once: true },
  );
})();
