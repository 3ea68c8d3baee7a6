"""What each word of a text is: heads, increases, decreases, marks, repeats, counts, notes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from enum import Enum
from typing import NamedTuple

from knitting.problems import Span
from knitting.rows import (
    ChangeColour,
    Claim,
    Cluster,
    Group,
    Hold,
    InFabric,
    Marker,
    MarkStitch,
    MarkStitches,
    Order,
    RemoveMarks,
    Repeat,
    Return,
    Row,
    SameAs,
    Shape,
    Step,
    Stretch,
    ToEnd,
    Turn,
    Unread,
    Work,
    WorkTo,
)
from knitting.rows.lists import every_step
from knitting.sorting.roles import Role
from knitting.stitches import Family
from knitting.words.reader import Reading


class Ink(Enum):
    """What a stretch of text is."""

    HEAD = "head"
    PLAIN = "plain"
    INCREASE = "increase"
    DECREASE = "decrease"
    MARK = "mark"
    COLOUR = "colour"
    REPEAT = "repeat"
    COUNT = "count"
    NOTE = "note"


class Highlight(NamedTuple):
    """A stretch of a line: its first column (from 1), its length, what it is."""

    column: int
    length: int
    ink: Ink


_GAINS = frozenset({Family.INCREASE, Family.YARN_OVER, Family.CAST_ON})
_LOSES = frozenset({Family.DECREASE, Family.BIND_OFF, Family.DROP})


def highlights(reading: Reading) -> dict[int, tuple[Highlight, ...]]:
    """The highlights of every line that has some, from left to right and apart from one another."""
    found: dict[int, list[Highlight]] = {}
    bodies: dict[int, tuple[Highlight, ...]] = {}
    for section in reading.piece.sections:
        for order in section.orders:
            if isinstance(order, Row) and any(step.span.line for step in order.steps):
                _row_of_many_lines(order, found)
            else:
                found.setdefault(order.span.line, []).extend(_order(order, bodies))
    for span, _ in reading.piece.notes:
        found.setdefault(span.line, []).append(Highlight(span.column, span.length, Ink.NOTE))
    for understood in reading.roles:
        if understood.role is Role.TALK:
            span = understood.where
            found.setdefault(span.line, []).append(Highlight(span.column, span.length, Ink.NOTE))
    return {line: _apart(each) for line, each in found.items() if line}


def _apart(found: list[Highlight]) -> tuple[Highlight, ...]:
    """The highlights of a line from left to right; one that begins within another is left out."""
    kept: list[Highlight] = []
    for each in sorted(found):
        if not kept or kept[-1].column + kept[-1].length <= each.column:
            kept.append(each)
    return tuple(kept)


def _row_of_many_lines(row: Row, found: dict[int, list[Highlight]]) -> None:
    """A row whose words were joined from several lines, or cleaned: each step has its own place in the text."""
    head = row.body.column - row.span.column
    if row.body.line == row.span.line and head > 0:
        found.setdefault(row.span.line, []).append(Highlight(row.span.column, head, Ink.HEAD))
    for step in every_step(row.steps):
        if not isinstance(step, Group | Unread) and _ink(step) is not Ink.PLAIN:
            found.setdefault(step.span.line, []).append(Highlight(step.span.column, step.span.length, _ink(step)))
    if row.claim is not None:
        span = row.claim.span
        found.setdefault(span.line, []).append(Highlight(span.column, span.length, Ink.COUNT))


def _order(order: Order, bodies: dict[int, tuple[Highlight, ...]]) -> Iterator[Highlight]:
    claim: Claim | None = getattr(order, "claim", None)
    if isinstance(order, Row) and order.body.line:
        yield Highlight(order.span.column, order.body.column - order.span.column, Ink.HEAD)
        key = id(order.steps)
        if key not in bodies:
            bodies[key] = tuple(_steps(order.steps))
        before = order.body.column - 1
        yield from (Highlight(each.column + before, each.length, each.ink) for each in bodies[key])
    elif isinstance(order, Repeat | SameAs | Stretch):
        end = min(order.span.end, claim.span.column) if claim else order.span.end
        yield Highlight(order.span.column, end - order.span.column, Ink.REPEAT)
    elif isinstance(order, MarkStitches | RemoveMarks):
        yield Highlight(order.span.column, order.span.length, Ink.MARK)
    if claim is not None and claim.span.line == order.span.line:
        yield Highlight(claim.span.column, claim.span.length, Ink.COUNT)


def _steps(steps: Sequence[Step]) -> Iterator[Highlight]:
    for step in steps:
        if isinstance(step, Group):
            yield from _group(step)
        elif not isinstance(step, Unread):
            ink = _ink(step)
            if ink is not Ink.PLAIN:
                yield Highlight(step.span.column, step.span.length, ink)


def _group(group: Group) -> Iterator[Highlight]:
    """The star or bracket, what is inside, and how often it is worked."""
    inner = group.steps
    if not inner or not _inside(inner, group.span):
        yield from _steps(inner) if inner and inner[0].span != group.span else ()
        return
    first, last = inner[0].span, inner[-1].span
    yield Highlight(group.span.column, first.column - group.span.column, Ink.REPEAT)
    yield from _steps(inner)
    yield Highlight(last.end, group.span.end - last.end, Ink.REPEAT)


def _inside(steps: Sequence[Step], span: Span) -> bool:
    return span.column < steps[0].span.column and steps[-1].span.end <= span.end


def _ink(step: Step) -> Ink:
    match step:
        case Work(stitch):
            return Ink.INCREASE if stitch.family in _GAINS else Ink.DECREASE if stitch.family in _LOSES else Ink.PLAIN
        case Cluster():
            return Ink.INCREASE if step.makes > step.over else Ink.DECREASE if step.makes < step.over else Ink.PLAIN
        case Shape(increase):
            return Ink.INCREASE if increase else Ink.DECREASE
        case Marker() | MarkStitch() | Hold() | Return() | Turn():
            return Ink.MARK
        case ChangeColour():
            return Ink.COLOUR
        case WorkTo(_, goal) | InFabric(_, _, _, goal) if goal is not None and not isinstance(goal, ToEnd):
            return Ink.MARK
    return Ink.PLAIN
