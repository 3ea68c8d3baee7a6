"""How values look in JSON, told from the definitions of their classes.

Places in the text are left out: a file has its own. What a field may hold beyond its type stands in its annotation:
``Annotated[int, Bounds(1, 12)]``.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import MISSING, Field, dataclass, fields, is_dataclass
from enum import Enum
from functools import cache
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin, get_type_hints

from knitting.problems import Span
from knitting.stitches import StitchKind


@dataclass(frozen=True, slots=True)
class Bounds:
    """The least and the largest number that a field may hold; ``called`` is its name in a sentence, if not its own."""

    least: float
    most: float
    called: str = ""


@dataclass(frozen=True, slots=True)
class Text:
    """Text of several lines, cut after ``longest`` characters."""

    longest: int


@dataclass(frozen=True, slots=True)
class AtMost:
    """How many values a list may hold, and at least one where ``some`` is set."""

    values: int
    some: bool = False


def without_limits(hint: Any) -> tuple[Any, Bounds | Text | AtMost | None]:
    """A type without what limits it, and that."""
    if get_origin(hint) is Annotated:
        inner, limit = get_args(hint)[:2]
        return inner, limit
    return hint, None


def kind_of(class_: type) -> str:
    """The name of a kind: ``MarkStitches`` is "mark-stitches"."""
    return re.sub(r"(?<!^)(?=[A-Z])", "-", class_.__name__).lower()


def members(class_: type) -> tuple[tuple[str, Any, bool], ...]:
    """Name, type and whether it must be there, of everything of a value that a file holds."""
    return _members(class_)


@cache
def _members(class_: type) -> tuple[tuple[str, Any, bool], ...]:
    hints = get_type_hints(class_, include_extras=True)
    return tuple((field.name, hints[field.name], _is_needed(field)) for field in _kept(class_, hints))


def _kept(class_: type, hints: dict[str, Any]) -> Iterator[Field[Any]]:
    for field in fields(class_):
        if not _is_place(hints[field.name]):
            yield field


def _is_needed(field: Field[Any]) -> bool:
    return field.default is MISSING and field.default_factory is MISSING


def _is_place(hint: Any) -> bool:
    return hint is Span or (is_union(hint) and Span in get_args(hint))


def is_union(hint: Any) -> bool:
    """Whether a type is one of several."""
    return get_origin(hint) in (Union, UnionType)


def options(hint: Any) -> dict[str, type]:
    """The kinds of a type that is one of several dataclasses, by their names; none for other types."""
    found = [each for each in get_args(hint) if is_dataclass(each)] if is_union(hint) else []
    return {kind_of(each): each for each in found if isinstance(each, type)} if len(found) > 1 else {}


def without_none(hint: Any) -> tuple[Any, bool]:
    """A type without ``None``, and whether ``None`` was allowed."""
    if is_union(hint) and type(None) in get_args(hint):
        rest = tuple(each for each in get_args(hint) if each is not type(None))
        return (rest[0] if len(rest) == 1 else Union[rest]), True  # noqa: UP007
    return hint, False


def is_stitch(hint: Any) -> bool:
    """Whether a type is a kind of stitch, written by its key."""
    return hint is StitchKind


def is_enum(hint: Any) -> bool:
    """Whether a type is one of a few words."""
    return isinstance(hint, type) and issubclass(hint, Enum)
