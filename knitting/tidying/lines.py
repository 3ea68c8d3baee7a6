"""A line made ready for reading, and where each of its letters stands in the text as it was pasted."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

from knitting.problems import Span

Place: TypeAlias = tuple[int, int]
"""The line and the column of a letter in the text, both from 1."""


@dataclass(frozen=True, slots=True)
class TidyLine:
    """Words to be read as one line: ``number`` is the line of the text on which they begin.

    ``places`` has one entry a letter; it is empty where each letter stands in its own column of that line.
    """

    text: str
    number: int
    places: tuple[Place, ...] = ()

    @property
    def in_place(self) -> bool:
        """Whether each letter stands where it stands in the text, whatever letter it is."""
        return not self.places

    def every_place(self) -> tuple[Place, ...]:
        """One place a letter, whether they were moved or not."""
        return self.places or tuple((self.number, column) for column in range(1, len(self.text) + 1))

    def followed_by(self, other: TidyLine) -> TidyLine:
        """The words of two lines as one, a blank between them."""
        places = self.every_place()
        after = other.every_place()
        between = after[0] if after else (other.number, 1)
        return TidyLine(f"{self.text} {other.text}", self.number, (*places, between, *after))

    def part(self, start: int, end: int) -> TidyLine:
        """The words from one letter up to another, counted from 0."""
        if self.in_place and start == 0:
            return TidyLine(self.text[:end], self.number)
        places = self.every_place()[start:end]
        return TidyLine(self.text[start:end], places[0][0] if places else self.number, places)

    def in_text(self, span: Span) -> Span:
        """The stretch of the text that a stretch of these words comes from; of several lines, what lies on the first.

        >>> line = TidyLine("k2, ", 4).followed_by(TidyLine("yo, k2", 5))
        >>> line.in_text(Span(4, 6, 2)), line.in_text(Span(4, 1, 9))
        (Span(line=5, column=1, length=2), Span(line=4, column=1, length=4))
        """
        if not self.places or not span.line:
            return span
        first = min(max(span.column, 1), len(self.places)) - 1
        line, column = self.places[first]
        if span.column > len(self.places):  # just after the last letter
            return Span(line, column + 1, 0)
        covered = [at for number, at in self.places[first : first + span.length] if number == line]
        return Span(line, column, max(covered) - column + 1 if covered else 0)
