"""The grain: which column of which fabric every live stitch stands in, and what it shows.

Stitches are in right-side order. A stitch keeps its column while it lives; new ones are counted on from the stitches
that were worked in pattern, outwards to the end of the part that they grew at.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Whole = NDArray[np.int64]
Letters = NDArray[np.uint8]
Flags = NDArray[np.bool_]

NONE = 0
"""The fabric of stitches that are in none; the letter of a stitch that is not known."""
_FAR = 1 << 40
_INCREASE = ord("+")
_SHARED = 1_000
NEAR_END = 12
"""An increase no more stitches than these from an end of its part grows there."""


class Grain(NamedTuple):
    """The live stitches: their fabric's number, their column in it, the row that its first row would be, a letter."""

    fabric: Whole
    column: Whole
    since: Whole
    letter: Letters

    @classmethod
    def fresh(cls, count: int) -> Grain:
        """Stitches that were cast on."""
        zeros = np.zeros(count, dtype=np.int64)
        return cls(zeros, np.arange(count, dtype=np.int64), zeros.copy(), np.zeros(count, dtype=np.uint8))

    def turned(self) -> Grain:
        """The same read from the other end."""
        return Grain(self.fabric[::-1], self.column[::-1], self.since[::-1], self.letter[::-1])

    def cut(self, first: int, last: int) -> Grain:
        """Some neighbouring stitches."""
        return Grain(self.fabric[first:last], self.column[first:last], self.since[first:last], self.letter[first:last])

    @property
    def stitches(self) -> int:
        """How many there are."""
        return len(self.fabric)


def unknown(count: int) -> Grain:
    """Stitches of which nothing has to be known. The arrays are shared: they are only read."""
    return _unknown(-(-count // _SHARED) * _SHARED).cut(0, count)


@lru_cache(maxsize=32)
def _unknown(count: int) -> Grain:
    return Grain.fresh(count)


def joined(grains: list[Grain]) -> Grain:
    """Stretches of stitches as one."""
    if not grains:
        return Grain.fresh(0)
    if len(grains) == 1:
        return grains[0]
    fabric, column, since, letter = (np.concatenate(each) for each in zip(*(tuple(g) for g in grains), strict=True))
    return Grain(fabric, column, since, letter)


@dataclass(frozen=True)
class NewStitches:
    """Which stitches of a part are new, and which were worked in pattern; ``twins`` are pairs made of one stitch, of
    which the one nearer the grown edge is new: the places of their first ones."""

    fresh: Flags
    told: Flags
    twins: tuple[int, ...] = ()


def grown(part: Grain, new: NewStitches) -> tuple[Grain, bool]:
    """A part with columns for its new stitches, and whether one of them stands among stitches in pattern, where
    nobody can tell on which side the pattern grows."""
    fresh = new.fresh.copy()
    for first in new.twins:
        fresh[first : first + 2] = True
    if not fresh.any() and _in_order(part.column):
        return part, False
    core = _core(fresh, new.told)
    if core is None:
        return part, False
    first, last = core
    letters = part.letter.copy()
    for at in new.twins:
        outer, inner = (at, at + 1) if at < first else (at + 1, at)
        fresh[outer], fresh[inner] = True, False
        letters[outer], letters[inner] = _INCREASE, part.letter[at : at + 2].max()
    part = part._replace(letter=letters)
    return _counted_on(part, fresh, first, last), _among_told(part, fresh, new.told)


def _among_told(part: Grain, fresh: Flags, told: Flags) -> bool:
    """Whether a new stitch far from the ends of its part stands between two of one fabric."""
    for at in np.flatnonzero(fresh[NEAR_END + 1 : len(fresh) - NEAR_END - 1]) + NEAR_END + 1:
        before, after = at - 1, at + 1
        if told[before] and told[after] and part.fabric[before] == part.fabric[after]:
            return True
    return False


def _in_order(columns: Whole) -> bool:
    return bool(np.all(np.diff(columns) > 0))


def _core(fresh: Flags, told: Flags) -> tuple[int, int] | None:
    """The longest stretch without a new stitch, first and last; of those worked in pattern if there are any."""
    kept = told & ~fresh if (told & ~fresh).any() else ~fresh
    edges = np.flatnonzero(np.diff(np.concatenate([[0], kept.astype(np.int8), [0]])))
    if not len(edges):
        return None
    starts, ends = edges[::2], edges[1::2]
    longest = int(np.argmax(ends - starts))
    return int(starts[longest]), int(ends[longest]) - 1


def _counted_on(part: Grain, fresh: Flags, first: int, last: int) -> Grain:
    """Columns counted outwards from a core; a stitch that is not new keeps its own where there is room for it."""
    places = np.arange(part.stitches)
    ahead = part.column - places
    before, after = np.where(fresh, _FAR, ahead), np.where(fresh, -_FAR, ahead)
    column = part.column.copy()
    column[: first + 1] = np.minimum.accumulate(before[: first + 1][::-1])[::-1] + places[: first + 1]
    column[last:] = np.maximum.accumulate(after[last:]) + places[last:]
    fabric, since = part.fabric.copy(), part.since.copy()
    for there, from_ in ((slice(None, first), first), (slice(last + 1, None), last)):
        fabric[there] = np.where(fresh[there], part.fabric[from_], fabric[there])
        since[there] = np.where(fresh[there], part.since[from_], since[there])
    return Grain(fabric, column, since, part.letter)
