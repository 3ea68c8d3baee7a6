"""The schema of a yarn forecast as JSON (JSON Schema 2020-12)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

_DIALECT = "https://json-schema.org/draft/2020-12/schema"
_NUMBER: Mapping[str, Any] = {"type": "number"}
_LENGTH: Mapping[str, Any] = {"type": "number", "minimum": 0}
_COUNT: Mapping[str, Any] = {"type": "integer", "minimum": 0}
_SHARE: Mapping[str, Any] = {"type": "number", "minimum": 0, "maximum": 1}
_NAME: Mapping[str, Any] = {"type": "string"}


def yarn_schema() -> dict[str, Any]:
    """The schema of :func:`knitting.files.yarn_json.yarn_json`."""
    of_colour = dict.fromkeys(("loops", "metres", "grams", "cast_on_m", "rows_m", "bind_off_m", "joins_m"), _LENGTH)
    stop = {"row": _COUNT, "colour": _NAME, "left_g": _NUMBER, "sd_g": _LENGTH, "chance": _SHARE}
    safe = {"row": _COUNT, "chance": _SHARE}
    tails = {"cast_on_cm": _LENGTH, "bind_off_cm": _LENGTH}
    whole = {
        "loop_cm": _LENGTH,
        "colours": {"type": "object", "additionalProperties": _all({**of_colour, "balls": _COUNT})},
        "ball_ends": _list(_all({"colour": _NAME, "ball": _COUNT, "row": _COUNT})),
        "outlook": _list(_all(stop)),
        "last_safe": {"anyOf": [_all(safe), {"type": "null"}]},
        "weigh_next": {"type": ["integer", "null"]},
        "tails": _all(tails),
    }
    return {"$schema": _DIALECT, "title": "The yarn of a piece: metres, chances, ball ends, tails", **_all(whole)}


def shelf_schema() -> dict[str, Any]:
    """The schema of a shelf of yarns."""
    lot = {"name": _NAME, "whole": _COUNT, "opened_grams": _LENGTH}
    or_none = {"type": ["integer", "null"]}
    yarn = {
        "name": _NAME,
        "fibre": _NAME,
        "weight": or_none,
        "ball_grams": _LENGTH,
        "ball_metres": _LENGTH,
        "price": {"type": ["string", "null"]},
        "colour": _NAME,
        "note": _NAME,
        "lots": _list(_all(lot)),
    }
    whole = {"format": {"const": "yarns"}, "version": {"const": 1}, "yarns": _list(_all(yarn))}
    return {"$schema": _DIALECT, "title": "A shelf of yarns with their lots and balls", **_all(whole)}


def _all(properties: Mapping[str, Any]) -> dict[str, Any]:
    """An object with these properties, all of them and no others."""
    return {
        "type": "object",
        "properties": {name: dict(shape) for name, shape in properties.items()},
        "required": list(properties),
        "additionalProperties": False,
    }


def _list(of: Mapping[str, Any]) -> dict[str, Any]:
    return {"type": "array", "items": dict(of)}
