"""Single words of a dialect: spellings and what they mean, heads of rows, words that tell how others are meant."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from knitting.dialects.tokens import tokens_of
from knitting.stitches import STITCHES, StitchKind


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


@dataclass(frozen=True, slots=True)
class LetterRules:
    """How the letters of a line are cleaned.

    ``dotted`` are the words that are shortened with a full stop, ``before_numbers`` those of them after which a
    number goes on with the same step, and ``rows`` the words that a number may be joined to ("Row1").
    """

    dotted: frozenset[str]
    before_numbers: frozenset[str]
    rows: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Doing:
    """What tells that a clause asks for something to be done.

    ``verbs`` of the trade, the ``objects`` that follow one that is meant so, and what stands ``before`` a clause.
    Words of ``always`` limit what is done, wherever they stand.
    Words of ``finishing`` tell that a clause speaks of what is done off the needles: there ``everyday`` verbs are meant
    as everybody means them. Before a word of ``beside`` a verb is a noun ("purl bumps"), and words of ``refers`` ask
    for what stands elsewhere ("as for the back").
    """

    verbs: frozenset[str]
    objects: frozenset[str]
    before: frozenset[str]
    always: frozenset[str]
    everyday: frozenset[str]
    finishing: frozenset[str]
    beside: frozenset[str]
    refers: frozenset[str]


def heads_of(table: Mapping[str, Sequence[str]]) -> dict[str, HeadWord]:
    found: dict[str, HeadWord] = {}
    for key, pairs in table.items():
        for pair in pairs:
            one, many = pair.split("/")
            found |= {word.lower(): HeadWord(key, one, many) for word in (many, one)}
    return found


def spellings_of(table: Mapping[str, Sequence[str]]) -> dict[str, tuple[Spelling, ...]]:
    by_first: dict[str, list[Spelling]] = {}
    for key, all_ in table.items():
        for words in all_:
            tokens = tuple(token.text for token in tokens_of(words))
            by_first.setdefault(tokens[0], []).append(Spelling(tokens, key))
    return {first: tuple(sorted(found, key=lambda s: -len(s.tokens))) for first, found in by_first.items()}
