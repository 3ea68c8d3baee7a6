"""Who is answered first: presses beside pages, and what is said to whoever would wait for too long."""

import threading
from concurrent.futures import ThreadPoolExecutor

import pytest

from bias.serving import lanes
from bias.serving.lanes import Lanes
from tests.bias.pages import shown

PRESS, PAGE = "/pieces/1/needles/events/", "/pieces/1/"


class Site:
    """A site whose pages go on until they are let; it notes the threads that it was asked in."""

    def __init__(self):
        self.let = threading.Event()
        self.at_work = threading.Semaphore(0)
        self.most_pages = self.pages = 0

    def __call__(self, environ, start_response):
        if environ.get("bias.busy"):
            return ["busy"]
        if environ["PATH_INFO"] != PAGE:
            return ["pressed"]
        self.pages += 1
        self.most_pages = max(self.most_pages, self.pages)
        self.at_work.release()
        assert self.let.wait(20)
        self.pages -= 1
        return ["page"]


@pytest.fixture
def site():
    site = Site()
    yield site
    site.let.set()


def asked(site_in_lanes, path):
    return site_in_lanes({"PATH_INFO": path}, None)


def test_a_press_is_answered_while_every_place_for_pages_is_taken(site):
    served = Lanes(site)
    with ThreadPoolExecutor(lanes.MOST_WAITING) as readers:
        reading = [readers.submit(asked, served, PAGE) for _ in range(lanes.MOST_WAITING)]
        assert site.at_work.acquire(timeout=10)
        for path in (PRESS, "/static/bias.css", "/sw.js"):
            assert asked(served, path) == ["pressed"]
        while asked(served, PAGE) != ["busy"]:  # until the last of the readers stands in the line
            pass
        site.let.set()
        assert [each.result(20) for each in reading] == [["page"]] * lanes.MOST_WAITING
    assert site.most_pages == 1


def test_whoever_waited_for_too_long_is_asked_to_come_again(site, monkeypatch):
    monkeypatch.setattr(lanes, "LONGEST_WAIT_S", 0.05)
    served = Lanes(site)
    with ThreadPoolExecutor(1) as readers:
        first = readers.submit(asked, served, PAGE)
        assert site.at_work.acquire(timeout=10)
        assert asked(served, PAGE) == ["busy"]
        site.let.set()
        assert first.result(20) == ["page"]
    assert asked(served, PAGE) == ["page"]


def test_a_page_of_a_busy_site_asks_again_by_itself(client, knitter):
    answer = client.get("/", **{"bias.busy": True})
    assert (answer.status_code, answer["Refresh"], answer["Retry-After"]) == (503, "5", "5")
    assert "This page asks again by itself in a few seconds." in shown(answer)
    answer = client.post(
        "/pieces/1/words/check/", {"words": "k1"}, headers={"HX-Request": "true"}, **{"bias.busy": True}
    )
    assert (answer.status_code, "Refresh" in answer) == (503, False)
