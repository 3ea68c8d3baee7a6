"""Slips of the pen: the known word nearest to an unknown one."""

from __future__ import annotations

from knitting.dialects.dialect import Dialect
from knitting.nearest import nearest_word


def nearest_stitch(word: str, dialect: Dialect) -> str:
    """The known stitch nearest to a mistyped one, keeping its count, or nothing.

    >>> from knitting.dialects.dialect import dialect
    >>> nearest_stitch("k2tgo", dialect()), nearest_stitch("umbrella", dialect())
    ('k2tog', '')
    """
    return nearest_word(word, [known for known in dialect.short_stitches if len(known) > 1])
