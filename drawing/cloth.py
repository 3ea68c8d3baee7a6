"""The cloth on a page: where every line of it lies."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

import numpy as np
from numpy.typing import NDArray

from drawing.marks import letters
from drawing.svg import Place
from knitting.cloth import Layout, bends, measure, outlines, texture_patches, upright
from knitting.cloth.zones import Points
from knitting.measures import said_length
from knitting.saying.language import _
from knitting.saying.marks import said_mark
from knitting.stitches import Look

_LEAST_GAP, _LEAST_FINE_GAP = 5.0, 1.6
"""Row lines nearer than this, in page units, are thinned out: from afar, and when seen larger."""
_MOST_FINE_PLACES = 6_000
_SIDES = 3.8
"""The room left and right of a cloth together, in margins."""
_STRAIGHT = 0.3
"""Page units by which a line may be off where it is drawn straight."""
_SIGNS_APART = 9.0
"""Signs along a thread stand at least this far apart."""
_LEAST_SIGN, _MOST_SIGN = 1.8, 4.2
_MOST_SIGNS = 3_000

Line = tuple[Place, ...]


@dataclass(frozen=True, slots=True)
class Thread:
    """A mark's line through the cloth, with the letter that it carries."""

    letter: str
    name: str
    places: Line
    hue: int


@dataclass(frozen=True, slots=True)
class Band:
    """Closed shapes of one kind: rows of a colour, or stitches of a texture."""

    kind: str
    shapes: tuple[Line, ...]


@dataclass(frozen=True, slots=True)
class ChangeSigns:
    """Where stitches are made and taken away: closed increases, eyelets, decreases; ``size`` in page units."""

    increases: Line
    eyelets: Line
    decreases: Line
    size: float


@dataclass(frozen=True)
class ClothPage:
    """Everything that is drawn of a cloth, in page units from the upper left corner.

    ``rows`` are lines to be seen from afar, ``fine_rows`` those between them. ``places[r, line]`` is the cloth after
    ``r`` rows of the layout (0: before its first), with cloth between the lines of ``columns`` where ``alive``.
    """

    width: float
    height: float
    title: str
    outlines: tuple[Line, ...]
    rows: tuple[Line, ...]
    fine_rows: tuple[Line, ...]
    threads: tuple[Thread, ...]
    signs: ChangeSigns
    bands: tuple[Band, ...]
    textures: tuple[Band, ...]
    first_row: int
    tab: Line
    wide: str
    high: str
    growth: tuple[Place, Place]
    places: Points
    columns: tuple[tuple[int, int], ...]
    alive: NDArray[np.bool_]

    @property
    def boundaries(self) -> int:
        """How many lines of the needle there are: one more than rows."""
        return len(self.places)

    def needle(self, row: int) -> tuple[Line, ...]:
        """Where the needle lies after ``row`` rows of the layout: a line for each stretch of live stitches."""
        alive = self.alive[max(row - 1, 0)]
        return tuple(rounded(self.places[row, lines]) for lines in row_stretches(self.columns, alive, self.places[row]))

    def worked(self, rows: int) -> tuple[Line, ...]:
        """The cloth that there is after so many rows, as closed shapes."""
        shapes = _shapes(self.places, self.columns, self.alive, 0, min(rows, len(self.alive)))
        return tuple(rounded(shape[bends(shape, _STRAIGHT)]) for shape in shapes)


def rounded(places: Points) -> Line:
    """Places with one decimal."""
    return tuple((round(at.real, 1), round(at.imag, 1)) for at in places.tolist())


def row_stretches(columns: Sequence[tuple[int, int]], alive: NDArray[np.bool_], row: Points) -> Iterator[list[int]]:
    """The lines of each stretch of cloth without a gap; two lines in one place are the sides of a closed slit."""
    lines: list[int] = []
    for (left, right), worked in zip(columns, alive.tolist(), strict=True):
        if lines and (not worked or abs(row[lines[-1]] - row[left]) > _STRAIGHT):
            yield lines
            lines = []
        if worked:
            lines = [*lines, right] if lines else [left, right]
    if lines:
        yield lines


