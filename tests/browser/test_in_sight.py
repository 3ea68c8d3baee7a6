"""At the needles on a small screen: the part in hand stays in sight."""

import re

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
from tests.browser.conftest import PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]
MANY_PARTS = (
    "Cast on 60 sts.\nRow 1: "
    + ", ".join(["k5, pm"] * 11)
    + ", k5.\nRow 2: p.\n"
    + ("Row 3: *k to 1 st before m, yo, k1, sm; rep from * to last 5 sts, k5.\nRow 4: p.\n")
)


@pytest.mark.parametrize("size", [PHONE, {"width": 844, "height": 390}], ids=["upright", "lying"])
def test_a_row_that_does_not_fit_moves_with_the_part_in_hand(page, live_server, transactional_db, size):
    """Twelve parts: the one in hand, and how far it is to the next mark, stand above the buttons at every step."""
    piece = keep_piece(household_knitter(), MANY_PARTS)
    page.set_viewport_size(size)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    for row in (1, 2, 3):
        expect(page.locator(".shown-row")).to_have_attribute("data-number", str(row))
        parts = page.locator(".now-part").count()
        steps = [*range(parts), *range(parts - 2, -1, -1)] if row == 3 else range(parts)
        for at, part in enumerate(steps):
            if at:
                page.keyboard.press("ArrowRight" if part > steps[at - 1] else "ArrowLeft")
            expect(page.locator(".now-part").nth(part)).to_have_class(re.compile("is-now"))
            page.wait_for_function(IN_SIGHT)
        page.keyboard.press("Space")


IN_SIGHT = """() => {
    const box = document.querySelector(".now-part.is-now").getBoundingClientRect();
    return box.top >= 0 && box.bottom <= document.querySelector(".foot").getBoundingClientRect().top;
}"""
