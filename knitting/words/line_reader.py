"""What one line of a text says: a row, or orders and the talk between them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, tokens_of
from knitting.problems import Problem, Span
from knitting.rows import Order, Row
from knitting.rows.without_places import with_places
from knitting.tidying import TidyLine
from knitting.words.orders import order_reader
from knitting.words.row_reader import head_of, read_row

_MOST_KEPT = 16_384
_FEWEST_KEPT = 3
"""Words of a clause from which it may be worth a note."""


@dataclass(frozen=True, slots=True)
class LineRead:
    """The orders of a line, what of it could not be read, and its talk: where it stands, and what is worth keeping."""

    orders: tuple[Order, ...]
    problems: tuple[Problem, ...] = ()
    unread: tuple[tuple[Token, ...], ...] = ()
    talk: tuple[Span, ...] = ()
    said: tuple[str, ...] = ()


@lru_cache(maxsize=_MOST_KEPT)
def read_line(words: Dialect, number: int, line_text: str, begun: bool) -> LineRead:
    """What one line says; while a text is edited, the lines that stay as they are need no second reading."""
    colon = line_text.find(":")
    head = head_of(line_text[: colon + 1] if colon > 0 else line_text, number, words)
    if head is not None:
        row, problems, talk = read_row(head, number, line_text[head.end - 1 :], head.end, words)
        return LineRead((row,), tuple(problems), talk=talk, said=_worth_keeping(line_text, talk))
    found = order_reader(words).read(tokens_of(line_text, number), begun)
    return LineRead(found.orders, (), found.unread, found.talk, _worth_keeping(line_text, found.talk))


def _worth_keeping(line: str, talk: Sequence[Span]) -> tuple[str, ...]:
    """The clauses among orders that ask for nothing and yet say something: no gloss in brackets, no "as follows"."""
    clauses = (line[span.column - 1 : span.end - 1].strip() for span in talk)
    return tuple(words for words in clauses if not words.startswith(("(", "[")) and len(words.split()) >= _FEWEST_KEPT)


def read_in_text(found: LineRead, line: TidyLine) -> LineRead:
    """What was read of a changed line, with its places in the text as it was pasted."""
    return LineRead(
        tuple(_order_in_text(order, line) for order in found.orders),
        tuple(problem_in_text(problem, line) for problem in found.problems),
        found.unread,
        tuple(line.in_text(span) for span in found.talk),
        found.said,
    )


def _order_in_text(order: Order, line: TidyLine) -> Order:
    def in_line(span: Span) -> Span:
        return line.in_text(span) if span.line == line.number else span

    if not isinstance(order, Row) or not order.body.line:
        return with_places(order, in_line)
    body, steps = order.body, order.steps
    steps = with_places(steps, lambda span: line.in_text(span.within(body)))
    return replace(with_places(replace(order, steps=()), in_line), steps=steps)


def problem_in_text(problem: Problem, line: TidyLine) -> Problem:
    """A problem of a changed line, with its places in the text as it was pasted."""
    mends = tuple(replace(mend, span=line.in_text(mend.span)) for mend in problem.mends)
    return replace(problem, where=line.in_text(problem.where), mends=mends)
