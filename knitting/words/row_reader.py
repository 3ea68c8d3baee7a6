"""Reading one row: its head, its steps, its count."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from knitting.problems import Problem
from knitting.rows import Row, SameAs, Side
from knitting.words.claims import split_claim
from knitting.words.dialect import Dialect
from knitting.words.slots import Slots
from knitting.words.step_reader import StepReader
from knitting.words.templates import Found
from knitting.words.tokens import Token, span_of

_HEAD_FORMS = (
    "gathered_ws",
    "gathered_rs",
    "gathered_even",
    "gathered_odd",
    "named_times",
    "named",
    "numbered",
)


@dataclass(frozen=True, slots=True)
class Head:
    """What stands before the colon of a row."""

    name: str
    numbers: tuple[int, ...]
    in_round: bool
    after: int
    gathered: bool = False
    times: int = 1
    side: Side | None = None
    colour: str = ""
    note: str = ""


def read_head(tokens: Sequence[Token], dialect: Dialect) -> Head | None:
    """The head of a row at the start of a line, or ``None`` where no row begins."""
    slots = Slots(dialect)
    plain = slots.form("numbered", tokens, 0)
    gathers = plain is None or (plain[1] < len(tokens) and tokens[plain[1]].text in dialect.classes["and"])
    for form in _HEAD_FORMS if gathers else ("numbered",):
        found = slots.form(form, tokens, 0)
        if found:
            head = _head(form, found[0], tokens[: found[1]], dialect)
            return _with_brackets(head, tokens, found[1], dialect)
    return None


def _head(form: str, found: Found, tokens: Sequence[Token], dialect: Dialect) -> Head:
    words = [token.text for token in tokens]
    in_round = any(word in dialect.round_words for word in words)
    if form.startswith("named"):
        times = found.get("n", 1)
        assert isinstance(times, int)
        name = " ".join(token.raw for token in tokens)
        return Head(name[:1].upper() + name[1:], (), in_round, len(tokens), times=max(times, 0))
    name = next((dialect.heads[word] for word in words if word in dialect.heads), "Row")
    numbers = found.get("rows", ()) or (found.get("n", 1),)
    assert isinstance(numbers, tuple)
    return Head(name, numbers, in_round, len(tokens), gathered=form.startswith("gathered"))


def _with_brackets(head: Head, tokens: Sequence[Token], at: int, dialect: Dialect) -> Head | None:
    """The head with side, colour and notes from the brackets after it; ``None`` if no body follows."""
    side, colour, note = head.side, "", ""
    while at < len(tokens) and tokens[at].text in ("(", "["):
        close = next((i for i in range(at, len(tokens)) if tokens[i].text in (")", "]")), None)
        if close is None:
            break
        for words in _by_commas(tokens[at + 1 : close]):
            said = " ".join(token.text for token in words)
            if said in dialect.sides:
                side = Side[dialect.sides[said]]
            elif len(words) == 1 and words[0].raw[:1].isupper():
                colour = words[0].raw
            else:
                note = " ".join(token.raw for token in words)
        at = close + 1
    if at < len(tokens) and tokens[at].text == ":":
        at += 1
    elif not head.numbers or at >= len(tokens):
        return None
    return Head(head.name, head.numbers, head.in_round, at, head.gathered, head.times, side, colour, note)


def _by_commas(tokens: Sequence[Token]) -> list[list[Token]]:
    found: list[list[Token]] = [[]]
    for token in tokens:
        if token.text in (",", ";"):
            found.append([])
        else:
            found[-1].append(token)
    return [words for words in found if words]


def read_row(
    head: Head, tokens: Sequence[Token], line_text: str, dialect: Dialect
) -> tuple[Row | SameAs, list[Problem]]:
    """The row that a head begins, and what could not be read in it."""
    body, claim = split_claim(tokens[head.after :], dialect)
    span = span_of(tuple(tokens))
    pointer = Slots(dialect).form("same_as_times", body, 0) or Slots(dialect).form("same_as", body, 0)
    if pointer and head.numbers and all(token.text == "." for token in body[pointer[1] :]):
        model = pointer[0]["rows"]
        times = pointer[0].get("times", 1)
        assert isinstance(model, tuple)
        assert isinstance(times, int)
        same = SameAs(
            head.name, head.numbers, model * min(times, len(head.numbers)), span, head.side, head.colour, claim
        )
        return same, []
    reader = StepReader(body, line_text, dialect)
    steps = reader.read()
    row = Row(
        name=head.name,
        numbers=head.numbers,
        steps=steps,
        span=span,
        side=head.side,
        in_round=head.in_round,
        colour=head.colour,
        claim=claim,
        gathered=head.gathered,
        times=head.times,
        note=head.note,
    )
    return row, reader.problems
