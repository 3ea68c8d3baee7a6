"""Things of several pieces in the real interface: a poncho from its panels to its collar, edges pressed and sewn."""

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.things.actions import begin_own
from bias.things.models import Thing
from tests.browser.conftest import PHONE, wait_for_rows

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def by_mouse(target):
    target.click()


def by_keys(target):
    target.focus()
    target.press("Enter")


@pytest.mark.parametrize("press", [by_mouse, by_keys])
def test_a_poncho_from_a_neck_that_is_too_narrow_to_its_collar(page, live_server, transactional_db, press):
    """The neck is mended before anything is begun, a row is knitted, a seam ticked off, the collar begun."""
    household_knitter()
    page.goto(f"{live_server.url}/begin/")
    press(page.get_by_role("link", name="Mini poncho"))
    with page.expect_response("**/things/begin/mini-poncho/?**"):
        page.get_by_label("the neck").select_option("round")
    expect(page.get_by_text("Collar: pick up")).to_be_visible()  # the new sums are there, and what is pressed in them
    expect(page.get_by_text("no head goes through")).to_be_visible()
    press(page.get_by_role("button", name="Cast on 41"))
    expect(page.get_by_label("cast on")).to_have_value("41")
    expect(page.get_by_text("a grown head goes through.")).to_be_visible()
    page.get_by_label("What it is called").fill("Gangway poncho")
    press(page.get_by_role("button", name="Begin this thing"))
    expect(page.get_by_text("front: 40 rows; then back: 40 rows")).to_be_visible()
    thing = Thing.objects.get()
    press(page.get_by_role("link", name="front", exact=True))
    page.wait_for_url("**/needles/**")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    page.keyboard.press("Space")
    wait_for_rows(thing.members.get(name="front").piece, 1)
    expect(page.get_by_text("back: 40 rows")).to_be_visible()
    press(page.get_by_role("link", name="Gangway poncho", exact=True))
    press(page.get_by_role("button", name="It is sewn").first)
    expect(page.get_by_text("sewn", exact=True)).to_be_visible()
    press(page.get_by_role("button", name="Begin this piece"))
    expect(page.get_by_role("heading", name="Collar", exact=True)).to_be_visible()
    assert thing.members.get(name="collar").piece.results.worked.rows[0].start == 84


def test_edges_are_pressed_in_the_drawing_by_mouse_and_keys(page, live_server, demo):
    """A border is picked up along a slanting edge, and two edges are sewn."""
    knitter = household_knitter()
    thing = begin_own(knitter, "Two of a kind", [demo["Tideline shawl"], demo["Harbour corner cloth"]])
    shawl, cloth = thing.pieces_joined.pieces
    page.goto(f"{live_server.url}/things/{thing.pk}/joins/")
    edge = page.get_by_role("button", name=f"Choose the start edge of the {shawl}")
    edge.focus()
    page.keyboard.press("Enter")
    expect(edge).to_have_attribute("aria-pressed", "true")
    page.get_by_text("Or pick stitches up along them").click()
    page.get_by_label("What it becomes").fill("edging")
    page.get_by_role("button", name="Pick up along these edges").click()
    expect(page.get_by_text("Edging: pick up")).to_be_visible()
    assert "ridges" in page.locator(".thing-joints").inner_text()
    for name in (f"Choose the end edge of the {shawl}", f"Choose the start edge of the {cloth}"):
        page.get_by_role("button", name=name).focus()
        page.keyboard.press("Space")
    page.get_by_role("button", name="Sew the two edges").click()
    expect(page.locator(".thing-joints > li")).to_have_count(2)
    page.get_by_role("button", name="Take this joint off").first.click()
    expect(page.locator(".thing-joints > li")).to_have_count(1)


def test_a_thing_is_a_card_in_the_basket_and_fits_a_phone(page, live_server, demo):
    knitter = household_knitter()
    thing = begin_own(knitter, "Two of a kind", [demo["Tideline shawl"], demo["Harbour corner cloth"]])
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/")
    card = page.locator(".card.is-thing")
    expect(card).to_contain_text("Two of a kind")
    card.get_by_role("link", name="Two of a kind").click()
    page.wait_for_url(f"**/things/{thing.pk}/")
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    page.get_by_role("link", name="Joins").click()
    page.wait_for_url(f"**/things/{thing.pk}/joins/")
    expect(page.locator("main")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]


