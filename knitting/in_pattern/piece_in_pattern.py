"""Rows in pattern: what every stitch of a fabric is, found row by row along the columns of the cloth.

The counts of a row in pattern do not depend on its fabric, so that they are worked first; here the stitches take
their places. Nothing else changes in a worked row.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import groupby
from typing import NamedTuple

import numpy as np

from knitting.fabric import Fabric, with_own
from knitting.in_pattern.asked import asks_for_fabric
from knitting.in_pattern.facts import UnclearGrowth
from knitting.in_pattern.new_columns import NewStitches, with_new_columns
from knitting.in_pattern.row_in_pattern import RowInPattern
from knitting.in_pattern.stitch_columns import NOTHING, Flags, Letters, StitchColumns, Whole, joined, letters_of
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.problems import Problem, in_reading_order
from knitting.rows import Side

_REMEMBERED = 24
_NEVER = 1 << 40


def worked_in_pattern(worked: WorkedPiece) -> WorkedPiece:
    """A worked piece with the stitches of its fabrics."""
    worker = PatternWorker(worked.piece.headers.fabrics, list(_parts_asked(worked.rows)))
    rows = tuple(worker.row(at, row) for at, row in enumerate(worked.rows))
    problems = [*worked.problems, *worker.problems]
    return replace(worked, rows=rows, problems=in_reading_order(problems))


def cells(worked: WorkedPiece) -> list[str]:
    """What every live stitch shows after each row, a letter each in right-side order (see ``fabric.letter``)."""
    worker = PatternWorker(worked.piece.headers.fabrics)
    found = []
    for at, row in enumerate(worked.rows):
        worker.row(at, row)
        found.append(worker.on_needle.shown)
    return found


class _FollowedParts(NamedTuple):
    """Which parts have to be followed from which row on, over rows with the same number of parts up to ``end``.

    ``first`` is by the parts' places in right-side order; close to the end all are followed, as parts come or go there
    and the rows after it look back.
    """

    end: int
    first: dict[int, int]
    looked_back: bool

    def follows(self, part: int, row: int) -> bool:
        """Whether a part has to be followed in a row."""
        looked_back = self.looked_back and row >= self.end - _REMEMBERED
        return looked_back or row >= self.first.get(part, _NEVER) - _REMEMBERED


def _parts_asked(rows: Sequence[WorkedRow]) -> Iterator[_FollowedParts]:
    known: dict[tuple[int, Side], list[int]] = {}
    end = 0
    for _, group in groupby(rows, key=lambda row: len(row.work)):
        first: dict[int, int] = {}
        for row in group:
            key = (id(row.work), row.side)
            if key not in known:
                known[key] = [at for at, part in enumerate(row.work_in_rs_order) if asks_for_fabric(part.runs)]
            for at in known[key]:
                first.setdefault(at, end)
            end += 1
        yield _FollowedParts(end, first, end < len(rows))


def near(rows: Sequence[WorkedRow], place: int, parts: int) -> Iterator[_FollowedParts]:
    """A part (its place in right-side order) and those beside it, wherever the needle has so many parts; else all."""
    end = 0
    for many, group in groupby(rows, key=lambda row: len(row.work)):
        end += sum(1 for _ in group)
        places = (place - 1, place, place + 1) if many == parts else range(many)
        yield _FollowedParts(end, dict.fromkeys(places, 0), looked_back=False)


class PatternWorker:
    """Works through the rows of a piece, keeping the columns of what is on the needle."""

    def __init__(self, own: Sequence[Fabric] = (), asked: Sequence[_FollowedParts] = ()) -> None:
        self.known = with_own(own)
        self.asked = [*reversed(asked)]
        self.on_needle = NOTHING
        self.problems: list[Problem] = []
        self.fabrics: list[Fabric | None] = [None]
        self.numbers: dict[Fabric, int] = {}
        self.widths = [1]
        self.below: deque[tuple[Needle, StitchColumns]] = deque(maxlen=_REMEMBERED)
        self.last: RowInPattern | None = None

    def row(self, at: int, row: WorkedRow) -> WorkedRow:
        """One row: its stitches, and the columns after it."""
        if self.on_needle.stitches != row.start:
            self.on_needle = StitchColumns.fresh(row.start)  # cast on anew, or come back from a holder
            self.below.clear()
        in_row = RowInPattern(self, at, row, self.on_needle)
        places = range(len(row.work))
        followed = self._followed(at)
        work = tuple(
            [
                in_row.part(part, followed is None or followed.follows(place, at))
                for part, place in zip(row.work, reversed(places) if in_row.behind else places, strict=True)
            ]
        )
        self.last = in_row
        self.on_needle = in_row.unmoved() or joined([self._grown(row, part) for part in in_row.after()])
        if self.on_needle.stitches != row.end:
            self.on_needle = StitchColumns.fresh(row.end)
        self.below.append((row.after, self.on_needle))
        return row._replace(work=work)

    def worked_in_pattern(self) -> Flags:
        """Which of the stitches that stand after the last row it worked as a fabric asks, in right-side order."""
        none: Flags = np.zeros(self.on_needle.stitches, dtype=bool)
        flags = self.last.worked_in_pattern() if self.last is not None else none
        return flags if len(flags) == len(none) else none

    def _followed(self, row: int) -> _FollowedParts | None:
        while self.asked and row >= self.asked[-1].end:
            self.asked.pop()
        return self.asked[-1] if self.asked else None

    def _grown(self, row: WorkedRow, part: Sequence[NewStitches]) -> StitchColumns:
        found, unclear = with_new_columns(part, self.widths)
        if unclear:
            said = Problem(row.span, UnclearGrowth())
            if not any((known.kind, known.where) == (said.kind, said.where) for known in self.problems):
                self.problems.append(said.in_row(row.label, row.time))
        return found

    def number_of(self, fabric: Fabric) -> int:
        """The number of a fabric among those met."""
        if fabric not in self.numbers:
            self.numbers[fabric] = len(self.fabrics)
            self.fabrics.append(fabric)
            self.widths.append(fabric.width)
        return self.numbers[fabric]

    def rows_below(self, row: WorkedRow, first: int, count: int) -> list[Letters]:
        """What the rows below show in the columns of some stitches (right-side order), the newest last.

        Rows in which the needle had other parts are not asked, but for the last one.
        """
        columns = self.on_needle.column[first : first + count]
        at = int(np.searchsorted(np.cumsum(row.before.parts), first, side="right"))
        found = []
        for needle, on_needle in reversed(self.below):
            parts = needle.parts
            if len(parts) not in (len(row.before.parts), 1):
                break
            here = at if len(parts) > 1 else 0
            part = on_needle.cut(sum(parts[:here]), sum(parts[: here + 1]))
            found.append(_above(part, columns))
        return found[::-1] or [letters_of(self.on_needle)[first : first + count]]


def _above(part: StitchColumns, columns: Whole) -> Letters:
    """What a part shows in some columns; 0 where it has none of them."""
    if not part.stitches:
        return np.zeros(len(columns), dtype=np.uint8)
    own = part.column
    inside = np.minimum(np.searchsorted(own, columns), part.stitches - 1)
    return np.where(own[inside] == columns, letters_of(part)[inside], 0).astype(np.uint8)
