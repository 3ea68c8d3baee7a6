"""Bias rectangle: a strip whose rows run slanting from corner to corner."""

from __future__ import annotations

from math import hypot

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import Construction, Question, Use, Values, WishedMeasure, number
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    ROW_START,
    Beside,
    Count,
    Plan,
    PlannedPart,
    Rows,
    Shaping,
    Stage,
)
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_


def _make(values: Values) -> Plan:
    grow = Shaping((ROW_START,), Beside.INSIDE, "kfb", (1, 2), away=1)
    shrink = Shaping((ROW_START,), Beside.INSIDE, "k2tog", (1,), away=1)
    along = (
        Shaping((RIGHT_EDGE,), Beside.INSIDE, "kfb", (1,), away=1),
        Shaping((LEFT_EDGE,), Beside.INSIDE, "k2tog", (1,), away=1),
    )
    cast_on = number(values, "cast_on")
    stages = (
        Stage("First corner", 2, (grow,), Count(number(values, "to"))),
        Stage("Straight on", 2, along, Rows(number(values, "rows"))),
        Stage("Last corner", 1, (shrink,), Count(cast_on)),
    )
    return Plan("Bias rectangle", CastOn(cast_on, NOWHERE), (PlannedPart("cloth", cast_on),), (), stages)


def _side_cm(forecast: Forecast) -> float:
    """The short side: each row of a corner goes half a stitch sideways and one row up; the cast-on lies across."""
    gauge = forecast.plan.gauge_at(1)
    each = hypot(gauge.stitch_cm / 2, gauge.row_cm)
    corner = forecast.plan.counted * gauge.stitch_cm * gauge.stitch_cm / 2 / each
    return forecast.stages[0].rows * each + corner


def _length_cm(forecast: Forecast) -> float:
    """The long side: the short one, and the rows that go straight on."""
    gauge = forecast.plan.gauge_at(1)
    return _side_cm(forecast) + forecast.stages[1].rows * hypot(gauge.stitch_cm / 2, gauge.row_cm)


BIAS_RECTANGLE = Construction(
    key="bias-rectangle",
    title=N_("Bias rectangle"),
    built=N_("A strip from one corner: it grows at both edges, goes on with one more and one fewer, and shrinks."),
    asks=(
        Question("cast_on", N_("cast on"), 4, 3, 99),
        Question("to", N_("grow to"), 44, 5, 2_000),
        Question("rows", N_("straight on for"), 96, 2, 4_000, "rows"),
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(
        N_("The corner ends after a wrong-side row: an even number of stitches more."),
        N_("The straight rows are even: the last corner begins on the right side."),
    ),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("a short side"),
    measures=(
        WishedMeasure("width_cm", N_("short side"), "to", _side_cm),
        WishedMeasure("length_cm", N_("long side"), "rows", _length_cm),
    ),
    grows="rows",
    caveats=(N_("Its corners are square in garter; in stockinette it leans."),),
)
