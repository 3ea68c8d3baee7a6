"""What is pressed is kept on the device until it is sent: by two tabs, from an earlier release, on a full device."""

import json
from pathlib import Path
from uuid import uuid4

import pytest
from playwright.sync_api import expect

from bias.at_needles.actions import progress_of
from tests.browser.conftest import wait_for_rows

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]
CLOSED = """
    Storage.prototype.setItem = () => { throw new DOMException("full", "QuotaExceededError"); };
    IDBFactory.prototype.open = () => { throw new DOMException("closed", "SecurityError"); };
"""
LOG_CASES = json.loads((Path(__file__).parent.parent / "knitting" / "log" / "cases.json").read_text("utf-8"))


def test_the_page_folds_the_log_as_the_core_does(page, live_server, demo):
    page.goto(f"{live_server.url}/")
    told = page.evaluate(
        """async (cases) => {
            const { progress } = await import("/static/needles/progress.js");
            const nothing = { rows: 0, part: 0, epoch: 0, live: [], floor: 0 };
            return cases.map(({ events }) => {
                const { rows, part, epoch, live } = progress(nothing, events.toReversed());
                return { rows, part, epoch, live: live.length };
            });
        }""",
        LOG_CASES,
    )
    assert told == [case["leads_to"] for case in LOG_CASES]


def test_two_tabs_that_press_at_the_same_moment_lose_nothing(page, live_server, demo, context):
    """Both keep what they note while the network is away; what one writes, the other never writes over."""
    page.goto(f"{live_server.url}/")
    note = """async ([from, to]) => {
        const { Waiting, newId } = await import("/static/needles/waiting.js");
        const waiting = new Waiting(7);
        const at = new Date().toISOString();
        const each = (row) => waiting.add({ id: newId(), kind: "row", row, at });
        await Promise.all(Array.from({ length: to - from }, (_, n) => each(from + n)));
    }"""
    other = context.new_page()
    other.goto(f"{live_server.url}/")
    page.evaluate(f"void ({note})([0, 200])")
    other.evaluate(note, [200, 400])
    page.wait_for_timeout(500)
    kept = """async () => {
        const { Waiting } = await import("/static/needles/waiting.js");
        return (await new Waiting(7).load()).map((event) => event.row).sort((a, b) => a - b);
    }"""
    assert other.evaluate(kept) == list(range(400))
    other.close()


def test_presses_that_waited_in_the_way_of_an_earlier_release_are_sent(page, live_server, demo):
    piece = demo["Harbour corner cloth"]
    row = progress_of(piece).rows + 1
    page.goto(f"{live_server.url}/")
    left = [{"id": str(uuid4()), "kind": "row", "row": row, "copy": 1, "revision": 1, "at": "2026-11-01T10:00:00Z"}]
    page.evaluate("([key, text]) => localStorage.setItem(key, text)", [f"bias-waiting-{piece.pk}", json.dumps(left)])
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    wait_for_rows(piece, row)
    page.wait_for_function("key => !localStorage.getItem(key)", arg=f"bias-waiting-{piece.pk}")


def test_a_device_that_keeps_nothing_says_so_at_once_and_sends_all_the_same(page, live_server, demo):
    piece = demo["Harbour corner cloth"]
    rows = progress_of(piece).rows
    page.add_init_script(CLOSED)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.context.set_offline(True)
    for _ in range(3):
        page.keyboard.press("Space")
    expect(page.locator(f".shown-row[data-number='{rows + 4}']")).to_be_visible()
    expect(page.get_by_role("alert").filter(has_text="This device cannot keep what you press")).to_be_visible()
    page.context.set_offline(False)
    wait_for_rows(piece, rows + 3)
    expect(page.get_by_text("This device cannot keep what you press")).to_be_hidden()
    page.expected.append("ERR_INTERNET_DISCONNECTED")


FILL = """() => {
    let text = "x".repeat(1 << 20);
    for (let at = 0; text.length; at++) {
        try { localStorage.setItem(`filler-${at}`, text); } catch { text = text.slice(text.length / 2 + 1); }
    }
}"""


def test_with_its_storage_truly_full_every_press_counts_is_sent_and_it_says_so(page, live_server, demo, context):
    """Both of the browser's stores are filled to the last byte, as a phone full of pictures has them."""
    piece = demo["Harbour corner cloth"]
    rows = progress_of(piece).rows
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.evaluate(FILL)
    context.new_cdp_session(page).send("Storage.overrideQuotaForOrigin", {"origin": live_server.url, "quotaSize": 1})
    page.reload()
    context.set_offline(True)
    for _ in range(3):
        page.keyboard.press("Space")
    expect(page.locator(f".shown-row[data-number='{rows + 4}']")).to_be_visible()
    expect(page.get_by_role("alert").filter(has_text="This device cannot keep what you press")).to_be_visible()
    context.set_offline(False)
    wait_for_rows(piece, rows + 3)
    page.expected.append("ERR_INTERNET_DISCONNECTED")


def test_a_note_that_can_be_neither_kept_nor_sent_stays_in_its_form(page, live_server, demo, context):
    piece = demo["Harbour corner cloth"]
    page.add_init_script(CLOSED)
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/log/")
    page.locator("textarea[name=text]").fill("tighter at the edge")
    context.set_offline(True)
    page.locator("form[data-event=note] button").click()
    expect(page.get_by_role("alert").filter(has_text="it could not be sent: stay on this page")).to_be_visible()
    expect(page.locator("textarea[name=text]")).to_have_value("tighter at the edge")
    context.set_offline(False)
    page.locator("form[data-event=note] button").click()
    page.wait_for_url("**/needles/")
    assert piece.events.filter(kind="note").count() == 1
    page.expected.append("ERR_INTERNET_DISCONNECTED")


def test_what_the_server_cannot_keep_waits_and_is_told(page, live_server, demo, full_disk):
    piece = demo["Harbour corner cloth"]
    rows = progress_of(piece).rows
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    with full_disk():
        page.keyboard.press("Space")
        expect(page.get_by_role("status").filter(has_text="The server's disk is full. · 1 press waits")).to_be_visible()
        expect(page.locator(f".shown-row[data-number='{rows + 2}']")).to_be_visible()
    wait_for_rows(piece, rows + 1)
    expect(page.get_by_text("The server's disk is full.")).to_be_hidden()
    page.expected.append("503")
