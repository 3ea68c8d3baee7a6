"""The chart and the cloth seen from nearer by, in a real browser."""

import re
from dataclasses import replace

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece, keep_plan
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.files import plan_text
from knitting.measures import Gauge
from tests.browser.conftest import PHONE
from tests.knitting.planning import made

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]
ROW = 24
"""A right-side row of the shawl: 4, 16, 1, 16 and 4 stitches before it."""


@pytest.fixture
def shawl(transactional_db):
    return keep_plan(household_knitter(), plan_text(made("triangle", to=141)))


@pytest.fixture
def chart(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/chart/?row={ROW}")
    page.wait_for_selector("[data-ready]")
    return page


def drawing(page, what):
    return page.evaluate(f"document.querySelector('.chart-box').chart.drawing.{what}")


def opened(page, times):
    """Waits until the chart was opened so many times."""
    page.wait_for_function("times => document.querySelector('.chart-box').dataset.ready === times", arg=str(times))


def colours(page):
    """How many colours the canvas shows."""
    return page.evaluate(
        """() => {
            const canvas = document.querySelector("canvas");
            const copy = new OffscreenCanvas(canvas.width, canvas.height)
                .getContext("2d", { willReadFrequently: true });
            copy.drawImage(canvas, 0, 0);
            const dots = new Uint32Array(copy.getImageData(0, 0, canvas.width, canvas.height).data.buffer);
            return new Set(dots).size;
        }"""
    )


def test_a_stitch_is_followed_up_and_down_its_wale_by_keyboard(chart):
    chart.locator("canvas").focus()
    for _ in range(4):
        chart.keyboard.press("ArrowLeft")
    expect(chart.locator("[data-chart-name]")).to_have_text("yarn over")
    expect(chart.locator("[data-chart-where]")).to_have_text(f"Row {ROW}, RS, stitch 5 of 45 as it is worked")
    expect(chart.locator("[data-chart-under]")).to_have_text("made from nothing below it")
    expect(chart.locator("[data-chart-over]")).to_have_text(f"becomes a knit in row {ROW + 1}")
    chart.keyboard.press("ArrowUp")
    expect(chart.locator("[data-chart-where]")).to_have_text(f"Row {ROW + 1}, WS, stitch 41 of 45 as it is worked")
    expect(chart.locator("[data-chart-under]")).to_have_text(f"worked into a yarn over of row {ROW}")
    for _ in range(5):
        chart.keyboard.press("ArrowUp")
    expect(chart.locator("[data-chart-where]")).to_contain_text(f"Row {ROW + 6}")
    chart.keyboard.press("PageDown")
    expect(chart.locator("[data-chart-said]")).to_contain_text("row", ignore_case=True)
    assert drawing(chart, "lit.size") > 10


def test_the_chosen_row_is_told_in_words_for_a_screen_reader(chart):
    words = chart.locator("[data-chart-row-words]").text_content()
    assert words.startswith("Row 1 (RS), 41 stitches to 45: 4 knit, yarn over, 16 knit")
    assert chart.locator("canvas").get_attribute("aria-label").startswith("Chart of Centre-out triangle")


def test_the_wheel_zooms_a_drag_pans_and_the_whole_comes_back(chart):
    box = chart.locator("canvas").bounding_box()
    middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    whole = drawing(chart, "scale")
    chart.mouse.move(*middle)
    chart.mouse.wheel(0, -1200)
    chart.wait_for_function(
        "before => document.querySelector('.chart-box').chart.drawing.scale > 4 * before", arg=whole
    )
    left = drawing(chart, "left")
    chart.mouse.down()
    chart.mouse.move(middle[0] + 90, middle[1] + 20, steps=4)
    chart.mouse.up()
    assert drawing(chart, "left") == pytest.approx(left + 90, abs=1)
    chart.locator("canvas").focus()
    chart.keyboard.press("0")
    assert drawing(chart, "scale") == pytest.approx(whole)
    chart.get_by_role("button", name="Signs").click()
    assert drawing(chart, "scale") >= 22


def test_a_click_chooses_the_stitch_under_it_on_the_grid_and_as_it_lies(chart):
    for shape in ("Straight grid", "In gauge", "As it lies"):
        chart.get_by_role("button", name=shape).click()
        chart.get_by_role("button", name="Signs").click()
        x, y = chart.evaluate(
            """() => {
                const { chart } = document.querySelector(".chart-box");
                const row = chart.model.rows[40];
                const cell = chart.model.cells(row)[7];
                chart.drawing.show(cell);
                chart.paint();
                const box = chart.canvas.getBoundingClientRect(), [x, y] = chart.drawing.middle(cell);
                return [box.left + x, box.top + y];
            }"""
        )
        chart.mouse.click(x, y)
        expect(chart.locator("[data-chart-where]")).to_contain_text("Row 41")
        assert drawing(chart, "focus.column") == chart.evaluate(
            "document.querySelector('.chart-box').chart.model.cells(document.querySelector('.chart-box').chart.model.rows[40])[7].column"
        )


def test_both_shapes_are_drawn_from_afar_and_from_near(chart):
    for shape in ("Straight grid", "In gauge", "As it lies"):
        chart.get_by_role("button", name=shape).click()
        for distance in ("Whole", "Signs"):
            chart.get_by_role("button", name=distance, exact=True).click()
            chart.wait_for_timeout(100)
            assert colours(chart) > 8, (shape, distance)


def test_a_chart_with_a_hole_is_closed_up_and_shown_by_wale_when_asked(page, live_server, transactional_db):
    """An asymmetric shawl by wale is two far wedges: the middle row leaves more than half of the grid empty."""
    piece = keep_plan(household_knitter(), plan_text(made("asymmetric")))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/chart/")
    page.wait_for_selector("[data-ready='1']")
    around = page.get_by_label("How stitches stand over one another")
    expect(around.locator("option:checked")).to_have_text("Closed up around C")
    closed = drawing(page, "model.columns")
    told = page.locator("[data-chart-over]")
    fate = told.inner_text()
    around.select_option(label="By wale")
    page.wait_for_selector("[data-ready='2']")
    assert drawing(page, "model.columns") > 3 * closed
    expect(told).to_have_text(fate, ignore_case=True)
    expect(page.get_by_role("link", name="Chart as SVG")).to_have_attribute("href", re.compile(r"\?around=wale$"))
    around.select_option(label="Closed up")
    page.wait_for_selector("[data-ready='3']")
    page.get_by_role("button", name="Signs").click()
    ends = [drawing(page, f"x({column})") for column in (0, closed)]
    assert 0 < sum(ends) / 2 < drawing(page, "width")
    bottom = drawing(page, "height") - drawing(page, "y(0)")
    assert 0 <= bottom <= 100


def test_as_worked_a_wrong_side_row_shows_the_signs_that_one_works(chart):
    key = chart.locator("[data-chart-key] li")
    expect(key).to_have_text(["knit", "knit on a wrong-side row", "pick up", "yarn over"])
    chart.get_by_role("button", name="As worked").click()
    expect(key).to_have_text(["knit", "pick up", "yarn over"])


def test_an_exception_is_charted_by_hand_and_undone(chart, shawl):
    chart.locator("canvas").focus()
    for _ in range(12):
        chart.keyboard.press("ArrowLeft")
    expect(chart.get_by_text("7 stitches from 'A'")).to_be_visible()
    chart.keyboard.press("Enter")
    expect(chart.get_by_label("Put here")).to_be_focused()
    chart.get_by_label("Put here").select_option(label="make one")
    chart.get_by_role("button", name=f"In row {ROW} only").click()
    opened(chart, 2)
    expect(chart.get_by_text("changed, not saved yet")).to_be_visible()
    rows = "document.querySelector('.chart-box').chart.model.rows.map((row) => row.end)"
    assert chart.evaluate(rows)[ROW - 1] == 46
    assert chart.evaluate(rows)[-1] == 142
    chart.get_by_role("button", name="Undo").click()
    opened(chart, 3)
    assert chart.evaluate(rows)[-1] == 141
    chart.get_by_role("button", name="Redo").click()
    opened(chart, 4)
    chart.get_by_role("button", name="Save").click()
    expect(chart.get_by_text("saved, revision 2")).to_be_visible()
    assert len(results_of_plan(sketch_state(shawl).plan).plan.stages) == 2


def test_nothing_can_be_pressed_for_a_stitch_that_is_chosen_no_more(chart):
    """What can be done is fetched for each stitch: until it comes, that of the one before cannot be pressed."""

    def late(route):
        chart.wait_for_timeout(700)
        route.continue_()

    told = "() => document.getElementById('by-hand').dataset.shown === document.getElementById('by-hand').dataset.asked"
    deeds = chart.locator("#by-hand [data-stitch]")
    chart.route("**/plan/chart/stitch/**", late)
    chart.locator("canvas").focus()
    chart.keyboard.press("ArrowLeft")
    expect(deeds).to_have_js_property("inert", True)
    chart.wait_for_function(told)
    before = deeds.locator("[name=stitch]").input_value()
    chart.keyboard.press("ArrowLeft")
    expect(deeds).to_have_js_property("inert", True)
    chart.wait_for_function(told)
    expect(deeds.locator("[name=stitch]")).not_to_have_value(before)
    assert not deeds.evaluate("place => place.inert")
    chart.unroute("**/plan/chart/stitch/**")


def test_what_would_break_the_count_is_said_where_it_was_pressed(chart):
    chart.locator("canvas").focus()
    for _ in range(12):
        chart.keyboard.press("ArrowLeft")
    chart.get_by_role("button", name="In every such row", exact=True).click()
    expect(chart.get_by_role("alert")).to_contain_text("That would break the count.")


@pytest.mark.parametrize(
    "words",
    [
        "Cast on 10000 sts.\nRow 1: Knit.\nRow 2: Knit.\nRow 3: Knit.",
        "Cast on 3 sts.\nRow 1: Knit.\nRepeat row 1 4990 more times.",
        "Cast on 9 sts.\nRow 1: Bo 9.",
        "Cast on 12 sts.\nRow 1: k4, place next 4 sts on hold as a, k4\nRow 2: Knit.\nRow 3: Knit.\n"
        "Return a to needle.\nRow 4: Knit.",
    ],
)
def test_the_widest_the_longest_and_the_oddest_are_drawn(page, live_server, transactional_db, words):
    piece = keep_piece(household_knitter(), words)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/chart/")
    page.wait_for_selector("[data-ready]")
    for name in ("Signs", "As it lies", "Signs", "Whole"):
        if page.get_by_role("button", name=name, exact=True).is_enabled():
            page.get_by_role("button", name=name, exact=True).click()
            page.wait_for_timeout(60)
            assert colours(page) > 1


def test_the_chart_is_used_on_a_phone_and_passes_the_accessibility_rules(chart):
    chart.set_viewport_size(PHONE)
    chart.wait_for_timeout(200)
    assert chart.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    assert colours(chart) > 8
    found = Axe().run(chart)
    assert found.violations_count == 0, found.generate_report()


def test_the_cloth_comes_nearer_and_shows_its_finer_rows(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/plan/")
    svg = page.locator(".cloth-frame svg")
    whole = svg.get_attribute("viewBox")
    for _ in range(3):
        page.get_by_role("button", name="Nearer").click()
    assert [float(each) for each in svg.get_attribute("viewBox").split()][2] < 300
    expect(page.locator(".cloth-fine")).to_be_visible()
    page.get_by_role("button", name="Whole").click()
    assert [float(each) for each in svg.get_attribute("viewBox").split()] == [float(each) for each in whole.split()]


def test_how_it_lies_is_fetched_and_mended_at_a_press(page, live_server, transactional_db):
    piece = keep_plan(household_knitter(), plan_text(made("mitre", cast_on=49)))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/plan/")
    expect(page.get_by_text("it should lie as it is drawn")).to_be_visible()
    disc = keep_plan(household_knitter(), plan_text(made("disc", wedges=8)))
    page.goto(f"{live_server.url}/pieces/{disc.pk}/plan/")
    expect(page.get_by_text("the edge ruffles")).to_be_visible()
    page.get_by_role("button", name="Increase in every 3rd round").click()
    expect(page.get_by_text("23° more than flat")).to_be_visible()


def test_a_print_is_made_before_ones_eyes_and_taken(page, live_server, shawl):
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/print/")
    assert Axe().run(page).violations_count == 0
    page.get_by_role("button", name="Make the PDF").click()
    with page.expect_download(timeout=40_000) as download:
        page.get_by_role("link", name="Take the PDF").click(timeout=40_000)
    assert download.value.suggested_filename == f"piece-{shawl.pk}.pdf"


@pytest.mark.parametrize("name", ["cloth", "chart"])
def test_drawings_are_taken_as_pictures(page, live_server, transactional_db, name, tmp_path):
    piece = keep_plan(household_knitter(), plan_text(made("mitre", cast_on=49)))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/print/")
    button = page.locator(f"[data-name='{name}-{piece.pk}.png']")
    with page.expect_download() as download:
        button.click()
    download.value.save_as(tmp_path / "picture.png")
    content = (tmp_path / "picture.png").read_bytes()
    assert content.startswith(b"\x89PNG")
    assert int.from_bytes(content[16:20], "big") > 800


def test_the_cloth_of_a_piece_shows_what_is_worked_already(page, live_server, demo):
    page.goto(f"{live_server.url}/pieces/{demo['Tideline shawl'].pk}/")
    expect(page.locator(".cloth-says")).to_contain_text("68 of 119 rows worked")
    assert page.locator(".cloth-worked").get_attribute("d").startswith("M")
    assert not page.wrong


def test_a_mend_is_tried_from_the_page_of_the_piece_and_undone(page, live_server, transactional_db):
    piece = keep_plan(household_knitter(), plan_text(replace(made("triangle", to=101), gauge=Gauge(18, 24))))
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.get_by_role("button", name="Increase at each edge on wrong-side rows too").click()
    expect(page.locator(".lies")).to_contain_text("174°, nearly straight")
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".lies")).to_contain_text("135°, not straight")
    assert not page.wrong
