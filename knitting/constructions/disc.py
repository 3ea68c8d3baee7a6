"""Disc from the centre, in wedges."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    around,
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Finish, Plan, PlannedPart, Repeats, SetupRow, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.stitches import Leaning


def _make(values: Values) -> Plan:
    wedges, start = number(values, "wedges"), number(values, "start")
    lines, shapings = around(wedges, "lifted_pair", 1, Leaning.TOWARDS)
    grow = Stage("Grow", 2, shapings, Repeats(number(values, "rounds")), setup=(SetupRow(),))
    parts = tuple(PlannedPart(f"wedge {at + 1}", start, "stockinette") for at in range(wedges))
    cast_on = CastOn(wedges * start, NOWHERE)
    return Plan("Disc", cast_on, parts, lines, (grow,), in_round=True, finish=Finish(manner="loosely"))


def _across_cm(forecast: Forecast) -> float:
    return 2 * rows_cm(forecast)


DISC = Construction(
    key="disc",
    title=N_("Disc"),
    built=N_("A round cushion from its centre: wedges that each gain two lifted increases every second round."),
    asks=(
        Question("wedges", N_("wedges"), 5, 2, 24, "wedges"),
        Question("start", N_("stitches in each"), 3, 2, 60),
        Question("rounds", N_("increase rounds"), 18, 1, 400, "increase rounds"),
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(N_("Every increase round gains two stitches a wedge."),),
    care=(Caution.PAUSE, Caution.FIBRE, Caution.FLAME),
    curvature=Curvature.FLAT,
    top=N_("the beginning of the round"),
    measures=(WishedMeasure("across_cm", N_("across"), "rounds", _across_cm),),
    caveats=(N_("How many wedges lie flat depends on the gauge: too few cup, too many ruffle."),),
)
