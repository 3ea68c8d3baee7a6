"""A capelet and a disc pasted as one text and resized as plans: my gauge, three sizes, saved in their words."""

import re

from playwright.sync_api import expect

from bias.pieces.models import Piece
from tests.knitting.test_recognise import PIECES

TWO = "\n".join(
    [
        "Harbour set",
        "Gauge: 20 sts and 28 rows = 10 cm",
        "Capelet",
        PIECES["capelet with seed edges"],
        "Cushion",
        PIECES["disc"],
    ]
)


def test_two_pasted_pieces_become_plans_that_take_my_gauge_and_three_sizes(page, live_server, transactional_db):
    page.goto(f"{live_server.url}/bring-in/")
    page.get_by_label("Written rows").fill(TWO)
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Keep as a piece").click()
    page.wait_for_url("**/pieces/*/")
    page.get_by_role("link", name="Plan", exact=True).click()
    expect(page.get_by_role("heading", name="These rows are 2 pieces")).to_be_visible()
    disc = page.locator(".recognised-part").filter(has_text="Cushion")
    expect(disc).to_contain_text("+8")
    page.locator(".recognised-part").filter(has_text="Capelet").get_by_role("button").click()
    page.wait_for_url("**/plan/")
    page.get_by_role("link", name="Size", exact=True).click()

    page.get_by_role("heading", name="My gauge").wait_for()
    gauge = page.locator("form.ask").filter(has=page.get_by_role("heading", name="My gauge"))
    gauge.get_by_label("stitches").fill("24")
    gauge.get_by_label("rows to 10 cm").fill("34")
    gauge.get_by_role("button", name="Find the counts").click()
    offer = page.locator("form.offers").filter(has_text="it was 72 cm by 10 cm")
    offer.get_by_role("button", name="Take these counts").click()
    beside = page.get_by_role("region", name="Beside the pattern as it was brought in")
    expect(beside).to_contain_text("24 sts and 34 rows = 10 cm")
    expect(beside.locator("tr.is-out").filter(has_text="CO 63 sts.")).to_be_visible()

    page.get_by_label("values").fill("80, 100, 120")
    page.get_by_role("button", name="Set side by side").click()
    sizes = page.get_by_role("region", name="Sizes side by side")
    expect(sizes.locator("thead th.num")).to_have_count(3)
    measure = page.locator("form.ask").filter(has=page.get_by_role("heading", name="Another size"))
    measure.get_by_label("how long").fill("92")
    measure.get_by_role("button", name="Find the size").click()
    page.get_by_role("button", name="Take the nearest").click()
    expect(page.locator(".measures")).to_contain_text("92 cm")

    page.get_by_role("button", name="Save", exact=True).click()
    page.wait_for_load_state()
    piece = Piece.objects.latest("pk")
    assert piece.title == "Harbour set, Capelet"
    cast_on = piece.results.worked.rows[0].start
    page.goto(f"{live_server.url}/pieces/{piece.pk}/size/")
    page.get_by_role("button", name="Keep it as written rows in these words").click()
    expect(page.get_by_label("Written rows")).to_have_value(
        re.compile(rf"\nCO {cast_on} sts\.\nRow 1: \*K1, p1; rep from \* to last st, k1\.")
    )


def test_what_it_becomes_never_lies_over_what_stands_below(page, live_server, transactional_db):
    page.goto(f"{live_server.url}/bring-in/")
    page.get_by_label("Written rows").fill(PIECES["bias"])
    page.get_by_role("button", name="Keep as a piece").click()
    page.wait_for_url("**/pieces/*/")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("button", name="Make it my size").click()
    page.locator("form.ask").filter(has_text="More or fewer repeats").get_by_role("button").first.click()
    beside = page.get_by_role("region", name="Beside the pattern as it was brought in")
    beside.scroll_into_view_if_needed()
    page.evaluate("scrollTo(0, document.body.scrollHeight)")
    becomes = page.get_by_role("region", name="What it becomes").bounding_box()
    assert becomes["y"] + becomes["height"] <= beside.bounding_box()["y"]
