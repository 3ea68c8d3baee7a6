"""The editor of written rows in a real browser: it adds up, mends, remembers."""

import json
import re
import time

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.pieces.models import Piece
from bias.results import results_of_words
from bias.writing.actions import text_of
from tests.browser.conftest import DESK, PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

SIX_SLIPS = """Title: Quay mat
Yarn A: Slate worsted, 50 g, 92 m
Yarn B: Fennel light, 50 g, 92 m
Cast on 20 sts.
Row 1 (RS): K2, yoo, k to end. (21 sts)
Row 2 (RS): Knit. (22 sts)
Row 3: K1, k to last 4 sts, kfb, k2.
Row 4: With C, k to end.
Row 4: K5, sm, k to end.
Row 6: Inc 1 at each edge.
Row 7: Knit.
Row 8: K2, yo, k to last 2 sts, yo, k2.
Repeat rows 7 and 8 until there are 31 sts.
Bind off.
"""

WIDTHS = """() => ["textarea", "#ln-10 .tx"].map((each) => {
    const place = document.querySelector(each), style = getComputedStyle(place);
    return place.getBoundingClientRect().width - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight);
})"""
KEPT = "[...document.querySelectorAll('#lines .ln')].filter((line) => line.dataset.mine !== undefined).length"


def field(page):
    return page.get_by_label("Written rows")


def put_caret(page, line):
    field(page).evaluate(
        """(field, line) => {
            const at = field.value.split("\\n").slice(0, line - 1).join("\\n").length + (line > 1 ? 1 : 0);
            field.focus();
            field.setSelectionRange(at, at);
        }""",
        line,
    )


def open_words(page, live_server, piece, line=0):
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/")
    expect(page.locator(".editor.is-alive")).to_be_visible()
    if line:
        put_caret(page, line)


def test_a_pattern_with_six_kinds_of_problem_is_repaired_by_pressing_hints_only(page, live_server):
    kinds = {problem.kind.value for problem in results_of_words(SIX_SLIPS).worked.problems}
    assert len(kinds) >= 6
    page.goto(f"{live_server.url}/bring-in/")
    field(page).fill(SIX_SLIPS)
    expect(page.locator("#verdict")).to_contain_text("places do not add up")
    for _ in range(14):
        if not page.locator(".mend").count():
            break
        before = field(page).input_value()
        with page.expect_response("**/bring-in/check/"):
            page.locator(".mend").first.click()
        assert field(page).input_value() != before
        page.wait_for_timeout(60)
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Keep as a piece").click()
    expect(page).to_have_url(re.compile(r"/pieces/\d+/$"))
    assert not results_of_words(Piece.objects.get().words).worked.problems


def test_words_have_their_ink_and_the_margin_its_side_parts_and_folds(page, live_server, demo):
    open_words(page, live_server, demo["Tideline shawl"])
    row = page.locator("#ln-10")
    expect(row.locator(".ink-increase")).to_have_count(4)
    expect(row.locator(".ink-mark")).to_have_text("k to centre st")
    expect(row.locator(".sd")).to_have_text("RS")
    expect(row.locator(".ct")).to_have_text("157-1-7")
    expect(page.locator("#ln-12 .dl small")).to_have_text("106 rows, 15 to 227")
    for size in (DESK, PHONE):
        page.set_viewport_size(size)
        widths = page.evaluate(WIDTHS)
        assert widths[0] == pytest.approx(widths[1], abs=0.5), "the painted text lies under the typed one"


def test_the_needle_of_the_row_under_the_caret_lies_below_the_text(page, live_server, demo):
    open_words(page, live_server, demo["Tideline shawl"], line=10)
    under = page.locator("#under")
    expect(under.locator("h2")).to_have_text("Row 1")
    expect(under.locator(".total .pc")).to_have_text("15")
    expect(page.locator("#ln-10")).to_have_class(re.compile("is-at"))
    field(page).press("ArrowDown")
    field(page).press("ArrowDown")
    expect(under.locator(".under-times b")).to_have_text("1")
    under.get_by_role("button", name="The next time").click()
    expect(under.locator(".under-times b")).to_have_text("2")
    expect(under).to_contain_text("of 106")
    expect(under.locator(".total .pc")).to_have_text("19")
    put_caret(page, 1)
    expect(under).to_contain_text("Put the caret in a row")


def test_only_changed_lines_are_swapped_while_typing(page, live_server, demo):
    open_words(page, live_server, demo["Harbour corner cloth"], line=8)
    page.evaluate("document.querySelectorAll('#lines .ln').forEach((line, at) => line.dataset.mine = at)")
    field(page).press("End")
    with page.expect_response("**/words/check/"):
        field(page).press_sequentially(" ")
    page.wait_for_timeout(200)
    kept = page.evaluate(
        "[...document.querySelectorAll('#lines .ln')].filter((line) => line.dataset.mine !== undefined).length"
    )
    assert kept == page.locator("#lines .ln").count() - 1


