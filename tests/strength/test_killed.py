"""The server killed in the middle of many presses: every press that was acknowledged is there, once."""

from __future__ import annotations

import http.client
import sqlite3
import threading
import time

import pytest

from tests.searching import WHOLE
from tests.strength.serving import Hand, row_event, served

_PRESSES, _HANDS = (2_000 if WHOLE else 300), 4
_KILLED_AFTER = _PRESSES // 3


@pytest.mark.timeout(300)
def test_every_acknowledged_press_outlives_a_server_that_is_killed(tmp_path):
    server, (piece,) = served(tmp_path, pieces=1)
    server.start()
    events = [row_event(row) for row in range(1, _PRESSES + 1)]
    acknowledged: set[str] = set()
    until = time.monotonic() + 120

    def press(own: list[dict[str, object]]) -> None:
        try:
            hand = Hand(server, piece)
            for event in own:
                if time.monotonic() > until:
                    return
                acknowledged.update(hand.press(event))
        except (OSError, http.client.HTTPException):
            return  # the server is gone

    hands = [threading.Thread(target=press, args=(events[at::_HANDS],)) for at in range(_HANDS)]
    for hand in hands:
        hand.start()
    while len(acknowledged) < _KILLED_AFTER and any(hand.is_alive() for hand in hands):
        time.sleep(0.005)
    server.kill()
    for hand in hands:
        hand.join(30)
    kept_before = set(acknowledged)
    assert _KILLED_AFTER <= len(kept_before) < _PRESSES

    server.start()
    try:
        assert kept_before <= noted(tmp_path)
        hand = Hand(server, piece)
        waiting = [event for event in events if event["id"] not in kept_before or event["row"] % 10 == 0]
        for at in range(0, len(waiting), 100):  # those that wait, and some once more
            sent = waiting[at : at + 100]
            assert hand.press(*sent) == [event["id"] for event in sent]
    finally:
        server.kill()
    assert noted(tmp_path) == {event["id"] for event in events}


def noted(var):
    """The ids in the log, each of them once."""
    with sqlite3.connect(var / "bias.sqlite3") as log:
        ids = [row[0] for row in log.execute("select id from making_event")]
    assert len(ids) == len(set(ids))
    return {f"{one[:8]}-{one[8:12]}-{one[12:16]}-{one[16:20]}-{one[20:]}" for one in ids}
