"""Square from the centre, in rounds with four lines."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    LEANING,
    OPEN_INCREASE,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    around,
    leaning,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Finish, Plan, PlannedPart, Repeats, SetupRow, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_

_SIDES = 4


def _make(values: Values) -> Plan:
    start = number(values, "start")
    lines, shapings = around(_SIDES, word(values, "increase"), 1, leaning(values))
    grow = Stage("Grow", 2, shapings, Repeats(number(values, "rounds")), setup=(SetupRow(),))
    parts = tuple(PlannedPart(f"side {at + 1}", start, "garter") for at in range(_SIDES))
    cast_on = CastOn(_SIDES * start, NOWHERE)
    return Plan(
        "Square from the centre", cast_on, parts, lines, (grow,), in_round=True, finish=Finish(manner="loosely")
    )


def _side_cm(forecast: Forecast) -> float:
    """From the middle of a side to that of the one across: twice the rounds."""
    return 2 * rows_cm(forecast)


SQUARE_FROM_CENTRE = Construction(
    key="square-from-centre",
    title=N_("Square from the centre"),
    built=N_(
        "A square in rounds of garter from its middle: two stitches more at each of four corners every second round."
    ),
    asks=(
        Question("start", N_("stitches on each side"), 3, 2, 60),
        Question("rounds", N_("increase rounds"), 23, 1, 400, "increase rounds"),
        OPEN_INCREASE,
        LEANING,
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(N_("Every increase round gains eight stitches."),),
    care=(Caution.PAUSE, Caution.FIBRE, Caution.FLAME),
    curvature=Curvature.FLAT,
    top=N_("the beginning of the round, a corner"),
    measures=(WishedMeasure("side_cm", N_("side"), "rounds", _side_cm),),
    caveats=(N_("It lies flat in garter, two rounds to a stitch; in stockinette it ruffles a little at the corners."),),
)
