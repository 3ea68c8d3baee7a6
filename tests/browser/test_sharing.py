"""A piece shared and read in a private window, a remark left and gathered; everything taken out and brought in."""

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.home.demo import load_demo
from bias.pieces.models import Piece
from bias.sharing.models import Remark

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def test_a_link_is_made_read_elsewhere_and_a_remark_comes_back(page, live_server, demo, browser):
    piece = demo["Tideline, the large one"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.get_by_text("This piece").click()
    page.get_by_role("link", name="Share it by a link").click()
    page.get_by_role("button", name="Make a link").press("Enter")
    link = page.get_by_label("The link", exact=True).input_value()
    private = browser.new_context()
    reader = private.new_page()
    reader.goto(f"{link}).")
    reader.wait_for_url(link)
    expect(reader.get_by_role("heading", name="Tideline, the large one")).to_be_visible()
    reader.locator("select[name=dialect]").select_option("uk")
    reader.get_by_role("button", name="Show").click()
    expect(reader.get_by_text("Cast off.", exact=True)).to_be_visible()
    reader.get_by_label("After row, counted from the first").fill("2000")
    reader.get_by_label("What you see").fill("I have one fewer")
    reader.get_by_role("button", name="Send it to the writer").click()
    expect(reader.get_by_text("and no row '2000'.")).to_be_visible()
    expect(reader.get_by_label("What you see")).to_have_value("I have one fewer")
    reader.get_by_label("After row, counted from the first").fill("20")
    reader.get_by_role("button", name="Send it to the writer").click()
    expect(reader.get_by_text("Your remark is with the writer.")).to_be_visible()
    private.close()
    page.reload()
    page.get_by_role("link", name="1 remark of a reader waits for an answer").click()
    page.get_by_label("Answer").fill("Row 19 has a yarn over at each edge.")
    page.get_by_role("button", name="Keep the answer").click()
    expect(page.get_by_label("Answer")).to_have_value("Row 19 has a yarn over at each edge.")
    assert Remark.objects.get().row == 20


def test_everything_is_taken_out_and_brought_in_again(page, live_server, transactional_db, tmp_path):
    pieces = load_demo(household_knitter())
    page.goto(f"{live_server.url}/ways/")
    page.get_by_role("link", name="Everything I have").click()
    page.get_by_role("button", name="Make the file").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Take the file").click()
    kept = tmp_path / "mine.zip"
    download.value.save_as(kept)
    pieces[0].delete()
    page.get_by_label("The file").set_input_files(kept)
    page.get_by_role("button", name="Bring it in").click()
    expect(page.get_by_text("1 piece came in.")).to_be_visible()
    expect(page.get_by_text(f"{len(pieces) - 1} pieces were here already.")).to_be_visible()
    assert Piece.objects.count() == len(pieces)
