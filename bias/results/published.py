"""A piece as a pattern prints it: its lines without a head, and its charts, each repeat once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from bias.results.pieces import Results
from drawing import inks
from drawing.chart_once import SectionChart, charts_once
from drawing.chart_svg import Window, chart_svg, sign_svg
from drawing.cloth import close_height, lay_out
from drawing.cloth_svg import to_svg
from drawing.tiles import CELL
from knitting.cloth import Layout
from knitting.dialects.dialect import dialect
from knitting.formatter import format_piece
from knitting.publishing import counted_everywhere
from knitting.words.writer import Writer, WrittenLine, write
from knitting.written import work_text

_SITE_UNITS = 480.0
_HIGHEST = 0.72
"""The height of a schematic at most, in its widths."""


def written_lines(found: Results, code: str, every_count: bool = False) -> tuple[WrittenLine, ...]:
    """The rows as a good editor would print them in a dialect, without their head; if asked for all with a count."""
    piece = format_piece(found.worked)
    if every_count:
        piece = counted_everywhere(work_text(write(piece, dialect())).worked)
    bare = replace(piece.headers, title="", gauge=None, yarns=(), stripes=(), others=())
    writer = Writer(dialect(code))
    heads = (WrittenLine.head(line) for line in writer.headers(bare))
    return (*heads, *writer.lines(piece))


def schematic_svg(found: Results, paper_units: float = 0.0) -> str:
    """The cloth with its measures, as close as it lies, or nothing; on paper with its colours, so many units wide."""
    if not isinstance(found.layout, Layout):
        return ""
    width = paper_units or _SITE_UNITS
    page = lay_out(found.layout, width, close_height(found.layout, width, _HIGHEST * width))
    return to_svg(page, style=inks.CLOTH if paper_units else "")


def published_charts(found: Results, by_wale: bool) -> tuple[SectionChart, ...]:
    """The charts of its sections."""
    return charts_once(found.worked, by_wale)


def published_chart_svg(chart: SectionChart, window: Window | None = None, mm_per_cell: float = 0.0) -> str:
    """A chart of a section; for paper a window of it with its colours, its cells so large."""
    if window is None:
        return chart_svg(chart.page)
    return chart_svg(chart.page, window, style=inks.CHART, size=f"{window.width / CELL * mm_per_cell:.1f}mm")


def published_key(charts: Sequence[SectionChart], alone: bool) -> tuple[tuple[str, str], ...]:
    """The signs of some charts, each drawn, and what it stands for."""
    found = dict.fromkeys(entry for chart in charts for entry in chart.page.key())
    style = inks.CHART if alone else ""
    return tuple((sign_svg(sign, says, style), says) for says, sign in found)
