"""Debian's Chromium on the live server. Any console error, page error or outside request fails the test."""

import os
import time

import pytest
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.home.demo import load_demo

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

expect.set_options(timeout=30_000)  # patience for a machine of two cores that runs two browsers
FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # Parts of its own window that Chromium draws with pages of their own, a process for every test.
    "--disable-features=InitialWebUI,PreloadTopChromeWebUI,WebUIToolbar,WebUIReloadButton,WebUIBackForwardButton,"
    "WebUIHomeButton,WebUISplitTabsButton,WebUILocationBar,WebUIPinnedToolbarActions,WebUIAppMenuButton,"
    "WebUIAvatarButton,WebUIOmniboxPopup,WebUIOmniboxFullPopup,WebUIOmniboxAimPopup,Translate",
]
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


def in_both_themes(page):
    """The page as it is seen in the light, then in the dark."""
    for theme in ("light", "dark"):
        page.emulate_media(color_scheme=theme)
        page.wait_for_timeout(200)  # colours change slowly
        yield theme


def wait_for_rows(piece, rows, within=30.0, copy=1, presses=0):
    """What is pressed is sent by itself: wait until the log says that so many rows are worked.

    Where rows are taken back the log passes through the same number twice: say how many presses it then has.
    """
    until = time.monotonic() + within
    while True:
        pressed = Event.objects.filter(piece=piece, copy=copy).count()  # read first: rows are as new or newer
        worked = progress_of(piece, copy).rows
        if worked == rows and pressed >= presses:
            return
        assert time.monotonic() < until, f"{worked} rows after {pressed} presses, not {rows} after {presses}"
        time.sleep(0.1)


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args():
    return {"viewport": DESK}


@pytest.fixture
def demo(transactional_db):
    return {piece.title: piece for piece in load_demo(household_knitter())}


@pytest.fixture
def page(page, live_server):
    """A page that keeps what went wrong in it, and fails the test with it."""
    wrong: list[str] = []

    def say(message):
        if message.text.startswith("htmx:sendAbort"):
            wrong.pop()  # the page was left while it asked; htmx said "afterRequest" first, and nobody waits any more
        elif message.type in ("error", "warning"):
            wrong.append(f"console: {message.text}")

    def outside(request):
        if not request.url.startswith((live_server.url, "data:", "blob:")):
            wrong.append(f"outside request: {request.url}")

    page.on("console", say)
    page.on("pageerror", lambda error: wrong.append(f"page error: {error}"))
    page.on("request", outside)
    page.wrong = wrong
    page.set_default_timeout(30_000)
    page.set_default_navigation_timeout(30_000)  # the first page with the demo works out every piece
    yield page
    page.goto("about:blank")
    page.wait_for_timeout(200)  # a check that is under way ends before the next test's database
    assert not wrong
