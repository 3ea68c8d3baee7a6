"""Ten questions in the real interface: answered by keys, two of them wrong, and what one knows afterwards."""

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
