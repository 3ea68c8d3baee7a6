"""Zigzag scarf: increases and decreases that cancel in every row."""

from __future__ import annotations

from math import atan, cos

from knitting.constructions.cautions import Care
from knitting.constructions.construction import (
    Asked,
    Construction,
    Measured,
    Values,
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Course
from knitting.plan.plan import ROW_START, Beside, Plan, PlannedPart, Rows, Shaping, Stage
from knitting.plan.works import OWN
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Group, Step, Work
from knitting.stitches import KNIT, STITCHES


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


def _width_cm(course: Course) -> float:
    """The legs lean by half a stitch a row, and the cloth is narrower by the cosine."""
    gauge = course.plan.gauge_at(1)
    return course.plan.counted * gauge.stitch_cm * cos(atan(gauge.stitch_cm / (2 * gauge.row_cm)))


ZIGZAG = Construction(
    key="zigzag",
    title="Zigzag scarf",
    built="A scarf of slanting legs: in every row a decrease and an increase cancel, and the count stands still.",
    asks=(
        Asked("repeats", "zigzags", 4, 1, 120, "repeats"),
        Asked("rows", "for", 88, 1, 4_000, "rows"),
        Asked("leg", "stitches before the decrease", 6, 2, 60),
    ),
    make=_make,
    rules=("The cast-on is a whole number of zigzags: twice the leg and two stitches each.",),
    care=(Care.PAUSE, Care.FIBRE),
    curvature=Curvature.FLAT,
    top="the last row",
    measures=(
        Measured("width_cm", "width", "repeats", _width_cm),
        Measured("length_cm", "length", "rows", rows_cm),
    ),
    caveats=("Increases and decreases cancel: the count never changes, only the cloth slants.",),
)
