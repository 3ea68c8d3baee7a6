"""The chart as data for the canvas: short lists of numbers, from which the page draws and tells every stitch."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np

from drawing.chart import ChartPage
from knitting.cloth import Layout, upright


def to_canvas(page: ChartPage, layout: Layout | None = None, yarns: Mapping[str, str] | None = None) -> dict[str, Any]:
    """Everything that the canvas needs, as JSON.

    Of each row: ``[label, side, colour, start, end, cells, columns, below, marks, wales, wales_below]``; equal lists
    stand once in ``shared`` and are named by their place there. ``slant`` has the places of the cloth's lines, where
    it was laid; ``tall`` is how high a row is beside the width of a stitch.
    """
    shared = _Shared()
    labels = _Shared()
    wales = page.wales or tuple((row.columns, below) for row, below in zip(page.rows, page.below, strict=True))
    rows = [
        [
            labels.place(row.label),
            ("RS", "WS").index(row.side.value) if not row.in_round else 2,
            page.colours.index(row.colour),
            row.start,
            row.end,
            shared.place(_flat(row.cells)),
            shared.place(_flat(row.columns)),
            shared.place(_flat(below)),
            [list(mark) for mark in row.marks],
            *(shared.place(_flat(wale)) for wale in each),
        ]
        for row, below, each in zip(page.rows, page.below, wales, strict=True)
    ]
    return {
        "title": page.title,
        "columns": page.columns,
        "around": page.around,
        "entries": [
            {
                "said": entry.said,
                "spoken": entry.spoken,
                "uses": entry.uses,
                "makes": entry.makes,
                "signs": [entry.on_rs.path, entry.on_ws.path],
                "tones": [entry.on_rs.tone, entry.on_ws.tone],
            }
            for entry in page.entries
        ],
        "labels": labels.found,
        "shared": shared.found,
        "rows": rows,
        "frames": [[frame.first, frame.last, frame.times, *(frame.columns or ())] for frame in page.frames],
        "colours": list(page.colours),
        "yarns": dict(yarns or {}),
        "tall": round(layout.gauge.row_cm / layout.gauge.stitch_cm, 3) if layout else 1,
        "slant": _slant(layout) if layout and layout.points.size <= MOST_PLACES else None,
    }


MOST_PLACES = 150_000
"""Places up to which a cloth is sent for the chart to be drawn as it lies."""


class _Shared:
    """Lists that stand once."""

    def __init__(self) -> None:
        self.found: list[Any] = []
        self.places: dict[object, int] = {}

    def place(self, value: str | tuple[int, ...]) -> int:
        """Where a value stands."""
        if value not in self.places:
            self.places[value] = len(self.found)
            self.found.append(value)
        return self.places[value]


def _flat(pairs: tuple[tuple[int, int], ...]) -> tuple[int, ...]:
    return tuple(value for pair in pairs for value in pair)


def _slant(layout: Layout) -> dict[str, Any]:
    """The cloth's lines in hundredths of a centimetre, x to the right and y downwards, as it is used.

    ``stays`` are the stitches off the needle at each boundary: where, and how many.
    """
    points = np.conjugate(layout.points * upright(layout)) * 100
    points = points - complex(points.real.min(), points.imag.min())
    return {
        "first": layout.first_row,
        "places": [[round(value) for at in line for value in (at.real, at.imag)] for line in points.tolist()],
        "positions": [[round(float(at), 2) for at in line] for line in layout.positions.T],
        "stays": [] if layout.sheet.whole else [[list(stay) for stay in stays] for stays in layout.sheet.stays],
        "width": round(float(points.real.max())),
        "height": round(float(points.imag.max())),
        "stitch": round(layout.gauge.stitch_cm * 100, 2),
        "row": round(layout.gauge.row_cm * 100, 2),
    }
