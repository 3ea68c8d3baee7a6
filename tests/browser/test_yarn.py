"""Yarn in a real browser: the shelf, stripes from leftovers, weighed with and without the network, the turn."""

import re

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.yarns.models import PieceYarn, Yarn
from tests.bias.pressing import SHAWL
from tests.browser.conftest import PHONE, wait_for_rows
from tests.browser.test_needles import done, open_needles, without_offline_noise

CLOTH = """Title: Quay cloth
Gauge: 20 sts and 40 rows = 10 cm, garter, washed
Cast on 4 sts.
Row 1: K2, yo, k to end.
Repeat row 1 until there are 24 sts.
Section: Back
Row 1: K1, k2tog, k to end.
Repeat row 1 until 4 sts remain.
Bind off.
"""


def test_a_yarn_is_put_on_the_shelf_and_becomes_a_piece(page, live_server, transactional_db):
    page.goto(f"{live_server.url}/yarns/")
    page.get_by_role("link", name="Put a yarn on the shelf").first.click()
    page.get_by_label("Name").fill("Kelp")
    page.get_by_label("Grams a ball").fill("50")
    page.get_by_label("Metres a ball").fill("104,5")
    page.locator("[name=lot-0-whole]").fill("4")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("418 m")).to_be_visible()
    page.get_by_label("choose Kelp").check()
    page.get_by_role("button", name="What could the chosen ones become?").click()
    card = page.locator(".could-card", has_text="Corner cloth")
    expect(card.locator("dd").first).to_have_text(re.compile(r"\d+ cm"))
    card.get_by_role("button", name="Begin it").click()
    expect(page).to_have_url(re.compile(r"/pieces/\d+/plan/"))
    page.get_by_role("link", name="Yarn", exact=True).click()
    expect(page.locator(".yarn-forecast").first).to_be_visible()


def test_stripes_from_four_leftovers_are_written_in(page, live_server, demo):
    piece = demo["Driftwood blanket, from leftovers"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/yarn/stripes/")
    for name, grams in (
        ("Slate worsted", "34"),
        ("Fennel light", "26"),
        ("Reed worsted", "31"),
        ("Limpet tweed", "22"),
    ):
        page.locator("li", has_text=name).locator("input").first.fill(grams)
    page.get_by_label("share them out:").select_option("free")
    page.get_by_role("button", name="Show the stripes").click()
    expect(page.locator(".yarn-bars li")).to_have_count(4)
    expect(page.locator(".cloth-band").first).to_be_visible()
    page.get_by_role("button", name="Write these stripes in").click()
    expect(page).to_have_url(re.compile(rf"/pieces/{piece.pk}/$"))
    assert len({row.colour for row in Piece.objects.get(pk=piece.pk).results.worked.rows}) == 4
    fills = set(page.locator(".cloth-band").evaluate_all("bands => bands.map(each => each.getAttribute('fill'))"))
    assert fills == set(Yarn.objects.exclude(name="Ember bulky").values_list("colour", flat=True))


@pytest.fixture
def cloth(transactional_db):
    piece = keep_piece(household_knitter(), CLOTH)
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=1, start_grams=6)
    return piece


def weigh(page, grams):
    page.get_by_text("Weigh the yarn").click()
    page.locator(".weigh-here [name=grams]").fill(grams)
    with page.expect_navigation():  # the page comes anew once it was sent, or could not be
        page.locator(".weigh-here").get_by_role("button", name="Keep it").click()


def test_weighed_on_the_way_twice_without_the_network_the_turn_is_told(page, live_server, cloth, context):
    open_needles(page, live_server, cloth)
    for row in range(1, 7):
        done(page, row)
    wait_for_rows(cloth, 6)
    page.wait_for_timeout(800)  # the rows ahead are kept on the device
    context.set_offline(True)
    weigh(page, "5")
    expect(page.locator(".shown-row[data-number='7']")).to_be_visible()
    for row in range(7, 11):
        done(page, row)
    weigh(page, "4")
    expect(page.locator(".shown-row[data-number='11']")).to_be_visible()
    expect(page.locator(".net").first).to_contain_text("wait to be sent")
    context.set_offline(False)
    wait_for_rows(cloth, 10, presses=12)
    assert sorted(Event.objects.filter(kind="weighed").values_list("row", flat=True)) == [6, 10]
    page.goto(f"{live_server.url}/pieces/{cloth.pk}/yarn/")
    told = page.get_by_text(re.compile(r"Turn after row \d+"))
    expect(told).to_be_visible()
    turn = int(re.search(r"Turn after row (\d+)", told.inner_text())[1])
    assert 10 < turn < 20
    open_needles(page, live_server, cloth)
    for row in range(11, turn + 1):
        done(page, row)
    expect(page.get_by_text("Turn here, at")).to_be_visible()
    without_offline_noise(page)


def test_the_forecast_fits_a_phone(page, live_server, demo):
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{demo['Tideline shawl'].pk}/yarn/")
    expect(page.get_by_text("Last safe row")).to_be_visible()
    expect(page.locator(".only-phone .yarn-forecast")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_it_is_told_to_stop_after_the_last_safe_row(page, live_server, transactional_db):
    piece = keep_piece(household_knitter(), SHAWL)
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=1, start_grams=15)
    open_needles(page, live_server, piece)
    for row in range(1, 17):
        done(page, row)
    weigh(page, "8")
    wait_for_rows(piece, 16, presses=17)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/yarn/")
    safe = int(page.locator(".yarn-number b").inner_text())
    assert 16 < safe < 30
    open_needles(page, live_server, piece)
    for row in range(17, safe + 1):
        expect(page.get_by_text("Stop here:")).to_have_count(0)
        done(page, row)
    expect(page.get_by_text("Stop here:")).to_be_visible()
