"""The grain many rows further on: what each time of a repeat does to the columns, the next times do as well.

A leap is taken only where two times one after the other were worked and did the same; the counts that it comes to must
be those of its row.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import NamedTuple

import numpy as np

from knitting.needle.grain import Grain, Whole, joined
from knitting.needle.worked import WorkedRow

_LONGEST = 48
"""Rows of a repeat within which the row that is like another is looked for."""


class Leap(NamedTuple):
    """A row (from 0) further on, and what stands on the needle after it; the letters are not known."""

    row: int
    grain: Grain


class _Growth(NamedTuple):
    """What a part did in one time of a repeat: its borders are as they were, what is between them gained columns."""

    right: int
    left: int
    first: int
    last: int


def leap(rows: Sequence[WorkedRow], known: Mapping[int, Grain], at: int, limit: int) -> Leap | None:
    """As far on from a row (from 0) as its repeat goes and no further than ``limit``; ``None`` where none is safe."""
    period = _period(rows, at) if at < limit else 0
    before = [known.get(at - 2 * period), known.get(at - period), known.get(at)]
    if not period or None in before:
        return None
    times = _times_left(rows, at, limit, period)
    if not times:
        return None
    stages = [_parts(rows[at - back * period], grain) for back, grain in zip((2, 1, 0), before) if grain is not None]
    there = rows[at + times * period]
    if len({len(parts) for parts in stages} | {len(there.parts)}) != 1:
        return None
    found = []
    for oldest, older, here, count in zip(*stages, there.parts, strict=True):
        part = _part(oldest, older, here, times, count)
        if part is None:
            return None
        found.append(part)
    return Leap(at + times * period, joined(found))


def _period(rows: Sequence[WorkedRow], at: int) -> int:
    """How many rows ago the row was worked the time before; 0 where it was not twice before this."""
    here = rows[at]
    for back in range(1, min(_LONGEST, at // 2) + 1):
        if _comes(rows[at - back], here, -1) and _comes(rows[at - 2 * back], here, -2):
            return back
    return 0


def _times_left(rows: Sequence[WorkedRow], at: int, limit: int, period: int) -> int:
    times = 0
    while at + (times + 1) * period <= limit and _comes(rows[at + (times + 1) * period], rows[at], times + 1):
        times += 1
    return times


def _comes(row: WorkedRow, here: WorkedRow, later: int) -> bool:
    if row.time != here.time + later or row.label != here.label or len(row.work) != len(here.work):
        return False
    return row.section == here.section and row.side is here.side


def _parts(row: WorkedRow, grain: Grain) -> list[Whole]:
    ends = np.cumsum(row.parts)[:-1]
    return np.split(grain.places, ends, axis=1)


def _part(oldest: Whole, before: Whole, here: Whole, times: int, count: int) -> Grain | None:
    """A part so many times of the repeat further on, if it did the same in the last two times."""
    if oldest.shape == before.shape == here.shape and count == here.shape[1]:
        alike = np.array_equal(before, here) and np.array_equal(oldest, before)
        return _unlettered(here) if alike else None
    growth = _grew(before, here)
    if growth is None or growth != _grew(oldest, before):
        return None
    further = _further(here, growth, times)
    return _unlettered(further) if further is not None and further.shape[1] == count else None


def _grew(before: Whole, here: Whole) -> _Growth | None:
    """What a part did: ``None`` unless its borders are as they were and the columns between them run on."""
    (first, last), (then_first, then_last) = _core(before), _core(here)
    right, left = first, before.shape[1] - last
    if right != then_first or left != here.shape[1] - then_last or first == last or then_first == then_last:
        return None
    if not _same_borders(before, here, right, left) or not np.array_equal(before[::2, first], here[::2, then_first]):
        return None
    gained_first = int(before[1, first] - here[1, then_first])
    return _Growth(right, left, gained_first, int(here[1, then_last - 1] - before[1, last - 1]))


def _same_borders(before: Whole, here: Whole, right: int, left: int) -> bool:
    at_left = before.shape[1] - left, here.shape[1] - left
    same_right = np.array_equal(before[::2, :right], here[::2, :right])
    return same_right and np.array_equal(before[::2, at_left[0] :], here[::2, at_left[1] :])


def _core(part: Whole) -> tuple[int, int]:
    """Where the longest run of columns that follow one another in one fabric begins and ends."""
    if not part.shape[1]:
        return 0, 0
    steps = np.diff(part, axis=1)
    breaks = np.flatnonzero((steps[0] != 0) | (steps[1] != 1) | (steps[2] != 0)) + 1
    ends = np.concatenate(([0], breaks, [part.shape[1]]))
    at = int(np.diff(ends).argmax())
    return int(ends[at]), int(ends[at + 1])


def _further(here: Whole, growth: _Growth, times: int) -> Whole | None:
    first, last = growth.right, here.shape[1] - growth.left
    begin, end = int(here[1, first]) - times * growth.first, int(here[1, last - 1]) + times * growth.last
    if end < begin:
        return None
    core = np.empty((3, end - begin + 1), dtype=np.int64)
    core[0], core[1], core[2] = here[0, first], np.arange(begin, end + 1), here[2, first]
    return np.concatenate((here[:, :first], core, here[:, last:]), axis=1)


def _unlettered(places: Whole) -> Grain:
    return Grain(places, np.zeros(places.shape[1], dtype=np.uint8))
