"""How fast the machine is at this moment: every limit of time is a ratio to a loop of plain Python in the same run.

The limits are written as seconds on a quiet machine of two cores on which a million steps of the loop take 12 ms. On a
machine, or in a moment, of half that speed they are twice as long: what is compared is work with work.
"""

from __future__ import annotations

import time

_STEPS = 1_000_000
_QUIET_S = 0.012


def loop_seconds() -> float:
    """How long a million steps of a plain loop take now: the best of three."""
    return min(_once() for _ in range(3))


def _once() -> float:
    begun = time.perf_counter()
    for _ in range(_STEPS):
        pass
    return time.perf_counter() - begun


def pace() -> float:
    """How many times as long the same work takes now as on a quiet machine."""
    return loop_seconds() / _QUIET_S


def paced(limit: float) -> float:
    """A limit for a quiet machine, as long as the same work may take now."""
    return limit * pace()
