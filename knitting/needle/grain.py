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
_INCREASE = ord("+")
_SHARED = 1_000
NEAR_END = 12
"""An increase no more stitches than these from an end of its part grows there."""


class Grain(NamedTuple):
    """The live stitches. ``places`` has three rows: their fabric's number, their column in it, and the row that its
    first row would be; ``letter`` is what they show. The arrays may be shared: they are only read."""

    places: Whole
    letter: Letters

    @classmethod
    def fresh(cls, count: int) -> Grain:
        """Stitches that were cast on."""
        places = np.zeros((3, count), dtype=np.int64)
        places[1] = np.arange(count)
        return cls(places, np.zeros(count, dtype=np.uint8))

    @classmethod
    def in_one(cls, fabric: int, column: Whole, since: int, letter: Letters) -> Grain:
        """Stitches of one fabric."""
        places = np.empty((3, len(column)), dtype=np.int64)
        places[0], places[1], places[2] = fabric, column, since
        return cls(places, letter)

    @property
    def fabric(self) -> Whole:
        """The number of every stitch's fabric."""
        found: Whole = self.places[0]
        return found

    @property
    def column(self) -> Whole:
        """Every stitch's column."""
        found: Whole = self.places[1]
        return found

    @property
    def since(self) -> Whole:
        """The row (from 0) that the first row of every stitch's fabric is, or would be."""
        found: Whole = self.places[2]
        return found

    def turned(self) -> Grain:
        """The same read from the other end."""
        return Grain(self.places[:, ::-1], self.letter[::-1])

    def cut(self, first: int, last: int) -> Grain:
        """Some neighbouring stitches."""
        return Grain(self.places[:, first:last], self.letter[first:last])

    def showing(self, letter: Letters) -> Grain:
        """The same stitches with other letters."""
        return Grain(self.places, letter)

    @property
    def stitches(self) -> int:
        """How many there are."""
        return len(self.letter)


def unknown(count: int) -> Grain:
    """Stitches of which nothing has to be known. The arrays are shared: they are only read."""
    return _unknown(-(-count // _SHARED) * _SHARED).cut(0, count)


@lru_cache(maxsize=32)
def _unknown(count: int) -> Grain:
    return Grain.fresh(count)


@lru_cache(maxsize=1024)
def letters(letter: bytes, count: int) -> Letters:
    """The same letter over and over. The array is shared: it is only read."""
    return np.full(count, letter[0], dtype=np.uint8)


def joined(grains: list[Grain]) -> Grain:
    """Stretches of stitches as one."""
    if not grains:
        return Grain.fresh(0)
    if len(grains) == 1:
        return grains[0]
    return Grain(np.concatenate([g.places for g in grains], axis=1), np.concatenate([g.letter for g in grains]))


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
    shown = part.letter.copy()
    for at in new.twins:
        outer, inner = (at, at + 1) if at < first else (at + 1, at)
        fresh[outer], fresh[inner] = True, False
        shown[outer], shown[inner] = _INCREASE, part.letter[at : at + 2].max()
    return _counted_on(part.showing(shown), fresh, first, last), _among_told(part, fresh, new.told)


def _among_told(part: Grain, fresh: Flags, told: Flags) -> bool:
    """Whether a new stitch far from the ends of its part stands between two of one fabric."""
    for at in np.flatnonzero(fresh[NEAR_END + 1 : len(fresh) - NEAR_END - 1]) + NEAR_END + 1:
        before, after = at - 1, at + 1
        if told[before] and told[after] and part.fabric[before] == part.fabric[after]:
            return True
    return False


def _in_order(columns: Whole) -> bool:
    return bool((columns[1:] > columns[:-1]).all())


def _core(fresh: Flags, told: Flags) -> tuple[int, int] | None:
    """The longest stretch without a new stitch, first and last; of those worked in pattern if there are any."""
    old = ~fresh
    kept = told & old
    if not kept.any():
        kept = old
    edges = np.zeros(len(kept) + 2, dtype=np.bool_)
    edges[1:-1] = kept
    changes = (edges[1:] != edges[:-1]).nonzero()[0]
    if not len(changes):
        return None
    starts, ends = changes[::2], changes[1::2]
    longest = int((ends - starts).argmax())
    return int(starts[longest]), int(ends[longest]) - 1


def _counted_on(part: Grain, fresh: Flags, first: int, last: int) -> Grain:
    """Columns counted outwards from a core; a stitch that is not new keeps its own where there is room for it."""
    places = part.places.copy()
    outwards = (range(first - 1, -1, -1), 1), (range(last + 1, part.stitches), -1)
    for (beside, step), core in zip(outwards, (first, last), strict=True):
        if not len(beside):
            continue
        columns, new = part.column.tolist(), fresh.tolist()
        for at in beside:
            room = columns[at + step] - step
            columns[at] = room if new[at] else (min if step > 0 else max)(columns[at], room)
        there = slice(beside[-1], first) if step > 0 else slice(last + 1, None)
        places[1, there] = columns[there]
        places[::2, there] = np.where(fresh[there], part.places[::2, core : core + 1], places[::2, there])
    return Grain(places, part.letter)
