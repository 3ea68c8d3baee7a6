"""The whole way through the house in another language: begin, size, plan, words, yarn, needles, learn, share, joins."""

import re

import pytest
from django.utils import translation
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.models import Piece
from bias.sharing.models import Remark
from bias.things.models import Thing
from tests.browser.conftest import wait_for_rows
from tests.pseudo import Longer, longer, spoken_in
from tests.searching import WHOLE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def in_italian(text):
    with translation.override("it"):
        return translation.gettext(text)


def exactly(text):
    """A text as a page shows it, between other texts."""
    return re.compile(re.escape(text))


@pytest.fixture(params=["italian", "longer"] if WHOLE else ["italian"])
def says(request, page, monkeypatch):
    """What a sentence reads like in a language, which the page is asked for."""
    if request.param == "longer":
        spoken_in(Longer(), monkeypatch)
        return longer
    page.set_extra_http_headers({"Accept-Language": "it"})
    return in_italian


@pytest.mark.timeout(400)
def test_the_whole_way(page, live_server, says, browser, transactional_db):
    household_knitter()

    def press(role, text, exact=False):
        page.get_by_role(role, name=says(text), exact=exact).first.click()

    # begin and size
    page.goto(f"{live_server.url}/begin/")
    press("button", "Centre-out triangle")
    page.get_by_label(says("a swatch")).check()
    page.get_by_label(says("stitches"), exact=True).first.fill("17")
    page.get_by_label(says("rows"), exact=True).first.fill("34")
    press("button", "Take this gauge")
    page.get_by_label(says("how long")).fill("80")
    press("button", "Find the size")
    press("button", "Take the nearest")
    expect(page.locator(".measures dd").first).to_contain_text("80 cm")
    # plan
    press("link", "Plan", exact=True)
    page.wait_for_load_state()
    expect(page.get_by_text(says("Parts"), exact=True).first).to_be_visible()
    rhythm = page.get_by_label(says("rhythm of {stage}").format(stage=says("Grow")), exact=True)
    rhythm.fill("4")
    with page.expect_response("**/plan/change/"):
        rhythm.press("Tab")
    expect(page.get_by_text(says("changed, not saved yet"))).to_be_visible()
    press("button", "Save")
    expect(page.get_by_text(says("saved, revision {number}").format(number=2))).to_be_visible()
    piece = Piece.objects.latest("pk")
    # words with a slip
    page.goto(f"{live_server.url}/bring-in/")
    page.get_by_label(says("Written rows")).fill("Cast on 6 sts.\nRow 1: K2, yoo, k to end. (7 sts)\n")
    expect(page.locator("#verdict")).to_have_text(says("One place does not add up"))
    page.get_by_role("button", name=says("write '{line}'").format(line="yo").split("'")[0]).first.click()
    expect(page.locator("#verdict")).to_have_text(says("Every row adds up"))
    # yarn
    page.goto(f"{live_server.url}/pieces/{piece.pk}/yarn/")
    expect(page.get_by_role("heading", name=says("How much it takes"))).to_be_visible()
    # at the needles with a mistake
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    press("button", "Row done")
    wait_for_rows(piece, 1)
    page.get_by_role("link", name=says("Count"), exact=True).first.click()
    page.wait_for_url("**/needles/count/")
    with page.expect_response("**/needles/count/?**"):
        page.get_by_role("button", name=exactly(says("one fewer in %(name)s").split("%(name)s")[0])).last.click()
    expect(page.locator(".why-says").first).to_be_visible()
    # learn
    page.goto(f"{live_server.url}/pieces/{piece.pk}/drills/5/1/")
    page.keyboard.press("1")
    expect(page.get_by_role("status")).to_be_visible()
    page.goto(f"{live_server.url}/learn/how/k2tog/")
    press("button", "Next step")
    # share, and a remark from elsewhere
    page.goto(f"{live_server.url}/pieces/{piece.pk}/share/")
    press("button", "Make a link")
    link = page.get_by_label(says("The link"), exact=True).input_value()
    private = browser.new_context(locale="it-IT" if says is in_italian else "en-GB")
    reader = private.new_page()
    reader.goto(link)
    reader.get_by_label(says("what you see")).fill("I have one fewer")
    reader.get_by_role("button", name=says("Send it to the writer")).click()
    expect(reader.get_by_text(says("Your remark is with the writer. Her answer will stand here."))).to_be_visible()
    private.close()
    assert Remark.objects.get().piece == piece
    # two pieces that are joined
    page.goto(f"{live_server.url}/things/begin/mini-poncho/")
    press("button", "Begin this thing")
    page.wait_for_url("**/things/*/**")
    press("button", "It is sewn")
    expect(page.get_by_text(says("sewn"), exact=True).first).to_be_visible()
    assert Thing.objects.count() == 1
