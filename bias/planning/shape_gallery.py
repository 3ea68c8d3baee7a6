"""The shapes to begin from, drawn small by the engine from their defaults."""

from __future__ import annotations

from dataclasses import dataclass

from bias.results import remembered, results_of_plan
from knitting.constructions import CONSTRUCTIONS, Construction, Use
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.saying.statements import said_words


@dataclass(frozen=True, slots=True)
class ShapeOffer:
    """A construction with the silhouette of its defaults."""

    construction: Construction
    silhouette: str


@remembered()
def shape_offers() -> tuple[ShapeOffer, ...]:
    """Every construction in the order in which it is offered; drawn once."""
    return tuple(_offered(construction) for construction in CONSTRUCTIONS.values())


def shape_groups() -> list[tuple[str, list[ShapeOffer]]]:
    """The shapes by what they are for, each group under its name."""
    every = shape_offers()
    return [(said_words(use.value), [each for each in every if each.construction.use is use]) for use in Use]


def _offered(construction: Construction) -> ShapeOffer:
    plan = answered(construction, {}).plan()
    return ShapeOffer(construction, results_of_plan(plan_text(plan)).results.silhouette_svg())
