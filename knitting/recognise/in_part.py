"""Rows that follow no rhythm: they stay as they are written, within a plan of all the others."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.plan import Beside, Repeats, SetupRow, Stage
from knitting.plan.works import OWN
from knitting.recognise.anatomy import EndWork, NotRecognised, RowAnatomy, cells_of, row_anatomy, steps_of
from knitting.recognise.rhythms import is_plain, work_key
from knitting.rows import Group, Side, Step
from knitting.rows.without_places import without_places
from knitting.working.comparison import stitches_of

MOST_AS_WRITTEN = 60
"""Rows that may stay as they are written; of more it is no plan of the piece any more."""
_NEAR = 2
_NAME = "As written"


def irregular_rows(worked: WorkedPiece) -> frozenset[int]:
    """The places (from 0, a tab's rows left out) of rows that come once and are shaped like no others.

    None where a mark is set or taken off in one of them, or where they are too many beside the regular ones.
    """
    rows = worked.rows[worked.tab_rows :]
    often = Counter((row.span, row.side) for row in rows)
    once = [often[row.span, row.side] == 1 for row in rows]
    odd = {at for at, row in enumerate(rows) if once[at] and _is_odd(row)}
    found = set(odd)
    for at, other in zip(sorted(odd), sorted(odd)[1:], strict=False):
        if other - at <= _NEAR + 1:
            found |= {between for between in range(at, other) if once[between]}
    for at in sorted(found):  # knit and purl figures around them belong to them
        for way in (-1, 1):
            beside = at + way
            while 0 <= beside < len(rows) and beside not in found and once[beside] and _is_figured(rows[beside]):
                found.add(beside)
                beside += way
    if any(rows[at].before.marks != rows[at].after.marks for at in found):
        return frozenset()
    return frozenset(found) if len(found) <= MOST_AS_WRITTEN and 2 * len(found) < len(rows) else frozenset()


def _is_odd(row: WorkedRow) -> bool:
    try:
        anatomy = row_anatomy(row)
    except NotRecognised:
        return True
    return any(key == OWN and not _is_repeat(steps) for key, steps in _works(anatomy, row.side))


def _is_repeat(steps: tuple[Step, ...]) -> bool:
    return len(steps) == 1 and isinstance(steps[0], Group)


def _works(anatomy: RowAnatomy, side: Side) -> list[tuple[str, tuple[Step, ...]]]:
    found = [
        (work_key(work.steps, Beside.INSIDE, side, at_head)[0], work.steps)
        for part in anatomy.parts
        for work, at_head in ((part.right, True), (part.left, False))
        if isinstance(work, EndWork)
    ]
    crossed = [steps for steps in anatomy.across if steps and not is_plain(steps)]
    return found + [(work_key(steps, Beside.ON, side, False)[0], steps) for steps in crossed]


def _is_figured(row: WorkedRow) -> bool:
    """Whether knit and purl change within a part of a row that shapes nothing."""
    return row.change == 0 and any(len(set(cells_of(part, row.side))) > 1 for part in stitches_of(row.work))


def as_written(worked: WorkedPiece, places: Sequence[int], literally: bool) -> Stage:
    """A stage of rows as they are written; ``literally`` as the stitches that they came to."""
    rows = worked.rows[worked.tab_rows :]
    told = [order.steps for order in worked.course if order.order is None]
    exact = literally or len(told) != len(rows)
    steps = [_stitches(rows[at]) if exact else without_places(told[at]) for at in places]
    return Stage(_NAME, 1, (), Repeats(0), tuple(SetupRow(steps=each) for each in steps))


def _stitches(row: WorkedRow) -> tuple[Step, ...]:
    found: list[Step] = []
    for part in stitches_of(row.work):
        found += steps_of(part)
    return tuple(found)
