"""What a fabric is: a repeat of columns and rows in right-side view, and how its stitches are worked from each side."""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import Enum
from functools import cached_property
from typing import NamedTuple

from knitting.fabric.facts import (
    CountChangesInFabric,
    EmptyFabric,
    FabricFacts,
    NotFromBehind,
    OtherWidthInFabric,
    TooLargeFabric,
)
from knitting.stitches import KNIT, PURL, STITCHES, Family, StitchKind, knitted, letter_of, mirrored, purled

MOST_COLUMNS, MOST_ROWS = 80, 120
MOST_FABRICS = 40
"""Own fabrics of one piece."""
FABRIC_NAME = re.compile(r"(?!.{49})[^\W\d_A-Z][\w\-]*(?: [\w\-]+){0,3}")
"""What an own fabric may be called: up to four words of letters, figures and hyphens."""


class Joins(Enum):
    """How new stitches come into a fabric."""

    AT_ONCE = "at once"
    """Each takes its place in the next row; of a lace, what makes up for itself and fits is worked."""
    WHOLE = "whole repeats"
    """They wait in plain stitches until a whole repeat has grown."""


class Pin(Enum):
    """Where a part's pattern is pinned when it begins: a whole repeat lies there."""

    RIGHT = "right edge"
    CENTRE = "centre"
    LEFT = "left edge"


class Rest(Enum):
    """What stitches stand in that belong to no whole repeat."""

    STOCKINETTE = "stockinette"
    REVERSE = "reverse stockinette"
    GARTER = "garter"

    def stitch(self, row: int) -> StitchKind:
        """The stitch of a row (from 0), as the right side shows it."""
        purled = self is Rest.REVERSE or (self is Rest.GARTER and row % 2 == 1)
        return PURL if purled else KNIT


class StitchUnit(NamedTuple):
    """Stitches of a row that use as many columns as they make: they are worked together or not at all."""

    first: int
    width: int
    stitches: tuple[StitchKind, ...]


@dataclass(frozen=True)
class Fabric:
    """A repeat. ``rows`` go up from the first one worked, each from its right end, as the right side is seen.

    ``pin`` and ``first`` say where it begins in a part: with a repeat at that place, shifted by ``first`` columns.
    ``rest`` is what stitches stand in that wait for a whole repeat, or that a part repeat leaves over. ``base`` is the
    fabric that it is a way of wearing, and ``mirrored`` that its columns are that one's from the
    other end; nothing where the rows are its own.
    """

    key: str
    rows: tuple[tuple[StitchKind, ...], ...]
    joins: Joins = Joins.AT_ONCE
    pin: Pin = Pin.RIGHT
    first: int = 0
    base: str = ""
    mirrored: bool = False
    rest: Rest = Rest.STOCKINETTE

    def __hash__(self) -> int:
        return self._hash

    @cached_property
    def _hash(self) -> int:
        """Told once: fabrics are looked up in every row."""
        return hash((self.key, self.rows, self.joins, self.pin, self.first, self.rest))

    def first_column(self, count: int) -> int:
        """The column of the rightmost of ``count`` stitches in which the fabric begins.

        >>> from knitting.stitches import KNIT, PURL
        >>> rib = Fabric("rib", ((KNIT, KNIT, PURL, PURL),), pin=Pin.CENTRE)
        >>> rib.first_column(4), rib.first_column(8), rib.first_column(10)
        (0, 2, 1)
        """
        rest = {Pin.RIGHT: 0, Pin.CENTRE: (count - self.width) // 2, Pin.LEFT: count}[self.pin]
        return (self.first - rest) % self.width

    @property
    def begins_where_pinned(self) -> bool:
        """Whether a place was chosen for it; else it goes on from stitches that show it already."""
        return self.pin is not Pin.RIGHT or self.first > 0

    @cached_property
    def width(self) -> int:
        """Columns of the repeat."""
        return sum(stitch.makes for stitch in self.rows[0])

    @property
    def height(self) -> int:
        """Rows of the repeat."""
        return len(self.rows)

    @cached_property
    def units(self) -> tuple[tuple[StitchUnit, ...], ...]:
        """Every row cut wherever as many columns are used as made."""
        return tuple(_units(row) for row in self.rows)

    @cached_property
    def faces(self) -> tuple[str, ...]:
        """Every row as letters, one a column: what stands there after it (see :func:`letter`)."""
        return tuple("".join(letter_of(stitch) * stitch.makes for stitch in row) for row in self.rows)

    @cached_property
    def plain(self) -> bool:
        """Whether nothing but knit and purl stitches is in it."""
        return all(stitch.family is Family.PLAIN for row in self.rows for stitch in row)


def adapted(
    base: Fabric,
    key: str,
    joins: Joins | None = None,
    pin: Pin = Pin.RIGHT,
    first: int = 0,
    mirrored_: bool = False,
    rest: Rest | None = None,
) -> Fabric:
    """A fabric joined, pinned or mirrored otherwise, under a name of its own."""
    rows = tuple(tuple(mirrored(stitch) for stitch in reversed(row)) for row in base.rows) if mirrored_ else base.rows
    return Fabric(key, rows, joins or base.joins, pin, first, base.key, mirrored_, rest or base.rest)


def _units(row: tuple[StitchKind, ...]) -> tuple[StitchUnit, ...]:
    found: list[StitchUnit] = []
    first, used, made = 0, 0, 0
    taken: list[StitchKind] = []
    for stitch in row:
        taken.append(stitch)
        used, made = used + stitch.uses, made + stitch.makes
        if used == made:
            found.append(StitchUnit(first, used, tuple(taken)))
            first, used, made, taken = first + used, 0, 0, []
    return tuple(found)


_SAME_BEHIND = frozenset({Family.YARN_OVER, Family.SLIP})


def seen_from_behind(stitch: StitchKind) -> StitchKind | None:
    """The stitch to work on the wrong side so that the right side shows this one; ``None`` where there is none.

    >>> seen_from_behind(STITCHES["k"]).key, seen_from_behind(STITCHES["ssk"]).key, seen_from_behind(STITCHES["cdd"])
    ('p', 'ssp', None)
    """
    if stitch.family in _SAME_BEHIND:
        return stitch
    if stitch.behind:
        return STITCHES[stitch.behind]
    other = purled(stitch) if stitch.purled else knitted(stitch)
    return None if other is stitch else other


def fabric_trouble(fabric: Fabric, in_round: bool = False) -> FabricFacts | None:
    """Why a fabric cannot be worked; ``None`` where it can."""
    key = fabric.key
    if not fabric.rows or not fabric.rows[0]:
        return EmptyFabric(key)
    for number, row in enumerate(fabric.rows, start=1):
        uses, makes = sum(stitch.uses for stitch in row), sum(stitch.makes for stitch in row)
        if uses != makes:
            return CountChangesInFabric(key, number, uses, makes)
        if makes != fabric.width:
            return OtherWidthInFabric(key, number, makes, fabric.width)
        behind = not in_round and number % 2 == 0
        strange = [stitch for stitch in row if behind and seen_from_behind(stitch) is None]
        if strange:
            return NotFromBehind(key, number, strange[0].said)
    if fabric.width > MOST_COLUMNS or fabric.height > MOST_ROWS:
        return TooLargeFabric(key, fabric.width, fabric.height, MOST_COLUMNS, MOST_ROWS)
    return None
