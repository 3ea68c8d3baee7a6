"""The growing edges of the parts: which columns stand there row by row, and when the next repeat is whole."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate, pairwise
from typing import NamedTuple, TypeAlias

import numpy as np

from knitting.fabric import Fabric, Joins
from knitting.needle.grain import NONE, Flags, Grain
from knitting.needle.patterned import Weaver
from knitting.needle.worked import WorkedPiece, WorkedRow

SEEN = 26
"""Stitches of each end of a part that are kept row by row."""
_NEW = frozenset("+o")
_AHEAD = 60
"""Rows that are looked ahead for the next repeat."""


Place: TypeAlias = tuple[int, int]
"""A fabric's number and a column of it."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """A part after a row: its fabric, the outermost columns that it has of that, and what its ends show.

    ``count`` is how many stitches are in the fabric. ``right`` and ``left`` hold up to :data:`SEEN` letters of those
    ends, ``right_places`` and ``left_places`` the fabric (its number) and the column that they stand in, all in
    right-side order.
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


@dataclass(frozen=True, slots=True)
class NextRepeat:
    """The row (from 1) after which a part holds one whole repeat more, and the end at which it grew."""

    row: int
    right: bool


class _Woven(NamedTuple):
    """What stands on the needle after a row, which of it was worked in pattern, and where its parts lie."""

    grain: Grain
    told: Flags
    parts: tuple[tuple[int, int], ...]


class Edges:
    """Every part after every row, told as far as it is asked for; parts in right-side order.

    ``worked`` is a piece that is :func:`~knitting.needle.piece_worker.counted`.
    """

    def __init__(self, worked: WorkedPiece) -> None:
        self.rows = worked.rows
        self._weaver = Weaver(worked.piece.headers.fabrics)
        self._woven: list[_Woven] = []
        self._known: dict[tuple[int, int], Stretch] = {}

    def parts(self, row: int) -> tuple[Stretch, ...]:
        """The parts after a row (from 0); none where there is no such row."""
        return tuple(self._stretch(row, part) for part in range(self.wide(row)))

    def wide(self, row: int) -> int:
        """How many parts there are after a row (from 0); none where there is no such row."""
        return len(self._after(row).parts) if 0 <= row < len(self.rows) else 0

    def part(self, row: int, part: int) -> Stretch | None:
        """A part after a row (from 0), if there is such a row and it has that part."""
        return self._stretch(row, part) if part < self.wide(row) else None

    def _after(self, row: int) -> _Woven:
        while len(self._woven) <= row:
            at = len(self._woven)
            self._weaver.row(at, self.rows[at])
            told = self._weaver.worked_in_pattern()
            self._woven.append(_Woven(self._weaver.grain, told, _between_marks(self.rows[at])))
        return self._woven[row]

    def _stretch(self, row: int, part: int) -> Stretch:
        if (row, part) not in self._known:
            grain, told, parts = self._after(row)
            start, end = parts[part]
            self._known[row, part] = _stretch(grain.cut(start, end), told[start:end], self._weaver.fabrics)
        return self._known[row, part]

    def next_repeat(self, row: int, part: int) -> NextRepeat | None:
        """When the next repeat of a part is whole after a row (from 0), while the needle has the same parts."""
        here = self.part(row, part)
        if here is None or here.fabric is None or here.fabric.width == 1:
            return None
        whole = here.repeats[1]
        for later in self._ahead(row + 1):
            there = self.part(later, part) if self.wide(later) == self.wide(row) else None
            if there is None or there.fabric is None or there.fabric.key != here.fabric.key:
                return None
            if there.repeats[1] > whole:
                begin = here.repeats[0] if whole else there.repeats[0] + 1
                return NextRepeat(later + 1, there.repeats[0] < begin)
        return None

    def whole_at(self, part: int, since: int = 0, ahead: int = _AHEAD) -> int | None:
        """The first row (from 1) after which whole repeats fill a part from end to end; ``None`` if none of those does
        that are looked at."""
        for at in self._ahead(since, ahead):
            stretch = self.part(at, part)
            if stretch is not None and stretch.is_whole:
                return at + 1
        return None

    def _ahead(self, row: int, ahead: int = _AHEAD) -> range:
        return range(row, min(row + ahead, len(self.rows)))


def _between_marks(row: WorkedRow) -> tuple[tuple[int, int], ...]:
    """Where the parts after a row begin and end, but for marked stitches."""
    ends = [0, *accumulate(row.parts)]
    return tuple(each for place, each in enumerate(pairwise(ends)) if not _is_mark(row, place))


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


def _stretch(part: Grain, told: Flags, fabrics: Sequence[Fabric | None]) -> Stretch:
    count = part.stitches
    letters = bytes(np.where(part.letter == NONE, ord("k"), part.letter)).decode()
    right, left = slice(None, SEEN), slice(max(count - SEEN, 0), None)
    seen = letters[right], letters[left], _places(part, right), _places(part, left)
    inside = part.fabric[told & (part.fabric != NONE)]
    if not len(inside):
        return Stretch(None, NONE, 0, count - 1, count, *seen)
    number = int(np.bincount(inside).argmax())
    own = np.flatnonzero(told & (part.fabric == number))
    begin, end = int(own[0]), int(own[-1])
    # What was made beside it in this row is in it from the next one on.
    while begin and letters[begin - 1] in _NEW and part.fabric[begin - 1] == number:
        begin -= 1
    while end + 1 < count and letters[end + 1] in _NEW and part.fabric[end + 1] == number:
        end += 1
    first, last = int(part.column[begin]), int(part.column[end])
    return Stretch(fabrics[number], number, first, last, last + 1 - first, *seen)


def _places(part: Grain, ends: slice) -> tuple[Place, ...]:
    return tuple(zip(part.fabric[ends].tolist(), part.column[ends].tolist(), strict=True))


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


def close_up(found: Edges, part: int, right: bool, row: int, rows: int = 10, across: int = 16) -> list[EdgeRow]:
    """The last rows up to one (from 0) at the right or left end of a part, ``across`` stitches of it."""
    seen = []
    for at in range(max(row - rows + 1, 0), row + 1):
        before, here, later = (found.part(each, part) for each in (at - 1, at, at + 1))
        if here is None:
            continue
        cells = _cells(here, before, later, right)
        seen.append(EdgeRow(at + 1, found.rows[at].side.value == "RS", cells[:across] if right else cells[-across:]))
    return seen


def _cells(here: Stretch, before: Stretch | None, later: Stretch | None, right: bool) -> tuple[EdgeCell, ...]:
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
