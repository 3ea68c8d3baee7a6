"""Templates: the forms of a dialect, compiled from its table, and how they are matched."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple, TypeAlias

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


class _Stage(NamedTuple):
    """An element of a form and what may stand after it; every field empty but those of its kind."""

    words: frozenset[str]
    slot: str
    following: _Stage | None
    inner: _Stage | None = None
    """Where it may be left out: its first stage, from which the way leads on to what follows."""


@dataclass(frozen=True, slots=True)
class Template:
    """One form: its elements, the words that it may begin with and those that may stand second (empty: any)."""

    source: str
    elements: tuple[Element, ...]
    openings: frozenset[str]
    seconds: frozenset[str]
    first: _Stage | None

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
        return _match(self.first, tokens, at, read_slot)


def compile_template(source: str, classes: Mapping[str, Sequence[str]]) -> Template:
    """A form as it stands in a dialect's table, made ready for matching.

    >>> sorted(compile_template("to [the] last {n} <st>", {"st": ["sts", "st"]}).openings)
    ['to']
    """
    pieces = _PIECE.findall(source)
    elements, rest = _elements(pieces, 0, classes)
    if rest != len(pieces):
        raise ValueError(f"unbalanced bracket in {source!r}")
    return Template(source, elements, _openings(elements), _seconds(elements), _stages(elements, None))


class Forms(Mapping[str, tuple[Template, ...]]):
    """The forms of a dialect by their names, each made ready when it is first asked for."""

    def __init__(self, sources: Mapping[str, Sequence[str]], classes: Mapping[str, Sequence[str]]) -> None:
        self._sources, self._classes = sources, classes
        self._ready: dict[str, tuple[Template, ...]] = {}

    def __getitem__(self, form: str) -> tuple[Template, ...]:
        if form not in self._ready:
            sources = self._sources[form]
            self._ready[form] = tuple(compile_template(source, self._classes) for source in sources)
        return self._ready[form]

    def __iter__(self) -> Iterator[str]:
        return iter(self._sources)

    def __len__(self) -> int:
        return len(self._sources)

    @property
    def words(self) -> frozenset[str]:
        """Every word that some form may hold."""
        sources = (source for sources in self._sources.values() for source in sources)
        pieces = {piece for source in sources for piece in _PIECE.findall(source) if piece[0] not in "[]{"}
        return frozenset(word for piece in pieces for word in _choices(piece, self._classes))


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


def _stages(elements: Sequence[Element], following: _Stage | None) -> _Stage | None:
    """The first stage of a way through some elements and on to what follows them."""
    for element in reversed(elements):
        if isinstance(element, Literal):
            following = _Stage(element.words, "", following)
        elif isinstance(element, Slot):
            following = _Stage(frozenset(), element.name, following)
        else:
            following = _Stage(frozenset(), "", following, _stages(element.elements, following))
    return following


def _match(stage: _Stage | None, tokens: Sequence[Token], at: int, read_slot: SlotReader) -> tuple[Found, int] | None:
    """The first way from a stage to the end of the form that stands at ``at``."""
    count = len(tokens)
    while stage is not None:
        words, slot, following, inner = stage
        if slot:
            for value, after in read_slot(slot, tokens, at):
                found = _match(following, tokens, after, read_slot)
                if found is not None:
                    return {slot: value, **found[0]}, found[1]
            return None
        if inner is None:
            if at >= count or tokens[at].text not in words:
                return None
            at += 1
        elif not inner.words or (at < count and tokens[at].text in inner.words):
            found = _match(inner, tokens, at, read_slot)
            if found is not None:
                return found
        stage = following
    return {}, at


def fill_template(
    template: Template,
    values: Mapping[str, object],
    called: Mapping[str, str],
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
            plural = called[piece[1:-1]]
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
