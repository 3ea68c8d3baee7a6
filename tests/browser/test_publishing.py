"""To publish, in the real interface: what an editor sends back leads to its line, what is added stands on the page."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
from tests.bias.pressing import SHAWL

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def test_a_piece_becomes_a_pattern(page, live_server):
    piece = keep_piece(household_knitter(), SHAWL)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/pattern/")
    remark = page.get_by_role("listitem").filter(has_text="Row 1 changes the count")
    remark.get_by_role("link", name="line 5").click()
    words = page.get_by_label("Written rows")
    expect(words).to_be_focused()
    assert words.evaluate("field => field.value.slice(field.selectionStart).startsWith('Row 1:')")
    page.go_back()
    seen = page.locator(".publish-seen")
    expect(seen.get_by_text("Row 1:")).to_be_visible()
    page.get_by_label("The rows").select_option("charts")
    expect(seen.get_by_text("Work the chart.")).to_be_visible()
    page.get_by_label("The rows").select_option("words")
    page.get_by_label("How to wash it").fill("By hand, lukewarm.")
    page.get_by_label("In your own words").fill("Knit as many as you like.")
    page.get_by_label("A picture of it").set_input_files(
        {"name": "shawl.jpg", "mimeType": "image/jpeg", "buffer": b"no picture at all"}
    )
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("That file is no picture")
    expect(page.get_by_label("How to wash it")).to_have_value("By hand, lukewarm.")
    page.get_by_label("A picture of it").set_input_files([])
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("No line tells how to wash it.")).to_have_count(0)
    found = Axe().run(page)
    assert not found.response["violations"], found.generate_report()
    page.get_by_role("link", name="See the page").click()
    expect(page.get_by_role("heading", name="Care")).to_be_visible()
    expect(page.get_by_text("Knit as many as you like.")).to_be_visible()
    found = Axe().run(page)
    assert not found.response["violations"], found.generate_report()
    page.get_by_role("link", name="As PDF").click()
    with page.expect_download() as taken:
        page.get_by_role("link", name="Take the PDF").click()
    assert taken.value.path().read_bytes().startswith(b"%PDF-")
