"""The disk full under a server at work: presses wait, nothing is half kept, and all is whole when there is room."""

from __future__ import annotations

import resource
import sqlite3
from pathlib import Path

import pytest

from tests.strength.serving import Hand, row_event, served

_ROWS = 40


def limit_files(server, size: int) -> None:
    """No file of the server's may grow beyond so many bytes: to its database that is a full disk."""
    process = server.process.pid
    workers = Path(f"/proc/{process}/task/{process}/children").read_text().split()
    for each in (process, *map(int, workers)):
        resource.prlimit(each, resource.RLIMIT_FSIZE, (size, resource.RLIM_INFINITY))


@pytest.mark.timeout(240)
def test_a_full_disk_loses_nothing_and_passes(tmp_path):
    server, (piece,) = served(tmp_path, pieces=1)
    server.start()
    try:
        hand = Hand(server, piece)
        events = [row_event(row) for row in range(1, _ROWS + 1)]
        assert hand.press(*events[:10]) == [event["id"] for event in events[:10]]
        limit_files(server, 4096)
        for event in events[10:]:
            assert hand.press(event) == []
        status, said = hand.ask(f"/pieces/{piece}/needles/")
        assert status == 200
        status, said = hand.send(events[10])
        assert status == 503
        assert "disk" in said["why"]
        limit_files(server, resource.RLIM_INFINITY)
        assert hand.press(*events[5:]) == [event["id"] for event in events[5:]]
    finally:
        server.kill()
    with sqlite3.connect(tmp_path / "bias.sqlite3") as database:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert database.execute("SELECT count(*), count(DISTINCT id) FROM making_event").fetchone() == (_ROWS, _ROWS)
