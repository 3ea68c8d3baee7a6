"""At the needles on a phone in a real browser: pressed, offline, on two devices, lost and found, mended."""

import re
import time

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from tests.browser.conftest import PHONE, wait_for_rows
from tests.searching import some_of

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]
SHAWL = (
    "Title: Quay shawl\nGauge: 20 sts x 40 rows = 10 cm\nCast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 29 more times."
)


@pytest.fixture
def shawl(transactional_db):
    return keep_piece(household_knitter(), SHAWL)


def open_needles(page, live_server, piece):
    page.set_viewport_size(PHONE)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()


def done(page, row):
    """Press 'Row done' for a row and wait for the next one on the screen."""
    page.get_by_role("button", name="Row done").click()
    expect(page.locator(f".shown-row[data-number='{row + 1}']")).to_be_visible()


def without_offline_noise(page):
    """What the browser itself says of a network that is away is no fault of the page."""
    page.expected += ["ERR_INTERNET_DISCONNECTED", "ERR_FAILED"]


def test_twenty_rows_five_of_them_offline_are_all_there_once(page, live_server, shawl, context):
    open_needles(page, live_server, shawl)
    for row in range(1, 9):
        done(page, row)
    wait_for_rows(shawl, 8)
    page.wait_for_timeout(500)  # the rows ahead are kept on the device
    context.set_offline(True)
    for row in range(9, 14):
        done(page, row)
    expect(page.locator(".net").first).to_contain_text("Offline · 5 presses wait to be sent")
    assert progress_of(shawl).rows == 8
    page.reload()
    expect(page.locator(".shown-row[data-number='14']")).to_be_visible()
    expect(page.locator(".net").first).to_contain_text("5 presses wait to be sent")
    context.set_offline(False)
    wait_for_rows(shawl, 13)
    expect(page.locator(".net").first).to_be_hidden()
    for row in range(14, 21):
        done(page, row)
    wait_for_rows(shawl, 20)
    assert sorted(Event.objects.filter(kind="row").values_list("row", flat=True)) == list(range(1, 21))
    without_offline_noise(page)


def test_rows_that_were_sent_are_there_after_a_reload_without_the_network(page, live_server, shawl, context):
    """The page that is kept on the device was made before they were worked."""
    open_needles(page, live_server, shawl)
    for row in (1, 2, 3):
        done(page, row)
    page.get_by_role("button", name="Back a row").click()
    expect(page.locator(".shown-row[data-number='3']")).to_be_visible()
    wait_for_rows(shawl, 2, presses=4)
    page.wait_for_timeout(500)
    context.set_offline(True)
    page.reload()
    expect(page.locator(".shown-row[data-number='3']")).to_be_visible()
    done(page, 3)
    page.get_by_role("button", name="Back a row").click()
    page.get_by_role("button", name="Back a row").click()
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    context.set_offline(False)
    wait_for_rows(shawl, 1, presses=7)
    expect(page.locator(".net").first).to_be_hidden()
    without_offline_noise(page)


def test_the_other_copy_opens_without_the_network_where_it_stands(page, live_server, shawl, context):
    open_needles(page, live_server, shawl)
    page.goto(f"{live_server.url}/pieces/{shawl.pk}/needles/log/")
    page.get_by_role("button", name="Begin another copy").click()
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    done(page, 1)
    wait_for_rows(shawl, 1, copy=2)
    page.wait_for_timeout(800)
    context.set_offline(True)
    page.get_by_role("link", name="copy 1").click()
    expect(page.locator(".shown-row[data-number='1']")).to_be_visible()
    page.get_by_role("link", name="copy 2").click()
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    context.set_offline(False)
    without_offline_noise(page)


def test_what_only_the_server_can_answer_says_so_without_the_network(page, live_server, shawl, context):
    open_needles(page, live_server, shawl)
    done(page, 1)
    wait_for_rows(shawl, 1)
    page.wait_for_timeout(500)
    context.set_offline(True)
    for asked in ("Count", "Lost?"):
        page.get_by_role("link", name=asked).click()
        expect(page.get_by_role("heading", name="Not without the network")).to_be_visible()
        page.get_by_role("link", name="Back to the row").click()
        expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    context.set_offline(False)
    page.get_by_role("link", name="Count").click()
    expect(page.get_by_role("heading", name="Count", exact=True)).to_be_visible()
    without_offline_noise(page)


