"""The margin beside written rows: one entry a line, with its counts, its inks and its marked places."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import NamedTuple

from django.utils.translation import gettext as _

from bias.pieces.equal_lines import equal_ends
from bias.results import Results, remembered, results_of_words
from knitting.dialects.tokens import MOST_LINES, lines_of
from knitting.needle.worked import LineCount
from knitting.problems import Span
from knitting.rows import Side
from knitting.saying.problems import SaidProblem
from knitting.sorting.roles import Role
from knitting.statements import N_
from knitting.words.highlights import Highlight

_MOST_PARTS_SAID = 9
_ROLES = {
    Role.SETTING: N_("a setting"),
    Role.HEADING: N_("a heading"),
    Role.NOTE: N_("a note: kept and not worked"),
    Role.TALK: N_("talk: nothing in it is worked"),
}
"""What a line that is no row is shown to be, one look away."""
_BYTES_A_LINE = 2_000
_PART_TO_SEND = 0.4
"""Share of changed lines from which all of them are sent at once."""


class MarkedText(NamedTuple):
    """Some text of a line, what it is, and whether a problem lies in it."""

    text: str
    ink: str = ""
    wrong: bool = False


@dataclass(frozen=True, slots=True)
class MarginLine:
    """A written line with what it came to; ``side`` is that of its row, or nothing where it calls for several."""

    number: int
    marked_text: tuple[MarkedText, ...]
    count: LineCount | None
    wrong: bool
    misreading: str = ""
    side: str = ""
    role: str = ""

    @property
    def change(self) -> int:
        """Stitches gained or lost over all rows that the line called for."""
        return self.count.end - self.count.first_start if self.count else 0

    @property
    def parts(self) -> str:
        """The parts after the line, where there is more than one."""
        if self.count is None or not 1 < len(self.count.parts) <= _MOST_PARTS_SAID:
            return ""
        return "-".join(str(part) for part in self.count.parts)

    @property
    def row_group(self) -> str:
        """A repeat in short: "56 rows, 6 to 61"."""
        if self.count is None or self.count.times < 2:
            return ""
        return _("{rows} rows, {first} to {last}").format(
            rows=self.count.times, first=self.count.first_start, last=self.count.end
        )

    @property
    def balanced(self) -> bool:
        """Whether increases and decreases cancel in its row."""
        return bool(self.count and self.count.increases and self.count.increases == self.count.decreases)

    @property
    def sure(self) -> bool:
        """Whether its count can be relied on."""
        return bool(self.count and self.count.complete and not self.wrong)


def margin(found: Results) -> tuple[MarginLine, ...]:
    """Every line of the text in order, as :func:`shown_lines` has them."""
    return _margin(found.text)


@remembered(weigh=lambda lines: _BYTES_A_LINE * len(lines))
def _margin(text: str) -> tuple[MarginLine, ...]:
    found = results_of_words(text)
    counts = {count.line: count for count in found.worked.lines}
    wrong: dict[int, list[SaidProblem]] = {}
    for problem in found.problems:
        wrong.setdefault(problem.where.line, []).append(problem)
    misreadings = found.misreadings_by_line
    sides = {side.value: found.reading.dialect.word("sides", side.value) for side in Side}
    inks = found.highlights
    roles = {each.where.line: _(_ROLES[each.role]) for each in reversed(found.reading.roles) if each.role in _ROLES}
    return tuple(
        MarginLine(
            number,
            marked_text(text, inks.get(number, ()), [problem.where for problem in wrong.get(number, [])]),
            counts.get(number),
            number in wrong,
            misreadings.get(number, ""),
            sides.get(counts[number].side, "") if number in counts else "",
            roles.get(number, ""),
        )
        for number, text in enumerate(shown_lines(found.text), start=1)
    )


def shown_lines(text: str) -> list[str]:
    """The lines of a text that have an entry each; those that are too many to be read are one entry together.

    >>> len(shown_lines("a\\nb")), len(shown_lines("\\n" * 190_000))
    (2, 3001)
    """
    lines = lines_of(text)
    return lines if len(lines) <= MOST_LINES else [*lines[:MOST_LINES], "\n".join(lines[MOST_LINES:])]


def changed_lines(old: Results, new: Results) -> list[MarginLine] | None:
    """The lines of the new margin that are not as they were; ``None`` where sending all is no dearer.

    Lines are matched as the page matches them while typing: equal ones from the top, and equal ones from the end.
    """
    before, after = margin(old), margin(new)
    texts, new_texts = shown_lines(old.text), shown_lines(new.text)
    same, tail = equal_ends(texts, new_texts)
    shift = len(texts) - len(new_texts)
    found = []
    for at, line in enumerate(after):
        known = at if at < same else at + shift if at >= len(after) - tail else None
        if known is None or replace(before[known], number=line.number) != _unplaced(line, before[known]):
            found.append(line)
    return found if len(found) <= max(len(after) * _PART_TO_SEND, 3) else None


def _unplaced(line: MarginLine, like: MarginLine) -> MarginLine:
    """A line with the row numbers and places of another, which the margin does not show."""
    if line.count is None or like.count is None:
        return line
    count = replace(line.count, line=like.count.line, first_row=like.count.first_row, last_row=like.count.last_row)
    return replace(line, count=count)


def marked_text(text: str, inks: Sequence[Highlight], spans: Sequence[Span]) -> tuple[MarkedText, ...]:
    """A line cut where inks and problems begin and end.

    >>> [each.text for each in marked_text("k2, yoo, k1", (), [Span(1, 5, 3)])]
    ['k2, ', 'yoo', ', k1']
    """
    wrongs = [(max(span.column - 1, 0), span.end - 1 if span.length else len(text)) for span in spans]
    found: list[MarkedText] = []
    at = 0
    for column, length, ink in inks:
        begin, end = column - 1, min(column - 1 + length, len(text))
        if begin < at or end <= begin:
            continue
        if begin > at:
            found += _cut(text, at, begin, "", wrongs)
        found += _cut(text, begin, end, ink.value, wrongs)
        at = end
    return tuple(found + _cut(text, at, len(text), "", wrongs))


def _cut(text: str, begin: int, end: int, ink: str, wrongs: Sequence[tuple[int, int]]) -> list[MarkedText]:
    """One stretch of one ink, cut where problems begin and end."""
    if not wrongs:
        return [MarkedText(text[begin:end], ink)] if end > begin else []
    cuts = sorted({begin, end, *(min(max(cut, begin), end) for pair in wrongs for cut in pair)})
    return [
        MarkedText(text[one:other], ink, any(first <= one < last for first, last in wrongs))
        for one, other in pairwise(cuts)
    ]
