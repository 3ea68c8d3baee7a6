"""What is meant within a row: steps, and the goals that have no number until the needle gives one."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

from knitting.problems import Span
from knitting.stitches import StitchKind


@dataclass(frozen=True, slots=True)
class ToEnd:
    """Up to ``short`` stitches before the end of the row."""

    short: int = 0


@dataclass(frozen=True, slots=True)
class ToMarker:
    """Up to ``short`` stitches before the next marker on the needle, or the one of that name."""

    short: int = 0
    name: str = ""


@dataclass(frozen=True, slots=True)
class ToMarkedStitch:
    """Up to ``short`` stitches before the next marked stitch; ``centre`` if it was called so."""

    short: int = 0
    centre: bool = False


Goal: TypeAlias = ToEnd | ToMarker | ToMarkedStitch


@dataclass(frozen=True, slots=True)
class Work:
    """A kind of stitch, so many times."""

    stitch: StitchKind
    times: int
    span: Span


@dataclass(frozen=True, slots=True)
class WorkTo:
    """A kind of stitch up to a goal; ``whole`` if it was written bare, for the whole row."""

    stitch: StitchKind
    goal: Goal
    span: Span
    whole: bool = False


@dataclass(frozen=True, slots=True)
class Group:
    """Steps worked together ``times`` times, or up to a goal; ``starred`` if written with a star.

    ``unsaid`` where one time fewer could be meant: "repeat from * 4 times" may be four in all.
    """

    steps: tuple[Step, ...]
    span: Span
    times: int = 1
    goal: Goal | None = None
    starred: bool = False
    unsaid: bool = False


@dataclass(frozen=True, slots=True)
class Cluster:
    """Steps all worked into the same ``over`` stitches, none of which is let go between them."""

    steps: tuple[Work, ...]
    over: int
    span: Span

    @property
    def makes(self) -> int:
        """Stitches that stand on the right needle afterwards."""
        return sum(step.stitch.makes * step.times for step in self.steps)


@dataclass(frozen=True, slots=True)
class InFabric:
    """Stitches as a fabric asks ("in pattern", "seed"): so many, or up to a goal; ``whole`` if written bare."""

    fabric: str
    span: Span
    times: int = 0
    goal: Goal | None = None
    whole: bool = False


class Place(Enum):
    """Where a change falls that is written without its stitches: one stitch, or several spread evenly."""

    HERE = "here"
    MARKER = "each side of m"
    EVERY_MARKER = "each side of every m"
    MARKED_STITCH = "each side of marked st"
    EDGE = "at each edge"
    BEGINNING = "at the beginning of the row"
    END = "at the end of the row"
    EVENLY = "evenly across the row"


@dataclass(frozen=True, slots=True)
class Shape:
    """ "Inc 1 each side of m": which stitch it is, the headers of the piece say."""

    increase: bool
    place: Place
    span: Span
    times: int = 1


@dataclass(frozen=True, slots=True)
class Hold:
    """The next stitches (``count``, or up to ``goal``) onto a holder of that name."""

    name: str
    span: Span
    count: int = 0
    goal: Goal | None = None


@dataclass(frozen=True, slots=True)
class Return:
    """Held stitches back onto the needle, in the place that they left."""

    name: str
    span: Span


@dataclass(frozen=True, slots=True)
class Turn:
    """The row ends here; ``leaving`` says that the rest is left unworked in so many words."""

    span: Span
    leaving: bool = False


class MarkerDeed(Enum):
    """What is done with a marker on the needle."""

    PLACE = "place"
    PASS = "pass"
    REMOVE = "remove"


@dataclass(frozen=True, slots=True)
class Marker:
    """Place, pass or remove a marker on the needle; ``ahead`` stitches lie before one that is removed."""

    deed: MarkerDeed
    span: Span
    name: str = ""
    ahead: int = 0


@dataclass(frozen=True, slots=True)
class MarkStitch:
    """A locking marker into the stitch just made (``made``) or the next one."""

    made: bool
    span: Span


@dataclass(frozen=True, slots=True)
class ChangeColour:
    """Go on with another yarn."""

    colour: str
    span: Span


@dataclass(frozen=True, slots=True)
class Unread:
    """Words that could not be read: the row stops here. The reader has said why."""

    text: str
    span: Span


Step: TypeAlias = (
    Work
    | WorkTo
    | Group
    | Cluster
    | InFabric
    | Shape
    | Hold
    | Return
    | Turn
    | Marker
    | MarkStitch
    | ChangeColour
    | Unread
)
