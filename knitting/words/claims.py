"""Counts stated at the end of a line: ``(45 sts)``, ``- 45 sts``, ``(12-1-12)``."""

from __future__ import annotations

import re
from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, span_of, tokens_of
from knitting.problems import Span
from knitting.rows import Claim

_OPENERS = {")": "(", "]": "["}
_DASHED = re.compile(r"[-=:.‐‑–—−]\s*\d+\s*\w+[ .]*$")
_PLAIN = re.compile(r"\(([0-9]{1,9}) (\w+)\)[ .]*$")
_JOINTS = frozenset({"-", ",", "/", ":", "=", "total"})


def split_claim(tokens: Sequence[Token], dialect: Dialect) -> tuple[tuple[Token, ...], Claim | None]:
    """The tokens before a stated count, and the count; all of them and ``None`` where none is stated."""
    end = len(tokens)
    while end and tokens[end - 1].text == ".":
        end -= 1
    start = _bracketed(tokens, end) if end else None
    if start is None:
        start = _dashed(tokens, end, dialect)
        inner = tuple(tokens[start + 1 : end]) if start is not None else ()
    else:
        inner = tuple(tokens[start + 1 : end - 1])
    if start is None:
        return tuple(tokens), None
    claim = _claim(inner, tuple(tokens[start:end]), dialect)
    return (tuple(tokens[:start]), claim) if claim else (tuple(tokens), None)


def claim_at_end(said: str, line: int, column: int, dialect: Dialect) -> tuple[str, Claim | None]:
    """The same of a text that starts at ``column``: what stands before the count, and the count.

    Only what can be the count is made into tokens: rows that differ in it alone have one body.
    """
    plain = _PLAIN.search(said)
    if plain is not None and plain[2].lower() in dialect.classes["st"]:
        at, length = plain.start(), len(plain[0].rstrip(" ."))
        return said[:at], Claim(int(plain[1]), Span(line, column + at, length))
    bare = said.rstrip(" .")
    if bare.endswith((")", "]")):
        opener = bare.rfind(_OPENERS[bare[-1]])
    else:
        dashed = _DASHED.search(said)
        opener = dashed.start() if dashed else -1
    if opener < 0:
        return said, None
    end = tokens_of(said[opener:], line, column + opener)
    before, claim = split_claim(end, dialect)
    return (said[:opener], claim) if claim is not None and not before else (said, None)


def _bracketed(tokens: Sequence[Token], end: int) -> int | None:
    opener = _OPENERS.get(tokens[end - 1].text)
    if opener is None:
        return None
    return next((at for at in range(end - 2, -1, -1) if tokens[at].text == opener), None)


def _dashed(tokens: Sequence[Token], end: int, dialect: Dialect) -> int | None:
    """The place of the dash in ``- 45 sts``, or of the stop in ``k to end. 45 sts``."""
    stated = end >= 3 and tokens[end - 1].text in dialect.classes["st"] and tokens[end - 2].number is not None
    return end - 3 if stated and tokens[end - 3].text in ("-", "=", ":", ".") else None


def _claim(inner: tuple[Token, ...], whole: tuple[Token, ...], dialect: Dialect) -> Claim | None:
    words = {*dialect.classes["st"], *_JOINTS}
    if not inner or any(token.number is None and token.text not in words for token in inner):
        return None
    numbers = [token.number for token in inner if token.number is not None]
    if not numbers:
        return None
    span = span_of(whole)
    if len(numbers) == 1:
        return Claim(numbers[0], span)
    if any(token.text == ":" for token in inner):
        return Claim(numbers[0], span, tuple(numbers[1:]))
    return Claim(sum(numbers), span, tuple(numbers))
