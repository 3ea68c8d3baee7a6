"""The shapes to begin from, drawn small by the engine from their defaults."""

from __future__ import annotations

from dataclasses import dataclass
from time import monotonic
from typing import Any

from bias.results import Results, remembered, results_of_plan
from knitting.constructions import CONSTRUCTIONS, Construction, Use
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.saying.statements import said_words

_FILM_BYTES = 60_000


@dataclass(frozen=True, slots=True)
class ShapeOffer:
    """A construction with the silhouette of its defaults; without one the page asks for it."""

    construction: Construction
    silhouette: str


def shape_groups(seconds: float | None) -> list[tuple[str, list[ShapeOffer]]]:
    """The shapes by what they are for, each group under its name; as many are drawn as so much time allows."""
    until = monotonic() + seconds if seconds is not None else None
    groups = []
    for use in Use:
        offers = [
            ShapeOffer(each, shape_drawing(each.key) if until is None or monotonic() < until else "")
            for each in CONSTRUCTIONS.values()
            if each.use is use
        ]
        groups.append((said_words(use.value), offers))
    return groups


@remembered(weigh=lambda _: _FILM_BYTES)
def film_of_shape(key: str) -> dict[str, Any]:
    """How a construction with its defaults grows; empty where it cannot be laid."""
    film = _results(key).film
    return film.as_json() if film else {}


@remembered()
def shape_drawing(key: str) -> str:
    """The silhouette of a construction's defaults; drawn once."""
    return _results(key).silhouette_svg()


def _results(key: str) -> Results:
    return results_of_plan(plan_text(answered(CONSTRUCTIONS[key], {}).plan())).results
