"""How far it is to a goal: the stitches from where a walk stands to the end, a marker or a marked stitch."""

from __future__ import annotations

from collections.abc import Iterator

from knitting.needle.facts import Ahead, BeyondGoal, NoCentreMarked, NoMarkAhead
from knitting.needle.needle import Mark
from knitting.needle.stops import Stop
from knitting.needle.walk import Walk
from knitting.problems import Span
from knitting.rows import Goal, Step, ToEnd, ToMarker


def distance(walk: Walk, goal: Goal, step: Step | None, where: Span) -> int:
    """Stitches from here to the goal of a step, or of a repeat where there is no step."""
    if isinstance(goal, ToEnd):
        whole = walk.remaining
    elif isinstance(goal, ToMarker):
        whole = _to_marker(walk, goal, step, where)
    else:
        whole = _to_marked(walk, goal.centre, step, where)
        walk.at_marked_goal = goal.short == 0
    walk.touched = True
    if whole < goal.short:
        raise Stop(where, BeyondGoal(step, goal, whole))
    return whole - goal.short


def _to_marker(walk: Walk, goal: ToMarker, step: Step | None, where: Span) -> int:
    reached = walk.touched and not walk.passes_by_word and not goal.short
    for at, (before, mark) in enumerate(_ahead(walk)):
        just_passed = at == 0 and before == 0 and reached
        if not mark.in_stitch and not just_passed and goal.name in ("", mark.name):
            return before
    if walk.in_round and not goal.name:
        return walk.remaining
    raise Stop(where, NoMarkAhead(step, Ahead.MARKER, goal.name))


def _to_marked(walk: Walk, centre: bool, step: Step | None, where: Span) -> int:
    for at, (before, mark) in enumerate(_ahead(walk)):
        if mark.in_stitch and not (at == 0 and before == 0 and walk.at_marked_goal):
            return before
    if centre:
        raise Stop(where, NoCentreMarked(step))
    raise Stop(where, NoMarkAhead(step, Ahead.MARKED_STITCH))


def _ahead(walk: Walk) -> Iterator[tuple[int, Mark]]:
    """The marks ahead, each with the stitches before it."""
    before = walk.left
    for mark, count in zip(reversed(walk.marks), reversed(walk.counts), strict=True):
        yield before, mark
        before += mark.width + count
