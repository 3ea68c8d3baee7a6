"""What is intended of a piece: parts, the lines between them, and stages of shaping along those lines."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import Enum
from typing import TypeAlias

from knitting.fabric import Fabric
from knitting.gauges import GaugeSource
from knitting.measures import GUESS_IN_GARTER, GUESS_IN_STOCKINETTE, Gauge
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Side, Step, Stripe, Tab
from knitting.stitches import KNIT, Leaning

RIGHT_EDGE, LEFT_EDGE = "right edge", "left edge"
"""The edges of the cloth as its right side is seen; in the round both lie at the beginning of the round."""
ROW_START, ROW_END = "start of row", "end of row"
"""The edge where a row begins, and the one where it ends, whichever side faces."""
CENTRE = "centre"
"""The name of a line through the middle."""
EDGES = (RIGHT_EDGE, LEFT_EDGE, ROW_START, ROW_END)


def garter_tab(stitches: int) -> Tab:
    """A tab: two garter rows to a picked-up stitch and one to turn; one more along the cast-on if the sum is even.

    >>> garter_tab(3).total, garter_tab(4).total
    (9, 13)
    """
    return Tab(stitches, 2 * stitches + 1, stitches, stitches + (stitches + 1) % 2, NOWHERE, KNIT)


class LineKind(Enum):
    """How a line between two parts is marked."""

    STITCH = "stitch"
    """A locking marker in the stitch that the line runs through."""
    BEFORE = "needle-before"
    """A marker on the needle before the line's stitch."""
    AFTER = "needle-after"
    """A marker on the needle after the line's stitch."""
    BOTH = "needle-both"
    """Markers on both sides of the line's stitches."""
    BETWEEN = "needle"
    """A marker between two stitches; the line has no stitch of its own."""
    UNMARKED = "unmarked"
    """Nothing: the line is found by counting from the edge or the nearest mark."""


@dataclass(frozen=True, slots=True)
class PlannedPart:
    """The stitches between two lines, and the fabric that they are in (a key of the dialects' fabrics)."""

    name: str
    count: int
    fabric: str = "garter"


@dataclass(frozen=True, slots=True)
class Line:
    """A line between two parts. ``stitches`` is how many of its own it has: one for a centre stitch.

    ``fabric`` is that of its own stitches; where none is said they are worked as the plain ones beside them.
    """

    name: str
    kind: LineKind
    stitches: int = 0
    fabric: str = ""


class Beside(Enum):
    """On which side of a line a shaping stands, in right-side order."""

    BEFORE = "before"
    AFTER = "after"
    BOTH = "both"
    ON = "on"
    INSIDE = "inside"
    """Towards the middle of the cloth: after a line of its right half, before one of its left half."""
    OUTSIDE = "outside"


@dataclass(frozen=True, slots=True)
class Shaping:
    """Increases or decreases at lines (or edges) on some rows of a rhythm.

    ``work`` is a key of the table of works; with ``steps`` it is the knitter's own words for both sides.
    ``away`` plain stitches lie between the line and the work.
    """

    at: tuple[str, ...]
    side: Beside
    work: str
    rows: tuple[int, ...]
    away: int = 0
    leaning: Leaning = Leaning.AWAY
    steps: tuple[Step, ...] = ()


@dataclass(frozen=True, slots=True)
class Count:
    """Until so many stitches are on the needle."""

    stitches: int


@dataclass(frozen=True, slots=True)
class Rows:
    """For so many rows."""

    rows: int


@dataclass(frozen=True, slots=True)
class Repeats:
    """For so many times of the rhythm."""

    times: int


@dataclass(frozen=True, slots=True)
class Length:
    """For a length along the rows' height, in centimetres."""

    cm: float


@dataclass(frozen=True, slots=True)
class PartCount:
    """Until a part has so many stitches."""

    part: str
    stitches: int


@dataclass(frozen=True, slots=True)
class YarnShare:
    """Until a share of the yarn at hand (0 to 1) is used, counted from the cast-on."""

    share: float


End: TypeAlias = Count | Rows | Repeats | Length | PartCount | YarnShare


@dataclass(frozen=True, slots=True)
class AddedLine:
    """A line that is born with a stage: it splits a part.

    The stitches to its right stay in the part, those to its left become the part ``left``. ``after`` is how many
    stay; ``None`` puts the line in the middle.
    """

    line: Line
    part: str
    left: str
    after: int | None = None


