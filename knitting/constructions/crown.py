"""Hat from its brim: a tube in rounds, then wedges that close it above the head."""

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
    number,
    rows_cm,
)
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Finish, Finishing, Plan, PlannedPart, Repeats, Rows, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_

_LEFT = 2
"""Stitches of each wedge that the yarn is drawn through, or one more."""


def _make(values: Values) -> Plan:
    wedges, each = number(values, "wedges"), number(values, "each")
    lines, decreases = around(wedges, "k2tog_pair")
    tube = Stage("Tube", 1, (), Rows(number(values, "tube")))
    close = Stage("Crown", 2, decreases, Repeats((each - _LEFT) // 2))
    return Plan(
        "Hat with a crown",
        CastOn(wedges * each, NOWHERE),
        tuple(PlannedPart(f"wedge {at + 1}", each, "stockinette") for at in range(wedges)),
        lines,
        (tube, close),
        in_round=True,
        finish=Finish(Finishing.FASTEN_OFF),
    )


def _crown_cm(forecast: Forecast) -> float:
    """From where the tube ends to the middle of the crown, over the curve."""
    return rows_cm(forecast) - _tube_cm(forecast)


def _tube_cm(forecast: Forecast) -> float:
    gauges = (forecast.plan.gauge_at(row) for row in range(1, forecast.stages[0].rows + 1))
    return sum(gauge.row_cm for gauge in gauges)


CROWN = Construction(
    key="crown",
    title=N_("Hat with a crown"),
    built=N_(
        "From the brim in rounds: a tube, then two stitches fewer in each wedge every second round, a disc backwards."
    ),
    asks=(
        Question("wedges", N_("wedges"), 5, 3, 12, "wedges"),
        Question("each", N_("stitches in each"), 18, 4, 120),
        Question("tube", N_("rounds of the tube"), 34, 4, 400, "rounds"),
    ),
    make=_make,
    use=Use.SCARVES,
    rules=(N_("Every second round of the crown loses two stitches in each wedge, until each has two or three."),),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.DOME,
    top=N_("the crown"),
    measures=(
        WishedMeasure("head_cm", N_("round the head"), "each", cast_on_cm),
        WishedMeasure("height_cm", N_("from the brim to the middle of the crown"), "tube", rows_cm),
        WishedMeasure("crown_cm", N_("the crown from its edge to its middle"), "each", _crown_cm),
    ),
    caveats=(N_("Round a head it may be a little narrower than the head: knitting stretches."),),
)
