"""Lines of text as tokens with their places."""

from __future__ import annotations

import re
from typing import NamedTuple

from knitting.problems import Span

MOST_BYTES = 200_000
"""The longest text that is read, in bytes of UTF-8."""
MOST_LINES = 3_000
MOST_IN_LINE = 4_000
_TOKEN = re.compile(r"\d+(?:\.\d+)?|[^\W\d_][\w&]*(?:[-'’][^\W\d_]\w*)*|\S")
_QUOTES = str.maketrans(
    {"’": "'", "‘": "'", "–": "-", "—": "-", "−": "-", "‐": "-", "‑": "-", "\u00a0": " ", "（": "(", "）": ")"}
)


class Token(NamedTuple):
    """One word, number or mark of punctuation; ``text`` is folded for comparing."""

    text: str
    line: int
    column: int
    raw: str

    @property
    def span(self) -> Span:
        """Where it stands."""
        return Span(self.line, self.column, len(self.raw))

    @property
    def number(self) -> int | None:
        """Its value if it is a whole number."""
        return int(self.text) if self.text.isascii() and self.text.isdigit() and len(self.text) < 10 else None

    @property
    def is_word(self) -> bool:
        """Whether it begins with a letter."""
        return self.text[:1].isalpha()


def tokens_of(text: str, line: int = 0, column: int = 1) -> tuple[Token, ...]:
    """The tokens of one line that starts at ``column``.

    >>> [token.text for token in tokens_of("K2, *yo, SL2-k1-p2sso; rep")]
    ['k2', ',', '*', 'yo', ',', 'sl2-k1-p2sso', ';', 'rep']
    """
    if text.isascii():
        lowered = text.lower()
        return tuple(
            [
                Token(lowered[start:end], line, column + start, text[start:end])
                for start, end in [match.span() for match in _TOKEN.finditer(text)]
            ]
        )
    plain = text.translate(_QUOTES)
    return tuple(
        [
            Token(match[0].lower(), line, column + match.start(), text[match.start() : match.end()])
            for match in _TOKEN.finditer(plain)
        ]
    )


def lines_of(text: str) -> list[str]:
    """The lines of a text as every part of the house counts them: broken at line breaks alone.

    >>> lines_of("Cast on 5.\\r\\nRow 1: Knit.\\n")
    ['Cast on 5.', 'Row 1: Knit.', '']
    """
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")


def span_of(tokens: tuple[Token, ...] | list[Token]) -> Span:
    """The stretch from the first to the last of some tokens."""
    return tokens[0].span.to(tokens[-1].span)


def raw_of(tokens: tuple[Token, ...] | list[Token], line_text: str) -> str:
    """The text that some tokens cover, as it was written."""
    span = span_of(tokens)
    return line_text[span.column - 1 : span.end - 1]
