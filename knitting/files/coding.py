"""Values to JSON and back, told from their own definitions; and what is said of a file that holds none."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import MISSING, fields, is_dataclass
from enum import Enum
from typing import Any, get_args, get_origin

from knitting.files.shapes import is_enum, is_stitch, is_tagged, kind_of, members, options, without_none
from knitting.problems import NOWHERE, Span
from knitting.rows import Row
from knitting.stitches import STITCHES, StitchKind

_MOST_NESTED = 60
_MOST_VALUES = 200_000
_MOST_CHARACTERS = 4_000
_LARGEST = 10**9


class NotRead(ValueError):
    """A file that does not hold what is wanted: the message says where in it, and what is wrong there."""


def encoded(value: Any) -> Any:
    """A value as JSON: objects without their places, stitches and words of a few by their keys."""
    if isinstance(value, StitchKind):
        return value.key
    if isinstance(value, Enum):
        return value.value
    if isinstance(value, tuple):
        return [encoded(each) for each in value if not isinstance(each, Span)]
    if not is_dataclass(value) or isinstance(value, type):
        return value
    found: dict[str, Any] = {}
    for name, _, needed in members(type(value)):
        inner = getattr(value, name)
        if needed or inner != _default(type(value), name):
            found[name] = encoded(inner)
    return {"kind": kind_of(type(value)), **found} if is_tagged(type(value)) else found


def _default(class_: type, name: str) -> Any:
    return next(field.default for field in fields(class_) if field.name == name)


class Decoder:
    """Makes values from JSON, told by their types; counts them, so that no file floods."""

    def __init__(self) -> None:
        self.values = 0

    def value(self, hint: Any, data: Any, path: str, depth: int) -> Any:
        """The value of a type that some JSON holds; :class:`NotRead` names the place where it does not."""
        self.values += 1
        if depth > _MOST_NESTED or self.values > _MOST_VALUES:
            raise NotRead(f"{path or 'the file'}: it is larger or deeper than any piece or plan.")
        hint, may_miss = without_none(hint)
        if data is None and may_miss:
            return None
        kinds = options(hint)
        if kinds:
            return self._one_of(kinds, data, path, depth)
        if get_origin(hint) is tuple:
            return self._list(get_args(hint), data, path, depth)
        if is_stitch(hint):
            return _stitch(data, path)
        if is_enum(hint):
            return _word(hint, data, path)
        if is_dataclass(hint) and isinstance(hint, type):
            if is_tagged(hint):
                return self._one_of({kind_of(hint): hint}, data, path, depth)
            return self._object(hint, data, path, depth)
        return _plain(hint, data, path)

    def _one_of(self, kinds: Mapping[str, type], data: Any, path: str, depth: int) -> Any:
        kind = data.get("kind") if isinstance(data, Mapping) else None
        if not isinstance(kind, str) or kind not in kinds:
            raise NotRead(f"{path}.kind: one of {', '.join(kinds)} is wanted.")
        return self._object(kinds[kind], {key: v for key, v in data.items() if key != "kind"}, path, depth)

    def _object(self, class_: type, data: Any, path: str, depth: int) -> Any:
        if not isinstance(data, Mapping):
            raise NotRead(f"{path}: an object is wanted.")
        found: dict[str, Any] = {}
        known = members(class_)
        unknown = next((key for key in data if key not in {name for name, _, _ in known}), None)
        if unknown is not None:
            raise NotRead(f"{path}.{str(unknown)[:40]}: there is no such thing in {kind_of(class_)}.".lstrip("."))
        for name, hint, needed in known:
            if name in data:
                found[name] = self.value(hint, data[name], f"{path}.{name}".lstrip("."), depth + 1)
            elif needed:
                raise NotRead(f"{path}.{name}: it is missing.".lstrip("."))
        places = {field.name: NOWHERE for field in fields(class_) if field.name == "span" and field.default is MISSING}
        if class_ is Row and found.get("times", 1) < 0:
            raise NotRead(f"{path}.times: a number from 0 up is wanted.")
        return class_(**found, **places)

    def _list(self, hints: tuple[Any, ...], data: Any, path: str, depth: int) -> tuple[Any, ...]:
        if not isinstance(data, list):
            raise NotRead(f"{path}: a list is wanted.")
        if len(hints) == 2 and hints[1] is Ellipsis:
            return tuple(self.value(hints[0], each, f"{path}[{at}]", depth + 1) for at, each in enumerate(data))
        if len(data) != len(hints):
            raise NotRead(f"{path}: a list of {len(hints)} is wanted.")
        pairs = enumerate(zip(hints, data, strict=True))
        return tuple(self.value(hint, each, f"{path}[{at}]", depth + 1) for at, (hint, each) in pairs)


def _stitch(data: Any, path: str) -> StitchKind:
    if not isinstance(data, str) or data not in STITCHES:
        raise NotRead(f"{path}: '{str(data)[:40]}' is no stitch that Bias knows.")
    return STITCHES[data]


def _word(hint: type[Enum], data: Any, path: str) -> Enum:
    found = next((each for each in hint if each.value == data), None)
    if found is None:
        raise NotRead(f"{path}: one of {', '.join(str(each.value) for each in hint)} is wanted.")
    return found


def _plain(hint: Any, data: Any, path: str) -> Any:
    if hint is float and isinstance(data, int | float) and not isinstance(data, bool) and math.isfinite(data):
        return float(data)
    if hint is int and isinstance(data, int) and not isinstance(data, bool) and 0 <= data <= _LARGEST:
        return data
    if hint is bool and isinstance(data, bool):
        return data
    if hint is str and isinstance(data, str) and len(data) <= _MOST_CHARACTERS and data.isprintable():
        return data
    wanted = {int: "a whole number from 0 up", float: "a number", bool: "true or false", str: "one line of text"}
    raise NotRead(f"{path}: {wanted.get(hint, 'something else')} is wanted.")
