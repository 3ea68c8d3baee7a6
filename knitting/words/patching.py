"""Changed orders put into a text, every other word left as its writer had it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import lines_of
from knitting.problems import Span
from knitting.rows import Order, Piece, Row
from knitting.rows.without_places import without_places
from knitting.words.order_writer import sentence
from knitting.words.other_numbers import with_numbers
from knitting.words.writer import Writer


def patched(text: str, before: Piece, after: Piece, words: Dialect) -> str:
    """The text of ``before`` with the orders of ``after``: the same ones in the same places but for words, and orders
    that stand nowhere yet, each as a line of its own ahead of the order that follows it.

    Only lines with a changed order are written anew, of a row only what follows its head; where nothing but figures
    differ, these alone.
    """
    lines = lines_of(text)
    writer = Writer(words)
    changes: list[_Change] = []
    for one, other in zip(before.sections, after.sections, strict=True):
        kept = [order for order in other.orders if order.span.line]
        for (old, new), ahead in zip(zip(one.orders, kept, strict=True), _ahead(other.orders), strict=True):
            if ahead or without_places(old) != without_places(new):
                added = [writer.order(order) for order in ahead]
                changes.append(_Change(old, new, _words(old, new, old, writer), _words(old, new, new, writer), added))
            writer.heed(old)
    # From the right of each line, so that the places of the others stay true.
    for change in sorted(changes, key=lambda each: (each.old.span.line, each.old.span.column), reverse=True):
        at = change.old.span.line - 1
        last = max([span.line for span in _places(change.old)], default=0)
        lines[at] = _line(lines[at], change, whole=last <= at + 1)
        del lines[at + 1 : last]
        lines[at:at] = change.added
    return "\n".join(lines)


@dataclass(frozen=True, slots=True)
class _Change:
    """An order that becomes another, both as they are said, and what is written ahead of it."""

    old: Order
    new: Order
    was: str
    now: str
    added: list[str]


def _words(old: Order, new: Order, order: Order, writer: Writer) -> str:
    """An order as it is said; of a row whose head stays, what follows its head."""
    if isinstance(order, Row) and _keeps_head(old, new):
        return sentence(writer.steps(order.steps)) + writer.claim(order.claim)
    return writer.order(order)


def _places(order: Order) -> Iterator[Span]:
    """Where the steps of a row stand that was written over several lines, and its count."""
    if isinstance(order, Row):
        yield from (step.span for step in order.steps if step.span.line)
        if order.claim is not None and any(step.span.line for step in order.steps):
            yield order.claim.span


def _ahead(orders: Sequence[Order]) -> list[list[Order]]:
    """For each order that stands in the text, the new ones that come before it."""
    found: list[list[Order]] = [[]]
    for order in orders:
        if order.span.line:
            found.append([])
        else:
            found[-1].append(order)
    return found[:-1]


def _keeps_head(old: Order, new: Order) -> bool:
    """Whether two orders are rows with steps in the text whose heads differ in one number at most."""
    if not (isinstance(old, Row) and isinstance(new, Row) and old.body.line):
        return False
    return old.numbers == new.numbers or (old.number_span is not None and len(new.numbers) == 1)


def _line(line: str, change: _Change, whole: bool) -> str:
    """The line with an order changed: only its figures where no more differs and it stands ``whole`` on the line."""
    old, new = change.old, change.new
    start, end = old.span.column - 1, old.span.end - 1
    head = line[:start]
    if isinstance(old, Row) and isinstance(new, Row) and _keeps_head(old, new):
        start, end = old.body.column - 1, len(line)
        head = _head(line[:start], old, new)
    claim = getattr(old, "claim", None)
    if claim is not None and claim.span.line == old.span.line:
        end = max(end, claim.span.end - 1)
    figures = with_numbers(line[start:end], change.was, change.now) if whole else None
    rest = line[end:] if figures is not None else line[end:].removeprefix(".")
    return head + (figures if figures is not None else change.now) + rest


def _head(head: str, old: Row, new: Row) -> str:
    """What stands before the steps of a row, its number exchanged."""
    number = old.number_span
    if number is None or old.numbers == new.numbers:
        return head
    return f"{head[: number.column - 1]}{new.numbers[0]}{head[number.end - 1 :]}"