def test_a_page_that_was_made_before_the_last_press_was_taken_shows_it_nevertheless(browser, live_server, shawl):
    """The press is sent and the page asked for anew at once; the new one comes as the server had it before."""
    context = browser.new_context(viewport=PHONE, service_workers="block")
    page = context.new_page()
    address = f"{live_server.url}/pieces/{shawl.pk}/needles/"
    page.goto(address)
    before = context.request.get(address).text()
    expect(page.locator(".shown-row[data-number='1']")).to_be_visible()

    def late(route):
        wait_for_rows(shawl, 1)
        time.sleep(0.3)
        route.fulfill(body=before, content_type="text/html")

    page.route(address, late)
    page.evaluate("() => { document.querySelector('.foot .done').click(); location.reload(); }")
    page.wait_for_timeout(500)
    page.unroute(address)
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    page.wait_for_timeout(300)
    assert progress_of(shawl).rows == 1
    context.close()


def test_a_press_moves_the_screen_before_the_network_answers(page, live_server, shawl):
    """Measured in the page: from the press to the next row in the document, while every answer is held back."""
    open_needles(page, live_server, shawl)
    page.wait_for_timeout(500)
    page.route("**/needles/events/", lambda route: (time.sleep(0.5), route.continue_()))
    taken = page.evaluate(
        """async () => {
            const begun = performance.now();
            document.querySelector(".foot .done").click();
            while (!document.querySelector(".shown-row[data-number='2']")) await new Promise(requestAnimationFrame);
            return performance.now() - begun;
        }"""
    )
    print(f"\na press to the next row on the screen: {taken:.0f} ms")
    page.wait_for_timeout(1_000)  # what is held back goes on only while the page is looked at
    wait_for_rows(shawl, 1)
    page.unroute("**/needles/events/")


def test_by_keys_alone_with_a_note_and_a_stop_within_a_row(page, live_server, shawl):
    open_needles(page, live_server, shawl)
    page.keyboard.press("Space")
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.locator(".shown-row[data-number='3']")).to_be_visible()
    page.keyboard.press("Backspace")
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    wait_for_rows(shawl, 1, presses=3)
    page.keyboard.press("ArrowRight")
    expect(page.locator(".now-part.is-now .where")).to_contain_text("centre")
    page.reload()
    expect(page.locator(".now-part.is-now .where")).to_contain_text("centre")
    page.keyboard.press("n")
    page.wait_for_url("**/needles/log/")
    page.get_by_label("A note").fill("looser here <b>")
    page.get_by_role("button", name="Note it").click()
    page.wait_for_url("**/needles/")
    expect(page.get_by_text("looser here <b>")).to_be_visible()
    page.keyboard.press("l")
    page.wait_for_url("**/needles/lost/")


def test_the_place_within_a_row_outlives_a_reload_while_presses_wait(page, live_server, shawl, full_disk):
    """The server knows nothing of the row before yet: the page that it makes is an older one."""
    open_needles(page, live_server, shawl)
    with full_disk():
        page.keyboard.press("Space")
        expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
        page.keyboard.press("ArrowRight")
        expect(page.locator(".now-part.is-now .where")).to_contain_text("centre")
        page.reload()
        expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
        expect(page.locator(".now-part.is-now .where")).to_contain_text("centre")
    page.keyboard.press("Backspace")
    expect(page.locator(".shown-row[data-number='1']")).to_be_visible()
    page.keyboard.press("Space")
    expect(page.locator(".now-part.is-now .where")).to_contain_text("left half")
    wait_for_rows(shawl, 1, presses=3)
    page.expected.append("503")


def test_two_devices_work_one_piece(page, live_server, shawl, browser):
    open_needles(page, live_server, shawl)
    other_context = browser.new_context(viewport=PHONE)
    other = other_context.new_page()
    open_needles(other, live_server, shawl)
    for row in (1, 2, 3):
        done(page, row)
    wait_for_rows(shawl, 3)
    # The other works the same first row, and is then told where the piece is: row 2 may show for a moment only.
    other.get_by_role("button", name="Row done").click()
    expect(other.locator(".shown-row[data-number='4']")).to_be_visible()
    assert progress_of(shawl).rows == 3
    # Both in turn, one of them offline: it rips, the other goes on.
    other_context.set_offline(True)
    other.keyboard.press("Backspace")
    expect(other.locator(".shown-row[data-number='3']")).to_be_visible()
    done(page, 4)
    wait_for_rows(shawl, 4)
    other_context.set_offline(False)
    expect(other.get_by_text("Two devices do not agree")).to_be_visible(timeout=20_000)
    other.get_by_role("button", name="After row 4").click()
    expect(other.get_by_text("Two devices do not agree")).to_be_hidden()
    wait_for_rows(shawl, 4)
    assert progress_of(shawl).conflict is None
    other_context.close()


