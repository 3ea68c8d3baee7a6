"""Another way of marking a stitch: a locking marker in it, one on the needle before it, or one on both sides."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.needle.group_work import group_work
from knitting.needle.needle import Needle
from knitting.problems import NOWHERE
from knitting.rows import (
    Group,
    InFabric,
    Marker,
    MarkerDeed,
    Marking,
    MarkStitch,
    Step,
    ToMarkedStitch,
    ToMarker,
    Work,
    WorkTo,
)
from knitting.statements import sentence
from knitting.substitution.changes import CannotSubstitute

_PASS = Marker(MarkerDeed.PASS, NOWHERE)
_PLACE = Marker(MarkerDeed.PLACE, NOWHERE)


def marked_otherwise(steps: tuple[Step, ...], way: Marking, before: Needle) -> tuple[Step, ...]:
    """The steps of a row for another way of marking; ``before`` is its needle in working order."""
    if way is Marking.STITCH:
        return tuple(_in_stitch(steps))
    return tuple(_on_needle(list(steps), way)) if _names_marks(steps) else tuple(_by_counts(steps, way, before))


def _names_marks(steps: Sequence[Step]) -> bool:
    return any(_names_mark(step) for step in steps)


def _names_mark(step: Step) -> bool:
    if isinstance(getattr(step, "goal", None), ToMarkedStitch):
        return True
    return isinstance(step, Group) and _names_marks(step.steps)


def _by_counts(steps: Sequence[Step], way: Marking, before: Needle) -> Iterator[Step]:
    """A row that does not speak of its marks: only a decrease that takes one in needs other words."""
    at = 0
    marked = [int(place) for place, mark in zip(before.mark_positions, before.marks, strict=True) if mark.in_stitch]
    for step in steps:
        work = group_work((step,)) if at >= 0 else None
        uses = work.uses if work is not None else 0
        taken = [place - at for place in marked if at <= place < at + uses]
        if taken and isinstance(step, Work) and step.stitch.uses > 1:
            yield from _around(step, taken[0], way)
        else:
            yield step
        at = at + uses if work is not None and at >= 0 else -1


# -- onto the needle ---------------------------------------------------------------------------------------


def _on_needle(steps: list[Step], way: Marking) -> Iterator[Step]:
    waiting = list(steps)
    while waiting:
        step = waiting.pop(0)
        if isinstance(step, MarkStitch):
            raise CannotSubstitute(sentence("it marks a stitch while it is worked"))
        if isinstance(step, Group):
            yield replace(step, steps=tuple(_on_needle(list(step.steps), way)))
        elif isinstance(step, WorkTo | InFabric) and isinstance(step.goal, ToMarkedStitch):
            yield replace(step, goal=ToMarker(step.goal.short), whole=False)
            yield from _over_the_stitch(step.goal.short, waiting, way)
        else:
            yield step


def _over_the_stitch(short: int, waiting: list[Step], way: Marking) -> Iterator[Step]:
    """What is worked from ``short`` stitches before the marked one until it is passed."""
    while waiting:
        step = waiting.pop(0)
        work = group_work((step,))
        if work is None:
            raise CannotSubstitute(sentence("it cannot be told which of its steps works the marked stitch"))
        if work.uses <= short:
            short -= work.uses
            yield step
            continue
        if short:
            yield from _around(step, short, way)
            return
        if isinstance(step, Work) and step.stitch.uses == 1:
            yield _PASS
            yield replace(step, times=1)
            if way is Marking.BOTH:
                yield _PASS
            if step.times > 1:
                waiting.insert(0, replace(step, times=step.times - 1))
            return
        if way is Marking.BOTH:
            yield from _around(step, 0, way)
            return
        yield _PASS
        yield step
        return


def _around(step: Step, short: int, way: Marking) -> Iterator[Step]:
    """A decrease over the marked stitch: the markers off before it, and on again beside what it leaves."""
    if not isinstance(step, Work) or step.times != 1:
        raise CannotSubstitute(sentence("a step takes in the marked stitch with others"))
    yield replace(_PASS, deed=MarkerDeed.REMOVE, ahead=short)
    if way is Marking.BOTH and step.stitch.uses > short + 1:
        yield replace(_PASS, deed=MarkerDeed.REMOVE, ahead=short + 1)
    yield _PLACE
    yield step
    if way is Marking.BOTH:
        yield _PLACE


# -- into the stitch ----------------------------------------------------------------------------------------


def _in_stitch(steps: Sequence[Step]) -> Iterator[Step]:
    replaced = False
    for step in steps:
        if isinstance(step, Group):
            yield replace(step, steps=tuple(_in_stitch(step.steps)))
        elif isinstance(step, Marker):
            replaced = replaced or step.deed is MarkerDeed.REMOVE
            if step.deed is MarkerDeed.PLACE and not replaced:
                raise CannotSubstitute(sentence("it places a marker of its own"))
        elif isinstance(step, WorkTo | InFabric) and isinstance(step.goal, ToMarker):
            yield replace(step, goal=ToMarkedStitch(step.goal.short, centre=False), whole=False)
        else:
            yield step
