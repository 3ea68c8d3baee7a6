"""Sideways triangle: it grows at one edge from a tip, and shrinks to the other."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    CLOSED_INCREASE,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import RIGHT_EDGE, Beside, Count, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    cast_on = number(values, "cast_on")
    every = number(values, "every")
    grow = Shaping((RIGHT_EDGE,), Beside.INSIDE, word(values, "increase"), (1,), away=2)
    shrink = Shaping((RIGHT_EDGE,), Beside.INSIDE, "k2tog_pair", (1,), away=2)
    stages = (
        Stage("Grow", every, (grow,), Count(number(values, "to"))),
        Stage("Shrink", every, (shrink,), Count(cast_on)),
    )
    return Plan("Sideways triangle", CastOn(cast_on, NOWHERE), (PlannedPart("cloth", cast_on),), (), stages)


def _depth_cm(forecast: Forecast) -> float:
    """At its deepest: the widest row."""
    return forecast.most * forecast.plan.gauge_at(1).stitch_cm


SIDEWAYS_TRIANGLE = Construction(
    key="sideways-triangle",
    title=N_("Sideways triangle"),
    built=N_("A shallow shawl from tip to tip: one edge stays straight, the other grows and then shrinks."),
    asks=(
        Question("cast_on", N_("cast on"), 6, 4, 99),
        Question("to", N_("grow to"), 52, 7, 2_000),
        Question("every", N_("one stitch every"), 4, 2, 12, "rows"),
        CLOSED_INCREASE,
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ("end edge",)),
    rules=(
        N_("It shrinks as it grew, to the stitches that were cast on."),
        N_("The rhythm is even: it shapes on right-side rows."),
    ),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the straight edge"),
    measures=(
        WishedMeasure("depth_cm", N_("depth"), "to", _depth_cm),
        WishedMeasure("length_cm", N_("along the straight edge"), "to", rows_cm),
    ),
)
