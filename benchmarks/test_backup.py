"""A copy of the database made while rows are pressed: how much longer a press takes for it."""

from __future__ import annotations

import threading
import time

from benchmarks.pace import paced
from tests.strength.serving import Hand, row_event, served

_PRESSES, _A_SECOND = 150, 15
_MOST_LATER_MS = 100


def _presses(hand: Hand, first: int) -> list[float]:
    took = []
    for row in range(first, first + _PRESSES):
        begun = time.perf_counter()
        assert hand.press(row_event(row))
        took.append((time.perf_counter() - begun) * 1000)
        time.sleep(max(1 / _A_SECOND - took[-1] / 1000, 0))
    return sorted(took)


def test_a_copy_delays_no_press(tmp_path):
    server, (piece,) = served(tmp_path, pieces=1)
    server.start()
    copies, over = 0, threading.Event()

    def copy() -> None:
        nonlocal copies
        while not over.is_set():
            server.manage("backup", str(tmp_path / "copies"))
            copies += 1

    try:
        hand = Hand(server, piece)
        alone = _presses(hand, 1)
        beside = threading.Thread(target=copy)
        beside.start()
        meanwhile = _presses(hand, 1 + _PRESSES)
        over.set()
        beside.join()
    finally:
        server.kill()
    later = meanwhile[-1] - alone[-1]
    print(f"\n{copies} copies: the longest press {alone[-1]:.1f} ms alone, {meanwhile[-1]:.1f} ms beside them;")
    print(f"median {alone[len(alone) // 2]:.1f} and {meanwhile[len(meanwhile) // 2]:.1f} ms")
    assert copies
    assert later < paced(_MOST_LATER_MS)
