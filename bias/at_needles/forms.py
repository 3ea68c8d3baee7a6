"""Events as forms send them, when a page's scripts did not run: the same fields as words."""

from __future__ import annotations

import json
from collections.abc import Mapping

from bias.parsing import whole_number

_WHOLE = ("row", "copy", "part")
_NUMBERS = ("stitches", "rows", "size_mm", "length_cm", "grams")
_LISTS = ("takes_back", "settles", "counts", "differences")


def event_of_form(sent: Mapping[str, str], revision: int) -> dict[str, object]:
    """The event of a form, to be checked as any other."""
    found: dict[str, object] = {"id": sent.get("id"), "kind": sent.get("kind"), "revision": revision}
    data: dict[str, object] = {key: sent[key] for key in ("text", "reason", "says", "device") if key in sent}
    for key in _WHOLE:
        if key in sent:
            found[key] = _whole(sent[key])
    if "part" in found:
        data["part"] = found.pop("part")
    data |= {key: _number(sent[key]) for key in _NUMBERS if key in sent}
    data |= {key: _list(sent[key]) for key in _LISTS if sent.get(key)}
    if "epoch" in sent:
        data["epoch"] = _whole(sent["epoch"])
    return {**found, "data": data}


def _whole(said: str) -> object:
    found = whole_number(said)
    return said if found is None else found


def _number(said: str) -> object:
    """A number as it is typed, with a point or a comma."""
    try:
        return float(said.strip().replace(",", "."))
    except ValueError:
        return said


def _list(said: str) -> object:
    try:
        return json.loads(said)
    except (ValueError, RecursionError):
        return said
