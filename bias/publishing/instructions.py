"""The rows of a pattern as its page prints them: headings, remarks, orders; one size set apart if that is wished."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import groupby

from django.utils.translation import gettext as _

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
        return "".join(part for part, _is_mine in self.parts)


@dataclass(frozen=True, slots=True)
class Printing:
    """How lines are printed: the dialect, whether with all counts, the names of the sizes, and which stands out.

    ``to_charts``: rows that the chart of their section shows are not told in words.
    """

    code: str
    every_count: bool
    sizes: tuple[str, ...] = ()
    chosen: int = -1
    to_charts: bool = False

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
        lines = tuple(_to_chart(block.lines)) if printing.to_charts else block.lines
        yield from (printing.line(line, block.size is None) for line in lines if line.reads)


def _to_chart(section: Sequence[WrittenLine]) -> Iterator[WrittenLine]:
    """The lines of a section with its chart in the place of its rows.

    Where something is done between the rows they stay: the chart does not tell when.
    """
    without_notes = (line.kind for line in section if line.kind is not WrittenKind.NOTE)
    if sum(kind is WrittenKind.ROWS for kind, _same in groupby(without_notes)) != 1:
        yield from section
        return
    first = next(at for at, line in enumerate(section) if line.kind is WrittenKind.ROWS)
    for at, line in enumerate(section):
        if at == first:
            yield replace(line, written=_("Work the chart."), reads=_("Work the chart."))
        elif line.kind is not WrittenKind.ROWS:
            yield line


def _unbroken(line: str) -> str:
    """A line whose short brackets, such as those of a count, are not parted between two lines of the page.

    >>> _unbroken("K to end. (13 sts)")
    'K to end. (13\\xa0sts)'
    """
    return _SHORT_BRACKET.sub(lambda found: found[0].replace(" ", "\N{NO-BREAK SPACE}"), line)
