"""Edges of a laid piece by their true lengths: from stitches and rows, not from the drawing."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Annotated, TypeAlias

import numpy as np
from numpy.typing import NDArray

from knitting.cloth import Layout
from knitting.cloth.zones import Points
from knitting.coding import Bounds

Numbers: TypeAlias = NDArray[np.float64]
_RIDGED = 1.7
"""Rows to a stitch's width from which on a side shows ridges of two rows: garter has two, stockinette 1.4."""


class EdgeName(Enum):
    """An edge of a piece by its name on the rim, in their order round the cloth (counter-clockwise)."""

    START = "start edge"
    LAST = "last row"
    END = "end edge"
    FIRST = "first row"

    @property
    def of_row(self) -> bool:
        """Whether it is a row of stitches, and not ends of rows."""
        return self in (EdgeName.FIRST, EdgeName.LAST)


@dataclass(frozen=True, slots=True)
class Span:
    """A stretch of an edge of a piece: shares of the edge from ``first`` to ``last``, counter-clockwise.

    ``ValueError`` where the shares are none.
    """

    piece: str
    edge: EdgeName
    first: Annotated[float, Bounds(0, 1)] = 0.0
    last: Annotated[float, Bounds(0, 1)] = 1.0

    def __post_init__(self) -> None:
        if not 0.0 <= self.first < self.last <= 1.0:
            raise ValueError(f"{self.first} to {self.last} is no stretch of an edge.")

    @property
    def share(self) -> float:
        """How much of the edge it is."""
        return self.last - self.first


def edge_cm(layout: Layout, span: Span) -> float:
    """The length of a stretch in centimetres: stitches by their width, sides by what each row adds.

    Right also where the cloth could not be laid without pushing its stitches.
    """
    if not span.edge.of_row:
        along = _along(layout, span.edge)
        return float(np.interp(span.last, _shares(along), along) - np.interp(span.first, _shares(along), along))
    return edge_stitches(layout, span) * layout.gauge.stitch_cm


def edge_stitches(layout: Layout, span: Span) -> float:
    """The stitches of a stretch of the first or the last row."""
    row = layout.rows[0].start if span.edge is EdgeName.FIRST else layout.rows[-1].end
    return row * span.share


def edge_units(layout: Layout, span: Span) -> int:
    """What there is to pick up in along a stretch: stitches, or ridges of garter, or rows."""
    if span.edge.of_row:
        return round(edge_stitches(layout, span))
    rows = len(layout.rows) * span.share
    return round(rows / 2) if ridged(layout) else round(rows)


def ridged(layout: Layout) -> bool:
    """Whether its sides show a ridge for every two rows."""
    return layout.gauge.rows / layout.gauge.stitches > _RIDGED


def places(layout: Layout, span: Span) -> Points:
    """The places of a stretch on the drawing, counter-clockwise; none where the edge is not on the outer rim."""
    edge = next((edge for edge in layout.rims[0] if edge.name == span.edge.value), None)
    if edge is None:
        return np.zeros(0, dtype=np.complex128)
    along = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(edge.points)))])
    shares = along / along[-1] if along[-1] > 0 else np.linspace(0, 1, len(along))
    inside = shares[(shares > span.first) & (shares < span.last)]
    at = np.concatenate([[span.first], inside, [span.last]])
    found: Points = np.interp(at, shares, edge.points.real) + 1j * np.interp(at, shares, edge.points.imag)
    return found


def _along(layout: Layout, edge: EdgeName) -> Numbers:
    """Running lengths of a side, row by row, counter-clockwise: the end edge runs downwards."""
    limit = layout.zones[0].left if edge is EdgeName.START else layout.zones[-1].right
    steps = np.abs(np.diff(limit))
    if edge is EdgeName.END:
        steps = steps[::-1]
    found: Numbers = np.concatenate([[0.0], np.cumsum(steps)])
    return found


def _shares(along: Numbers) -> Numbers:
    return np.linspace(0.0, 1.0, len(along))
