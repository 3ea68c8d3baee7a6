"""Wedges in the place of rows that gain all over, as a doubling does: they widen by the same in every so manyth row."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import islice
from math import pi, tan

from knitting.constructions.construction import around
from knitting.flatness import Finding
from knitting.forecast.forecast import forecast_of
from knitting.plan.plan import Line, Plan, PlannedPart, Repeats, SetupRow, Shaping, Stage
from knitting.plan.troubles import PlanMend
from knitting.remedies.rates import OtherRate, at_rate
from knitting.rows import Group, Step, ToEnd, Work
from knitting.statements import sentence
from knitting.stitches import Leaning

_FEWEST_ROUND, _FEWEST_FLAT, _MOST = 3, 2, 12
_RATES = 2


def in_wedges(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """A plan in one part whose rows gain all over, in wedges instead, at the rates that lie flattest."""
    stages = forecast_of(plan).stages
    if plan.lines or len(plan.parts) != 1 or any(stage.added for stage in stages):
        return
    shaped = [(steps, stage.opening.total) for stage in stages for steps in _shaping_steps(stage.stage)]
    if not shaped or not all(gains_all_over(steps, stitches) for steps, stitches in shaped):
        return
    rows = sum(stage.rows + len(stage.setup) for stage in stages)
    for many, rate in sorted(_rates(plan), key=lambda each: each[1].off):
        grow = replace(rate.stage, until=Repeats(max(rows // rate.stage.rhythm, 1)))
        says = sentence("{says}, in {many} wedges instead of all over", says=rate.says, many=many)
        yield PlanMend(says, _made(plan, many, grow))


def gains_all_over(steps: Sequence[Step], stitches: int) -> bool:
    """Whether steps are one group of stitches, again and again over so many stitches, that makes more than it uses."""
    if len(steps) != 1 or not isinstance(steps[0], Group):
        return False
    works = [step for step in steps[0].steps if isinstance(step, Work)]
    uses, makes = (sum(getattr(work.stitch, each) * work.times for work in works) for each in ("uses", "makes"))
    whole = steps[0].goal == ToEnd() or uses * steps[0].times == stitches
    return whole and len(works) == len(steps[0].steps) and makes > uses


def _shaping_steps(stage: Stage) -> Iterator[tuple[Step, ...]]:
    yield from (row.steps for row in stage.setup if row.steps or row.shapings)
    yield from (shaping.steps for shaping in stage.shapings)


def _rates(plan: Plan) -> Iterator[tuple[int, OtherRate]]:
    """How many wedges, and a stage that widens them as fast as lies flat, or nearly."""
    gauge, turn = plan.gauge_at(1), 2 * pi if plan.in_round else pi
    fewest = _FEWEST_ROUND if plan.in_round else _FEWEST_FLAT
    for many in range(fewest, min(plan.counted // 2, _MOST) + 1):
        flat = 2 * many * tan(turn / many / 2) * gauge.row_cm / gauge.stitch_cm
        plain = SetupRow()  # what is lifted needs a row below it
        grow = Stage("Grow", 2, _around(many)[1], Repeats(1), setup=(plain,) if plan.in_round else (plain, plain))
        for rate in islice(at_rate(grow, flat / many, plan.in_round), _RATES):
            yield many, rate


def _made(plan: Plan, many: int, grow: Stage) -> Plan:
    each, more = divmod(plan.counted, many)
    parts = tuple(PlannedPart(f"wedge {at + 1}", each + (at < more), plan.parts[0].fabric) for at in range(many))
    return replace(plan, parts=parts, lines=_around(many)[0], stages=(grow,), construction="", answers=())


def _around(many: int) -> tuple[tuple[Line, ...], tuple[Shaping, ...]]:
    """On both sides of every line, a stitch away: without a hole, whatever lies below."""
    return around(many, "lifted_pair", 1, Leaning.TOWARDS)