def lay_out(layout: Layout, width: float = 720, height: float = 470, margin: float = 46) -> ClothPage:
    """Place a laid cloth on a page of the given size, as it is used, with room for its measures."""
    fit = _PageFit(layout, width, height, margin)
    places = fit.moved(layout.points)
    measures = measure(layout)
    title = _("{title}, {width} by {height}").format(
        title=layout.worked.piece.title or _("The cloth"),
        width=said_length(measures.width_cm),
        height=said_length(measures.height_cm),
    )
    coarse, fine = _rows(layout, places, fit.scale * layout.gauge.row_cm)
    return ClothPage(
        width=width,
        height=height,
        title=title,
        outlines=tuple(fit.line(edge) for edge in outlines(layout)),
        rows=coarse,
        fine_rows=fine,
        threads=_threads(layout, fit),
        signs=_signs(layout, fit),
        bands=_bands(layout, places),
        textures=_textures(layout, fit),
        first_row=layout.first_row,
        tab=rounded(places[0]) if layout.from_tab else (),
        wide=said_length(measures.width_cm),
        high=said_length(measures.height_cm),
        growth=_growth(layout, places),
        places=places,
        columns=layout.columns,
        alive=layout.alive,
    )


def close_height(layout: Layout, width: float, most: float, margin: float = 46) -> float:
    """The height of a page so wide that a cloth fills up and down as well, up to ``most``."""
    edge = np.concatenate(outlines(layout)) * upright(layout)
    across, up = float(np.ptp(edge.real)), float(np.ptp(edge.imag))
    return min(most, (width - _SIDES * margin) * up / max(across, 1e-6) + 2 * margin)


class _PageFit:
    """Turns, scales and shifts centimetres to page units."""

    def __init__(self, layout: Layout, width: float, height: float, margin: float) -> None:
        self.turn = upright(layout)
        edge = np.concatenate(outlines(layout)) * self.turn
        span = (float(np.ptp(edge.real)), float(np.ptp(edge.imag)))
        self.scale = min((width - _SIDES * margin) / max(span[0], 1e-6), (height - 2 * margin) / max(span[1], 1e-6))
        middle = complex((edge.real.max() + edge.real.min()) / 2, (edge.imag.max() + edge.imag.min()) / 2)
        self.shift = complex(width / 2, height / 2) - middle.conjugate() * self.scale

    def moved(self, points: Points) -> Points:
        """Places in centimetres as places on the page."""
        return np.asarray(np.conjugate(points * self.turn) * self.scale + self.shift)

    def line(self, points: Points) -> Line:
        """A line without the places that it goes straight through."""
        return rounded(self.moved(points[bends(points, _STRAIGHT / self.scale)]))


def _rows(layout: Layout, places: Points, row_high: float) -> tuple[tuple[Line, ...], tuple[Line, ...]]:
    """Row lines for the eye from afar, and those between them, as many as stand apart."""
    count = len(places) - 1
    step = max(1, int(np.ceil(_LEAST_GAP / max(row_high, 1e-9))))
    every = max(1, int(np.ceil(_LEAST_FINE_GAP / max(row_high, 1e-9))))
    coarse = range(step, count, step)
    fine = [row for row in range(every, count, every) if row % step]
    found = _row_lines(layout, places, coarse)
    between = _row_lines(layout, places, fine) if len(found) < _MOST_FINE_PLACES / 4 else ()
    thin = 1 + sum(len(line) for line in between) // _MOST_FINE_PLACES
    return found, between[::thin]


def _row_lines(layout: Layout, places: Points, rows: Sequence[int]) -> tuple[Line, ...]:
    found: list[Line] = []
    for row in rows:
        for lines in row_stretches(layout.columns, layout.alive[row], places[row]):
            line = places[row, lines]
            found.append(rounded(line[bends(line, _STRAIGHT)]))
    return tuple(found)


