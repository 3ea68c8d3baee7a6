"""Round yoke with decorated raglan lines."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    around,
    cast_on_cm,
    last_row_cm,
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.plan.plan import Finish, Plan, PlannedPart, Repeats, SetupRow, Stage
from knitting.plan.spacing import evenly
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing


def _make(values: Values) -> Plan:
    cast_on, many = number(values, "cast_on"), number(values, "lines")
    lines, shapings = around(many, "three_in_five")
    first, rest = divmod(cast_on, many)
    wider = evenly(rest, many)
    parts = tuple(PlannedPart(f"panel {at + 1}", first + wider[at], "stockinette") for at in range(many))
    grow = Stage("Yoke", 4, shapings, Repeats(number(values, "rounds")), setup=(SetupRow(),))
    return Plan(
        "Round yoke", CastOn(cast_on, NOWHERE), parts, lines, (grow,), in_round=True, finish=Finish(manner="loosely")
    )


YOKE = Construction(
    key="yoke",
    title=N_("Round yoke"),
    built=N_("A poncho from the neck down in rounds: a cluster of three into five on each side of every line."),
    asks=(
        Question("cast_on", N_("cast on"), 80, 12, 600),
        Question("lines", N_("lines"), 5, 1, 24, "lines"),
        Question("rounds", N_("increase rounds"), 8, 1, 300, "increase rounds"),
    ),
    make=_make,
    use=Use.WORN,
    worn=Wearing(PutOn.OVER_HEAD),
    rules=(
        N_("Every increase round gains four stitches a line."),
        N_("At least six stitches lie between two lines; panels differ by one stitch at most."),
    ),
    care=(Caution.PAUSE, Caution.CORDS, Caution.FIBRE),
    curvature=Curvature.CUPS,
    top=N_("the neck"),
    measures=(
        WishedMeasure("neck_cm", N_("round the neck"), "cast_on", cast_on_cm),
        WishedMeasure("hem_cm", N_("round the hem"), "rounds", last_row_cm),
        WishedMeasure("depth_cm", N_("depth"), "rounds", rows_cm),
    ),
    caveats=(N_("The clusters are worked every fourth round; the rounds between them are plain."),),
    over_head=(N_("The neck"), cast_on_cm),
    grows="rounds",
)
