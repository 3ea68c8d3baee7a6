"""What might mend a bend of the cloth: other plans, the likeliest first. Whether they help is tried elsewhere."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import replace
from itertools import chain, islice

from knitting.flatness import Bend, Finding
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
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
from knitting.remedies.rate_candidates import (
    all_at_one_rate,
    all_rates,
    along_all_lines,
    at_other_angles,
    begun_near,
    other_rates,
    rate_from_there,
    straight_at_one_rate,
)
from knitting.remedies.step_changes import other_way_round
from knitting.remedies.turned_eyelets import turned_over
from knitting.remedies.wedges import in_wedges
from knitting.statements import sentence

_MOST_OF_A_WAY = 6
_EASED_ROWS = 12
_MOST_TURNED = 4
_GARTER_RATES = (2.0, 0.5, 3.0, 1.5)


def plan_candidates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Plans that may lie better where a finding says that one does not."""
    for way in _WAYS[finding.bend]:
        yield from islice(way(plan, finding), _MOST_OF_A_WAY)


def _edges_every_row(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """An increase at each edge on the other rows of the rhythm as well."""
    for at, stage in enumerate(plan.stages):
        for place, shaping in enumerate(stage.shapings):
            if _at_edges(plan, shaping) and 2 * len(shaping.rows) <= stage.rhythm and stage.rhythm % 2 == 0:
                rows = tuple(sorted({*shaping.rows, *(row % stage.rhythm + 1 for row in shaping.rows)}))
                shapings = (*stage.shapings[:place], replace(shaping, rows=rows), *stage.shapings[place + 1 :])
                says = sentence("increase at each edge on wrong-side rows too")
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
    yield PlanMend(sentence("work it in garter"), garter)


def _as_before(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The rhythm of a stage before kept on where the rate changes, or that of the stage taken up before it."""
    forecast = forecast_of(plan)
    for at in begun_near(forecast.stages, finding):
        stage = plan.stages[at]
        for before in reversed(plan.stages[:at]):
            if (before.shapings or before is plan.stages[at - 1]) and _rhythm_of(before) != _rhythm_of(stage):
                yield PlanMend(
                    sentence("go on as in '{stage}'", stage=before.name),
                    plan.with_stage(at, _in_rhythm_of(stage, before)),
                )
        if stage.shapings:
            earlier = plan.with_stage(at - 1, _in_rhythm_of(plan.stages[at - 1], stage))
            yield PlanMend(sentence("begin as in '{stage}'", stage=stage.name), earlier)


def _all_alike(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """Every later stage in the rhythm of the first that shapes."""
    first = next((at for at, stage in enumerate(plan.stages) if stage.shapings), len(plan.stages))
    later = plan.stages[first + 1 :]
    if later:
        alike = tuple(_in_rhythm_of(stage, plan.stages[first]) for stage in later)
        says = sentence("go on as in '{stage}' to the end", stage=plan.stages[first].name)
        yield PlanMend(says, replace(plan, stages=(*plan.stages[: first + 1], *alike)))


def _rhythm_of(stage: Stage) -> tuple[int, tuple[Shaping, ...]]:
    return stage.rhythm, stage.shapings


def _in_rhythm_of(stage: Stage, other: Stage) -> Stage:
    return replace(stage, rhythm=other.rhythm, shapings=other.shapings, ending=0)


def _eased(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Some rows between two rates in which they take turns: the bend is spread over two places."""
    forecast = forecast_of(plan)
    for at in begun_near(forecast.stages, finding):
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
        says = sentence("change over in {times} rows in which both rhythms take turns", times=times * rhythm)
        yield PlanMend(says, replace(plan, stages=stages))


def _shifted(shaping: Shaping, by: int) -> Shaping:
    return replace(shaping, rows=tuple(row + by for row in shaping.rows))


def _ended_there(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The piece finished where the bend would begin."""
    for at in begun_near(forecast_of(plan).stages, finding):
        yield PlanMend(
            sentence("finish before '{stage}'", stage=plan.stages[at].name), replace(plan, stages=plan.stages[:at])
        )


def _cut_short(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The stage in which the bend begins cut short there, and the piece finished."""
    for at, forecast in enumerate(forecast_of(plan).stages):
        before = finding.rows[0] - forecast.first_row
        if 0 < before < forecast.rows:
            before -= before % 2 if not forecast.in_round else 0
            stage = replace(plan.stages[at], until=Rows(before), ending=0)
            shorter = replace(plan, stages=(*plan.stages[:at], stage))
            yield PlanMend(sentence("finish after row {row}", row=forecast.first_row + before - 1), shorter)


def _garter_at_other_rates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """In garter, and shaped faster or slower: for corners that neither alone makes square."""
    for garter in _in_garter(plan, finding):
        for factor in _GARTER_RATES:
            for mend in islice(all_rates(garter.plan, replace(finding, gains=1.0, flat_gains=factor)), 1):
                yield PlanMend(sentence("{says}, and {then}", says=garter.says, then=mend.says), mend.plan)


def _back_sooner(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """Fewer rows while a part waits on its holder: the sides that meet again are less unequal."""
    forecast = forecast_of(plan)
    held: dict[str, int] = {}
    for at, stage in enumerate(plan.stages):
        for row in stage.setup:
            if row.back in held and at - held[row.back] == 1:
                yield from _shorter(plan, held[row.back], forecast.stages[held[row.back]].rows, row.back)
            if row.hold:
                held[row.hold] = at


def _shorter(plan: Plan, at: int, rows: int, name: str) -> Iterator[PlanMend]:
    stage = plan.stages[at]
    for share in (2, 3, 6):
        fewer = rows // share // stage.rhythm * stage.rhythm
        if 0 < fewer < rows:
            sooner = replace(stage, until=Rows(fewer), ending=0)
            yield PlanMend(
                sentence("put '{name}' back after {fewer} rows instead of {rows}", name=name, fewer=fewer, rows=rows),
                plan.with_stage(at, sooner),
            )


def _in_turn(plan: Plan, _: Finding) -> Iterator[PlanMend]:
    """What stands on one side of its lines only, in turn on that side and on the other: in all stages, or in one."""
    turned = {at: _turned_stage(plan, stage) for at, stage in enumerate(plan.stages)}
    changes = [at for at, stage in turned.items() if stage != plan.stages[at]]
    if changes:
        stages = tuple(turned[at] for at in range(len(plan.stages)))
        yield PlanMend(
            sentence("work it in turn on one side of its line and on the other"), replace(plan, stages=stages)
        )
    for at in changes if len(changes) > 1 else ():
        says = sentence("work '{stage}' in turn on one side of its line and on the other", stage=plan.stages[at].name)
        yield PlanMend(says, plan.with_stage(at, turned[at]))


def _in_turn_at_other_rates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Both sides in turn, and at the rate that would lie flat: the one alone would show the other."""
    for mend in islice(chain(other_rates(plan, finding), rate_from_there(plan, finding)), _MOST_TURNED):
        for turned in islice(_in_turn(mend.plan, finding), 1):
            yield PlanMend(sentence("{says}, in turn on both sides", says=mend.says), turned.plan)


def _turned_stage(plan: Plan, stage: Stage) -> Stage:
    again = tuple(_on_the_other_side(plan, each) for each in stage.shapings)
    return _doubled(stage, again) if again != stage.shapings else stage


def _eased_into_plain(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """Half the rate for some rows before the shaping ends: the bend is spread over two places."""
    for at in begun_near(forecast_of(plan).stages, finding):
        before = plan.stages[at - 1]
        if before.shapings:
            rhythm = 2 * before.rhythm
            slower = Stage(f"{before.name}, slower", rhythm, before.shapings, Repeats(1))
            for times in sorted({max(_EASED_ROWS // rhythm, 2), 1}, reverse=True):
                eased = replace(slower, until=Repeats(times))
                says = sentence("shape half as often for {times} rows before it", times=times * rhythm)
                yield PlanMend(says, replace(plan, stages=(*plan.stages[:at], eased, *plan.stages[at:])))


def _shaped_on(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The shapings of an earlier stage along the same lines taken up again where the rate changes."""
    forecast = forecast_of(plan)
    for at in begun_near(forecast.stages, finding):
        lines = {line.name for line in forecast.stages[at].opening.lines}
        for before in reversed(plan.stages[:at]):
            along = tuple(each for each in before.shapings if set(each.at) <= lines)
            if along:
                taken_up = replace(plan.stages[at], rhythm=before.rhythm, shapings=along, ending=0)
                yield PlanMend(
                    sentence("shape along the lines as in '{stage}'", stage=before.name), plan.with_stage(at, taken_up)
                )
        yield from _lines_kept(plan, at, forecast.stages[at].rows)


def _lines_kept(plan: Plan, at: int, rows: int) -> Iterator[PlanMend]:
    """The lines that a stage gives up kept in it, shaped as before, for as many rows or half of them."""
    stage, before = plan.stages[at], plan.stages[at - 1]
    if stage.drop_lines and before.shapings:
        for times in sorted({max(rows // before.rhythm // share, 1) for share in (1, 2, 4)}, reverse=True):
            kept = replace(
                stage, drop_lines=(), rhythm=before.rhythm, shapings=before.shapings, until=Repeats(times), ending=0
            )
            yield PlanMend(
                sentence("keep the lines and go on as in '{stage}'", stage=before.name), plan.with_stage(at, kept)
            )


def _on_the_other_side(plan: Plan, shaping: Shaping) -> Shaping:
    """A shaping on the other side of its lines; in rounds the edges are both sides of the beginning."""
    sides = {Beside.BEFORE: Beside.AFTER, Beside.INSIDE: Beside.OUTSIDE}
    sides |= {other: side for side, other in sides.items()}
    edges = {RIGHT_EDGE: LEFT_EDGE, LEFT_EDGE: RIGHT_EDGE}
    if shaping.side in sides and set(shaping.at) <= {line.name for line in plan.lines}:
        return replace(shaping, side=sides[shaping.side])
    if plan.in_round and len(shaping.at) == 1 and shaping.at[0] in edges:
        return replace(shaping, at=(edges[shaping.at[0]],))
    return replace(shaping, steps=other_way_round(shaping.steps) or shaping.steps)


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
        yield PlanMend(sentence("turn the order of yarn over and decrease every other time"), changed)


def _of_all(*ways: Callable[[Plan, Finding], Iterator[PlanMend]]) -> Callable[[Plan, Finding], Iterator[PlanMend]]:
    """Some ways together, wherever a stage begins: for what no one row is to blame for."""

    def found(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
        stages = forecast_of(plan).stages
        for stage in stages[1:]:
            there = replace(finding, rows=(stage.first_row, finding.rows[1]))
            yield from chain.from_iterable(way(plan, there) for way in ways)

    return found


_WAYS: Mapping[Bend, tuple[Callable[[Plan, Finding], Iterator[PlanMend]], ...]] = {
    Bend.TOP: (_edges_every_row, _in_garter, at_other_angles, along_all_lines, straight_at_one_rate),
    Bend.CORNERS: (_in_garter, at_other_angles, _garter_at_other_rates),
    Bend.CENTRE: (in_wedges, other_rates, all_rates, _in_turn_at_other_rates, along_all_lines, all_at_one_rate),
    Bend.CHANGE: (
        in_wedges,
        _as_before,
        rate_from_there,
        straight_at_one_rate,
        _eased,
        _shaped_on,
        _eased_into_plain,
        _back_sooner,
        _in_turn_at_other_rates,
        _ended_there,
        _cut_short,
    ),
    Bend.PULL: (in_wedges, _in_turn, _back_sooner, _of_all(_as_before), _of_all(_ended_there)),
    Bend.STRAIN: (
        in_wedges,
        _in_turn,
        _all_alike,
        _of_all(_as_before, _eased, _shaped_on, _eased_into_plain),
        _back_sooner,
        _of_all(_ended_there),
    ),
    Bend.SLANT: (_order_turned,),
}
"""What is tried for each sort of finding."""
