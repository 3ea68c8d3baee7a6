"""What is other in a plan that was changed so that it comes out, as facts."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.plan.plan import End
from knitting.statements import Statement


class Change(Statement):
    """What a press on a mend does to a plan: one class a change, with the figures of it."""

    __slots__ = ()


@dataclass(frozen=True, slots=True)
class CastOnInstead(Change):
    """Another cast-on; ``instead`` says that it is another than the one typed."""

    count: int
    instead: bool = False


@dataclass(frozen=True, slots=True)
class OneStitchIn(Change):
    """One stitch in a part that had none."""

    part: str


@dataclass(frozen=True, slots=True)
class CallIt(Change):
    """Another name of a part."""

    name: str


@dataclass(frozen=True, slots=True)
class LeaveGaugeOpen(Change):
    """No gauge."""


@dataclass(frozen=True, slots=True)
class TakeGarter(Change):
    """A part in garter."""


@dataclass(frozen=True, slots=True)
class TakeGarterFor(Change):
    """Garter for what was in a fabric."""

    fabric: str


@dataclass(frozen=True, slots=True)
class TakeRhythm(Change):
    """Another rhythm."""

    rows: int


@dataclass(frozen=True, slots=True)
class KeepFirst(Change):
    """So many shapings of more."""

    count: int


@dataclass(frozen=True, slots=True)
class LeaveOut(Change):
    """The shaping left out."""


@dataclass(frozen=True, slots=True)
class LeaveSecondOut(Change):
    """The second of two shapings left out."""


@dataclass(frozen=True, slots=True)
class LeaveRowOut(Change):
    """The shaping without a row."""


@dataclass(frozen=True, slots=True)
class ShapeInRow(Change):
    """The shaping in another row."""

    row: int


@dataclass(frozen=True, slots=True)
class ShapeAt(Change):
    """The shaping at another line."""

    line: str


@dataclass(frozen=True, slots=True)
class TakeYarnOver(Change):
    """A yarn over instead."""


@dataclass(frozen=True, slots=True)
class PutBothSides(Change):
    """The shaping on both sides of its line."""


@dataclass(frozen=True, slots=True)
class PutOnLine(Change):
    """The shaping on its line."""


@dataclass(frozen=True, slots=True)
class DecreaseByOne(Change):
    """A decrease of one instead."""


@dataclass(frozen=True, slots=True)
class MarkLine(Change):
    """A line marked."""

    line: str


@dataclass(frozen=True, slots=True)
class PlainRowFirst(Change):
    """A plain row before the stage."""


@dataclass(frozen=True, slots=True)
class OneStitchFurther(Change):
    """The shaping one stitch further in."""


@dataclass(frozen=True, slots=True)
class KnitTab(Change):
    """A tab of another size."""

    stitches: int
    rows: int


@dataclass(frozen=True, slots=True)
class TimesOnly(Change):
    """The stage so many times only."""

    times: int


@dataclass(frozen=True, slots=True)
class EndInstead(Change):
    """Another end of a stage."""

    until: End
