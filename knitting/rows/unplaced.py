"""Steps and orders without their places, so that equal words are equal wherever they were written."""

from __future__ import annotations

from dataclasses import fields, is_dataclass, replace
from typing import Any, TypeVar

from knitting.problems import NOWHERE, Span

_Value = TypeVar("_Value")


def unplaced(value: _Value) -> _Value:
    """A step, an order or a tuple of them with every place taken out of it."""
    bare: _Value = _bare(value)
    return bare


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
