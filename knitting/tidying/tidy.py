"""The lines of a text joined where a row was broken over several, and parted where several rows share one."""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum
from typing import Protocol

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import MOST_IN_LINE
from knitting.tidying.letters import cleaned
from knitting.tidying.lines import TidyLine
from knitting.tidying.sizes import ONE_SIZE, Sizes, in_size


class Begins(Enum):
    """What a line begins."""

    ROW = "row"
    BARE_HEAD = "a head whose row is still to come"
    ORDER = "order"
    SETTING = "setting"
    NOTE = "note"


class Beginnings(Protocol):
    """What the reader knows of a line before it reads it."""

    def of_line(self, text: str) -> Begins | None:
        """What the words of a line begin, or ``None`` where they begin nothing that is known."""

    def is_count(self, text: str) -> bool:
        """Whether a line is a count and nothing else."""

    def is_repeat(self, text: str) -> bool:
        """Whether a sentence asks for rows to be worked again."""

    def opens_with_stitch(self, text: str) -> bool:
        """Whether a line begins with a stitch."""


_GROWING = frozenset({Begins.ROW, Begins.BARE_HEAD, Begins.ORDER, Begins.NOTE})
_NUMBERING = re.compile(r"^(\s*)(?:\(?\d{1,3}\)|\d{1,3}\.)(?=\s)")
_PAGE = re.compile(
    r"^\s*(?:[-–—]\s*)?(?:page\s+|pag\.?\s*|p\.\s*|seite\s+)?"
    r"\d{1,4}(?:\s*(?:of|di|von|sur|/)\s*\d{1,4})?(?:\s*[-–—])?\s*$",
    re.I,
)
_RULE = re.compile(r"^\s*[-=_*~•·–—#.]{3,}\s*$")
_OPEN_END = re.compile(r"[,;(\[{&+/*]\s*$|[-–]\s*$")
_CLOSED_END = re.compile(r"[.:!?)\]}]\s*$")
_BRACKET_END = re.compile(r"[)\]}]\s*$")
_FIRST_WORDS = re.compile(r"\s*(?:\d{1,4}\s+)?([^\W\d_]+)")
_WORD_AT_END = re.compile(r"([^\W\d_]+)\s*$")
_HYPHENED = re.compile(r"(?<=[^\W\d_])-\s*$")
_NEXT_SENTENCE = re.compile(r"(?<=[.;)\]}])\s+(?=\S)")
_BRACKETS = {")": "(", "]": "[", "}": "{"}


def tidied(lines: Sequence[str], words: Dialect, begins: Beginnings, sizes: Sizes = ONE_SIZE) -> tuple[TidyLine, ...]:
    """The lines of a text as they can be read, in order, without those that are blank."""
    found: list[TidyLine] = []
    open_line: Begins | None = None  # what the last line that is no page number began
    gap = False
    for number, text in enumerate(lines, start=1):
        if len(text) > MOST_IN_LINE:  # it is said to be too long, and nothing of it is read
            found.append(TidyLine(text, number))
            open_line = None
            continue
        line = cleaned(text, number, words.letter_rules)
        line = in_size(line, sizes) if sizes else line
        bare = line.text.strip()
        if not bare or _RULE.match(bare):
            gap = True
            continue
        if gap and _PAGE.match(bare) and open_line is not None:
            continue
        line = _unnumbered(line, begins)
        what = begins.of_line(line.text)
        pointed_at = open_line is not None and _names_a_row_before(found[-1].text, line.text, words)
        if (
            open_line in _GROWING
            and (what is None or pointed_at)
            and _goes_on(found[-1].text, line.text, gap, begins, words)
        ):
            found[-1:] = _parted(_joined(found[-1], line), begins)
            open_line = begins.of_line(found[-1].text) or open_line
            gap = False
            continue
        gap = False
        parts = _parted(line, begins) if what in (Begins.ROW, Begins.ORDER) else [line]
        found += parts
        open_line = begins.of_line(parts[-1].text) if len(parts) > 1 else what
    return tuple(found)


