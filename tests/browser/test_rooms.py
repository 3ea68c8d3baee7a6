"""The rooms of a piece by mouse, by touch and by keys alone, at a desk and on a phone."""

from dataclasses import replace

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.home.rooms import ROOMS
from bias.pieces.actions import keep_plan, put_into_chapter
from knitting.files import plan_text
from tests.browser.conftest import DESK, PHONE
from tests.knitting.planning import made
from tests.searching import some_of


@pytest.fixture
def piece(transactional_db):
    return keep_plan(household_knitter(), plan_text(made("mitre", cast_on=49)))


def by_mouse(page, link):
    link.click()


def by_touch(page, link):
    link.tap()


def by_keys(page, link):
    link.focus()
    page.keyboard.press("Enter")


WAYS = [
    ("mouse", DESK, by_mouse),
    ("touch", PHONE, by_touch),
    ("keys", DESK, by_keys),
    ("keys on a phone", PHONE, by_keys),
]


@pytest.mark.parametrize(("way", "size", "go"), some_of(WAYS, 3), ids=some_of([way for way, _, _ in WAYS], 3))
def test_every_page_of_every_room_is_gone_to(browser, live_server, piece, way, size, go):
    context = browser.new_context(viewport=size, has_touch=size is PHONE)
    page = context.new_page()
    wrong = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    for room in ROOMS:
        go(page, page.get_by_role("navigation", name="Rooms").get_by_role("link", name=str(room.title)))
        for each in room.pages if len(room.pages) > 1 else ():  # a room of one page is that page
            link = page.get_by_role("navigation", name="Pages").get_by_role("link", name=str(each.title), exact=True)
            go(page, link)
            expect(link).to_have_attribute("aria-current", "page")
        expect(page.locator(".room.on")).to_contain_text(str(room.title))
        expect(page.locator(".room.on")).to_be_in_viewport()
    assert page.evaluate("document.documentElement.scrollWidth") <= size["width"]
    context.close()
    assert not wrong


def test_the_keys_of_a_page_are_told_and_things_are_found_by_keys_alone(page, live_server, piece):
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("the needle a row on or back")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("/")
    page.keyboard.type("written")
    expect(page.get_by_role("dialog").get_by_role("link", name="Written out")).to_be_visible()
    page.keyboard.press("Tab")
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    page.wait_for_url("**/words/written/")
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("row done")
    page.keyboard.press("Space")  # closes it: no row is worked behind it
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.locator(".shown-row[data-number='1']")).to_be_visible()


def test_a_piece_is_called_otherwise_and_knitted_again_from_its_menu(page, live_server, piece):
    page.goto(f"{live_server.url}/pieces/{piece.pk}/size/")
    page.get_by_text("This piece", exact=True).click()
    page.get_by_label("Its name").fill("Terns & gulls")
    page.get_by_label("Its name").press("Enter")
    expect(page.locator(".crumbs")).to_have_text("Terns & gulls")
    assert page.url.endswith("/size/")
    page.get_by_text("This piece", exact=True).click()
    page.keyboard.press("Escape")
    expect(page.get_by_label("Its name")).to_be_hidden()
    page.get_by_text("This piece", exact=True).click()
    page.get_by_role("button", name="Knit it again, with changes").click()
    page.wait_for_url("**/plan/")
    expect(page.locator(".crumbs")).to_have_text("Terns & gulls, again")


TITLES = {"wide": "W" * 200, "right to left": "ש" * 200, "emoji": "🧶" * 100, "words": "a long name " * 16}


@pytest.mark.parametrize("title", some_of(TITLES.values(), 2), ids=some_of(TITLES, 2))
def test_no_title_and_no_chapter_is_wider_than_the_screen(page, live_server, transactional_db, title):
    piece = keep_plan(household_knitter(), plan_text(replace(made("mitre", cast_on=49), name=title)))
    put_into_chapter(piece, title)
    for address in ("/", f"/pieces/{piece.pk}/", f"/pieces/{piece.pk}/needles/", "/find/?for=W"):
        page.goto(live_server.url + address)
        for size in (PHONE, DESK):
            page.set_viewport_size(size)
            assert page.evaluate("document.documentElement.scrollWidth") <= size["width"], address
