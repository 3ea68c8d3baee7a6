"""The rows of a pattern as its page prints them: headings, remarks, orders; one size set apart if that is wished."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bias.results import Results, WrittenKind, WrittenLine, written_lines
from knitting.publishing import lines_of_sizes
from knitting.words.several import of_size

_SHORT_BRACKET = re.compile(r"\([^()]{1,16}\)")


@dataclass(frozen=True, slots=True)
class PrintedLine:
    """A line in pieces, those told apart that are of the size that stands out; or a heading. ``size`` names a size.

    ``size`` stands before lines of that size alone.
    """

    parts: tuple[tuple[str, bool], ...]
    heading: bool = False
    note: bool = False
    size: str = ""

    @property
    def text(self) -> str:
        """The whole line."""
        return "".join(part for part, _ in self.parts)


@dataclass(frozen=True, slots=True)
class Printing:
    """How lines are printed: the dialect, whether with all counts, the names of the sizes, and which stands out."""

    code: str
    every_count: bool
    sizes: tuple[str, ...] = ()
    chosen: int = -1

    def line(self, line: WrittenLine, joined: bool) -> PrintedLine:
        """One line; ``joined`` where it is of all sizes."""
        text = _unbroken(line.reads)
        parts = self.parted(text) if joined else ((text, False),)
        return PrintedLine(parts, line.kind is WrittenKind.HEADING, line.kind is WrittenKind.NOTE)

    def parted(self, text: str) -> tuple[tuple[str, bool], ...]:
        """A text of all sizes with the figures of the chosen one told apart."""
        if not 0 <= self.chosen < len(self.sizes):
            return ((text, False),)
        return of_size(text, len(self.sizes), self.chosen)


def printed_lines(versions: Sequence[Results], printing: Printing) -> Iterator[PrintedLine]:
    """The lines of one size or of several in reading order, without empty ones."""
    written = [written_lines(found, printing.code, printing.every_count) for found in versions]
    for block in lines_of_sizes(written):
        if block.size is not None and printing.sizes:
            name = printing.sizes[block.size]
            yield PrintedLine(((name, block.size == printing.chosen),), size=name)
        yield from (printing.line(line, block.size is None) for line in block.lines if line.reads)


def _unbroken(line: str) -> str:
    """A line whose short brackets, such as those of a count, are not parted between two lines of the page.

    >>> _unbroken("K to end. (13 sts)")
    'K to end. (13\\xa0sts)'
    """
    return _SHORT_BRACKET.sub(lambda found: found[0].replace(" ", "\N{NO-BREAK SPACE}"), line)
