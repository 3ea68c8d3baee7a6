"""The growing edges of the parts: which columns stand there row by row, and when the next repeat is whole."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import accumulate, pairwise
from typing import NamedTuple, TypeAlias

import numpy as np

from knitting.fabric import Fabric, Joins
from knitting.in_pattern.piece_in_pattern import PatternWorker, near
from knitting.in_pattern.repeat_skip import skip_repeats
from knitting.in_pattern.stitch_columns import NONE, Flags, StitchColumns
from knitting.needle.lineage import count_changes
from knitting.needle.worked import FabricWork, GroupWork, Run, WorkedPiece, WorkedRow

SEEN = 26
"""Stitches of each end of a part that are kept row by row."""
_NEW = frozenset("+o")
_NEAR = 30
"""Rows before the one asked for in which every row is worked where a fabric begins: it looks no further back."""


Place: TypeAlias = tuple[int, int]
"""A fabric's number and a column of it."""


@dataclass(frozen=True, slots=True)
class EdgePart:
    """A part after a row: its fabric, the outermost columns that it has of that, and what its ends show.

    ``count`` is how many stitches are in the fabric; ``beside`` how many others lie to its right and to its left.
    ``right`` and ``left`` hold up to :data:`SEEN` letters of those ends, ``right_places`` and ``left_places`` the
    fabric (its number) and the column that they stand in, all in right-side order.
    """

    fabric: Fabric | None
    number: int
    first: int
    last: int
    count: int
    right: str
    left: str
    right_places: tuple[Place, ...]
    left_places: tuple[Place, ...]
    beside: tuple[int, int] = (0, 0)

    def end(self, right: bool) -> tuple[str, tuple[Place, ...]]:
        """What the right or the left end shows, and where its stitches stand."""
        return (self.right, self.right_places) if right else (self.left, self.left_places)

    @property
    def repeats(self) -> tuple[int, int]:
        """The first column of the first whole repeat, and how many whole ones there are."""
        if self.fabric is None or not self.count:
            return 0, 0
        width = self.fabric.width
        begin = -(-self.first // width) * width
        return begin, max((self.last + 1 - begin) // width, 0)

    @property
    def waiting(self) -> tuple[int, int]:
        """Stitches at the right and at the left end that belong to no whole repeat."""
        begin, whole = self.repeats
        if self.fabric is None:
            return 0, 0
        if not whole:
            return self.count, 0
        return begin - self.first, self.last + 1 - begin - whole * self.fabric.width

    @property
    def is_whole(self) -> bool:
        """Whether whole repeats fill it from end to end."""
        return self.fabric is not None and self.count > 0 and self.waiting == (0, 0)


class _WorkedRow(NamedTuple):
    """What stands on the needle after a row, and which of it was worked in pattern."""

    columns: StitchColumns
    told: Flags


class _RowByRow:
    """What stands on the needle row by row, worked as far as it is asked for.

    Far before the row that is asked for, the times of a repeat are leapt over.
    """

    def __init__(self, rows: Sequence[WorkedRow], context: Callable[[], PatternWorker]) -> None:
        self.rows, self.begun = rows, context
        self._begin()

    def _begin(self) -> None:
        self.context = self.begun()
        self.woven: dict[int, _WorkedRow] = {}
        self.several: dict[int, StitchColumns] = {}
        self.upto = 0

    def after(self, row: int) -> _WorkedRow:
        """What stands after a row (from 0)."""
        if row in self.woven:
            return self.woven[row]
        if row < self.upto:
            self._begin()  # it was leapt over
        near = 2 if row - self.upto > 2 and not self._begins_a_fabric(row) else _NEAR
        while self.upto <= row:
            self.context.row(self.upto, self.rows[self.upto])
            self.woven[self.upto] = _WorkedRow(self.context.on_needle, self.context.worked_in_pattern())
            self.several[self.upto] = self.context.on_needle
            found = skip_repeats(self.rows, self.several, self.upto, row - near)
            if found is not None:
                self.context.on_needle, self.upto = found.columns, found.row
                self.several = {found.row: found.columns}
            self.upto += 1
        return self.woven[row]

    def _begins_a_fabric(self, row: int) -> bool:
        """Whether in the last rows up to one a part is worked in another fabric than in those before them."""
        half = _NEAR // 2
        before, now = (self._worn(row - back) for back in (half, 0))
        return before != now

    def _worn(self, row: int) -> set[tuple[int, str]]:
        rows = self.rows[max(row - _NEAR // 2 + 1, 0) : row + 1]
        works = {id(here.work): here.work_in_rs_order for here in rows}.values()
        return {(place, fabric) for work in works for place, part in enumerate(work) for fabric in _fabrics(part.runs)}


def _fabrics(runs: Sequence[Run]) -> Iterator[str]:
    for run in runs:
        if isinstance(run.work, FabricWork):
            yield run.work.fabric
        elif isinstance(run.work, GroupWork):
            yield from _fabrics(run.work.runs)


class GrowingEdges:
    """Every part after every row, told as far as it is asked for; parts in right-side order.

    Only the parts that are asked for are followed, as all of them take many times as long. ``worked`` is a piece that
    is :func:`~knitting.working.piece_worker.counted`.
    """

    def __init__(self, worked: WorkedPiece) -> None:
        self.rows = worked.rows
        self._own = worked.piece.headers.fabrics
        self._courses: dict[tuple[int, int], _RowByRow] = {}
        self._known: dict[tuple[int, int], EdgePart] = {}

    def parts(self, row: int) -> tuple[EdgePart, ...]:
        """The parts after a row (from 0); none where there is no such row."""
        found = (self.part(row, part) for part in range(self.wide(row)))
        return tuple(stretch for stretch in found if stretch is not None)

    def wide(self, row: int) -> int:
        """How many parts there are after a row (from 0); none where there is no such row."""
        return len(_between_marks(self.rows[row])) if 0 <= row < len(self.rows) else 0

    def part(self, row: int, part: int) -> EdgePart | None:
        """A part after a row (from 0), if there is such a row and it has that part."""
        if part >= self.wide(row):
            return None
        if (row, part) not in self._known:
            self._known[row, part] = self._told(row, part)
        return self._known[row, part]

    def _told(self, row: int, part: int) -> EdgePart:
        place, start, end = _between_marks(self.rows[row])[part]
        key = (len(self.rows[row].work), place)
        if key not in self._courses:
            self._courses[key] = _RowByRow(
                self.rows, lambda: PatternWorker(self._own, list(near(self.rows, place, key[0])))
            )
        course = self._courses[key]
        woven = course.after(row)
        return _stretch(woven.columns.cut(start, end), woven.told[start:end], course.context.fabrics)

    def growing(self, row: int, rows: int) -> list[tuple[int, bool, bool]]:
        """The ends that grew in the last ``rows`` rows up to one (from 0), in right-side order: the part, whether it is
        its right end, and whether the part is worked in pattern there."""
        found: dict[tuple[int, bool], bool] = {}
        for at in range(max(row - rows + 1, 0), row + 1):
            here = self.rows[at]
            for part, right, change in self.changes(at) if self.wide(at) == self.wide(row) else ():
                if change > 0:
                    place = _between_marks(here)[part][0]
                    in_pattern = any(_fabrics(here.work_in_rs_order[place].runs))
                    found[part, right] = found.get((part, right), False) or in_pattern
        return sorted((part, right, asked) for (part, right), asked in found.items())

    def changes(self, row: int) -> Iterator[tuple[int, bool, int]]:
        """What each part gains or loses in a row (from 0), and whether nearer to its right end."""
        here = self.rows[row]
        parts = {place: (part, start, end) for part, (place, start, end) in enumerate(_between_marks(here))}
        for event in count_changes(here):
            if event.part in parts:
                part, start, end = parts[event.part]
                yield part, event.new - start <= end - event.new, event.change


def _between_marks(row: WorkedRow) -> tuple[tuple[int, int, int], ...]:
    """The parts after a row but for marked stitches: their place among all, and where they begin and end."""
    ends = [0, *accumulate(row.parts)]
    return tuple((place, *each) for place, each in enumerate(pairwise(ends)) if not _is_mark(row, place))


def _is_mark(row: WorkedRow, place: int) -> bool:
    """Whether one of a row's parts after it is a marked stitch."""
    at = 0
    for mark in row.after.marks:
        at += 1  # the part before it
        if mark.in_stitch:
            if place == at:
                return True
            at += 1
    return False


def _stretch(part: StitchColumns, told: Flags, fabrics: Sequence[Fabric | None]) -> EdgePart:
    count = part.stitches
    letters, fabric, column = part.shown, part.fabric, part.column
    right, left = slice(None, SEEN), slice(max(count - SEEN, 0), None)
    at_right, at_left = (tuple(zip(fabric[e].tolist(), column[e].tolist(), strict=True)) for e in (right, left))
    seen = letters[right], letters[left], at_right, at_left
    inside = fabric[told & (fabric != NONE)]
    if not len(inside):
        return EdgePart(None, NONE, 0, count - 1, count, *seen)
    number = int(np.bincount(inside).argmax())
    own = np.flatnonzero(told & (fabric == number))
    begin, end = int(own[0]), int(own[-1])
    # What was made beside it in this row is in it from the next one on.
    while begin and letters[begin - 1] in _NEW and fabric[begin - 1] == number:
        begin -= 1
    while end + 1 < count and letters[end + 1] in _NEW and fabric[end + 1] == number:
        end += 1
    first, last = int(column[begin]), int(column[end])
    return EdgePart(fabrics[number], number, first, last, last + 1 - first, *seen, (begin, count - 1 - end))


@dataclass(frozen=True, slots=True)
class EdgeCell:
    """A stitch near an edge: what it shows, whether the row made it, whether it waits for a whole repeat, and what it
    becomes in the next row (nothing for an old one)."""

    letter: str
    new: bool = False
    waits: bool = False
    becomes: str = ""
    begins_repeat: bool = False


@dataclass(frozen=True, slots=True)
class EdgeRow:
    """A row of a close-up; ``cells`` in right-side order, the outermost at the edge that is looked at."""

    number: int
    right_side: bool
    cells: tuple[EdgeCell, ...]


def close_up(found: GrowingEdges, part: int, right: bool, row: int, rows: int = 10, across: int = 16) -> list[EdgeRow]:
    """The last rows up to one (from 0) at the right or left end of a part, ``across`` stitches of it."""
    seen = []
    for at in range(max(row - rows + 1, 0), row + 1):
        before, here, later = (found.part(each, part) for each in (at - 1, at, at + 1))
        if here is None:
            continue
        cells = _cells(here, before, later, right)
        seen.append(EdgeRow(at + 1, found.rows[at].side.value == "RS", cells[:across] if right else cells[-across:]))
    return seen


def _cells(here: EdgePart, before: EdgePart | None, later: EdgePart | None, right: bool) -> tuple[EdgeCell, ...]:
    letters, places = here.end(right)
    known = set(before.end(right)[1]) if before is not None else set()
    then = dict(zip(*later.end(right)[::-1], strict=True)) if later is not None else {}
    begin, whole = here.repeats
    width = here.fabric.width if here.fabric is not None else 1
    waits = here.fabric is not None and here.fabric.joins is Joins.WHOLE
    found = []
    for letter, (number, column) in zip(letters, places, strict=True):
        own = number == here.number and here.fabric is not None and here.first <= column <= here.last
        inside = own and begin <= column < begin + whole * width
        new = letter in _NEW and (number, column) not in known
        becomes = then.get((number, column), "") if new else ""
        starts = width > 1 and inside and (column - begin) % width == 0
        found.append(EdgeCell(letter, new, waits and own and not inside, becomes, starts))
    return tuple(found)
