"""Columns of a chart that is closed up: the stitches of each row side by side around a mark or a wale, without holes.

By wale a stitch keeps its column; a cloth whose wales are eaten at one edge and made at the other is then two far
wedges. Closed up, its edges run in steps, and the threads of its other marks lean.
"""

from __future__ import annotations

import numpy as np

from drawing.columns import ColumnPlaces, Ids
from drawing.marks import letters
from knitting.needle.worked import WorkedPiece, WorkedRow

MIDDLE = "middle"
"""The wale that lives longest, where a chart is closed up around no mark."""


def letters_of(worked: WorkedPiece) -> tuple[str, ...]:
    """The letters of the marks in a row that has the most of them, from the right-side start."""
    return max((_letters(row) for row in worked.rows), key=len, default=())


def usual(worked: WorkedPiece) -> str:
    """What a chart is closed up around unless something else is chosen: its middle mark, or no mark."""
    found = letters_of(worked)
    return found[len(found) // 2] if found else MIDDLE


def _letters(row: WorkedRow) -> tuple[str, ...]:
    return tuple(letter for letter, _ in letters([mark.name for mark in row.after.marks]))


def share_empty(places: ColumnPlaces) -> float:
    """The share of a chart's grid in which no stitch stands."""
    cells = places.total * len(places.columns)
    return 1 - sum(len(row) for row in places.columns) / cells if cells else 0.0


def closed_up(worked: WorkedPiece, by_wale: ColumnPlaces, around: str) -> ColumnPlaces:
    """The same stitches side by side, with a mark (by its letter), or else the wale that lives longest, in one column.

    Before the mark is placed and after it is taken out, its place goes on in the wale that it stands at.
    """
    after, before = anchors(worked, by_wale, around)
    base = max([*after, *before], default=0)
    columns = tuple(base - at + np.arange(len(row)) for at, row in zip(after, by_wale.columns, strict=True))
    under = tuple(base - at + np.arange(len(row)) for at, row in zip(before, by_wale.below, strict=True))
    total = max((int(row[-1]) + 1 for row in (*columns, *under) if len(row)), default=0)
    return ColumnPlaces(columns, under, total)


def anchors(worked: WorkedPiece, by_wale: ColumnPlaces, around: str) -> tuple[list[int], list[int]]:
    """For each row the stitch that stands in the one column: among those after it, and among those below it.

    Stitches are counted from the right-side start.
    """
    after = _anchors_after(worked, by_wale, around)
    before = [_carried(below, above, at) for below, above, at in zip(by_wale.below, by_wale.columns, after)]
    before[1:] = [
        place if len(below) == len(above) else _carried(below, above, place)
        for below, above, place in zip(by_wale.below[1:], by_wale.columns, after)
    ]
    return after, before


def _anchors_after(worked: WorkedPiece, by_wale: ColumnPlaces, around: str) -> list[int]:
    marked = [_marked(row, around) for row in worked.rows]
    if not any(place is not None for place in marked):
        wale = _longest(by_wale)
        return [int(np.searchsorted(row, wale)) for row in by_wale.columns]
    first = next(at for at, place in enumerate(marked) if place is not None)
    found = [place or 0 for place in marked]
    for at in range(first + 1, len(found)):
        if marked[at] is None:
            found[at] = _carried(by_wale.columns[at], by_wale.columns[at - 1], found[at - 1])
    for at in range(first - 1, -1, -1):
        found[at] = _carried(by_wale.columns[at], by_wale.columns[at + 1], found[at + 1])
    return found


def _marked(row: WorkedRow, letter: str) -> int | None:
    """The stitch at a mark after a row, where the mark is there."""
    places = zip(_letters(row), row.after.mark_positions, strict=True)
    return next((int(place) for each, place in places if each == letter), None)


def _carried(here: Ids, there: Ids, place: int) -> int:
    """The place in one row of the wale that stands at a place of another."""
    if not len(there):
        return 0
    inside = min(place, len(there) - 1)
    return int(np.searchsorted(here, there[inside])) + place - inside


def _longest(by_wale: ColumnPlaces) -> int:
    """The wale that is worked in most rows; of several the one in their middle."""
    rows = np.zeros(max(by_wale.total, 1), dtype=np.int64)
    for row in by_wale.columns:
        rows[row] += 1
    longest = np.flatnonzero(rows == rows.max())
    return int(longest[len(longest) // 2])
