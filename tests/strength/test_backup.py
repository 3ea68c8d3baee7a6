"""Copies made while rows are pressed lose nothing that was acknowledged before, and are put back where nobody works."""

from __future__ import annotations

import sqlite3
import subprocess
import threading
import time

import pytest

from tests.searching import WHOLE
from tests.strength.serving import Hand, row_event, served

_PRESSES = 1_200 if WHOLE else 300


@pytest.mark.timeout(300)
def test_a_copy_under_load_has_every_press_that_came_before_it_and_is_put_back(tmp_path):
    server, (piece,) = served(tmp_path, pieces=1)
    server.start()
    acknowledged: list[str] = []
    slowest = 0.0

    def press() -> None:
        nonlocal slowest
        hand = Hand(server, piece)
        for row in range(1, _PRESSES + 1):
            begun = time.monotonic()
            acknowledged.extend(hand.press(row_event(row)))
            slowest = max(slowest, time.monotonic() - begun)

    pressing = threading.Thread(target=press)
    pressing.start()
    copies = []
    while pressing.is_alive() or not copies:
        before = set(acknowledged)
        said = server.manage("backup", str(tmp_path / "copies"))
        copies.append((said.split(":")[0], before))
        time.sleep(1.1)  # a copy is named by its second
    pressing.join()
    assert len(acknowledged) == _PRESSES
    for place, before in copies[-1:]:
        assert before <= ids_in(place)
    with pytest.raises(subprocess.CalledProcessError) as refused:
        server.manage("restore", copies[0][0])
    assert "Bias is being served from here." in refused.value.stderr
    server.kill()
    assert len(ids_in(tmp_path / "bias.sqlite3")) == _PRESSES
    server.manage("restore", copies[-1][0])
    assert copies[-1][1] <= ids_in(tmp_path / "bias.sqlite3")
    assert ids_in(next(tmp_path.glob("bias.sqlite3.before-*"))) == set(acknowledged)


@pytest.mark.parametrize("held", [b"", b"no database", b"SQLite format 3\0" + bytes(4_000)])
def test_what_is_no_copy_is_not_put_back(tmp_path, held):
    server, _pieces = served(tmp_path, pieces=1)
    wrong = tmp_path / "wrong.sqlite3"
    wrong.write_bytes(held)
    before = (tmp_path / "bias.sqlite3").read_bytes()
    with pytest.raises(subprocess.CalledProcessError) as refused:
        server.manage("restore", str(wrong))
    assert "'wrong.sqlite3' is no copy of a Bias, or it is damaged." in refused.value.stderr
    assert (tmp_path / "bias.sqlite3").read_bytes() == before


def ids_in(place):
    """The ids in the log."""
    with sqlite3.connect(place) as log:
        ids = [row[0] for row in log.execute("select id from making_event")]
    return {f"{one[:8]}-{one[8:12]}-{one[12:16]}-{one[16:20]}-{one[20:]}" for one in ids}
