"""Two needles with single loops on them, as both face the knitter: what stitches are made of, loop by loop.

Counts of whole rows are the business of ``knitting.needle``; here every loop has a place, a front leg and a loop that
it was drawn through, so that a step of a technique can be counted and drawn. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from enum import Enum


class Into(Enum):
    """How the right tip goes into a loop."""

    KNIT = "knit"
    PURL = "purl"
    BACK = "back"
    PURL_BACK = "purl back"

    @property
    def is_purled(self) -> bool:
        """Whether the new loop is drawn away from the knitter."""
        return self in (Into.PURL, Into.PURL_BACK)

    @property
    def through_back_leg(self) -> bool:
        """Whether it goes through the leg that lies behind the needle."""
        return self in (Into.BACK, Into.PURL_BACK)


class Origin(Enum):
    """What a loop is that is worked, or that was put on a needle."""

    STITCH = "stitch"
    BAR = "bar"
    LEG_OF_NEXT = "leg of the next stitch"
    LEG_OF_LAST = "leg of the last stitch"
    YARN_OVER = "yarn over"
    CAST_ON = "cast on"
    EDGE = "edge"


@dataclass(frozen=True, slots=True)
class Loop:
    """One loop. ``turned``: its left leg lies in front. ``through`` are those it was drawn through, from the right."""

    number: int
    origin: Origin = Origin.STITCH
    turned: bool = False
    through: tuple[Loop, ...] = ()
    into: Into | None = None
    passed: tuple[Loop, ...] = ()
    """The loops that were passed over it, the outermost last."""
    marked: bool = False
    slipped: bool = False
    """Whether it was moved to the right needle unworked."""

    @property
    def is_new(self) -> bool:
        """Whether it was made since the technique began."""
        return bool(self.through) or self.origin in (Origin.YARN_OVER, Origin.CAST_ON)

    @property
    def twists(self) -> bool:
        """Whether the loops that it was drawn through are crossed by that.

        A loop stays open if the needle goes through the leg that leads: the front one of a loop as it is knitted, the
        back one of a loop that was turned.
        """
        return bool(self.through and self.into) and self.into.through_back_leg != self.through[0].turned  # type: ignore[union-attr]

    @property
    def on_top(self) -> Loop | None:
        """Of several loops that were made one, the one that shows on the right side."""
        used = (*self.through, *self.passed)
        if len(used) < 2:
            return None
        if self.passed:
            return self.passed[-1]
        last = self.into in (Into.KNIT, Into.PURL_BACK)
        return max(used, key=lambda loop: loop.number) if last else min(used, key=lambda loop: loop.number)


@dataclass(frozen=True, slots=True)
class Tip:
    """The right tip within loops: how many of the left needle's (0: within the edge), how, the yarn round it or not."""

    count: int
    into: Into
    wrapped: bool = False


@dataclass(frozen=True, slots=True)
class Needles:
    """What hangs where. ``left`` and ``right`` begin at the tips; ``aside`` is held on a third needle."""

    left: tuple[Loop, ...]
    right: tuple[Loop, ...]
    aside: tuple[Loop, ...] = ()
    aside_in_front: bool = True
    tip: Tip | None = None
    yarn_in_front: bool = False
    purl_side: bool = False
    """Whether the purl side faces the knitter."""
    dropped: tuple[Loop, ...] = ()
    shown: Origin | None = None
    """A strand or leg that is pointed at and not lifted yet."""
    beside: int = 0
    """Loops up to this number are neighbours, worked along and not part of the technique."""
    last: int = field(default=0)
    """The highest number that a loop has."""

    @classmethod
    def begin(cls, left: int, right: int, purl_side: bool, beside: int = 0) -> Needles:
        """Plain loops on both needles: those of the left are 1, 2, … from its tip."""
        waiting = tuple(Loop(number) for number in range(1, left + 1))
        worked = tuple(Loop(left + number) for number in range(1, right + 1))
        return cls(waiting, worked, yarn_in_front=purl_side, purl_side=purl_side, beside=beside, last=left + right)

    @property
    def attached(self) -> tuple[Loop, ...]:
        """The loops that still hang on the left needle though a new one was drawn through them."""
        through = next((loop.through for loop in self.right if loop.through), ())
        return through if self.left and through[:1] == self.left[:1] else ()

    def numbered(self) -> tuple[Needles, int]:
        """The same with a number more given away, and that number."""
        return replace(self, last=self.last + 1), self.last + 1
