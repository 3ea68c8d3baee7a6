"""Circle, or half of one, by doubling: the count doubles in one row, and the rows until then double as well."""

from __future__ import annotations

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
from knitting.plan.plan import Finish, Plan, PlannedPart, Rows, SetupRow, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Group, ToEnd, Work
from knitting.statements import N_
from knitting.stitches import KNIT, STITCHES
from knitting.wearing import ALONG_THE_TOP, PutOn, Wearing

_FIRST_RING = 3
"""Rounds from the first doubling to the second; each later ring has twice as many."""


def _make(values: Values) -> Plan:
    whole = word(values, "part") == "full"
    start = number(values, "start") if whole else (number(values, "start") + 1) // 2
    doubling = SetupRow(
        steps=(Group((Work(STITCHES["yo"], 1, NOWHERE), Work(KNIT, 1, NOWHERE)), NOWHERE, goal=ToEnd(), starred=True),)
    )
    rows = [_rows_of_ring(at, whole) - 1 for at in range(number(values, "doublings") - 1)]
    rows.append(number(values, "last"))
    rings = tuple(Stage(f"Ring {at}", 1, (), Rows(plain), setup=(doubling,)) for at, plain in enumerate(rows, start=1))
    centre = Stage("Centre", 1, (), Rows(2))
    return Plan(
        "Circle by doubling" if whole else "Half circle by doubling",
        CastOn(start, NOWHERE),
        (PlannedPart("circle", start, "stockinette"),),
        (),
        (centre, *rings),
        in_round=whole,
        finish=Finish(manner="loosely"),
    )


def _rows_of_ring(at: int, whole: bool) -> int:
    """In rows an even number, so that every doubling falls on the right side."""
    rows = int(_FIRST_RING * 2**at)
    return rows if whole else rows + rows % 2


def _across_cm(forecast: Forecast) -> float:
    return 2 * rows_cm(forecast)


DOUBLING_CIRCLE = Construction(
    key="doubling-circle",
    title=N_("Circle by doubling"),
    built=N_("From its centre: a yarn over before every stitch doubles them, then twice as many plain rows as before."),
    asks=(
        Question(
            "part", N_("how much of it"), "full", choices=(("full", N_("a full circle")), ("half", N_("half of one")))
        ),
        Question("start", N_("stitches round the centre of a whole one"), 11, 4, 40),
        Question("doublings", N_("doublings"), 4, 1, 8, "doublings"),
        Question("last", N_("plain rows after the last of them"), 21, 1, 600, "rows"),
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ALONG_THE_TOP),
    rules=(
        N_("The count doubles in one row; between two doublings are twice as many rows as between the two before."),
    ),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the beginning of the round"),
    measures=(
        WishedMeasure("across_cm", N_("across"), "last", _across_cm),
        WishedMeasure("hem_cm", N_("along the last row"), "last", last_row_cm),
    ),
    caveats=(
        N_(
            "Off the needle it waves, full after each doubling and tight before the next. Wet and pinned out it is "
            "a circle."
        ),
        N_("How many stitches lie flattest follows the gauge: about 11 in stockinette, 7 in garter."),
    ),
)