def _threads(layout: Layout, fit: _PageFit) -> tuple[Thread, ...]:
    marked = [(at, wall) for at, wall in enumerate(layout.walls) if wall.marked]
    found: list[Thread] = []
    flags = letters([wall.name for _, wall in marked for _ in range(wall.marks)])
    firsts = [sum(wall.marks for _, wall in marked[:number]) for number in range(len(marked))]
    for (at, wall), first in zip(marked, firsts, strict=True):
        letter, hue = flags[first]
        if wall.ends > wall.born:
            places = fit.line(layout.wall_points(at)[wall.born : wall.ends + 1])
            found.append(Thread(letter, said_mark(wall.name), places, hue))
    return tuple(found)


def _signs(layout: Layout, fit: _PageFit) -> ChangeSigns:
    """Where increases and decreases stand, thinned evenly where there are very many."""
    ups: list[complex] = []
    holes: list[complex] = []
    downs: list[complex] = []
    shaped = [(at, study.count_changes) for at, study in enumerate(layout.studies, start=1) if study.count_changes]
    apart = fit.scale * layout.gauge.row_cm * len(layout.rows) / max(len(shaped), 1)
    crowd = sum(len(each) for _, each in shaped) / _MOST_SIGNS
    # An odd step meets both sides of the work.
    every = max(1, int(np.ceil(max(_SIGNS_APART / max(apart, 1e-9), crowd)))) | 1
    for at, each in shaped[::every]:
        for event in each:
            open_ = event.stitch is not None and event.stitch.look is Look.HOLE
            (holes if open_ else ups if event.change > 0 else downs).append(layout.place(at, event.new))
    size = min(max(1.6 * fit.scale * layout.gauge.stitch_cm, _LEAST_SIGN), _MOST_SIGN)
    up, hole, down = (rounded(fit.moved(np.array(each, dtype=complex))) for each in (ups, holes, downs))
    return ChangeSigns(up, hole, down, size)


def _bands(layout: Layout, places: Points) -> tuple[Band, ...]:
    """Stretches of rows in one colour; none where the whole piece has one colour."""
    if len({row.colour for row in layout.rows}) < 2:
        return ()
    bands: list[Band] = []
    at = 0
    for colour, rows in groupby(row.colour for row in layout.rows):
        count = len(list(rows))
        shapes = _shapes(places, layout.columns, layout.alive, at, at + count)
        bands.append(Band(colour, tuple(rounded(shape[bends(shape, _STRAIGHT)]) for shape in shapes)))
        at += count
    return tuple(bands)


def _shapes(
    places: Points, columns: Sequence[tuple[int, int]], alive: NDArray[np.bool_], first: int, last: int
) -> Iterator[Points]:
    """The cloth of rows ``first`` to ``last`` as closed shapes: one for each stretch and each way of resting."""
    changes = 1 + first + np.flatnonzero((alive[first + 1 : last] != alive[first : last - 1]).any(axis=1))
    cuts = [first, *changes.tolist(), last]
    for begin, end in pairwise(cuts):
        if begin < end:
            for lines in row_stretches(columns, alive[begin], places[end]):
                left, right = places[begin : end + 1, lines[0]], places[begin : end + 1, lines[-1]]
                yield np.concatenate([left, places[end, lines], right[::-1], places[begin, lines[::-1]]])


def _textures(layout: Layout, fit: _PageFit) -> tuple[Band, ...]:
    """Stretches of one texture; none where the whole piece has one."""
    patches = texture_patches(layout)
    if len({patch.texture for patch in patches}) < 2:
        return ()
    return tuple(Band(patch.texture.value, (fit.line(patch.outline),)) for patch in patches)


def _growth(layout: Layout, places: Points) -> tuple[Place, Place]:
    """A short arrow in the direction of knitting, through the middle of the cloth."""
    worked = layout.alive.sum(axis=0)
    left, right = layout.columns[int(np.argmax(worked - 1e-3 * np.abs(np.arange(len(worked)) - len(worked) / 2)))]
    inner = (places[:, left] + places[:, right]) / 2
    half = len(inner) // 2
    towards = inner[min(half + max(len(inner) // 8, 1), len(inner) - 1)]
    start, end = rounded(np.array([inner[half], towards]))
    return start, end
