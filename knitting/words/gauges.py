"""A gauge told in words: "22 sts and 28 rows to 10 cm over st st", "20 M x 28 R = 10 x 10 cm"."""

from __future__ import annotations

import re
from functools import lru_cache

from knitting.dialects.dialect import Dialect
from knitting.measures import CM_PER_INCH, Gauge, gauge_over

_NUMBER = r"(\d+(?:[.,]\d+)?)"
_JOINT = r"(?:x|×|,|/|&|\+|by|[^\W\d_]+)"
_SQUARE = r"(?:(?:cm|in|inch|inches|\")?\s*(?:x|×|by)\s*\d+(?:[.,]\d+)?\s*)?"
"""The second side of a square: "10 x 10 cm" is 10 cm."""
_UNIT = r"(cm|in\b|inch(?:es)?|\")"
_HEADER = re.compile(
    rf"{_NUMBER}\s*\w+\.?\s*{_JOINT}\s*{_NUMBER}\s*\w+\.?\s*(?:=|[^\W\d_]+(?:\s+[^\W\d_]+)?)\s*{_NUMBER}\s*{_SQUARE}{_UNIT}"
    r"(?:\s*,?\s*(?:in\s+)?(.*))?$",
    re.IGNORECASE,
)
_ROWS_PER_STITCH = 1.4
"""Rows in the height of as many stitches are wide, where only stitches are told: common practice of stockinette."""


def gauge_in_header(value: str) -> tuple[Gauge, str] | None:
    """The gauge of a header, and what is said behind it of its fabric; ``None`` where no numbers make one.

    >>> gauge_in_header("22 sts x 30 rows = 10 x 10 cm, garter")
    (Gauge(stitches=22.0, rows=30.0, fabric='', guessed=False, washed=None), 'garter')
    """
    match = _HEADER.match(value.strip().rstrip("."))
    gauge = _gauge(match[1], match[2], match[3], match[4]) if match else None
    return (gauge, (match[5] or "").strip().lower()) if match and gauge else None


def gauge_in_prose(text: str, words: Dialect) -> Gauge | None:
    """A gauge told in a sentence of its own: "22 sts and 28 rows to 10 cm over st st", "5 sts = 1 inch"."""
    match = _prose(words).search(text)
    if match is None:
        return None
    gauge = _gauge(match[1], match[2], match[3] or "1", match[4])
    return gauge if gauge is not None and gauge.believable else None


@lru_cache(maxsize=64)
def _prose(words: Dialect) -> re.Pattern[str]:
    """A gauge in the words of a dialect: more is wanted than numbers, as no header says what they are."""
    st, row, joint = (_any(words.classes[name]) for name in ("st", "row", "and"))
    return re.compile(
        rf"{_NUMBER}\s*(?:{st})(?!\w)\.?(?:\s*(?:x|×|,|by|{joint})\s*{_NUMBER}\s*(?:{row})(?!\w)\.?)?"
        rf"\s*(?:=|{_any(words.gauge_over)})\s*(?:a\s+)?{_NUMBER}?\s*{_SQUARE}{_UNIT}",
        re.IGNORECASE,
    )


def _any(words: tuple[str, ...]) -> str:
    return "|".join(re.escape(word) for word in sorted(words, key=len, reverse=True))


def _gauge(stitches: str, rows: str | None, length: str, unit: str) -> Gauge | None:
    wide, long = _float(stitches), _float(length) * (1 if unit.lower() == "cm" else CM_PER_INCH)
    high = _float(rows) if rows else wide * _ROWS_PER_STITCH
    return gauge_over(wide, high, long, "") if wide > 0 and high > 0 and long > 0 else None


def _float(said: str) -> float:
    return float(said.replace(",", "."))
