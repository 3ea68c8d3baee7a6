"""What happened at the needles, as the log says it."""

from __future__ import annotations

from types import MappingProxyType

from knitting.log import BallJoined, Counted, Event, Measured, NeedleChanged, Noted, OnScale, Ticked, Weighed, WentOn
from knitting.measures import Gauge, said_number
from knitting.saying.finishing import said_step
from knitting.saying.language import _
from knitting.saying.pieces import said_gauge
from knitting.statements import N_

TITLES = MappingProxyType(
    {
        "row": N_("row worked"),
        "part": N_("part of a row worked"),
        "back": N_("taken back"),
        "undone": N_("was a mistake"),
        "ripped": N_("ripped back"),
        "jump": N_("went on from another row"),
        "count": N_("counted"),
        "mended": N_("goes on with other counts"),
        "measured": N_("measured"),
        "needle": N_("needle changed"),
        "weighed": N_("weighed"),
        "ball": N_("new ball joined"),
        "ticked": N_("done"),
        "note": N_("note"),
        "pause": N_("pause"),
    }
)
"""What each kind of event is called."""


def event_details(event: Event) -> str:
    """What is known of an event beside its kind and its row; nothing where that is all.

    >>> from uuid import UUID
    >>> event_details(Weighed(id=UUID(int=1), row=3, grams=42))
    '42 g left'
    """
    match event:
        case Noted(text=said) | WentOn(says=said) if said:
            return said
        case Weighed():
            return _said_weighed(event)
        case Ticked():
            return said_step(event.what)
        case BallJoined() if event.colour or event.grams:
            weighs = f"{said_number(event.grams)} g" if event.grams else ""
            return ", ".join(said for said in (event.colour, weighs) if said)
        case NeedleChanged():
            size, length = said_number(event.size_mm), said_number(event.length_cm)
            return _("{size} mm, {length} cm").format(size=size, length=length)
        case Measured():
            return said_gauge(Gauge(event.stitches, event.rows))
        case Counted():
            return " · ".join(map(str, event.counts))
    return event.reason


_ON_SCALE = {
    OnScale.LEFT: N_("{grams} g left"),
    OnScale.BALL: N_("{grams} g of the ball left"),
    OnScale.PIECE: N_("the piece weighs {grams} g"),
}


def _said_weighed(event: Weighed) -> str:
    said = _(_ON_SCALE[event.of]).format(grams=said_number(max(event.grams - event.tare, 0.0)))
    return f"{event.colour}: {said}" if event.colour else said