def test_a_board_is_turned_by_keys_and_a_square_knitted_and_seen_done(page, live_server, transactional_db):
    household_knitter()
    page.goto(f"{live_server.url}/things/begin/board/")
    page.get_by_label("What it is called").fill("Mole blanket")
    page.get_by_label("rows", exact=True).first.fill("2")
    page.get_by_label("columns").fill("2")
    page.get_by_label("ridges of a square").fill("2")
    expect(page.get_by_text("4 squares,")).to_be_visible()
    page.get_by_role("button", name="Begin this board").click()
    expect(page.get_by_text("square 1, 0 done and 4 left")).to_be_visible()
    thing = Thing.objects.get()
    page.wait_for_load_state("load")
    with page.expect_navigation(url="**square=2.**"):
        page.keyboard.press("ArrowUp")
    before = thing.board
    with page.expect_navigation(url="**square=2.**"):
        page.keyboard.press("t")
    expect(page.get_by_role("heading", name="row 2")).to_be_visible()
    thing.refresh_from_db()
    assert thing.board != before
    page.get_by_role("button", name="Knit this square").click()
    page.wait_for_url("**/needles/**")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    piece = thing.members.get().piece
    copy = int(page.url.rpartition("copy=")[2])
    for row in range(1, 5):
        page.keyboard.press("Space")
        wait_for_rows(piece, row, copy=copy)
    page.get_by_role("link", name="Mole blanket", exact=True).click()
    expect(page.get_by_text("1 done and 3 left")).to_be_visible()
    expect(page.locator(".board-done")).to_have_count(1)


def test_the_list_of_a_piece_and_that_of_the_whole_are_ticked_off(page, live_server, demo):
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/finishing/")
    page.get_by_role("button", name="Weave in the ends: done").click()
    expect(page.get_by_role("button", name="Weave in the ends: not yet after all")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name="Weave in the ends: not yet after all")).to_be_visible()
    assert [event.data["what"] for event in piece.events.filter(kind="ticked")] == ["weave in the ends"]
    thing = begin_own(piece.owner, "Two of a kind", [piece, demo["Harbour corner cloth"]])
    page.goto(f"{live_server.url}/things/{thing.pk}/")
    page.get_by_role("button", name="Wash the whole as it will be washed: done").focus()
    page.keyboard.press("Enter")
    taken_back = page.get_by_role("button", name="Wash the whole as it will be washed: not yet after all")
    expect(taken_back).to_be_visible()
    assert thing.done_steps == {"wash the whole"}
    taken_back.click()
    expect(page.get_by_role("button", name="Wash the whole as it will be washed: done")).to_be_visible()
    assert not thing.done_steps


@pytest.mark.parametrize("way", ["mouse", "keyboard"])
def test_a_press_is_not_lost_where_new_sums_come_while_it_is_held(page, live_server, transactional_db, way):
    page.goto(f"{live_server.url}/things/begin/mini-poncho/")
    button = page.get_by_role("button", name="Cast on 41")
    button.hover()
    button.focus()
    page.mouse.down() if way == "mouse" else page.keyboard.down("Space")
    page.evaluate("document.querySelector('#sums').replaceChildren()")
    page.mouse.up() if way == "mouse" else page.keyboard.up("Space")
    expect(page.get_by_label("cast on")).to_have_value("41")


def test_what_is_focused_stays_focused_when_new_sums_come(page, live_server, transactional_db):
    page.goto(f"{live_server.url}/things/begin/mini-poncho/")
    button = page.get_by_role("button", name="Cast on 41")
    button.focus()
    with page.expect_response("**/things/begin/mini-poncho/?**"):
        page.evaluate("document.querySelector('form.thing-ask').dispatchEvent(new Event('sums'))")
    expect(page.locator("#sums.htmx-settling, #sums.htmx-swapping")).to_have_count(0)
    expect(button).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_label("cast on")).to_have_value("41")
