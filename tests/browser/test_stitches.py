"""The stitches of a shawl in a real browser: a rib, its growing edge, a fabric drawn on the grid."""

import re
import time

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_plan
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.files import plan_text
from knitting.plan_editing.fabric_use import fabric_of
from tests.browser.conftest import PHONE
from tests.knitting.planning import made

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


@pytest.fixture
def shawl(transactional_db):
    return keep_plan(household_knitter(), plan_text(made("asymmetric")))


def plan_now(piece):
    return results_of_plan(sketch_state(piece).plan).plan


def wait_for_fabrics(page, piece, within=30.0, **fabrics):
    """What is chosen is sent by itself: wait until each part is in its fabric."""
    until = time.monotonic() + within
    while True:
        plan = plan_now(piece)
        now = {part: fabric_of(plan, part.replace("_", " ")) for part in fabrics}
        if now == fabrics:
            return
        assert time.monotonic() < until, f"{now}, not {fabrics}"
        page.wait_for_timeout(100)


def choose(page, label, value):
    with page.expect_response("**/stitches/change/"):
        page.get_by_label(label, exact=True).select_option(value)


def test_the_asymmetric_shawl_is_given_a_rib_and_its_edge_is_watched(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("link", name="Stitches", exact=True).click()
    choose(page, "fabric of cloth", "rib3x3")
    expect(page.get_by_text("changed, not saved yet")).to_be_visible()
    fate = page.locator(".edge-fate").first
    expect(fate).to_have_text(re.compile(r"the new stitch beside the right edge becomes a (knit|purl) stitch in row"))
    first = fate.inner_text()
    with page.expect_response("**/stitches/edge/**"):
        page.get_by_label("up to row").fill("40")
        page.keyboard.press("Enter")
    expect(page.locator(".edge-fate").first).not_to_have_text(first)
    expect(page.locator(".close-up .edge-ring").first).to_be_attached()
    with page.expect_response("**/stitches/edge/**"):
        page.get_by_label("row", exact=True).press("ArrowLeft")
    expect(page.get_by_label("up to row")).to_have_value("39")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("saved, revision 2")).to_be_visible()
    assert fabric_of(plan_now(shawl), "cloth") == "rib3x3"


