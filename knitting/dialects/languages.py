"""Which dialect goes with a language."""

from __future__ import annotations

from functools import cache

from knitting.dialects.dialect import dialect
from knitting.dialects.tables import FIRST, dialect_codes


@cache
def dialect_of_language(language: str) -> str:
    """The code of the dialect whose words are of a language: the first where several are, empty where it is the first.

    >>> dialect_of_language("it"), dialect_of_language("en"), dialect_of_language("xx")
    ('it', '', '')
    """
    codes = [FIRST, *(code for code in dialect_codes() if code != FIRST)]
    found = next((code for code in codes if dialect(code).language == language.split("-")[0]), FIRST)
    return "" if found == FIRST else found
