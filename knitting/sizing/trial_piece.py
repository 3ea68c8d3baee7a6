"""The trial piece: the smallest that meets every stage, every mark and one pattern repeat once."""

from __future__ import annotations

from dataclasses import replace

from knitting.fabric import with_own
from knitting.forecast.forecast import forecast_of
from knitting.plan.plan import Count, Plan, Repeats, Shaping, Stage
from knitting.plan.works import OWN
from knitting.rows import CastOn, Group
from knitting.sizing.borders import borders


def trial_piece(plan: Plan) -> Plan:
    """The smallest piece in which every stage of a plan is met: to learn its rows, to measure, to weigh.

    Every stage is worked once through its rhythm (again where a later one would not come out), and the parts are
    cast on as small as their shapings, their repeats and the equality of both sides allow.
    """
    small = replace(plan, name=f"{plan.name}, trial piece", stages=tuple(_once(stage) for stage in plan.stages))
    small = _long_enough(plan, small)
    return _narrowed(small) if isinstance(plan.start, CastOn) else small


def _once(stage: Stage) -> Stage:
    shapings = tuple(_one_repeat(shaping) for shaping in stage.shapings)
    return replace(stage, until=Repeats(1), ending=0, shapings=shapings)


def _one_repeat(shaping: Shaping) -> Shaping:
    """Own steps that are one repeat over the whole row: once."""
    if shaping.work == OWN and len(shaping.steps) == 1 and isinstance(shaping.steps[0], Group):
        return replace(shaping, steps=(replace(shaping.steps[0], times=1),))
    return shaping


def _long_enough(plan: Plan, small: Plan) -> Plan:
    """Stages worked more than once where a later stage has no room, or no middle, otherwise."""
    for _ in range(12):
        forecast = forecast_of(small)
        if forecast.sound:
            return small
        stopped = next(trouble for trouble in forecast.troubles if trouble.stops)
        if stopped.where[0] != "stages" or not stopped.where[1]:
            break
        before = int(stopped.where[1]) - 1
        until = small.stages[before].until
        more = Repeats(until.times + 1) if isinstance(until, Repeats) else until
        small = small.with_stage(before, replace(small.stages[before], until=more))
    # No number of times helps: the stages end as they were planned, the last ones are cut short.
    whole = [replace(stage, until=old.until) for stage, old in zip(small.stages, plan.stages, strict=True)]
    kept = [stage if isinstance(stage.until, Count) else _once(stage) for stage in whole]
    return replace(small, stages=tuple(kept))


def _narrowed(plan: Plan) -> Plan:
    """The plan cast on with as few stitches as come out; parts of equal size stay equal, borders as they are."""
    known = with_own(plan.fabrics)
    kept = borders(forecast_of(plan))
    inner = [at for at in range(len(plan.parts)) if at not in kept]
    for size in sorted({plan.parts[at].count for at in inner}, reverse=True):
        alike = [at for at in inner if plan.parts[at].count == size]
        least = max(known[plan.parts[at].fabric].width for at in alike)
        for count in range(min(least, size), size):
            parts = tuple(replace(p, count=count) if at in alike else p for at, p in enumerate(plan.parts))
            narrow = replace(plan, parts=parts).recast()
            forecast = forecast_of(narrow)
            if forecast.sound and not forecast.troubles:
                plan = narrow
                break
    return plan
