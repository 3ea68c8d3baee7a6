"""The schemas of pieces and plans as JSON (JSON Schema 2020-12), told from what reads and writes them."""

from __future__ import annotations

import json
from dataclasses import is_dataclass
from typing import Any, get_args, get_origin

from knitting.assembly.thing import Thing
from knitting.coding.shapes import (
    AtMost,
    Bounds,
    Text,
    is_enum,
    is_stitch,
    kind_of,
    members,
    options,
    without_limits,
    without_none,
)
from knitting.files import plan_json, thing_json
from knitting.files.piece_json import FORMAT, VERSION
from knitting.files.tagged import is_tagged
from knitting.files.thing_json import is_joint
from knitting.files.yarn_schema import shelf_schema, yarn_schema
from knitting.plan.plan import Plan
from knitting.rows import Piece
from knitting.stitches import STITCHES

_DIALECT = "https://json-schema.org/draft/2020-12/schema"

_PLAIN: dict[type, dict[str, Any]] = {
    int: {"type": "integer", "minimum": 0},
    float: {"type": "number"},
    bool: {"type": "boolean"},
    str: {"type": "string"},
}


def piece_schema() -> dict[str, Any]:
    """The schema of :func:`piece_to_json`."""
    definitions: dict[str, Any] = {}
    whole = _object(Piece, definitions)
    properties = {
        "format": {"const": FORMAT},
        "version": {"const": VERSION},
        **{name: shape for name, shape in whole["properties"].items() if name != "notes"},
        "notes": {"type": "array", "items": {"type": "string"}},
    }
    return {
        "$schema": _DIALECT,
        "title": "A piece: one thing to knit, as written",
        "type": "object",
        "properties": properties,
        "required": ["format", "version", "headers", "sections"],
        "additionalProperties": False,
        "$defs": definitions,
    }


def plan_schema() -> dict[str, Any]:
    """The schema of :func:`plan_to_json`."""
    return _whole(Plan, "A plan: what is intended of a piece", plan_json.FORMAT, plan_json.VERSION)


def thing_schema() -> dict[str, Any]:
    """The schema of :func:`knitting.files.thing_json.thing_to_json`."""
    return _whole(Thing, "A thing: several pieces and how they meet", thing_json.FORMAT, thing_json.VERSION)


def _whole(class_: type, title: str, name: str, version: int) -> dict[str, Any]:
    definitions: dict[str, Any] = {}
    whole = _object(class_, definitions)
    return {
        "$schema": _DIALECT,
        "title": title,
        "type": "object",
        "properties": {"format": {"const": name}, "version": {"const": version}, **whole["properties"]},
        "required": ["format", "version", *whole["required"]],
        "additionalProperties": False,
        "$defs": definitions,
    }


def _shape(hint: Any, definitions: dict[str, Any]) -> dict[str, Any]:
    hint, may_miss = without_none(hint)
    found = _present(hint, definitions)
    return {"anyOf": [found, {"type": "null"}]} if may_miss else found


def _present(hint: Any, definitions: dict[str, Any]) -> dict[str, Any]:
    hint, limit = without_limits(hint)
    if limit is not None:
        return {**_present(hint, definitions), **_limits(limit)}
    kinds = options(hint)
    if kinds:
        return {"oneOf": [_reference(class_, definitions) for class_ in kinds.values()]}
    if get_origin(hint) is tuple:
        inner = get_args(hint)
        if inner[1] is Ellipsis:
            return {"type": "array", "items": _shape(inner[0], definitions)}
        items = [_shape(each, definitions) for each in inner]
        return {"type": "array", "prefixItems": items, "minItems": len(items), "maxItems": len(items)}
    if is_stitch(hint):
        return {"enum": list(STITCHES)}
    if is_enum(hint):
        return {"enum": [each.value for each in hint]}
    if is_dataclass(hint) and isinstance(hint, type):
        return _reference(hint, definitions)
    return dict(_PLAIN[hint])


def _limits(limit: Bounds | Text | AtMost) -> dict[str, Any]:
    """What a limit of a field is called in a schema."""
    match limit:
        case Bounds():
            return {"minimum": limit.least, "maximum": limit.most}
        case AtMost():
            return {"minItems": int(limit.some), "maxItems": limit.values}
        case Text():
            return {"maxLength": limit.longest}


def _reference(class_: type, definitions: dict[str, Any]) -> dict[str, Any]:
    name = kind_of(class_)
    if name not in definitions:
        definitions[name] = {}
        definitions[name] = _object(class_, definitions)
    return {"$ref": f"#/$defs/{name}"}


def _object(class_: type, definitions: dict[str, Any]) -> dict[str, Any]:
    kind = kind_of(class_) if is_tagged(class_) or is_joint(class_) else ""
    known = [(name, hint, needed) for name, hint, needed in members(class_) if name != "notes"]
    properties = {name: _shape(hint, definitions) for name, hint, _ in known}
    needed = [name for name, _, is_needed in known if is_needed]
    said = (class_.__doc__ or "").strip().split("\n")[0]
    return {
        "description": said,
        "type": "object",
        "properties": {"kind": {"const": kind}, **properties} if kind else properties,
        "required": ["kind", *needed] if kind else needed,
        "additionalProperties": False,
    }


SCHEMAS = {
    "piece": piece_schema,
    "plan": plan_schema,
    "thing": thing_schema,
    "yarn": yarn_schema,
    "yarns": shelf_schema,
}
"""The published schemas by the names of their files."""


def schema_text(name: str = "piece") -> str:
    """A schema as the text of its published file."""
    return json.dumps(SCHEMAS[name](), indent=1) + "\n"
