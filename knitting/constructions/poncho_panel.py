"""One of the two panels of a mini poncho, with a centre line."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    LEANING,
    MARKING,
    OPEN_INCREASE,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    leaning,
    marking,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import CENTRE, Beside, Count, Line, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_


def _make(values: Values) -> Plan:
    cast_on = number(values, "cast_on")
    half = (cast_on - 1) // 2
    increase = Shaping((CENTRE,), Beside.BOTH, word(values, "increase"), (1,), leaning=leaning(values))
    return Plan(
        "Poncho panel",
        CastOn(cast_on, NOWHERE),
        (
            PlannedPart("right half", half, "stockinette"),
            PlannedPart("left half", cast_on - 1 - half, "stockinette"),
        ),
        (Line(CENTRE, marking(values), 1),),
        (Stage("Grow", 2, (increase,), Count(number(values, "to"))),),
    )


def _neck_cm(forecast: Forecast) -> float:
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm


def opening_cm(forecast: Forecast) -> float:
    """Round the neck of two panels sewn together, before stretch."""
    return 2 * _neck_cm(forecast)


PONCHO_PANEL = Construction(
    key="poncho-panel",
    title=N_("Poncho panel"),
    built=N_(
        "Front or back of a mini poncho from the neck: an increase on each side of the centre every right-side row."
    ),
    asks=(
        Question("cast_on", N_("cast on"), 33, 3, 399, odd=True),
        Question("to", N_("grow to"), 81, 5, 999, odd=True),
        OPEN_INCREASE,
        LEANING,
        MARKING,
    ),
    make=_make,
    use=Use.WORN,
    rules=(N_("The cast-on is odd: two equal halves and the centre stitch."), N_("Two panels are sewn together.")),
    care=(Caution.PAUSE, Caution.CORDS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the neck edge, the point down"),
    measures=(
        WishedMeasure("length_cm", N_("side edge"), "to", rows_cm),
        WishedMeasure("neck_cm", N_("neck edge of one panel"), "cast_on", _neck_cm),
    ),
    caveats=(N_("What is left of the balls makes the collar; a larger size needs another ball."),),
    over_head=(N_("Both neck edges together"), opening_cm),
)
