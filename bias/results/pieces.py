"""Written rows at the one door: words in, all results out, kept by their content."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.utils.translation import gettext as _

from bias.results.memory import digest, known, noted, remembered
from drawing import inks
from drawing.canvas import to_canvas
from drawing.chart import BY_WALE, ChartPage, lay_out_chart
from drawing.chart_svg import Window, chart_svg
from drawing.closed_up import MIDDLE
from drawing.cloth import ClothPage, lay_out
from drawing.cloth_svg import to_svg, worked_path
from drawing.film import Film, film_of, stills_svg
from drawing.silhouette import silhouette
from drawing.strip import StripPart, strip
from knitting.cloth import Layout, Measures, NoLayout, lay_flat, measure
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.figures import figure
from knitting.files import ledger_csv, piece_to_json
from knitting.flatness import Finding
from knitting.flatness.finder import flatness
from knitting.formatter import format_piece
from knitting.in_pattern.asked import is_patterned
from knitting.in_pattern.next_row import NewStitch, new_stitches_in_next_row
from knitting.in_pattern.piece_in_pattern import cells
from knitting.measures import Gauge, said_area, said_length
from knitting.misreadings import Misreading, misreadings
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.saying.marks import said_mark
from knitting.saying.misreadings import said_misreading
from knitting.saying.pieces import said_corners, said_extent
from knitting.saying.problems import SaidProblem, problems_of
from knitting.saying.questions import SaidQuestion, questions_of
from knitting.saying.statements import said
from knitting.substitution import OwnHand, Substitution, substitute
from knitting.words.glossary import Abbreviation, glossary
from knitting.words.highlights import Highlight, highlights
from knitting.words.patching import patched
from knitting.words.reader import Reading
from knitting.words.writer import write
from knitting.working.row_groups import RowGroup, row_groups
from knitting.written import work_text

_BYTES, _BYTES_A_ROW, _BYTES_A_STITCH, _BYTES_A_LETTER = 60_000, 6_000, 26, 300
"""What results take once everything was asked for, measured over every construction in two sizes."""
MOST_DRAWN = 40_000
"""Stitches up to which a chart is drawn as one SVG; larger ones are printed in pages."""
COMPACT = {"separators": (",", ":"), "ensure_ascii": False}
"""How data for the page is written."""


@dataclass(frozen=True, eq=False)
class Results:
    """All that comes of one text. What is costly is made when first asked for."""

    text: str
    reading: Reading
    worked: WorkedPiece
    later: tuple[tuple[int, Gauge], ...] = ()
    """Other gauges from a row on."""

    @property
    def bytes_kept(self) -> int:
        """About how much memory all of it takes."""
        rows, stitches = len(self.worked.rows), self.worked.stitches
        return _BYTES + _BYTES_A_ROW * rows + _BYTES_A_STITCH * stitches + _BYTES_A_LETTER * len(self.text)

    @property
    def title(self) -> str:
        """What the words call the piece."""
        return self.worked.piece.title

    @property
    def said_stitches(self) -> str:
        """All stitches worked, as they are said."""
        return figure(self.worked.stitches, ",")

    @cached_property
    @noted
    def layout(self) -> Layout | NoLayout:
        """The cloth laid flat."""
        return lay_flat(self.worked, later=self.later)

    @cached_property
    def page(self) -> ClothPage | None:
        """The cloth placed on a page, or ``None`` where it cannot be laid."""
        return lay_out(self.layout) if isinstance(self.layout, Layout) else None

    @cached_property
    @noted
    def film(self) -> Film | None:
        """How it grows, row by row; ``None`` where it cannot be laid."""
        return film_of(self.page, self.layout) if self.page and isinstance(self.layout, Layout) else None

    def stills(self, alone: bool = False) -> str:
        """The same as a strip of stills, or nothing; ``alone`` with its own colours."""
        return stills_svg(self.film, inks.FILM if alone else "") if self.film else ""

    @cached_property
    def measures(self) -> Measures:
        """Width, height, area, sides and angles."""
        return measure(self.layout)

    @cached_property
    @noted
    def flatness(self) -> tuple[Finding, ...]:
        """How the cloth lies: where it cups, ruffles or pulls."""
        return flatness(self.layout)

    @property
    def said_size(self) -> str:
        """Width and height of the cloth, as they are said."""
        return said_extent(self.measures.width_cm, self.measures.height_cm)

    @property
    def said_measures(self) -> str:
        """Area and corners as one sentence."""
        corners = said_corners(self.measures)
        area = said_area(self.measures.area_cm2)
        if isinstance(self.layout, Layout) and self.layout.in_round:
            rounds = _("{first} round the first round, {last} the last").format(
                first=said_length(self.measures.first_cm), last=said_length(self.measures.last_cm)
            )
            return f"{area}; {rounds}."
        return _("{area}, corners of {corners}.").format(area=area, corners=corners) if corners else f"{area}."

    @cached_property
    @noted
    def row_groups(self) -> tuple[RowGroup, ...]:
        """The rows, folded."""
        return row_groups(self.worked)

    @cached_property
    @noted
    def highlights(self) -> dict[int, tuple[Highlight, ...]]:
        """What each word of a line is, by the lines."""
        return highlights(self.reading)

    @cached_property
    @noted
    def problems(self) -> tuple[SaidProblem, ...]:
        """What does not add up, in reading order, in the words of the piece."""
        return problems_of(self.worked, self.reading.dialect)

    @cached_property
    @noted
    def questions(self) -> tuple[SaidQuestion, ...]:
        """What the words leave open, in reading order, in the words of the piece."""
        return questions_of(self.worked.questions, self.reading.dialect)

    @cached_property
    @noted
    def misreadings(self) -> tuple[Misreading, ...]:
        """Places that makers misread."""
        return misreadings(self.worked)

    def said_misreadings(self) -> list[tuple[Misreading, str]]:
        """The same with their sentences, in the words of the piece."""
        return [(each, said_misreading(each, self.reading.dialect)) for each in self.misreadings]

    @cached_property
    def misreadings_by_line(self) -> dict[int, str]:
        """The notes of a line as one text."""
        found: dict[int, str] = {}
        for misreading, says in self.said_misreadings():
            before = found.get(misreading.line)
            found[misreading.line] = f"{before} {says}" if before else says
        return found

    @cached_property
    def digest(self) -> str:
        """A short name of the text."""
        return digest(self.text)

    def rows_of_line(self, line: int) -> list[int]:
        """The places (from 0) of the rows that a written line called for."""
        return [at for at, row in enumerate(self.worked.rows) if row.order_line == line]

    @noted
    def written(self, code: str) -> str:
        """The piece as a good editor would print it, in the words of a dialect."""
        return write(format_piece(self.worked), dialect(code))

    @property
    def needles(self) -> str:
        """What the words say of needles, as it is written there."""
        return next((said for key, said in self.worked.piece.headers.others if "needle" in key.lower()), "")

    def glossary(self, code: str) -> tuple[Abbreviation, ...]:
        """The abbreviations that the piece uses in a dialect."""
        return glossary(self.worked.piece, dialect(code))

    @noted
    def in_hand(self, habits: OwnHand) -> tuple[str, Substitution]:
        """The piece in the knitter's own hand: its words, and what was exchanged or refused."""
        found = substitute(self.worked, habits)
        return patched(self.text, self.worked.piece, found.piece, self.reading.dialect), found

    @property
    def csv(self) -> str:
        """The rows as a table for other programs."""
        return ledger_csv(self.worked, self.reading.dialect)

    @property
    def json(self) -> dict[str, Any]:
        """The piece in its published form."""
        return piece_to_json(self.worked.piece)

    @property
    def not_laid(self) -> str:
        """Why there is no drawing, or nothing."""
        return said(self.layout.reason) if isinstance(self.layout, NoLayout) else ""

    @property
    def laid(self) -> bool:
        """Whether the cloth could be laid out."""
        return isinstance(self.layout, Layout)

    @cached_property
    @noted
    def chart(self) -> ChartPage:
        """Every stitch of every row in its column."""
        return lay_out_chart(self.worked)

    @cached_property
    @noted
    def chart_data(self) -> dict[str, Any]:
        """The chart for the canvas."""
        return self._on_canvas(self.chart)

    def chart_data_around(self, around: str) -> dict[str, Any]:
        """The chart for the canvas, by wale or closed up around what is asked for, as far as there is such a thing."""
        chart = self.chart_around(around)
        return self.chart_data if chart is self.chart else self._on_canvas(chart)

    def chart_around(self, around: str) -> ChartPage:
        """The chart by wale or closed up around what is asked for; the usual one where there is no such thing."""
        known = around in (BY_WALE, MIDDLE, *self.chart.letters) and around != self.chart.around
        return lay_out_chart(self.worked, around) if known else self.chart

    def _on_canvas(self, chart: ChartPage) -> dict[str, Any]:
        yarns = {colour: self.yarn(colour) for colour in chart.colours}
        return to_canvas(chart, self.layout if isinstance(self.layout, Layout) else None, yarns)

    @property
    def column_zones(self) -> list[int]:
        """For each stretch between two lines of the cloth, which part between walls it belongs to."""
        if not isinstance(self.layout, Layout):
            return []
        walls = self.layout.wall_lines
        return [sum(line <= left for line in walls[1:-1]) for left, _ in self.layout.columns]

    @property
    def charted(self) -> bool:
        """Whether there is a chart that one drawing can hold."""
        return 0 < self.chart.stitches <= MOST_DRAWN

    def chart_alone(self, around: str = "") -> str:
        """The chart as an SVG that stands alone, or nothing; refused where it has more cells than a drawing can."""
        return chart_svg(self.chart_around(around), style=inks.CHART) if self.charted else ""

    @noted
    def chart_window(self, window: Window, as_worked: bool, chart: ChartPage | None = None) -> str:
        """A window of the chart, or of another one of the piece, as an SVG that stands alone."""
        return chart_svg(chart or self.chart, window, as_worked, style=inks.CHART)

    @property
    def said_marks(self) -> list[tuple[str, str]]:
        """The marks with the lengths of their lines, as they are said."""
        return [(said_mark(name), said_length(length)) for name, length in self.measures.marks_cm.items()]

    def cloth_alone(self, size: str = "24cm") -> str:
        """The cloth as an SVG that stands alone, so wide, or nothing."""
        return to_svg(self.page, style=inks.CLOTH, size=size) if self.page else ""

    @noted
    def cloth_svg(self, row: int | None = None, worked: int = 0, inks: Mapping[str, str] | None = None) -> str:
        """The cloth as SVG, or nothing; ``inks`` are the colours of its yarns by their names."""
        return to_svg(self.page, row, worked, inks=inks or {}) if self.page else ""

    @cached_property
    @noted
    def cells(self) -> list[str]:
        """What every stitch shows after each row, where some row is in a stitch pattern; else nothing."""
        return cells(self.worked) if is_patterned(self.worked.piece) else []

    def new_stitches(self, number: int) -> tuple[NewStitch, ...]:
        """What the new stitches of row ``number`` (from 1) become in the next one, in a stitch pattern."""
        rows = self.worked.rows
        if not self.cells or number >= len(rows) or not rows[number].complete:
            return ()
        return new_stitches_in_next_row(rows[number - 1], rows[number], self.cells[number - 1], self.cells[number])

    def worked_path(self, worked: int) -> str:
        """The cloth of so many rows as the path of a shape on the drawing, or nothing."""
        return worked_path(self.page, worked) if self.page else ""

    def silhouette_svg(self, worked: int = 0) -> str:
        """The cloth as a small shape, or nothing."""
        return silhouette(self.layout, worked) if isinstance(self.layout, Layout) else ""

    @cached_property
    def many_colours(self) -> bool:
        """Whether the colour in hand ever changes."""
        return len({row.colour for row in self.worked.rows}) > 1

    def yarn(self, colour: str) -> str:
        """A colour with the name of its yarn, as it is said: "A, Slate worsted"."""
        named = dict(self.worked.piece.headers.yarns).get(colour, "").split(",")[0].strip()
        return f"{colour}, {named}" if named else colour

    def strip(self, row: WorkedRow, named: Sequence[str] = (), code: str = "") -> tuple[StripPart, ...]:
        """A row's parts, by names of their own where they have some, in the words of a dialect or of the piece."""
        return strip(row, dialect(code) if code else self.reading.dialect, named)


@remembered()
def results_of_words(text: str) -> Results:
    """Read, work and lay out a text; the same text is done once."""
    found = work_text(text)
    return Results(text, found.reading, found.worked)


def recent(name: str) -> Results | None:
    """What was worked lately under a short name, if this process still knows it."""
    return known(results_of_words, name)


def language_of_dialect(code: str) -> str:
    """The language of a dialect, as a page tells it to who reads it aloud."""
    return dialect(code).language


def dialects() -> tuple[tuple[str, str], ...]:
    """The dialects to choose from: code and name."""
    return tuple((code, dialect(code).name) for code in dialect_codes())
