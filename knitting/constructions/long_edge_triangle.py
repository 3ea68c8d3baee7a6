"""Triangle from its two lower edges inwards: both edges and the centre are eaten."""

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
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    CENTRE,
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    Count,
    Finish,
    Finishing,
    Line,
    Plan,
    PlannedPart,
    Shaping,
    Stage,
)
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import ALONG_THE_SIDES, PutOn, Wearing

_LAST = 5
"""Stitches at the end: one on each side of the double decrease would leave nothing to bind off."""


def _make(values: Values) -> Plan:
    cast_on = number(values, "cast_on")
    half = (cast_on - 1) // 2
    shapings = (
        Shaping((RIGHT_EDGE, LEFT_EDGE), Beside.INSIDE, "k2tog_pair", (1,), away=1),
        Shaping((CENTRE,), Beside.ON, word(values, "double"), (1,)),
    )
    last = _LAST + (cast_on - _LAST) % 4
    return Plan(
        "Triangle from the long edge",
        CastOn(cast_on, NOWHERE),
        (PlannedPart("right half", half), PlannedPart("left half", cast_on - 1 - half)),
        (Line(CENTRE, marking(values), 1),),
        (Stage("Shrink", 2, shapings, Count(last)),),
        finish=Finish(Finishing.FASTEN_OFF),
    )


def _edge_cm(forecast: Forecast) -> float:
    """The edge that is cast on, on both sides of the point."""
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm


LONG_EDGE_TRIANGLE = Construction(
    key="long-edge-triangle",
    title=N_("Triangle from the long edge"),
    built=N_("Cast on along both lower sides: a decrease at each edge and a double one at the centre, up to the neck."),
    asks=(Question("cast_on", N_("cast on"), 189, 13, 2_999, odd=True), DOUBLE, MARKING),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ALONG_THE_SIDES),
    rules=(
        N_("The cast-on is odd: two halves and the centre stitch."),
        N_("Four stitches fewer in every right-side row."),
    ),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the neck edge, the point down"),
    measures=(
        WishedMeasure("edge_cm", N_("along both lower sides"), "cast_on", _edge_cm),
        WishedMeasure("depth_cm", N_("depth along the centre"), "cast_on", rows_cm),
    ),
    caveats=(N_("How long the cast-on is decides all: count the yarn first, the rows only get shorter."),),
)
