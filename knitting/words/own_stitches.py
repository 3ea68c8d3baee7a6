"""Stitches that a text defines for itself: "MB = (k1, yo, k1, yo, k1) into next st"."""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import lru_cache

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, tokens_of
from knitting.rows import Cluster, Group, Step, Work
from knitting.words.step_reader import StepReader

_NAME = r"[^\W\d_][\w/&+.-]{0,11}(?: [^\W_][\w/&+.-]{0,11})?"
_DEFINITION = re.compile(rf"^\s*(?:[*•-]\s*)?({_NAME})\s*(?:=|:|–|—| - )\s*(\S.*)$")
_MARK = re.compile("[=:–—-]")
MOST_OWN = 40


def definition_of(line: str, words: Dialect) -> tuple[str, str] | None:
    """The name and the steps that a line defines, or ``None`` where it defines none.

    >>> from knitting.dialects.dialect import dialect
    >>> definition_of("MB = (k1, yo, k1) into next st", dialect())
    ('mb', '(k1, yo, k1) into next st')
    >>> definition_of("k2tog = knit 2 together", dialect()), definition_of("Row 1: k2", dialect())
    (None, None)
    """
    match = _DEFINITION.match(line)
    if match is None or not any(letter in match[2] for letter in "([{,"):
        return None
    name = match[1].lower()
    tokens = tokens_of(name)
    numbered = any(token.text.rstrip("0123456789") in words.row_words for token in tokens)
    taken = tokens[0].text in words.headers or name in words.sides or numbered
    if taken or _is_known(tokens, words) or not _steps(match[2], words):
        return None
    return name, match[2]


def is_abbreviation(line: str, words: Dialect) -> bool:
    """Whether a line says what a word means that is known anyway: "k2tog = knit 2 together"."""
    match = _DEFINITION.match(line)
    return match is not None and _is_known(tokens_of(match[1].lower()), words)


def _is_known(tokens: Sequence[Token], words: Dialect) -> bool:
    short = tokens[0].text.rstrip("0123456789") in words.short_stitches
    return short or words.stitch_at(tokens, 0) is not None or tokens[0].text in words.abbreviated


def own_stitches(lines: Sequence[str], words: Dialect) -> Dialect:
    """The dialect with the stitches that some lines define among its words."""
    found = [
        each for line in lines if ("=" in line or ":" in line or "-" in line) and (each := definition_of(line, words))
    ]
    return _with_own(words, tuple(dict(found[:MOST_OWN]).items())) if found else words


@lru_cache(maxsize=256)
def _with_own(words: Dialect, definitions: tuple[tuple[str, str], ...]) -> Dialect:
    own = {tuple(token.text for token in tokens_of(name)): _steps(said, words) for name, said in definitions}
    return words.with_stitches(own)


def _steps(said: str, words: Dialect) -> tuple[Step, ...]:
    """The steps of a definition, none where they are no stitches to be worked as one."""
    reader = StepReader(tokens_of(said.rstrip(" .")), said, words)
    steps = reader.read()
    whole = all(isinstance(step, Work | Cluster) or (isinstance(step, Group) and step.goal is None) for step in steps)
    return steps if steps and whole and not reader.problems else ()
