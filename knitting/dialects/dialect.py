"""A dialect: one table of words in and words out, loaded and made ready for reading."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, cached_property, lru_cache
from importlib.resources import files
from typing import Any, TypeAlias

from knitting.dialects.templates import Found, SlotReader, Template, compile_template, fill_template
from knitting.dialects.tokens import Token, tokens_of
from knitting.stitches import STITCHES, StitchKind

_FORM_TABLES = ("goals", "steps", "times", "until", "repeats", "head_forms", "row_forms", "orders")
_FIRST = "us"


@dataclass(frozen=True)
class Spelling:
    """One way to write something, as tokens, and the key of what it means."""

    tokens: tuple[str, ...]
    key: str

    @property
    def kind(self) -> StitchKind:
        """The stitch of that key."""
        return STITCHES[self.key]


Spellings: TypeAlias = Mapping[str, tuple[Spelling, ...]]
"""Spellings by their first word, the longest first."""


@dataclass(frozen=True, slots=True)
class HeadWord:
    """The word of a row's head: which kind of row, and how it is written of one and of many."""

    key: str
    one: str
    many: str


_Entries: TypeAlias = tuple[tuple[str, Template], ...]
_Index: TypeAlias = tuple[Mapping[str, _Entries], _Entries]


@dataclass(frozen=True, eq=False)
class Dialect:
    """The words of one kind of English, or of another language."""

    code: str
    name: str
    telling: tuple[str, ...]
    classes: Mapping[str, tuple[str, ...]]
    singular: Mapping[str, str]
    heads: Mapping[str, HeadWord]
    sides: Mapping[str, str]
    numbers: Mapping[str, int]
    fixed_times: Mapping[str, int]
    counting: Mapping[str, str]
    headers: Mapping[str, str]
    written: Mapping[str, Mapping[str, tuple[str, ...]]]
    spoken: Mapping[str, str]
    worked: Mapping[str, str]
    neighbours: Mapping[str, Mapping[str, str]]
    stitches: Spellings
    modifiers: Spellings
    fabrics: Spellings
    manners: Spellings
    recipes: Spellings
    wearing: Spellings
    own_fabric: str
    forms: Mapping[str, tuple[Template, ...]]

    def match(
        self, forms: tuple[str, ...], tokens: Sequence[Token], at: int, read_slot: SlotReader
    ) -> tuple[str, Found, int] | None:
        """The first of some forms that stands at ``at``: its name, its slots' values, the place after it.

        Where several templates of that form fit, the one that takes in most words counts.
        """
        if at >= len(tokens):
            return None
        by_word, others = self._by_opening(forms)
        best: tuple[str, Found, int] | None = None
        for form, template in by_word.get(tokens[at].text, others):
            if best is not None and form != best[0]:
                break
            found = template.match(tokens, at, read_slot)
            if found is not None and (best is None or found[1] > best[2]):
                best = form, *found
        return best

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

    def word(self, table: str, key: str, place: int = 0) -> str:
        """How something of a table is written: a stitch, a side, a header, a fabric.

        >>> dialect().word("stitches", "k2tog"), dialect().word("fabrics", "seed", 1)
        ('k2tog', 'seed')
        """
        words = self.written[table].get(key) if table == "fabrics" else self.written[table][key]
        if words is None:  # a piece's own
            words = (self.own_fabric.replace("{name}", key), key)
        return words[min(place, len(words) - 1)]

    def knowing(self, names: tuple[str, ...]) -> Dialect:
        """The dialect with a piece's own fabrics among its words, longer names first."""
        return _knowing(self, names) if names else self

    def of_class(self, name: str, count: int) -> str:
        """The word of a class beside a number: "st" or "sts"."""
        word = self.classes[name][0]
        return self.singular.get(word, word) if count == 1 else word

    def stitch_at(self, tokens: Sequence[Token], at: int) -> tuple[StitchKind, int] | None:
        """The kind of stitch whose longest spelling stands at ``at``, and the place after it."""
        found = spelled_at(self.stitches, tokens, at)
        return (STITCHES[found[0]], found[1]) if found else None

    @cached_property
    def short_stitches(self) -> Mapping[str, StitchKind]:
        """Stitches by their spellings of one word, to which a number may be joined ("k5")."""
        return {first: s.kind for first, found in self.stitches.items() for s in found if len(s.tokens) == 1}

    @cached_property
    def counts_first(self) -> bool:
        """Whether the number of plain stitches stands before them ("5 dir")."""
        return self.counting["plain"].startswith("{n}")

    @cached_property
    def vocabulary(self) -> frozenset[str]:
        """Every word that the dialect knows, for telling dialects apart."""
        words = {word for template in self._templates() for word in template.words}
        for spellings in (self.stitches, self.fabrics, self.modifiers, self.manners):
            words |= {word for found in spellings.values() for spelling in found for word in spelling.tokens}
        words |= {word for said in (*self.headers, *self.sides) for word in said.split()}
        return frozenset(word for word in words | set(self.heads) if len(word) > 1 and word.isalpha())

    def _templates(self) -> list[Template]:
        return [template for templates in self.forms.values() for template in templates]


