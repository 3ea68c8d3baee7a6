"""What would mend a row that cannot be worked: other goals, a marker shifted, a mark that is there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.needle.facts import BeyondGoal, LeftOver, MarkerInTheWay, NoMarkAhead, TooFew
from knitting.needle.group_work import fixed_uses
from knitting.needle.stops import Stop
from knitting.needle.walk import Walk
from knitting.problems import NOWHERE, Facts, Mend, Problem, Span
from knitting.rows import (
    Goal,
    Group,
    InFabric,
    Marker,
    MarkerDeed,
    Step,
    ToEnd,
    ToMarkedStitch,
    ToMarker,
    Work,
    WorkTo,
)
from knitting.rows.replacements import StepsInstead
from knitting.stitches import KNIT, PURL


def mended(stop: Stop, facts: Facts, steps: Sequence[Step], at: int, used: int, start: int, walk: Walk) -> Problem:
    """The problem of a stop at step ``at``, with what would mend it.

    ``used`` are the stitches taken before that step, ``start`` those before the row.
    """
    problem = Problem(stop.where, facts, stop.mends)
    match facts:
        case TooFew() | BeyondGoal():
            return _with_room(problem, facts, steps, at, used, start)
        case MarkerInTheWay():
            return replace(problem, mends=_shifted(steps[at], walk))
        case NoMarkAhead() if not stop.mends:
            return _other_mark(problem, facts, steps, at, walk)
    return problem


def _with_room(
    problem: Problem, facts: TooFew | BeyondGoal, steps: Sequence[Step], at: int, used: int, start: int
) -> Problem:
    wanted = fixed_uses(steps[at:])
    if wanted is not None:
        known = replace(facts, row_uses=used + wanted, row_has=start)
        return replace(problem, facts=known, mends=_to_the_end(steps, at))
    return _nearer_goal(problem, facts, steps, at)


def _to_the_end(steps: Sequence[Step], at: int) -> tuple[Mend, ...]:
    """For a last "k9" with fewer left: as many as there are."""
    last = steps[at]
    if at == len(steps) - 1 and isinstance(last, Work) and last.stitch in (KNIT, PURL):
        return (StepsInstead(last.span, (WorkTo(last.stitch, ToEnd(), NOWHERE),)),)
    return ()


def _nearer_goal(problem: Problem, facts: TooFew | BeyondGoal, steps: Sequence[Step], at: int) -> Problem:
    """For "k to last 3 sts" where too few are left: the goal that the steps after it would need."""
    step, rest = steps[at], fixed_uses(steps[at + 1 :])
    goal = getattr(step, "goal", None)
    if isinstance(step, WorkTo | InFabric) and isinstance(goal, ToEnd) and rest is not None and rest < goal.short:
        better = _with_goal(step, ToEnd(rest))
        known = replace(facts, rest=rest, nearer=better)
        return replace(problem, facts=known, mends=(StepsInstead(step.span, (better,)),))
    return problem


def _shifted(step: Step, walk: Walk) -> tuple[Mend, ...]:
    """For a stitch that reaches across a marker: the marker taken off ahead of it and put back after it."""
    if isinstance(step, Work) and step.times == 1 and step.stitch.uses > 1:
        off, on = Marker(MarkerDeed.REMOVE, NOWHERE, ahead=walk.left), Marker(MarkerDeed.PLACE, NOWHERE)
        return (StepsInstead(step.span, (off, step, on)),)
    return ()


def _other_mark(problem: Problem, facts: NoMarkAhead, steps: Sequence[Step], at: int, walk: Walk) -> Problem:
    """For a marker that is not there: the marked stitch that is, or nothing in the place of ``sm``."""
    step = steps[at]
    if isinstance(step, Marker):
        following = steps[at + 1] if at + 1 < len(steps) else None
        until = following.span.column if following else step.span.end
        place = Span(0, step.span.column, until - step.span.column)
        return replace(problem, mends=(StepsInstead(place, ()),))
    if isinstance(step, WorkTo | InFabric) and isinstance(step.goal, ToMarker):
        marked = next((mark for mark in walk.marks if mark.in_stitch), None)
        if marked is not None:
            better = _with_goal(step, ToMarkedStitch(step.goal.short, centre=marked.name == "centre"))
            mends = (StepsInstead(step.span, (better,)),)
            return replace(problem, facts=replace(facts, better=better), mends=mends)
    return problem


def left_over(left: int, steps: Sequence[Step], start: int, where: Span) -> Problem:
    """The problem of stitches that no step works; ``where`` is the row's place, if no step can be blamed."""
    last = steps[-1] if steps else None
    for step in reversed(steps):
        if isinstance(step, WorkTo | Group | InFabric) and isinstance(step.goal, ToEnd):
            where = step.span.to(steps[-1].span)
            if isinstance(step, WorkTo | InFabric) and step.goal.short >= left:
                better: Step = _with_goal(step, ToEnd(step.goal.short - left))
                mends = (StepsInstead(step.span, (better,)),)
                return Problem(where, LeftOver(left, start, step, better), mends)
            break
    if isinstance(last, Work) and last.stitch in (KNIT, PURL):
        better = WorkTo(last.stitch, ToEnd(), NOWHERE)
        return Problem(where, LeftOver(left, start, None, better), (StepsInstead(last.span, (better,)),))
    return Problem(where, LeftOver(left, start))


def _with_goal(step: WorkTo | InFabric, goal: Goal) -> WorkTo | InFabric:
    """A step with another goal: "k to last 3 sts"."""
    return replace(step, goal=goal, whole=False)
