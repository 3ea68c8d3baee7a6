"""A piece shared and read in a private window, a remark left and gathered; everything taken out and brought in."""

from io import BytesIO

import pytest
from django.core.cache import cache
from playwright.sync_api import expect
from pypdf import PdfReader

from bias.accounts.household import household_knitter
from bias.accounts.models import Knitter
from bias.home.demo import load_demo
from bias.pieces.actions import keep_piece, revise
from bias.pieces.models import Piece
from bias.sharing.actions import part_at, share
from bias.sharing.models import Remark, TakenPiece
from tests.bias.test_instalments import M1, PATTERN, YO

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def test_a_link_is_made_read_elsewhere_and_a_remark_comes_back(page, live_server, demo, browser):
    piece = demo["Tideline, the large one"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.get_by_text("This piece").click()
    page.get_by_role("link", name="Share it by a link").click()
    page.get_by_role("button", name="Make a link").press("Enter")
    link = page.get_by_label("The link", exact=True).input_value()
    page.get_by_role("button", name="Copy it").click()
    expect(page.get_by_role("button", name="Copied")).to_be_focused()
    page.keyboard.press("/")
    page.keyboard.press("Control+v")
    expect(page.locator("dialog[open] input").first).to_have_value(link)
    page.keyboard.press("Escape")
    private = browser.new_context()
    reader = private.new_page()
    reader.goto(f"{link}).")
    reader.wait_for_url(link)
    expect(reader.get_by_role("heading", name="Tideline, the large one")).to_be_visible()
    reader.locator("select[name=dialect]").select_option("uk")
    reader.get_by_role("button", name="Show").last.click()
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


def signed_in(browser, url, name):
    """A window of somebody's own."""
    window = browser.new_context().new_page()
    window.set_default_timeout(30_000)
    window.goto(f"{url}/sign-in/")
    window.get_by_label("Name").fill(name)
    window.get_by_label("Password").fill("a long pass phrase")
    window.get_by_role("button", name="Sign in").click()
    expect(window.get_by_role("link", name="Begin a piece")).to_be_visible()
    return window


def test_a_shared_shawl_is_printed_at_another_size_in_uk_words(page, live_server, demo, browser):
    secret = share(demo["Tideline shawl"], None, False)
    reader = browser.new_context().new_page()
    reader.goto(f"{live_server.url}/shared/{secret}/")
    reader.get_by_label("nearest to").fill("100")
    reader.get_by_role("button", name="Show").first.click()
    expect(reader.get_by_text("In the size nearest to that:")).to_be_visible()
    reader.locator("select[name=dialect]").select_option("uk")
    reader.get_by_role("button", name="Show").last.click()
    expect(reader.get_by_text("In the size nearest to that:")).to_be_visible()
    rows = int(reader.get_by_text("rows.").first.inner_text().split(" rows")[0].split()[-1])
    printed = "".join(each.extract_text() for each in PdfReader(BytesIO(reader.pdf())).pages)
    assert rows < len(demo["Tideline shawl"].results.worked.rows)
    assert "Cast off" in printed
    assert "Show" not in printed
    reader.context.close()


def test_two_parts_are_followed_with_a_stitch_exchanged(page, live_server, settings, browser):
    settings.BIAS_HOUSEHOLD = False
    cache.clear()
    for name in ("wren", "tern"):
        Knitter.objects.create_user(name, password="a long pass phrase")
    piece = keep_piece(Knitter.objects.get(username="wren"), PATTERN)
    for row in (2, 10, 13):
        part_at(piece, row)
    secret = share(piece, None, True)
    writer, tern = (signed_in(browser, live_server.url, name) for name in ("wren", "tern"))
    parts = f"{live_server.url}/pieces/{piece.pk}/instalments/"
    writer.goto(parts)
    writer.get_by_role("button", name="Open it now").first.click()
    tern.goto(f"{live_server.url}/shared/{secret}/")
    expect(tern.get_by_text("You should have 11 stitches there.")).to_be_visible()
    tern.get_by_role("button", name="Take it into my basket").click()
    tern.wait_for_url("**/pieces/*/")
    mine = TakenPiece.objects.get().piece
    revise(mine, 1, mine.words.replace(YO, M1))
    for last in ("(19 sts)", "Bind off."):
        writer.goto(parts)
        writer.get_by_role("button", name="Open it now").first.click()
        expect(writer.get_by_text("open since").first).to_be_visible()
        tern.goto(live_server.url)
        tern.get_by_role("link", name="Its writer has changed or added to").click()
        expect(tern.get_by_role("cell", name=last).first).to_be_visible()
        tern.get_by_role("button", name="Take it over").press("Enter")
        tern.wait_for_url(f"**/pieces/{mine.pk}/")
        assert M1 in mine.words
        assert last in mine.words
    for window in (writer, tern):
        window.context.close()
    cache.clear()
