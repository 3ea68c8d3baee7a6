"""What might mend a bend of the cloth: other plans, the likeliest first. Whether they help is tried elsewhere."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import replace
from itertools import chain, islice

from knitting.cloth import Bend, Finding
from knitting.measures import Gauge
from knitting.plan.course import StageCourse
from knitting.plan.foresight import foresee
from knitting.plan.plan import (
    EDGES,
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    LineKind,
    Plan,
    Repeats,
    Rows,
    Shaping,
    Stage,
)
from knitting.plan.troubles import PlanMend
from knitting.straightening.rates import at_rate
from knitting.straightening.turning import turned_over

_NEAR_ROWS = 4
"""A change of rate within so many rows of a stage's first one is the stage's."""
_MOST_RATES = 5
_EASED_ROWS = 12


def candidates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Plans that may lie better where a finding says that one does not."""
    for way in _WAYS[finding.bend]:
        yield from way(plan, finding)


def _edges_every_row(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """An increase at each edge on the other rows of the rhythm as well."""
    for at, stage in enumerate(plan.stages):
        for place, shaping in enumerate(stage.shapings):
            if _at_edges(plan, shaping) and 2 * len(shaping.rows) <= stage.rhythm and stage.rhythm % 2 == 0:
                rows = tuple(sorted({*shaping.rows, *(row % stage.rhythm + 1 for row in shaping.rows)}))
                shapings = (*stage.shapings[:place], replace(shaping, rows=rows), *stage.shapings[place + 1 :])
                says = "increase at each edge on wrong-side rows too"
                yield PlanMend(says, plan.with_stage(at, replace(stage, shapings=shapings)))


def _at_edges(plan: Plan, shaping: Shaping) -> bool:
    """Whether a shaping stands at the edges, or at the lines that part the borders from the rest."""
    names = [line.name for line in plan.lines]
    borders = {name for name in (names[:1] + names[-1:]) if len(names) > 2}
    kinds = {line.name: line.kind for line in plan.lines}
    return all(name in EDGES or (name in borders and kinds[name] is LineKind.UNMARKED) for name in shaping.at)


def _in_garter(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """The same in garter, whose rows are half as high as a stitch is wide."""
    parts = tuple(replace(part, fabric="garter") for part in plan.parts)
    stages = tuple(replace(stage, fabrics=()) for stage in plan.stages)
    lines = tuple(replace(line, fabric="") for line in plan.lines)
    known = plan.gauge_at(1)
    gauge = Gauge(known.stitches, 2 * known.stitches, "garter", guessed=True)
    garter = replace(plan, parts=parts, stages=stages, lines=lines, gauge=gauge, gauges=(), known_from=None)
    yield PlanMend("work it in garter", garter)


def _other_rates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The first stage that shapes at the rate that would lie flat, or as near it as a rhythm comes."""
    stages = foresee(plan).stages
    at = next((place for place, stage in enumerate(stages) if stage.stage.shapings and stage.rows), -1)
    yield from _rates_of(plan, stages, at, finding)


def _rate_from_there(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The stage that begins where the rate changes, at the rate that would lie flat."""
    course = foresee(plan)
    for at in _begun_near(course.stages, finding):
        yield from _rates_of(plan, course.stages, at, finding)


def _rates_of(plan: Plan, stages: tuple[StageCourse, ...], at: int, finding: Finding) -> Iterator[PlanMend]:
    if at < 0 or not finding.gains or finding.flat_gains / finding.gains <= 0:
        return
    stage, rounds = plan.stages[at], stages[at].in_round
    within = "" if len(plan.stages) == 1 else f" in '{stage.name}'"
    for rate in islice(at_rate(stage, finding.flat_gains / finding.gains, rounds), _MOST_RATES):
        yield PlanMend(f"{rate.says}{within}", plan.with_stage(at, rate.stage))


def _begun_near(stages: tuple[StageCourse, ...], finding: Finding) -> Iterator[int]:
    for at in range(1, len(stages)):
        if abs(stages[at].first_row - finding.rows[0]) <= _NEAR_ROWS:
            yield at


def _as_before(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The rhythm of a stage before kept on where the rate changes, or that of the stage taken up before it."""
    course = foresee(plan)
    for at in _begun_near(course.stages, finding):
        stage = plan.stages[at]
        for before in reversed(plan.stages[:at]):
            if before.shapings and _rhythm_of(before) != _rhythm_of(stage):
                yield PlanMend(f"go on as in '{before.name}'", plan.with_stage(at, _in_rhythm_of(stage, before)))
        if stage.shapings:
            earlier = plan.with_stage(at - 1, _in_rhythm_of(plan.stages[at - 1], stage))
            yield PlanMend(f"begin as in '{stage.name}'", earlier)


def _all_alike(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """Every later stage in the rhythm of the first that shapes."""
    first = next((at for at, stage in enumerate(plan.stages) if stage.shapings), len(plan.stages))
    later = plan.stages[first + 1 :]
    if later:
        alike = tuple(_in_rhythm_of(stage, plan.stages[first]) for stage in later)
        says = f"go on as in '{plan.stages[first].name}' to the end"
        yield PlanMend(says, replace(plan, stages=(*plan.stages[: first + 1], *alike)))


def _rhythm_of(stage: Stage) -> tuple[int, tuple[Shaping, ...]]:
    return stage.rhythm, stage.shapings


def _in_rhythm_of(stage: Stage, other: Stage) -> Stage:
    return replace(stage, rhythm=other.rhythm, shapings=other.shapings, ending=0)


def _eased(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Some rows between two rates in which they take turns: the bend is spread over two places."""
    course = foresee(plan)
    for at in _begun_near(course.stages, finding):
        before, after = plan.stages[at - 1], plan.stages[at]
        if after.setup or after.add_lines or after.drop_lines or not (before.shapings and after.shapings):
            continue
        rhythm = before.rhythm + after.rhythm
        times = max(_EASED_ROWS // rhythm, 2)
        shapings = (*before.shapings, *(_shifted(shaping, before.rhythm) for shaping in after.shapings))
        eased = Stage(
            f"From '{before.name}' to '{after.name}'", rhythm, shapings, Repeats(times), fabrics=after.fabrics
        )
        stages = (*plan.stages[:at], eased, *plan.stages[at:])
        says = f"change over in {times * rhythm} rows in which both rhythms take turns"
        yield PlanMend(says, replace(plan, stages=stages))


def _shifted(shaping: Shaping, by: int) -> Shaping:
    return replace(shaping, rows=tuple(row + by for row in shaping.rows))


def _back_sooner(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """Fewer rows while a part waits on its holder: the sides that meet again are less unequal."""
    course = foresee(plan)
    held: dict[str, int] = {}
    for at, stage in enumerate(plan.stages):
        for row in stage.setup:
            if row.back in held and at - held[row.back] == 1:
                yield from _shorter(plan, held[row.back], course.stages[held[row.back]].rows, row.back)
            if row.hold:
                held[row.hold] = at


def _shorter(plan: Plan, at: int, rows: int, name: str) -> Iterator[PlanMend]:
    stage = plan.stages[at]
    for share in (2, 3, 6):
        fewer = rows // share // stage.rhythm * stage.rhythm
        if 0 < fewer < rows:
            sooner = replace(stage, until=Rows(fewer), ending=0)
            yield PlanMend(f"put '{name}' back after {fewer} rows instead of {rows}", plan.with_stage(at, sooner))


def _in_turn(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """What stands on one side of its lines only, in turn on that side and on the other."""
    changed = plan
    for at, stage in enumerate(plan.stages):
        again = tuple(_on_the_other_side(plan, each) for each in stage.shapings)
        if again != stage.shapings:
            changed = changed.with_stage(at, _doubled(stage, again))
    if changed is not plan:
        yield PlanMend("work it in turn on one side of its line and on the other", changed)


def _on_the_other_side(plan: Plan, shaping: Shaping) -> Shaping:
    """A shaping on the other side of its lines; in rounds the edges are both sides of the beginning."""
    sides = {Beside.BEFORE: Beside.AFTER, Beside.AFTER: Beside.BEFORE}
    edges = {RIGHT_EDGE: LEFT_EDGE, LEFT_EDGE: RIGHT_EDGE}
    if shaping.side in sides and set(shaping.at) <= {line.name for line in plan.lines}:
        return replace(shaping, side=sides[shaping.side])
    if plan.in_round and len(shaping.at) == 1 and shaping.at[0] in edges:
        return replace(shaping, at=(edges[shaping.at[0]],))
    return shaping


def _doubled(stage: Stage, again: tuple[Shaping, ...]) -> Stage:
    """A rhythm of twice the rows, whose second half has other shapings in the same rows."""
    until = stage.until
    if isinstance(until, Repeats):
        until = Rows(until.times * stage.rhythm)
    met: dict[Shaping, Shaping] = {}
    for before, after in zip(stage.shapings, again, strict=True):
        later = _shifted(after, stage.rhythm)
        if before == after:
            met[before] = replace(before, rows=(*before.rows, *later.rows))
        else:
            met[before], met[later] = before, later
    return replace(stage, rhythm=2 * stage.rhythm, shapings=tuple(met.values()), until=until, ending=0)


def _order_turned(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """Yarn overs and their decreases the other way round in every other time of the rhythm."""
    changed = plan
    for at, stage in enumerate(plan.stages):
        turned = [replace(each, steps=turned_over(each.steps) or each.steps) for each in stage.shapings]
        if tuple(turned) != stage.shapings:
            changed = changed.with_stage(at, _doubled(stage, tuple(turned)))
    if changed is not plan:
        yield PlanMend("turn the order of yarn over and decrease every other time", changed)


def _of_all(*ways: Callable[[Plan, Finding], Iterator[PlanMend]]) -> Callable[[Plan, Finding], Iterator[PlanMend]]:
    """Some ways together, wherever a stage begins: for what no one row is to blame for."""

    def found(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
        stages = foresee(plan).stages
        for stage in stages[1:]:
            there = replace(finding, rows=(stage.first_row, finding.rows[1]))
            yield from chain.from_iterable(way(plan, there) for way in ways)

    return found


_WAYS: Mapping[Bend, tuple[Callable[[Plan, Finding], Iterator[PlanMend]], ...]] = {
    Bend.TOP: (_edges_every_row, _in_garter),
    Bend.CORNERS: (_in_garter,),
    Bend.CENTRE: (_other_rates,),
    Bend.CHANGE: (_as_before, _rate_from_there, _eased, _back_sooner),
    Bend.PULL: (_in_turn, _back_sooner),
    Bend.STRAIN: (_in_turn, _all_alike, _of_all(_as_before, _eased), _back_sooner),
    Bend.SLANT: (_order_turned,),
}
"""What is tried for each sort of finding."""
