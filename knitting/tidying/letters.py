"""The letters of one line cleaned: spaces, dashes, bullets, marks of a page, tables pasted with tabs."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import cache, lru_cache
from itertools import count
from operator import eq
from typing import TypeAlias

from knitting.dialects.dialect import LetterRules
from knitting.tidying.lines import Place, TidyLine

_Replacement: TypeAlias = str | Callable[["re.Match[str]"], str]

_MOST_KEPT = 16_384
_SUSPECT = re.compile(
    r"[\t`<|]|\*\*|__|\*\(|[-=]>|\(s\)|#|[^\W\d_]\.(?=\s*[^\s.A-Z(\[{\"'])|\s{3,}=?\d|^\s*(?:[*+>-]|\[[ x]?\])\s"
)
"""What a line in plain letters has if anything in it is to be cleaned."""

_INVISIBLE = re.compile("[\u00ad\u200b-\u200f\u2028-\u202e\u2060-\u2064\ufeff]")
_SPACES = re.compile("[\u00a0\u1680\u2000-\u200a\u202f\u205f\u3000]")
_HALVES = {"½": ".5", "¼": ".25", "¾": ".75"}
_HALF = re.compile(r"(\d?)\s?([½¼¾])")
_ARROWS = re.compile(r"\s*(?:→|⇒|➔|➜|-{1,2}>|={1,2}>)")
_TAG = re.compile(
    r"</?(?:p|br|li|ul|ol|div|span|b|strong|i|em|u|h[1-6]|td|th|tr|table|tbody|thead)\b[^<>]{0,200}>", re.IGNORECASE
)
_BULLET = re.compile(r"^(\s*)(?:[•●○▪■◦·‣⁃☐☑✓✔]|>|[-+–](?=\s+[^\W\d])|\[[ x]?\])(?=\s|[^\W\d])")
_STAR_BULLET = re.compile(r"^(\s*)\*(?=\s+\S)")
_STRONG = re.compile(r"(\*\*|__)(?=\S)(.*?)(?<=\S)\1")
_EMPHASIS = re.compile(r"(?<![\w*])\*(\([^()*]*\)|\[[^\[\]*]*\])\*(?!\w)")
_CODE = re.compile(r"`+")
_HEADING = re.compile(r"^(\s*)#{2,6}(?=\s)")
_FIRST_CELL = re.compile(r"^(\s*\d{1,4})\t")
_LAST_CELL = re.compile(r"\t(?=\s*\d{1,5}\s*$)")
_NUMBER_SIGN = re.compile(r"#(?=\d)")
_PIPES = re.compile(r"\|")
_COUNT_COLUMN = re.compile(r"(?<=\S)(\s{2,})\s(?=\d{1,5}(?:\s*[^\W\d_]+\.?)?\s*$)")
_OF_MANY = re.compile(r"(?<=[^\W\d_])\(s\)")
_DOTTED = re.compile(r"(?<!\w)((?:[^\W\d_]\.)?[^\W\d_]+)\.(?=(\s*)(\S?))")
_GOES_ON = frozenset(",;:)]}*=-–—.")


class _Letters:
    """A line while it is changed, with the column that each letter had."""

    def __init__(self, text: str) -> None:
        self.text = text
        self.columns = list(range(1, len(text) + 1))

    @property
    def in_place(self) -> bool:
        """Whether every letter still has the column in which it stands."""
        return all(map(eq, self.columns, count(1)))

    def places(self, number: int) -> tuple[Place, ...]:
        """The places of the letters, in a line of the text."""
        return tuple((number, column) for column in self.columns)

    def put(self, pattern: re.Pattern[str], replacement: _Replacement) -> None:
        """Replace every match; the new letters stand where the first of the old ones stood, or each in its place."""
        found = list(pattern.finditer(self.text))
        for match in reversed(found):
            start, end = match.span()
            new = match.expand(replacement) if isinstance(replacement, str) else replacement(match)
            same = len(new) == end - start
            where = self.columns[start:end] if same else [self.columns[start]] * len(new)
            self.text = self.text[:start] + new + self.text[end:]
            self.columns[start:end] = where

    def drop(self, pattern: re.Pattern[str], keep: int = 0) -> None:
        """Take every match out, all but what its group ``keep`` holds."""
        for match in reversed(list(pattern.finditer(self.text))):
            start, end = match.span()
            inner = match.span(keep) if keep else (start, start)
            self.columns[start:end] = self.columns[inner[0] : inner[1]]
            self.text = self.text[:start] + self.text[inner[0] : inner[1]] + self.text[end:]


@lru_cache(maxsize=_MOST_KEPT)
def cleaned(text: str, number: int, rules: LetterRules) -> TidyLine:
    """One line with its letters cleaned.

    >>> rules = LetterRules(frozenset({"k", "tog"}), frozenset({"k"}), ("row",))
    >>> line = cleaned("• K2,\u200b yo, K. 2 tog.", 3, rules)
    >>> line.text, line.places[5]
    ('  K2, yo, K  2 tog.', (3, 7))
    """
    if text.isascii() and not _SUSPECT.search(text) and not _glued(rules.rows).search(text):
        return TidyLine(text, number)
    letters = _Letters(text)
    if not text.isascii():
        letters.drop(_INVISIBLE)
        letters.put(_SPACES, " ")
        letters.put(_HALF, lambda match: (match[1] or "0") + _HALVES[match[2]])
        letters.put(_ARROWS, lambda match: "=".rjust(len(match[0])))
        letters.put(re.compile("×"), "x")
    letters.drop(_TAG)
    letters.put(_NUMBER_SIGN, " ")
    _page_marks(letters)
    _cells(letters)
    letters.drop(_OF_MANY)
    letters.put(_glued(rules.rows), r"\1 ")
    letters.put(_DOTTED, lambda match: _without_stop(match, rules.dotted, rules.before_numbers))
    return TidyLine(letters.text, number, () if letters.in_place else letters.places(number))


@cache
def _glued(rows: tuple[str, ...]) -> re.Pattern[str]:
    """The word of a row with its number joined to it."""
    return re.compile(rf"(?<!\w)({'|'.join(map(re.escape, rows))})(?=\d)", re.IGNORECASE)


def _page_marks(letters: _Letters) -> None:
    """The marks of lists, headings and emphasis taken out."""
    letters.put(_HEADING, lambda match: " " * len(match[0]))
    letters.put(_BULLET, lambda match: " " * len(match[0]))
    while _STRONG.search(letters.text):
        letters.drop(_STRONG, keep=2)
    letters.drop(_EMPHASIS, keep=1)
    letters.drop(_CODE)
    letters.put(_ARROWS, lambda match: "=".rjust(len(match[0])))
    # A star that opens a repeat has a second one, or a "rep from *", after it.
    if letters.text.count("*") % 2:
        letters.put(_STAR_BULLET, lambda match: " " * len(match[0]))


def _cells(letters: _Letters) -> None:
    """A table's row: the number of its first cell is that of a row, the number of its last one a count."""
    if letters.text.lstrip().startswith("|"):
        letters.put(re.compile(r"^\s*\|\s*(?=\d)|\|\s*$"), lambda match: " " * len(match[0]))
        letters.put(_PIPES, "\t")
        letters.put(re.compile(r"(?<=\d) *\t"), lambda match: "\t" + match[0][:-1])
    letters.put(_FIRST_CELL, lambda match: f"{match[1]})")
    letters.put(_LAST_CELL, "=")
    letters.put(re.compile("\t"), " ")
    letters.put(_COUNT_COLUMN, lambda match: f"{match[1]}=")


def _without_stop(match: re.Match[str], dotted: frozenset[str], before_numbers: frozenset[str]) -> str:
    """A shortened word without its full stop, where the sentence goes on after it."""
    word, following = match[1].lower(), match[3]
    if word not in dotted:
        return match[0]
    written = match[1].replace(".", "")
    goes_on = following in _GOES_ON or following.islower() if following else False
    if following.isdigit():
        goes_on = word in before_numbers
    blanks = len(match[0]) - len(written)
    return written + (" " * blanks if goes_on else "." + " " * (blanks - 1))
