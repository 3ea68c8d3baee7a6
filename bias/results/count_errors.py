"""Counts that are not those of their row: whether it matters, what would explain them, what can be done."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from bias.results.pieces import Workout
from knitting.diagnosis import (
    Explanation,
    NotCounts,
    Place,
    Seen,
    Way,
    explained,
    facing_by_tail,
    ways,
    ways_of,
    whereabouts,
)
from knitting.diagnosis.explanations import RIGHT
from knitting.rows import Side


@dataclass(frozen=True, slots=True)
class Why:
    """One explanation with what can be done about it: mending in place, and ripping."""

    explanation: Explanation
    ways: tuple[Way, ...]


@dataclass(frozen=True, slots=True)
class Whys:
    """Whether the counts are right; if not, whether it matters, what can be done whatever happened, and what may have
    happened, likeliest first."""

    right: bool
    matters: str
    whys: tuple[Why, ...] = ()
    ways: tuple[Way, ...] = ()


def seen_of(
    found: Workout,
    counts: Sequence[int],
    facing: str = "",
    tail: str = "",
    colour: str = "",
    shows: str = "",
    about: int = 0,
) -> Seen:
    """What a knitter says that she sees: ``facing`` RS or WS, the ``tail`` right or left, ``shows`` k or p."""
    side = Side(facing) if facing in ("RS", "WS") else facing_by_tail(found.worked, tail)
    known = {row.colour.casefold(): row.colour for row in found.worked.rows}
    shown = shows if shows in ("k", "p") else ""
    return Seen(tuple(counts), side, known.get(colour.casefold(), ""), shown, about or None)


def whys_of(found: Workout, row: int, seen: Seen, seconds_a_stitch: float = 0.0) -> tuple[Whys, tuple[Place, ...]]:
    """What the counts between marks mean after a row (from 1), and the other rows after which they would be right."""
    try:
        answer = explained(found.worked, row, seen.counts, seen=seen)
    except NotCounts as why:
        return Whys(False, str(why)), ()
    right = answer.matters == RIGHT
    places = () if right else whereabouts(found.worked, seen)
    gauge = found.worked.piece.headers.gauge
    whatever = () if right else ways(found.worked, row, seen.counts, gauge)
    whys = tuple(Why(each, ways_of(each, found.worked, row, seconds_a_stitch)) for each in answer.explanations)
    return Whys(right, answer.matters, whys, whatever), places


def places_of(found: Workout, seen: Seen) -> tuple[Place, ...]:
    """The rows after which a piece looks as it is seen; none if the counts are none that a needle can have."""
    try:
        return whereabouts(found.worked, seen)
    except NotCounts:
        return ()
