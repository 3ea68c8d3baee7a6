"""A piece that grows row by row, as numbers for the page, and as a strip of stills.

The final layout is shown row by row in its final turn. Cloth that had to be relaxed lies otherwise while there is less
of it: it is laid out at some rows by itself too, and the page goes over from one to the next. How the piece hangs on
its needle is made in the page from the lengths of its rows, which follow from the same places.
"""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from drawing import svg
from drawing.cloth import ClothPage, Line
from drawing.cloth_svg import needle_path, worked_path
from knitting.cloth import Layout, lay_flat
from knitting.milestones import Milestone, milestones
from knitting.needle.worked import WorkedPiece
from knitting.saying.language import _
from knitting.saying.milestones import said_milestone

_MOST_ROWS, _MOST_LINES = 90, 26
_NEEDLE_CM = 80.0
"""How long a needle is on which a piece hangs bunched: a usual one, a judgement."""
_KEYS = 6
"""A relaxed piece is laid out at so many rows, the last among them."""
_KEYED_ROWS, _KEYED_LINES = 48, 18
_SAME_STITCH = 0.5
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
    keys: tuple[NDArray[np.complex128], ...] = ()
    """How the cloth lies by itself when so many of the shown rows are there as each of these has."""

    def as_json(self, inks: Mapping[str, str] | None = None) -> dict[str, Any]:
        """What the page plays; places are tenths of page units as whole numbers of two bytes, cloth a bit each."""
        known = dict.fromkeys(self.colours)
        number = {colour: at for at, colour in enumerate(known)}
        return {
            "wide": self.page.width,
            "high": self.page.height,
            "rows": self.rows,
            "counts": self.counts,
            "inks": [(inks or {}).get(colour, "") for colour in known],
            "colours": [number[colour] for colour in self.colours],
            "columns": self.columns,
            "lines": self.places.shape[1],
            "places": _tenths(self.places),
            "keys": [{"top": len(each) - 1, "places": _tenths(each)} for each in self.keys],
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
    rows = _shown_rows(page, worked, first, stops, _KEYED_ROWS if layout.relaxed else _MOST_ROWS)
    columns, lines = _thinned(page, _KEYED_LINES if layout.relaxed else _MOST_LINES)
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
        tuple(_keys(page, layout, rows, lines)) if layout.relaxed else (),
    )


def _keys(
    page: ClothPage, layout: Layout, rows: Sequence[int], lines: Sequence[int]
) -> Iterator[NDArray[np.complex128]]:
    """The places of the rows that are there, laid out by themselves and turned as they lie in the end."""
    for share in range(1, _KEYS):
        top = len(rows) * share // _KEYS
        part = replace(layout.worked, rows=layout.worked.rows[: layout.first_row + rows[top]]) if top else None
        laid = lay_flat(part, gauge=layout.gauge) if part else None
        if not isinstance(laid, Layout) or not _same_stitches(layout, laid, rows[top]):
            continue
        final = page.places[np.ix_(rows[: top + 1], lines)]
        own = np.array([[laid.place(row, layout.positions[line, row]) for line in lines] for row in rows[: top + 1]])
        yield _turned_onto(np.conjugate(own) * _scale(page, layout), final)


def _same_stitches(layout: Layout, part: Layout, row: int) -> bool:
    """Whether stitches have the same places on both sheets: what is cast on later in the middle may shift them."""
    ends = [(each.positions[0, at], each.positions[-1, at]) for at in (0, row) for each in (layout, part)]
    return all(abs(np.subtract(*pair)).max() < _SAME_STITCH for pair in zip(ends[::2], ends[1::2], strict=True))


def _turned_onto(own: NDArray[np.complex128], final: NDArray[np.complex128]) -> NDArray[np.complex128]:
    """Places moved and turned as a whole, so that they come as near as they can to others."""
    middle, there = own.mean(), final.mean()
    turn = np.vdot(own - middle, final - there)
    return np.asarray((own - middle) * (turn / abs(turn) if turn else 1.0) + there)


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


def _shown_rows(page: ClothPage, worked: WorkedPiece, first: int, stops: Sequence[Milestone], most: int) -> list[int]:
    """Boundaries of the layout that are shown, the first and the last among them."""
    last = page.boundaries - 1
    step = max(1, -(-last // (most - len(stops) - 2)))
    shown = {0, last, *range(0, last, step), *(stop.row - first for stop in stops if stop.row >= first)}
    return sorted(shown)


def _thinned(page: ClothPage, most: int) -> tuple[list[tuple[int, tuple[int, int]]], list[int]]:
    """Columns joined where cloth goes on beside them, so that few lines are left: each with one that stands for it."""
    every = max(1, -(-len(page.columns) // (most - 2)))
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


def _tenths(places: NDArray[np.complex128]) -> str:
    return b64encode(np.round(np.stack([places.real, places.imag], axis=-1) * 10).astype("<i2").tobytes()).decode()
