"""Increases that lift a strand or a stitch: whether they find one in every row of a stage."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

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
        if not forecast.in_round and any(_Lifting.of(each, row.shape).is_bare(row.before.counts) for each in lifting):
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
    lifting = [
        [_Lifting.of(each, row) for each in row.placed if _wants(each.steps, Needs.NEIGHBOURS)]
        for row in forecast.cycle.rows
    ]
    if not any(lifting):
        return
    for row, counts in enumerate(forecast.counts[:-1]):
        if any(each.is_bare(counts) for each in lifting[row % len(lifting)]):
            yield row


@dataclass(frozen=True, slots=True)
class _Lifting:
    """A work that lifts strands, at its place in a row: what of it is the same whatever the counts are.

    ``parts`` are those that are worked, ``to_right`` those of them that lie to the right of the work's own; ``beside``
    are the stitches between the line and the work, ``lines`` those of all lines, ``lines_right`` of those to the
    right. ``before`` and ``after`` say how many stitches a strand needs there at least, from the row's right end on.
    """

    part: int
    parts: tuple[int, ...]
    to_right: tuple[int, ...]
    lines: int
    lines_right: int
    beside: int
    uses: int
    at_head: bool
    before: int
    after: int

    @staticmethod
    def of(placed: PlacedWork, row: RowShaping) -> _Lifting:
        split, part = row.split, placed.spot.part
        strands = list(_lifted(placed.steps))
        firsts, lasts = min(first for first, _ in strands), min(last for _, last in strands)
        before, after = (firsts, lasts) if row.forwards else (lasts, firsts)
        return _Lifting(
            part,
            split.live,
            tuple(at for at in split.live if at < part),
            sum(line.stitches for line in split.lines),
            sum(line.stitches for line in split.lines[:part]),
            _nearer(placed, row),
            uses(placed.steps),
            placed.spot.at_head,
            before,
            after,
        )

    def is_bare(self, counts: Counts) -> bool:
        """Whether the strands that it lifts lie at an edge, the parts having so many stitches."""
        right = sum([counts[at] for at in self.to_right]) + self.lines_right
        total = sum([counts[at] for at in self.parts]) + self.lines
        outside = (right if self.at_head else total - right - counts[self.part]) + self.beside
        inside = total - outside - self.uses
        before, after = (outside, inside) if self.at_head else (inside, outside)
        return before + self.before <= 0 or after + self.after <= 0


def _nearer(placed: PlacedWork, row: RowShaping) -> int:
    """The stitches between a work's line and the work itself."""
    nearer = 0
    for each in row.placed:
        if each.spot == placed.spot:
            nearer += each.away
            if each is placed:
                break
            nearer += uses(each.steps)
    return nearer


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
