"""Asymmetric triangle from side to side, with a centred decrease in the middle."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    DOUBLE,
    MARKING,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    marking,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.plan.plan import (
    CENTRE,
    LEFT_EDGE,
    RIGHT_EDGE,
    AddedLine,
    Beside,
    Count,
    Line,
    Plan,
    PlannedPart,
    Shaping,
    Stage,
)
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing

_BOTH = (RIGHT_EDGE, LEFT_EDGE)
_STILL = (1, 3, 5)
"""Rows of the rhythm in which two increases at the edges and the double decrease cancel."""


def _rhythm(change: str, double: str) -> tuple[Shaping, ...]:
    """Still on the odd rows; on the second both edges change, on the fourth one of them: three in six rows."""
    return (
        Shaping(_BOTH, Beside.INSIDE, "kfb", _STILL),
        Shaping((CENTRE,), Beside.ON, double, _STILL),
        Shaping(_BOTH, Beside.INSIDE, change, (2,)),
        Shaping((RIGHT_EDGE,), Beside.INSIDE, change, (4,)),
    )


def _make(values: Values) -> Plan:
    cast_on, double = number(values, "cast_on"), word(values, "double")
    set_up = Shaping(_BOTH, Beside.INSIDE, "kfb", (1,))
    centre = AddedLine(Line(CENTRE, marking(values), 1), "cloth", "left wing")
    close = Shaping(_BOTH, Beside.INSIDE, "k2tog_pair", (1,))
    stages = (
        Stage("Set-up", 2, (set_up,), Count(number(values, "set_up"))),
        Stage("Growing", 6, _rhythm("kfb", double), Count(number(values, "to")), add_lines=(centre,)),
        Stage("Shrinking", 6, _rhythm("k2tog_pair", double), Count(number(values, "back_to"))),
        Stage("Closing", 2, (close,), Count(number(values, "leave")), drop_lines=(CENTRE,)),
    )
    return Plan("Asymmetric triangle", CastOn(cast_on, NOWHERE), (PlannedPart("cloth", cast_on),), (), stages)


ASYMMETRIC = Construction(
    key="asymmetric",
    title=N_("Asymmetric triangle"),
    built=N_("A shawl from tip to tip: it grows slowly around a centred decrease, turns, and shrinks as it grew."),
    asks=(
        Question("cast_on", N_("cast on"), 5, 1, 99, odd=True),
        Question("set_up", N_("centre set at"), 13, 5, 199, odd=True),
        Question("to", N_("grow to"), 103, 8, 2_000),
        Question("back_to", N_("shrink to"), 16, 5, 1_999),
        Question("leave", N_("close to"), 4, 1, 1_998),
        DOUBLE,
        MARKING,
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ("start edge",)),
    rules=(
        N_("Three stitches more in six rows, then three fewer in six."),
        N_("The centre is set on an odd count."),
        N_("On the odd rows of the rhythm the count stands still."),
    ),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the side that grows faster; the longest edge lies level"),
    measures=(WishedMeasure("length_cm", N_("from tip to tip along the rows"), "to", rows_cm),),
    caveats=(N_("One half grows twice as fast as the other: that is meant so."),),
)
