"""Reading one row: its head, its steps, its count."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, span_of, tokens_of
from knitting.problems import Problem, ProblemKind, Span, unreadable
from knitting.rows import Row, SameAs, Side, Step, Unread
from knitting.statements import sentence
from knitting.words.claims import claim_at_end
from knitting.words.slots import slots_of
from knitting.words.step_reader import StepReader

_GATHERED = ("gathered_ws", "gathered_rs", "gathered_even", "gathered_odd", "gathered_alternate")
_ALL = ("all_ws", "all_rs")
_NAMED = ("next_times", "set_up", "foundation", "last", "next", "side_alone")
_NEEDS_COLON = frozenset({"side_alone", "named"})
_HEAD_FORMS = (*_GATHERED, *_ALL, "numbered", "sided", *_NAMED, "named")
_MOST_KEPT = 8_192
_ONE_NUMBER = re.compile(r"(\D*)([0-9]{1,9})(\D*)$")
_SHORT_NUMBERS = re.compile(r"(\D*)([0-9]{1,3})((?!\d)(?!.*\d{4}).*)$")
"""A first number with others behind it, none so large that a list of rows from the first one on could be too long."""


class Head(NamedTuple):
    """What stands before the colon of a row."""

    name: str
    numbers: tuple[int, ...]
    in_round: bool
    column: int
    end: int
    key: str = "row"
    gathered: bool = False
    times: int = 1
    side: Side | None = None
    colour: str = ""
    note: str = ""
    side_span: Span | None = None
    number_span: Span | None = None
    needs_colon: bool = False


def head_of(text: str, line: int, dialect: Dialect) -> Head | None:
    """The head of a row at the start of a line's text, or ``None`` where no row begins.

    Heads with one number are read once for all numbers of as many figures, whatever row stands behind them: in a long
    pattern they are the most.
    """
    single = _ONE_NUMBER.match(text) or _SHORT_NUMBERS.match(text)
    if single is None:
        return read_head(tokens_of(text, line), dialect)
    before, figures, after = single.groups()
    like = "1".ljust(len(figures), "0")  # the lowest, so that a list of rows stays one: "10-12" for "11-12"
    known = _head_like(dialect, before, like, after)
    if known is None:
        return None
    if known.numbers != (int(like),):
        return read_head(tokens_of(text, line), dialect)
    side, own = known.side_span, known.number_span
    return known._replace(
        numbers=(int(figures),),
        side_span=Span(line, side.column, side.length) if side else None,
        number_span=Span(line, own.column, own.length) if own else None,
    )


@lru_cache(maxsize=_MOST_KEPT)
def _head_like(dialect: Dialect, before: str, figures: str, after: str) -> Head | None:
    return read_head(tokens_of(before + figures + after), dialect)


def read_head(tokens: Sequence[Token], dialect: Dialect) -> Head | None:
    """The head of a row at the start of a line, or ``None`` where no row begins."""
    slots = slots_of(dialect)
    plain = slots.form("numbered", tokens, 0)
    gathers = plain is None or (plain[1] < len(tokens) and tokens[plain[1]].text in dialect.gathering)
    for form in _HEAD_FORMS if gathers else ("numbered",):
        found = slots.form(form, tokens, 0)
        if found:
            head = _head(form, found[0], tokens[: found[1]], dialect)
            return _with_brackets(head, tokens, found[1], dialect)
    return None


def _head(form: str, found: Found, tokens: Sequence[Token], dialect: Dialect) -> Head:
    words = [token.text for token in tokens]
    word = next((dialect.heads[word] for word in words if word in dialect.heads), None)
    head = Head("Row", (), word is not None and word.key == "round", tokens[0].column, tokens[-1].span.end)
    if form in _ALL:
        name = word.one if word else "Row"
        return head._replace(name=name, key=form, gathered=True)
    if form in _NAMED or form == "named":
        stated = next((dialect.sides[each] for each in words if each in dialect.sides), None)
        head = head._replace(side=Side[stated] if stated else None)
        times = found.get("n", 1)
        assert isinstance(times, int)
        name = " ".join(token.raw for token in tokens)
        key = "next" if form == "side_alone" else form
        head = head._replace(needs_colon=form in _NEEDS_COLON, times=max(times, 0))
        return head._replace(name=name[:1].upper() + name[1:], key=key)
    name, key = (word.one, word.key) if word else ("Row", "row")
    numbers = found.get("rows", ()) or found.get("ordinals", ()) or (found.get("n", 1),)
    assert isinstance(numbers, tuple)
    side = found.get("facing")
    head = head._replace(side=side if isinstance(side, Side) else None)
    gathered = form in _GATHERED
    figures = [token.span for token in tokens if token.number is not None]
    number_span = figures[0] if len(figures) == len(numbers) == 1 else None
    key = form if gathered else key
    return head._replace(name=name, numbers=numbers, key=key, gathered=gathered, number_span=number_span)


def _with_brackets(head: Head, tokens: Sequence[Token], at: int, dialect: Dialect) -> Head | None:
    """The head with side, colour and notes from the brackets after it; ``None`` if no body follows."""
    head, at = _bracketed(head, tokens, at, dialect)
    side, side_span = head.side, head.side_span
    at, bare = _bare_side(tokens, at, dialect)
    if bare is not None:
        side, side_span = bare
    if at + 1 < len(tokens) and tokens[at].text in (",", "-", ";"):
        at, head = _halved(tokens, at, head, dialect)
    end = tokens[at - 1].span.end
    marks = (":",) if head.needs_colon else (":", ".", "-", "=", ")")
    if at < len(tokens) and tokens[at].text in marks:
        end = tokens[at].span.end
        at, bare = _bare_side(tokens, at + 1, dialect, in_brackets=True)
        if bare is not None:
            side, side_span = bare
            end = tokens[at - 1].span.end
        if at < len(tokens) and tokens[at].text == "-":  # "Row 1. - K2"
            end = tokens[at].span.end
    elif not head.numbers or at >= len(tokens) or head.needs_colon or _is_sentence(tokens, at, dialect):
        return None
    return head._replace(end=end, side=side, side_span=side_span)


def _is_sentence(tokens: Sequence[Token], at: int, dialect: Dialect) -> bool:
    """Whether what goes on at a place without a colon tells of the rows: "Rows 1 and 2 are repeated twice"."""
    if tokens[at].text in dialect.classes["be"]:
        return True
    last = next((token.text for token in reversed(tokens) if token.text != "."), "")
    return dialect.verbs_last and last in dialect.classes["rep"] and not any(token.text == "*" for token in tokens)


def _bracketed(head: Head, tokens: Sequence[Token], at: int, dialect: Dialect) -> tuple[Head, int]:
    """The head with what stands in the brackets behind it, and the place after them."""
    side, colour, note, side_span = head.side, "", "", None
    while at < len(tokens) and tokens[at].text in ("(", "["):
        close = next((i for i in range(at, len(tokens)) if tokens[i].text in (")", "]")), None)
        if close is None:
            break
        for words in _by_commas(tokens[at + 1 : close]):
            said = " ".join(token.text for token in words)
            gathers = slots_of(dialect).first_of(_ALL, words, 1 if words[0].text in dialect.classes["and"] else 0)
            if gathers and gathers[2] == len(words):
                head = head._replace(gathered=True, key=f"gathered_{gathers[0][-2:]}")
            elif said in dialect.sides:
                side, side_span = Side[dialect.sides[said]], span_of(words)
            elif said in dialect.halves:
                head = _only(head, dialect.halves[said])
            elif len(words) == 1 and words[0].raw[:1].isupper():
                colour = words[0].raw
            else:
                note = " ".join(token.raw for token in words)
        at = close + 1
    return head._replace(side=side, colour=colour, note=note, side_span=side_span), at


def _bare_side(
    tokens: Sequence[Token], at: int, dialect: Dialect, in_brackets: bool = False
) -> tuple[int, tuple[Side, Span] | None]:
    """A side that stands by itself behind a head ("Row 1 RS:"), or in brackets behind its colon ("Row 1: (RS)")."""
    start = at
    if in_brackets:
        if at >= len(tokens) or tokens[at].text not in ("(", "["):
            return at, None
        at += 1
    found = max(slots_of(dialect).read("facing", tokens, at), key=lambda each: each[1], default=None)
    if found is None:
        return start, None
    side, after = found
    assert isinstance(side, Side)
    span = span_of(tuple(tokens[at:after]))
    if in_brackets:
        if after >= len(tokens) or tokens[after].text not in (")", "]"):
            return start, None
        after += 1
        if after < len(tokens) and tokens[after].text in (":", "-"):
            after += 1
    elif after >= len(tokens) or tokens[after].text not in (":", ".", "-", "("):
        return start, None
    return after, (side, span)


def _halved(tokens: Sequence[Token], at: int, head: Head, dialect: Dialect) -> tuple[int, Head]:
    """ "Rows 2-8, even rows only:" are rows 2, 4, 6 and 8."""
    found = slots_of(dialect).form("half_of", tokens, at + 1)
    if found is None or found[1] >= len(tokens) or tokens[found[1]].text not in (":", ".", "-"):
        return at, head
    half = next(dialect.halves[each.text] for each in tokens[at + 1 : found[1]] if each.text in dialect.halves)
    return found[1], _only(head, half)


def _only(head: Head, half: str) -> Head:
    """The head with its even numbers only, or its odd ones."""
    return head._replace(numbers=tuple(number for number in head.numbers if number % 2 == (half == "odd")))


def _by_commas(tokens: Sequence[Token]) -> list[list[Token]]:
    found: list[list[Token]] = [[]]
    for token in tokens:
        if token.text in (",", ";"):
            found.append([])
        else:
            found[-1].append(token)
    return [words for words in found if words]


def read_row(
    head: Head, line: int, rest: str, column: int, dialect: Dialect
) -> tuple[Row | SameAs, list[Problem], tuple[Span, ...]]:
    """The row that a head begins, what could not be read in it, and the stretches of talk in it.

    ``rest`` is what follows the head, from ``column`` on.
    """
    said, stated = claim_at_end(rest, line, column, dialect)
    claim, gain = stated
    said, begin = said.rstrip(), len(said) - len(said.lstrip())
    body = Span(line, column + begin)
    found = _body(dialect, said[begin:])
    span = Span(line, head.column, max(column + len(rest.rstrip()), head.end) - head.column)
    if found.model and head.numbers and len(head.numbers) % len(found.model):
        return _uneven(head, found, span, dialect)
    if found.model and head.numbers and found.times_said and len(head.numbers) != len(found.model) * found.times:
        return _uneven(head, found, span, dialect)
    if found.model and head.numbers:
        model = found.model * min(found.times, len(head.numbers))
        return (
            SameAs(head.name, head.numbers, model, span, head.side, head.colour or found.colour, claim, head.key, gain),
            [],
            (),
        )
    row = Row(
        head.name,
        head.numbers,
        found.steps,
        span,
        head.side,
        head.in_round,
        head.colour,
        claim,
        head.gathered,
        head.times,
        head.note,
        head.key,
        body,
        head.side_span,
        head.number_span,
        gain,
    )
    return row, [problem.within(body) for problem in found.problems], tuple(each.within(body) for each in found.talk)


def _uneven(head: Head, found: _Body, span: Span, dialect: Dialect) -> tuple[Row, list[Problem], tuple[Span, ...]]:
    """Rows that point to others, so many times that they are other rows than the head names."""
    told = len(found.model) * found.times if found.times_said else len(found.model)
    message = sentence(
        "The head names {named:rows}, and what follows gives {told:rows}.", named=len(head.numbers), told=told
    )
    hint = sentence("Change the numbers of the head, or how often the rows are repeated.")
    row = Row(head.name, head.numbers, (Unread(head.name, span),), span, head.side, head.in_round)
    return row, [unreadable(ProblemKind.CANNOT_READ, span, message, hint)], ()


@dataclass(frozen=True, slots=True)
class _Body:
    """What stands after a head: steps, or the numbers of the rows that it points to."""

    steps: tuple[Step, ...]
    problems: tuple[Problem, ...]
    model: tuple[int, ...] = ()
    times: int = 1
    times_said: bool = False
    talk: tuple[Span, ...] = ()
    colour: str = ""


@lru_cache(maxsize=_MOST_KEPT)
def _body(dialect: Dialect, said: str) -> _Body:
    """A body read, its places counted from its own start; equal bodies are read once."""
    tokens = tokens_of(said)
    reader = StepReader(tokens, said, dialect)
    steps = reader.read()
    colour, at = "", 0
    change = slots_of(dialect).form("colour", tokens, 0)
    if change and change[1] < len(tokens) and tokens[change[1]].text in (",", ":"):
        colour, at = str(change[0]["colour"]), change[1] + 1
    pointer = slots_of(dialect).first_of(("same_as_times", "same_as"), tokens, at)
    if pointer and all(token.text == "." for token in tokens[pointer[2] :]):
        model, times = pointer[1].get("rows", pointer[1].get("ordinals")), pointer[1].get("times", 1)
        assert isinstance(model, tuple)
        assert isinstance(times, int)
        return _Body(steps, tuple(reader.problems), model, times, "times" in pointer[1], colour=colour)
    if not steps and reader.talk:  # a row of talk alone is none
        reader.refuse_talk()
    return _Body(steps, tuple(reader.problems), talk=tuple(reader.talk))
