"""What does not add up in a piece: the facts of its problems, one class a sentence."""

from __future__ import annotations

from enum import Enum
from typing import ClassVar

from knitting.problems import Facts, ProblemKind
from knitting.rows import CastOn, Side, Tab
from knitting.statements import dataclass_when_made


class PieceLimit(Enum):
    """What is not worked beyond a number of it."""

    ROWS = "rows"
    STITCHES = "stitches in all"


@dataclass_when_made
class OtherCount(Facts):
    """A row, or a repeat, ends with another count than is stated."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_COUNT
    total: int
    stated: int


@dataclass_when_made
class OtherGain(Facts):
    """A row, or a repeat, gains or loses other stitches than is stated."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_COUNT
    gain: int
    stated: int


@dataclass_when_made
class OtherParts(Facts):
    """The parts are other than is stated."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_PARTS
    parts: tuple[int, ...]
    stated: tuple[int, ...]


@dataclass_when_made
class CountSteppedPast(Facts):
    """A repeat steps past the count at which it is to end."""

    kind: ClassVar[ProblemKind] = ProblemKind.STEPPED_PAST
    wanted: int
    before: int
    after: int


@dataclass_when_made
class CountNeverReached(Facts):
    """A repeat comes no nearer to the count at which it is to end."""

    kind: ClassVar[ProblemKind] = ProblemKind.NEVER_REACHED
    wanted: int
    before: int
    after: int


@dataclass_when_made
class RowBeforeCastOn(Facts):
    """A row comes before any cast-on; the cast-on that would do."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CAST_ON
    label: str
    cast_on: CastOn


@dataclass_when_made
class NothingOnNeedle(Facts):
    """Stitches are to leave the needle before any was cast on; a cast-on to begin with."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CAST_ON
    cast_on: CastOn


@dataclass_when_made
class UnknownYarn(Facts):
    """A yarn that the header does not name; those that it does."""

    kind: ClassVar[ProblemKind] = ProblemKind.COLOUR_UNKNOWN
    colour: str
    known: tuple[str, ...]


@dataclass_when_made
class CastOnParts(Facts):
    """The parts stated with a cast-on do not add up to it."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_PARTS
    parts: tuple[int, ...]
    total: int
    cast_on: int


@dataclass_when_made
class CastOnCount(Facts):
    """Another count is stated than is cast on."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_COUNT
    cast_on: int
    stated: int


@dataclass_when_made
class NothingCastOn(Facts):
    """A cast-on of no stitch."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES


@dataclass_when_made
class TooManyCastOn(Facts):
    """A cast-on of more stitches than any needle holds."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    count: int
    most: int


@dataclass_when_made
class EmptyTab(Facts):
    """A tab of no stitch or no row."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES


@dataclass_when_made
class TooLargeTab(Facts):
    """A tab of more than is worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    tab: Tab


@dataclass_when_made
class TabCount(Facts):
    """Another count is stated than a tab gives."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_COUNT
    tab: Tab
    stated: int


@dataclass_when_made
class NotMarkable(Facts):
    """A stitch that is to be marked and is not on the needle."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    stitch: int
    total: int


@dataclass_when_made
class TooManyMarks(Facts):
    """More marks than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    most: int


@dataclass_when_made
class NoCentre(Facts):
    """An even count has no centre stitch."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    total: int


@dataclass_when_made
class TooHighNumber(Facts):
    """A row number beyond the rows that are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    number: int
    most: int


@dataclass_when_made
class TooFewRows(Facts):
    """More rows are to be repeated than are written."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    wanted: int
    written: int


@dataclass_when_made
class NoSuchRow(Facts):
    """A row is called for by a name that none has."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    name: str


@dataclass_when_made
class RowsNotWritten(Facts):
    """A gap in the numbers of the rows."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    first: int
    last: int


@dataclass_when_made
class RepeatedNotWritten(Facts):
    """Rows that are to be repeated and are not written in the section."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    numbers: tuple[int, ...]


@dataclass_when_made
class PointsNowhere(Facts):
    """A row that is as another, which is not written above it."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    label: str
    wanted: int


@dataclass_when_made
class WrittenTwice(Facts):
    """A row of a number that there is already; the number that would follow."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_TWICE
    label: str
    following: int


@dataclass_when_made
class BindOffCount(Facts):
    """So many stitches are bound off between two rows, and other than ``total`` are on the needle."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_COUNT
    stated: int
    total: int


@dataclass_when_made
class TooManySpared(Facts):
    """More stitches are to be spared from a bind-off than there are."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    spared: int
    total: int


@dataclass_when_made
class HeldAlready(Facts):
    """A name of a holder that is taken."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    name: str


@dataclass_when_made
class OtherSide(Facts):
    """A row that is written for one side of the cloth, and the other comes."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_SIDE
    label: str
    written: Side
    comes: Side


@dataclass_when_made
class PieceTooLong(Facts):
    """More rows or stitches than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    limit: PieceLimit
    most: int
