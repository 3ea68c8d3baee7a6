"""The kinds of events as a device has to know them: told from their classes."""

from __future__ import annotations

from datetime import datetime
from typing import Any, get_origin

from knitting.coding.shapes import members, without_limits, without_none
from knitting.log.events import KINDS, Event, RowWorked, WentOnFrom

_BESIDE = ("id", "row", "copy", "revision")


def kinds_for_devices() -> dict[str, dict[str, Any]]:
    """For each kind whether it counts as worked rows, whether it lowers, and of which sort its details are.

    >>> kinds_for_devices()["weighed"]["fields"]["grams"], kinds_for_devices()["ripped"]["lowers"]
    ('number', True)
    """
    return {
        kind: {
            "counts": class_ in (RowWorked, WentOnFrom),
            "lowers": class_.lowers,
            "fields": _fields(class_),
        }
        for kind, class_ in KINDS.items()
    }


def _fields(class_: type[Event]) -> dict[str, str]:
    known = {name: _sort(hint) for name, hint, _ in members(class_) if name not in _BESIDE}
    return {name: sort for name, sort in known.items() if sort}


def _sort(hint: Any) -> str:
    plain = without_limits(without_none(hint)[0])[0]
    if plain is datetime:
        return ""
    if plain in (int, float):
        return "number"
    return "list" if get_origin(plain) is tuple else "text"
