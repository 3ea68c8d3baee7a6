"""Fifty presses a second from twenty pieces, beside a bare Django insert on the same server.

Where ``DATABASE_URL`` is set (``make bench-postgres``), two hundred a second from two hundred pieces, four workers: as
many as that work comes to on a machine that is slower now than a quiet one.
"""

from __future__ import annotations

import os
import threading
import time
from collections.abc import Callable

from benchmarks.pace import Meanwhile, machine_seconds, pace
from tests.strength.serving import Hand, row_event, served

Hands = list[Callable[[int], None]]

_SERVER = "DATABASE_URL" in os.environ
_PIECES, _A_SECOND, _WORKERS, _ROUNDS = (200, 200, 4, 10) if _SERVER else (20, 50, 2, 4)
_THREADS = 4 if _SERVER else 16
"""More of them only take the processor from each other where four workers share two."""
_TURNS = 12 * _A_SECOND // _PIECES
"""Of every hand, one after another: twelve seconds of a quiet machine."""
_STEADY = 1.3
"""How much faster or slower the machine may be in a turn than in the one before; else it is made again, since it was
pressed at another rate than is asked for."""
_BARE = """
from django.db import connection
connection.cursor().execute("create table bare (id text primary key, sent text)")
"""


def woven(presses: Hands, inserts: Hands) -> tuple[list[float], list[float], list[float]]:
    """How long presses and bare inserts take in turn, in milliseconds of a quiet machine, and how many times slower
    than a quiet one this machine was."""
    found: tuple[list[float], list[float], list[float]] = ([], [], [])
    slower = pace()
    for turn in range(1, 3 * _TURNS + 1):
        expected = slower
        pressed_in, slower = latencies(presses, turn, expected)
        bare_in, idle = latencies(inserts, turn, slower)
        if 1 / _STEADY < slower / expected < _STEADY:
            found[0].extend(each / slower for each in pressed_in)
            found[1].extend(each / idle for each in bare_in)
            found[2].append(slower)
        if len(found[2]) == _TURNS:
            print(f"\n{turn - _TURNS} of {turn} turns were made again: the machine had changed its pace.")
            return found
    raise AssertionError(f"The machine kept its pace in {len(found[2])} of {3 * _TURNS} turns only.")


def latencies(hands: Hands, turn: int, slower: float) -> tuple[list[float], float]:
    """How long each press takes, in milliseconds of the machine, and how many times slower than a quiet one it was:
    each hand presses once, together so many a second."""
    a_second = _A_SECOND / slower if _SERVER else _A_SECOND
    found: list[float] = []
    begun = machine_seconds() + 0.1

    def press(at: int, hand: Callable[[int], None]) -> None:
        while (early := begun + at / a_second - machine_seconds()) > 0:
            time.sleep(early)
        start = machine_seconds()
        hand(turn + 1)
        found.append((machine_seconds() - start) * 1000)

    threads = [threading.Thread(target=press, args=each) for each in enumerate(hands)]
    with Meanwhile() as watched:
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
    assert len(found) == len(hands)
    return found, watched.slower


def share(found: list[float], part: float) -> float:
    return sorted(found)[min(int(len(found) * part), len(found) - 1)]


def bare(hand: Hand) -> Callable[[int], None]:
    """A hand that has bare rows inserted, signed in as the others are."""

    def press(_: int) -> None:
        assert hand._answer("POST", "/bare/needles/events/", "{}", hand.headers)[0] == 200

    return press


def pressed(hand: Hand) -> Callable[[int], None]:
    def press(row: int) -> None:
        assert hand.press(row_event(row))

    return press


def test_so_many_presses_a_second_from_so_many_pieces(tmp_path):
    server, pieces = served(tmp_path, _PIECES)
    server.manage("shell", "--verbosity", "0", "-c", _BARE)
    server.workers, server.threads = _WORKERS, _THREADS
    server.app = "benchmarks.bare_insert:application"
    server.start()
    try:
        hands = [Hand(server, piece) for piece in pieces]
        for _ in range(_ROUNDS):  # every worker has counted the rows of every piece before: pages do that elsewhere
            for hand in hands:
                hand.press(row_event(1))
        found, least, slower = woven([pressed(hand) for hand in hands], [bare(hand) for hand in hands])
    finally:
        server.kill()
    middle, most = share(found, 0.5), share(found, 0.99)
    bare_middle, bare_most = share(least, 0.5), share(least, 0.99)
    print(f"\n{len(found)} presses from {_PIECES} pieces, machine {min(slower):.1f} to {max(slower):.1f} times slower:")
    print(f"median {middle:.1f} ms of a quiet machine, p99 {most:.1f} ms; {middle / bare_middle:.1f} times as long as")
    print(f"bare inserts: median {bare_middle:.1f} ms, p99 {bare_most:.1f} ms")
    assert most < 50
