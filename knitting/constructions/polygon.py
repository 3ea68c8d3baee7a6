"""Polygon from its sides inwards, in rounds: a centred double decrease in every corner every second round."""

from __future__ import annotations

from math import pi, tan

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import DOUBLE, Construction, Question, Use, Values, WishedMeasure, number, word
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Beside, Finish, Finishing, Line, LineKind, Plan, PlannedPart, Repeats, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_


def _make(values: Values) -> Plan:
    """Rounds begin in the middle of a side, so that every corner is met between two parts."""
    sides, side = number(values, "sides"), number(values, "side")
    half = side // 2
    parts = (
        PlannedPart("first side begins", half, "stockinette"),
        *(PlannedPart(f"side {at}", side, "stockinette") for at in range(2, sides + 1)),
        PlannedPart("first side ends", side - half, "stockinette"),
    )
    lines = tuple(Line(f"corner {at}", LineKind.STITCH, 1) for at in range(1, sides + 1))
    double = Shaping(tuple(line.name for line in lines), Beside.ON, word(values, "double"), (1,))
    shrink = Stage("Shrink", 2, (double,), Repeats((side - 1) // 2))
    return Plan(
        "Polygon",
        CastOn(sides * (side + 1), NOWHERE),
        parts,
        lines,
        (shrink,),
        in_round=True,
        finish=Finish(Finishing.FASTEN_OFF),
    )


def _side_cm(forecast: Forecast) -> float:
    return forecast.plan.counted / len(forecast.plan.lines) * forecast.plan.gauge_at(1).stitch_cm


def _across_cm(forecast: Forecast) -> float:
    """From the middle of a side to that across, or to the corner: twice the radius of the circle inside."""
    return _side_cm(forecast) / tan(pi / len(forecast.plan.lines))


POLYGON = Construction(
    key="polygon",
    title=N_("Polygon"),
    built=N_(
        "Cast on round all its sides and worked inwards: a centred double decrease in each corner every second round."
    ),
    asks=(
        Question("sides", N_("sides"), 5, 3, 12, "sides"),
        Question("side", N_("stitches on each side"), 31, 3, 999, odd=True),
        DOUBLE,
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(N_("Every second round loses two stitches in each corner."), N_("A side is odd and ends in one stitch.")),
    care=(Caution.PAUSE, Caution.FIBRE, Caution.FLAME),
    curvature=Curvature.FLAT,
    top=N_("the middle of the first side"),
    measures=(
        WishedMeasure("side_cm", N_("side"), "side", _side_cm),
        WishedMeasure("across_cm", N_("across"), "side", _across_cm),
    ),
    caveats=(
        N_("Five sides lie nearly flat in stockinette, four flat in garter: with more it ruffles, with fewer it cups."),
    ),
)
