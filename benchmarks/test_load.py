"""Presses while eight heavy requests are under way: limits of time and memory, on a machine of two cores."""

from __future__ import annotations

import os
import subprocess
import sys
import threading
import time
from pathlib import Path

from benchmarks.pace import paced
from benchmarks.test_presses import share
from tests.strength.serving import Hand, row_event, served

_HEAVY, _HANDS, _A_SECOND, _SECONDS = 8, 4, 20, 20
_PROBE_S = 0.002
_MS_OF_99, _MS_OF_ALL, _MB = 100.0, 500.0, 300.0
LARGE = """
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
for number in range({many}):
    words = (
        f"Title: Large {{number}}\\nCast on 9 sts.\\nMark the center stitch.\\n"
        "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\\nRow 2: Purl.\\n"
        f"Repeat rows 1 and 2, {{690 - number}} more times."
    )
    print(keep_piece(household_knitter(), words).pk)
"""


def megabytes(process: int) -> list[float]:
    """What each process of a server holds in memory: those that take presses, and those that work out pages."""
    children = [int(each) for each in Path(f"/proc/{process}/task/{process}/children").read_text().split()]
    held = []
    for child in children:
        status = Path(f"/proc/{child}/status").read_text().splitlines()
        held += [int(line.split()[1]) / 1024 for line in status if line.startswith("VmRSS")]
        held += megabytes(child)
    return held


def browsing(port: int, cookie: str, pieces: list[int]) -> subprocess.Popen[str]:
    """Eight readers in a process of their own, as on machines of their own: they take no time from the presses."""
    words = [sys.executable, "-m", "benchmarks.readers", str(port), cookie, str(_SECONDS), *map(str, pieces)]
    return subprocess.Popen(words, stdout=subprocess.PIPE, text=True, preexec_fn=lambda: os.nice(19))


def test_presses_under_eight_heavy_requests(tmp_path):
    server, pieces = served(tmp_path, _HANDS)
    said = server.manage("shell", "--verbosity", "0", "-c", LARGE.format(many=_HEAVY))
    large = [int(line) for line in said.split() if line.isdigit()]
    server.start()
    took: list[float] = []
    memory: list[float] = []
    still: list[float] = []
    ended = threading.Event()

    def press(at: int, hand: Hand) -> None:
        for turn in range(_SECONDS * _A_SECOND // _HANDS):
            due = begun + (turn * _HANDS + at) / _A_SECOND  # one after the other, as from people
            time.sleep(max(due - time.perf_counter(), 0))
            start = time.perf_counter()
            assert hand.press(row_event(turn + 2))
            took.append((time.perf_counter() - start) * 1000)

    def stand_still() -> None:
        while not ended.is_set():
            start = time.perf_counter()
            time.sleep(_PROBE_S)
            still.append((time.perf_counter() - start - _PROBE_S) * 1000)

    try:
        hands = [Hand(server, piece) for piece in pieces]
        for hand in hands * 6:  # both processes know what is pressed
            hand.press(row_event(1))
        begun = time.perf_counter() + 1
        others = browsing(server.port, hands[0].headers["Cookie"], large)
        probe = threading.Thread(target=stand_still)
        probe.start()
        threads = [threading.Thread(target=press, args=each) for each in enumerate(hands)]
        for thread in threads:
            thread.start()
        while any(thread.is_alive() for thread in threads):
            assert server.process is not None
            memory += megabytes(server.process.pid)
            time.sleep(1)
        ended.set()
        answered = [int(status) for status in others.communicate(timeout=120)[0].split()]
    finally:
        ended.set()
        server.kill()
    took.sort()
    still.sort()
    print(
        f"\n{len(took)} presses beside {len(answered)} pages ({answered.count(503)} asked to come again): median"
        f" {share(took, 0.5):.0f} ms, 99 of 100 within {share(took, 0.99):.0f} ms, the longest {took[-1]:.0f} ms;"
        f" a worker holds up to {max(memory):.0f} MB; a process that only sleeps is late by {share(still, 0.99):.0f} ms"
        f" at 99 of 100, {still[-1]:.0f} ms at most"
    )
    assert share(took, 0.99) < paced(_MS_OF_99)
    assert took[-1] < paced(_MS_OF_ALL)
    assert max(memory) < _MB