def test_undo_survives_a_reload(page, live_server, demo):
    piece = demo["Harbour corner cloth"]
    open_words(page, live_server, piece, line=6)
    field(page).press("End")
    with page.expect_response("**/words/check/"):
        field(page).press_sequentially(" # a thought")
    typed = field(page).input_value()
    page.reload()
    expect(page.locator(".editor.is-alive")).to_be_visible()
    expect(field(page)).to_have_value(typed)
    undo, redo = (page.get_by_role("button", name=name) for name in ("Undo", "Redo"))
    while undo.is_enabled():  # once, or more often where a pause fell between two letters
        undo.click()
    expect(field(page)).to_have_value(piece.words)
    while redo.is_enabled():
        field(page).press("ControlOrMeta+y")
    expect(field(page)).to_have_value(typed)
    while undo.is_enabled():
        field(page).press("ControlOrMeta+z")
    expect(field(page)).to_have_value(piece.words)


def test_own_hand_is_seen_taken_undone_and_saved(page, live_server, demo):
    piece = demo["Tideline shawl"]
    open_words(page, live_server, piece)
    page.get_by_role("link", name="Own hand").click()
    page.get_by_label("Increases").select_option("m1_pair")
    page.get_by_label("Marks").select_option("needle-before")
    page.get_by_role("button", name="Show what changes").click()
    expect(page.get_by_role("heading", name="3 lines change")).to_be_visible()
    expect(page.locator(".outcome")).to_contain_text("All 119 rows keep their counts.")
    page.get_by_role("button", name="Put these words in the editor").click()
    expect(field(page)).to_have_value(re.compile("k to m, m1r, sm, k1, m1l"))
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    page.get_by_role("button", name="Undo").click()
    expect(field(page)).to_have_value(piece.words)
    page.get_by_role("button", name="Redo").click()
    page.get_by_role("button", name="Save").click()
    page.wait_for_url(re.compile(r"/pieces/\d+/$"))
    page.get_by_role("link", name="Words", exact=True).click()
    page.get_by_role("link", name="Revisions").click()
    expect(page.get_by_role("heading", name="From revision 1 to 2")).to_be_visible()
    expect(page.locator(".difference .is-in b").first).to_be_visible()