def _unnumbered(line: TidyLine, begins: Beginnings) -> TidyLine:
    """A line of a numbered list without its number, where what follows it begins something by itself."""
    numbering = _NUMBERING.match(line.text)
    if numbering is None or begins.of_line(line.text[numbering.end() :]) is None:
        return line
    if begins.of_line(line.text) in (Begins.ROW, Begins.BARE_HEAD):  # "2. Reihe: ..." is no number of a list
        return line
    blank = " " * numbering.end() + line.text[numbering.end() :]
    return TidyLine(blank, line.number, line.places)


def _goes_on(before: str, after: str, gap: bool, begins: Beginnings, words: Dialect) -> bool:
    """Whether a line that begins nothing is the rest of the one before it."""
    what = begins.of_line(before)
    if what is Begins.BARE_HEAD or _OPEN_END.search(before) or _unbalanced(before):
        return True
    if gap:
        return False
    first = after.lstrip()[:1]
    last = _WORD_AT_END.search(before)
    if last is not None and last[1].lower() in words.dangling:
        return True
    if _BRACKET_END.search(before) and _says_times(after, words):
        return True
    if _CLOSED_END.search(before):
        # A count alone belongs to the row or the repeat above it.
        return what is not Begins.NOTE and begins.is_count(after)
    stitches = begins.opens_with_stitch(after)
    if stitches and what is Begins.ORDER:  # an order is whole; what stitches follow are a row of their own
        return False
    return stitches or first.islower() or first.isdigit() or first in "([{*)]}+=–-"


def _says_times(after: str, words: Dialect) -> bool:
    """Whether a line begins with how often what stands in brackets before it is worked: "twice", "3 times"."""
    first = _FIRST_WORDS.match(after)
    if first is None:
        return False
    word = first[1].lower()
    return word in words.fixed_times or (after.lstrip()[:1].isdigit() and word in words.classes["time"])


def _names_a_row_before(before: str, after: str, words: Dialect) -> bool:
    """Whether a line that looks like a head is the rest of a sentence: "... Repeat / row 1 until"."""
    last = _WORD_AT_END.search(before)
    return ":" not in after and last is not None and last[1].lower() in words.classes["rep"]


def _unbalanced(text: str) -> bool:
    waiting: list[str] = []
    for letter in text:
        if letter in "([{":
            waiting.append(letter)
        elif letter in _BRACKETS and waiting and waiting[-1] == _BRACKETS[letter]:
            waiting.pop()
    return bool(waiting)


def _joined(before: TidyLine, after: TidyLine) -> TidyLine:
    """Two lines as one; a word that was broken at the end of the first is made whole."""
    hyphened = _HYPHENED.search(before.text)
    start = len(after.text) - len(after.text.lstrip())
    after = after.part(start, len(after.text)) if start else after
    end = len(before.text.rstrip())
    before = before.part(0, end) if end < len(before.text) else before
    if hyphened and after.text[:1].islower():
        whole = before.part(0, hyphened.start())
        places = (*whole.every_place(), *after.every_place())
        return TidyLine(whole.text + after.text, before.number, places)
    return before.followed_by(after)


def _parted(line: TidyLine, begins: Beginnings) -> list[TidyLine]:
    """The rows of one line, each by itself."""
    cuts = [0]
    for match in _NEXT_SENTENCE.finditer(line.text):
        rest = line.text[match.end() :]
        head = ":" in rest[:60] and begins.of_line(rest) in (Begins.ROW, Begins.BARE_HEAD)
        if head or begins.is_repeat(rest):
            cuts.append(match.end())
    if len(cuts) == 1:
        return [line]
    ends = [*cuts[1:], len(line.text)]
    return [line.part(start, end) for start, end in zip(cuts, ends, strict=True)]
