"""Learning in the real interface: ten questions by keys, a technique step by step, the film played and scrubbed."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bias.learning.models import DrillAnswer
from bias.results.drills import drills_of_piece
from tests.browser.conftest import PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def test_ten_questions_by_keys_two_of_them_wrong(page, live_server, demo):
    page.set_viewport_size(PHONE)
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.get_by_text("This piece").click()
    page.get_by_role("link", name="Ten questions about it").click()
    page.wait_for_url("**/drills/*/1/")
    asked = drills_of_piece(piece.words, int(page.url.split("/")[-3]), ())
    for number, each in enumerate(asked, start=1):
        expect(page.get_by_text(f"Question {number} of 10")).to_be_visible()
        if number == 1:
            found = Axe().run(page)
            assert not found.response["violations"], found.generate_report()
            assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
        right = each.drill.right
        chosen = right if number not in (2, 5) else (right + 1) % len(each.answers)
        page.keyboard.press(str(chosen + 1))
        said = "Right." if chosen == right else f"It is: {each.right_answer}."
        expect(page.get_by_role("status")).to_contain_text(said)
        expect(page.get_by_role("link", name="Done" if number == len(asked) else "Next")).to_be_focused()
        page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="What you know")).to_be_visible()
    assert DrillAnswer.objects.filter(right=True).count() == 8


def no_barrier(page):
    found = Axe().run(page)
    assert not found.response["violations"], found.generate_report()


def test_a_technique_is_gone_through_by_keys(page, live_server, demo):
    page.goto(f"{live_server.url}/learn/how/")
    no_barrier(page)
    page.get_by_label("A stitch or a word").fill("2 ins dir")
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Knit two together", exact=True).click()
    now = page.locator(".technique-step.is-now")
    told = page.locator(".steps-now")
    expect(now).to_contain_text("Look for the two stitches")
    for key, number, words in (
        ("ArrowRight", 2, "Put the right tip into the second one"),
        ("ArrowRight", 3, "Lay the yarn round"),
        ("ArrowLeft", 2, "Put the right tip"),
        ("End", 6, "Two rows later"),
        ("ArrowRight", 6, "Two rows later"),
        ("Home", 1, "Look for the two stitches"),
        ("ArrowLeft", 1, "Look for the two stitches"),
    ):
        page.keyboard.press(key)
        expect(told).to_have_text(f"{number} of 6")
        expect(now).to_contain_text(words)
    no_barrier(page)
    page.get_by_role("button", name="Next step").click()
    page.reload()
    expect(told).to_have_text("2 of 6")
    page.get_by_role("link", name="Left-handed").click()
    expect(page.locator(".technique-step").nth(1)).to_contain_text("Put the left tip into the second one")
    page.keyboard.press("End")
    expect(now).to_contain_text("it leans to the left")


def test_both_schools_move_together_and_by_themselves(page, live_server, demo):
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/learn/how/rli/")
    now = page.locator(".technique-step.is-now")
    expect(now).to_have_count(2)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    page.get_by_role("button", name="By itself").click()
    expect(page.locator(".steps-now")).to_have_text("2 of 6")
    expect(now.nth(0)).to_contain_text("Lift the right leg")
    expect(now.nth(1)).to_contain_text("straight into its right leg")
    no_barrier(page)
    page.emulate_media(reduced_motion="reduce")
    page.reload()
    expect(page.get_by_role("button", name="Next step")).to_be_visible()
    expect(page.get_by_role("button", name="By itself")).to_be_hidden()


def shown_row(page):
    return int(page.locator("[data-film] canvas").get_attribute("data-shown"))


def test_the_film_is_scrubbed_played_and_bunched(page, live_server, demo):
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/film/")
    page.wait_for_selector("canvas[data-shown]")
    last = len(piece.results.worked.rows)
    assert shown_row(page) == last
    no_barrier(page)
    page.get_by_role("slider", name="Row").focus()
    page.keyboard.press("Home")
    assert shown_row(page) == piece.results.film.rows[0]
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    assert shown_row(page) == piece.results.film.rows[3]
    page.get_by_role("button", name="the tab").click()
    assert shown_row(page) == piece.results.worked.tab_rows
    expect(page.get_by_role("status").filter(has_text="the tab")).to_be_visible()
    page.get_by_role("button", name="Let it grow").click()
    page.wait_for_function("row => Number(document.querySelector('canvas[data-shown]').dataset.shown) > row", arg=20)
    page.get_by_role("button", name="Let it grow").click()
    stopped = shown_row(page)
    page.wait_for_timeout(300)
    assert shown_row(page) == stopped
    laid = page.locator("canvas").evaluate("canvas => canvas.toDataURL()")
    page.get_by_role("button", name="As it hangs on the needle").click()
    page.wait_for_function("laid => document.querySelector('canvas').toDataURL() !== laid", arg=laid)
    expect(page.get_by_role("button", name="As it hangs on the needle")).to_have_attribute("aria-pressed", "true")


def test_where_motion_is_not_welcome_the_film_is_stills(page, live_server, demo):
    page.emulate_media(reduced_motion="reduce")
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{demo['Harbour corner cloth'].pk}/film/")
    page.wait_for_selector("canvas[data-shown]")
    expect(page.get_by_role("button", name="Let it grow")).to_be_hidden()
    expect(page.get_by_role("img", name="How it grows, in 6 stills")).to_be_visible()
    laid = page.locator("canvas").evaluate("canvas => canvas.toDataURL()")
    page.get_by_role("button", name="As it hangs on the needle").click()
    assert page.locator("canvas").evaluate("canvas => canvas.toDataURL()") != laid, "it changes at once"
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    no_barrier(page)


def test_a_shape_grows_in_its_card_and_is_drawn_again(page, live_server, demo):
    page.goto(f"{live_server.url}/begin/")
    card = page.locator(".card").filter(has_text="Corner cloth")
    card.get_by_role("button", name="Let it grow").click()
    expect(card.locator("canvas")).to_be_visible()
    expect(card.locator("canvas")).to_have_count(0)
    expect(card.locator(".card-shape svg")).to_be_visible()
