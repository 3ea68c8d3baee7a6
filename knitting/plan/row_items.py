"""What is met along a row of a plan, and the same as steps: plain stretches become goals."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import TypeAlias

from knitting.problems import NOWHERE
from knitting.rows import Goal, InFabric, Marker, MarkerDeed, Step, ToEnd, Work, WorkTo
from knitting.stitches import StitchKind

Plainly: TypeAlias = "StitchKind | str"
"""How plain stitches are worked: knitted, purled, or as a fabric asks (its key)."""


@dataclass(frozen=True, slots=True)
class Plain:
    """Plain stitches: so many, or as many as there are. ``own`` is a line's own stitch."""

    how: Plainly
    count: int = 0
    elastic: bool = False
    own: bool = False


@dataclass(frozen=True, slots=True)
class FixedSteps:
    """Steps that always do the same, and how many stitches they use after a mark that they reach across."""

    steps: tuple[Step, ...]
    uses: int


@dataclass(frozen=True, slots=True)
class ReservedStitches:
    """Stitches left for a work that reaches across the next line."""

    count: int


@dataclass(frozen=True, slots=True)
class MarkReached:
    """A mark: the next goal leads to it. ``deeds`` are what is done with markers there."""

    goal: Callable[[int], Goal]
    deeds: tuple[Step, ...] = ()


Item: TypeAlias = Plain | FixedSteps | ReservedStitches | MarkReached


def as_steps(items: Sequence[Item]) -> Iterator[Step]:
    """The steps that say what is met along a row."""
    items = _merged(_over_last_marks([item for item in items if not _is_empty(item)]))
    for at, item in enumerate(items):
        if isinstance(item, Plain) and item.elastic:
            yield _to(item.how, _goal(items, at + 1), whole=len(items) == 1)
        elif isinstance(item, Plain):
            yield _so_many(item.how, item.count)
        elif isinstance(item, FixedSteps):
            yield from item.steps
        elif isinstance(item, MarkReached):
            yield from item.deeds


def _is_empty(item: Item) -> bool:
    if isinstance(item, Plain):
        return not item.elastic and item.count == 0
    return isinstance(item, ReservedStitches) and item.count == 0


def _merged(items: Sequence[Item]) -> list[Item]:
    """Neighbouring plain stitches as one; a line's own stitch stays apart."""
    found: list[Item] = []
    for item in items:
        last = found[-1] if found else None
        if isinstance(item, Plain) and isinstance(last, Plain) and _may_join(item, last):
            found[-1] = replace(last, count=last.count + item.count, elastic=last.elastic or item.elastic)
        else:
            found.append(item)
    return found


def _may_join(one: Plain, other: Plain) -> bool:
    """Whether two stretches are one: a line's own stitch stays apart from stitches that are not counted."""
    apart = (one.own or other.own) and (one.elastic or other.elastic)
    return one.how == other.how and not apart


def _over_last_marks(items: list[Item]) -> list[Item]:
    """The items with the plain stretch that runs over the last marks as one: no goal leads to a mark behind it."""
    ends = max((at for at, item in enumerate(items) if isinstance(item, MarkReached)), default=None)
    if ends is None or not _is_passed(items[ends]):
        return items
    first, last = ends, ends
    how = next(
        (item.how for item in (*items[ends + 1 : ends + 2], *items[ends - 1 : ends]) if isinstance(item, Plain)), None
    )
    while first > 0 and _goes_on(items[first - 1], how):
        first -= 1
    while last + 1 < len(items) and _goes_on(items[last + 1], how):
        last += 1
    if last + 1 < len(items) and not sum(item.count for item in items[ends : last + 1] if isinstance(item, Plain)):
        return items  # what is made right behind the mark would come to stand before it
    if _is_led_to(items, first):
        first = next(at for at in range(first, ends + 1) if isinstance(items[at], MarkReached))
    while isinstance(items[first], MarkReached) and first < last:
        first += 1  # a mark that other work leads to keeps its stop
    stretch = [item for item in items[first : last + 1] if isinstance(item, Plain)]
    behind = any(isinstance(item, Plain) and item.elastic for item in items[last + 1 :])
    if how is None or behind or not any(item.elastic for item in stretch):
        return items
    return [*items[:first], Plain(how, elastic=True), *items[last + 1 :]]


def _is_led_to(items: Sequence[Item], first: int) -> bool:
    """Whether stitches before a stretch are worked up to a mark in it."""
    for item in reversed(items[:first]):
        if isinstance(item, MarkReached):
            return False
        if isinstance(item, Plain) and item.elastic:
            return True
    return False


def _is_passed(item: Item) -> bool:
    """Whether a mark is only passed."""
    return isinstance(item, MarkReached) and all(
        isinstance(d, Marker) and d.deed is MarkerDeed.PASS for d in item.deeds
    )


def _goes_on(item: Item, how: Plainly | None) -> bool:
    return _is_passed(item) or (isinstance(item, Plain) and item.how == how)


def _goal(items: Sequence[Item], at: int) -> Goal:
    """The next mark or the end, less what is worked before it."""
    short = 0
    for item in items[at:]:
        if isinstance(item, MarkReached):
            return item.goal(short)
        short += item.uses if isinstance(item, FixedSteps) else item.count
    return ToEnd(short)


def _to(how: Plainly, goal: Goal, whole: bool = False) -> Step:
    if isinstance(how, StitchKind):
        return WorkTo(how, goal, NOWHERE, whole)
    return InFabric(how, NOWHERE, goal=goal, whole=whole)


def _so_many(how: Plainly, count: int) -> Step:
    return Work(how, count, NOWHERE) if isinstance(how, StitchKind) else InFabric(how, NOWHERE, times=count)
