"""Whether two pieces are the same knitting, stitch by stitch, whatever their words and marks."""

from __future__ import annotations

from itertools import chain

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.working.comparison import stitches_of


def first_other(one: WorkedPiece, other: WorkedPiece) -> int | None:
    """The first row that is not the same knitting, whatever it is called."""
    for at, (a, b) in enumerate(zip(one.rows, other.rows)):
        same = (a.side, a.colour, a.start, a.end) == (b.side, b.colour, b.start, b.end)
        if not same or (a.work != b.work and _in_one(a) != _in_one(b)):
            return at
    if len(one.rows) != len(other.rows) or one.bound_off != other.bound_off or one.dropped != other.dropped:
        return min(len(one.rows), len(other.rows))
    return None


def _in_one(row: WorkedRow) -> list[tuple[object, int]]:
    """What a row works, stitch by stitch in runs, wherever its marks are."""
    found: list[tuple[object, int]] = []
    for kind, times in chain.from_iterable(stitches_of(row.work)):
        if found and found[-1][0] == kind:
            found[-1] = kind, found[-1][1] + times
        else:
            found.append((kind, times))
    return found
