"""Counts stated at the end of a line: ``(45 sts)``, ``- 45 sts``, ``(12-1-12)``, ``2 sts inc'd``."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, span_of, tokens_of
from knitting.problems import Span
from knitting.rows import CastOn, Claim, Gain, Order, Repeat, Row, Stretch, Tab
from knitting.words.slots import slots_of

_OPENERS = {")": "(", "]": "[", "}": "{"}
_PLAIN = re.compile(r"\(([0-9]{1,9}) (\w+)\)[ .]*$")
_JOINTS = frozenset({"-", ",", "/", ":", "="})
_BETWEEN = frozenset({",", ";", ".", ":", "-", "="})
_SIGNS = frozenset({"-", "=", "(", "[", "{", "+"})
_FORMS = ("count_gain", "count_loss", "count_total")
_MOST_IN_COUNT = 130
_MOST_KEPT = 8_192


class Stated(NamedTuple):
    """What is said of a count: the stitches there are, the stitches gained or (below zero) lost."""

    claim: Claim | None = None
    gain: Gain | None = None

    def __bool__(self) -> bool:
        return self.claim is not None or self.gain is not None


NOTHING = Stated()


def split_claim(tokens: Sequence[Token], dialect: Dialect) -> tuple[tuple[Token, ...], Stated]:
    """The tokens before a stated count, and what is stated; all of them and nothing where none is."""
    end = len(tokens)
    while end and tokens[end - 1].text in (".", "*", "!"):
        end -= 1
    if not end or not _may_end_count(tokens, end, dialect):
        return tuple(tokens), NOTHING
    best: tuple[int, Stated] | None = None
    for start in range(end - 1, max(end - _MOST_IN_COUNT, 0) - 1, -1):
        if _may_begin(tokens, start, dialect):
            stated = _stated(tokens, start, end, dialect)
            if stated:
                best = start, stated
    if best is None:
        return tuple(tokens), NOTHING
    return tuple(tokens[: best[0]]), best[1]


def claim_at_end(said: str, line: int, column: int, dialect: Dialect) -> tuple[str, Stated]:
    """The same of a text that starts at ``column``: what stands before the count, and what is stated.

    A count in its plainest form is taken without reading the rest: rows that differ in it alone have one body.
    """
    plain = _PLAIN.search(said)
    if plain is not None and plain[2].lower() in dialect.classes["st"] and not _counts_too(said[: plain.start()]):
        at, length = plain.start(), len(plain[0].rstrip(" ."))
        return said[:at], Stated(Claim(int(plain[1]), Span(line, column + at, length)))
    last = said.rstrip(" .*!").rsplit(None, 1)[-1:]
    if last and last[0].isalpha() and last[0].lower() not in dialect.count_endings:
        return said, NOTHING
    cut, stated = _claim_of(dialect, said)
    return said[:cut], _placed(stated, Span(line, column)) if stated else NOTHING


@lru_cache(maxsize=_MOST_KEPT)
def _claim_of(dialect: Dialect, said: str) -> tuple[int, Stated]:
    """Where the count at the end of a text begins, and what is stated, its places counted from the text's start."""
    tokens = tokens_of(said)
    before, stated = split_claim(tokens, dialect)
    return (tokens[len(before)].column - 1, stated) if stated else (len(said), NOTHING)


def _placed(stated: Stated, start: Span) -> Stated:
    claim, gain = stated
    return Stated(
        replace(claim, span=claim.span.within(start)) if claim else None,
        replace(gain, span=gain.span.within(start)) if gain else None,
    )


def _counts_too(before: str) -> bool:
    """Whether a second count may stand before the last one."""
    return before.rstrip(" .").endswith((")", "]", "d"))


def _may_end_count(tokens: Sequence[Token], end: int, words: Dialect) -> bool:
    """Whether the last word can be that of a count; most rows end with another."""
    last = tokens[end - 1]
    return last.text in _OPENERS or last.number is not None or last.text in words.count_endings


def _may_begin(tokens: Sequence[Token], at: int, words: Dialect) -> bool:
    """Whether a count may begin here: behind a full stop or a dash, in brackets, or behind the end of a row."""
    token = tokens[at]
    if at == 0 or token.text in _SIGNS:
        return True
    before = tokens[at - 1].text
    if before in (".", ";", ":", "*") or token.text in words.count_openings:
        return True
    if before == ",":
        return True
    return before in words.classes["rowend"]


