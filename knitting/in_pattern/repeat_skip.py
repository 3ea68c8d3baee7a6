"""The columns many rows further on: what each time of a repeat does to the columns, the next times do as well.

A leap is taken only where two times one after the other were worked and did the same; the counts that it comes to must
be those of its row.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import accumulate, groupby, pairwise
from typing import NamedTuple

from knitting.in_pattern.stitch_columns import ColumnRun, StitchColumns, joined
from knitting.needle.worked import WorkedRow

_LONGEST = 48
"""Rows of a repeat within which the row that is like another is looked for."""


class RepeatSkip(NamedTuple):
    """A row (from 0) further on, and what stands on the needle after it; the letters are not known."""

    row: int
    columns: StitchColumns


class _PartGrowth(NamedTuple):
    """Columns that a part gained in one time of a repeat between its borders, which stayed as they were."""

    right: int
    left: int


def skip_repeats(
    rows: Sequence[WorkedRow], known: Mapping[int, StitchColumns], at: int, limit: int
) -> RepeatSkip | None:
    """As far on from a row (from 0) as its repeat goes and no further than ``limit``; ``None`` where none is safe."""
    period = _period(rows, at) if at < limit else 0
    before = [known.get(at - 2 * period), known.get(at - period), known.get(at)]
    if not period or None in before:
        return None
    times = _times_left(rows, at, limit, period)
    if not times:
        return None
    stages = [
        _parts(rows[at - back * period], columns) for back, columns in zip((2, 1, 0), before) if columns is not None
    ]
    there = rows[at + times * period]
    if len({len(parts) for parts in stages} | {len(there.parts)}) != 1:
        return None
    found = []
    for oldest, older, here, count in zip(*stages, there.parts, strict=True):
        part = _part(oldest, older, here, times, count)
        if part is None:
            return None
        found.append(part)
    return RepeatSkip(at + times * period, joined(found))


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


def _parts(row: WorkedRow, columns: StitchColumns) -> list[StitchColumns]:
    return [columns.cut(first, last) for first, last in pairwise([0, *accumulate(row.parts)])]


def _part(
    oldest: StitchColumns, before: StitchColumns, here: StitchColumns, times: int, count: int
) -> StitchColumns | None:
    """A part so many times of the repeat further on, if it did the same in the last two times."""
    if oldest.stitches == before.stitches == here.stitches == count:
        return _unlettered(here.wales) if oldest.wales == before.wales == here.wales else None
    growth = _grew(before, here)
    if growth is None or growth != _grew(oldest, before):
        return None
    further = _further(here, growth, times)
    return further if further is not None and further.stitches == count else None


class _CoreRun(NamedTuple):
    """The longest stretch of a part, and the fabrics of what lies to its right and to its left."""

    core: ColumnRun
    right: list[tuple[int, int, int]]
    left: list[tuple[int, int, int]]


def _cored(part: StitchColumns) -> _CoreRun | None:
    if not part.wales:
        return None
    at = part.wales.index(max(part.wales, key=lambda wales: wales.width))
    return _CoreRun(part.wales[at], _fabrics(part.wales[:at]), _fabrics(part.wales[at + 1 :]))


def _fabrics(wales: Sequence[ColumnRun]) -> list[tuple[int, int, int]]:
    """How many stitches are in which fabric from which row on, whatever their columns."""
    of_one = groupby(wales, key=lambda each: (each.fabric, each.since))
    return [(*fabric, sum(each.width for each in group)) for fabric, group in of_one]


def _grew(before: StitchColumns, here: StitchColumns) -> _PartGrowth | None:
    """What a part did: ``None`` unless its borders are as they were and the columns between them run on."""
    then, now = _cored(before), _cored(here)
    if then is None or now is None or then.right != now.right or then.left != now.left:
        return None
    if (then.core.fabric, then.core.since) != (now.core.fabric, now.core.since):
        return None
    return _PartGrowth(then.core.first - now.core.first, now.core.last - then.core.last)


def _further(here: StitchColumns, growth: _PartGrowth, times: int) -> StitchColumns | None:
    at = here.wales.index(max(here.wales, key=lambda wales: wales.width))
    core = here.wales[at]
    width = core.width + times * (growth.right + growth.left)
    if width < 1:
        return None
    grown = ColumnRun(width, core.fabric, core.first - times * growth.right, core.since)
    return _unlettered((*here.wales[:at], grown, *here.wales[at + 1 :]))


def _unlettered(wales: tuple[ColumnRun, ...]) -> StitchColumns:
    return StitchColumns(wales, bytes(sum(each.width for each in wales)))
