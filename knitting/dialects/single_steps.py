"""Steps that have a form of their own: marks, colours, fabrics, holders, changes without their stitches."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from knitting.dialects.templates import Found
from knitting.problems import Span
from knitting.rows import (
    ChangeColour,
    Goal,
    Hold,
    InFabric,
    Marker,
    MarkerDeed,
    MarkStitch,
    Place,
    Return,
    Shape,
    Step,
    ToEnd,
    Turn,
)

PLACES = {
    "evenly": Place.EVENLY,
    "every_marker": Place.EVERY_MARKER,
    "marker": Place.MARKER,
    "marked": Place.MARKED_STITCH,
    "edge": Place.EDGE,
    "beginning": Place.BEGINNING,
    "end": Place.END,
    "here": Place.HERE,
}
"""Where a change falls, by the last part of its form's name."""


def _int(found: Found) -> int:
    value = found.get("n", 1)
    assert isinstance(value, int)
    return value


def _goal(found: Found) -> Goal:
    goal = found["goal"]
    assert isinstance(goal, Goal)
    return goal


def _marker(deed: MarkerDeed) -> Callable[[Found, Span], Step]:
    return lambda found, span: Marker(deed, span, str(found.get("name", "")))


def _shape(increase: bool, place: Place) -> Callable[[Found, Span], Step]:
    return lambda found, span: Shape(increase, place, span, _int(found))


SINGLE_STEPS: Mapping[str, Callable[[Found, Span], Step]] = {
    "hold_to": lambda f, span: Hold(str(f["held"]), span, goal=_goal(f)),
    "hold": lambda f, span: Hold(str(f.get("held", "holder")), span, count=_int(f)),
    "hold_rest": lambda f, span: Hold(str(f.get("held", "holder")), span, goal=ToEnd()),
    "return": lambda f, span: Return(str(f["held"]), span),
    "unworked": lambda f, span: Turn(span, leaving=True),
    "turn": lambda f, span: Turn(span),
    "place": _marker(MarkerDeed.PLACE),
    "pass": _marker(MarkerDeed.PASS),
    "remove_ahead": lambda f, span: Marker(MarkerDeed.REMOVE, span, ahead=_int(f)),
    "remove": _marker(MarkerDeed.REMOVE),
    "mark_next": lambda f, span: MarkStitch(False, span),
    "mark_made": lambda f, span: MarkStitch(True, span),
    "colour": lambda f, span: ChangeColour(str(f["colour"]), span),
    "in_fabric_to": lambda f, span: InFabric(str(f["fabric"]), span, goal=_goal(f)),
    "in_fabric_n": lambda f, span: InFabric(str(f["fabric"]), span, times=_int(f)),
    "in_fabric": lambda f, span: InFabric(str(f["fabric"]), span, goal=ToEnd(), whole=True),
    **{f"{verb}_{name}": _shape(verb == "inc", place) for verb in ("inc", "dec") for name, place in PLACES.items()},
}
"""How a step is made from the slots of its form, in the order in which the forms are tried."""
