"""A dialect: one table of words in and words out, loaded and made ready for reading."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache, cached_property
from importlib.resources import files
from typing import Any, TypeAlias

from knitting.stitches import STITCHES, StitchKind
from knitting.words.templates import Found, SlotReader, Template, compile_template, fill_template
from knitting.words.tokens import Token, tokens_of

_FORM_TABLES = ("goals", "steps", "times", "until", "repeats", "head_forms", "row_forms", "orders")


@dataclass(frozen=True)
class Spelling:
    """One way to write a stitch, as tokens."""

    tokens: tuple[str, ...]
    kind: StitchKind


_Entries: TypeAlias = tuple[tuple[str, Template], ...]
_Index: TypeAlias = tuple[Mapping[str, _Entries], _Entries]


@dataclass(frozen=True)
class Dialect:
    """The words of one kind of English, or of another language."""

    code: str
    name: str
    classes: Mapping[str, tuple[str, ...]]
    singular: Mapping[str, str]
    heads: Mapping[str, str]
    round_words: frozenset[str]
    sides: Mapping[str, str]
    numbers: Mapping[str, int]
    fixed_times: Mapping[str, int]
    headers: Mapping[str, str]
    fabrics: Mapping[str, tuple[str, ...]]
    modifiers: Mapping[str, tuple[tuple[tuple[str, ...], str], ...]]
    written: Mapping[str, str]
    spellings: Mapping[str, tuple[Spelling, ...]]
    forms: Mapping[str, tuple[Template, ...]]

    def match(
        self, forms: tuple[str, ...], tokens: Sequence[Token], at: int, read_slot: SlotReader
    ) -> tuple[str, Found, int] | None:
        """The first of some forms that stands at ``at``: its name, its slots' values, the place after it."""
        if at >= len(tokens):
            return None
        by_word, others = self._by_opening(forms)
        for form, template in by_word.get(tokens[at].text, others):
            found = template.match(tokens, at, read_slot)
            if found is not None:
                return form, *found
        return None

    def _by_opening(self, forms: tuple[str, ...]) -> _Index:
        """The templates of some forms in their order, by the word that each may begin with."""
        index = self._indexes.get(forms)
        if index is None:
            entries = [(form, template) for form in forms for template in self.forms[form]]
            words = {word for _, template in entries for word in template.openings}
            by_word = {
                word: tuple(entry for entry in entries if not entry[1].openings or word in entry[1].openings)
                for word in words
            }
            index = by_word, tuple(entry for entry in entries if not entry[1].openings)
            self._indexes[forms] = index
        return index

    @cached_property
    def _indexes(self) -> dict[tuple[str, ...], _Index]:
        return {}

    def fill(self, form: str, **values: object) -> str:
        """The words of a form: its first template with the values in their places.

        >>> dialect().fill("to_last", n=3), dialect().fill("to_last", n=1), dialect().fill("place")
        ('to last 3 sts', 'to last 1 st', 'pm')
        """
        return fill_template(self.forms[form][0], values, self.classes, self.singular)

    def stitch_at(self, tokens: Sequence[Token], at: int) -> tuple[StitchKind, int] | None:
        """The kind of stitch whose longest spelling stands at ``at``, and the place after it."""
        if at >= len(tokens):
            return None
        for spelling in self.spellings.get(tokens[at].text, ()):
            after = at + len(spelling.tokens)
            if tuple(token.text for token in tokens[at:after]) == spelling.tokens:
                return spelling.kind, after
        return None

    def modifier_at(self, tokens: Sequence[Token], at: int) -> tuple[str, int] | None:
        """The way of working ("through the back") that stands at ``at``."""
        if at >= len(tokens):
            return None
        for words, key in self.modifiers.get(tokens[at].text, ()):
            if tuple(token.text for token in tokens[at : at + len(words)]) == words:
                return key, at + len(words)
        return None


@cache
def dialect(code: str = "us") -> Dialect:
    """A dialect by its code; ``KeyError`` if there is no such table."""
    source = files("knitting.words").joinpath("dialects", f"{code}.toml")
    if not source.is_file():
        raise KeyError(f"no dialect {code!r}")
    return dialect_from(tomllib.loads(source.read_text("utf-8")))


def dialect_from(table: Mapping[str, Any]) -> Dialect:
    """A dialect made ready from its table."""
    classes = {key: tuple(words) for key, words in table["classes"].items()}
    return Dialect(
        code=table["code"],
        name=table["name"],
        classes=classes,
        singular=table["singular"],
        heads=table["heads"],
        round_words=frozenset(table["rounds"]["words"]),
        sides=_turned(table["sides"]),
        numbers=table["numbers"],
        fixed_times=table["fixed_times"],
        headers=_turned(table["headers"]),
        fabrics={key: tuple(words) for key, words in table["fabrics"].items()},
        modifiers=_modifiers(table["modifiers"]),
        written={key: words[0] for key, words in table["stitches"].items()},
        spellings=_spellings(table["stitches"]),
        forms={
            form: tuple(compile_template(source, classes) for source in sources)
            for name in _FORM_TABLES
            for form, sources in table[name].items()
        },
    )


def _turned(table: Mapping[str, Sequence[str]]) -> dict[str, str]:
    return {word: key for key, words in table.items() for word in words}


def _modifiers(table: Mapping[str, Sequence[str]]) -> dict[str, tuple[tuple[tuple[str, ...], str], ...]]:
    """The ways of working by their first word, the longest first."""
    by_first: dict[str, list[tuple[tuple[str, ...], str]]] = {}
    for key, all_ in table.items():
        for said in all_:
            words = tuple(token.text for token in tokens_of(said))
            by_first.setdefault(words[0], []).append((words, key))
    return {first: tuple(sorted(found, key=lambda item: -len(item[0]))) for first, found in by_first.items()}


def _spellings(table: Mapping[str, Sequence[str]]) -> dict[str, tuple[Spelling, ...]]:
    by_first: dict[str, list[Spelling]] = {}
    for key, all_ in table.items():
        for words in all_:
            tokens = tuple(token.text for token in tokens_of(words))
            by_first.setdefault(tokens[0], []).append(Spelling(tokens, STITCHES[key]))
    return {first: tuple(sorted(found, key=lambda s: -len(s.tokens))) for first, found in by_first.items()}
