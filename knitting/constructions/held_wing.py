"""Held-wing shawl: both wings together, then one waits while the other goes on with a border."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    MARKING,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    marking,
    number,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    CENTRE,
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    Finish,
    Line,
    Plan,
    PlannedPart,
    Rows,
    SetupRow,
    Shaping,
    Stage,
)
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing

_BORDER = 3


def _make(values: Values) -> Plan:
    cast_on = number(values, "cast_on")
    half = (cast_on - 1) // 2
    # The wings slant: what the centre gains the edges lose.
    slant = (
        Shaping((CENTRE,), Beside.BOTH, "yo", (1,)),
        Shaping((RIGHT_EDGE, LEFT_EDGE), Beside.INSIDE, "k2tog_pair", (1,), away=1),
    )
    border = SetupRow(
        (Shaping((CENTRE,), Beside.AFTER, "m1", (1,), away=1), Shaping((LEFT_EDGE,), Beside.INSIDE, "kfb", (1,))),
        cast_on=PlannedPart("border", _BORDER),
    )
    alone = (Shaping((CENTRE,), Beside.AFTER, "k2tog_pair", (1,), away=1),)
    stages = (
        Stage("Both wings", 2, slant, Rows(number(values, "rows"))),
        Stage("Left wing", 2, alone, Rows(number(values, "wing_rows")), setup=(border, SetupRow(hold="right wing"))),
        Stage("Together", 2, (), Rows(number(values, "edge_rows")), setup=(SetupRow(back="right wing"), SetupRow())),
    )
    return Plan(
        "Held-wing shawl",
        CastOn(cast_on, NOWHERE),
        (PlannedPart("right wing", half), PlannedPart("left wing", cast_on - 1 - half)),
        (Line(CENTRE, marking(values), 1),),
        stages,
        finish=Finish(manner="loosely"),
    )


def _width_cm(forecast: Forecast) -> float:
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm


HELD_WING = Construction(
    key="held-wing",
    title=N_("Held-wing shawl"),
    built=N_("From the middle of two wings: one is put on a holder while the other grows a border, then both go on."),
    asks=(
        Question("cast_on", N_("cast on"), 61, 9, 999, odd=True),
        Question("rows", N_("both wings for"), 48, 0, 1_000, "rows"),
        Question("wing_rows", N_("the left wing alone for"), 30, 0, 1_000, "rows"),
        Question("edge_rows", N_("together for"), 6, 0, 200, "rows"),
        MARKING,
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ("first row",)),
    rules=(
        N_("The cast-on is odd: two equal wings and the centre stitch."),
        N_("The border row gains five stitches: one at the edge, one beside the centre, three cast on."),
    ),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the end of the centre line, the wings hanging down"),
    measures=(WishedMeasure("width_cm", N_("cast-on edge"), "cast_on", _width_cm),),
    caveats=(N_("Note the row of the held wing: it waits on the side that it had coming."),),
)
