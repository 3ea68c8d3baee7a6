"""What does not come out in a plan, as facts."""

from __future__ import annotations

from typing import ClassVar

from knitting.problems import Facts, ProblemKind
from knitting.statements import dataclass_when_made


@dataclass_when_made
class NoPartOrStage(Facts):
    """A plan without a part or a stage."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CAST_ON


@dataclass_when_made
class LinesWanted(Facts):
    """More or fewer lines than stand between the parts."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    parts: int
    lines: int


@dataclass_when_made
class UnbelievableGauge(Facts):
    """A gauge that hand knitting has not."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ


@dataclass_when_made
class UnknownYarnCategory(Facts):
    """A category of yarn that there is not."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    category: int
    most: int


@dataclass_when_made
class TooManyFabrics(Facts):
    """More own fabrics than a plan has, or two of one name."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    most: int


@dataclass_when_made
class NotAFabricName(Facts):
    """A name that no fabric can have, or a repeat that begins beyond its columns."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    fabric: str


@dataclass_when_made
class NoSuchFabric(Facts):
    """A fabric that there is not, and those that there are."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    fabric: str
    known: tuple[str, ...]


@dataclass_when_made
class TooLongTab(Facts):
    """A tab of more rows than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    rows: int


@dataclass_when_made
class EmptyPlanTab(Facts):
    """A tab of no stitch or no row."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    stitches: int
    rows: int


@dataclass_when_made
class TooFewCastOn(Facts):
    """A cast-on of nothing."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    count: int


@dataclass_when_made
class TooManyPlanned(Facts):
    """A cast-on of more stitches than are worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    count: int
    most: int


@dataclass_when_made
class NotTheSum(Facts):
    """A cast-on other than what the parts and lines hold; a tab's are picked up."""

    kind: ClassVar[ProblemKind] = ProblemKind.WRONG_PARTS
    parts: tuple[int, ...]
    on_lines: int
    cast_on: int
    tab: bool


@dataclass_when_made
class EvenWithCentre(Facts):
    """The same where one centre stitch divides an even count."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    parts: tuple[int, ...]
    on_lines: int
    cast_on: int
    tab: bool


@dataclass_when_made
class SidesUnequal(Facts):
    """A centre stitch with more on one side than on the other."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    right: int
    left: int


@dataclass_when_made
class NoStitchLeftOf(Facts):
    """A line's marker that no stitch stands to the left of."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str


@dataclass_when_made
class NameTwice(Facts):
    """A name that two parts or lines have."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    name: str


@dataclass_when_made
class NotAName(Facts):
    """A name that no part can have."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    name: str


@dataclass_when_made
class TooManyLines(Facts):
    """More lines or stages than are planned."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    lines: int
    stages: int


@dataclass_when_made
class NegativePart(Facts):
    """A part of fewer than no stitches."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    part: str


@dataclass_when_made
class NotAPartFabric(Facts):
    """A part in a fabric that there is not."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    fabric: str


@dataclass_when_made
class RhythmOutside(Facts):
    """A rhythm of no row, or of too many."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    rows: int
    most: int


@dataclass_when_made
class TooManyShapings(Facts):
    """More shapings than a stage has."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    stage: str
    count: int
    most: int


@dataclass_when_made
class ShapingNowhere(Facts):
    """A shaping at no line and no edge."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    stage: str


@dataclass_when_made
class NoSuchLine(Facts):
    """A shaping at a line that the stage has not, and those that it has."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    line: str
    stage: str
    near: tuple[str, ...]


@dataclass_when_made
class NoSuchWork(Facts):
    """A way of shaping that a line cannot have."""

    kind: ClassVar[ProblemKind] = ProblemKind.UNKNOWN_STITCH
    work: str


@dataclass_when_made
class AskedOnLine(Facts):
    """A shaping that stands beside a line, asked for on it."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    line: str


@dataclass_when_made
class AskedBesideLine(Facts):
    """A shaping that goes across a line's stitch, asked for beside it."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    line: str


@dataclass_when_made
class NotAcross(Facts):
    """A work across one stitch, at a line that has other stitches or is marked beside its own."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    work: str
    line: str
    stitches: int


@dataclass_when_made
class RestsOnHolder(Facts):
    """A shaping of stitches that rest on a holder."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    work: str
    stage: str
    part: str


@dataclass_when_made
class GrowsUnseen(Facts):
    """An increase amid a stitch pattern, with no line beside it."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    work: str
    away: int
    part: str


@dataclass_when_made
class CrossedTwice(Facts):
    """Two shapings across one line's stitch in the same row."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    stage: str
    line: str


@dataclass_when_made
class NoRowToStandIn(Facts):
    """A shaping in no row."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    stage: str


@dataclass_when_made
class RowOutsideRhythm(Facts):
    """A shaping in a row that the rhythm has not."""

    kind: ClassVar[ProblemKind] = ProblemKind.ROW_MISSING
    row: int
    rhythm: int


@dataclass_when_made
class NotToldApart(Facts):
    """Two parts that both change, with no mark between them."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    one: str
    other: str
    stage: str
