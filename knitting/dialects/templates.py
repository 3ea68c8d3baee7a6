"""Templates: the forms of a dialect, compiled from its table, and how they are matched."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from knitting.dialects.tokens import Token

_PIECE = re.compile(r"\[|\]|\{\w+\}|[^\s\[\]{}]+")


@dataclass(frozen=True, slots=True)
class Literal:
    """Any one of some words."""

    words: frozenset[str]


@dataclass(frozen=True, slots=True)
class Slot:
    """A place for a value of some kind."""

    name: str


@dataclass(frozen=True, slots=True)
class Maybe:
    """Elements that may be left out."""

    elements: tuple[Element, ...]


Element: TypeAlias = Literal | Slot | Maybe
Found: TypeAlias = dict[str, object]
SlotReader: TypeAlias = Callable[[str, Sequence[Token], int], Iterator[tuple[object, int]]]
"""Given a slot's name, the tokens and a place: every (value, next place) that fits."""


@dataclass(frozen=True, slots=True)
class Template:
    """One form: its elements, the words that it may begin with and those that may stand second (empty: any)."""

    source: str
    elements: tuple[Element, ...]
    openings: frozenset[str]
    seconds: frozenset[str] = frozenset()

    @property
    def words(self) -> frozenset[str]:
        """Every word that it may hold."""
        return _words(self.elements)

    def match(self, tokens: Sequence[Token], at: int, read_slot: SlotReader) -> tuple[Found, int] | None:
        """The slots' values and the place after the form, if it stands at ``at``."""
        if at >= len(tokens) or (self.openings and tokens[at].text not in self.openings):
            return None
        if self.seconds and (at + 1 >= len(tokens) or tokens[at + 1].text not in self.seconds):
            return None
        return _match(self.elements, 0, tokens, at, read_slot)


def compile_template(source: str, classes: Mapping[str, Sequence[str]]) -> Template:
    """A form as it stands in a dialect's table, made ready for matching.

    >>> sorted(compile_template("to [the] last {n} <st>", {"st": ["sts", "st"]}).openings)
    ['to']
    """
    pieces = _PIECE.findall(source)
    elements, rest = _elements(pieces, 0, classes)
    if rest != len(pieces):
        raise ValueError(f"unbalanced bracket in {source!r}")
    return Template(source, elements, _openings(elements), _seconds(elements))


def _elements(pieces: Sequence[str], at: int, classes: Mapping[str, Sequence[str]]) -> tuple[tuple[Element, ...], int]:
    found: list[Element] = []
    while at < len(pieces) and pieces[at] != "]":
        piece = pieces[at]
        if piece == "[":
            inner, at = _elements(pieces, at + 1, classes)
            found.append(Maybe(inner))
        elif piece.startswith("{"):
            found.append(Slot(piece[1:-1]))
        else:
            found.append(Literal(_choices(piece, classes)))
        at += 1
    return tuple(found), at


def _choices(piece: str, classes: Mapping[str, Sequence[str]]) -> frozenset[str]:
    """Every word that may stand for "a|b" or "a|<class>"."""
    found: set[str] = set()
    for word in piece.split("|"):
        found.update(classes[word[1:-1]] if word.startswith("<") else [word.lower()])
    return frozenset(found)


def _openings(elements: Sequence[Element]) -> frozenset[str]:
    words: frozenset[str] = frozenset()
    for element in elements:
        if isinstance(element, Literal):
            return words | element.words
        if isinstance(element, Slot):
            return frozenset()
        inner = _openings(element.elements)
        if not inner:
            return frozenset()
        words |= inner
    return frozenset()


def _seconds(elements: Sequence[Element]) -> frozenset[str]:
    """The words that may follow the first one; none where the form may be one word, or a slot may follow."""
    rest = elements[1:]
    certain = isinstance(elements[0], Literal) and any(not isinstance(element, Maybe) for element in rest)
    return _openings(rest) if certain else frozenset()


def _words(elements: Sequence[Element]) -> frozenset[str]:
    found: frozenset[str] = frozenset()
    for element in elements:
        if isinstance(element, Literal):
            found |= element.words
        elif isinstance(element, Maybe):
            found |= _words(element.elements)
    return found


def _match(
    elements: tuple[Element, ...], place: int, tokens: Sequence[Token], at: int, read_slot: SlotReader
) -> tuple[Found, int] | None:
    """The first way in which the elements from ``place`` on stand at ``at``."""
    while place < len(elements):
        element = elements[place]
        if isinstance(element, Literal):
            if at >= len(tokens) or tokens[at].text not in element.words:
                return None
            place, at = place + 1, at + 1
        elif isinstance(element, Maybe):
            rest = elements[place + 1 :]
            return _match(element.elements + rest, 0, tokens, at, read_slot) or _match(rest, 0, tokens, at, read_slot)
        else:
            for value, after in read_slot(element.name, tokens, at):
                found = _match(elements, place + 1, tokens, after, read_slot)
                if found is not None:
                    return {element.name: value, **found[0]}, found[1]
            return None
    return {}, at


def fill_template(
    template: Template,
    values: Mapping[str, object],
    classes: Mapping[str, Sequence[str]],
    singular: Mapping[str, str],
) -> str:
    """The words of a form with values in its slots; what may be left out is, unless it holds a value.

    A word of a class is written in the plural beside a number other than one, or before a list of numbers.
    """
    wanted = _wanted(_PIECE.findall(template.source), values)
    pieces = [(piece, word) for piece in wanted if (word := _word(piece, values))]
    words = [word for _, word in pieces]
    said = []
    for at, (piece, word) in enumerate(pieces):
        if piece.startswith("<"):  # a class of the form, never what a value holds
            plural = classes[piece[1:-1]][0]
            word = plural if _is_many(words, at) else singular.get(plural, plural)
        said.append(word)
    return " ".join(said).replace(" ,", ",").replace(" :", ":").replace(" ;", ";").strip()


def _wanted(pieces: Sequence[str], values: Mapping[str, object]) -> Iterator[str]:
    """The pieces of a form without its brackets, and without what they hold where no value is in it."""
    at = 0
    while at < len(pieces):
        if pieces[at] == "[":
            end = _closing(pieces, at)
            slots = [inner[1:-1] for inner in pieces[at:end] if inner.startswith("{")]
            if any(values.get(slot) for slot in slots):
                yield from _wanted(pieces[at + 1 : end], values)
            at = end
        else:
            yield pieces[at]
        at += 1


def _closing(pieces: Sequence[str], at: int) -> int:
    """The place of the bracket that closes the one at ``at``."""
    depth = 0
    for place in range(at, len(pieces)):
        depth += {"[": 1, "]": -1}.get(pieces[place], 0)
        if depth == 0:
            return place
    return len(pieces)


def _word(piece: str, values: Mapping[str, object]) -> str:
    if piece.startswith("{"):
        return str(values.get(piece[1:-1], ""))
    return piece if piece.startswith("<") else piece.split("|")[0]


def _is_many(words: Sequence[str], at: int) -> bool:
    before = next((word for word in reversed(words[max(at - 2, 0) : at]) if word.isdigit()), "")
    if before:
        return before != "1"
    following = next((word for word in words[at + 1 :] if not word.startswith("<")), "")
    return following[:1].isdigit() and not following.isdigit()
