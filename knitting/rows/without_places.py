"""Steps and orders without their places, so that equal words are equal wherever they were written."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from dataclasses import fields, is_dataclass, replace
from functools import cache
from typing import Any, Generic, TypeVar

from knitting.problems import NOWHERE, Span
from knitting.rows.steps import Step

_Value = TypeVar("_Value")
_Key = TypeVar("_Key", bound=Hashable)
_Result = TypeVar("_Result")


def without_places(value: _Value) -> _Value:
    """A step, an order or a tuple of them with every place taken out of it."""
    bare: _Value = _bare(value)
    return bare


def with_places(value: _Value, change: Callable[[Span], Span]) -> _Value:
    """A step, an order or a tuple of them with every place changed."""
    changed: _Value = _changed(value, change)
    return changed


class SharedByWords(Generic[_Key, _Result]):
    """Results for equal words, made once: rows with the same body share their steps (see the reader).

    What is asked for is kept, so that no other steps can take its place.
    """

    def __init__(self, make: Callable[[tuple[Step, ...], _Key], _Result]) -> None:
        self._make = make
        self._known: dict[tuple[int, _Key], tuple[tuple[Step, ...], _Result]] = {}

    def of(self, steps: tuple[Step, ...], key: _Key) -> _Result:
        """The result for some steps and what else it depends on."""
        known = self._known.get((id(steps), key))
        if known is None:
            known = self._known[id(steps), key] = steps, self._make(steps, key)
        return known[1]


_PLACELESS = frozenset({int, str, bool, float})


@cache
def _placed_fields(kind: Any) -> tuple[str, ...]:
    """The fields of a class in which a place may stand; none of what is no step, order or part of one."""
    if not is_dataclass(kind) or kind.__module__.startswith("knitting.stitches"):
        return ()
    return tuple(field.name for field in fields(kind))


def _changed(value: Any, change: Callable[[Span], Span]) -> Any:
    if isinstance(value, tuple):
        return tuple(_changed(each, change) for each in value)
    if isinstance(value, Span):
        return change(value)
    changed: dict[str, Any] = {}
    kind: Any = type(value)
    for name in _placed_fields(kind):
        old = getattr(value, name)
        if old is not None and type(old) not in _PLACELESS:
            new = _changed(old, change)
            if new is not old:
                changed[name] = new
    return replace(value, **changed) if changed else value


def _bare(value: Any) -> Any:
    if isinstance(value, tuple):
        return tuple(_bare(each) for each in value)
    if isinstance(value, Span):
        return NOWHERE
    if not is_dataclass(value) or isinstance(value, type):
        return value
    if type(value).__module__.startswith("knitting.stitches"):
        return value
    changed = {field.name: _bare(getattr(value, field.name)) for field in fields(value)}
    # A place that need not be there is none where nothing was written.
    changed |= {field.name: None for field in fields(value) if field.default is None and changed[field.name] == NOWHERE}
    return replace(value, **changed)
