"""The charts of a pattern: a section each, cut to the paper, with what a reader must know of them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from django.utils.translation import gettext as _

from bias.printing.print_parts import MM_PER_CELL, MOST_CHART_PAGES, PrintChoices, chart_pages
from bias.results import Results, SectionChart, Window, published_chart_svg, published_charts, published_key

MOST_STITCHES = 40_000
"""Stitches up to which a chart of a page on the site is one drawing."""


@dataclass(frozen=True, slots=True)
class PrintedChart:
    """The chart of a section: its drawings, each with its place where there are several, and what is said of it."""

    section: str
    drawings: tuple[tuple[str, str], ...]
    notes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PrintedCharts:
    """All charts of a pattern, how they are read, and one key: each sign drawn, and what it stands for."""

    charts: tuple[PrintedChart, ...]
    reading: tuple[str, ...]
    key: tuple[tuple[str, str], ...]


def printed_charts(found: Results, by_wale: bool, choices: PrintChoices | None) -> PrintedCharts:
    """The charts of a piece; cut to the paper of ``choices`` with their colours, or each whole for the site."""
    charts = published_charts(found, by_wale)
    left = MOST_CHART_PAGES
    printed: list[PrintedChart] = []
    for each in charts:
        drawn = tuple(_drawings(found, each, choices, left))
        left -= len(drawn)
        printed.append(PrintedChart(each.section, drawn, tuple(_notes(each, bool(drawn)))))
    shown = [chart for chart, each in zip(charts, printed, strict=True) if each.drawings]
    return PrintedCharts(tuple(printed), tuple(_reading(shown)), published_key(charts, alone=choices is not None))


def _drawings(
    found: Results, chart: SectionChart, choices: PrintChoices | None, most: int
) -> Iterator[tuple[str, str]]:
    if choices is None:
        if chart.page.stitches <= MOST_STITCHES:
            yield published_chart_svg(chart), ""
        return
    windows = chart_pages(found, choices, chart.page)
    if len(windows) > most:
        return
    for window in windows:
        svg = published_chart_svg(chart, window, MM_PER_CELL[choices.cell])
        yield svg, _place(chart, window) if len(windows) > 1 else ""


def _place(chart: SectionChart, window: Window) -> str:
    """Which part of a chart a window is."""
    columns = _("columns {first} to {last} of {of} from the right").format(
        first=window.first + 1, last=window.end, of=chart.page.columns
    )
    if window.last_row - window.first_row + 1 == len(chart.page.rows):
        return columns
    rows = _("rows {first} to {last} of {of} from below").format(
        first=window.first_row, last=window.last_row, of=len(chart.page.rows)
    )
    return f"{columns}, {rows}"


def _notes(chart: SectionChart, drawn: bool) -> Iterator[str]:
    """What a reader must know of one chart."""
    if not drawn:
        yield _("This chart is too large to be drawn here: its rows stand in the words.")
    elif chart.mirrored and chart.middle:
        yield _("The half to the middle is drawn: work the last stitch once, then the other half as its mirror image.")
    elif chart.mirrored:
        yield _("The half to the middle is drawn: work the other half as its mirror image.")


def _reading(charts: Sequence[SectionChart]) -> Iterator[str]:
    """How some charts are read."""
    if any(len(chart.page.frames) for chart in charts):
        yield _("What repeats is drawn once, with how often it is worked: rows in a bracket, stitches in a frame.")
    if any(chart.grows for chart in charts):
        yield _("Of rows that repeat the first time is drawn: later they have other counts between the changes.")
    if any(chart.page.counted for chart in charts):
        yield _("A figure in a wide cell is how many of its stitch are worked.")