@dataclass(frozen=True, slots=True)
class SetupRow:
    """One row worked before the rhythm begins.

    ``back`` is a held part that returns before the row; ``cast_on`` a part born at the row's end; ``hold`` a part
    put on a holder, the last one met in the row. A row with ``steps`` is worked as it is written, and shapes nothing
    else.
    """

    shapings: tuple[Shaping, ...] = ()
    cast_on: PlannedPart | None = None
    hold: str = ""
    back: str = ""
    steps: tuple[Step, ...] = ()


@dataclass(frozen=True, slots=True)
class Stage:
    """Rows in one rhythm up to an end. ``ending`` is the row of the rhythm after which the last time stops; 0: whole.

    ``fabrics`` are parts that change their fabric with the stage.
    """

    name: str
    rhythm: int
    shapings: tuple[Shaping, ...]
    until: End
    setup: tuple[SetupRow, ...] = ()
    add_lines: tuple[AddedLine, ...] = ()
    drop_lines: tuple[str, ...] = ()
    fabrics: tuple[tuple[str, str], ...] = ()
    ending: int = 0

    @property
    def as_written(self) -> bool:
        """Whether its rows are those that stay as they are written, and no others."""
        return bool(self.setup) and all(row.steps for row in self.setup) and self.until == Repeats(0)


class Finishing(Enum):
    """What becomes of the last stitches."""

    BIND_OFF = "bind off"
    FASTEN_OFF = "fasten off"
    LIVE = "leave on the needle"


@dataclass(frozen=True, slots=True)
class Finish:
    """The end of the piece: a manner of the dialects' tables, and how many are dropped for a fringe.

    As many are dropped at each side, or only where the bind-off ends (``one_side``).
    """

    way: Finishing = Finishing.BIND_OFF
    manner: str = ""
    dropped: int = 0
    one_side: bool = False


@dataclass(frozen=True, slots=True)
class GaugeFrom:
    """Another gauge from a row on (counted from 1): measured on the piece, or with another needle."""

    row: int
    gauge: Gauge
    why: str = ""


@dataclass(frozen=True, slots=True)
class Plan:
    """What is intended. Parts stand in right-side order with one line between each two of them.

    ``gauge`` is the one that counts and ``known_from`` where it comes from. ``yarn_m`` is the length of yarn at
    hand in metres, 0 where it is not known. ``construction`` and ``answers`` tell what it was made from.
    ``fabrics`` are its own stitch patterns, besides those that ship. ``begins`` is the side of the first row of a
    flat piece; ``dialect`` the code of the words that its rows are written in, empty for the first ones.
    """

    name: str
    start: CastOn | Tab
    parts: tuple[PlannedPart, ...]
    lines: tuple[Line, ...]
    stages: tuple[Stage, ...]
    gauge: Gauge | None = None
    in_round: bool = False
    yarns: tuple[tuple[str, str], ...] = ()
    stripes: tuple[Stripe, ...] = ()
    finish: Finish = Finish()
    gauges: tuple[GaugeFrom, ...] = ()
    yarn_m: float = 0.0
    construction: str = ""
    known_from: GaugeSource | None = None
    answers: tuple[tuple[str, str], ...] = ()
    fabrics: tuple[Fabric, ...] = ()
    begins: Side = Side.RS
    dialect: str = ""

    @property
    def cast_on(self) -> int:
        """Stitches on the needle when the parts are first counted."""
        return self.start.total if isinstance(self.start, Tab) else self.start.count

    @property
    def counted(self) -> int:
        """Stitches of the parts and lines together; the same as :attr:`cast_on` in a sound plan."""
        return sum(part.count for part in self.parts) + sum(line.stitches for line in self.lines)

    def gauge_at(self, row: int) -> Gauge:
        """The gauge of a row, counted from 1; a guess by its fabrics where none is known."""
        in_garter = any(part.fabric == "garter" for part in self.parts)
        guess = GUESS_IN_GARTER if in_garter else GUESS_IN_STOCKINETTE
        known = self.gauge if self.gauge is not None and self.gauge.believable else guess
        for change in self.gauges:
            if change.row <= row:
                known = change.gauge
        return known

    def with_stage(self, at: int, stage: Stage) -> Plan:
        """The plan with one stage exchanged."""
        return replace(self, stages=(*self.stages[:at], stage, *self.stages[at + 1 :]))

    def with_part(self, name: str, count: int) -> Plan:
        """The plan cast on with another count in one part."""
        parts = tuple(replace(part, count=count) if part.name == name else part for part in self.parts)
        return replace(self, parts=parts).recast()

    def recast(self) -> Plan:
        """The plan with as many stitches cast on as its parts hold; a tab stays what it is."""
        return self if isinstance(self.start, Tab) else replace(self, start=replace(self.start, count=self.counted))