def test_written_out_in_italian_and_back(page, live_server, demo):
    piece = demo["Sash Window, square one"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/written/")
    page.get_by_role("link", name="Italiano").click()
    expect(page.locator(".printed")).to_contain_text(
        "Ferro 1 (DL): dir fino a 1 m prima della m centrale".replace("dir", "Dir")
    )
    expect(page.locator(".glossary")).to_contain_text("accavallata doppia centrale")
    page.get_by_role("button", name="Put these words in the editor").click()
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    field(page).press("ControlOrMeta+End")
    field(page).press_sequentially("Avviare 5 m.\nFerro 1: 5 dirr")
    page.get_by_role("button", name="write 'dir'").click()
    expect(field(page)).to_have_value(re.compile("Ferro 1: 5 dir$"))


def test_the_dialect_is_told_from_the_words_and_can_be_set(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    told = page.get_by_label("rows in")
    field(page).fill("Avviare 5 m.\nFerro 1: 2 dir, gett, 3 dir")
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    expect(told).to_have_value("Italiano")
    told.select_option("UK English")
    expect(field(page)).to_have_value(re.compile("^Language: UK English\n"))
    expect(page.locator("#verdict")).to_contain_text(re.compile("does? not add up"))
    told.select_option("Italiano")
    expect(field(page)).to_have_value(re.compile("^Language: Italiano\nAvviare"))
    expect(page.locator("#verdict")).to_have_text("Every row adds up")


def test_a_json_file_is_dropped_in_and_nonsense_is_refused(page, live_server, demo):
    page.goto(f"{live_server.url}/pieces/{demo['Switchback scarf'].pk}/words/written/")
    with page.expect_download() as caught:
        page.get_by_role("link", name="The piece as JSON").click()
    data = caught.value.path().read_bytes()
    page.goto(f"{live_server.url}/bring-in/")
    opener = page.locator("[data-open-file]")
    opener.set_input_files({"name": "piece.json", "mimeType": "application/json", "buffer": b'{"format": "other"}'})
    expect(page.locator("[data-kept]")).to_contain_text("was not opened: The file is not of the format")
    expect(field(page)).to_have_value("")
    opener.set_input_files({"name": "piece.json", "mimeType": "application/json", "buffer": data})
    expect(page.locator("#verdict")).to_have_text("Every row adds up")
    assert json.loads(data)["headers"]["title"] == "Switchback scarf"


def test_on_a_phone_the_needle_stays_in_sight_and_nothing_runs_off(page, live_server, demo):
    page.set_viewport_size(PHONE)
    open_words(page, live_server, demo["Spinnaker, a draft from the circle"], line=14)
    expect(page.locator("#under .total .pc")).to_be_in_viewport()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    page.locator("#under .jump").click()
    expect(page.locator("#verdict")).to_be_in_viewport()


def test_a_reload_after_a_refused_saving_keeps_what_was_typed_since(page, live_server):
    page.goto(f"{live_server.url}/bring-in/")
    field(page).fill(" ")
    page.get_by_role("button", name="Keep as a piece").click()
    expect(page.get_by_role("alert")).to_contain_text("nothing to keep yet")
    with page.expect_response("**/bring-in/check/"):
        field(page).fill("Cast on 9 sts.\nRow 1: Knit.\n")
    page.wait_for_timeout(200)
    page.reload()
    expect(field(page)).to_have_value("Cast on 9 sts.\nRow 1: Knit.\n")


def wait_for_draft(page, piece, words, within=10.0):
    """What is typed is sent by itself: wait until it is the draft that is kept."""
    until = time.monotonic() + within
    while text_of(household_knitter(), piece) != words:
        assert time.monotonic() < until
        page.wait_for_timeout(100)


def test_two_tabs_that_type_in_one_text_are_asked_which_stands(page, live_server, demo, context):
    """The other text can be taken, and Undo brings one's own back; or one's own is kept."""
    piece = demo["Harbour corner cloth"]
    where = f"{live_server.url}/pieces/{piece.pk}/words/"
    page.goto(where)
    other = context.new_page()
    other.goto(where)
    not_kept = "not kept yet: choose which text stands"
    for tab, words, kept in ((page, "Cast on 7 sts.", "draft kept"), (other, "Cast on 9 sts.", not_kept)):
        tab.get_by_label("Written rows").fill(words)
        expect(tab.locator("[data-kept]")).to_have_text(kept)
    told = other.get_by_role("alert").filter(has_text="typed in elsewhere")
    expect(told).to_be_visible()
    other.get_by_text("Take the other one").click()
    expect(other.get_by_label("Written rows")).to_have_value("Cast on 7 sts.")
    expect(told).to_be_hidden()
    other.get_by_role("button", name="Undo", exact=True).click()
    expect(other.get_by_label("Written rows")).to_have_value("Cast on 9 sts.")
    expect(told).to_be_hidden()
    wait_for_draft(other, piece, "Cast on 9 sts.")
    page.get_by_label("Written rows").fill("Cast on 8 sts.")
    page.get_by_text("Keep mine").click()
    expect(page.get_by_role("alert")).to_be_hidden()
    wait_for_draft(page, piece, "Cast on 8 sts.")
    page.reload()
    expect(page.get_by_label("Written rows")).to_have_value("Cast on 8 sts.")
    other.close()


NO_FAREWELL = "addEventListener('pagehide', (event) => event.stopImmediatePropagation())"
NO_PAUSE_ENDS = "() => { window.setTimeout = () => 0; }"


@pytest.mark.parametrize("killed", [False, True], ids=["reloaded", "killed"])
def test_what_was_typed_a_moment_before_a_page_ends_is_not_lost(page, live_server, demo, killed):
    if killed:
        page.add_init_script(NO_FAREWELL)
    piece = demo["Harbour corner cloth"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/")
    rows = page.get_by_label("Written rows")
    rows.fill("Cast on 7 sts.")
    expect(page.locator("[data-kept]")).to_have_text("draft kept")
    rows.press("End")
    if killed:
        page.evaluate(NO_PAUSE_ENDS)
    rows.type("\nRow 1: Knit.")
    page.reload()
    expect(rows).to_have_value("Cast on 7 sts.\nRow 1: Knit.")
    expect(page.locator("[data-kept]")).to_have_text("draft kept")
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/")
    expect(rows).to_have_value("Cast on 7 sts.\nRow 1: Knit.")


def test_what_could_not_be_kept_is_sent_again_and_outlives_a_reload(page, live_server, demo):
    piece = demo["Harbour corner cloth"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/words/")
    full = {"status": 503, "body": "The server's disk is full.", "content_type": "text/plain"}
    page.route("**/words/check/", lambda route: route.fulfill(**full))
    page.get_by_label("Written rows").fill("Cast on 7 sts.")
    expect(page.locator("#trouble")).to_have_text("The server's disk is full.")
    with page.expect_response("**/words/row/**"):  # another answer says nothing of what was typed
        page.keyboard.press("ControlOrMeta+Home")
        page.get_by_label("Written rows").press("End")
        page.get_by_label("Written rows").press("Enter")
    expect(page.locator("#trouble")).to_have_text("The server's disk is full.")
    expect(page.locator("[data-kept]")).to_have_text("not kept just now: it stays in this page")
    page.reload()
    expect(page.get_by_label("Written rows")).to_have_value("Cast on 7 sts.\n")
    expect(page.locator("#trouble")).to_be_visible()
    page.unroute("**/words/check/")
    expect(page.locator("#trouble")).to_be_hidden()
    expect(page.locator("[data-kept]")).to_have_text("draft kept")
    page.expected.append("503")
