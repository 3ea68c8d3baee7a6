"""Slips of the pen: the known word nearest to an unknown one."""

from __future__ import annotations

from collections.abc import Iterable
from difflib import get_close_matches

from knitting.dialects.dialect import Dialect


def nearest_stitch(word: str, dialect: Dialect) -> str:
    """The known stitch nearest to a mistyped one, keeping its count, or nothing.

    >>> from knitting.dialects.dialect import dialect
    >>> nearest_stitch("k2tgo", dialect()), nearest_stitch("umbrella", dialect())
    ('k2tog', '')
    """
    return nearest_word(word, [known for known in dialect.short_stitches if len(known) > 1])


def nearest_word(word: str, known: Iterable[str]) -> str:
    """The nearest of some words, or nothing where none is near enough."""
    if len(word) > 40:
        return ""
    return next(iter(get_close_matches(word, sorted(known), n=1, cutoff=0.6)), "")
