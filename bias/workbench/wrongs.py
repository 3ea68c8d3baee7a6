"""Counts that are not those of their row: what would explain them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from bias.workbench.workouts import Workout
from knitting.place import Explanation, NotCounts, Place, Seen, explained, whereabouts
from knitting.place.explaining import RIGHT


@dataclass(frozen=True, slots=True)
class Whys:
    """Whether the counts are right; if not, whether it matters and what may have happened, likeliest first."""

    right: bool
    matters: str
    explanations: tuple[Explanation, ...]


def whys_of(found: Workout, row: int, counts: Sequence[int]) -> tuple[Whys, tuple[Place, ...]]:
    """What the counts between marks mean after a row (from 1), and the other rows after which they would be right."""
    try:
        answer = explained(found.worked, row, counts)
    except NotCounts as why:
        return Whys(False, str(why), ()), ()
    right = answer.matters == RIGHT
    places = () if right else whereabouts(found.worked, Seen(tuple(counts), about=row))
    return Whys(right, answer.matters, answer.explanations), places
