"""What does not add up in a row: the facts of its problems, one class a sentence."""

from __future__ import annotations

from enum import Enum
from typing import ClassVar

from knitting.needle.worked import Workable
from knitting.problems import Facts, ProblemKind
from knitting.rows import Goal, Shape, Step
from knitting.statements import dataclass_when_made
from knitting.stitches import Pair, StitchKind


class Doing(Enum):
    """What takes stitches without being one."""

    MARK_NEXT = "a mark in the next stitch"
    MARK_MADE = "a mark in the stitch just made"
    HOLD = "the holder"


class Ahead(Enum):
    """What a step looks for ahead in its row."""

    MARKER = "marker"
    MARKER_HERE = "marker just ahead"
    MARKED_STITCH = "marked stitch"
    STITCH_JUST_MADE = "stitch just made"


class Limit(Enum):
    """What is not worked beyond a number of it."""

    STITCHES_ON_NEEDLE = "stitches on the needle"
    MARKS = "marks in one row"
    STEPS = "steps in one row"


@dataclass_when_made
class TooFew(Facts):
    """More stitches are wanted than are left.

    ``row_uses`` of ``row_has`` stitches is what the whole row comes to, where that is fixed; ``missing_in`` is an
    earlier row in which an increase may have been forgotten. ``nearer`` is the step with the goal that the ``rest``
    of the row leaves room for.
    """

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    what: Workable | Doing
    needs: int
    left: int
    row_uses: int = 0
    row_has: int = 0
    missing_in: str = ""
    rest: int = 0
    nearer: Step | None = None


@dataclass_when_made
class BeyondGoal(Facts):
    """A goal lies behind: "k to last 3 sts" with two left. A repeat has no step. The rest is as in :class:`TooFew`."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    step: Step | None
    goal: Goal
    left: int
    row_uses: int = 0
    row_has: int = 0
    missing_in: str = ""
    rest: int = 0
    nearer: Step | None = None


@dataclass_when_made
class MarkerInTheWay(Facts):
    """A stitch would reach across a marker on the needle."""

    kind: ClassVar[ProblemKind] = ProblemKind.MARKER_IN_THE_WAY
    what: Workable
    needs: int
    left: int


@dataclass_when_made
class UnevenRepeat(Facts):
    """A repeat that uses so many stitches does not come out over a distance."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOT_A_MULTIPLE
    uses: int
    distance: int

    @property
    def over(self) -> int:
        """Stitches that are left after whole times."""
        return self.distance % self.uses


@dataclass_when_made
class PastGoal(Facts):
    """The last time of a repeat runs past its goal."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOT_A_MULTIPLE
    over: int


@dataclass_when_made
class UsesNothing(Facts):
    """A repeat to a goal uses no stitches, so that the goal is never reached."""

    kind: ClassVar[ProblemKind] = ProblemKind.NEVER_REACHED


@dataclass_when_made
class NotHeld(Facts):
    """No stitches are held under a name; those that are."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    name: str
    held: tuple[str, ...]


@dataclass_when_made
class NoMarkAhead(Facts):
    """There is no such mark ahead in this row; ``better`` is the step with the mark that there is."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    what: Step | Doing | None
    wanted: Ahead
    name: str = ""
    ahead: int = 0
    better: Step | None = None


@dataclass_when_made
class NoCentreMarked(Facts):
    """The words speak of a centre stitch and none is marked."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_CENTRE
    step: Step | None


@dataclass_when_made
class OverLimit(Facts):
    """More than is worked."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_LONG
    limit: Limit
    most: int


@dataclass_when_made
class LeftOver(Facts):
    """Stitches that no step works; ``step`` leaves too many where ``better`` would leave none."""

    kind: ClassVar[ProblemKind] = ProblemKind.STITCHES_LEFT_OVER
    left: int
    start: int
    step: Step | None = None
    better: Step | None = None


@dataclass_when_made
class NoRowBelow(Facts):
    """An increase lifts a stitch of the row below in the first row."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    stitch: StitchKind


@dataclass_when_made
class NoNeighbour(Facts):
    """An increase that needs a stitch on both sides stands at the very edge."""

    kind: ClassVar[ProblemKind] = ProblemKind.NOTHING_TO_LIFT
    stitch: StitchKind


@dataclass_when_made
class WhichMarker(Facts):
    """A change at a marker where there are several; ``every`` is the change at all of them."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    shape: Shape
    markers: int
    every: Shape


@dataclass_when_made
class NoMarkForShaping(Facts):
    """A change at a marker, or at a marked stitch, where there is none."""

    kind: ClassVar[ProblemKind] = ProblemKind.NO_MARKER
    shape: Shape
    in_stitch: bool


@dataclass_when_made
class PlaceNotSaid(Facts):
    """A change of a whole row among other steps: which of them come before it is not said."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    shape: Shape


@dataclass_when_made
class DoNotFit(Facts):
    """More changes spread evenly than there is room for in a row of ``total`` stitches."""

    kind: ClassVar[ProblemKind] = ProblemKind.TOO_FEW_STITCHES
    shape: Shape
    total: int


@dataclass_when_made
class WhichStitch(Facts):
    """A change here that does not say its stitch, or which of the ``pair`` of the headers."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    shape: Shape
    pair: Pair | None = None


@dataclass_when_made
class ShapingNotSaid(Facts):
    """No header says which increase or decrease is meant; ``example`` is the key of one."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
    shape: Shape
    example: str
