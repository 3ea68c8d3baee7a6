"""Other rates of shaping for a plan: those that would lie flat where a finding says that its own does not."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import islice
from math import radians, tan

from knitting.flatness import Bend, Finding
from knitting.forecast.forecast import forecast_of
from knitting.forecast.stages import StageForecast
from knitting.plan.plan import EDGES, LEFT_EDGE, RIGHT_EDGE, Beside, LineKind, Plan, Stage
from knitting.plan.troubles import PlanMend
from knitting.plan.works import work_of
from knitting.remedies.rates import at_rate
from knitting.statements import sentence

_NEAR_ROWS = 4
"""A change of rate within so many rows of a stage's first one, or within one time of a rhythm there, is the stage's."""
_MOST_RATES = 5


def other_rates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The first stage that shapes at the rate that would lie flat, or as near it as a rhythm comes."""
    stages = forecast_of(plan).stages
    at = next((place for place, stage in enumerate(stages) if stage.stage.shapings and stage.rows), -1)
    yield from _rates_of(plan, stages, at, finding)


def rate_from_there(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The stage that begins where the rate changes, at the rate that would lie flat."""
    forecast = forecast_of(plan)
    for at in begun_near(forecast.stages, finding):
        yield from _rates_of(plan, forecast.stages, at, finding)


def _rates_of(plan: Plan, stages: tuple[StageForecast, ...], at: int, finding: Finding) -> Iterator[PlanMend]:
    if at < 0 or not finding.gains or finding.flat_gains / finding.gains <= 0:
        return
    stage, rounds = plan.stages[at], stages[at].in_round
    for rate in islice(at_rate(stage, finding.flat_gains / finding.gains, rounds), _MOST_RATES):
        only = len(plan.stages) == 1
        says = rate.says if only else sentence("{says} in '{stage}'", says=rate.says, stage=stage.name)
        yield PlanMend(says, plan.with_stage(at, rate.stage))


def all_rates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Every stage that shapes so many times as fast, where their rhythms allow it; the nearest rates first."""
    if not finding.gains or finding.flat_gains / finding.gains <= 0:
        return
    factor = finding.flat_gains / finding.gains
    found = {
        at: list(islice(at_rate(plan.stages[at], factor, forecast.in_round), _MOST_RATES))
        for at, forecast in enumerate(forecast_of(plan).stages)
    }
    shaping = [at for at, rates in found.items() if rates]
    for nearest in range(min((len(found[at]) for at in shaping), default=0)):
        changed = plan
        for at in shaping:
            changed = changed.with_stage(at, found[at][nearest].stage)
        said = [found[at][nearest].says for at in shaping]
        says = (
            said[0]
            if len(set(said)) == 1
            else sentence("{says} first, and then as much faster or slower", says=said[0])
        )
        yield PlanMend(says, changed)


def all_at_one_rate(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Every stage that shapes as one of them does, at the rate that would lie flat; those with most places first."""
    shaping = [at for at, forecast in enumerate(forecast_of(plan).stages) if forecast.stage.shapings and forecast.rows]
    for model in sorted(shaping, key=lambda at: -_places(plan.stages[at])):
        stage = plan.stages[model]
        gains = _gained(stage)
        if not gains or finding.flat_gains / gains <= 0:
            continue
        for rate in islice(at_rate(stage, finding.flat_gains / gains, plan.in_round), 2):
            changed = plan
            for at in shaping:
                alike = replace(plan.stages[at], rhythm=rate.stage.rhythm, shapings=rate.stage.shapings, ending=0)
                changed = changed.with_stage(at, alike)
            yield PlanMend(sentence("{says} all the way, as in '{stage}'", says=rate.says, stage=stage.name), changed)


def straight_at_one_rate(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Every stage as one of them, at the rate that makes a top edge straight: each of its places grows by as much as
    the rows do."""
    gauge = plan.gauge_at(1)
    for stage in plan.stages:
        flat = _places(stage) * gauge.stitches / gauge.rows
        yield from all_at_one_rate(plan, replace(finding, flat_gains=flat))


def _gained(stage: Stage) -> float:
    """Stitches that a stage gains a row."""
    works = [(each, work_of(each.work, each.steps, each.side is Beside.ON)) for each in stage.shapings]
    changes = (
        work.change * len(each.at) * (1 + (each.side is Beside.BOTH)) * len(each.rows) for each, work in works if work
    )
    return sum(changes) / stage.rhythm


def at_other_angles(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Rates that make right angles of those that are off: four folds at a top edge, two at a corner."""
    off = finding.defect_deg
    if finding.bend is Bend.TOP:
        factors: tuple[float, ...] = (1 / tan(radians((180 - off) / 4)),)
    else:
        factors = (1 / tan(radians((90 - off) / 2)), tan(radians((90 - off) / 2)))
    for factor in factors:
        yield from islice(all_rates(plan, replace(finding, gains=1.0, flat_gains=factor)), 2)


def along_all_lines(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """What is worked along some of the lines along all of them, at the rate that would then lie flat."""
    shaped = {name for stage in plan.stages for shaping in stage.shapings for name in shaping.at}
    names = tuple(line.name for line in plan.lines if line.kind is not LineKind.UNMARKED)
    every = (*names, *((RIGHT_EDGE, LEFT_EDGE) if plan.in_round or finding.bend is Bend.TOP else ()))
    if not set(every) - shaped:
        return
    changed, more = plan, 1.0
    for at, stage in enumerate(plan.stages):
        model = next((each for each in stage.shapings if set(each.at) <= set(every)), None)
        if model is None:
            continue
        sides = [(name, Beside.INSIDE if name in EDGES else Beside.BOTH) for name in every]
        if model.side is Beside.ON:
            sides = [(name, Beside.ON) for name in names]
        shapings = tuple(replace(model, at=(name,), side=side) for name, side in sides)
        more = sum(1 + (side is Beside.BOTH) for _, side in sides) / max(_places(stage), 1)
        changed = changed.with_stage(at, replace(stage, shapings=shapings, ending=0))
    yield PlanMend(sentence("shape along every line"), changed)
    for mend in other_rates(changed, replace(finding, gains=finding.gains * more)):
        yield PlanMend(sentence("shape along every line, and {says}", says=mend.says), mend.plan)


def _places(stage: Stage) -> int:
    return sum(len(shaping.at) * (1 + (shaping.side is Beside.BOTH)) for shaping in stage.shapings)


def begun_near(stages: tuple[StageForecast, ...], finding: Finding) -> Iterator[int]:
    """The stages that begin about where a finding's rows do, the nearest first; never the first stage."""
    off = {at: abs(stages[at].first_row - finding.rows[0]) for at in range(1, len(stages))}
    for at in sorted(off, key=lambda place: off[place]):
        rhythms = [stage.stage.rhythm for stage in stages[at - 1 : at + 1] if stage.stage.shapings]
        if off[at] <= max(_NEAR_ROWS, *(rhythm + 2 for rhythm in rhythms), 0):
            yield at
