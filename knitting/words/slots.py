"""Values in a form: numbers, lists of rows, names, goals, lengths and the ends of repeats."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cache, cached_property
from typing import TypeAlias

from knitting.dialects.dialect import Dialect, spelled_at
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token
from knitting.rows import (
    Goal,
    RepeatEnd,
    Side,
    Times,
    ToEnd,
    ToMarkedStitch,
    ToMarker,
    UntilCount,
    UntilLength,
    UntilRows,
)
from knitting.sorting.asking import asks
from knitting.words.lengths import read_length

_NUMBER_SLOTS = frozenset({"n", "rows_n", "side", "edge", "slipped", "nth"})
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
_UNTIL_FORMS = (
    "until_remain",
    "until_remains",
    "until_count",
    "until_section_length",
    "until_length",
    "until_more_length",
    "until_more_rows",
    "until_rows",
)
_MOST_IN_LIST = 5_000
_MOST_IN_NAME = 6
_MOST_IN_LABEL = 3
_MOST_FREE = 24
_ENDS_PHRASE = frozenset({",", ";", ".", "(", "[", "{", ":"})
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
            "ordinals": self._ordinals,
            "ordinal": lambda tokens, at: _one(self._ordinal(tokens, at)),
            "words": self._free_words,
            "label": self._label,
            "name": self._one_name,
            "held": _name,
            "colour": self._colour,
            "yarn_letter": lambda tokens, at: _one(_yarn_letter(tokens[at], at)),
            "times": lambda tokens, at: _one(self.times(tokens, at)),
            "until": lambda tokens, at: _one(self.until(tokens, at)),
            "until_all": lambda tokens, at: _one(self.until(tokens, at, counting_first=True)),
            "goal": lambda tokens, at: _one(self.goal(tokens, at)),
            "fabric": lambda tokens, at: _one(spelled_at(self.dialect.fabrics, tokens, at)),
            "facing": self._side,
            "length": read_length,
            "limit": self._free_words,
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

    def until(self, tokens: Sequence[Token], at: int, counting_first: bool = False) -> tuple[RepeatEnd, int] | None:
        """The end of a repeat of rows, and the place after it; "n in all" counts the time already worked.

        ``counting_first`` says that a bare "n times" may count it, too: "work rows 1 and 2 five times".
        """
        found = self.first_of(_UNTIL_FORMS, tokens, at)
        if found:
            form, values, after = found
            span = tokens[at].span.to(tokens[after - 1].span)
            if form in _UNTIL_FORMS[:3]:
                return UntilCount(_int(values), span, remain=form != "until_count"), after
            if form in ("until_rows", "until_more_rows"):
                return UntilRows(_int(values), span, more=form == "until_more_rows"), after
            length = values["length"]
            assert isinstance(length, float)
            more = form == "until_more_length"
            return UntilLength(length, span, section=form == "until_section_length", more=more), after
        plain = self.times(tokens, at) if counting_first else None
        times = self.repeats(tokens, at)
        if times is None:
            return None
        if plain is not None and plain[1] >= times[1]:
            span = tokens[at].span.to(tokens[plain[1] - 1].span)
            return Times(max(plain[0] - 1, 0), span, unsaid=plain[0] > 1), plain[1]
        return Times(times[0] - 1, tokens[at].span.to(tokens[times[1] - 1].span)), times[1]

    def _one_name(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """The name of a marker: one word with a capital, or one letter."""
        token = tokens[at]
        looks_named = token.is_word and (token.raw[0].isupper() or len(token.raw) == 1)
        known = self.dialect.stitch_at(tokens, at) is not None or token.text in self.dialect.classes["and"]
        if looks_named and not known:
            yield token.raw, at + 1

    def _colour(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A yarn: its letter, or a word that means nothing else; "yarn A", "colour B" are A and B."""
        if tokens[at].text in self.dialect.classes["yarn"] and at + 1 < len(tokens):
            at += 1
        token = tokens[at]
        letter = len(token.raw) <= 2 and token.raw.isupper()
        taken = token.text in self.dialect.not_colours or self.dialect.stitch_at(tokens, at) is not None
        if token.is_word and (letter or not taken):
            yield token.raw, at + 1

    def _ordinal(self, tokens: Sequence[Token], at: int) -> tuple[int, int] | None:
        """ "3rd", or "third", and the place after it."""
        if at >= len(tokens):
            return None
        said = self.dialect.ordinals.get(tokens[at].text)
        if said is not None:
            return said, at + 1
        number = tokens[at].number
        if number is not None and at + 1 < len(tokens) and tokens[at + 1].text in self.dialect.classes["ordinal"]:
            return number, at + 2
        return None

    def _ordinals(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A list of rows by their places: "3rd", "1st, 3rd and 5th", "2nd to 8th"; the longest first."""
        numbers: list[int] = []
        found: list[tuple[int, int]] = []
        joints = {",", *self.dialect.classes["and"], *self.dialect.classes["the"]}
        while (first := self._ordinal(tokens, at)) is not None:
            number, after = first
            last = None
            if after < len(tokens) and tokens[after].text in self.dialect.classes["through"]:
                last = self._ordinal(tokens, after + 1)
            if last is not None and number <= last[0] < number + _MOST_IN_LIST:
                numbers.extend(range(number, last[0] + 1))
                after = last[1]
            else:
                numbers.append(number)
            found.append((len(numbers), after))
            at = after
            while at < len(tokens) and tokens[at].text in joints:
                at += 1
            if at == after or len(numbers) > _MOST_IN_LIST:
                break
        for count, after in reversed(found):
            yield tuple(numbers[:count]), after

    def _label(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """The name of a row, of one to three words: "dec", "eyelet", "picot bind-off"."""
        for end in range(at + 1, min(at + _MOST_IN_LABEL, len(tokens)) + 1):
            token = tokens[end - 1]
            if not token.is_word or token.text in self.dialect.no_label or token.text in self.dialect.heads:
                return
            yield " ".join(each.text for each in tokens[at:end]), end

    def _free_words(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """Words that ask for nothing, up to the next mark of punctuation; the longest first."""
        end = at
        while end < len(tokens) and end < at + _MOST_FREE and tokens[end].text not in _ENDS_PHRASE:
            if asks(tokens, end, at, self.dialect):
                break
            end += 1
        while end > at and tokens[end - 1].text in self.dialect.classes["and"]:
            end -= 1
        for stop in range(end, at, -1):
            yield " ".join(token.raw for token in tokens[at:stop]), stop

    def _side(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        for words, key in self.dialect.sides.items():
            end = at + len(words.split())
            if " ".join(token.text for token in tokens[at:end]) == words:
                yield Side[key], end

    def _manner(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A manner of the tables, or words as they stand that ask for nothing and leave nothing out."""
        end = at
        limits = self.dialect.limits
        while end < len(tokens) and (tokens[end].is_word or tokens[end].text == "-"):
            text = tokens[end].text
            if text in limits or text in self.dialect.numbers or any(letter.isdigit() for letter in text):
                break
            if asks(tokens, end, at, self.dialect):
                break
            end += 1
        end = max([end, *(known[1] for known in [spelled_at(self.dialect.manners, tokens, at)] if known)])
        for stop in range(end, at - 1, -1):
            said = " ".join(token.raw for token in tokens[at:stop]).replace(" ,", ",").replace(" - ", "-")
            yield self._known_manners(tokens[:stop], at) or said, stop

    def _known_manners(self, tokens: Sequence[Token], at: int) -> str:
        """The keys of one manner of the tables or of several ("loosely in pattern"), or nothing."""
        keys: list[str] = []
        while at < len(tokens):
            known = spelled_at(self.dialect.manners, tokens, at)
            if known is None:
                return ""
            keys.append(known[0])
            at = known[1]
        return " ".join(keys)

    def _rows(self, tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
        """A list of row numbers ("1, 3 and 5-8"), the longest first."""
        numbers: list[int] = []
        found: list[tuple[int, int]] = []
        rows = self.dialect.classes["row"]
        while at < len(tokens) and (first := self.number(tokens[at])) is not None:
            last, after = None, at + 1
            if after + 1 < len(tokens) and tokens[after].text in self.dialect.classes["through"]:
                end = after + 2 if tokens[after + 1].text in rows and after + 2 < len(tokens) else after + 1
                last = tokens[end].number
            if last is not None and first <= last < first + _MOST_IN_LIST:
                numbers.extend(range(first, last + 1))
                after = end + 1
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


def _yarn_letter(token: Token, at: int) -> tuple[object, int] | None:
    """A yarn that is called by letters: "A", "MC"."""
    return (token.raw, at + 1) if token.raw.isupper() and len(token.raw) <= 3 and token.raw.isalpha() else None


def _name(tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
    """A name of several words, the longest first."""
    end = at
    while end < len(tokens) and end < at + _MOST_IN_NAME and tokens[end].text not in _ENDS_NAME:
        end += 1
    for stop in range(end, at, -1):
        yield " ".join(token.raw for token in tokens[at:stop]), stop
