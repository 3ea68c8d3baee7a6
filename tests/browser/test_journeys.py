"""The way through the house with mouse, keyboard and touch, in a real browser."""

import re

import pytest
from playwright.sync_api import expect

from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.pieces.models import Piece
from bias.writing.models import Draft
from tests.browser.conftest import PHONE, wait_for_rows

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

TYPED = """Title: Quay cloth
Gauge: 19 sts and 38 rows = 10 cm, garter
Cast on 6 sts.
Row 1: K2, yoo, k to end. (7 sts)
Repeat row 1 until there are 30 sts.
Bind off.
"""


def field(page):
    return page.get_by_label("Written rows")


def count_beside(page, line):
    return page.locator(f"#lines [data-line='{line}'] .ct")


def test_paste_see_a_problem_mend_it_and_save(page, live_server):
    page.goto(f"{live_server.url}/")
    page.get_by_role("link", name="Bring in written rows").click()
    field(page).fill(TYPED)
    expect(page.locator("#verdict")).to_have_text("One place does not add up")
    expect(page.locator("#lines u")).to_have_text("yoo")
    page.get_by_role("button", name="write 'yo'").click()
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    expect(count_beside(page, 5)).to_contain_text("30")
    expect(page.locator("#beside svg.silhouette")).to_be_visible()
    page.get_by_role("button", name="Keep as a piece").click()
    expect(page).to_have_url(re.compile(r"/pieces/\d+/$"))
    assert Piece.objects.get().words == TYPED.replace("yoo", "yo")


def test_both_mistakes_of_the_draft_are_mended_by_pressing_hints(page, live_server, demo):
    piece = demo["Spinnaker, a draft from the circle"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/")
    expect(page.locator("#verdict")).to_have_text("2 places do not add up")
    page.get_by_role("button", name="write 'k to last 2 sts'").click()
    expect(page.locator("#verdict")).to_have_text("One place does not add up")
    page.get_by_role("button", name="write 'until there are 81 sts'").click()
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.keyboard.press("ControlOrMeta+z")
    expect(page.locator("#verdict")).to_have_text("One place does not add up")
    page.keyboard.press("ControlOrMeta+Shift+z")
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Save").click()
    expect(page.locator(".banner")).to_have_count(0)
    assert piece.revisions.count() == 2


def test_two_tabs_on_one_piece_get_a_choice(page, live_server, demo, context):
    piece = demo["Harbour corner cloth"]
    words, address = piece.words, f"{live_server.url}/pieces/{piece.pk}/words/"
    page.goto(address)
    other = context.new_page()
    other.goto(address)
    field(other).press("ControlOrMeta+End")
    field(other).press_sequentially("# from the other tab")
    other.get_by_role("button", name="Save").click()
    other.wait_for_url(re.compile(r"/pieces/\d+/$"))
    other.close()
    field(page).fill(words + "# from this tab\n")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("alert")).to_contain_text("saved elsewhere in the meantime")
    expect(field(page)).to_have_value(re.compile("from this tab"))
    page.get_by_role("button", name="Save mine as the newest").click()
    page.wait_for_url(re.compile(r"/pieces/\d+/$"))
    assert [("other tab" in r.words, "this tab" in r.words) for r in piece.revisions.order_by("number")][1:] == [
        (True, False),
        (False, True),
    ]


