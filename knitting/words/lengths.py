"""Lengths among words: "10 cm", "4 in (10 cm)"."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from knitting.dialects.tokens import Token
from knitting.measures import CM_PER_INCH

_INCH_WORDS = frozenset({"in", "ins", "inch", "inches", '"'})


def read_length(tokens: Sequence[Token], at: int) -> Iterator[tuple[object, int]]:
    """A length in centimetres at a place, and the place after it."""
    if at + 1 >= len(tokens) or not tokens[at].text.isascii():
        return
    try:
        value = float(tokens[at].text)
    except ValueError:
        return
    if tokens[at + 1].text == "cm" or tokens[at + 1].text in _INCH_WORDS:
        factor = 1.0 if tokens[at + 1].text == "cm" else CM_PER_INCH
        yield value * factor, _behind_other_unit(tokens, at + 2)


def _behind_other_unit(tokens: Sequence[Token], at: int) -> int:
    """The place after the same length in another unit, in brackets: "10 cm (4 in)"."""
    inner = tokens[at : at + 4]
    said = len(inner) == 4 and inner[0].text == "(" and inner[3].text == ")"
    return at + 4 if said and (inner[2].text == "cm" or inner[2].text in _INCH_WORDS) else at
