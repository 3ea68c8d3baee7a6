"""The words of a page of a PDF in the order in which they are read: one column after another."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median
from typing import Any

from pypdf import PageObject

_NARROWEST = 80.0
"""Points from the left of one column to that of the next; what lies nearer is an indent."""
_FEWEST_LINES = 4
_LETTER = 0.48
"""The width of a letter, as a share of the size of the type; only to tell a column of text from one of figures."""
_FULL = 0.5
"""The share of a column that its lines fill; the cells of a table are shorter."""


@dataclass(frozen=True, slots=True)
class _Run:
    """Words set in one go: where they begin, in points from the left and the bottom, and about where they end."""

    x: float
    y: float
    end: float
    text: str


def page_text(page: PageObject) -> str:
    """The text of a page. Lines that were set across two columns are put back into each of them."""
    runs: list[_Run] = []

    def visit(text: str, cm: Sequence[float], tm: Sequence[float], _: Any, size: float) -> None:
        if text.strip():
            x, y = tm[4] * cm[0] + cm[4], tm[5] * cm[3] + cm[5]
            width = len(text.strip()) * size * abs(tm[0] * cm[0]) * _LETTER
            runs.append(_Run(x, y, x + width, text.strip()))

    plain = page.extract_text(visitor_text=visit)
    columns = _columns(runs)
    if len(columns) < 2 or _in_order(runs, columns):
        return plain
    return "\n".join(_by_columns(runs, columns))


def _columns(runs: Sequence[_Run]) -> list[float]:
    """Where the columns of text begin, from the left; one or none where the page has no columns."""
    lefts = Counter(round(run.x) for run in runs)
    found: list[float] = []
    for left in sorted(left for left, count in lefts.items() if count >= _FEWEST_LINES):
        if not found or left - found[-1] >= _NARROWEST:
            found.append(float(left))
    for start, following in pairwise(found):
        widths = [run.end - run.x for run in runs if start - 1 <= run.x < following - 1]
        if median(widths) < _FULL * (following - start):
            return []
    return found


def _column_of(run: _Run, columns: Sequence[float]) -> int:
    return max((at for at, left in enumerate(columns) if run.x >= left - 2), default=0)


def _spans(run: _Run, columns: Sequence[float]) -> bool:
    """Whether a line goes over more than its column, as a title does."""
    at = _column_of(run, columns)
    return at + 1 < len(columns) and run.end > columns[at + 1] + _NARROWEST / 2


def _in_order(runs: Sequence[_Run], columns: Sequence[float]) -> bool:
    """Whether the page was set column by column already: no line of a column comes after one of the next."""
    places = [_column_of(run, columns) for run in runs if not _spans(run, columns)]
    return places == sorted(places)


def _by_columns(runs: Sequence[_Run], columns: Sequence[float]) -> Iterator[str]:
    """The lines of each column from the top; lines that span several part the page into what is above and below."""
    bars = sorted({run.y for run in runs if _spans(run, columns)}, reverse=True)
    edges = [float("inf"), *bars, float("-inf")]
    for top, bottom in pairwise(edges):
        band = [run for run in runs if bottom < run.y < top]
        for column in range(len(columns)):
            yield from _lines([run for run in band if _column_of(run, columns) == column])
        yield from _lines([run for run in runs if run.y == bottom])


def _lines(runs: Sequence[_Run]) -> Iterator[str]:
    """Runs as lines, those of one height together."""
    by_height: dict[int, list[_Run]] = {}
    for run in runs:
        by_height.setdefault(round(run.y), []).append(run)
    for height in sorted(by_height, reverse=True):
        yield " ".join(run.text for run in sorted(by_height[height], key=lambda run: run.x))
