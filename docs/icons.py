"""Draws the icons of the installed application from the mark: ``make icons``."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import sync_playwright

from tests.browser.chromium import LAUNCH

ROOT = Path(__file__).resolve().parents[1]
MARK = (ROOT / "bias" / "static" / "mark.svg").read_text()
ICONS = {"icon-192": (192, 0.14), "icon-512": (512, 0.14), "maskable-512": (512, 0.26), "touch-180": (180, 0.16)}
"""How wide each is, and how much of it is ground on each side of the mark: a maskable one may be cut to a circle."""
_PAGE = "<body style='margin:0;background:#fffdf8'><div style='padding:{ground}px;width:{mark}px'>{svg}</div>"


def main() -> None:
    """Draw every icon."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(**LAUNCH)
        for name, (wide, share) in ICONS.items():
            page = browser.new_page(viewport={"width": wide, "height": wide})
            ground = round(wide * share)
            page.set_content(_PAGE.format(ground=ground, mark=wide - 2 * ground, svg=MARK))
            page.screenshot(path=str(ROOT / "bias" / "static" / "icons" / f"{name}.png"))
        browser.close()


if __name__ == "__main__":
    main()
