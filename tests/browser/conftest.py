"""Debian's Chromium on the live server. Any console error, page error or outside request fails the test."""

import os
import threading
import time
from contextlib import contextmanager

import pytest
from django.core.signals import request_finished, request_started
from django.db.models.signals import post_migrate
from playwright.sync_api import expect

from bias.accounts.household import household_knitter
from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.home.demo import load_demo
from tests.browser.chromium import LAUNCH
from tests.database_faults import FULL, database_broken

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

expect.set_options(timeout=30_000)  # patience for a machine of two cores that runs two browsers
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


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
    return LAUNCH


@pytest.fixture(scope="session")
def browser_context_args():
    return {"viewport": DESK}


@pytest.fixture
def demo(transactional_db):
    return {piece.title: piece for piece in load_demo(household_knitter())}


@pytest.fixture
def full_disk(monkeypatch):
    """`with full_disk():` the server keeps no press, and says so.

    A route of the page would not do: now and then a press goes past it while the worker of the device takes over.
    """

    @contextmanager
    def full():
        with monkeypatch.context() as while_full:
            while_full.setattr("bias.at_needles.views.take_from_device", database_broken(FULL))
            yield

    return full


@pytest.fixture(scope="session", autouse=True)
def no_permissions():
    """Nobody is asked for a permission here: they are not made anew each time the tables were emptied."""
    post_migrate.disconnect(dispatch_uid="django.contrib.auth.management.create_permissions")


@pytest.fixture
def answered(transactional_db):
    """What the browser asked for is answered before the tables are emptied, also what its worker asked for."""
    under_way: set[int] = set()

    def began(**_):
        under_way.add(threading.get_ident())

    def ended(**_):
        under_way.discard(threading.get_ident())

    request_started.connect(began)
    request_finished.connect(ended)
    yield
    until = time.monotonic() + 30
    while under_way:
        assert time.monotonic() < until, "The server still answers what a page asked for."
        time.sleep(0.01)
    request_started.disconnect(began)
    request_finished.disconnect(ended)


@pytest.fixture
def page(answered, page, live_server):
    """A page that keeps what went wrong in it, and fails the test with it."""
    wrong: list[str] = []

    def say(message):
        if message.text.startswith("htmx:sendAbort"):
            wrong.pop()  # the page was left while it asked; htmx said "afterRequest" first, and nobody waits any more
        elif "GL Driver Message (OpenGL, Performance" in message.text:
            pass  # the browser paints in software here, and says that this is slow
        elif message.type in ("error", "warning"):
            wrong.append(f"console: {message.text}")

    def outside(request):
        if not request.url.startswith((live_server.url, "data:", "blob:")):
            wrong.append(f"outside request: {request.url}")

    page.on("console", say)
    page.on("pageerror", lambda error: wrong.append(f"page error: {error}"))
    page.on("request", outside)
    page.wrong = wrong
    page.expected = []  # what a test brings about: the browser may tell of it after the test went on
    page.set_default_timeout(30_000)
    page.set_default_navigation_timeout(30_000)  # the first page with the demo works out every piece
    yield page
    page.goto("about:blank")
    page.wait_for_timeout(50)  # what it still had to say of the page is heard
    assert not [each for each in wrong if not any(said in each for said in page.expected)]
