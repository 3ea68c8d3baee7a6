"""Zigzag scarf: increases and decreases that cancel in every row."""

from __future__ import annotations

from math import atan, cos

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
from knitting.plan.plan import ROW_START, Beside, Plan, PlannedPart, Rows, Shaping, Stage
from knitting.plan.works import OWN
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Group, Step, Work
from knitting.statements import N_
from knitting.stitches import KNIT, STITCHES
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    repeats, leg = number(values, "repeats"), number(values, "leg")
    each: tuple[Step, ...] = (
        Work(KNIT, leg, NOWHERE),
        Work(STITCHES["k2tog"], 1, NOWHERE),
        Work(KNIT, leg - 1, NOWHERE),
        Work(STITCHES["kfb"], 1, NOWHERE),
    )
    wide = repeats * 2 * (leg + 1)
    row = Shaping((ROW_START,), Beside.INSIDE, OWN, (1,), steps=(Group(each, NOWHERE, repeats),))
    return Plan(
        "Zigzag scarf",
        CastOn(wide, NOWHERE),
        (PlannedPart("cloth", wide),),
        (),
        (Stage("Zigzag", 1, (row,), Rows(number(values, "rows"))),),
    )


def _width_cm(forecast: Forecast) -> float:
    """The legs lean by half a stitch a row, and the cloth is narrower by the cosine."""
    gauge = forecast.plan.gauge_at(1)
    return forecast.plan.counted * gauge.stitch_cm * cos(atan(gauge.stitch_cm / (2 * gauge.row_cm)))


ZIGZAG = Construction(
    key="zigzag",
    title=N_("Zigzag scarf"),
    built=N_("A scarf of slanting legs: in every row a decrease and an increase cancel, and the count stands still."),
    asks=(
        Question("repeats", N_("zigzags"), 4, 1, 120, "repeats"),
        Question("rows", N_("for"), 88, 1, 4_000, "rows"),
        Question("leg", N_("stitches before the decrease"), 6, 2, 60),
    ),
    make=_make,
    use=Use.SCARVES,
    worn=Wearing(PutOn.ACROSS_BACK, ("start edge",)),
    rules=(N_("The cast-on is a whole number of zigzags: twice the leg and two stitches each."),),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the last row"),
    measures=(
        WishedMeasure("width_cm", N_("width"), "repeats", _width_cm),
        WishedMeasure("length_cm", N_("length"), "rows", rows_cm),
    ),
    grows="rows",
    caveats=(N_("Increases and decreases cancel: the count never changes, only the cloth slants."),),
)
