"""How the values of a piece look in JSON, told from their own definitions.

A value that is one of several kinds (an order, a step, a goal) says which in ``kind``. Places in the text are
left out: a file has its own.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import MISSING, Field, fields, is_dataclass
from enum import Enum
from functools import cache
from types import UnionType
from typing import Any, Union, get_args, get_origin, get_type_hints

from knitting.gauges import GaugeSource
from knitting.plan.plan import End
from knitting.problems import Span
from knitting.rows import Goal, Order, RepeatEnd, Step
from knitting.stitches import StitchKind


def kind_of(class_: type) -> str:
    """The name of a kind: ``MarkStitches`` is "mark-stitches"."""
    return re.sub(r"(?<!^)(?=[A-Z])", "-", class_.__name__).lower()


@cache
def members(class_: type) -> tuple[tuple[str, Any, bool], ...]:
    """Name, type and whether it must be there, of everything of a value that a file holds."""
    hints = get_type_hints(class_)
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


@cache
def is_tagged(class_: type) -> bool:
    """Whether a value says in ``kind`` what it is: wherever it may be one of several."""
    return any(class_ in options(union).values() for union in (Goal, Order, RepeatEnd, Step, End, GaugeSource))
