"""What is worn in the real interface: it falls into place, is turned by keys, and is told in words."""

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

HUNG_MS = 120_000
"""Patience until a cloth hangs at rest: the server works it out bit by bit, as long as its two cores need."""
INKED = """canvas => { const c = document.createElement("canvas"); c.width = canvas.width; c.height = canvas.height;
  canvas.dispatchEvent(new KeyboardEvent("keydown", {key: "Home"}));
  const g = c.getContext("2d"); g.drawImage(canvas, 0, 0);
  const dots = g.getImageData(0, 0, c.width, c.height).data; let many = 0;
  for (let at = 3; at < dots.length; at += 4) many += dots[at] > 0;
  return many / (c.width * c.height); }"""
"""The share of a picture that is painted, read right after it is drawn."""


def test_a_capelet_is_put_on_turned_by_keys_and_told(page, live_server, demo):
    page.emulate_media(reduced_motion="reduce")
    page.goto(f"{live_server.url}/pieces/{demo['Gable capelet'].pk}/worn/")
    expect(page.get_by_text("falls into place")).to_be_visible()
    canvas = page.locator("canvas[data-shown]")
    expect(canvas).to_be_visible(timeout=HUNG_MS)
    expect(page.get_by_text("down the back, about")).to_be_visible()
    assert 0.1 < page.evaluate(INKED, canvas.element_handle()) < 0.9
    canvas.focus()
    for key in ("ArrowRight", "ArrowRight", "ArrowDown", "+"):
        page.keyboard.press(key)
    expect(page.locator("[data-worn-said]")).to_have_text("turned by 30 degrees")
    page.get_by_role("button", name="Back").press("Enter")
    expect(page.locator("[data-worn-said]")).to_have_text("seen from the back")
    canvas.focus()
    page.keyboard.press("Home")
    expect(page.locator("[data-worn-said]")).to_have_text("seen from the front")
    page.locator("select[name=body]").select_option("child")
    page.get_by_role("button", name="Show").click()
    expect(page.locator("canvas[data-shown]")).to_be_visible(timeout=HUNG_MS)
    page.get_by_role("button", name="Try it on every body").click()
    for last in (3, 7, 11, 15, 19):  # each body takes a moment of its own
        expect(page.locator(".worn-bodies td.num").nth(last)).to_be_visible(timeout=HUNG_MS)
    expect(page.locator(".worn-bodies td.num")).to_have_count(20)


def test_it_is_dragged_on_a_phone_and_fits_it(page, live_server, demo):
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{demo['Beacon poncho'].pk}/worn/")
    canvas = page.locator("canvas[data-shown]")
    expect(canvas).to_be_visible(timeout=HUNG_MS)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    box = canvas.bounding_box()
    page.mouse.move(box["x"] + 60, box["y"] + 60)
    page.mouse.down()
    page.mouse.move(box["x"] + 160, box["y"] + 60, steps=4)
    page.mouse.up()
    canvas.focus()
    page.keyboard.press("ArrowUp")
    expect(page.locator("[data-worn-said]")).to_have_text("turned by 57 degrees")


def test_without_such_pictures_the_figures_and_the_folded_drawing_stay(page, live_server, demo):
    page.add_init_script("HTMLCanvasElement.prototype.getContext = () => null")
    page.goto(f"{live_server.url}/pieces/{demo['Gable capelet'].pk}/worn/")
    expect(page.get_by_text("This browser draws no such pictures")).to_be_visible()
    expect(page.get_by_text("down the back, about")).to_be_visible()
    expect(page.locator(".worn-folded svg")).to_be_visible()
    expect(page.locator("canvas")).to_be_hidden()
