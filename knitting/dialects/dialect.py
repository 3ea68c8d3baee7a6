"""A dialect: one table of words in and words out, loaded and made ready for reading."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, fields, replace
from functools import cache, cached_property, lru_cache
from typing import Any, TypeAlias

from knitting.dialects.tables import FIRST, dialect_codes, table_of, whole_table
from knitting.dialects.templates import Forms, Found, SlotReader, Template, fill_template
from knitting.dialects.tokens import Token
from knitting.dialects.vocabulary import Doing, HeadWord, LetterRules, Spelling, Spellings, heads_of, spellings_of
from knitting.rows import Step
from knitting.stitches import STITCHES, StitchKind

__all__ = ["Dialect", "LetterRules", "Spelling", "dialect", "dialect_codes", "dialect_from", "spelled_at"]

_FORM_TABLES = (
    "goals",
    "steps",
    "times",
    "until",
    "repeats",
    "head_forms",
    "row_forms",
    "counts",
    "shaping",
    "company",
    "long_stitches",
    "orders",
    "needs",
)


_Entries: TypeAlias = tuple[tuple[str, Template], ...]
_Index: TypeAlias = tuple[Mapping[str, _Entries], _Entries]


@dataclass(frozen=True, eq=False)
class Dialect:
    """The words of one kind of English, or of another language."""

    code: str
    name: str
    language: str
    """The language that its words are in, as a page tells it: "en"."""
    telling: tuple[str, ...]
    classes: Mapping[str, tuple[str, ...]]
    called: Mapping[str, str]
    """How the first word of each class is written: nouns have a capital in German."""
    singular: Mapping[str, str]
    heads: Mapping[str, HeadWord]
    sides: Mapping[str, str]
    numbers: Mapping[str, int]
    ordinals: Mapping[str, int]
    letter_rules: LetterRules
    dangling: frozenset[str]
    not_colours: frozenset[str]
    limits: frozenset[str]
    halves: Mapping[str, str]
    talk_starts: frozenset[str]
    size_words: frozenset[str]
    name_words: frozenset[str]
    doing: Doing
    fixed_times: Mapping[str, int]
    counting: Mapping[str, str]
    headers: Mapping[str, str]
    written: Mapping[str, Mapping[str, tuple[str, ...]]]
    spoken: Mapping[str, str]
    worked: Mapping[str, str]
    spelled_out: Mapping[str, str]
    neighbours: Mapping[str, Mapping[str, str]]
    stitches: Spellings
    modifiers: Spellings
    fabrics: Spellings
    manners: Spellings
    recipes: Spellings
    wearing: Spellings
    swatches: Spellings
    gauge_over: tuple[str, ...]
    own_fabric: str
    verbs_last: bool
    """Whether what is done may be said last: "bis zum Ende re stricken", "Reihen 1 und 2 wiederholen"."""
    forms: Forms
    own: Mapping[tuple[str, ...], tuple[Step, ...]] = field(default_factory=dict)

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
        return fill_template(self.forms[form][0], values, self.called, self.singular)

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

    def with_stitches(self, own: Mapping[tuple[str, ...], tuple[Step, ...]]) -> Dialect:
        """The dialect with stitches that a text defines, each by the words of its name."""
        return replace(self, own=own)

    def calling(self, head: HeadWord) -> Dialect:
        """The dialect where rows are called as a head calls them: "rounds" in the orders of a piece in the round.

        >>> dialect().calling(dialect().heads["rnd"]).fill("same_as", rows="1 and 2")
        'as rnds 1 and 2'
        """
        return _calling(self, self.as_noun(head.one), self.as_noun(head.many))

    def as_noun(self, word: str) -> str:
        """A word of rows as it is written within a sentence."""
        return word if self.called["row"][:1].isupper() else word.lower()

    @property
    def row_head(self) -> str:
        """The word with which the head of a row begins: "Row"."""
        return self.heads[self.of_class("row", 1).lower()].one

    def of_class(self, name: str, count: int) -> str:
        """The word of a class beside a number: "st" or "sts"."""
        word = self.called[name]
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
    def telling_stitches(self) -> frozenset[str]:
        """Spellings of one word that are no verb of plain speech: "yo", "ssk", "k2tog"."""
        return frozenset(word for word in self.short_stitches if len(word) > 1) - self.doing.verbs

    @cached_property
    def count_endings(self) -> frozenset[str]:
        """Words with which a stated count may end."""
        return frozenset(word for template in self._counts for word in template.words)

    @cached_property
    def count_openings(self) -> frozenset[str]:
        """Words with which a stated count may begin, wherever it stands."""
        words = {word for template in self._counts for word in template.openings if len(word) > 1}
        return frozenset(words - self.doing.verbs - set(self.short_stitches))

    @property
    def _counts(self) -> Iterator[Template]:
        return (template for form in ("count_total", "count_gain", "count_loss") for template in self.forms[form])

    @cached_property
    def abbreviated(self) -> frozenset[str]:
        """Words of one token that mean something among steps, besides stitches."""
        return frozenset({*self.letter_rules.dotted, "pm", "sm", "rm", *self.sides})

    @cached_property
    def told_stitches(self) -> tuple[str, ...]:
        """The forms of stitches that are told in several words."""
        return tuple(form for form in self.forms if form.startswith("as_"))

    @cached_property
    def no_label(self) -> frozenset[str]:
        """Words that are no part of the name of a row."""
        classes = (word for name in ("rep", "the", "row", "following", "and", "be") for word in self.classes[name])
        return frozenset(
            [*classes, *self.numbers, *self.ordinals, "last", "next", "this", "these", "previous", "questo"]
        )

    @cached_property
    def row_words(self) -> frozenset[str]:
        """Words that tell that a name is that of a row: "row", "R" of "R4", "first"."""
        return frozenset([*self.heads, *self.classes["row"], *self.ordinals])

    @cached_property
    def plain_head(self) -> re.Pattern[str]:
        """A line that begins with a head of the plainest form and has a row behind it."""
        heads = "|".join(sorted(map(re.escape, self.heads), key=len, reverse=True))
        return re.compile(rf"\s*(?:{heads}) \d+(?: \(\w+\))?:\s*\w", re.IGNORECASE)

    @cached_property
    def gathering(self) -> frozenset[str]:
        """Words behind the number of a row with which others are gathered under it."""
        return frozenset([*self.classes["and"], *self.classes["following"], *self.classes["gathers"]])

    @cached_property
    def counted_things(self) -> frozenset[str]:
        """What a number may count in a row: stitches, rows, times."""
        return frozenset(word for name in ("st", "row", "time") for word in self.classes[name])

    @cached_property
    def counts_first(self) -> bool:
        """Whether the number of plain stitches stands before them ("5 dir")."""
        return self.counting["plain"].startswith("{n}")

    @cached_property
    def vocabulary(self) -> frozenset[str]:
        """Every word that the dialect knows, for telling dialects apart."""
        words = set(self.forms.words)
        for spellings in (self.stitches, self.fabrics, self.modifiers, self.manners):
            words |= {word for found in spellings.values() for spelling in found for word in spelling.tokens}
        words |= {word for said in (*self.headers, *self.sides) for word in said.split()}
        return frozenset(word for word in words | set(self.heads) if len(word) > 1 and word.isalpha())


@lru_cache(maxsize=64)
def _calling(words: Dialect, one: str, many: str) -> Dialect:
    rows = (many.lower(), one.lower(), *words.classes["row"])
    return replace(
        words,
        classes={**words.classes, "row": rows},
        called={**words.called, "row": many},
        singular={**words.singular, many: one},
    )


@lru_cache(maxsize=256)
def _knowing(words: Dialect, names: tuple[str, ...]) -> Dialect:
    own = spellings_of({name: [words.own_fabric.replace("{name}", name), name] for name in names})
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


@cache
def dialect(code: str = FIRST) -> Dialect:
    """A dialect by its code, the first by an empty one; ``KeyError`` if there is no such table."""
    return dialect_from(table_of(code or FIRST))


def dialect_from(table: Mapping[str, Any]) -> Dialect:
    """A dialect made ready from its table; where it is based on another, only what differs stands in it."""
    table = whole_table(table)
    classes = {key: tuple(word.lower() for word in words) for key, words in table["classes"].items()}
    listed = ("stitches", "fabrics", "manners", "recipes", "sides", "headers", "wearing", "swatches")
    return Dialect(
        code=table["code"],
        name=table["name"],
        language=table.get("language", table["code"]),
        telling=tuple(table.get("telling", ())),
        classes=classes,
        called={key: words[0] for key, words in table["classes"].items()},
        singular=table["singular"],
        heads=heads_of(table["heads"]),
        sides={word.lower(): key for key, words in table["sides"].items() for word in words},
        numbers=table["numbers"],
        ordinals=table["ordinals"],
        letter_rules=LetterRules(
            frozenset(table["dotted"]["words"]),
            frozenset(table["dotted"]["before_numbers"]),
            tuple(sorted(classes["row"], key=len, reverse=True)),
        ),
        dangling=frozenset(table["dangling"]["words"]),
        not_colours=frozenset(table["not_colours"]["words"]),
        limits=frozenset(table["limits"]["words"]),
        size_words=frozenset(table["sizes"]["words"]),
        talk_starts=frozenset(table["talk"]["starts"]),
        name_words=frozenset(table["names"]["words"]),
        halves={word: key for key, words in table["halves"].items() for word in words},
        doing=Doing(*(frozenset(table["doing"][each.name]) for each in fields(Doing))),
        fixed_times=table["fixed_times"],
        counting=table["counting"],
        headers={word: key for key, words in table["headers"].items() for word in words},
        written={name: {key: tuple(words) for key, words in table[name].items()} for name in listed},
        spoken=table.get("spoken", {}),
        worked=table["worked"],
        neighbours=table.get("neighbours", {}),
        stitches=spellings_of(table["stitches"]),
        modifiers=spellings_of(table["modifiers"]),
        fabrics=spellings_of(table["fabrics"]),
        manners=spellings_of(table["manners"]),
        spelled_out=table.get("spelled_out", {}),
        recipes=spellings_of(table["recipes"]),
        wearing=spellings_of(table["wearing"]),
        swatches=spellings_of(table["swatches"]),
        gauge_over=tuple(table["gauge"]["over"]),
        own_fabric=table["own_fabric"],
        verbs_last=table.get("verbs_last", False),
        forms=Forms({form: sources for name in _FORM_TABLES for form, sources in table[name].items()}, classes),
    )
