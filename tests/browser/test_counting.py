"""The count check on a phone in a real browser: steppers, an answer at once, a mistake explained."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from tests.browser.conftest import PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def test_a_count_that_is_off_is_explained_at_once(page, live_server, demo):
    page.set_viewport_size(PHONE)
    shawl = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/needles/")
    page.keyboard.press("c")
    page.wait_for_url("**/needles/count/")
    with page.expect_response("**/needles/count/?**"):
        page.get_by_role("button", name="one fewer in right half").click()
    expect(page.get_by_text("It is one stitch too few")).to_be_visible()
    expect(page.locator(".why-says").first).to_contain_text("was forgotten in one of rows")
    with page.expect_response("**/needles/count/?**"):
        page.get_by_role("button", name="one more in right half").click()
    expect(page.get_by_text("Right: every part has what it should have.")).to_be_visible()
    field = page.get_by_label("left half", exact=True)
    with page.expect_response("**/needles/count/?**"):
        field.fill("lots")
        field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("'lots' is no count")
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    page.get_by_role("link", name="Back to the row").click()
    page.wait_for_url("**/needles/")
