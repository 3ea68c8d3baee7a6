"""The nearest of some words."""

from __future__ import annotations

from collections.abc import Iterable
from difflib import get_close_matches

_LONGEST = 40
_NEAR_ENOUGH = 0.6


def nearest_word(word: str, known: Iterable[str]) -> str:
    """The nearest of some words, or nothing where none is near enough.

    >>> nearest_word("Rde", ["Red", "Blue"]), nearest_word("umbrella", ["Red", "Blue"])
    ('Red', '')
    """
    if len(word) > _LONGEST:
        return ""
    return next(iter(get_close_matches(word, sorted(known), n=1, cutoff=_NEAR_ENOUGH)), "")
