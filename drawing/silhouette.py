"""A piece as a small shape, filled up to the row that was reached."""

from __future__ import annotations

from drawing.cloth import lay_out
from drawing.cloth_svg import to_svg
from knitting.cloth import Layout


def silhouette(layout: Layout, worked: int, width: float = 320, height: float = 190) -> str:
    """The cloth without measures, small; the needle lies where work goes on, if it was begun."""
    page = lay_out(layout, width, height, margin=16)
    count = len(layout.worked.rows)
    return to_svg(page, worked if 0 < worked < count else None, worked, class_="cloth silhouette")
