"""The kinds of events at the needles: one class a kind, with its fields and their bounds.

All else follows from these classes: what is read from a device, what a form sends, what the page does with it.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime
from enum import Enum
from types import MappingProxyType
from typing import Annotated, ClassVar
from uuid import UUID

from knitting.coding import AtMost, Bounds, Text

MOST_ROWS = 1_000_000
MOST_COPIES = 3_600
LONGEST_NOTE = 2_000
LONGEST_COLOUR = 40
_LONGEST_REASON = 200
_MOST_STITCHES = 99_999
_MOST_PARTS = 2_000

Row = Annotated[int, Bounds(0, MOST_ROWS)]
Ids = Annotated[tuple[UUID, ...], AtMost(5_000)]
Counts = Annotated[tuple[Annotated[int, Bounds(0, _MOST_STITCHES, "a count")], ...], AtMost(_MOST_PARTS, some=True)]
BEFORE_ALL = datetime.min.replace(tzinfo=UTC)


class OnScale(Enum):
    """What lay on a scale."""

    LEFT = "left"
    BALL = "ball"
    PIECE = "piece"


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """Something that happened at the needles. Its id is made by the device that saw it.

    ``row`` is the row that it speaks of, counted from 1; 0 before the first. ``revision`` is the one that the page
    showed, 0 where it is not known. ``epoch`` tells how often the device had seen rows being taken back. The events
    of ``takes_back`` no longer count, and those of ``settles`` are no longer asked about.
    """

    kind: ClassVar[str]
    lowers: ClassVar[bool] = False
    """Whether it may lead to an earlier row."""
    least_row: ClassVar[int] = 0

    id: UUID
    row: Row
    copy: Annotated[int, Bounds(1, MOST_COPIES)] = 1
    revision: Annotated[int, Bounds(0, MOST_ROWS)] = 0
    happened_at: datetime = BEFORE_ALL
    device: UUID | None = None
    epoch: Annotated[int, Bounds(0, MOST_ROWS)] = 0
    takes_back: Ids = ()
    settles: Ids = ()
    reason: Annotated[str, Text(_LONGEST_REASON)] = ""

    @property
    def lowers_to(self) -> int:
        """The row after which the piece stands at the most, where it lowers."""
        return self.row


@dataclass(frozen=True, slots=True, kw_only=True)
class RowWorked(Event):
    """A row was worked."""

    kind: ClassVar[str] = "row"
    least_row: ClassVar[int] = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class PartWorked(Event):
    """So many parts of a row were worked."""

    kind: ClassVar[str] = "part"
    least_row: ClassVar[int] = 1
    part: Annotated[int, Bounds(0, _MOST_PARTS)] = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class TakenBack(Event):
    """A worked row, or another event, was taken back."""

    kind: ClassVar[str] = "back"
    lowers: ClassVar[bool] = True
    least_row: ClassVar[int] = 1

    @property
    def lowers_to(self) -> int:
        """The row before the one that is taken back."""
        return self.row - 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Undone(Event):
    """Something beside the rows, such as a weighing, was a mistake: it no longer counts, and no row is taken back."""

    kind: ClassVar[str] = "undone"


@dataclass(frozen=True, slots=True, kw_only=True)
class RippedBack(Event):
    """Rows were ripped back; ``row`` is the last that is left."""

    kind: ClassVar[str] = "ripped"
    lowers: ClassVar[bool] = True


@dataclass(frozen=True, slots=True, kw_only=True)
class WentOnFrom(Event):
    """Work goes on after another row than the log says."""

    kind: ClassVar[str] = "jump"
    lowers: ClassVar[bool] = True


@dataclass(frozen=True, slots=True, kw_only=True)
class Counted(Event):
    """The stitches of the parts were counted."""

    kind: ClassVar[str] = "count"
    counts: Counts = ()


@dataclass(frozen=True, slots=True)
class CountDifference:
    """What really stands on the needle after a row (from 1, 0 for the cast-on): the counts between marks."""

    row: Row
    counts: Counts


@dataclass(frozen=True, slots=True, kw_only=True)
class WentOn(Event):
    """Work goes on with counts that are other than written."""

    kind: ClassVar[str] = "mended"
    differences: Annotated[tuple[CountDifference, ...], AtMost(20)] = ()
    says: Annotated[str, Text(LONGEST_NOTE)] = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured(Event):
    """Stitches and rows to 10 cm, measured on the piece."""

    kind: ClassVar[str] = "measured"
    stitches: Annotated[float, Bounds(1, 200, "stitches to 10 cm")]
    rows: Annotated[float, Bounds(1, 200, "rows to 10 cm")]


@dataclass(frozen=True, slots=True, kw_only=True)
class NeedleChanged(Event):
    """Another needle was taken."""

    kind: ClassVar[str] = "needle"
    size_mm: Annotated[float, Bounds(0.5, 50, "size in millimetres")]
    length_cm: Annotated[float, Bounds(5, 400, "length in centimetres")]


@dataclass(frozen=True, slots=True, kw_only=True)
class Weighed(Event):
    """Yarn, or the piece, lay on a scale: so many grams, of which ``tare`` are not it (a bowl, the needles).

    ``colour`` is empty where the piece has one colour alone.
    """

    kind: ClassVar[str] = "weighed"
    grams: Annotated[float, Bounds(0, 100_000, "weight in grams")]
    colour: Annotated[str, Text(LONGEST_COLOUR)] = ""
    of: OnScale = OnScale.LEFT
    tare: Annotated[float, Bounds(0, 100_000, "tare in grams")] = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class BallJoined(Event):
    """A new ball of a colour was joined after a row; ``grams`` where it was weighed."""

    kind: ClassVar[str] = "ball"
    colour: Annotated[str, Text(LONGEST_COLOUR)] = ""
    grams: Annotated[float, Bounds(0, 100_000, "weight in grams")] = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Ticked(Event):
    """Something of the finishing was done: which, by its key in the list."""

    kind: ClassVar[str] = "ticked"
    what: Annotated[str, Text(LONGEST_COLOUR)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Noted(Event):
    """Something was noted at a row."""

    kind: ClassVar[str] = "note"
    text: Annotated[str, Text(LONGEST_NOTE)] = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Paused(Event):
    """The work was put down."""

    kind: ClassVar[str] = "pause"


KINDS = MappingProxyType(
    {
        each.kind: each
        for each in (
            RowWorked,
            PartWorked,
            TakenBack,
            Undone,
            RippedBack,
            WentOnFrom,
            Counted,
            WentOn,
            Measured,
            NeedleChanged,
            Weighed,
            BallJoined,
            Ticked,
            Noted,
            Paused,
        )
    }
)
"""Every kind of event by the name under which it is sent and kept."""
