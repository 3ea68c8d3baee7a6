"""Takes the pictures of the main views from the demo data: ``make screenshots``."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from urllib.error import URLError
from urllib.request import urlopen

from playwright.sync_api import Page, sync_playwright

from tests.browser.chromium import LAUNCH

ROOT = Path(__file__).resolve().parents[1]
HERE = ROOT / "docs" / "screenshots"
BIND = "127.0.0.1:8765"
DESK, PHONE = (1280, 800), (390, 844)


def open_piece(page: Page, title: str) -> None:
    """From the basket to the page of a piece."""
    page.goto(f"http://{BIND}/")
    page.get_by_role("link", name=title, exact=True).click()
    page.wait_for_load_state("networkidle")


def type_in(page: Page) -> None:
    """Bring in a page as it is typed, with what is asked about it."""
    page.goto(f"http://{BIND}/bring-in/")
    page.get_by_label("Written rows").fill((ROOT / "tests" / "browser" / "magazine.txt").read_text("utf-8"))
    page.wait_for_selector(".problems.questions")
    page.locator("h1").evaluate("_ => document.activeElement.blur()")


def put_caret(page: Page, line: int) -> None:
    """The caret at the start of a line, and its needle below."""
    page.get_by_label("Written rows").evaluate(
        """(field, line) => {
            const at = field.value.split("\\n").slice(0, line - 1).join("\\n").length + 1;
            field.focus();
            field.setSelectionRange(at, at);
        }""",
        line,
    )
    page.wait_for_selector("#under .strip")


def words_of(page: Page, title: str) -> None:
    """The words of a piece."""
    open_piece(page, title)
    page.get_by_role("link", name="Words", exact=True).click()
    page.wait_for_load_state("networkidle")


def take(page: Page, name: str) -> None:
    """One picture."""
    page.wait_for_timeout(300)
    page.screenshot(path=str(HERE / f"{name}.png"))


def desk(page: Page) -> None:
    """The main views on a desk."""
    page.goto(f"http://{BIND}/")
    page.wait_for_selector(".is-waiting", state="detached")
    take(page, "basket")
    open_piece(page, "Tideline shawl")
    take(page, "piece")
    page.get_by_role("link", name="Yarn", exact=True).click()
    page.wait_for_load_state("networkidle")
    take(page, "yarn")
    page.goto(f"http://{BIND}/learn/how/rli/")
    page.get_by_role("button", name="Next step").click()
    take(page, "technique")
    chart(page)
    type_in(page)
    take(page, "bring-in")
    words_of(page, "Tideline shawl")
    put_caret(page, 10)
    take(page, "words")
    publish(page)
    things(page)


def publish(page: Page) -> None:
    """A shawl as a pattern for others."""
    open_piece(page, "Tideline shawl")
    page.get_by_role("link", name="Finish", exact=True).click()
    page.get_by_role("link", name="To publish", exact=True).click()
    page.wait_for_selector(".publish-seen h1")
    take(page, "publish")


def things(page: Page) -> None:
    """A poncho of two panels with its seams, and a blanket of squares."""
    open_piece(page, "Lantern, the whole poncho")
    page.get_by_role("link", name="Joins", exact=True).click()
    page.wait_for_load_state("networkidle")
    take(page, "joins")
    open_piece(page, "Sash Window blanket")
    take(page, "board")


def chart(page: Page) -> None:
    """Stitch by stitch on the grid, and a whole piece as it lies."""
    open_piece(page, "Sash Window, square one")
    page.get_by_role("link", name="Chart", exact=True).click()
    page.wait_for_selector("[data-ready]")
    page.locator("canvas").focus()
    for key in (*["ArrowUp"] * 8, *["ArrowLeft"] * 14):
        page.keyboard.press(key)
    page.get_by_role("button", name="Signs").click()
    page.get_by_role("button", name="Further away").click()
    take(page, "chart")
    open_piece(page, "Gable capelet")
    page.get_by_role("link", name="Chart", exact=True).click()
    page.wait_for_selector("[data-ready]")
    page.get_by_role("button", name="As it lies").click()
    page.locator("canvas").focus()
    for key in (*["ArrowUp"] * 20, *["ArrowLeft"] * 14):
        page.keyboard.press(key)
    page.get_by_role("button", name="Whole").click()
    take(page, "chart-lies")


def plans(page: Page) -> None:
    """Beginning, planning and sizing."""
    page.goto(f"http://{BIND}/begin/")
    page.wait_for_load_state("networkidle")
    take(page, "begin")
    open_piece(page, "Tideline, the large one")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.wait_for_load_state("networkidle")
    page.goto(f"{page.url}?row=85")
    page.get_by_label("where Grow ends").fill("302")
    page.get_by_label("where Grow ends").press("Tab")
    page.wait_for_selector(".note.wrong")
    page.get_by_role("button", name="Undo").focus()
    page.locator(".plan-words").evaluate("words => { words.scrollTop = 330; }")
    take(page, "plan")
    page.get_by_role("button", name="Undo").click()
    open_piece(page, "Tideline, the large one")
    page.get_by_role("link", name="Worn", exact=True).click()
    page.wait_for_selector("canvas[data-shown]")
    page.get_by_role("button", name="Back", exact=True).click()
    page.get_by_text("seen from the back").wait_for()
    page.get_by_role("button", name="Try it on every body").click()
    page.wait_for_selector(".worn-bodies:not(:has(+ form))")
    page.evaluate("scrollTo(0, 0)")
    take(page, "worn")
    open_piece(page, "Spinnaker in rib")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("link", name="Stitches", exact=True).click()
    page.wait_for_selector("#drawn svg")
    take(page, "stitches")
    open_piece(page, "Lantern poncho, front")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("link", name="Size", exact=True).click()
    page.get_by_label("how long").fill("30")
    page.get_by_role("button", name="Find the size").click()
    page.wait_for_load_state("networkidle")
    take(page, "size")
    resized(page)


def resized(page: Page) -> None:
    """A pattern that was brought in, at another gauge, beside its own words."""
    open_piece(page, "Harbour corner cloth")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("button", name="Make it my size").click()
    page.wait_for_load_state("networkidle")
    page.locator("[name=my_stitches]").fill("22")
    page.locator("[name=my_rows]").fill("44")
    page.get_by_role("button", name="Find the counts").click()
    page.get_by_role("button", name="Take these counts").click()
    page.wait_for_load_state("networkidle")
    page.get_by_role("heading", name="Beside the pattern").evaluate("heading => heading.scrollIntoView()")
    take(page, "resized")


def phone(page: Page) -> None:
    """The main views on a phone."""
    open_piece(page, "Tideline shawl")
    page.get_by_role("link", name="Go on knitting").click()
    page.wait_for_load_state("networkidle")
    take(page, "needles")
    page.get_by_role("link", name="Count", exact=True).click()
    page.get_by_role("button", name="one fewer in left half").click()
    page.locator(".why-says").first.wait_for()
    page.locator(".count-form .done").evaluate("button => button.scrollIntoView()")
    take(page, "count")


def main() -> int:
    """Serve the demo from an empty folder and take every picture."""
    with tempfile.TemporaryDirectory() as var:
        env = {**os.environ, "BIAS_VAR": var, "BIAS_BIND": BIND}
        for command in (["migrate", "-v0"], ["collectstatic", "--noinput", "-v0"], ["demo"]):
            subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=env, check=True)
        server = subprocess.Popen([sys.executable, "-m", "gunicorn", "bias.wsgi", "-b", BIND], cwd=ROOT, env=env)
        try:
            _wait()
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(**LAUNCH)
                for (width, height), views in ((DESK, desk), (DESK, plans), (PHONE, phone)):
                    views(browser.new_page(viewport={"width": width, "height": height}))
                browser.close()
        finally:
            server.terminate()
            server.wait()
    return 0


def _wait() -> None:
    for _ in range(100):
        try:
            urlopen(f"http://{BIND}/")
            return
        except URLError:
            time.sleep(0.1)
    raise SystemExit("The server did not answer.")


if __name__ == "__main__":
    sys.exit(main())
