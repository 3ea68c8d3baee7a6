// Light or dark: the knitter's choice if she made one, else the machine's.
(() => {
  const root = document.documentElement;
  const kept = () => {
    try {
      return localStorage.getItem("bias-theme");
    } catch {
      return null;
    }
  };
  const show = (theme) => {
    root.classList.toggle("dark", theme === "dark");
    if (!kept()) return; // the page says a colour for each that the machine may choose
    for (const bar of document.querySelectorAll("meta[name=theme-color]"))
      bar.setAttribute("content", theme === "dark" ? "#1d2330" : "#fffdf8");
  };
  const machine = matchMedia("(prefers-color-scheme: dark)");
  show(kept() ?? (machine.matches ? "dark" : "light"));
  machine.addEventListener("change", () => kept() ?? show(machine.matches ? "dark" : "light"));
  document.addEventListener("click", (event) => {
    if (!(/** @type {Element} */ (event.target).closest("[data-theme-switch]"))) return;
    const theme = root.classList.contains("dark") ? "light" : "dark";
    try {
      localStorage.setItem("bias-theme", theme);
    } catch {
      /* private window: for this page only */
    }
    show(theme);
  });
})();
