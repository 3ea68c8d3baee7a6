"""Events as devices send them and as they are kept: read by the one decoder, bounded, and written again."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

from knitting.coding import Decoder, NotRead, encoded
from knitting.coding.shapes import members
from knitting.log.events import BEFORE_ALL, KINDS, Event
from knitting.statements import Refused, sentence

MOST_AT_ONCE = 500
_AHEAD = timedelta(minutes=5)
"""A clock that runs further ahead than this is set wrong: the time of arrival is taken."""
_OLDEST = timedelta(days=366 * 5)
_BARE = ("id", "row", "copy", "revision")
"""The fields that stand beside the details of an event, not among them."""


class NotAnEvent(Refused):
    """What was sent is no event, and why."""


def events_of_request(body: bytes) -> list[object]:
    """The events of a request, not read yet; :class:`NotAnEvent` if it holds none, or more than may be sent at once."""
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        raise NotAnEvent(sentence("This could not be read.")) from None
    events = data.get("events") if isinstance(data, dict) else None
    if not isinstance(events, list) or not events:
        raise NotAnEvent(sentence("There is no event in it."))
    if len(events) > MOST_AT_ONCE:
        raise NotAnEvent(
            sentence(
                "There are {events} events in it; {most} can be taken at once.", events=len(events), most=MOST_AT_ONCE
            )
        )
    return events


def event_from_json(data: object, now: datetime) -> Event:
    """An event as a device sends it, with what belongs to its kind in ``data``.

    Unknown fields are left out, and a time that cannot be is the time of arrival, ``now``. :class:`NotAnEvent` says
    which field holds what it cannot.
    """
    if not isinstance(data, Mapping):
        raise NotAnEvent(sentence("An event has fields."))
    kind = data.get("kind")
    if not isinstance(kind, str) or kind not in KINDS:
        raise NotAnEvent(sentence("Its kind is none that can happen at the needles."))
    own = data.get("data")
    given = {**(own if isinstance(own, Mapping) else {}), **{key: data[key] for key in _BARE if key in data}}
    event = _decoded(KINDS[kind], given)
    return replace(event, happened_at=_time(data.get("at"), now))


def event_from_parts(
    kind: str, bare: Mapping[str, Any], happened_at: datetime, data: Mapping[str, Any]
) -> Event | None:
    """An event as it was kept: its ``bare`` fields (id, row, copy, revision) and the details.

    Details that can no longer be read are left out; ``None`` where the kind wants them, or there is no such kind.
    """
    class_ = KINDS.get(kind)
    if class_ is None:
        return None
    if not data:
        return class_(**bare, happened_at=happened_at) if not _needs_details(class_) else None
    try:
        found = _decoded(class_, {**data, "id": str(bare["id"])})
    except NotAnEvent:
        return event_from_parts(kind, bare, happened_at, {})
    return replace(found, **bare, happened_at=happened_at)


def details(event: Event) -> dict[str, Any]:
    """What belongs to the kind, as JSON: the fields that differ from those of an event of which nothing is known."""
    found: dict[str, Any] = encoded(event)
    return {key: value for key, value in found.items() if key not in (*_BARE, "happened_at")}


def _decoded(class_: type[Event], given: Mapping[str, Any]) -> Event:
    known = {name for name, _, _ in members(class_)} - {"happened_at"}
    data = {"row": class_.least_row, **{key: value for key, value in given.items() if key in known}}
    try:
        event = Decoder().value(class_, data, "", 0)
    except NotRead as why:
        raise NotAnEvent(why.why) from None
    assert isinstance(event, Event)
    if event.row < class_.least_row:
        raise NotAnEvent(sentence("row: a whole number from {least} up is expected.", least=class_.least_row))
    return event


def _needs_details(class_: type[Event]) -> bool:
    return any(needed and name not in ("id", "row") for name, _, needed in members(class_))


def _time(sent: object, now: datetime) -> datetime:
    try:
        found = datetime.fromisoformat(sent) if isinstance(sent, str) and len(sent) < 40 else BEFORE_ALL
    except ValueError:
        return now
    if found.tzinfo is None or not now - _OLDEST < found < now + _AHEAD:
        return now
    return found
