"""Events as devices send them: read, checked and bounded, before anything is kept."""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.utils import timezone
from django.utils.dateparse import parse_datetime

from bias.at_needles.models import MOST_COPIES, Event

MOST_AT_ONCE = 500
_MOST_ROWS = 1_000_000
_MOST_NAMED = 5_000
_LONGEST_NOTE = 2_000
_MOST_STITCHES = 99_999
_AHEAD = timedelta(minutes=5)
"""A clock that runs further ahead than this is set wrong: the time of arrival is taken."""
_OLDEST = timedelta(days=366 * 5)


class NotAnEvent(ValueError):
    """What was sent is no event: the message says why."""


@dataclass(frozen=True, slots=True)
class Sent:
    """One event as a device sent it."""

    id: UUID
    kind: str
    row: int
    copy: int = 1
    revision: int = 0
    happened_at: datetime | None = None
    data: dict[str, Any] = field(default_factory=dict)


def events_in(body: bytes) -> list[object]:
    """The events of a request, not read yet; :class:`NotAnEvent` if it holds none, or more than may be sent at once."""
    try:
        read = json.loads(body)
    except (ValueError, RecursionError):
        raise NotAnEvent("This could not be read.") from None
    events = read.get("events") if isinstance(read, dict) else None
    if not isinstance(events, list) or not events:
        raise NotAnEvent("There is no event in it.")
    if len(events) > MOST_AT_ONCE:
        raise NotAnEvent(f"There are {len(events)} events in it; {MOST_AT_ONCE} can be taken at once.")
    return events


def event(raw: object) -> Sent:
    """One event; unknown fields are left out, and a time that cannot be is the time of arrival."""
    if not isinstance(raw, dict):
        raise NotAnEvent("An event has fields.")
    kind = raw.get("kind")
    if kind not in Event.Kind.values:
        raise NotAnEvent("Its kind is none that can happen at the needles.")
    sent = raw.get("data")
    given: Mapping[str, object] = sent if isinstance(sent, dict) else {}
    data: dict[str, Any] = {key: read(given[key]) for key, read in _SHARED.items() if key in given}
    data |= _FIELDS.get(kind, _nothing)(given)
    least = 0 if kind not in (Event.Kind.ROW, Event.Kind.PART, Event.Kind.BACK) else 1
    return Sent(
        _uuid(raw.get("id")),
        str(kind),
        _whole(raw.get("row"), "row", least, _MOST_ROWS),
        _whole(raw.get("copy", 1), "copy", 1, MOST_COPIES),
        _whole(raw.get("revision", 0), "revision", 0, _MOST_ROWS),
        _when(raw.get("at")),
        data,
    )


def _when(sent: object) -> datetime | None:
    try:
        found = parse_datetime(sent) if isinstance(sent, str) and len(sent) < 40 else None
    except ValueError:
        return None
    if found is None or found.tzinfo is None:
        return None
    now = timezone.now()
    return found if now - _OLDEST < found < now + _AHEAD else None


def _uuid(sent: object) -> UUID:
    try:
        return UUID(str(sent))
    except ValueError:
        raise NotAnEvent("It has no id that one could tell it by.") from None


def _whole(sent: object, what: str, least: int, most: int) -> int:
    if isinstance(sent, bool) or not isinstance(sent, int) or not least <= sent <= most:
        raise NotAnEvent(f"Its {what} is a whole number from {least} to {most:,}.")
    return sent


def _number(sent: object, what: str, least: float, most: float) -> float:
    fits = isinstance(sent, int | float) and not isinstance(sent, bool) and math.isfinite(sent)
    if not fits or not least <= float(sent) <= most:  # type: ignore[arg-type]
        raise NotAnEvent(f"The {what} is a number from {least:g} to {most:g}.")
    return round(float(sent), 3)  # type: ignore[arg-type]


def _text(sent: object, what: str, longest: int) -> str:
    if not isinstance(sent, str):
        raise NotAnEvent(f"The {what} is words.")
    return sent.replace("\0", "")[:longest]


def _ids(sent: object) -> list[str]:
    if not isinstance(sent, list) or len(sent) > _MOST_NAMED:
        raise NotAnEvent("What it takes back is a list of events.")
    return [str(_uuid(each)) for each in sent]


def _nothing(_: Mapping[str, object]) -> dict[str, Any]:
    return {}


def _counts(sent: object) -> list[int]:
    if not isinstance(sent, list) or not 0 < len(sent) <= 2_000:
        raise NotAnEvent("Counts are one number for each part.")
    return [_whole(each, "count", 0, _MOST_STITCHES) for each in sent]


def _mended(given: Mapping[str, object]) -> dict[str, Any]:
    sent = given.get("differences", [])
    if not isinstance(sent, list) or len(sent) > 20 or not all(isinstance(each, dict) for each in sent):
        raise NotAnEvent("What is otherwise than written is a short list of rows with their counts.")
    rows = [
        {"row": _whole(each.get("row"), "row", 0, _MOST_ROWS), "counts": _counts(each.get("counts"))} for each in sent
    ]
    return {"differences": rows, "says": _text(given.get("says", ""), "note", _LONGEST_NOTE)}


def _measured(given: Mapping[str, object]) -> dict[str, Any]:
    return {key: _number(given.get(key), f"{key} to 10 cm", 1, 200) for key in ("stitches", "rows")}


def _needle(given: Mapping[str, object]) -> dict[str, Any]:
    return {
        "size_mm": _number(given.get("size_mm"), "size in millimetres", 0.5, 50),
        "length_cm": _number(given.get("length_cm"), "length in centimetres", 5, 400),
    }


_SHARED: dict[str, Callable[[object], Any]] = {
    "device": lambda sent: str(_uuid(sent)),
    "epoch": lambda sent: _whole(sent, "epoch", 0, _MOST_ROWS),
    "takes_back": _ids,
    "settles": _ids,
    "reason": lambda sent: _text(sent, "reason", 200),
}
_FIELDS: dict[str, Callable[[Mapping[str, object]], dict[str, Any]]] = {
    Event.Kind.PART: lambda given: {"part": _whole(given.get("part"), "part", 0, 2_000)},
    Event.Kind.COUNT: lambda given: {"counts": _counts(given.get("counts"))},
    Event.Kind.MENDED: _mended,
    Event.Kind.MEASURED: _measured,
    Event.Kind.NEEDLE: _needle,
    Event.Kind.WEIGHED: lambda given: {"grams": _number(given.get("grams"), "weight in grams", 0, 100_000)},
    Event.Kind.NOTE: lambda given: {"text": _text(given.get("text", ""), "note", _LONGEST_NOTE)},
}
