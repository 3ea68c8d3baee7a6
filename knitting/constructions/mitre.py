"""Mitred square: cast on along two sides, decreased in the middle."""

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
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import CENTRE, Beside, Count, Finish, Finishing, Line, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Stripe
from knitting.statements import N_


def _make(values: Values) -> Plan:
    cast_on, stripe = number(values, "cast_on"), number(values, "stripe")
    half = (cast_on - 1) // 2
    double = Shaping((CENTRE,), Beside.ON, word(values, "double"), (1,))
    striped = (Stripe(stripe, "A"), Stripe(stripe, "B")) if stripe else ()
    return Plan(
        "Mitred square",
        CastOn(cast_on, NOWHERE),
        (PlannedPart("right side", half), PlannedPart("left side", cast_on - 1 - half)),
        (Line(CENTRE, marking(values), 1),),
        (Stage("Shrink", 2, (double,), Count(1)),),
        yarns=(("A", "first colour"), ("B", "second colour")) if stripe else (),
        stripes=striped,
        finish=Finish(Finishing.FASTEN_OFF),
    )


def _side_cm(forecast: Forecast) -> float:
    return (forecast.plan.counted - 1) / 2 * forecast.plan.gauge_at(1).stitch_cm


MITRE = Construction(
    key="mitre",
    title=N_("Mitred square"),
    built=N_("A square cast on along two of its sides: a centred double decrease every right-side row, to one stitch."),
    asks=(
        Question("cast_on", N_("cast on"), 37, 3, 999, odd=True),
        Question("stripe", N_("stripes of"), 2, 0, 40, "rows"),
        DOUBLE,
        MARKING,
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(N_("The cast-on is odd: two equal sides and the centre stitch."),),
    care=(Caution.PAUSE, Caution.FIBRE, Caution.FLAME),
    curvature=Curvature.FLAT,
    top=N_("one side of the square"),
    measures=(WishedMeasure("side_cm", N_("side"), "cast_on", _side_cm),),
    caveats=(N_("It is a square in garter, two rows to a stitch; in stockinette it is deeper than wide."),),
)
