"""Cowl in rounds with a pointed edge: two stitches more at one line in front."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    CLOSED_INCREASE,
    LEANING,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    cast_on_cm,
    last_row_cm,
    leaning,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.plan.plan import Beside, Finish, Line, LineKind, Plan, PlannedPart, Repeats, SetupRow, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing

FRONT = "front"


def _make(values: Values) -> Plan:
    """Rounds begin at the back, across from the line."""
    cast_on = number(values, "cast_on")
    half = (cast_on - 1) // 2
    parts = (PlannedPart("right side", half, "stockinette"), PlannedPart("left side", half, "stockinette"))
    grow = Shaping((FRONT,), Beside.BOTH, word(values, "increase"), (1,), leaning=leaning(values))
    stage = Stage("Grow", 2, (grow,), Repeats(number(values, "rounds")), setup=(SetupRow(),))
    lines = (Line(FRONT, LineKind.STITCH, 1),)
    return Plan(
        "Cowl with a point",
        CastOn(cast_on, NOWHERE),
        parts,
        lines,
        (stage,),
        in_round=True,
        finish=Finish(manner="loosely"),
    )


COWL = Construction(
    key="cowl",
    title=N_("Cowl with a point"),
    built=N_(
        "A tube from its upper edge in rounds: two stitches more in front every second round bring it to a point."
    ),
    asks=(
        Question("cast_on", N_("cast on"), 107, 21, 999, odd=True),
        Question("rounds", N_("increase rounds"), 27, 1, 400, "increase rounds"),
        CLOSED_INCREASE,
        LEANING,
    ),
    make=_make,
    use=Use.SCARVES,
    worn=Wearing(PutOn.OVER_HEAD),
    rules=(N_("Every increase round gains two stitches, one on each side of the front."),),
    care=(Caution.PAUSE, Caution.CORDS, Caution.FIBRE),
    curvature=Curvature.TUBE,
    top=N_("the cast-on edge"),
    measures=(
        WishedMeasure("neck_cm", N_("round the neck"), "cast_on", cast_on_cm),
        WishedMeasure("depth_cm", N_("depth"), "rounds", rows_cm),
        WishedMeasure("hem_cm", N_("round the lower edge"), "rounds", last_row_cm),
    ),
    over_head=(N_("The cowl"), cast_on_cm),
    grows="rounds",
)