def test_a_problem_is_gone_to_by_its_place(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    field(page).fill(TYPED)
    page.get_by_role("button", name="line 4").click()
    chosen = page.evaluate("(f => f.value.slice(f.selectionStart, f.selectionEnd))(document.querySelector('textarea'))")
    assert chosen == "yoo"


def test_lines_of_the_margin_stay_level_with_the_text(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    long = "Note: " + "a word that wraps " * 30
    field(page).fill(TYPED + long + "\n\nlast")
    expect(page.locator("#lines .ln")).to_have_count(9)
    for width in (1280, 390):
        page.set_viewport_size({"width": width, "height": 800})
        heights = page.evaluate("""() => {
            const field = document.querySelector('textarea'), lines = document.getElementById('lines');
            const last = lines.lastElementChild.getBoundingClientRect(), box = lines.getBoundingClientRect();
            const padding = parseFloat(getComputedStyle(lines).paddingBottom);
            field.style.height = '0';
            const needed = field.scrollHeight;
            field.style.height = '';
            return [needed, last.bottom - box.top];
        }""")
        assert abs(heights[0] - heights[1]) <= 12, (width, heights)
        field(page).press("ControlOrMeta+End")
        assert page.evaluate("document.querySelector('textarea').scrollTop") == 0, "the page scrolls, never the field"


def test_what_is_typed_survives_a_reload(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    with page.expect_response("**/bring-in/check/"):
        field(page).press_sequentially("Cast on 8 sts.", delay=5)
        page.wait_for_timeout(300)
    page.wait_for_function("document.querySelector('[data-kept]').textContent === 'draft kept'", timeout=5_000)
    page.reload()
    expect(field(page)).to_have_value("Cast on 8 sts.")
    expect(count_beside(page, 1)).to_contain_text("8")
    assert Draft.objects.get().words == "Cast on 8 sts."


def test_a_file_is_opened_and_a_large_one_refused(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    chooser = page.locator("[data-open-file]")
    chooser.set_input_files({"name": "quay.txt", "mimeType": "text/plain", "buffer": TYPED.encode()})
    expect(field(page)).to_have_value(TYPED)
    expect(page.locator("#verdict")).to_have_text("One place does not add up")
    chooser.set_input_files({"name": "huge.txt", "mimeType": "text/plain", "buffer": b"k " * 200_000})
    expect(page.locator("[data-kept]")).to_contain_text("larger than 200 kB")
    expect(field(page)).to_have_value(TYPED)


def test_nonsense_is_answered_and_kept(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    for text in ('"', "\x01\x02 ÿÿ \u202e", "ряд 1: лицевые", "Cast on 5 sts.\nRow 1: [k1] 10000000 times"):
        field(page).fill(text)
        expect(page.locator("#verdict")).to_contain_text("not add up")
        expect(field(page)).to_have_value(text)


def test_the_needle_moves_with_the_arrow_keys_and_everything_follows(page, live_server, demo):
    page.goto(f"{live_server.url}/pieces/{demo['Tideline shawl'].pk}/?row=8")
    needle = page.locator(".desk .cloth-needle")
    heading, total = page.locator(".row-card h2"), page.locator(".strip .total .pc")
    expect(heading).to_have_text("Row 1")
    expect(total).to_have_text("15")
    before = needle.get_attribute("d")
    for _ in range(4):
        page.keyboard.press("ArrowUp")
    expect(page.locator(".row-card")).to_have_attribute("data-number", "12")
    expect(total).to_have_text("23")
    assert needle.get_attribute("d") != before
    expect(page.locator(".ledger tr.is-now")).to_contain_text("Row 1, Row 2")
    expect(page.locator(".words .is-now")).to_contain_text("Row 1 (RS)")
    page.keyboard.press("End")
    expect(page.locator(".row-card")).to_have_attribute("data-number", "119")
    page.keyboard.press("ArrowDown")
    expect(page.locator(".row-card")).to_have_attribute("data-number", "118")
    assert page.url.endswith("?row=118")


def test_a_row_is_chosen_in_the_cloth_and_in_the_unfolded_ledger(page, live_server, demo):
    page.goto(f"{live_server.url}/pieces/{demo['Harbour corner cloth'].pk}/")
    box = page.locator(".cloth-edge").bounding_box()
    page.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * 0.5)
    chosen = page.locator(".row-card:not([data-number='1'])")
    number = int(chosen.get_attribute("data-number"))
    assert 45 <= number <= 60, "the middle of the square is its widest row"
    page.get_by_role("button", name="Row 2, 51 times").click()
    page.locator(".ledger [data-row='30'] .pick").click()
    expect(page.locator(".row-card")).to_have_attribute("data-number", "30")
    expect(page.locator(".ledger [data-row='30']")).to_have_class("is-now")
    page.get_by_role("button", name="Repeat row 1 until 6 sts remain.").click()
    expect(page.locator(".row-card")).to_have_attribute("data-number", "55")
    expect(page.locator(".words .is-order")).to_contain_text("Repeat row 1")


def test_ten_rows_worked_two_taken_back_and_all_there_after_a_reload(page, live_server, demo):
    piece = demo["Spinnaker, a draft from the circle"]
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    for row in range(1, 11):
        page.get_by_role("button", name="Row done").click()
        expect(page.locator(".shown-row")).to_have_attribute("data-number", str(row + 1))
    for row in (10, 9):
        page.get_by_role("button", name="Back a row").click()
        expect(page.locator(".shown-row")).to_have_attribute("data-number", str(row))
    page.reload()
    expect(page.locator(".shown-row")).to_have_attribute("data-number", "9")
    wait_for_rows(piece, 8, presses=12)
    expect(page.locator(".net").first).to_be_hidden()
    assert Event.objects.filter(piece=piece).count() == 12


def test_at_the_needles_by_keyboard(page, live_server, demo):
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    now = page.locator(".now-part.is-now")
    expect(now).to_contain_text("left half")
    page.keyboard.press("ArrowRight")
    expect(now).to_contain_text("centre")
    page.reload()
    expect(now).to_contain_text("centre")
    page.keyboard.press("ArrowLeft")
    expect(now).to_contain_text("left half")
    page.keyboard.press("Space")
    expect(page.locator(".shown-row")).to_have_attribute("data-number", "70")
    page.keyboard.press("Backspace")
    expect(page.locator(".shown-row")).to_have_attribute("data-number", "69")


def test_a_press_that_is_not_sent_says_so_and_is_sent_when_asked(page, live_server, demo, full_disk):
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.wait_for_load_state("networkidle")
    with full_disk():
        page.get_by_role("button", name="Row done").click()
        expect(page.locator(".shown-row")).to_have_attribute("data-number", "70")
        expect(page.locator(".net").first).to_contain_text("1 press waits to be sent")
        assert progress_of(piece).rows == 68
    page.get_by_role("button", name="Send now").click()
    expect(page.locator(".net").first).to_be_hidden()
    wait_for_rows(piece, 69)
    page.expected.append("503")


MAIN_PAGES = ["/", "/bring-in/", "/pieces/{}/", "/pieces/{}/words/", "/pieces/{}/needles/"]


def test_the_theme_that_was_chosen_stays(page, live_server, demo):
    page.emulate_media(color_scheme="light")
    page.goto(f"{live_server.url}/")
    page.get_by_role("button", name="Light or dark").click()
    expect(page.locator("html")).to_have_class(re.compile("dark"))
    page.goto(f"{live_server.url}/bring-in/")
    expect(page.locator("html")).to_have_class(re.compile("dark"))
    page.get_by_role("button", name="Light or dark").click()
    expect(page.locator("html")).not_to_have_class(re.compile("dark"))


def test_a_piece_is_put_away_only_after_a_second_press_and_brought_back(page, live_server, demo):
    piece = demo["Switchback scarf"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/")
    page.get_by_text("This piece", exact=True).click()
    page.get_by_role("button", name="Put it away").click()
    expect(page.get_by_role("heading", name="In the basket")).to_be_visible()
    expect(page.get_by_role("link", name="Switchback scarf")).to_have_count(0)
    page.get_by_role("link", name="One piece is put away").click()
    expect(page.get_by_role("heading", name="Put away")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    page.wait_for_url(f"**/pieces/{piece.pk}/")
    page.goto(live_server.url)
    expect(page.get_by_role("link", name="Switchback scarf", exact=True)).to_have_count(1)


def test_a_text_file_is_dropped_on_the_sheet(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    page.evaluate(
        """text => {
            const carried = new DataTransfer();
            carried.items.add(new File([text], 'quay.txt', { type: 'text/plain' }));
            document.querySelector('.sheet-body').dispatchEvent(
                new DragEvent('drop', { dataTransfer: carried, bubbles: true, cancelable: true }));
        }""",
        TYPED,
    )
    expect(field(page)).to_have_value(TYPED)
    expect(page.locator("#verdict")).to_have_text("One place does not add up")


def test_the_needle_is_drawn_along_by_a_pressed_pointer(page, live_server, demo):
    page.goto(f"{live_server.url}/pieces/{demo['Sash Window, square one'].pk}/")
    box = page.locator(".cloth-edge").bounding_box()
    page.mouse.move(box["x"] + 4, box["y"] + box["height"] - 4)
    page.mouse.down()
    for share, first, last in ((0.2, 2, 11), (0.5, 13, 27), (0.8, 29, 40)):
        page.mouse.move(box["x"] + box["width"] * share, box["y"] + box["height"] * (1 - share), steps=4)
        page.wait_for_function(
            """([first, last]) => {
                const row = Number(document.querySelector(".row-card").dataset.number);
                return first <= row && row <= last;
            }""",
            arg=[first, last],
        )
    page.mouse.up()


def test_the_whole_way_by_keyboard_alone(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    field(page).focus()
    page.keyboard.insert_text(TYPED.replace("yoo", "yo"))
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Keep as a piece").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".row-card h2")).to_have_text("Row 1")
    page.get_by_role("link", name="Go on knitting").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".shown-row")).to_have_attribute("data-number", "1")
    page.wait_for_load_state()  # keys are heard once the scripts are there
    page.locator("body").click(position={"x": 5, "y": 300})
    page.keyboard.press("Space")
    expect(page.locator(".shown-row")).to_have_attribute("data-number", "2")


def test_the_scripts_speak_the_language_of_the_page(page, live_server, demo):
    """The page brings the catalogue of its scripts; what it does not hold is said in English."""
    page.goto(f"{live_server.url}/")
    said = page.evaluate(
        """async () => {
            const kept = document.createElement("script");
            kept.id = "script-sentences";
            kept.type = "application/json";
            kept.textContent = JSON.stringify({
                "Row {row} is not here": "Giro {row} non c'è",
                "1 press": ["1 pressione", "{number} pressioni"],
            });
            document.body.append(kept);
            const { gettext, ngettext } = await import("/static/said.js?again");
            return [
                gettext("Row {row} is not here", { row: 4 }),
                gettext("{stitch} of {of}", { stitch: 2, of: 9 }),
                ngettext("1 press", "{number} presses", 1),
                ngettext("1 press", "{number} presses", 3),
                ngettext("1 row", "{number} rows", 3),
            ];
        }"""
    )
    assert said == ["Giro 4 non c'è", "2 of 9", "1 pressione", "3 pressioni", "3 rows"]