def test_what_another_tab_leaves_is_shown_and_sent(page, live_server, shawl, context, full_disk):
    """Neither tab can send, and the other is closed: this one takes over what it left."""
    open_needles(page, live_server, shawl)
    other = context.new_page()
    open_needles(other, live_server, shawl)
    with full_disk():
        done(other, 1)
        expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
        other.close()
    wait_for_rows(shawl, 1)
    page.expected.append("503")
    assert Event.objects.count() == 1


def test_lost_and_found(page, live_server, shawl):
    open_needles(page, live_server, shawl)
    for row in range(1, 7):
        done(page, row)
    wait_for_rows(shawl, 6)
    page.get_by_role("link", name="Lost?").click()
    page.wait_for_url("**/needles/lost/")
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    with page.expect_response("**/needles/lost/?**"):
        page.get_by_label(re.compile("stitches on the needle")).fill("49")
        page.keyboard.press("Tab")
    with page.expect_response("**/needles/lost/?**"):
        page.get_by_label("facing you, before the next row").select_option("RS")
    expect(page.get_by_text("One row fits")).to_be_visible()
    page.get_by_role("button", name="Go on from here").click()
    page.wait_for_url("**/needles/")
    expect(page.locator(".shown-row[data-number='21']")).to_be_visible()
    assert progress_of(shawl).rows == 20


def test_a_planted_mistake_is_explained_and_what_is_done_holds(page, live_server, shawl):
    open_needles(page, live_server, shawl)
    for row in range(1, 11):
        done(page, row)
    wait_for_rows(shawl, 10)
    page.keyboard.press("c")
    page.wait_for_url("**/needles/count/")
    with page.expect_response("**/needles/count/?**"):
        page.get_by_role("button", name="one fewer in left half").click()
    expect(page.locator(".why-says").first).to_contain_text("was forgotten in one of rows")
    expect(page.locator(".clue").first).to_be_visible()
    expect(page.locator(".remedy").first).to_contain_text("You can work every row ahead as it is.")
    page.get_by_role("button", name="I will do that").first.click()
    page.wait_for_url("**/needles/")
    expect(page.locator(".noted")).to_contain_text("make one among the plain stitches near the left edge")
    expect(page.locator(".now-sum")).to_contain_text("16 · 1 · 16")
    done(page, 11)
    wait_for_rows(shawl, 11)
    assert progress_of(shawl).differences[0].counts == (14, 13)


PEDALS = [("pages", "PageDown", "PageUp"), ("arrows", "ArrowDown", "ArrowUp"), ("sideways", "ArrowRight", "ArrowLeft")]


@pytest.mark.parametrize(("pedal", "done_key", "back_key"), some_of(PEDALS, 2))
def test_a_foot_pedal_works_rows_with_the_keys_that_her_ways_name(page, live_server, shawl, pedal, done_key, back_key):
    page.goto(f"{live_server.url}/ways/")
    page.get_by_label("foot pedal").select_option(pedal)
    page.get_by_label("How loud").fill("40")
    page.get_by_role("button", name="Keep them").click()
    open_needles(page, live_server, shawl)
    for row in (2, 3):
        page.keyboard.press(done_key)
        expect(page.locator(f".shown-row[data-number='{row}']")).to_be_visible()
    page.keyboard.press(back_key)
    expect(page.locator(".shown-row[data-number='2']")).to_be_visible()
    wait_for_rows(shawl, 1, presses=3)
    page.evaluate("() => { speechSynthesis.speak = (said) => { window.spoken = [said.volume, said.text]; }; }")
    page.keyboard.press("r")
    volume, words = page.evaluate("window.spoken")
    assert (round(volume, 2), bool(words)) == (0.4, True)


def test_keys_that_scroll_work_no_row_where_there_is_no_pedal(page, live_server, shawl):
    open_needles(page, live_server, shawl)
    for key in ("PageDown", "ArrowDown", "ArrowUp", "PageUp"):
        page.keyboard.press(key)
    expect(page.locator(".shown-row[data-number='1']")).to_be_visible()
    assert progress_of(shawl).rows == 0
