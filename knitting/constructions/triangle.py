"""Centre-out triangle from a garter tab at the neck."""

from __future__ import annotations

from math import hypot

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
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    CENTRE,
    Beside,
    Count,
    End,
    Line,
    LineKind,
    Plan,
    PlannedPart,
    Rows,
    Shaping,
    Stage,
    garter_tab,
)
from knitting.statements import N_
from knitting.wearing import ALONG_THE_TOP, PutOn, Wearing


def _make(values: Values) -> Plan:
    edge, fabric = number(values, "tab"), word(values, "fabric")
    tab = garter_tab(edge)
    wing = (tab.total - 2 * edge - 1) // 2
    increase, lean = word(values, "increase"), leaning(values)
    shapings = (
        Shaping(("A", "B"), Beside.INSIDE, increase, (1,), leaning=lean),
        Shaping((CENTRE,), Beside.BOTH, increase, (1,), leaning=lean),
    )
    rows = number(values, "rows")
    until: End = Rows(rows) if rows else Count(number(values, "to"))
    return Plan(
        "Centre-out triangle",
        tab,
        (
            PlannedPart("right border", edge),
            PlannedPart("right wing", wing, fabric),
            PlannedPart("left wing", wing, fabric),
            PlannedPart("left border", edge),
        ),
        (Line("A", LineKind.UNMARKED), Line(CENTRE, marking(values), 1), Line("B", LineKind.UNMARKED)),
        (Stage("Grow", 2, shapings, until),),
    )


def _wing_edge_cm(forecast: Forecast) -> float:
    """A wing's edge: each row goes half a stitch out and one row on."""
    gauge = forecast.plan.gauge_at(1)
    return forecast.stages[0].rows * hypot(gauge.stitch_cm / 2, gauge.row_cm)


def _neck_cm(forecast: Forecast) -> float:
    """The neck edge: two wings, and the first row, whose halves lie slanting to it."""
    gauge = forecast.plan.gauge_at(1)
    first = forecast.plan.counted * gauge.stitch_cm
    return 2 * _wing_edge_cm(forecast) + first * _slant(gauge.stitch_cm / 2, gauge.row_cm)


def _depth_cm(forecast: Forecast) -> float:
    """The centre line, and on to the neck edge across half of the first row."""
    gauge = forecast.plan.gauge_at(1)
    half = forecast.plan.counted * gauge.stitch_cm / 2
    return _wing_edge_cm(forecast) + half * _slant(gauge.row_cm, gauge.stitch_cm / 2)


def _slant(along: float, across: float) -> float:
    return along / hypot(along, across)


_WINGS = (("garter", N_("garter")), ("stockinette", N_("stockinette")))

TRIANGLE = Construction(
    key="triangle",
    title=N_("Centre-out triangle"),
    built=N_("A shawl from a garter tab at the middle of the neck: four stitches more in every right-side row."),
    asks=(
        Question("tab", N_("tab of"), 4, 2, 20),
        Question("to", N_("grow to"), 201, 10, 3_000),
        Question("rows", N_("or for rows"), 0, 0, 2_000, "rows"),
        OPEN_INCREASE,
        LEANING,
        MARKING,
        Question(
            "fabric", N_("wings in"), "garter", choices=(("garter", N_("garter")), ("stockinette", N_("stockinette")))
        ),
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ALONG_THE_TOP),
    rules=(N_("The count grows by four each time."), N_("The middle of the tab is odd: one stitch is the centre.")),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the long neck edge, the point down"),
    measures=(
        WishedMeasure("width_cm", N_("along the neck edge"), "to", _neck_cm),
        WishedMeasure("depth_cm", N_("depth"), "to", _depth_cm),
    ),
    caveats=(
        N_("The neck edge is straight in garter; in stockinette it bends down at both ends and is blocked out."),
        N_("In the first row one stitch stands between the increases of edge and centre."),
    ),
)
