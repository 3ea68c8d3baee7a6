"""What does not come out in the course of a plan, as facts."""

from __future__ import annotations

from typing import ClassVar

from knitting.problems import Facts, ProblemKind
from knitting.statements import dataclass_when_made


@dataclass_when_made
class WrongSideStart(Facts):
    """A stage whose first row is a wrong-side one."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_SIDE
    stage: str


@dataclass_when_made
class NoLineToTakeOff(Facts):
    """A line to be taken off that is not there."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    stage: str


@dataclass_when_made
class HangingMarker(Facts):
    """A marker with no stitch to its left as a stage begins."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    stage: str


@dataclass_when_made
class NoPartToDivide(Facts):
    """A new line in a part that is not there."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    part: str
    line: str


@dataclass_when_made
class NamesTaken(Facts):
    """A new line or part whose name another one has."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    part: str


@dataclass_when_made
class NoMiddle(Facts):
    """A part whose count gives a new line no place in its middle."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    part: str
    count: int
    stage: str
    line: str
    odd_wanted: bool


@dataclass_when_made
class LineBeyondPart(Facts):
    """A new line further on than its part goes."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    after: int
    count: int
    part: str


@dataclass_when_made
class NoLineInSetup(Facts):
    """A set-up row's shaping at a line that is not there."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    stage: str


@dataclass_when_made
class NoWorkInSetup(Facts):
    """A set-up row's shaping of a kind that cannot be worked where it stands."""

    kind: ClassVar[ProblemKind] = ProblemKind.UNKNOWN_STITCH
    work: str
    stage: str


@dataclass_when_made
class RestsInSetup(Facts):
    """A set-up row's shaping of stitches that rest on a holder."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    work: str
    stage: str
    part: str


@dataclass_when_made
class NotAcrossInSetup(Facts):
    """A set-up row's shaping across a line that has not one stitch."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    work: str
    stage: str


@dataclass_when_made
class WrittenRowUnfit(Facts):
    """A row that stays as it is written, on so many stitches that it does not come out."""

    kind: ClassVar[ProblemKind] = ProblemKind.STITCHES_LEFT_OVER
    stage: str
    row: int
    count: int


@dataclass_when_made
class CrossedInSetup(Facts):
    """Two shapings of a set-up row across one line."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    stage: str


@dataclass_when_made
class NotHeld(Facts):
    """A part wanted back that rests on no holder."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    part: str
    stage: str


@dataclass_when_made
class NotLastOfRow(Facts):
    """A part to be held that is not the last of its row."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    part: str


@dataclass_when_made
class NotANewPart(Facts):
    """A part to be cast on with a name that is there, or without a stitch."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    part: str


@dataclass_when_made
class TooManyInRow(Facts):
    """A part to be cast on of more stitches than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    count: int
    most: int


@dataclass_when_made
class TooFewInSetup(Facts):
    """A part with fewer stitches than a set-up row uses of it."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    stage: str
    needed: int
    part: str
    count: int


@dataclass_when_made
class LiftsInFirstRow(Facts):
    """A first row that lifts stitches of the one below."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    stage: str


@dataclass_when_made
class BareMakeOne(Facts):
    """A make-one with no stitch on one of its sides."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    row: int
    stage: str


@dataclass_when_made
class LiftsInFirstSetup(Facts):
    """The same in a set-up row."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    stage: str


@dataclass_when_made
class BareInSetup(Facts):
    """A make-one at the edge of a set-up row."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    stage: str


@dataclass_when_made
class TooManyRows(Facts):
    """More rows in all than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    stage: str
    most: int


@dataclass_when_made
class TooManyStitches(Facts):
    """More stitches in all than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    stage: str
    most: int


@dataclass_when_made
class YarnUnknown(Facts):
    """An end at a share of a yarn that nobody told."""

    kind: ClassVar[ProblemKind] = ProblemKind.NEVER_REACHED


@dataclass_when_made
class EndSteppedPast(Facts):
    """A count that a stage jumps over, and the nearest that was taken."""

    kind: ClassVar[ProblemKind] = ProblemKind.STEPPED_PAST
    stage: str
    wanted: int
    under: int
    over: int
    taken: int


@dataclass_when_made
class TooFewToGoOn(Facts):
    """A stage that runs out of stitches before its end."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    stage: str
    wanted: int
    rows: int
    part: str
    left: int
    reached: int


@dataclass_when_made
class EndNeverReached(Facts):
    """A count that a stage moves away from, or stands still before."""

    kind: ClassVar[ProblemKind] = ProblemKind.NEVER_REACHED
    stage: str
    wanted: int
    begun: int
    change: int


@dataclass_when_made
class OverTheLimit(Facts):
    """A stage of more rows or stitches than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    stage: str
    rows: int
    most_rows: int
    most_stitches: int


@dataclass_when_made
class TooFewInRow(Facts):
    """A part with fewer stitches than a row's shapings use."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    row: int
    stage: str
    time: int
    part: str
    needed: int
    count: int


@dataclass_when_made
class NoPartToCount(Facts):
    """An end at the count of a part that is not there, and those that are."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    stage: str
    part: str
    parts: tuple[str, ...]
