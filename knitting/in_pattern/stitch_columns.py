"""Which column of which fabric every live stitch stands in, and what it shows.

A stitch keeps its column while it lives. Neighbours stand in columns that follow one another nearly everywhere, so
that a row of a thousand stitches is a handful of stretches. All is in right-side order.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Whole = NDArray[np.int64]
Letters = NDArray[np.uint8]
Flags = NDArray[np.bool_]

NONE = 0
"""The fabric of stitches that are in none; the letter of a stitch that is not known."""


class ColumnRun(NamedTuple):
    """Neighbouring stitches in columns of one fabric that follow one another.

    ``width`` is how many, ``fabric`` the fabric's number, ``first`` the column of the rightmost stitch, and ``since``
    the row (from 0) that the fabric's first row is, or would be.
    """

    width: int
    fabric: int
    first: int
    since: int

    @property
    def last(self) -> int:
        """The column of the leftmost stitch."""
        return self.first + self.width - 1


class StitchColumns(NamedTuple):
    """The live stitches: the columns that they stand in, and a letter each for what they show."""

    wales: tuple[ColumnRun, ...]
    letters: bytes

    @classmethod
    def fresh(cls, count: int, letter: bytes = b"\0") -> StitchColumns:
        """Stitches that were cast on."""
        return cls((ColumnRun(count, NONE, 0, 0),), letter * count) if count else NOTHING

    @property
    def stitches(self) -> int:
        """How many there are."""
        return len(self.letters)

    @property
    def shown(self) -> str:
        """What every stitch shows; one that is not known is taken for a knit."""
        return self.letters.replace(b"\0", b"k").decode()

    @property
    def fabric(self) -> Whole:
        """The number of every stitch's fabric."""
        widths = [wales.width for wales in self.wales]
        return np.repeat(np.array([wales.fabric for wales in self.wales], dtype=np.int64), widths)

    @property
    def column(self) -> Whole:
        """Every stitch's column."""
        widths = [wales.width for wales in self.wales]
        begins = np.cumsum([0, *widths])[:-1]
        shifts = np.array([wales.first for wales in self.wales], dtype=np.int64) - begins
        return np.repeat(shifts, widths) + np.arange(len(self.letters))

    def cut(self, first: int, last: int) -> StitchColumns:
        """Some neighbouring stitches."""
        found, begin = [], 0
        for wales in self.wales:
            end = begin + wales.width
            low, high = max(first, begin), min(last, end)
            if low < high:
                found.append(ColumnRun(high - low, wales.fabric, wales.first + low - begin, wales.since))
            begin = end
        return StitchColumns(tuple(found), self.letters[first:last])

    def showing(self, letters: bytes) -> StitchColumns:
        """The same stitches with other letters, one for each."""
        return StitchColumns(self.wales, letters)


NOTHING = StitchColumns((), b"")


def joined(several: Sequence[StitchColumns]) -> StitchColumns:
    """Stretches of stitches as one."""
    if len(several) == 1:
        return several[0]
    wales = laid_on([each for columns in several for each in columns.wales])
    return StitchColumns(wales, b"".join([columns.letters for columns in several]))


def laid_on(wales: Iterable[ColumnRun]) -> tuple[ColumnRun, ...]:
    """Stretches one after the other, as few as there can be."""
    found: list[ColumnRun] = []
    width, fabric, first, since = 0, -1, 0, 0  # none that there is
    for each in wales:
        if first + width == each.first and fabric == each.fabric and since == each.since:
            width += each.width
            found[-1] = ColumnRun(width, fabric, first, since)
        else:
            width, fabric, first, since = each
            found.append(each)
    return tuple(found)


def letters_of(columns: StitchColumns) -> Letters:
    """What every stitch shows, as numbers; 0 where it is not known."""
    return np.frombuffer(columns.letters, dtype=np.uint8)


class LeftNeedle:
    """The old stitches of a row, taken one after the other in working order: how many are ``left``, how many
    ``past``."""

    def __init__(self, old: StitchColumns, behind: bool) -> None:
        self._letters, self._behind = old.letters, behind
        self._waiting = [*old.wales] if behind else [*reversed(old.wales)]
        self.left = old.stitches
        self.past = 0

    def take(self, count: int, shown: bytes = b"") -> StitchColumns:
        """The next stitches, as many of them as there are; each shows the letter ``shown``, or what it did."""
        count = min(count, self.left)
        if not count:
            return NOTHING
        at = self.left - count if self._behind else self.past
        self.left -= count
        self.past += count
        letters = shown * count or self._letters[at : at + count]
        taken: list[ColumnRun] = []
        while count:
            wales = self._waiting.pop()
            if wales.width > count:
                near, far = _parted(wales, wales.width - count if self._behind else count)
                wales, rest = (far, near) if self._behind else (near, far)
                self._waiting.append(rest)
            taken.append(wales)
            count -= wales.width
        return StitchColumns(tuple(taken[::-1] if self._behind else taken), letters)


def _parted(wales: ColumnRun, at: int) -> tuple[ColumnRun, ColumnRun]:
    width, fabric, first, since = wales
    return ColumnRun(at, fabric, first, since), ColumnRun(width - at, fabric, first + at, since)
