"""A piece that grows row by row, as numbers for the page, and as a strip of stills.

The final layout is shown row by row in its final turn. How the piece hangs on its needle is made in the page from the
lengths of its rows, which follow from the same places.
"""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from drawing import svg
from drawing.cloth import ClothPage, Line
from drawing.cloth_svg import needle_path, worked_path
from knitting.cloth import Layout
from knitting.milestones import Milestone, milestones
from knitting.needle.worked import WorkedPiece
from knitting.saying.language import _
from knitting.saying.milestones import said_milestone

_MOST_ROWS, _MOST_LINES = 90, 26
_NEEDLE_CM = 80.0
"""How long a needle is on which a piece hangs bunched: a usual one, a judgement."""
STILLS = 6


@dataclass(frozen=True)
class Film:
    """The rows (counted from 1, 0 before the first) that are shown, and where their lines lie in page units.

    ``places[i, line]`` is the cloth after row ``rows[i]``, with cloth up to the next shown row between the lines of
    ``columns`` where ``alive[i]``. ``row_high`` and ``needle`` are a row's height and a needle's length there.
    """

    page: ClothPage
    rows: tuple[int, ...]
    counts: tuple[int, ...]
    colours: tuple[str, ...]
    columns: tuple[tuple[int, int], ...]
    places: NDArray[np.complex128]
    alive: NDArray[np.bool_]
    row_high: float
    needle: float
    stops: tuple[Milestone, ...]

    def as_json(self, inks: Mapping[str, str] | None = None) -> dict[str, Any]:
        """What the page plays; places are tenths of page units as whole numbers of two bytes, cloth a bit each."""
        known = dict.fromkeys(self.colours)
        number = {colour: at for at, colour in enumerate(known)}
        tenths = np.round(np.stack([self.places.real, self.places.imag], axis=-1) * 10).astype("<i2")
        return {
            "wide": self.page.width,
            "high": self.page.height,
            "rows": self.rows,
            "counts": self.counts,
            "inks": [(inks or {}).get(colour, "") for colour in known],
            "colours": [number[colour] for colour in self.colours],
            "columns": self.columns,
            "lines": self.places.shape[1],
            "places": b64encode(tenths.tobytes()).decode(),
            "alive": b64encode(np.packbits(self.alive.ravel(), bitorder="little").tobytes()).decode(),
            "tab": [round(10 * each) for place in self.page.tab for each in place],
            "row_high": round(self.row_high, 2),
            "needle": round(self.needle, 1),
            "stops": [{"row": stop.row, "says": said_milestone(stop)} for stop in self.stops],
        }


def film_of(page: ClothPage, layout: Layout) -> Film:
    """The film of a laid piece; long ones show every so manyth row, and never leave out one that is worth a look."""
    worked, first = layout.worked, layout.first_row
    stops = tuple(stop for stop in milestones(worked) if stop.row <= first + page.boundaries - 1)
    rows = _shown_rows(page, worked, first, stops)
    columns, lines = _thinned(page)
    at = np.array(rows)
    alive = np.array([[page.alive[rows[i + 1] - 1, column] for column, _ in columns] for i in range(len(rows) - 1)])
    scale = _scale(page, layout)
    return Film(
        page,
        tuple(first + row for row in rows),
        tuple(_count_after(worked, first + row) for row in rows),
        tuple(worked.rows[first + row - 1].colour for row in rows[1:]),
        tuple(pair for _, pair in columns),
        page.places[at][:, lines],
        alive,
        layout.gauge.row_cm * scale,
        _NEEDLE_CM * scale,
        stops,
    )


def stills_svg(film: Film, style: str = "") -> str:
    """Six stills side by side: the cloth so far, the needle in it, the finished outline behind.

    ``style`` are colours for a drawing that stands alone.
    """
    page, high = film.page, film.page.height
    marks = _still_rows(film)
    parts = [svg.tag("style", svg.text(style))] if style else []
    for at, row in enumerate(marks):
        drawn = row - page.first_row
        shapes = [
            svg.tag("path", d=_closed(page.outlines), class_="film-whole"),
            svg.tag("path", d=worked_path(page, row) + svg.path(page.tab, closed=True), class_="film-worked"),
            svg.tag("path", d=needle_path(page.needle(max(drawn, 0))), class_="film-needle"),
            svg.tag("text", svg.text(_("row {row}").format(row=row)), x=page.width / 2, y=high - 6),
        ]
        column, line = at % 3, at // 3
        moved = f"translate({svg.number(column * page.width)} {svg.number(line * high)})"
        parts.append(svg.tag("g", "".join(shapes), transform=moved))
    title = _("How it grows, in {number} stills").format(number=len(marks))
    return svg.picture(parts, 3 * page.width, (2 if len(marks) > 3 else 1) * high, title, "film-stills")


def _still_rows(film: Film) -> list[int]:
    """Rows for the stills: those that are worth a look, and others evenly between them, the last one last."""
    last = film.rows[-1]
    even = [round(last * share / STILLS) for share in range(1, STILLS + 1)]
    found = {row for row in even if row > film.page.first_row} | {last}
    for stop in film.stops:
        near = min(found, key=lambda row: abs(row - stop.row))
        if near != last and abs(near - stop.row) <= last / STILLS / 2 and stop.row > film.page.first_row:
            found = (found - {near}) | {stop.row}
    return sorted(found)[-STILLS:]


def _shown_rows(page: ClothPage, worked: WorkedPiece, first: int, stops: Sequence[Milestone]) -> list[int]:
    """Boundaries of the layout that are shown, the first and the last among them."""
    last = page.boundaries - 1
    step = max(1, -(-last // (_MOST_ROWS - len(stops) - 2)))
    shown = {0, last, *range(0, last, step), *(stop.row - first for stop in stops if stop.row >= first)}
    return sorted(shown)


def _thinned(page: ClothPage) -> tuple[list[tuple[int, tuple[int, int]]], list[int]]:
    """Columns joined where cloth goes on beside them, so that few lines are left: each with one that stands for it."""
    every = max(1, -(-len(page.columns) // (_MOST_LINES - 2)))
    joined: list[tuple[int, int, int]] = []
    size = 0
    for at, (left, right) in enumerate(page.columns):
        goes_on = (
            bool(joined) and joined[-1][2] == left and np.array_equal(page.alive[:, joined[-1][0]], page.alive[:, at])
        )
        if goes_on and size < every:
            joined[-1] = (joined[-1][0], joined[-1][1], right)
            size += 1
        else:
            joined.append((at, left, right))
            size = 1
    lines = sorted({line for _, left, right in joined for line in (left, right)})
    place = {line: at for at, line in enumerate(lines)}
    return [(column, (place[left], place[right])) for column, left, right in joined], lines


def _scale(page: ClothPage, layout: Layout) -> float:
    """Page units to a centimetre."""
    in_cm = float(np.abs(np.diff(layout.points, axis=1)).sum())
    return float(np.abs(np.diff(page.places, axis=1)).sum()) / in_cm if in_cm else 1.0


def _count_after(worked: WorkedPiece, row: int) -> int:
    return worked.rows[row - 1].end if row else worked.rows[0].start


def _closed(lines: Sequence[Line]) -> str:
    return "".join(svg.path(line, closed=True) for line in lines)
