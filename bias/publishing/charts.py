"""The charts of a pattern: a section each, cut to the paper, with what a reader must know of them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from django.utils.translation import gettext as _

from bias.printing.print_parts import MOST_CHART_PAGES, PrintChoices, chart_pages
from bias.results import Results, SectionChart, published_chart_svg, published_charts, published_key

MOST_STITCHES = 40_000
"""Stitches up to which a chart of a page on the site is one drawing."""


@dataclass(frozen=True, slots=True)
class PrintedChart:
    """The chart of a section: its drawings, and what is said under them."""

    section: str
    drawings: tuple[str, ...]
    notes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PrintedCharts:
    """All charts of a pattern with one key: each sign drawn, and what it stands for."""

    charts: tuple[PrintedChart, ...]
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
    return PrintedCharts(tuple(printed), published_key(charts, alone=choices is not None))


def _drawings(found: Results, chart: SectionChart, choices: PrintChoices | None, most: int) -> Iterator[str]:
    if choices is None:
        if chart.page.stitches <= MOST_STITCHES:
            yield published_chart_svg(chart, None, alone=False)
        return
    windows = chart_pages(found, choices, chart.page)
    if len(windows) <= most:
        yield from (published_chart_svg(chart, window, alone=True) for window in windows)


def _notes(chart: SectionChart, drawn: bool) -> Iterator[str]:
    """What a reader must know of a chart."""
    if not drawn:
        yield _("This chart is too large to be drawn here: its rows stand in the words.")
        return
    frames: Sequence[object] = chart.page.frames
    if frames:
        yield _("What repeats is drawn once, with how often it is worked: rows in a bracket, stitches in a frame.")
    if chart.grows:
        yield _("Of rows that repeat the first time is drawn: later they have other counts between the changes.")
    if chart.page.counted:
        yield _("A figure in a wide cell is how many of its stitch are worked.")
    if chart.mirrored and chart.middle:
        yield _("The half to the middle is drawn: work the last stitch once, then the other half as its mirror image.")
    elif chart.mirrored:
        yield _("The half to the middle is drawn: work the other half as its mirror image.")