def test_a_fabric_of_six_by_four_is_drawn_by_mouse_and_keys_and_worn(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/")
    grid = page.get_by_role("grid")
    expect(grid.get_by_role("gridcell")).to_have_count(24)
    page.get_by_role("radio", name="purl", exact=True).click()
    grid.get_by_role("button", name="row 1, stitch 3: knit", exact=True).click()
    grid.get_by_role("button", name="row 1, stitch 6: knit", exact=True).click()
    page.keyboard.press("ArrowUp")
    with page.expect_response("**/stitches/fabric/"):
        page.keyboard.press("o")
    expect(page.locator("#drawn")).to_contain_text("uses 5 stitches and makes 6")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("/")
    expect(page.locator("#drawn")).to_contain_text("6 columns by 4 rows: every row keeps its count.")
    page.get_by_label("called").fill("reeds")
    with page.expect_response("**/stitches/change/"):
        page.get_by_role("button", name="Keep this fabric").click()
    choose(page, "fabric of cloth", "reeds")
    plan = plan_now(shawl)
    assert fabric_of(plan, "cloth") == "reeds"
    assert plan.fabrics[0].faces == ("kkpkkp", "kkkkdo", "kkkkkk", "kkkkkk")
    page.get_by_role("button", name="Change", exact=True).click()
    expect(page.get_by_text("It takes the place of reeds in every part.")).to_be_visible()
    with page.expect_response("**/stitches/fabric/"):
        page.get_by_label("columns").fill("4")
        page.keyboard.press("Tab")
    expect(grid.get_by_role("gridcell")).to_have_count(16)


def test_a_fabric_is_chosen_by_its_first_letters_and_the_keyboard_stays_there(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/")
    field = page.get_by_label("fabric of cloth", exact=True)
    field.focus()
    with page.expect_response("**/stitches/change/"):
        page.keyboard.type("mos")
    expect(field).to_have_value("moss")
    expect(field).to_be_focused()
    with page.expect_response("**/stitches/edge/**"):
        page.get_by_label("row", exact=True).press("ArrowRight")
    expect(page.get_by_label("row", exact=True)).to_be_focused()


def test_a_fabric_being_drawn_and_a_second_choice_outlive_an_answer(page, live_server, transactional_db):
    piece = keep_plan(household_knitter(), plan_text(made("capelet")))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/stitches/")
    page.get_by_role("radio", name="purl", exact=True).click()
    page.get_by_role("grid").get_by_role("button", name="row 2, stitch 4: knit", exact=True).click()
    page.get_by_label("called").fill("half drawn")
    page.get_by_label("fabric of back", exact=True).select_option("seed")
    page.get_by_label("fabric of left front", exact=True).select_option("moss")
    with page.expect_response("**/stitches/change/"):
        page.get_by_label("fabric of right front", exact=True).select_option("rib2x2")
    wait_for_fabrics(page, piece, back="seed", left_front="moss", right_front="rib2x2")
    expect(page.get_by_label("fabric of right front", exact=True)).to_have_value("rib2x2")
    expect(page.get_by_label("called")).to_have_value("half drawn")
    expect(page.get_by_role("button", name="row 2, stitch 4: purl", exact=True)).to_be_visible()


def test_a_second_thought_about_one_part_outlives_the_answer_to_the_first(page, live_server, transactional_db):
    piece = keep_plan(household_knitter(), plan_text(made("capelet")))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/stitches/")
    page.route("**/stitches/change/", lambda route: (time.sleep(0.5), route.continue_()), times=1)
    with page.expect_request("**/stitches/change/"):
        page.get_by_label("fabric of back", exact=True).select_option("seed")
    page.get_by_label("fabric of back", exact=True).select_option("moss")
    wait_for_fabrics(page, piece, back="moss")


def test_a_row_asked_for_while_an_answer_is_on_its_way_is_shown_after_it(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/")
    row = page.get_by_label("up to row")
    page.route("**/stitches/edge/**", lambda route: (time.sleep(0.3), route.continue_()), times=2)
    for _ in range(5):
        page.get_by_label("row", exact=True).press("ArrowRight")
    expect(page.locator(".edge-picture")).to_contain_text("row 37")
    expect(row).to_have_value("37")
    page.route("**/stitches/change/", lambda route: (time.sleep(0.5), route.continue_()), times=1)
    with page.expect_request("**/stitches/change/"):
        page.get_by_label("fabric of cloth", exact=True).select_option("moss")
    with page.expect_response("**/stitches/change/"):
        page.get_by_label("row", exact=True).press("ArrowLeft")
    expect(page.locator(".edge-picture")).to_contain_text("row 36")
    expect(row).to_have_value("36")


def test_typed_rows_say_how_they_read(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/")
    page.get_by_role("button", name="Typed as rows").click()
    page.get_by_label("Each row on a line of its own").fill("Row 1: k3\nRow 2: p3")
    expect(page.locator("#drawn")).to_contain_text("shows 3 knit stitches worked flat, and 3 purl stitches in rounds")
    page.get_by_label("Each row on a line of its own").fill("k2, yo\nk3")
    expect(page.locator("#drawn")).to_contain_text("uses 2 stitches and makes 3")


def test_the_stitches_page_is_accessible_on_a_phone(page, live_server, shawl):
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/")
    expect(page.locator("#drawn svg")).to_be_visible()
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_a_fabric_chosen_before_the_scripts_are_there_counts(page, live_server, shawl):
    """On a slow network the page is there first, and its scripts a moment later."""

    def late(route):
        page.wait_for_timeout(1500)
        route.continue_()

    page.route("**/htmx.min.js", late)
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/stitches/", wait_until="commit")
    page.get_by_label("fabric of cloth", exact=True).select_option("rib3x3")
    assert not page.evaluate("() => 'htmx' in window")
    wait_for_fabrics(page, shawl, cloth="rib3x3")
