"""The shapes to begin from, drawn small by the engine from their defaults."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from bias.results import planned
from knitting.constructions import CONSTRUCTIONS, Construction
from knitting.constructions.answers import answered
from knitting.files import plan_text


@dataclass(frozen=True, slots=True)
class Offered:
    """A construction with the silhouette of its defaults."""

    construction: Construction
    silhouette: str


@cache
def offered() -> tuple[Offered, ...]:
    """Every construction in the order in which it is offered; drawn once a process."""
    return tuple(_offered(construction) for construction in CONSTRUCTIONS.values())


def _offered(construction: Construction) -> Offered:
    plan = answered(construction, {}).plan()
    return Offered(construction, planned(plan_text(plan)).workout.silhouette_svg())
