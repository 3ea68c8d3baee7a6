"""Words of knitters looked up: what a stitch is called in each of the vocabularies, and what it does."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from bias.results.techniques import ShortTechnique, technique_in_short, written_as
from knitting.constructions import CONSTRUCTIONS
from knitting.saying.language import _
from knitting.stitches import STITCHES, StitchKind


@dataclass(frozen=True, slots=True)
class FoundWord:
    """A stitch that a word may mean: how it is written, each with the vocabularies that write it so."""

    stitch: StitchKind
    written: tuple[tuple[str, tuple[str, ...]], ...]

    @property
    def name(self) -> str:
        """What it is called in full."""
        return _(self.stitch.spoken)

    @property
    def technique(self) -> ShortTechnique | None:
        """How it is made; ``None`` for what is no technique."""
        return technique_in_short(self.stitch.key)


def words_like(asked: str, most: int) -> tuple[FoundWord, ...]:
    """The stitches that are called so, or whose name has all of the words in it; those called just so come first.

    >>> [found.stitch.key for found in words_like("K2TOG", 5)]
    ['k2tog']
    """
    words = asked.casefold().split()
    if not words:
        return ()
    just_so, others = [], []
    for found in _every_word():
        names = [found.name.casefold(), *(word.casefold() for word, _ in found.written)]
        if " ".join(words) in names:
            just_so.append(found)
        elif all(word in names[0] for word in words):
            others.append(found)
    return tuple([*just_so, *others][:most])


def made_as(word: str) -> tuple[str, ...]:
    """What stands in the text of a plan that was made as a shape whose name has a word in it, one for each shape.

    >>> made_as("capelet")
    ('"construction": "capelet"',)
    """
    asked = word.casefold()
    return tuple(
        f'"construction": "{key}"' for key, shape in CONSTRUCTIONS.items() if asked in _(shape.title).casefold()
    )


@cache
def _every_word() -> tuple[FoundWord, ...]:
    return tuple(FoundWord(stitch, written_as(stitch.key)) for stitch in STITCHES.values())
