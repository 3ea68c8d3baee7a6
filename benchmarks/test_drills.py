"""How soon ten questions about a shawl are made."""

from __future__ import annotations

from benchmarks.pace import paced
from benchmarks.test_speed import median
from knitting.drills import drills_of
from tests.knitting.planning import knitted, made

_MOST_S = 0.3


def test_ten_drills_are_made_at_once():
    worked = knitted(made("triangle"))
    took = median(lambda: drills_of(worked, 10, seed=3))
    print(f"\nten drills: {took * 1000:.0f} ms")
    assert took < paced(_MOST_S)
