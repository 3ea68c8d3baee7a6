"""The one door to the core: words in, all results out, kept by their content."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

from drawing.cloth import ClothPage, lay_out, to_svg
from drawing.silhouette import silhouette
from drawing.strip import StripPart, strip
from knitting.cloth import Layout, Measures, NotLaid, lay_flat, measure
from knitting.measures import said_area
from knitting.needle.folds import Fold, folds
from knitting.needle.piece_worker import work_reading
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.words.reader import Reading, read

_KEPT = 48

__all__ = ["ClothPage", "Fold", "Layout", "Measures", "StripPart", "WorkedRow", "Workout", "workout"]


@dataclass(frozen=True)
class Workout:
    """All that comes of one text. What is costly is made when first asked for."""

    text: str
    reading: Reading
    worked: WorkedPiece

    @property
    def title(self) -> str:
        """What the words call the piece."""
        return self.worked.piece.title

    @cached_property
    def layout(self) -> Layout | NotLaid:
        """The cloth laid flat."""
        return lay_flat(self.worked)

    @cached_property
    def page(self) -> ClothPage | None:
        """The cloth placed on a page, or ``None`` where it cannot be laid."""
        return lay_out(self.layout) if isinstance(self.layout, Layout) else None

    @cached_property
    def measures(self) -> Measures:
        """Width, height, area, sides and angles."""
        return measure(self.layout)

    @property
    def said_measures(self) -> str:
        """Area and corners as one sentence."""
        corners = self.measures.said_corners
        area = said_area(self.measures.area_cm2)
        return f"{area}, corners of {corners}." if corners else f"{area}."

    @cached_property
    def folds(self) -> tuple[Fold, ...]:
        """The rows, folded."""
        return folds(self.worked)

    @property
    def not_laid(self) -> str:
        """Why there is no drawing, or nothing."""
        return self.layout.reason if isinstance(self.layout, NotLaid) else ""

    def cloth_svg(self, row: int | None = None, worked: int = 0) -> str:
        """The cloth as SVG, or nothing."""
        return to_svg(self.page, row, worked) if self.page else ""

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

    def strip(self, row: WorkedRow) -> tuple[StripPart, ...]:
        """A row's parts."""
        return strip(row)


@lru_cache(maxsize=_KEPT)
def workout(text: str) -> Workout:
    """Read, work and lay out a text; the same text is done once."""
    reading = read(text)
    return Workout(text, reading, work_reading(reading))
