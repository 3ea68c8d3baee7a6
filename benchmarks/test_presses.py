"""Fifty presses a second from twenty pieces, beside a bare Django insert on the same server settings.

Where ``DATABASE_URL`` is set (``make bench-postgres``), two hundred a second from two hundred pieces, four workers: as
many as that work comes to on a machine that is slower now than a quiet one.
"""

from __future__ import annotations

import os
import threading
import time
from collections.abc import Callable

from benchmarks.pace import pace
from tests.strength.serving import Hand, row_event, served

_SERVER = "DATABASE_URL" in os.environ
_PIECES, _A_SECOND, _WORKERS, _ROUNDS = (200, 200, 4, 1) if _SERVER else (20, 50, 2, 4)
_THREADS = 4 if _SERVER else 16
"""More of them only take the processor from each other where four workers share two."""
_SECONDS = 12
_STEADY = 1.3
"""How much faster or slower the machine may become while it is pressed; else it is pressed once more."""
_TRIES = 3
_BARE = """
from django.db import connection
connection.cursor().execute("create table bare (id text primary key, sent text)")
"""


def rate(slower: float) -> float:
    """Presses a second: of the server's, as many as that work comes to on a machine so many times slower."""
    return _A_SECOND / slower if _SERVER else _A_SECOND


def steady(hands: list[Callable[[int], None]]) -> tuple[list[float], float]:
    """The times of presses, and how many times slower than a quiet machine this one was meanwhile."""
    for _ in range(_TRIES):
        before = pace()
        found = latencies(hands, rate(before))
        after = pace()
        if max(before, after) / min(before, after) < _STEADY:
            return found, (before + after) / 2
    raise AssertionError(f"The machine changed its pace in each of {_TRIES} tries: {before:.1f}, then {after:.1f}.")


def latencies(hands: list[Callable[[int], None]], a_second: float) -> list[float]:
    """How long each press takes, in milliseconds: each hand presses in turn, together so many a second."""
    every = len(hands) / a_second
    found: list[float] = []
    begun = time.perf_counter() + 0.2

    def press(at: int, hand: Callable[[int], None]) -> None:
        for turn in range(int(_SECONDS / every)):
            due = begun + turn * every + at * every / len(hands)
            time.sleep(max(due - time.perf_counter(), 0))
            start = time.perf_counter()
            hand(turn + 1)
            found.append((time.perf_counter() - start) * 1000)

    threads = [threading.Thread(target=press, args=each) for each in enumerate(hands)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(_SECONDS + 30)
    return sorted(found)


def share(found: list[float], part: float) -> float:
    return found[min(int(len(found) * part), len(found) - 1)]


def bare(hand: Hand) -> Callable[[int], None]:
    """A hand that has bare rows inserted, signed in as the others are."""

    def press(_: int) -> None:
        assert hand._answer("POST", "/bare/", "{}", hand.headers)[0] == 200

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
        found, slower = steady([pressed(hand) for hand in hands])
        least, _slower = steady([bare(hand) for hand in hands])
    finally:
        server.kill()
    middle, most = share(found, 0.5), share(found, 0.99)
    bare_middle, bare_most = share(least, 0.5), share(least, 0.99)
    print(
        f"\n{len(found)} presses, {rate(slower):.0f} a second from {_PIECES} pieces, machine {slower:.1f} times slower:"
    )
    print(f"median {middle:.1f} ms, p99 {most:.1f} ms; {middle / bare_middle:.1f} times as long as")
    print(f"bare inserts: median {bare_middle:.1f} ms, p99 {bare_most:.1f} ms")
    assert len(found) >= len(pieces)
    assert most < 50 * slower
