"""How fast a knitter works, told from her own rows, and how long the rest takes: always a range."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from statistics import quantiles
from typing import NamedTuple

_FEWEST = 4
"""Rows from which on a pace is told at all."""
_LONGEST_PAUSE_S = 30 * 60.0
"""Between two rows a longer time than this is a pause, whatever the row was."""
_SLOWEST, _FASTEST = 20.0, 0.2
"""Seconds a stitch beyond which a row was not worked at one go, or noted afterwards."""
_RECENT = 40


class TimedRow(NamedTuple):
    """A row that was worked: its stitches, and when it was done, in seconds from any fixed moment."""

    stitches: int
    done_s: float


@dataclass(frozen=True, slots=True)
class Pace:
    """Seconds a stitch: what half of the rows lie between, and the middle one."""

    low: float
    middle: float
    high: float


def pace(rows: Iterable[TimedRow]) -> Pace | None:
    """The pace of the last rows, in the order in which they were done; ``None`` while there are too few to tell.

    The time of a row is the time since the row before it; pauses, and rows noted together, are left out.
    """
    in_order = sorted(rows, key=lambda row: row.done_s)
    found = []
    for before, row in itertools.pairwise(in_order):
        taken = row.done_s - before.done_s
        if row.stitches and taken < _LONGEST_PAUSE_S and _FASTEST < taken / row.stitches < _SLOWEST:
            found.append(taken / row.stitches)
    if len(found) < _FEWEST:
        return None
    low, middle, high = quantiles(found[-_RECENT:], n=4, method="inclusive")
    return Pace(low, middle, high)


class Sitting(NamedTuple):
    """A sitting: when it began and ended, in seconds, and what was done in it."""

    began_s: float
    ended_s: float
    rows: int
    stitches: int


def sittings(rows: Sequence[TimedRow], pauses_s: Sequence[float] = ()) -> tuple[Sitting, ...]:
    """Rows as they were worked in one go, the first first; a noted pause ends a sitting, and so does a long time.

    >>> [sat.rows for sat in sittings([TimedRow(9, 0), TimedRow(9, 60), TimedRow(9, 9000)])]
    [2, 1]
    """
    found: list[Sitting] = []
    for row in sorted(rows, key=lambda each: each.done_s):
        last = found[-1] if found else None
        paused = last is not None and any(last.ended_s <= pause < row.done_s for pause in pauses_s)
        if last is None or paused or row.done_s - last.ended_s > _LONGEST_PAUSE_S:
            found.append(Sitting(row.done_s, row.done_s, 1, row.stitches))
        else:
            found[-1] = Sitting(last.began_s, row.done_s, last.rows + 1, last.stitches + row.stitches)
    return tuple(found)
