"""Increases that lift a strand or a stitch: whether they find one in every row of a stage."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from knitting.forecast.facts import BareInSetup, BareMakeOne, LiftsInFirstRow, LiftsInFirstSetup
from knitting.forecast.stages import Counts, StageForecast
from knitting.plan.changes import OneStitchFurther, PlainRowFirst
from knitting.plan.plan import Plan, SetupRow, Shaping
from knitting.plan.row_composition import PlacedWork, RowShaping
from knitting.plan.troubles import PlanMend, Trouble
from knitting.plan.works import Steps, uses, work_of
from knitting.rows import CastOn, Group, Work
from knitting.rows.lists import every_step
from knitting.stitches import Needs


def lifting_troubles(plan: Plan, at: int, forecast: StageForecast) -> Iterator[Trouble]:
    """Increases of a stage that would lift what is not there."""
    stage = plan.stages[at]
    yield from _in_setup(plan, at, forecast)
    if not forecast.rows:
        return
    anew = forecast.first_row == 1 and not forecast.setup and isinstance(plan.start, CastOn)
    if anew and any(_wants(each.steps, Needs.ROW_BELOW) for each in forecast.cycle.rows[0].placed):
        plain = plan.with_stage(at, replace(stage, setup=(*stage.setup, SetupRow())))
        mends = (PlanMend(PlainRowFirst(), plain),)
        yield Trouble(LiftsInFirstRow(stage.name), ("stages", at), mends, stops=True)
    row = None if forecast.in_round else next(_bare_rows(forecast), None)
    if row is not None:
        bare = BareMakeOne(row % stage.rhythm + 1, stage.name)
        yield Trouble(bare, ("stages", at), (_further_in(plan, at),), stops=True)


def _in_setup(plan: Plan, at: int, forecast: StageForecast) -> Iterator[Trouble]:
    name = plan.stages[at].name
    for place, row in enumerate(forecast.setup):
        first = forecast.first_row == 1 and place == 0 and isinstance(plan.start, CastOn)
        path = ("stages", at, "setup", place)
        if first and any(_wants(each.steps, Needs.ROW_BELOW) for each in row.shape.placed):
            yield Trouble(LiftsInFirstSetup(name), path, stops=True)
        lifting = [each for each in row.shape.placed if _wants(each.steps, Needs.NEIGHBOURS)]
        if not forecast.in_round and any(_is_bare(each, row.shape, row.before.counts) for each in lifting):
            yield Trouble(BareInSetup(name), path, stops=True)


def _wants(steps: Steps, needs: Needs) -> bool:
    return any(isinstance(step, Work) and step.stitch.needs is needs for step in every_step(steps))


def _further_in(plan: Plan, at: int) -> PlanMend:
    stage = plan.stages[at]

    def further(shaping: Shaping) -> Shaping:
        work = work_of(shaping.work, shaping.steps, False)
        lifts = work is not None and (_wants(work.before, Needs.NEIGHBOURS) or _wants(work.after, Needs.NEIGHBOURS))
        return replace(shaping, away=shaping.away + 1) if lifts else shaping

    shapings = tuple(further(shaping) for shaping in stage.shapings)
    return PlanMend(OneStitchFurther(), plan.with_stage(at, replace(stage, shapings=shapings)))


def _bare_rows(forecast: StageForecast) -> Iterator[int]:
    """The rows (from 0) in which a make-one has no stitch on one of its sides."""
    lifting = [[each for each in row.placed if _wants(each.steps, Needs.NEIGHBOURS)] for row in forecast.cycle.rows]
    if not any(lifting):
        return
    for row, counts in enumerate(forecast.counts[:-1]):
        at = row % len(lifting)
        if any(_is_bare(each, forecast.cycle.rows[at], counts) for each in lifting[at]):
            yield row


def _is_bare(placed: PlacedWork, row: RowShaping, counts: Counts) -> bool:
    """Whether the strands that a work lifts lie at an edge."""
    outside, inside = _beside(placed, row, counts)
    before, after = (outside, inside) if placed.spot.at_head else (inside, outside)
    forwards = row.forwards
    for first, last in _lifted(placed.steps):
        right = before + (first if forwards else last)
        left = after + (last if forwards else first)
        if right <= 0 or left <= 0:
            return True
    return False


def _beside(placed: PlacedWork, row: RowShaping, counts: Counts) -> tuple[int, int]:
    """The stitches that lie on the line's side of a work, and those on its other side."""
    split, part = row.split, placed.spot.part
    live = set(split.live)
    right = sum(counts[at] for at in range(part) if at in live)
    right += sum(line.stitches for line in split.lines[:part])
    total = sum(counts[at] for at in live) + sum(line.stitches for line in split.lines)
    nearer = 0
    for each in row.placed:
        if each.spot == placed.spot:
            nearer += each.away
            if each is placed:
                break
            nearer += uses(each.steps)
    outside = (right if placed.spot.at_head else total - right - counts[part]) + nearer
    return outside, total - outside - uses(placed.steps)


def _lifted(steps: Steps, before: int = 0) -> Iterator[tuple[int, int]]:
    """For every make-one in some steps, the stitches that they use before it and after it."""
    whole = uses(steps)
    used = 0
    for step in steps:
        if isinstance(step, Group):
            for first, last in _lifted(step.steps):
                yield before + used + first, whole - used - uses(step.steps) + last
        elif isinstance(step, Work) and step.stitch.needs is Needs.NEIGHBOURS:
            yield before + used, whole - used
        used += uses((step,))
