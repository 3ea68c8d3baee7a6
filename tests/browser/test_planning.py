"""Planning with mouse and keyboard in a real browser."""

import re

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_plan
from bias.pieces.models import Piece
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.files import plan_text
from tests.knitting.planning import made

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]


def plan_now():
    return results_of_plan(sketch_state(Piece.objects.latest("pk")).plan).plan


@pytest.fixture
def shawl(transactional_db):
    return keep_plan(household_knitter(), plan_text(made("triangle", to=141)))


def word(page, label):
    return page.get_by_label(label, exact=True)


def test_a_shawl_from_a_swatch_and_a_width_with_its_rhythm_changed_by_keyboard(page, live_server):
    page.goto(f"{live_server.url}/begin/")
    page.get_by_role("button", name="Centre-out triangle").click()
    page.get_by_label("a swatch").check()
    page.get_by_label("stitches", exact=True).first.fill("17")
    page.get_by_label("rows", exact=True).first.fill("34")
    page.get_by_role("button", name="Take this gauge").click()
    expect(page.get_by_text("17 stitches and 34 rows to 10 cm.")).to_be_visible()
    page.get_by_label("how long").fill("160")
    page.get_by_role("button", name="Find the size").click()
    page.get_by_role("button", name="Take the nearest").click()
    expect(page.locator(".measures dd").first).to_have_text("160 cm")
    page.get_by_role("link", name="Plan", exact=True).click()
    page.wait_for_load_state()  # a field that is changed before the scripts are there is sent with the next change
    rhythm = word(page, "rhythm of Grow")
    rhythm.focus()
    page.keyboard.press("ControlOrMeta+a")
    page.keyboard.type("4")
    with page.expect_response("**/plan/change/"):
        page.keyboard.press("Tab")
    expect(page.get_by_text("changed, not saved yet")).to_be_visible()
    expect(page.get_by_text(re.compile(r"\d+ times \+4"))).to_be_visible()
    assert plan_now().stages[0].rhythm == 4
    page.get_by_role("button", name="Undo").click()
    expect(rhythm).to_have_value("2")
    page.get_by_role("button", name="Redo").click()
    expect(rhythm).to_have_value("4")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("saved, revision 2")).to_be_visible()


def test_the_field_that_was_changed_keeps_the_keyboard(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    end = word(page, "where Grow ends")
    end.fill("121")
    with page.expect_response("**/plan/change/"):
        end.press("Enter")
    expect(page.get_by_text("13 to 121 stitches")).to_be_visible()
    expect(end).to_be_focused()


def test_what_was_typed_amiss_is_refused_where_it_can_be_read(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    page.wait_for_load_state()
    sent = []
    page.on("request", lambda request: sent.append(request) if "plan/change" in request.url else None)
    word(page, "where Grow ends").fill("many")
    word(page, "where Grow ends").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("'many'")
    page.wait_for_load_state("networkidle")
    expect(page.get_by_role("alert")).to_contain_text("'many'")
    assert len(sent) == 1


def test_bare_parts_get_a_centre_line_and_a_shaping_by_keyboard_alone(page, live_server):
    page.goto(f"{live_server.url}/begin/")
    page.get_by_role("button", name="Begin from bare parts").press("Enter")
    page.get_by_role("button", name="a line through the middle of cloth").press("Enter")
    expect(word(page, "name of line 1")).to_have_value("centre")
    page.get_by_role("button", name="add a shaping to Rows").press("Enter")
    expect(word(page, "at which line")).to_have_value("centre")
    page.get_by_role("button", name="move centre one stitch to the left").press("Enter")
    expect(page.get_by_text("the sides are not equal")).to_be_visible()
    page.get_by_role("button", name="move centre one stitch to the right").click()
    expect(page.get_by_text("the sides are not equal")).to_have_count(0)
    page.get_by_role("button", name="remove centre").click()
    expect(word(page, "name of line 1")).to_have_count(0)
    assert not plan_now().stages[0].shapings


def test_a_warning_is_mended_by_its_press(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    word(page, "where Grow ends").fill("143")
    word(page, "where Grow ends").press("Tab")
    expect(page.get_by_text("steps past 143 stitches")).to_be_visible()
    page.get_by_role("button", name="Until 145 stitches").click()
    expect(page.get_by_text("steps past")).to_have_count(0)
    expect(word(page, "where Grow ends")).to_have_value("145")


def test_a_plan_of_many_parts_is_changed_like_any_other(page, live_server):
    capelet = keep_plan(household_knitter(), plan_text(made("capelet")))
    page.goto(f"{live_server.url}/pieces/{capelet.pk}/plan/")
    word(page, "where Yoke ends").fill("9")
    word(page, "where Yoke ends").press("Tab")
    expect(page.get_by_text("changed, not saved yet")).to_be_visible()
    assert plan_now().stages[0].until.times == 9


def test_three_sizes_stand_side_by_side(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/size/")
    page.get_by_label("what differs").select_option("grow to")
    page.get_by_label("values").fill("141, 181, 221")
    page.get_by_role("button", name="Set side by side").click()
    table = page.get_by_role("table")
    expect(table.get_by_role("columnheader", name="grow to 221")).to_be_visible()
    expect(page.locator(".printed")).to_contain_text("until there are 141 (181, 221) sts")


def test_a_thread_of_the_cloth_opens_its_sentence(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    page.locator(".cloth-thread text").first.click()
    expect(page.locator("[data-letters='C'].is-lit").first).to_be_visible()
    expect(word(page, "name of line 2")).to_be_focused()


def test_a_part_pressed_in_the_cloth_lights_its_sentence(page, live_server, shawl):
    """The shawl lies with its first row on top, so that its right wing is at the left."""
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    box = page.locator(".cloth-ground").bounding_box()
    for share, part in ((0.3, "right wing"), (0.7, "left wing")):
        page.mouse.click(box["x"] + share * box["width"], box["y"] + 0.3 * box["height"])
        expect(page.locator(".plan-line.is-part input").first).to_have_value(part)


def test_a_part_of_the_strip_opens_its_sentence_and_the_ledger_goes_to_a_row(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/?row=40")
    page.locator(".strip .part", has_text="left wing").click()
    expect(word(page, "name of part 3 from the right")).to_be_focused()
    page.get_by_text("Every row").click()
    page.locator(".ledger .unfold").first.click()
    page.locator(".ledger .pick").nth(3).click()
    expect(page.locator(".row-card")).not_to_have_attribute("data-number", "40")


def test_the_needle_moves_through_the_planned_rows(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    page.get_by_role("button", name="Row on").click()
    expect(page.locator(".row-card")).to_have_attribute("data-number", "2")
    word(page, "where Grow ends").fill("101")
    word(page, "where Grow ends").press("Tab")
    expect(page.get_by_text("13 to 101 stitches")).to_be_visible()
    expect(page.locator(".row-card")).to_have_attribute("data-number", "2")
    page.get_by_role("button", name="Row on").click()
    expect(page.locator(".row-card")).to_have_attribute("data-number", "3")
