"""What would mend a row that cannot be worked: other goals, a marker shifted, a mark that is there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.needle.group_work import fixed_uses
from knitting.needle.stops import Stop
from knitting.needle.walk import Walk
from knitting.problems import NOWHERE, Mend, Problem, ProblemKind, Span, plural
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
from knitting.stitches import KNIT, PURL
from knitting.words.writer import Writer


def mends_for(stop: Stop, steps: Sequence[Step], at: int, used: int, start: int, walk: Walk) -> Problem:
    """The problem of a stop at step ``at``, with what would mend it.

    ``used`` are the stitches taken before that step, ``start`` those before the row.
    """
    if stop.kind is ProblemKind.TOO_FEW_STITCHES and not stop.hint:
        wanted = fixed_uses(steps[at:])
        if wanted is not None:
            stop.hint = f"The row uses {used + wanted} of {start}."
            stop.mends = _to_the_end(steps, at, walk.writer)
        else:
            _offer_nearer_goal(stop, steps, at, walk.writer)
    elif stop.kind is ProblemKind.MARKER_IN_THE_WAY:
        _offer_shift(stop, steps[at], walk)
    elif stop.kind is ProblemKind.NO_MARKER and not stop.mends:
        _offer_no_mark(stop, steps, at, walk)
    return stop.problem()


def _to_the_end(steps: Sequence[Step], at: int, writer: Writer) -> tuple[Mend, ...]:
    """For a last "k9" with fewer left: as many as there are."""
    last = steps[at]
    if at == len(steps) - 1 and isinstance(last, Work) and last.stitch in (KNIT, PURL):
        return (Mend(last.span, writer.step(WorkTo(last.stitch, ToEnd(), NOWHERE))),)
    return ()


def _offer_nearer_goal(stop: Stop, steps: Sequence[Step], at: int, writer: Writer) -> None:
    """For "k to last 3 sts" where too few are left: the goal that the steps after it would need."""
    step, rest = steps[at], fixed_uses(steps[at + 1 :])
    goal = getattr(step, "goal", None)
    if isinstance(step, WorkTo | InFabric) and isinstance(goal, ToEnd) and rest is not None and rest < goal.short:
        better = _said(writer, step, ToEnd(rest))
        stop.hint = f"The steps after it use {rest}: write '{better}'?"
        stop.mends = (Mend(step.span, better),)


def _offer_shift(stop: Stop, step: Step, walk: Walk) -> None:
    """For a stitch that reaches across a marker: the marker taken off ahead of it and put back after it."""
    if isinstance(step, Work) and step.times == 1 and step.stitch.uses > 1:
        off = walk.writer.step(Marker(MarkerDeed.REMOVE, NOWHERE, ahead=walk.left))
        on = walk.writer.step(Marker(MarkerDeed.PLACE, NOWHERE))
        stop.mends = (Mend(step.span, f"{off}, {walk.writer.step(step)}, {on}"),)


def _offer_no_mark(stop: Stop, steps: Sequence[Step], at: int, walk: Walk) -> None:
    """For a marker that is not there: the marked stitch that is, or nothing in the place of ``sm``."""
    step = steps[at]
    if isinstance(step, Marker):
        following = steps[at + 1] if at + 1 < len(steps) else None
        until = following.span.column if following else step.span.end
        stop.mends = (Mend(Span(0, step.span.column, until - step.span.column), ""),)
    elif isinstance(step, WorkTo | InFabric) and isinstance(step.goal, ToMarker):
        marked = next((mark for mark in walk.marks if mark.in_stitch), None)
        if marked is not None:
            goal = ToMarkedStitch(step.goal.short, centre=marked.name == "centre")
            better = _said(walk.writer, step, goal)
            stop.hint, stop.mends = f"Write '{better}'?", (Mend(step.span, better),)


def left_over(left: int, steps: Sequence[Step], start: int, writer: Writer, where: Span) -> Problem:
    """The problem of stitches that no step works; ``where`` is the row's place, if no step can be blamed."""
    message = f"{plural(left, 'stitch')} {'is' if left == 1 else 'are'} left over: "
    message += f"the row uses {start - left} of {start}."
    hint = ""
    mends: tuple[Mend, ...] = ()
    for step in reversed(steps):
        if isinstance(step, WorkTo | Group | InFabric) and isinstance(step.goal, ToEnd):
            where = step.span.to(steps[-1].span)
            if isinstance(step, WorkTo | InFabric) and step.goal.short >= left:
                said = writer.step(step)
                better = _said(writer, step, ToEnd(step.goal.short - left))
                hint = f"'{said}' leaves {left} too many: write '{better}'?"
                mends = (Mend(step.span, better),)
            break
    last = steps[-1] if steps else None
    if not mends and isinstance(last, Work) and last.stitch in (KNIT, PURL):
        better = writer.step(WorkTo(last.stitch, ToEnd(), NOWHERE))
        hint, mends = f"Write '{better}' at the end?", (Mend(last.span, better),)
    return Problem(ProblemKind.STITCHES_LEFT_OVER, where, message, hint, mends=mends)


def _said(writer: Writer, step: WorkTo | InFabric, goal: Goal) -> str:
    """A step with another goal, as it is written: "k to last 3 sts"."""
    return writer.step(replace(step, goal=goal, whole=False))
