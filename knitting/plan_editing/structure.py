"""Lines, shapings, stages and rows put into a plan, moved and taken out of it."""

from __future__ import annotations

from dataclasses import replace

from knitting.forecast.forecast import forecast_of
from knitting.forecast.stages import with_lines, without_line
from knitting.plan.checks import MOST_LINES, MOST_STAGES
from knitting.plan.plan import (
    CENTRE,
    LEFT_EDGE,
    RIGHT_EDGE,
    AddedLine,
    Beside,
    Line,
    LineKind,
    Plan,
    PlannedPart,
    Repeats,
    SetupRow,
    Shaping,
    Stage,
)
from knitting.plan.split import RowSplit
from knitting.plan.stage_checks import MOST_SHAPINGS
from knitting.plan_editing.refusals import CannotEdit
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Tab
from knitting.statements import sentence


def with_line(plan: Plan, part: int | None = None) -> Plan:
    """The plan with a marked line through the middle of a part, the largest if none is named.

    A part of an even count gives up one stitch for a tab; a cast-on gets one more, so that both sides are equal.
    """
    if len(plan.lines) >= MOST_LINES:
        raise CannotEdit(sentence("A plan has {most} lines at most.", most=MOST_LINES))
    at = part if part is not None else max(range(len(plan.parts)), key=lambda each: plan.parts[each].count)
    if not 0 <= at < len(plan.parts):
        raise CannotEdit(sentence("That part of the plan is not there any more."))
    divided = plan.parts[at]
    if divided.count % 2 == 0:
        if isinstance(plan.start, Tab):
            raise CannotEdit(
                sentence(
                    "'{part}' has {count} stitches: no middle for a centre stitch.",
                    part=divided.name,
                    count=divided.count,
                )
            )
        plan = plan.with_part(divided.name, divided.count + 1)
    middle = len(plan.parts) == 1 or (len(plan.parts) % 2 and at == len(plan.parts) // 2)
    name = CENTRE if middle and all(line.name != CENTRE for line in plan.lines) else _new("line", plan)
    added = AddedLine(Line(name, LineKind.STITCH, 1), divided.name, _new(f"{divided.name} left", plan))
    split = with_lines(RowSplit(plan.parts, plan.lines), added)
    if split is None:
        raise CannotEdit(sentence("'{part}' has no stitch for a line.", part=divided.name))
    return replace(plan, parts=split.parts, lines=split.lines)


def _new(word: str, plan: Plan) -> str:
    """A name that is not taken: the word itself, or with a number."""
    taken = {part.name for part in plan.parts} | {line.name for line in plan.lines}
    names = [word, *(f"{word} {number}" for number in range(2, 100))] if word != "line" else []
    names = names or [f"line {number}" for number in range(1, 200)]
    return next(name for name in names if name not in taken)


def without(plan: Plan, line: int) -> Plan:
    """The plan with the parts on both sides of a line as one, and without the shapings that stood at it."""
    if not 0 <= line < len(plan.lines):
        raise CannotEdit(sentence("That line is not there any more."))
    name = plan.lines[line].name
    split = without_line(RowSplit(plan.parts, plan.lines), name)
    assert split is not None, "the line was just found"

    def stage(each: Stage) -> Stage:
        kept = (replace(s, at=tuple(at for at in s.at if at != name)) for s in each.shapings)
        return replace(each, shapings=tuple(shaping for shaping in kept if shaping.at))

    return replace(plan, parts=split.parts, lines=split.lines, stages=tuple(map(stage, plan.stages)))


def moved(plan: Plan, line: int, left: int) -> Plan:
    """The plan with a line some stitches further to the left, as the right side is seen; below zero to the right."""
    if not 0 <= line < len(plan.lines):
        raise CannotEdit(sentence("That line is not there any more."))
    right_part, left_part = plan.parts[line], plan.parts[line + 1]
    if right_part.count + left < 0 or left_part.count - left < 0:
        raise CannotEdit(sentence("'{line}' stands at the end of its parts already.", line=plan.lines[line].name))
    parts = list(plan.parts)
    parts[line] = replace(right_part, count=right_part.count + left)
    parts[line + 1] = replace(left_part, count=left_part.count - left)
    return replace(plan, parts=tuple(parts))


def with_shaping(plan: Plan, stage: int) -> Plan:
    """The plan with one shaping more in a stage: at the first line that is bare there, else at both edges."""
    each = _stage(plan, stage)
    if len(each.shapings) >= MOST_SHAPINGS:
        raise CannotEdit(
            sentence(
                "'{stage}' has {most} shapings already, the most that a stage can have.",
                stage=each.name,
                most=MOST_SHAPINGS,
            )
        )
    forecast = forecast_of(plan).stages
    lines = forecast[stage].split.lines if stage < len(forecast) else plan.lines
    used = {name for shaping in each.shapings for name in shaping.at}
    bare = next((line.name for line in lines if line.name not in used and line.kind is not LineKind.UNMARKED), None)
    if bare is not None:
        shaping = Shaping((bare,), Beside.BOTH, "yo", (1,))
    else:
        shaping = Shaping((RIGHT_EDGE, LEFT_EDGE), Beside.INSIDE, "yo", (1,), away=1)
    return plan.with_stage(stage, replace(each, shapings=(*each.shapings, shaping)))


def without_shaping(plan: Plan, stage: int, shaping: int) -> Plan:
    """The plan without one shaping of a stage."""
    each = _stage(plan, stage)
    if not 0 <= shaping < len(each.shapings):
        raise CannotEdit(sentence("That shaping is not there any more."))
    return plan.with_stage(stage, replace(each, shapings=(*each.shapings[:shaping], *each.shapings[shaping + 1 :])))


def with_stage(plan: Plan) -> Plan:
    """The plan with a plain stage more at its end."""
    if len(plan.stages) >= MOST_STAGES:
        raise CannotEdit(sentence("A plan has {most} stages at most.", most=MOST_STAGES))
    names = {stage.name for stage in plan.stages}
    name = next(f"Stage {number}" for number in range(len(plan.stages) + 1, 400) if f"Stage {number}" not in names)
    return replace(plan, stages=(*plan.stages, Stage(name, 2, (), Repeats(5))))


def without_stage(plan: Plan, stage: int) -> Plan:
    """The plan without one of its stages; one is always left."""
    _stage(plan, stage)
    if len(plan.stages) == 1:
        raise CannotEdit(sentence("A plan has one stage at least."))
    return replace(plan, stages=(*plan.stages[:stage], *plan.stages[stage + 1 :]))


def with_plain_row(plan: Plan, stage: int) -> Plan:
    """The plan with a plain row before the rhythm of a stage."""
    each = _stage(plan, stage)
    return plan.with_stage(stage, replace(each, setup=(*each.setup, SetupRow())))


def without_plain_row(plan: Plan, stage: int) -> Plan:
    """The plan without the last set-up row of a stage."""
    each = _stage(plan, stage)
    if not each.setup:
        raise CannotEdit(sentence("'{stage}' has no set-up row.", stage=each.name))
    return plan.with_stage(stage, replace(each, setup=each.setup[:-1]))


def bare_parts(cast_on: int = 40) -> Plan:
    """A plan to begin with: one part, one plain stage."""
    parts = (PlannedPart("cloth", cast_on),)
    return Plan("My own shape", CastOn(cast_on, NOWHERE), parts, (), (Stage("Rows", 2, (), Repeats(20)),))


def _stage(plan: Plan, at: int) -> Stage:
    if not 0 <= at < len(plan.stages):
        raise CannotEdit(sentence("That stage is not there any more."))
    return plan.stages[at]
