"""Events as forms send them, when a page's scripts did not run: the fields of the kind, as text."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any, get_origin

from bias.parsing import whole_number
from knitting import log
from knitting.coding.shapes import members, without_limits, without_none

_BESIDE = ("id", "row", "copy", "kind")


def event_of_form(sent: Mapping[str, str], revision: int) -> dict[str, object]:
    """The event of a form as a device would send it, to be read as any other."""
    class_ = log.KINDS.get(sent.get("kind", ""), log.Event)
    hints = {name: without_limits(without_none(hint)[0])[0] for name, hint, _ in members(class_)}
    typed = {name: _value(hints[name], sent[name]) for name in hints if sent.get(name)}
    beside = {name: typed.pop(name) for name in _BESIDE if name in typed}
    return {**beside, "kind": sent.get("kind"), "revision": revision, "data": typed}


def _value(hint: Any, text: str) -> object:
    """What some text says for a field of a type; the text itself where it says nothing of that."""
    if hint is int:
        number = whole_number(text)
        return text if number is None else number
    try:
        if hint is float:
            return float(text.strip().replace(",", "."))
        return json.loads(text) if get_origin(hint) is tuple else text
    except (ValueError, RecursionError):
        return text
