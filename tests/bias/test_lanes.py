"""Who is answered first: presses beside pages, and what is said to whoever would wait for too long."""

import io
import threading
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures.process import BrokenProcessPool

import pytest

from bias.serving import lanes
from bias.serving.lanes import Lanes
from bias.serving.page_process import Answered
from tests.bias.pages import shown

PRESS, PAGE = "/pieces/1/needles/events/", "/pieces/1/"


class Desk:
    """A lane for pages that go on until they are let."""

    def __init__(self):
        self.let, self.at_work = threading.Event(), threading.Semaphore(0)
        self.most_pages = self.pages = 0

    def answer(self, environ, body):
        self.pages += 1
        self.most_pages = max(self.most_pages, self.pages)
        self.at_work.release()
        assert self.let.wait(20)
        self.pages -= 1
        return Answered("200 OK", [], b"page " + body)


def site(environ, start_response):
    """The site in the process itself: it says what it was asked for."""
    return [b"busy" if environ.get("bias.busy") else b"beside"]


@pytest.fixture
def desk():
    desk = Desk()
    yield desk
    desk.let.set()


@pytest.fixture
def served(desk):
    return Lanes(site, lambda: ThreadPoolExecutor(1), desk.answer)


def asked(served, path, body=b"", **more):
    environ = {"PATH_INFO": path, "CONTENT_LENGTH": str(len(body)), "wsgi.input": io.BytesIO(body), **more}
    return served(environ, lambda status, headers: None)


def test_a_press_is_answered_while_every_place_for_pages_is_taken(desk, served):
    with ThreadPoolExecutor(lanes.MOST_WAITING) as readers:
        reading = [readers.submit(asked, served, PAGE) for _ in range(lanes.MOST_WAITING)]
        assert desk.at_work.acquire(timeout=10)
        for path in (PRESS, "/static/bias.css", "/sw.js"):
            assert asked(served, path) == [b"beside"]
        while served.places.acquire(blocking=False):  # until the last of the readers stands in the line
            served.places.release()
        assert asked(served, PAGE) == [b"busy"]
        desk.let.set()
        assert [each.result(20) for each in reading] == [[b"page "]] * lanes.MOST_WAITING
    assert desk.most_pages == 1


def test_whoever_waited_for_too_long_is_asked_to_come_again(desk, served, monkeypatch):
    monkeypatch.setattr(lanes, "LONGEST_WAIT_S", 0.05)
    with ThreadPoolExecutor(1) as readers:
        first = readers.submit(asked, served, PAGE)
        assert desk.at_work.acquire(timeout=10)
        assert asked(served, PAGE) == [b"busy"]
        desk.let.set()
        assert first.result(20) == [b"page "]
    assert asked(served, PAGE) == [b"page "]


def test_what_was_sent_goes_with_the_page_and_what_is_too_large_does_not(desk, served):
    desk.let.set()
    assert asked(served, PAGE, b"words=k2") == [b"page words=k2"]
    assert asked(served, PAGE, CONTENT_LENGTH="9000000") == [b"beside"]


def test_whoever_asks_for_the_head_alone_gets_no_body(desk, served):
    desk.let.set()
    assert asked(served, PAGE, REQUEST_METHOD="HEAD") == []


def test_a_lane_whose_process_has_ended_begins_anew(desk):
    desk.let.set()
    ended = []

    def answer(environ, body):
        if not ended:
            ended.append(True)
            raise BrokenProcessPool
        return desk.answer(environ, body)

    served = Lanes(site, lambda: ThreadPoolExecutor(1), answer)
    before = served.desk
    assert asked(served, PAGE) == [b"busy"]
    assert served.desk is not before
    assert asked(served, PAGE) == [b"page "]


def test_a_page_of_a_busy_site_asks_again_by_itself(client, knitter):
    answer = client.get("/", **{"bias.busy": True})
    assert (answer.status_code, answer["Refresh"], answer["Retry-After"]) == (503, "5", "5")
    assert "This page asks again by itself in a few seconds." in shown(answer)
    answer = client.post("/bring-in/check/", {"words": "k1"}, headers={"HX-Request": "true"}, **{"bias.busy": True})
    assert (answer.status_code, "Refresh" in answer) == (503, False)
