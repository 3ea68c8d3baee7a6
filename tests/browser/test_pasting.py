"""A pattern pasted as it comes out of a magazine, and opened from a file: summed up, asked about, saved, knitted."""

import base64
from pathlib import Path

import pytest
from playwright.sync_api import expect
from weasyprint import HTML

from bias.at_needles.actions import progress_of
from bias.pieces.models import Piece
from tests.browser.conftest import DESK, PHONE

MAGAZINE = (Path(__file__).parent / "magazine.txt").read_text("utf-8")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_magazine_page_is_summed_up_asked_about_saved_and_knitted(page, live_server, transactional_db, size):
    page.set_viewport_size(size)
    page.goto(f"{live_server.url}/bring-in/")
    rows = page.get_by_label("Written rows")
    rows.fill(MAGAZINE)
    beside = page.locator("#beside")
    expect(beside.locator("#verdict")).to_have_text("Every row adds up")
    expect(beside.locator(".sum")).to_contain_text("lines understood")
    expect(beside.locator(".sum")).to_contain_text("2 questions")
    talk = page.locator(".ln .ink-note").filter(has_text="The edge will roll at first")
    expect(talk).to_be_visible()
    questions = beside.get_by_role("list", name="Questions").get_by_role("listitem")
    expect(questions).to_have_count(2)
    rows.press("F8")
    expect(beside.locator(".is-here")).to_contain_text("Which increase is meant?")
    assert rows.evaluate("area => area.value.slice(area.selectionStart, area.selectionEnd)").startswith("Inc 1 st")
    rows.press("F8")
    expect(beside.locator(".is-here")).to_contain_text("Which stitch is the center?")
    rows.press("Tab")
    answer = beside.get_by_role("button", name="Mark the centre stitch.")
    expect(answer).to_be_focused()
    answer.press("Enter")
    expect(rows).to_be_focused()
    expect(questions).to_have_count(1)
    beside.get_by_role("button", name="Increase: lifted pair").click()
    expect(beside.get_by_role("list", name="Questions")).to_have_count(0)
    expect(beside.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Keep as a piece").click()
    page.wait_for_url("**/pieces/*/")
    piece = Piece.objects.get()
    assert piece.title == "QUAYSIDE KERCHIEF"
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.keyboard.press("Space")
    expect(page.locator("h1")).to_contain_text("2")
    page.wait_for_timeout(500)
    assert progress_of(piece, 1).rows == 1


def test_a_pdf_is_dropped_and_a_picture_is_refused(page, live_server, transactional_db):
    page.goto(f"{live_server.url}/bring-in/")
    pattern = "".join(f"<p>{line}</p>" for line in ("Cast on 5 sts.", "Row 1: K2, yo, k to end. (6 sts)", "Bind off."))
    drop(page, "pattern.pdf", "application/pdf", HTML(string=pattern).write_pdf())
    expect(page.get_by_label("Written rows")).to_have_value(
        "Cast on 5 sts.\nRow 1: K2, yo, k to end. (6 sts)\nBind off.\n"
    )
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    drop(page, "photo.png", "image/png", b"\x89PNG\r\n\x1a\n" + bytes(99))
    expect(page.locator("[data-kept]")).to_contain_text("photo.png was not opened: The file is a picture")
    expect(page.get_by_label("Written rows")).to_have_value(
        "Cast on 5 sts.\nRow 1: K2, yo, k to end. (6 sts)\nBind off.\n"
    )


def drop(page, name, kind, data):
    """A file dropped on the rows, as a hand drops it."""
    held = page.evaluate_handle(
        """([name, type, data]) => {
          const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
          const held = new DataTransfer();
          held.items.add(new File([bytes], name, { type }));
          return held;
        }""",
        [name, kind, base64.b64encode(data).decode()],
    )
    page.locator(".sheet-body").dispatch_event("drop", {"dataTransfer": held})
