"""The words of one row, edited: repeats found, numbers that only count to a mark or the end put as goals."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.needle.group_work import group_work
from knitting.needle.needle import Needle
from knitting.problems import NOWHERE
from knitting.rows import (
    Cluster,
    Goal,
    Group,
    InFabric,
    Marker,
    MarkStitch,
    Step,
    ToEnd,
    ToMarkedStitch,
    ToMarker,
    Work,
    WorkTo,
)
from knitting.rows.grouping import MOST_STEPS, in_groups
from knitting.rows.lists import merged
from knitting.rows.without_places import without_places

_LONG_ENOUGH = 6
"""Plain stitches from which a number only counts what lies between; fewer are an edge."""
_STARRED_FROM = 3


def edited(steps: tuple[Step, ...], before: Needle) -> tuple[Step, ...]:
    """The steps of a row as they read best; ``before`` is its needle in working order.

    What they come to is not proven here: whoever prints them works them again.
    """
    steps = merged(without_places(steps))
    if not steps or len(steps) > MOST_STEPS or any(_has_goal(step) for step in steps):
        return in_groups(steps)
    if len(steps) == 1 and isinstance(steps[0], Work) and _is_plain(steps[0]) and steps[0].times == before.total > 1:
        return (WorkTo(steps[0].stitch, ToEnd(), NOWHERE, whole=True),)
    return _to_the_end(in_groups(_with_goals(steps, before)))


def _is_plain(step: Step) -> bool:
    return isinstance(step, Work) and step.stitch.key in ("k", "p")


def _has_goal(step: Step) -> bool:
    return isinstance(step, WorkTo | InFabric | Group) and step.goal is not None


# -- goals ---------------------------------------------------------------------------------------------


def _with_goals(steps: tuple[Step, ...], before: Needle) -> tuple[Step, ...]:
    """The longest plain stretch before each mark, and before the end, as "k to ..."."""
    uses = [_uses(step) for step in steps]
    if any(each is None for each in uses):
        return steps
    ends = [sum(each or 0 for each in uses[: at + 1]) for at in range(len(steps))]
    found = list(steps)
    begin, position = 0, 0
    for mark, count in zip((*before.marks, None), before.counts, strict=True):
        position += count
        inside = [
            at for at in range(len(steps)) if begin < ends[at] <= position and ends[at] - (uses[at] or 0) >= begin
        ]
        longest = _longest_plain(steps, inside)
        if longest is not None:
            short = position - ends[longest]
            goal: Goal = ToEnd(short)
            if mark is not None:
                goal = ToMarkedStitch(short, mark.name == "centre") if mark.in_stitch else ToMarker(short)
            work = steps[longest]
            assert isinstance(work, Work)
            found[longest] = WorkTo(work.stitch, goal, NOWHERE)
        position += mark.width if mark is not None else 0
        begin = position
    return tuple(found)


def _longest_plain(steps: Sequence[Step], places: Sequence[int]) -> int | None:
    plain = [(step.times, at) for at in places if isinstance(step := steps[at], Work) and _is_plain(step)]
    plain.sort(reverse=True)
    if not plain or plain[0][0] < _LONG_ENOUGH or (len(plain) > 1 and plain[1][0] == plain[0][0]):
        return None
    return plain[0][1]


def _uses(step: Step) -> int | None:
    if isinstance(step, Marker | MarkStitch):
        return 0
    work = group_work((step,))
    return None if work is None else work.uses


def _to_the_end(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """The last repeat that has only counted stitches after it, as "rep from * to end"."""
    at = max((i for i, step in enumerate(steps) if isinstance(step, Group)), default=None)
    if at is None or any(_has_goal(step) for step in steps):
        return steps
    group, rest = steps[at], steps[at + 1 :]
    assert isinstance(group, Group)
    if group.times < _STARRED_FROM or not all(isinstance(step, Work | Cluster) for step in rest):
        return steps
    short = sum(_uses(step) or 0 for step in rest)
    return (*steps[:at], replace(group, times=1, goal=ToEnd(short), starred=True), *rest)
