"""Crescent from a garter tab: increases at both ends of every row, its middle plain."""

from __future__ import annotations

from math import hypot

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    last_row_cm,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Beside, Count, Line, LineKind, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import Tab
from knitting.statements import N_
from knitting.stitches import KNIT
from knitting.wearing import ALONG_THE_TOP, PutOn, Wearing

_BODY = 3
"""Stitches between the borders once the tab is done."""


def _make(values: Values) -> Plan:
    edge, gain = number(values, "tab"), int(word(values, "gain"))
    tab = Tab(edge, 2 * _BODY, _BODY, edge, NOWHERE, KNIT)
    parts = (PlannedPart("right border", edge), PlannedPart("body", _BODY), PlannedPart("left border", edge))
    lines = (Line("A", LineKind.UNMARKED), Line("B", LineKind.UNMARKED))
    shapings = [Shaping(("A", "B"), Beside.INSIDE, "yo", (1, 2))]
    if gain > 4:
        shapings.append(Shaping(("A", "B"), Beside.INSIDE, "yo", (1,), away=1))
    grow = Stage("Grow", 2, tuple(shapings), Count(number(values, "to")))
    return Plan("Crescent", tab, parts, lines, (grow,))


def _neck_cm(forecast: Forecast) -> float:
    """Along both sides and the tab between them: each row steps outwards by half of what it gains."""
    gauge, first = forecast.plan.gauge_at(1), forecast.plan.counted
    rows = rows_cm(forecast) / gauge.row_cm
    step = (forecast.ends - first) / 2 / rows * gauge.stitch_cm if rows else 0.0
    return 2 * rows * hypot(step, gauge.row_cm) + first * gauge.stitch_cm


CRESCENT = Construction(
    key="crescent",
    title=N_("Crescent"),
    built=N_(
        "From a garter tab at the neck: stitches more at both ends of every row, so that it is far wider than deep."
    ),
    asks=(
        Question("tab", N_("borders of"), 3, 2, 20),
        Question("to", N_("grow to"), 237, 15, 3_000),
        Question(
            "gain",
            N_("gained in two rows"),
            "6",
            choices=(("6", N_("six: shallow, nearly straight")), ("4", N_("four: deeper"))),
        ),
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ALONG_THE_TOP),
    rules=(N_("Both ends gain in right-side and in wrong-side rows."),),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the neck"),
    measures=(
        WishedMeasure("hem_cm", N_("along the last row"), "to", last_row_cm),
        WishedMeasure("depth_cm", N_("depth"), "to", rows_cm),
        WishedMeasure("neck_cm", N_("along the neck"), "to", _neck_cm),
    ),
    caveats=(N_("Off the needle its neck is a wide angle; pinned out in a curve it becomes a crescent."),),
)