def _stated(tokens: Sequence[Token], start: int, end: int, words: Dialect) -> Stated:
    """What is stated from one token up to another, or nothing where anything else stands there."""
    found = NOTHING
    at = start
    bare = start > 0 and tokens[start - 1].text == ","
    while at < end:
        token = tokens[at]
        if token.text in _OPENERS.values():
            close = next((i for i in range(at, end) if _OPENERS.get(tokens[i].text) == token.text), None)
            if close is None:
                return NOTHING
            inner = _in_brackets(tuple(tokens[at + 1 : close]), tuple(tokens[at : close + 1]), words)
            after = close + 1
        else:
            if token.text in ("-", "="):
                if at > start and not found:
                    return NOTHING
                at += 1
                continue
            read = _form(tokens, at, end, words) or _bare_number(tokens, at, end)
            if read is None:
                return NOTHING
            inner, after = read
            if bare and after == end and end - at <= 2:
                return NOTHING  # "..., 3 sts" may be the rest of a step
        if not inner:
            return NOTHING
        found = Stated(inner.claim or found.claim, inner.gain or found.gain)
        at = after
        while (
            at < end
            and (tokens[at].text in _BETWEEN or tokens[at].text in words.classes["and"])
            and (tokens[at].text != "+")
        ):
            at += 1
    return found


def _in_brackets(inner: tuple[Token, ...], whole: tuple[Token, ...], words: Dialect) -> Stated:
    parts = _parts(inner, whole, words)
    if parts is not None:
        return Stated(parts)
    stated = _stated(inner, 0, len(inner), words) if inner else NOTHING
    if not stated:
        return NOTHING
    span = span_of(whole)
    claim = Claim(stated.claim.total, span) if stated.claim else None
    return Stated(claim, replace(stated.gain, span=span) if stated.gain else None)


def _form(tokens: Sequence[Token], at: int, end: int, words: Dialect) -> tuple[Stated, int] | None:
    """One count in words, the longest."""
    best: tuple[int, str, Found] | None = None
    for form in _FORMS:
        found = slots_of(words).form(form, tokens[:end], at)
        if found and (best is None or found[1] > best[0]):
            best = found[1], form, found[0]
    if best is None:
        return None
    after, form, values = best
    number = values["n"]
    assert isinstance(number, int)
    span = span_of(tuple(tokens[at:after]))
    if at and tokens[at - 1].text in ("-", "="):
        span = tokens[at - 1].span.to(span)
    if form == "count_total":
        return Stated(Claim(number, span)), after
    return Stated(None, Gain(number, span, lost=form == "count_loss")), after


def _bare_number(tokens: Sequence[Token], at: int, end: int) -> tuple[Stated, int] | None:
    """ "= 49": a number behind the sign is a count."""
    number = tokens[at].number
    if number is None or at + 1 != end or not at or tokens[at - 1].text != "=":
        return None
    return Stated(Claim(number, tokens[at - 1].span.to(tokens[at].span))), end


def _parts(inner: tuple[Token, ...], whole: tuple[Token, ...], words: Dialect) -> Claim | None:
    """Figures alone: a total, or the counts of the parts."""
    known = {*words.classes["st"], *_JOINTS, *words.classes["total"]}
    if not inner or any(token.number is None and token.text not in known for token in inner):
        return None
    numbers = [token.number for token in inner if token.number is not None]
    if not numbers:
        return None
    span = span_of(whole)
    if len(numbers) == 1:
        return Claim(numbers[0], span)
    if any(token.text == ":" for token in inner):
        return Claim(numbers[0], span, tuple(numbers[1:]))
    return Claim(sum(numbers), span, tuple(numbers))


def with_stated(order: Order, stated: Stated) -> Order:
    """The order with what is said of its count, where it can have one."""
    if isinstance(order, CastOn | Tab) and stated.claim is not None:
        return replace(order, claim=stated.claim)
    if isinstance(order, Repeat | Row | Stretch):
        return replace(order, claim=stated.claim or order.claim, gain=stated.gain or order.gain)
    return order
