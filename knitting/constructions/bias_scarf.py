"""Bias scarf: a parallelogram, one stitch more at one edge and one fewer at the other."""

from __future__ import annotations

from math import hypot

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import Construction, Question, Use, Values, WishedMeasure, number
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, Beside, Plan, PlannedPart, Rows, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    cast_on = number(values, "cast_on")
    along = (
        Shaping((RIGHT_EDGE,), Beside.INSIDE, "kfb", (1,), away=1),
        Shaping((LEFT_EDGE,), Beside.INSIDE, "k2tog", (1,), away=1),
    )
    stage = Stage("Slant", 2, along, Rows(number(values, "rows")))
    return Plan("Bias scarf", CastOn(cast_on, NOWHERE), (PlannedPart("cloth", cast_on),), (), (stage,))


def _width_cm(forecast: Forecast) -> float:
    """Across the scarf: the cast-on by the slant of its sides."""
    gauge = forecast.plan.gauge_at(1)
    slant = gauge.row_cm / hypot(gauge.stitch_cm / 2, gauge.row_cm)
    return forecast.plan.counted * gauge.stitch_cm * slant


def _length_cm(forecast: Forecast) -> float:
    """Along its long side."""
    gauge = forecast.plan.gauge_at(1)
    return forecast.rows * hypot(gauge.stitch_cm / 2, gauge.row_cm)


BIAS_SCARF = Construction(
    key="bias-scarf",
    title=N_("Bias scarf"),
    built=N_("A slanting strip: one stitch more at the right edge and one fewer at the left in every right-side row."),
    asks=(
        Question("cast_on", N_("cast on"), 34, 4, 999),
        Question("rows", N_("for"), 176, 2, 4_000, "rows"),
    ),
    make=_make,
    use=Use.SCARVES,
    worn=Wearing(PutOn.ACROSS_BACK, ("end edge",)),
    rules=(N_("The count stands still; the cloth moves half a stitch sideways in every row."),),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the last row"),
    measures=(
        WishedMeasure("width_cm", N_("width"), "cast_on", _width_cm),
        WishedMeasure("length_cm", N_("long side"), "rows", _length_cm),
    ),
    grows="rows",
    caveats=(N_("Both ends are slanting: that is meant so."),),
)