@lru_cache(maxsize=256)
def _knowing(words: Dialect, names: tuple[str, ...]) -> Dialect:
    own = _spellings({name: [words.own_fabric.replace("{name}", name), name] for name in names})
    merged = {
        first: tuple(sorted((*own.get(first, ()), *words.fabrics.get(first, ())), key=lambda s: -len(s.tokens)))
        for first in {*own, *words.fabrics}
    }
    return replace(words, fabrics=merged)


def spelled_at(spellings: Spellings, tokens: Sequence[Token], at: int) -> tuple[str, int] | None:
    """The key of the longest spelling that stands at ``at``, and the place after it."""
    if at >= len(tokens):
        return None
    for spelling in spellings.get(tokens[at].text, ()):
        words = spelling.tokens
        if len(words) == 1:
            return spelling.key, at + 1
        if tuple(token.text for token in tokens[at : at + len(words)]) == words:
            return spelling.key, at + len(words)
    return None


def dialect_codes() -> tuple[str, ...]:
    """The dialects that there are a table for, the one that is taken in doubt first."""
    folder = files("knitting.dialects")
    codes = sorted(entry.name.removesuffix(".toml") for entry in folder.iterdir() if entry.name.endswith(".toml"))
    return (_FIRST, *sorted((code for code in codes if code != _FIRST), key=lambda code: (code != "uk", code)))


@cache
def dialect(code: str = _FIRST) -> Dialect:
    """A dialect by its code; ``KeyError`` if there is no such table."""
    return dialect_from(_table(code))


def _table(code: str) -> Mapping[str, Any]:
    source = files("knitting.dialects").joinpath(f"{code}.toml")
    if not code.isalnum() or not source.is_file():
        raise KeyError(f"no dialect {code!r}")
    return tomllib.loads(source.read_text("utf-8"))


def dialect_from(table: Mapping[str, Any]) -> Dialect:
    """A dialect made ready from its table; where it is based on another, only what differs stands in it."""
    table = _whole(table)
    classes = {key: tuple(words) for key, words in table["classes"].items()}
    listed = ("stitches", "fabrics", "manners", "recipes", "sides", "headers", "wearing")
    return Dialect(
        code=table["code"],
        name=table["name"],
        telling=tuple(table.get("telling", ())),
        classes=classes,
        singular=table["singular"],
        heads=_heads(table["heads"]),
        sides={word.lower(): key for key, words in table["sides"].items() for word in words},
        numbers=table["numbers"],
        fixed_times=table["fixed_times"],
        counting=table["counting"],
        headers={word: key for key, words in table["headers"].items() for word in words},
        written={name: {key: tuple(words) for key, words in table[name].items()} for name in listed},
        spoken=table.get("spoken", {}),
        worked=table["worked"],
        neighbours=table.get("neighbours", {}),
        stitches=_spellings(table["stitches"]),
        modifiers=_spellings(table["modifiers"]),
        fabrics=_spellings(table["fabrics"]),
        manners=_spellings(table["manners"]),
        recipes=_spellings(table["recipes"]),
        wearing=_spellings(table["wearing"]),
        own_fabric=table["own_fabric"],
        forms={
            form: tuple(compile_template(source, classes) for source in sources)
            for name in _FORM_TABLES
            for form, sources in table[name].items()
        },
    )


def _whole(table: Mapping[str, Any]) -> Mapping[str, Any]:
    return _laid_over(_whole(_table(table["based_on"])), table) if "based_on" in table else table


def _laid_over(base: Mapping[str, Any], table: Mapping[str, Any]) -> Mapping[str, Any]:
    """A table over its base: lists of words are put before the base's, single values replace them.

    What a spelling means in the dialect itself wins over what it means in the base.
    """
    merged: dict[str, Any] = dict(base)
    for name, entries in table.items():
        under = base.get(name)
        if not isinstance(entries, Mapping) or not isinstance(under, Mapping):
            merged[name] = entries
            continue
        if name == "heads":
            merged[name] = {**under, **entries}
            continue
        own = {word for words in entries.values() if isinstance(words, list) for word in words}
        merged[name] = {
            key: [*entries.get(key, ()), *(word for word in words if word not in own)]
            if isinstance(words, list)
            else entries.get(key, words)
            for key, words in {**entries, **under}.items()
        }
    return merged


def _heads(table: Mapping[str, Sequence[str]]) -> dict[str, HeadWord]:
    found: dict[str, HeadWord] = {}
    for key, pairs in table.items():
        for pair in pairs:
            one, many = pair.split("/")
            found |= {word.lower(): HeadWord(key, one, many) for word in (many, one)}
    return found


def _spellings(table: Mapping[str, Sequence[str]]) -> dict[str, tuple[Spelling, ...]]:
    by_first: dict[str, list[Spelling]] = {}
    for key, all_ in table.items():
        for words in all_:
            tokens = tuple(token.text for token in tokens_of(words))
            by_first.setdefault(tokens[0], []).append(Spelling(tokens, key))
    return {first: tuple(sorted(found, key=lambda s: -len(s.tokens))) for first, found in by_first.items()}
