"""The worker of the needles: what it keeps on a device without room, of an earlier release, after signing out."""

import json

import pytest
from django.contrib.sessions.models import Session
from playwright.sync_api import expect

from bias.at_needles import offline

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

KEPT = """async (name) => {
    const found = await (await caches.open(name)).keys();
    return found.map((request) => new URL(request.url).pathname);
}"""


def at_needles(page, live_server, piece):
    """The page at the needles, once all of it is on the device."""
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    page.wait_for_selector("html[data-offline=ready]")


def test_a_device_without_room_still_shows_what_the_server_answers(page, live_server, demo, context):
    piece = demo["Harbour corner cloth"]
    at_needles(page, live_server, piece)
    quota = {"origin": live_server.url, "quotaSize": 1}
    context.new_cdp_session(page).send("Storage.overrideQuotaForOrigin", quota)
    other = next(each for each in demo.values() if each != piece)
    page.goto(f"{live_server.url}/pieces/{other.pk}/needles/")
    expect(page.locator(".shown-row")).to_be_visible()
    assert other.title in page.title()


def test_files_of_an_earlier_release_go(page, live_server, demo):
    page.goto(f"{live_server.url}/")
    old = """async () => (await caches.open("bias-files")).put("/static/bias.0ld0ld.css", new Response("body {}"))"""
    page.evaluate(old)
    at_needles(page, live_server, demo["Harbour corner cloth"])
    kept = page.evaluate(KEPT, "bias-files")
    assert "/static/bias.0ld0ld.css" not in kept
    assert "/static/bias.css" in kept


def test_a_kept_page_does_not_open_once_the_session_is_known_to_have_ended(page, live_server, demo, settings, context):
    piece = demo["Harbour corner cloth"]
    at_needles(page, live_server, piece)
    assert f"/pieces/{piece.pk}/needles/" in page.evaluate(KEPT, "bias-pages")
    settings.BIAS_HOUSEHOLD = False
    Session.objects.all().delete()
    page.keyboard.press("Space")
    expect(page.get_by_role("status").filter(has_text="You are signed out")).to_be_visible()
    page.wait_for_function("async () => !(await caches.has('bias-pages'))")
    context.set_offline(True)
    with pytest.raises(Exception, match="ERR_"):
        page.reload()
    context.set_offline(False)
    page.wrong[:] = []


def test_without_the_network_the_start_page_shows_what_the_device_holds(page, live_server, demo, context):
    piece = demo["Tideline shawl"]
    page.goto(f"{live_server.url}/pieces/{piece.pk}/needles/")
    expect(page.locator("html[data-offline=ready]")).to_be_attached()
    context.set_offline(True)
    page.goto(live_server.url)
    expect(page.get_by_role("heading", name="Without the network")).to_be_visible()
    page.get_by_role("link", name="Tideline shawl").click()
    expect(page.locator(".shown-row")).to_be_visible()
    page.goto(live_server.url)
    expect(page.get_by_role("heading", name="Without the network")).to_be_visible()
    context.set_offline(False)
    expect(page.get_by_role("heading", name="In the basket")).to_be_visible()
    page.expected.append("ERR_INTERNET_DISCONNECTED")


def test_one_failed_request_is_no_network_missing(page, live_server, demo, context):
    """A device that goes from one network to another fails what it asks meanwhile: the worker asks once more."""
    at_needles(page, live_server, demo["Tideline shawl"])
    failed = []

    def fails_once(route):
        if failed or not route.request.service_worker:
            return route.continue_()
        failed.append(route.request.url)
        return route.abort("connectionreset")

    context.route("**/sw.js", lambda route: route.abort())  # nor does a page that stands in for it give way
    context.route(f"{live_server.url}/", fails_once)
    page.goto(live_server.url)
    expect(page.get_by_role("heading", name="In the basket")).to_be_visible()
    assert failed
    page.expected.append("ERR_CONNECTION_RESET")


def test_a_newer_release_says_so_and_waits_for_a_press(page, live_server, demo, monkeypatch):
    """The page stays as it is, rows are worked, and the press loads it anew with the worker that waited."""
    at_needles(page, live_server, demo["Harbour corner cloth"])
    expect(page.get_by_text("A newer Bias is here")).to_be_hidden()
    script = offline._script()
    monkeypatch.setattr(offline, "_script", lambda: f"const NEWER = true;\n{script}")
    page.evaluate("navigator.serviceWorker.getRegistration().then((each) => each.update())")
    expect(page.get_by_text("A newer Bias is here")).to_be_visible()
    row = page.locator(".shown-row").get_attribute("data-number")
    page.evaluate("window.stillThere = true")
    page.keyboard.press("Space")
    expect(page.locator(".shown-row")).to_have_attribute("data-number", str(int(row) + 1))
    assert page.evaluate("window.stillThere")
    with page.expect_navigation():
        page.get_by_role("button", name="Take it now").click()
    expect(page.get_by_text("A newer Bias is here")).to_be_hidden()
    expect(page.locator(".shown-row")).to_have_attribute("data-number", str(int(row) + 1))
    waiting = "navigator.serviceWorker.getRegistration().then((each) => Boolean(each.waiting))"
    assert not page.evaluate(waiting)


def test_the_house_can_be_installed(page, live_server, demo, context):
    """What Chromium itself asks of an application: a manifest without errors, icons, a worker, a page to begin with."""
    at_needles(page, live_server, demo["Harbour corner cloth"])
    tools = context.new_cdp_session(page)
    manifest = tools.send("Page.getAppManifest")
    assert manifest["errors"] == []
    asked = json.loads(manifest["data"])
    assert {each["name"] for each in asked["shortcuts"]} == {"Go on knitting", "Bring in rows"}
    wrong = [each["errorId"] for each in tools.send("Page.getInstallabilityErrors")["installabilityErrors"]]
    assert [each for each in wrong if each != "in-incognito"] == []  # the tests' own window keeps nothing
    for shortcut in asked["shortcuts"]:
        page.goto(f"{live_server.url}{shortcut['url']}")
        expect(page.locator("h1").first).to_be_visible()
