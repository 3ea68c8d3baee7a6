"""Disc from the centre, in wedges."""

from __future__ import annotations

from knitting.constructions.cautions import Care
from knitting.constructions.construction import (
    Asked,
    Construction,
    Measured,
    Values,
    around,
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Course
from knitting.plan.plan import Finish, Plan, PlannedPart, Repeats, SetupRow, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.stitches import Leaning


def _make(values: Values) -> Plan:
    wedges, start = number(values, "wedges"), number(values, "start")
    lines, shapings = around(wedges, "lifted_pair", 1, Leaning.TOWARDS)
    grow = Stage("Grow", 2, shapings, Repeats(number(values, "rounds")), setup=(SetupRow(),))
    parts = tuple(PlannedPart(f"wedge {at + 1}", start, "stockinette") for at in range(wedges))
    cast_on = CastOn(wedges * start, NOWHERE)
    return Plan("Disc", cast_on, parts, lines, (grow,), in_round=True, finish=Finish(manner="loosely"))


def _across_cm(course: Course) -> float:
    return 2 * rows_cm(course)


DISC = Construction(
    key="disc",
    title="Disc",
    built="A round cushion from its centre: wedges that each gain two lifted increases every second round.",
    asks=(
        Asked("wedges", "wedges", 5, 2, 24, "wedges"),
        Asked("start", "stitches in each", 3, 2, 60),
        Asked("rounds", "increase rounds", 18, 1, 400, "increase rounds"),
    ),
    make=_make,
    rules=("Every increase round gains two stitches a wedge.",),
    care=(Care.PAUSE, Care.FIBRE, Care.FLAME),
    curvature=Curvature.FLAT,
    top="the beginning of the round",
    measures=(Measured("across_cm", "across", "rounds", _across_cm),),
    caveats=("How many wedges lie flat depends on the gauge: too few cup, too many ruffle.",),
)
