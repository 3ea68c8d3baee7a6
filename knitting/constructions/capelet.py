"""Capelet with four marked lines, seed edges and a picked-up collar."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    CLOSED_INCREASE,
    LEANING,
    MARKING,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    cast_on_cm,
    leaning,
    marking,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.plan.plan import Beside, Finish, Line, LineKind, Plan, PlannedPart, Repeats, Rows, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_
from knitting.wearing import PutOn, Wearing

_NAMES = ("right front", "right shoulder", "back", "left shoulder", "left front")


def _make(values: Values) -> Plan:
    given = values["parts"]
    assert isinstance(given, tuple)
    counts = [count for at, count in enumerate(given) if at % 2 == 0]
    edge = min(number(values, "edge"), counts[0] - 1, counts[-1] - 1)
    parts, lines = _split(counts, edge, marking(values))
    names = tuple(line.name for line in lines if line.stitches)
    shaping = (Shaping(names, Beside.BOTH, word(values, "increase"), (1,), leaning=leaning(values)),)
    stages = [
        Stage("Yoke", 2, shaping, Repeats(number(values, "fast"))),
        Stage("Body", 4, shaping, Repeats(number(values, "slow"))),
    ]
    if number(values, "seed"):
        whole = tuple((part.name, "seed") for part in parts)
        stages.append(Stage("Seed border", 1, (), Rows(number(values, "seed")), drop_lines=names, fabrics=whole))
    cast_on = CastOn(sum(given), NOWHERE)
    return Plan("Capelet", cast_on, parts, lines, tuple(stages), finish=Finish(manner="loosely"))


def _split(counts: list[int], edge: int, kind: LineKind) -> tuple[tuple[PlannedPart, ...], tuple[Line, ...]]:
    """The parts between the marked lines, with the seed edges as parts of their own."""
    names = _NAMES if len(counts) == len(_NAMES) else tuple(f"panel {at + 1}" for at in range(len(counts)))
    parts = [PlannedPart(name, count, "stockinette") for name, count in zip(names, counts, strict=True)]
    lines = [Line(f"line {at}", kind, 1) for at in range(1, len(counts))]
    if edge < 1:
        return tuple(parts), tuple(lines)
    parts[0] = PlannedPart(parts[0].name, counts[0] - edge, "stockinette")
    parts[-1] = PlannedPart(parts[-1].name, counts[-1] - edge, "stockinette")
    right, left = PlannedPart("right edge stitches", edge, "seed"), PlannedPart("left edge stitches", edge, "seed")
    counted = (Line("right edge line", LineKind.UNMARKED), Line("left edge line", LineKind.UNMARKED))
    return (right, *parts, left), (counted[0], *lines, counted[1])


CAPELET = Construction(
    key="capelet",
    title=N_("Capelet"),
    built=N_("From the neck down, open in front: an increase on each side of four lines, first fast, then slowly."),
    asks=(
        Question("parts", N_("parts and lines"), (11, 1, 17, 1, 31, 1, 17, 1, 11), 1, 400),
        Question("fast", N_("increases every 2nd row"), 14, 0, 300, "times"),
        Question("slow", N_("then every 4th row"), 5, 0, 300, "times"),
        Question("edge", N_("edges in seed"), 4, 0, 40),
        Question("seed", N_("rows of seed at the end"), 6, 0, 100, "rows"),
        CLOSED_INCREASE,
        LEANING,
        MARKING,
    ),
    make=_make,
    use=Use.WORN,
    worn=Wearing(PutOn.ROUND_NECK),
    rules=(N_("Every increase row gains two stitches a line."), N_("Right and left half are equal.")),
    care=(Caution.PAUSE, Caution.CORDS, Caution.FIBRE),
    curvature=Curvature.CUPS,
    top=N_("the neck"),
    measures=(WishedMeasure("depth_cm", N_("depth"), "slow", rows_cm),),
    caveats=(
        N_(
            "Pick up the collar with a needle half a millimetre larger; a small difference in the number picked up is "
            "harmless unless a repeat must fit."
        ),
    ),
    over_head=(N_("The neck edge"), cast_on_cm),
)
