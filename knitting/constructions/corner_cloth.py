"""Corner cloth: a square from one corner to the opposite one."""

from __future__ import annotations

from math import hypot

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import Construction, Question, Use, Values, WishedMeasure, number, word
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import ROW_START, Beside, Count, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_

_EYELETS_NEED = 4
"""Stitches below which the eyelets have no room: an edge stitch and a decrease on both sides of the yarn over."""


def _make(values: Values) -> Plan:
    to, leave = number(values, "to"), number(values, "leave")
    grow = Shaping((ROW_START,), Beside.INSIDE, "yo", (1,), away=2)
    plain = Shaping((ROW_START,), Beside.INSIDE, "k2tog", (1,), away=1)
    stages = [Stage("Growing half", 1, (grow,), Count(to))]
    if word(values, "eyelets") == "kept":
        eyelets = Shaping((ROW_START,), Beside.INSIDE, "eyelet_decrease", (1,), away=1)
        stages.append(Stage("Shrinking half", 1, (eyelets,), Count(max(leave, _EYELETS_NEED))))
        if leave < _EYELETS_NEED:
            stages.append(Stage("Last row", 1, (plain,), Count(leave)))
    else:
        stages.append(Stage("Shrinking half", 1, (plain,), Count(leave)))
    cast_on = number(values, "cast_on")
    return Plan("Corner cloth", CastOn(cast_on, NOWHERE), (PlannedPart("cloth", cast_on),), (), tuple(stages))


def _side_cm(forecast: Forecast) -> float:
    """Each row goes half a stitch sideways and one row up along the side; the cast-on lies slanting at its corner."""
    gauge = forecast.plan.gauge_at(1)
    each = hypot(gauge.stitch_cm / 2, gauge.row_cm)
    corner = forecast.plan.counted * gauge.stitch_cm * gauge.stitch_cm / 2 / each
    return forecast.stages[0].rows * each + corner


CORNER_CLOTH = Construction(
    key="corner-cloth",
    title=N_("Corner cloth"),
    built=N_("A square worked from one corner: one stitch more in every row to the diagonal, then one fewer."),
    asks=(
        Question("cast_on", N_("cast on"), 5, 3, 99),
        Question("to", N_("grow to"), 61, 6, 2_000),
        Question("leave", N_("stop at"), 5, 3, 1_999),
        Question(
            "eyelets",
            N_("eyelets in the shrinking half"),
            "kept",
            choices=(("kept", N_("kept, with a second decrease")), ("plain", N_("left out"))),
        ),
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(
        N_("The growing half ends on the count of the diagonal."),
        N_("It stops at the count that you cast on, or near it."),
    ),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("one side of the square"),
    measures=(WishedMeasure("side_cm", N_("side"), "to", _side_cm),),
    caveats=(N_("It is a square in garter; in stockinette it becomes a lozenge."),),
)
