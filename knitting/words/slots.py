"""Values in a form: numbers, lists of rows, names, goals, lengths and the ends of repeats."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cache, cached_property
from typing import TypeAlias

from knitting.dialects.dialect import Dialect, spelled_at
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token
from knitting.measures import CM_PER_INCH
from knitting.rows import Goal, RepeatEnd, Side, Times, ToEnd, ToMarkedStitch, ToMarker, UntilCount, UntilLength

_NUMBER_SLOTS = frozenset({"n", "rows_n", "side", "edge", "slipped"})
_GOAL_FORMS = (
    "to_last",
    "to_last_one",
    "before_marker",
    "before_centre",
    "before_marked",
    "to_centre",
    "to_marked",
    "to_marker",
    "to_end",
)
_UNTIL_FORMS = ("until_remain", "until_remains", "until_count", "until_section_length", "until_length")
_INCH_WORDS = frozenset({"in", "inch", "inches", '"'})
_MOST_IN_LIST = 5_000
_MOST_IN_NAME = 6
_ENDS_NAME = frozenset({",", ";", ".", "(", "["})


_SlotReader: TypeAlias = Callable[[Sequence[Token], int], Iterator[tuple[object, int]]]


@dataclass(frozen=True)
class Slots:
    """Reads the slots of a dialect's forms."""

    dialect: Dialect

    def read(self, name: str, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """Every value of the slot ``name`` that stands at ``at``, with the place after it."""
        if name in _NUMBER_SLOTS:
            number = self.number(tokens[at]) if at < len(tokens) else None
            if number is not None:
                yield number, at + 1
        elif at < len(tokens) or name == "manner":
            yield from self._readers[name](tokens, at)

    @cached_property
    def _readers(self) -> Mapping[str, _SlotReader]:
        return {
            "rows": self._rows,
            "name": self._one_name,
            "held": _name,
            "colour": lambda tokens, at: _one((tokens[at].raw, at + 1) if tokens[at].is_word else None),
            "times": lambda tokens, at: _one(self.times(tokens, at)),
            "until": lambda tokens, at: _one(self.until(tokens, at)),
            "goal": lambda tokens, at: _one(self.goal(tokens, at)),
            "fabric": lambda tokens, at: _one(spelled_at(self.dialect.fabrics, tokens, at)),
            "facing": self._side,
            "length": _length,
            "manner": self._manner,
        }

    def number(self, token: Token) -> int | None:
        """A number in figures or as a word."""
        return token.number if token.number is not None else self.dialect.numbers.get(token.text)

    def form(self, form: str, tokens: Sequence[Token], at: int) -> tuple[Found, int] | None:
        """A form of the dialect, its slots read."""
        found = self.dialect.match((form,), tokens, at, self.read)
        return (found[1], found[2]) if found else None

    def first_of(self, forms: tuple[str, ...], tokens: Sequence[Token], at: int) -> tuple[str, Found, int] | None:
        """The first of several forms, with its name."""
        return self.dialect.match(forms, tokens, at, self.read)

    def times(self, tokens: Sequence[Token], at: int) -> tuple[int, int] | None:
        """A number of times ("twice", "3 times") and the place after it."""
        if at < len(tokens):
            text = tokens[at].text
            if text in self.dialect.fixed_times:
                return self.dialect.fixed_times[text], at + 1
            if text[0] in "x×" and text[1:].isascii() and text[1:].isdigit() and len(text) < 10:
                return int(text[1:]), at + 1
        found = self.form("times", tokens, at)
        return (_int(found[0]), found[1]) if found else None

    def goal(self, tokens: Sequence[Token], at: int) -> tuple[Goal, int] | None:
        """A goal ("to last 3 sts") and the place after it."""
        found = self.first_of(_GOAL_FORMS, tokens, at)
        return (_goal(found[0], found[1]), found[2]) if found else None

    def repeats(self, tokens: Sequence[Token], at: int) -> tuple[int, int] | None:
        """How often in all after a star: "3 more times" is 4, "4 times in all" is 4."""
        in_all = self.form("in_all", tokens, at)
        if in_all:
            return _int(in_all[0]), in_all[1]
        more = self.form("further", tokens, at)
        if more:
            return _int(more[0]) + 1, more[1]
        times = self.times(tokens, at)
        return (times[0] + 1, times[1]) if times else None

    def until(self, tokens: Sequence[Token], at: int) -> tuple[RepeatEnd, int] | None:
        """The end of a repeat of rows, and the place after it; "n in all" counts the time already worked."""
        found = self.first_of(_UNTIL_FORMS, tokens, at)
        if found:
            form, values, after = found
            span = tokens[at].span.to(tokens[after - 1].span)
            if form in _UNTIL_FORMS[:3]:
                return UntilCount(_int(values), span, remain=form != "until_count"), after
            length = values["length"]
            assert isinstance(length, float)
            return UntilLength(length, span, section=form == "until_section_length"), after
        times = self.repeats(tokens, at)
        if times is None:
            return None
        return Times(times[0] - 1, tokens[at].span.to(tokens[times[1] - 1].span)), times[1]

    def _one_name(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """The name of a marker: one word with a capital, or one letter."""
        token = tokens[at]
        looks_named = token.is_word and (token.raw[0].isupper() or len(token.raw) == 1)
        known = self.dialect.stitch_at(tokens, at) is not None or token.text in self.dialect.classes["and"]
        if looks_named and not known:
            yield token.raw, at + 1

    def _side(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        for words, key in self.dialect.sides.items():
            end = at + len(words.split())
            if " ".join(token.text for token in tokens[at:end]) == words:
                yield Side[key], end

    def _manner(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A manner of the tables, or words as they stand, the longest first; figures end them."""
        end = at
        while end < len(tokens) and tokens[end].text not in (".", "(", "[", ";"):
            if not tokens[end].is_word and tokens[end].text not in (",", "-"):
                break
            if any(letter.isdigit() for letter in tokens[end].text):
                break
            end += 1
        for stop in range(end, at - 1, -1):
            known = spelled_at(self.dialect.manners, tokens[:stop], at)
            if known and known[1] == stop:
                yield known[0], stop
            else:
                yield " ".join(token.raw for token in tokens[at:stop]).replace(" ,", ","), stop

    def _rows(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A list of row numbers ("1, 3 and 5-8"), the longest first."""
        numbers: list[int] = []
        found: list[tuple[int, int]] = []
        while at < len(tokens) and (first := self.number(tokens[at])) is not None:
            last, after = None, at + 1
            if after + 1 < len(tokens) and tokens[after].text in self.dialect.classes["through"]:
                last = tokens[after + 1].number
            if last is not None and first <= last < first + _MOST_IN_LIST:
                numbers.extend(range(first, last + 1))
                after += 2
            else:
                numbers.append(first)
            if len(numbers) > _MOST_IN_LIST:
                break
            found.append((len(numbers), after))
            at = after
            while at < len(tokens) and tokens[at].text in (",", *self.dialect.classes["and"]):
                at += 1
            if at == after:
                break
        for count, after in reversed(found):
            yield tuple(numbers[:count]), after


@cache
def slots_of(words: Dialect) -> Slots:
    """The slots of a dialect, made ready once."""
    return Slots(words)


def _one(found: tuple[object, int] | None) -> Iterator[tuple[object, int]]:
    if found:
        yield found


def _int(found: Found) -> int:
    value = found.get("n", found.get("times", 1))
    assert isinstance(value, int)
    return value


def _goal(form: str, found: Found) -> Goal:
    short = _int(found) if form.startswith(("to_last", "before")) else 0
    if form in ("to_last", "to_last_one", "to_end"):
        return ToEnd(short)
    if form in ("to_marker", "before_marker"):
        return ToMarker(short, str(found.get("name", "")))
    return ToMarkedStitch(short, centre=form.endswith("centre"))


def _length(tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
    if at + 1 >= len(tokens) or not tokens[at].text.isascii():
        return
    try:
        value = float(tokens[at].text)
    except ValueError:
        return
    if tokens[at + 1].text == "cm":
        yield value, at + 2
    elif tokens[at + 1].text in _INCH_WORDS:
        yield value * CM_PER_INCH, at + 2


def _name(tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
    """A name of several words, the longest first."""
    end = at
    while end < len(tokens) and end < at + _MOST_IN_NAME and tokens[end].text not in _ENDS_NAME:
        end += 1
    for stop in range(end, at, -1):
        yield " ".join(token.raw for token in tokens[at:stop]), stop
