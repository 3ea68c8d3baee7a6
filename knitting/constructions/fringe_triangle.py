"""Triangle whose edge stitches are dropped at the end into a looped fringe."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Beside, Count, Finish, Line, LineKind, Plan, PlannedPart, Repeats, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    edge, middle = number(values, "edge"), number(values, "middle")
    first = Shaping(("A", "B"), Beside.INSIDE, "yo", (1,))
    grow = Shaping(("A", "B"), Beside.INSIDE, "yo_k1_yo", (1,))
    return Plan(
        "Triangle with a fringe edge",
        CastOn(2 * edge + middle, NOWHERE),
        (PlannedPart("right fringe", edge), PlannedPart("cloth", middle), PlannedPart("left fringe", edge)),
        (Line("A", LineKind.UNMARKED), Line("B", LineKind.UNMARKED)),
        (
            Stage("First increases", 2, (first,), Repeats(1)),
            Stage("Grow", 2, (grow,), Count(number(values, "to"))),
        ),
        finish=Finish(manner="stretchy", dropped=edge),
    )


def _width_cm(forecast: Forecast) -> float:
    return forecast.ends * forecast.plan.gauge_at(forecast.rows).stitch_cm


FRINGE_TRIANGLE = Construction(
    key="fringe-triangle",
    title=N_("Triangle with a fringe edge"),
    built=N_(
        "A wide triangle from its point: two increases at each edge every other row; the edge stitches are dropped."
    ),
    asks=(
        Question("edge", N_("fringe of"), 4, 1, 30),
        Question("middle", N_("between the fringes"), 2, 2, 60),
        Question("to", N_("grow to"), 160, 8, 3_000),
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ("last row",)),
    rules=(
        N_("The first increase row has room for two increases only."),
        N_("After it the count grows by four each time."),
    ),
    care=(Caution.PAUSE, Caution.CORDS, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the bound-off edge, the point down"),
    measures=(
        WishedMeasure("width_cm", N_("along the last row"), "to", _width_cm),
        WishedMeasure("depth_cm", N_("depth"), "to", rows_cm),
    ),
    caveats=(N_("The dropped stitches run down to the cast-on: bind off the others first."),),
)
