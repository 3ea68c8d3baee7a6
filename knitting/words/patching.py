"""Changed orders put into a text, every other word left as its writer had it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import lines_of
from knitting.problems import Span
from knitting.rows import Order, Piece, Row
from knitting.rows.without_places import without_places
from knitting.words.writer import Writer, sentence


def patched(text: str, before: Piece, after: Piece, words: Dialect) -> str:
    """The text of ``before`` with the orders of ``after``: the same ones in the same places but for words, and orders
    that stand nowhere yet, each as a line of its own ahead of the order that follows it.

    Only lines with a changed order are written anew, and of a row only what follows its head.
    """
    lines = lines_of(text)
    writer = Writer(words)
    changed: list[tuple[Order, Order, list[Order]]] = []
    for one, other in zip(before.sections, after.sections, strict=True):
        kept = [order for order in other.orders if order.span.line]
        for (old, new), ahead in zip(zip(one.orders, kept, strict=True), _ahead(other.orders), strict=True):
            if ahead or without_places(old) != without_places(new):
                changed.append((old, new, ahead))
    # From the right of each line, so that the places of the others stay true.
    for old, new, ahead in sorted(changed, key=lambda each: (each[0].span.line, each[0].span.column), reverse=True):
        at = old.span.line - 1
        last = max([span.line for span in _places(old)], default=0)
        lines[at] = _line(lines[at], old, new, writer)
        del lines[at + 1 : last]
        lines[at:at] = [writer.order(order) for order in ahead]
    return "\n".join(lines)


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


def _line(line: str, old: Order, new: Order, writer: Writer) -> str:
    if isinstance(old, Row) and isinstance(new, Row) and old.body.line:
        return line[: old.body.column - 1] + sentence(writer.steps(new.steps)) + writer.claim(new.claim)
    said = writer.order(new)
    end = old.span.end
    claim = getattr(old, "claim", None)
    if claim is not None and claim.span.line == old.span.line:
        end = max(end, claim.span.end)
    rest = line[end - 1 :]
    return line[: old.span.column - 1] + said + rest.removeprefix(".")
