"""How far it is to a goal: the stitches from where a walk stands to the end, a marker or a marked stitch."""

from __future__ import annotations

from collections.abc import Iterator

from knitting.needle import stops
from knitting.needle.needle import Mark
from knitting.needle.walk import Walk
from knitting.problems import Span
from knitting.rows import Goal, Step, ToEnd, ToMarker


def distance(walk: Walk, goal: Goal, step: Step | None, where: Span) -> int:
    """Stitches from here to the goal of a step, or of a repeat where there is no step."""
    if isinstance(goal, ToEnd):
        whole, of_what = walk.remaining, "the end"
    elif isinstance(goal, ToMarker):
        whole, of_what = _to_marker(walk, goal, step, where), "the marker"
    else:
        whole, of_what = _to_marked(walk, goal.centre, step, where), "the marked stitch"
        walk.at_marked_goal = goal.short == 0
    walk.touched = True
    if whole < goal.short:
        raise stops.beyond_goal(walk.quoted(step), where, goal.short, whole, of_what)
    return whole - goal.short


def _to_marker(walk: Walk, goal: ToMarker, step: Step | None, where: Span) -> int:
    reached = walk.touched and not walk.passes_by_word and not goal.short
    for at, (before, mark) in enumerate(_ahead(walk)):
        just_passed = at == 0 and before == 0 and reached
        if not mark.in_stitch and not just_passed and goal.name in ("", mark.name):
            return before
    if walk.in_round and not goal.name:
        return walk.remaining
    raise stops.no_mark(walk.quoted(step), where, f"marker {goal.name}".strip())


def _to_marked(walk: Walk, centre: bool, step: Step | None, where: Span) -> int:
    for at, (before, mark) in enumerate(_ahead(walk)):
        if mark.in_stitch and not (at == 0 and before == 0 and walk.at_marked_goal):
            return before
    if centre:
        raise stops.no_centre(walk.quoted(step), where)
    raise stops.no_mark(walk.quoted(step), where, "marked stitch")


def _ahead(walk: Walk) -> Iterator[tuple[int, Mark]]:
    """The marks ahead, each with the stitches before it."""
    before = walk.left
    for mark, count in zip(reversed(walk.marks), reversed(walk.counts), strict=True):
        yield before, mark
        before += mark.width + count
