"""Poncho in rounds from the neck, with two or four lines."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    CLOSED_INCREASE,
    LEANING,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    around,
    cast_on_cm,
    last_row_cm,
    leaning,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.plan.plan import Finish, Plan, PlannedPart, Repeats, SetupRow, Stage
from knitting.plan.spacing import evenly
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    cast_on, many = number(values, "cast_on"), int(word(values, "lines"))
    lines, shapings = around(many, word(values, "increase"), 1, leaning(values))
    first, rest = divmod(cast_on, many)
    wider = evenly(rest, many)
    parts = tuple(PlannedPart(f"panel {at + 1}", first + wider[at], "stockinette") for at in range(many))
    grow = Stage("Grow", 2, shapings, Repeats(number(values, "rounds")), setup=(SetupRow(),))
    return Plan(
        "Poncho in rounds",
        CastOn(cast_on, NOWHERE),
        parts,
        lines,
        (grow,),
        in_round=True,
        finish=Finish(manner="loosely"),
    )


ROUND_PONCHO = Construction(
    key="round-poncho",
    title=N_("Poncho in rounds"),
    built=N_("From the neck down without a seam: an increase on both sides of two or four lines every second round."),
    asks=(
        Question("cast_on", N_("cast on"), 84, 12, 600),
        Question("lines", N_("lines"), "4", choices=(("2", N_("two, with a point in front")), ("4", N_("four")))),
        Question("rounds", N_("increase rounds"), 38, 1, 400, "increase rounds"),
        CLOSED_INCREASE,
        LEANING,
    ),
    make=_make,
    use=Use.WORN,
    worn=Wearing(PutOn.OVER_HEAD),
    rules=(N_("Every increase round gains two stitches a line."), N_("Panels differ by one stitch at most.")),
    care=(Caution.PAUSE, Caution.CORDS, Caution.FIBRE),
    curvature=Curvature.CUPS,
    top=N_("the neck"),
    measures=(
        WishedMeasure("neck_cm", N_("round the neck"), "cast_on", cast_on_cm),
        WishedMeasure("depth_cm", N_("depth"), "rounds", rows_cm),
        WishedMeasure("hem_cm", N_("round the hem"), "rounds", last_row_cm),
    ),
    over_head=(N_("The neck"), cast_on_cm),
    grows="rounds",
)
