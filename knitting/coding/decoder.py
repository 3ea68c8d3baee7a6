"""Values to JSON and back, and what is said of a file that holds none."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import MISSING, fields, is_dataclass
from enum import Enum
from typing import Any, TypeAlias, get_args, get_origin
from uuid import UUID

from knitting.coding.lines import is_line
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
from knitting.problems import NOWHERE, Span
from knitting.statements import Refused, sentence
from knitting.stitches import STITCHES, StitchKind

_MOST_NESTED = 60
_MOST_VALUES = 200_000
_MOST_CHARACTERS = 4_000
_LARGEST = 10**9


IsTagged: TypeAlias = Callable[[type], bool]
"""Whether values of a class say in ``kind`` what they are."""


def _never(_: type) -> bool:
    return False


class NotRead(Refused):
    """A file that does not hold what is wanted: where in it, and what is wrong there."""


def encoded(value: Any, is_tagged: IsTagged = _never) -> Any:
    """A value as JSON: objects without their places, stitches and words of a few by their keys."""
    if isinstance(value, StitchKind):
        return value.key
    if isinstance(value, Enum):
        return value.value
    if isinstance(value, tuple):
        return [encoded(each, is_tagged) for each in value if not isinstance(each, Span)]
    if isinstance(value, UUID):
        return str(value)
    if not is_dataclass(value) or isinstance(value, type):
        return value
    found: dict[str, Any] = {}
    for name, _, needed in members(type(value)):
        inner = getattr(value, name)
        if needed or inner != _default(type(value), name):
            found[name] = encoded(inner, is_tagged)
    return {"kind": kind_of(type(value)), **found} if is_tagged(type(value)) else found


def _default(class_: type, name: str) -> Any:
    return next(field.default for field in fields(class_) if field.name == name)


class Decoder:
    """Makes values from JSON, told by their types; counts them, so that no file floods.

    ``is_tagged`` says which classes tell their kind even where only one is possible.
    """

    def __init__(self, is_tagged: IsTagged = _never) -> None:
        self.values = 0
        self.is_tagged = is_tagged

    def value(self, hint: Any, data: Any, path: str, depth: int) -> Any:
        """The value of a type that some JSON holds; :class:`NotRead` names the place where it does not."""
        self.values += 1
        if depth > _MOST_NESTED or self.values > _MOST_VALUES:
            raise NotRead(
                sentence("{place}: it is larger or deeper than any piece or plan.", place=path or sentence("the file"))
            )
        hint, may_miss = without_none(hint)
        if data is None and may_miss:
            return None
        hint, limit = without_limits(hint)
        if limit is not None:
            return self._limited(hint, limit, data, path, depth)
        kinds = options(hint)
        if kinds:
            return self._one_of(kinds, data, path, depth)
        if get_origin(hint) is tuple:
            return self._list(get_args(hint), data, path, depth)
        if is_stitch(hint):
            return _stitch(data, path)
        if is_enum(hint):
            return _word(hint, data, path)
        if hint is UUID:
            return _id(data, path)
        if is_dataclass(hint) and isinstance(hint, type):
            if self.is_tagged(hint):
                return self._one_of({kind_of(hint): hint}, data, path, depth)
            return self._object(hint, data, path, depth)
        return _plain(hint, data, path)

    def _limited(self, hint: Any, limit: Bounds | Text | AtMost, data: Any, path: str, depth: int) -> Any:
        if isinstance(limit, Text):
            return _text(data, limit.longest, path)
        if isinstance(limit, AtMost):
            found = self.value(hint, data, path, depth)
            if len(found) > limit.values or (limit.some and not found):
                raise NotRead(
                    sentence(
                        "{path}: {least} to {most:,} are expected.", path=path, least=int(limit.some), most=limit.values
                    )
                )
            return found
        numbers = int if hint is int else (int, float)
        if isinstance(data, bool) or not isinstance(data, numbers) or not limit.least <= data <= limit.most:
            which = sentence("a whole number") if hint is int else sentence("a number")
            raise NotRead(
                sentence(
                    "{path}: {which} from {least:,} to {most:,} is expected.",
                    path=limit.called or path,
                    which=which,
                    least=limit.least,
                    most=limit.most,
                )
            )
        return data if hint is int else round(float(data), 6)

    def _one_of(self, kinds: Mapping[str, type], data: Any, path: str, depth: int) -> Any:
        kind = data.get("kind") if isinstance(data, Mapping) else None
        if not isinstance(kind, str) or kind not in kinds:
            raise NotRead(sentence("{path}.kind: one of {kinds} is expected.", path=path, kinds=", ".join(kinds)))
        return self._object(kinds[kind], {key: v for key, v in data.items() if key != "kind"}, path, depth)

    def _object(self, class_: type, data: Any, path: str, depth: int) -> Any:
        if not isinstance(data, Mapping):
            raise NotRead(sentence("{path}: an object is expected.", path=path))
        found: dict[str, Any] = {}
        known = members(class_)
        unknown = next((key for key in data if key not in {name for name, _, _ in known}), None)
        if unknown is not None:
            place = f"{path}.{str(unknown)[:40]}".lstrip(".")
            raise NotRead(sentence("{path}: there is no such thing in {kind}.", path=place, kind=kind_of(class_)))
        for name, hint, needed in known:
            if name in data:
                found[name] = self.value(hint, data[name], f"{path}.{name}".lstrip("."), depth + 1)
            elif needed:
                raise NotRead(sentence("{path}: it is missing.", path=f"{path}.{name}".lstrip(".")))
        places = {field.name: NOWHERE for field in fields(class_) if field.name == "span" and field.default is MISSING}
        return class_(**found, **places)

    def _list(self, hints: tuple[Any, ...], data: Any, path: str, depth: int) -> tuple[Any, ...]:
        if not isinstance(data, list):
            raise NotRead(sentence("{path}: a list is expected.", path=path))
        if len(hints) == 2 and hints[1] is Ellipsis:
            return tuple(self.value(hints[0], each, f"{path}[{at}]", depth + 1) for at, each in enumerate(data))
        if len(data) != len(hints):
            raise NotRead(sentence("{path}: a list of {count} is expected.", path=path, count=len(hints)))
        pairs = enumerate(zip(hints, data, strict=True))
        return tuple(self.value(hint, each, f"{path}[{at}]", depth + 1) for at, (hint, each) in pairs)


def _stitch(data: Any, path: str) -> StitchKind:
    if not isinstance(data, str) or data not in STITCHES:
        raise NotRead(sentence("{path}: '{said}' is no stitch that Bias knows.", path=path, said=str(data)[:40]))
    return STITCHES[data]


def _word(hint: type[Enum], data: Any, path: str) -> Enum:
    found = next((each for each in hint if each.value == data), None)
    if found is None:
        raise NotRead(
            sentence(
                "{path}: one of {words} is expected.", path=path, words=", ".join(str(each.value) for each in hint)
            )
        )
    return found


def _id(data: Any, path: str) -> UUID:
    try:
        return UUID(data)
    except (ValueError, AttributeError, TypeError):
        raise NotRead(sentence("{path}: an id of 32 figures and letters is expected.", path=path)) from None


def _text(data: Any, longest: int, path: str) -> str:
    if not isinstance(data, str):
        raise NotRead(sentence("{path}: text is expected.", path=path))
    kept = data.replace("\0", "").encode("utf-8", "replace").decode("utf-8")
    return kept[:longest]


def _plain(hint: Any, data: Any, path: str) -> Any:
    if hint is float and isinstance(data, int | float) and not isinstance(data, bool) and math.isfinite(data):
        return float(data)
    if hint is int and isinstance(data, int) and not isinstance(data, bool) and 0 <= data <= _LARGEST:
        return data
    if hint is bool and isinstance(data, bool):
        return data
    if hint is str and isinstance(data, str) and len(data) <= _MOST_CHARACTERS and is_line(data):
        return data
    wanted = {
        int: sentence("a whole number from 0 up"),
        float: sentence("a number"),
        bool: sentence("true or false"),
        str: sentence("one line of text"),
    }
    raise NotRead(sentence("{path}: {wanted} is expected.", path=path, wanted=wanted[hint]))
