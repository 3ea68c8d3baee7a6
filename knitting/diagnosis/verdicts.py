"""Whether counts that are off matter, and why counts are none of a piece: kinds with their facts."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.rows import Side


class Matters(Enum):
    """Whether a difference matters at all."""

    RIGHT = "right"
    OTHERWISE_SEEN = "right, but otherwise seen"
    MARK_MOVED = "a mark stands elsewhere"
    ONE_STITCH = "one stitch"
    FEW_STITCHES = "a few stitches"
    MANY_STITCHES = "many stitches"


@dataclass(frozen=True, slots=True)
class WhatDiffers:
    """What is other than it should be though the counts are right: the side that faces, the colours that are and should
    be, the face that most of the row shows."""

    facing: Side | None = None
    colours: tuple[str, str] | None = None
    shows: str = ""

    def __bool__(self) -> bool:
        return bool(self.facing or self.colours or self.shows)


@dataclass(frozen=True, slots=True)
class Verdict:
    """How much it matters: by how many ``stitches`` the sum is off, or what differs beside the counts."""

    matters: Matters
    stitches: int = 0
    differs: WhatDiffers = WhatDiffers()

    @property
    def is_right(self) -> bool:
        """Whether all is as it should be."""
        return self.matters is Matters.RIGHT


class NoSuch(Enum):
    """Why counts are none of a piece."""

    ROW = "no such row"
    COUNT = "no such count"
    PARTS = "another number of parts"


class WrongCounts(ValueError):
    """Counts that are none of this piece: of which row, how many were given, and the parts that there are."""

    def __init__(self, why: NoSuch, row: int = 0, rows: int = 0, given: int = 0, parts: tuple[int, ...] = ()) -> None:
        super().__init__(why.value)
        self.why, self.row, self.rows, self.given, self.parts = why, row, rows, given, parts
