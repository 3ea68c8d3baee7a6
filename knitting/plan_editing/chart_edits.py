"""Charting by hand: an increase or decrease put in, left out or moved at one stitch of a row.

Done in every row like it, the rule of the stage changes. Done in one row only, the stage is parted there: that row and
the rest of its rhythm become set-up rows of a stage that goes on as before.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.forecast.forecast import Forecast, forecast_of
from knitting.forecast.stages import StageForecast, on_row
from knitting.plan.checks import MOST_STAGES
from knitting.plan.plan import (
    Beside,
    Count,
    End,
    Length,
    PartCount,
    Plan,
    Repeats,
    Rows,
    SetupRow,
    Shaping,
    Stage,
    YarnShare,
)
from knitting.plan.row_composition import PlacedWork, RowShaping
from knitting.plan.split import RowSplit, ShapingPlace
from knitting.plan.stage_checks import MOST_SHAPINGS
from knitting.plan.works import WORKS, uses
from knitting.plan_editing.chosen_stitch import ChosenStitch, left_of, right_of, works_of_part
from knitting.plan_editing.refusals import CannotEdit
from knitting.problems import ProblemKind
from knitting.statements import sentence

_BREAKS = frozenset({ProblemKind.STEPPED_PAST, ProblemKind.NEVER_REACHED})


# -- what can be done there ------------------------------------------------------------------------------------


def put(forecast: Forecast, chosen: ChosenStitch, work: str, only_here: bool) -> Plan:
    """The plan with a work at a stitch, in that row only or in every row like it."""
    if work not in WORKS:
        raise CannotEdit(sentence("There is no such increase or decrease."))
    if chosen.work is not None:
        raise CannotEdit(sentence("Something is worked there already: leave that out first."))
    new = _shaping_at(chosen, work)
    needed = uses(WORKS[work].before)
    if not WORKS[work].across and needed > chosen.shape.split.parts[chosen.part].count - sum(_taken(chosen)):
        name = chosen.shape.split.parts[chosen.part].name
        raise CannotEdit(
            sentence(
                "'{name}' has too few plain stitches for a {work} there: it would reach the mark.",
                name=name,
                work=WORKS[work].said,
            )
        )
    if only_here:
        return _exception(forecast, chosen, (*_singles(chosen.shape), new), WORKS[work].change)
    return _rule(forecast, chosen, (new,), "")


def leave_out(forecast: Forecast, chosen: ChosenStitch, only_here: bool) -> Plan:
    """The plan without the work at a stitch, in that row only or in every row like it."""
    if chosen.work is None:
        raise CannotEdit(sentence("Nothing is increased or decreased there."))
    if only_here:
        kept = tuple(
            single for single, each in zip(_singles(chosen.shape), chosen.shape.placed) if each is not chosen.work
        )
        return _exception(forecast, chosen, kept, -chosen.work.gains)
    return _rule(forecast, chosen, (), "out")


def move(forecast: Forecast, chosen: ChosenStitch, left: int, only_here: bool) -> Plan:
    """The plan with the work at a stitch so many stitches further to the left (below zero: to the right)."""
    if chosen.work is None or chosen.work.spot.line >= 0:
        raise CannotEdit(sentence("Only what stands beside a line can be moved from it."))
    away = chosen.work.away + (left if chosen.work.spot.at_head else -left)
    if away < 0:
        raise CannotEdit(sentence("It stands beside its line already."))
    if only_here:
        singles = [
            replace(single, away=away) if each is chosen.work else single
            for single, each in zip(_singles(chosen.shape), chosen.shape.placed)
        ]
        return _exception(forecast, chosen, tuple(singles), 0)
    return _rule(forecast, chosen, (_single(chosen.shape.split, chosen.work, away),), "out")


def _others(chosen: ChosenStitch) -> Iterator[Shaping]:
    """All that the row works besides what stands at the chosen stitch."""
    for single, each in zip(_singles(chosen.shape), chosen.shape.placed, strict=True):
        if each is not chosen.work:
            yield single


def _taken(chosen: ChosenStitch) -> Iterator[int]:
    for _, begin, end in works_of_part(chosen.shape, chosen.part, chosen.shape.split.parts[chosen.part].count):
        yield end - begin


def _shaping_at(chosen: ChosenStitch, work: str) -> Shaping:
    """A work at the chosen stitch as a shaping of the line that is nearest to it."""
    split = chosen.shape.split
    if WORKS[work].across:
        if chosen.near not in {line.name for line in split.lines} or chosen.apart:
            raise CannotEdit(
                sentence("A {work} is worked on a line's own stitch: choose that one.", work=WORKS[work].said)
            )
        return Shaping((chosen.near,), Beside.ON, work, ())
    from_right = chosen.near == right_of(split, chosen.part) and chosen.offset == chosen.apart
    between = [
        uses(each.steps) + each.away
        for each, _, _ in works_of_part(chosen.shape, chosen.part, split.parts[chosen.part].count)
        if each.spot.at_head is from_right
    ]
    needed = uses(WORKS[work].before)
    on_line = chosen.offset == split.parts[chosen.part].count
    # From the left it is the work's last stitch that is counted to; a yarn over stands on the right of its stitch.
    apart = chosen.offset if from_right else 0 if on_line else chosen.apart + 1 - needed
    away = apart - sum(between)
    if away < 0:
        raise CannotEdit(
            sentence("There is no room for it beside what is worked there: choose a stitch further from the mark.")
        )
    return Shaping((chosen.near,), Beside.AFTER if from_right else Beside.BEFORE, work, (), away)


def _singles(shape: RowShaping) -> tuple[Shaping, ...]:
    """Every work of a row as a shaping of its own."""
    return tuple(_single(shape.split, each, each.away) for each in shape.placed)


def _single(split: RowSplit, placed: PlacedWork, away: int) -> Shaping:
    spot: ShapingPlace = placed.spot
    if spot.line >= 0:
        return Shaping((split.lines[spot.line].name,), Beside.ON, placed.work.key, (), away, placed.leaning, placed.own)
    name = right_of(split, spot.part) if spot.at_head else left_of(split, spot.part)
    side = Beside.AFTER if spot.at_head else Beside.BEFORE
    return Shaping((name,), side, placed.work.key, (), away, placed.leaning, placed.own)


def _rule(forecast: Forecast, chosen: ChosenStitch, new: Sequence[Shaping], deed: str) -> Plan:
    """The plan whose stage does so in every row like the chosen one."""
    if chosen.row < 0:
        raise CannotEdit(sentence("A set-up row comes once: change it in this row only."))
    stage = forecast.plan.stages[chosen.stage]
    row = chosen.row % stage.rhythm + 1
    shapings = list(stage.shapings)
    if deed == "out":
        assert chosen.work is not None, "what is left out is there"
        kept = list(_others(chosen))
        untouched = [replace(each, rows=tuple(at for at in each.rows if at != row)) for each in shapings]
        shapings = [*(each for each in untouched if each.rows), *(replace(each, rows=(row,)) for each in kept)]
    shapings += [replace(each, rows=(row,)) for each in new]
    if len(shapings) > MOST_SHAPINGS:
        raise CannotEdit(
            sentence(
                "'{stage}' has {most} shapings already, the most that a stage can have.",
                stage=stage.name,
                most=MOST_SHAPINGS,
            )
        )
    plan = forecast.plan.with_stage(chosen.stage, replace(stage, shapings=tuple(shapings)))
    return _checked(forecast, plan, every=False)


def _exception(forecast: Forecast, chosen: ChosenStitch, shapings: tuple[Shaping, ...], change: int) -> Plan:
    """The plan in which one row only has other shapings; ends that are counts follow."""
    stage = forecast.plan.stages[chosen.stage]
    if chosen.row < 0:
        at = chosen.row + len(stage.setup)
        if stage.setup[at].steps:
            raise CannotEdit(
                sentence("That row stays as it is written."),
                sentence("Shape in a row of another stage, or in the words."),
            )
        row = replace(stage.setup[at], shapings=shapings)
        setup = (*stage.setup[:at], row, *stage.setup[at + 1 :])
        until = _shifted(stage.until, change, forecast, chosen)
        return _checked(forecast, forecast.plan.with_stage(chosen.stage, replace(stage, setup=setup, until=until)))
    if len(forecast.plan.stages) >= MOST_STAGES:
        raise CannotEdit(sentence("A plan has {most} stages at most.", most=MOST_STAGES))
    return _checked(forecast, _parted(forecast, chosen, shapings, change))


def _parted(forecast: Forecast, chosen: ChosenStitch, shapings: tuple[Shaping, ...], change: int) -> Plan:
    stage, how = forecast.plan.stages[chosen.stage], forecast.stages[chosen.stage]
    rest = min(stage.rhythm - chosen.row % stage.rhythm - 1, how.rows - chosen.row - 1)
    rows = [SetupRow(shapings)]
    rows += [SetupRow(on_row(stage, (chosen.row + more) % stage.rhythm + 1)) for more in range(1, rest + 1)]
    done = chosen.row + len(rows)
    until = _shifted(_remaining(stage, how, done, forecast.plan), change, forecast, chosen)
    number = how.first_row + len(how.setup) + chosen.row
    name = _new_name(forecast.plan, f"Row {number} by hand, then {stage.name}")
    went_on = replace(stage, name=name, setup=tuple(rows), until=until, add_lines=(), drop_lines=(), fabrics=())
    if chosen.row:
        first: tuple[Stage, ...] = (replace(stage, until=Rows(chosen.row), ending=0), went_on)
    else:
        first = (replace(stage, name=name, setup=(*stage.setup, *rows), until=until),)
    stages = (*forecast.plan.stages[: chosen.stage], *first, *forecast.plan.stages[chosen.stage + 1 :])
    return replace(forecast.plan, stages=stages)


def _new_name(plan: Plan, name: str) -> str:
    taken = {stage.name for stage in plan.stages}
    return next(each for each in (name, *(f"{name} {at}" for at in range(2, 400))) if each not in taken)


def _remaining(stage: Stage, how: StageForecast, done: int, plan: Plan) -> End:
    """The end of a stage after so many of its rows were worked elsewhere."""
    match stage.until:
        case Count() | PartCount() | YarnShare():
            return stage.until
        case Length(cm):
            left = cm - done * plan.gauge_at(how.first_row).row_cm
            return Length(left) if left > 0 else Rows(0)
        case _:
            left_rows = max(how.rows - done, 0)
            if isinstance(stage.until, Repeats) and not stage.ending and left_rows % stage.rhythm == 0:
                return Repeats(left_rows // stage.rhythm)
            return Rows(left_rows)


def _shifted(until: End, change: int, forecast: Forecast, chosen: ChosenStitch) -> End:
    """An end at a count follows what the row gains or loses."""
    if isinstance(until, Count):
        return Count(until.stitches + change)
    split = forecast.stages[chosen.stage].split
    if isinstance(until, PartCount) and split.part(until.part) == chosen.part:
        return PartCount(until.part, until.stitches + change)
    return until


def _checked(forecast: Forecast, plan: Plan, every: bool = True) -> Plan:
    """A plan that comes out as the one before it did; what would break it is said."""
    known = {trouble.kind for trouble in forecast.troubles}
    found = forecast_of(plan)
    for trouble in found.troubles:
        breaks = trouble.stops or (every and trouble.kind in _BREAKS)
        if breaks and trouble.kind not in known:
            raise CannotEdit(sentence("That would break the count. {trouble}", trouble=trouble.facts))
    return plan
