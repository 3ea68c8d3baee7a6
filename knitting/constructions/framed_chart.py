"""A charted panel in a plain frame, as on the leg of a sock."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import Construction, Question, Use, Values, WishedMeasure, number, rows_cm
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    Beside,
    Finish,
    Line,
    LineKind,
    Plan,
    PlannedPart,
    Repeats,
    SetupRow,
    Shaping,
    Stage,
)
from knitting.plan.works import OWN, uses
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Step, Work
from knitting.statements import N_
from knitting.stitches import STITCHES


def chart_row(edge: int, leg: int, middle: int) -> tuple[Step, ...]:
    """The chart's first row: a make-one beside each edge, a decrease beside the middle; its halves mirror."""
    half = [("k", edge), ("m1r", 1), ("k", leg), ("ssk", 1)]
    other = [("k2tog", 1), ("k", leg), ("m1l", 1), ("k", edge)]
    row = [*half, ("k", middle), *other]
    return tuple(Work(STITCHES[key], times, NOWHERE) for key, times in row if times)


def _make(values: Values) -> Plan:
    frame = number(values, "frame")
    row = chart_row(number(values, "edge"), number(values, "leg"), number(values, "middle"))
    wide = uses(row)
    chart = Shaping(("A",), Beside.AFTER, OWN, (1,), steps=row)
    parts = (
        PlannedPart("right frame", frame, "stockinette"),
        PlannedPart("chart", wide, "stockinette"),
        PlannedPart("left frame", frame, "stockinette"),
    )
    lines = (Line("A", LineKind.BETWEEN), Line("B", LineKind.BETWEEN))
    leg = Stage("Leg", 2, (chart,), Repeats(number(values, "times")), setup=(SetupRow(),))
    cast_on = CastOn(2 * frame + wide, NOWHERE)
    return Plan("Framed chart", cast_on, parts, lines, (leg,), in_round=True, finish=Finish(manner="stretchy"))


def _round_cm(forecast: Forecast) -> float:
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm


FRAMED_CHART = Construction(
    key="framed-chart",
    title=N_("Framed chart"),
    built=N_("A tube with a charted panel between two markers: its make-ones and decreases cancel in the round."),
    asks=(
        Question("frame", N_("plain on each side"), 17, 1, 300),
        Question("times", N_("worked"), 24, 1, 1_000, "times"),
        Question("edge", N_("beside the marker"), 3, 1, 40),
        Question("leg", N_("between make-one and decrease"), 4, 1, 40),
        Question("middle", N_("in the middle"), 5, 0, 40),
    ),
    make=_make,
    use=Use.SQUARES,
    rules=(N_("The chart uses as many stitches as it makes, and its halves mirror."),),
    care=(Caution.PAUSE, Caution.FIBRE),
    curvature=Curvature.TUBE,
    top=N_("the last round"),
    measures=(
        WishedMeasure("round_cm", N_("around"), "frame", _round_cm),
        WishedMeasure("length_cm", N_("length"), "times", rows_cm),
    ),
    grows="times",
    caveats=(N_("The square of a make-one stands for the new stitch, not for the one that it is lifted from."),),
)
