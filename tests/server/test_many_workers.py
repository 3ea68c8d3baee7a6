"""Four workers on PostgreSQL and Redis: no press is lost, and what is counted is counted for all of them."""

from __future__ import annotations

import http.client
import os
import threading

import pytest

from tests.strength.serving import Hand, row_event, served

pytestmark = pytest.mark.skipif("DATABASE_URL" not in os.environ, reason="make test-postgres runs it")

_PRESSES, _HANDS = 200, 4
_IDS = "from bias.at_needles.models import Event\nprint(*(each.id for each in Event.objects.filter(piece={piece})))"


@pytest.fixture
def site(tmp_path, monkeypatch):
    """A server of four workers with a piece, and what ends it."""
    server, (piece,) = served(tmp_path, pieces=1)
    server.workers = 4
    server.start()
    yield server, piece
    server.kill()


@pytest.mark.timeout(300)
def test_every_acknowledged_press_outlives_workers_that_are_killed(site):
    server, piece = site
    events = [row_event(row) for row in range(1, _PRESSES + 1)]
    acknowledged: set[str] = set()

    def press(own: list[dict[str, object]]) -> None:
        hand = Hand(server, piece)
        for event in own:
            try:
                acknowledged.update(hand.press(event))
            except (OSError, http.client.HTTPException):
                return  # the server is gone

    hands = [threading.Thread(target=press, args=(events[at::_HANDS],)) for at in range(_HANDS)]
    for hand in hands:
        hand.start()
    while len(acknowledged) < _PRESSES // 3 and any(hand.is_alive() for hand in hands):
        hands[0].join(0.01)
    server.kill()
    for hand in hands:
        hand.join(30)
    kept_before = set(acknowledged)
    assert _PRESSES // 3 <= len(kept_before) < _PRESSES
    server.start()
    assert kept_before <= ids(server, piece)
    assert Hand(server, piece).press(*events) == [event["id"] for event in events]
    assert ids(server, piece) == {event["id"] for event in events}


def ids(server, piece):
    """The ids in the log, each of them once."""
    found = server.manage("shell", "--verbosity", "0", "-c", _IDS.format(piece=piece)).split()
    assert len(found) == len(set(found))
    return set(found)


@pytest.mark.timeout(300)
def test_wrong_passwords_are_counted_by_all_workers_together(tmp_path, monkeypatch):
    monkeypatch.setenv("BIAS_HOUSEHOLD", "0")
    server, _ = served(tmp_path, pieces=0)
    server.workers = 4
    server.start()
    try:
        assert [Hand.tries(server.port, "tern", f"wrong phrase {at}") for at in range(7)] == [200] * 5 + [429] * 2
    finally:
        server.kill()
