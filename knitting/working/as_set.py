""" "Continue in this way": the rows that come next where some were worked, also where their numbers grow evenly."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields, is_dataclass, replace
from typing import Any, TypeVar

from knitting.needle.worked import WorkedRow
from knitting.rows import Group, Step
from knitting.rows.without_places import without_places
from knitting.working.section_rows import RowDefinition

_NUMBERS = frozenset({"times", "short"})
_Value = TypeVar("_Value")


class RowsAsSet:
    """The rows that go on as those before them: the last shaped row is worked again after the rows that led to it.

    Where it differs from the shaped row a time before by its numbers alone ("k8, k2tog", then "k7, k2tog"), they go on
    in even steps.
    """

    def __init__(self, cycle: Sequence[RowDefinition], before: tuple[Step, ...]) -> None:
        self.cycle = cycle
        self.before, self.after = without_places(before), without_places(cycle[-1].steps)
        self.even = self.before == self.after
        self.other = 0

    def __len__(self) -> int:
        return len(self.cycle)

    def at(self, number: int) -> RowDefinition | None:
        """The row with that number, from 0; rows are asked for in turn. ``None`` where the numbers come to an end."""
        place = number % len(self.cycle)
        if place < len(self.cycle) - 1 or self.even:
            return self.cycle[place]
        coming = next_in_line(self.before, self.after)
        if coming is None:
            return None
        self.before, self.after = self.after, coming
        return replace(self.cycle[-1], steps=_without_nothing(coming), claim=None, gain=None, worked=0)


def rows_as_set(rows: Sequence[WorkedRow], history: Sequence[RowDefinition]) -> RowsAsSet | None:
    """What goes on after some rows and their definitions; ``None`` where fewer than two of one side are shaped.

    ``other`` of it is a longer time that could be meant as well, where no shaped row is like the last one.
    """
    shaped = [at for at, row in enumerate(rows) if row.change]
    side = rows[shaped[-1]].side if shaped else None
    before = [at for at in shaped[:-1] if rows[at].side is side]
    if not before:
        return None
    last = shaped[-1]
    words = without_places(history[last].steps)
    for earlier in reversed(before):
        steps = history[earlier].steps
        if next_in_line(without_places(steps), words) is not None:
            return RowsAsSet(history[earlier + 1 : last + 1], steps)
    whole = len(rows) - shaped[0]
    found = RowsAsSet(history[before[-1] + 1 : last + 1], history[last].steps)
    if whole > len(found) and (whole % 2 == 0 or rows[last].in_round):
        found.other = whole
    return found


def next_in_line(before: _Value, after: _Value) -> _Value | None:
    """The value that comes after two in even steps: the same but for numbers of times; ``None`` where they differ.

    >>> from knitting.problems import NOWHERE
    >>> from knitting.rows import Work
    >>> from knitting.stitches import KNIT
    >>> next_in_line(Work(KNIT, 8, NOWHERE), Work(KNIT, 6, NOWHERE)).times
    4
    """
    if before == after:
        return after
    if type(before) is not type(after):
        return None
    if isinstance(before, tuple) and isinstance(after, tuple):
        return _each_in_line(before, after)  # type: ignore[return-value]
    if not is_dataclass(before) or not is_dataclass(after) or isinstance(after, type):
        return None
    changed: dict[str, Any] = {}
    for field in fields(before):
        old, new = getattr(before, field.name), getattr(after, field.name)
        if field.name in _NUMBERS:
            changed[field.name] = 2 * new - old
            if changed[field.name] < 0:
                return None
        elif old != new:
            changed[field.name] = next_in_line(old, new)
            if changed[field.name] is None:
                return None
    return replace(after, **changed)


def _each_in_line(before: tuple[Any, ...], after: tuple[Any, ...]) -> tuple[Any, ...] | None:
    if len(before) != len(after):
        return None
    found = tuple(next_in_line(old, new) for old, new in zip(before, after, strict=True))
    return None if any(each is None for each in found) else found


def _without_nothing(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """The steps but for those that are worked no time."""
    found: list[Step] = []
    for step in steps:
        if isinstance(step, Group):
            step = replace(step, steps=_without_nothing(step.steps))
        if getattr(step, "times", 1) and getattr(step, "steps", True):
            found.append(step)
    return tuple(found)
