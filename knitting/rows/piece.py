"""A piece as written: headers, sections, and the rows and orders in them."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

from knitting.fabric import Fabric
from knitting.measures import Gauge
from knitting.problems import NOWHERE, Span
from knitting.rows.repeat_ends import RepeatEnd
from knitting.rows.steps import Step
from knitting.stitches import StitchKind


class Side(Enum):
    """The side of the cloth that faces the knitter."""

    RS = "RS"
    WS = "WS"

    @property
    def other(self) -> Side:
        """The side that comes next when the work is turned."""
        return Side.WS if self is Side.RS else Side.RS


@dataclass(frozen=True, slots=True)
class Claim:
    """A count that the words state: the total, and the parts where they were given."""

    total: int
    span: Span
    parts: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Gain:
    """How many stitches the words say were gained, or ``lost``."""

    stitches: int
    span: Span
    lost: bool = False

    @property
    def change(self) -> int:
        """Stitches gained, or below zero lost."""
        return -self.stitches if self.lost else self.stitches


@dataclass(frozen=True, slots=True)
class Row:
    """A row as written. ``numbers`` is empty for a row without a number ("Next row").

    ``name`` is "Row", "Rnd" or the whole head of a row without a number, as written, and ``head`` the key
    of its form in the tables of the dialects; ``gathered`` marks "and all WS rows", which stands for the
    even (or odd) rows that are not written otherwise. The places of the steps count from ``body``.
    """

    name: str
    numbers: tuple[int, ...]
    steps: tuple[Step, ...]
    span: Span
    side: Side | None = None
    in_round: bool = False
    colour: str = ""
    claim: Claim | None = None
    gathered: bool = False
    times: int = 1
    note: str = ""
    head: str = "row"
    body: Span = NOWHERE
    side_span: Span | None = None
    number_span: Span | None = None
    gain: Gain | None = None

    def label(self, number: int | None) -> str:
        """The head as it is said of one worked row: "Row 2", "Next row"."""
        return self.name if number is None else f"{self.name} {number}"


@dataclass(frozen=True, slots=True)
class SameAs:
    """Rows that are worked as others were: ``Row 3: As row 1.``"""

    name: str
    numbers: tuple[int, ...]
    model: tuple[int, ...]
    span: Span
    side: Side | None = None
    colour: str = ""
    claim: Claim | None = None
    head: str = "row"
    gain: Gain | None = None


@dataclass(frozen=True, slots=True)
class Repeat:
    """Work rows again. ``numbers`` names them; empty with ``last`` set means the last n rows.

    ``named`` is the name of a row without a number ("dec" of "Dec row"). ``as_set`` is "in this way": the last row
    that changed the count, and those after it.
    """

    numbers: tuple[int, ...]
    until: RepeatEnd
    span: Span
    last: int = 0
    ending: int | None = None
    ending_side: Side | None = None
    claim: Claim | None = None
    gain: Gain | None = None
    named: str = ""
    as_set: bool = False


@dataclass(frozen=True, slots=True)
class Stretch:
    """Rows told in one sentence, worked one after another until an end: "Inc 1 st at each end of every 4th row".

    ``rows`` are worked in turn, from the first that the side in hand allows. The last ``rest`` of them are not worked
    any more once the end is reached.
    """

    rows: tuple[Row, ...]
    until: RepeatEnd
    span: Span
    rest: int = 0
    claim: Claim | None = None
    gain: Gain | None = None
    ending_side: Side | None = None


FROM_HOLDER = "from_holder"
"""The manner of stitches that rest and are taken onto the needle among others that are picked up."""


@dataclass(frozen=True, slots=True)
class CastOn:
    """Stitches to begin with; ``manner`` as that of a bind-off."""

    count: int
    span: Span
    claim: Claim | None = None
    picked_up: bool = False
    manner: str = ""


@dataclass(frozen=True, slots=True)
class Tab:
    """A few stitches, a few garter rows, then stitches picked up along two more sides."""

    cast_on: int
    rows: int
    side: int
    edge: int
    span: Span
    stitch: StitchKind
    claim: Claim | None = None

    @property
    def total(self) -> int:
        """Stitches on the needle when the tab is done."""
        return self.cast_on + self.side + self.edge


class Marking(Enum):
    """A way of marking a stitch: a locking marker in it, or markers on the needle beside it."""

    STITCH = "stitch"
    BEFORE = "needle-before"
    BOTH = "needle-both"


@dataclass(frozen=True, slots=True)
class MarkStitches:
    """Marks in or beside stitches, counted from 1 in right-side order; empty means the centre."""

    positions: tuple[int, ...]
    span: Span
    way: Marking = Marking.STITCH


@dataclass(frozen=True, slots=True)
class RemoveMarks:
    """Every mark off the needle and out of its stitches."""

    span: Span


@dataclass(frozen=True, slots=True)
class JoinRound:
    """Join the ends and go round; ``manner`` as that of a bind-off."""

    span: Span
    manner: str = ""


@dataclass(frozen=True, slots=True)
class BindOff:
    """Bind off what is on the needle, or all but the ``slipped`` first and the ``left`` last stitches.

    ``manner`` is a key of the dialects' tables, or words kept as written; ``drops`` says that the stitches
    not bound off are let down. ``stated`` is how many stitches the words say are bound off, 0 where they say nothing.
    """

    manner: str
    span: Span
    slipped: int = 0
    left: int = 0
    drops: bool = False
    stated: int = 0


@dataclass(frozen=True, slots=True)
class FastenOff:
    """The yarn drawn through what is left."""

    span: Span


@dataclass(frozen=True, slots=True)
class ChangeYarn:
    """Another yarn from here, said between rows."""

    colour: str
    span: Span


@dataclass(frozen=True, slots=True)
class HoldAll:
    """Everything on the needle left on a holder of that name."""

    name: str
    span: Span


@dataclass(frozen=True, slots=True)
class ReturnHeld:
    """Held stitches back onto the needle, between rows."""

    name: str
    span: Span


@dataclass(frozen=True, slots=True)
class Graft:
    """The live stitches joined to others: they leave the needle, neither bound off nor dropped."""

    span: Span


Order: TypeAlias = (
    Row
    | SameAs
    | Repeat
    | Stretch
    | CastOn
    | Tab
    | MarkStitches
    | RemoveMarks
    | JoinRound
    | BindOff
    | FastenOff
    | HoldAll
    | ReturnHeld
    | Graft
    | ChangeYarn
)


@dataclass(frozen=True, slots=True)
class Section:
    """A run of orders under one heading; row numbers begin afresh in each.

    ``copies`` is how many the heading asks for ("make 2"), 0 where it says nothing of it; the rows are those of one.
    """

    name: str
    orders: tuple[Order, ...]
    copies: int = 0


@dataclass(frozen=True, slots=True)
class Stripe:
    """So many rows of one colour."""

    rows: int
    colour: str


@dataclass(frozen=True, slots=True)
class Headers:
    """What is said before the first cast-on. ``others`` keeps every line that sets nothing.

    ``increase`` and ``decrease`` are the piece's own: the stitch before a line and the one after it. ``fabrics`` are
    its own stitch patterns.
    """

    title: str = ""
    gauge: Gauge | None = None
    yarns: tuple[tuple[str, str], ...] = ()
    stripes: tuple[Stripe, ...] = ()
    others: tuple[tuple[str, str], ...] = ()
    increase: tuple[StitchKind, StitchKind] | None = None
    decrease: tuple[StitchKind, StitchKind] | None = None
    language: str = ""
    fabrics: tuple[Fabric, ...] = ()

    @property
    def first_colour(self) -> str:
        """The yarn in hand at the cast-on, or nothing where none is named."""
        if self.stripes:
            return self.stripes[0].colour
        return self.yarns[0][0] if self.yarns else ""


@dataclass(frozen=True, slots=True)
class Piece:
    """One thing to knit, as written: the one way into the engine."""

    headers: Headers
    sections: tuple[Section, ...]
    notes: tuple[tuple[Span, str], ...] = ()

    @property
    def title(self) -> str:
        """What the piece is called, or nothing."""
        return self.headers.title
