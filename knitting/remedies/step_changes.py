"""Steps of a row changed: all knitted, or what stands beside a mark on its other side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import takewhile
from typing import NamedTuple

from knitting.problems import NOWHERE
from knitting.rows import Group, InFabric, Marker, MarkerDeed, Step, ToEnd, ToMarkedStitch, ToMarker, Work, WorkTo
from knitting.rows.grouping import in_groups
from knitting.rows.lists import merged
from knitting.rows.without_places import without_places
from knitting.stitches import KNIT, knitted, mirrored


def all_knitted(steps: Sequence[Step]) -> tuple[Step, ...]:
    """Steps with every stitch knitted, whatever the row was in."""
    return tuple(_knitted(step) for step in steps)


def _knitted(step: Step) -> Step:
    match step:
        case Work() | WorkTo():
            return replace(step, stitch=knitted(step.stitch))
        case InFabric(_, span, 0, goal, whole):
            return WorkTo(KNIT, goal or ToEnd(), span, whole=whole)
        case InFabric(_, span, times):
            return Work(KNIT, times, span)
        case Group():
            return replace(step, steps=all_knitted(step.steps))
    return step


def other_side_of_marks(steps: tuple[Step, ...]) -> tuple[Step, ...] | None:
    """A row with what is worked before its marks after them, mirrored, and the other way round.

    ``None`` where nothing changes or that cannot be told: on both sides of each mark only single stitches may stand,
    between stretches that are worked up to goals.
    """
    found: list[Step] = []
    one_by_one = _ungrouped(steps)
    at = 0
    while at < len(one_by_one):
        step = one_by_one[at]
        if not isinstance(step, WorkTo | InFabric) or not isinstance(step.goal, ToMarker | ToMarkedStitch):
            found.append(step)
            at += 1
            continue
        beside = _beside(one_by_one, at + 1, step.goal)
        if beside is None:
            return None
        taken = sum(work.stitch.uses * work.times for work in beside.after)
        goal = replace(step.goal, short=taken)
        found += [replace(step, goal=goal), *_other_way(beside.after), beside.mark, *_other_way(beside.before)]
        at = beside.end
    return in_groups(merged(found)) if without_places(tuple(found)) != without_places(tuple(one_by_one)) else None


def _ungrouped(steps: Sequence[Step]) -> list[Step]:
    """Steps with the repeats that go up to goals written out."""
    found: list[Step] = []
    for step in steps:
        inner = _ungrouped(step.steps) if isinstance(step, Group) and step.goal is None else []
        goals = any(getattr(each, "goal", None) is not None for each in inner)
        found += inner * step.times if isinstance(step, Group) and goals and step.times <= _MOST_TIMES else [step]
    return found


_MOST_TIMES = 40


class _MarkNeighbour(NamedTuple):
    """What stands beside a mark, and the place in the row where the next stretch begins."""

    before: list[Work]
    mark: Step
    after: list[Work]
    end: int


def _beside(steps: Sequence[Step], at: int, goal: ToMarker | ToMarkedStitch) -> _MarkNeighbour | None:
    before = _works(steps, at)
    at += len(before)
    if isinstance(goal, ToMarker):
        mark = steps[at] if at < len(steps) else None
        if not isinstance(mark, Marker) or mark.deed is not MarkerDeed.PASS:
            return None
        after = _works(steps, at + 1)
        end = at + 1 + len(after)
    else:
        end = at
        place = _marked(before, goal.short)
        following = steps[end] if end < len(steps) else None
        if place is not None:
            before, mark, after = before[:place], before[place], before[place + 1 :]
        elif isinstance(following, WorkTo) and sum(work.stitch.uses * work.times for work in before) == goal.short:
            mark, after = Work(following.stitch, 1, NOWHERE), []  # worked with the stretch behind it
        else:
            return None
    goes_on = end < len(steps) and getattr(steps[end], "goal", None) is not None
    return _MarkNeighbour(before, mark, after, end) if goes_on else None


def _works(steps: Sequence[Step], at: int) -> list[Work]:
    return list(takewhile(lambda step: isinstance(step, Work), steps[at:]))  # type: ignore[arg-type]


def _marked(works: Sequence[Work], short: int) -> int | None:
    """The one of some stitches that is the marked one, ``short`` stitches on."""
    for at, work in enumerate(works):
        if short == 0 and work.stitch.uses:
            return at if work.times == work.stitch.uses == work.stitch.makes == 1 else None
        short -= work.stitch.uses * work.times
        if short < 0:
            return None
    return None


def _other_way(works: Sequence[Work]) -> list[Work]:
    return [replace(work, stitch=mirrored(work.stitch), span=NOWHERE) for work in reversed(works)]


def other_way_round(steps: tuple[Step, ...]) -> tuple[Step, ...] | None:
    """A row of single stitches and repeats worked from its other end, mirrored; ``None`` where it has goals or marks,
    or is the same from both ends."""
    found = _reversed(steps)
    return found if found is not None and found != steps else None


def _reversed(steps: Sequence[Step]) -> tuple[Step, ...] | None:
    found: list[Step] = []
    for step in reversed(steps):
        if isinstance(step, Work):
            found.append(replace(step, stitch=mirrored(step.stitch)))
            continue
        inner = _reversed(step.steps) if isinstance(step, Group) and step.goal is None else None
        if inner is None or not isinstance(step, Group):
            return None
        found.append(replace(step, steps=inner))
    return tuple(found)
