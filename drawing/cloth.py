"""The cloth on a page: where every line of it lies, and the same as SVG."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

import numpy as np

from drawing import svg
from drawing.marks import letters
from drawing.svg import Place
from knitting.cloth import Layout, bends, measure, outline, upright
from knitting.cloth.zones import Points
from knitting.measures import said_cm

_LEAST_GAP = 5.0
"""Row lines nearer than this, in page units, are thinned out."""
_STRAIGHT = 0.3
"""Page units by which a line may be off where it is drawn straight."""
_SIGNS_APART = 9.0
"""Signs along a thread stand at least this far apart."""
_LEAST_SIGN, _MOST_SIGN = 1.8, 4.2


@dataclass(frozen=True, slots=True)
class Thread:
    """A mark's line through the cloth, with the letter that it carries."""

    letter: str
    name: str
    places: tuple[Place, ...]
    hue: int


@dataclass(frozen=True, slots=True)
class Band:
    """Rows of one colour, as a closed shape."""

    colour: str
    places: tuple[Place, ...]


@dataclass(frozen=True, slots=True)
class ClothPage:
    """Everything that is drawn of a cloth, in page units from the upper left corner.

    ``needles[r]`` is the line of the needle after ``r`` rows of the layout (0: before its first).
    """

    width: float
    height: float
    title: str
    outline: tuple[Place, ...]
    rows: tuple[tuple[int, tuple[Place, ...]], ...]
    threads: tuple[Thread, ...]
    increases: tuple[Place, ...]
    decreases: tuple[Place, ...]
    bands: tuple[Band, ...]
    needles: tuple[tuple[Place, ...], ...]
    first_row: int
    tab: tuple[Place, ...]
    wide: str
    high: str
    growth: tuple[Place, Place]
    edges: tuple[tuple[Place, ...], tuple[Place, ...]]
    sign: float


def lay_out(layout: Layout, width: float = 720, height: float = 470, margin: float = 46) -> ClothPage:
    """Place a laid cloth on a page of the given size, as it is used, with room for its measures."""
    fit = _Fit(layout, width, height, margin)
    points = layout.points
    count = len(points) - 1
    step = max(1, int(np.ceil(_LEAST_GAP / max(fit.scale * layout.gauge.row_cm, 1e-9))))
    ups, downs = _signs(layout, fit)
    measures = measure(layout)
    title = f"{layout.worked.piece.title or 'The cloth'}, {said_cm(measures.width_cm)} by {said_cm(measures.height_cm)}"
    return ClothPage(
        width=width,
        height=height,
        title=title,
        outline=fit.line(outline(layout)),
        rows=tuple((row, fit.places(points[row])) for row in range(step, count, step)),
        threads=_threads(layout, fit),
        increases=ups,
        decreases=downs,
        bands=_bands(layout, fit),
        needles=tuple(fit.places(line) for line in points),
        first_row=layout.first_row,
        tab=fit.places(points[0]) if layout.from_tab else (),
        wide=said_cm(measures.width_cm),
        high=said_cm(measures.height_cm),
        growth=_growth(points, fit),
        edges=(fit.places(points[:, 0]), fit.places(points[:, -1])),
        sign=min(max(1.6 * fit.scale * layout.gauge.stitch_cm, _LEAST_SIGN), _MOST_SIGN),
    )


class _Fit:
    """Turns, scales and shifts centimetres to page units."""

    def __init__(self, layout: Layout, width: float, height: float, margin: float) -> None:
        self.turn = upright(layout)
        edge = outline(layout) * self.turn
        span = (float(np.ptp(edge.real)), float(np.ptp(edge.imag)))
        sides = margin * 1.4
        self.scale = min((width - 2 * sides) / max(span[0], 1e-6), (height - 2 * margin) / max(span[1], 1e-6))
        middle = complex((edge.real.max() + edge.real.min()) / 2, (edge.imag.max() + edge.imag.min()) / 2)
        self.shift = complex(width / 2, height / 2) - middle.conjugate() * self.scale

    def line(self, points: Points) -> tuple[Place, ...]:
        """A line without the places that it goes straight through."""
        return self.places(points[bends(points, _STRAIGHT / self.scale)])

    def places(self, points: Points) -> tuple[Place, ...]:
        moved = np.conjugate(points * self.turn) * self.scale + self.shift
        return tuple((round(float(at.real), 1), round(float(at.imag), 1)) for at in moved)


def _threads(layout: Layout, fit: _Fit) -> tuple[Thread, ...]:
    marked = [(at, wall) for at, wall in enumerate(layout.walls) if wall.marked]
    found: list[Thread] = []
    flags = letters([wall.name for _, wall in marked for _ in range(wall.marks)])
    firsts = [sum(wall.marks for _, wall in marked[:number]) for number in range(len(marked))]
    for (at, wall), first in zip(marked, firsts, strict=True):
        letter, hue = flags[first]
        if wall.ends > wall.born:
            places = fit.line(layout.points[wall.born : wall.ends + 1, at])
            found.append(Thread(letter, wall.name, places, hue))
    return tuple(found)


def _signs(layout: Layout, fit: _Fit) -> tuple[tuple[Place, ...], tuple[Place, ...]]:
    """Where increases and decreases stand, thinned evenly where there are very many."""
    ups: list[complex] = []
    downs: list[complex] = []
    positions = np.array([wall.positions for wall in layout.walls])
    shaped = [(at, study.events) for at, study in enumerate(layout.studies, start=1) if study.events]
    apart = fit.scale * layout.gauge.row_cm * len(layout.rows) / max(len(shaped), 1)
    every = max(1, int(np.ceil(_SIGNS_APART / max(apart, 1e-9)))) | 1  # odd, so that both sides of the work are met
    for at, each in shaped[::every]:
        for event in each:
            place = _on_row(positions[:, at], layout.points[at], event.new)
            (ups if event.change > 0 else downs).append(place)
    return fit.places(np.array(ups, dtype=complex)), fit.places(np.array(downs, dtype=complex))


def _on_row(positions: np.typing.NDArray[np.float64], line: Points, at: float) -> complex:
    zone = min(max(int(np.searchsorted(positions, at, side="right")) - 1, 0), len(positions) - 2)
    wide = positions[zone + 1] - positions[zone]
    share = (at - positions[zone]) / wide if wide > 0 else 0.0
    return complex(line[zone] + share * (line[zone + 1] - line[zone]))


def _bands(layout: Layout, fit: _Fit) -> tuple[Band, ...]:
    """Stretches of rows in one colour; none where the whole piece has one colour."""
    if len({row.colour for row in layout.rows}) < 2:
        return ()
    bands: list[Band] = []
    at = 0
    for colour, rows in groupby(row.colour for row in layout.rows):
        count = len(list(rows))
        sides = layout.points[at : at + count + 1]
        shape = np.concatenate([sides[:, 0], sides[-1], sides[::-1, -1], sides[0, ::-1]])
        bands.append(Band(colour, fit.line(shape)))
        at += count
    return tuple(bands)


def _growth(points: Points, fit: _Fit) -> tuple[Place, Place]:
    """A short arrow in the direction of knitting, through the middle of the cloth."""
    middle = points.shape[1] // 2
    inner = points[:, middle] if points.shape[1] > 2 else points.mean(axis=1)
    half = len(inner) // 2
    towards = inner[min(half + max(len(inner) // 8, 1), len(inner) - 1)]
    start, end = fit.places(np.array([inner[half], towards]))
    return start, end


def to_svg(page: ClothPage, row: int | None = None, worked: int = 0, class_: str = "cloth") -> str:
    """The cloth as SVG. ``row`` lays the needle after so many rows of the piece; ``worked`` rows are filled."""
    colours = {band.colour: at for at, band in reversed(list(enumerate(page.bands)))}
    order = {colour: at for at, colour in enumerate(sorted(colours, key=lambda c: colours[c]))}
    parts = [svg.tag("path", d=svg.path(page.outline, closed=True), class_="cloth-ground")]
    for band in page.bands:
        shape = svg.path(band.places, closed=True)
        parts.append(svg.tag("path", d=shape, class_=f"cloth-band yarn-{order[band.colour] % 4}"))
    parts.append(svg.tag("path", d=_worked_shape(page, worked), class_="cloth-worked"))
    lines = "".join(svg.path(places) for _, places in page.rows)
    parts += [svg.tag("path", d=lines, class_="cloth-row")]
    if page.tab:
        parts.append(svg.tag("path", d=svg.path(page.tab, closed=True), class_="cloth-tab"))
    parts.append(svg.tag("path", d=svg.path(page.outline, closed=True), class_="cloth-edge"))
    parts += [_line(thread) for thread in page.threads]
    parts.append(svg.tag("path", d="".join(_caret(x, y, page.sign, 1) for x, y in page.increases), class_="cloth-up"))
    parts.append(
        svg.tag("path", d="".join(_caret(x, y, page.sign, -1) for x, y in page.decreases), class_="cloth-down")
    )
    parts += [_flag(thread) for thread in page.threads]
    parts += [*_dimensions(page), _arrow(page)]
    at = min(max((row or 0) - page.first_row, 0), len(page.needles) - 1)
    class_needle = "cloth-needle is-hidden" if row is None else "cloth-needle"
    parts.append(svg.tag("path", d=needle_path(page.needles[at]), class_=class_needle))
    return svg.picture(parts, page.width, page.height, page.title, class_)


def needle_path(line: Sequence[Place]) -> str:
    """The needle along a row: its line, with both tips standing out a little."""
    if len(line) < 2:
        return ""
    return svg.path([_beyond(line[1], line[0]), *line, _beyond(line[-2], line[-1])])


def _beyond(inner: Place, outer: Place, by: float = 14.0) -> Place:
    dx, dy = outer[0] - inner[0], outer[1] - inner[1]
    length = float(np.hypot(dx, dy)) or 1.0
    return outer[0] + dx / length * by, outer[1] + dy / length * by


def _worked_shape(page: ClothPage, worked: int) -> str:
    at = min(worked - page.first_row, len(page.needles) - 1)
    if at < 1:
        return ""
    start, end = page.edges
    first = () if page.tab else page.needles[0][::-1]
    return svg.path([*start[: at + 1], *page.needles[at], *end[at::-1], *first], closed=True)


def _line(thread: Thread) -> str:
    name = svg.tag("title", svg.text(thread.name))
    line = svg.tag("path", d=svg.path(thread.places))
    return svg.tag("g", name + line, class_=f"cloth-thread thread-{thread.hue}", data_letter=thread.letter)


def _flag(thread: Thread) -> str:
    x, y = _along(thread.places, 0.75)
    flag = svg.tag("rect", x=svg.number(x - 10), y=svg.number(y - 10), width=20, height=20, rx=4)
    letter = svg.tag("text", svg.text(thread.letter), x=svg.number(x), y=svg.number(y + 4.5), text_anchor="middle")
    return svg.tag("g", flag + letter, class_=f"cloth-thread thread-{thread.hue}", data_letter=thread.letter)


def _along(places: Sequence[Place], share: float) -> Place:
    """The place at a share of a line's length."""
    lengths = [float(np.hypot(b[0] - a[0], b[1] - a[1])) for a, b in pairwise(places)]
    left = share * sum(lengths)
    for (a, b), length in zip(pairwise(places), lengths, strict=True):
        if left <= length and length > 0:
            return a[0] + (b[0] - a[0]) * left / length, a[1] + (b[1] - a[1]) * left / length
        left -= length
    return places[-1]


def _caret(x: float, y: float, wide: float, up: int) -> str:
    high = wide * 0.9 * up
    return svg.path([(x - wide, y + high / 2), (x, y - high / 2), (x + wide, y + high / 2)])


def _dimensions(page: ClothPage) -> list[str]:
    left, right = min(x for x, _ in page.outline), max(x for x, _ in page.outline)
    top, bottom = min(y for _, y in page.outline), max(y for _, y in page.outline)
    above, beside = top - 24, right + 24
    across = svg.path([(left, above), (right, above)]) + _ticks([(left, above), (right, above)], 0, 5)
    down = svg.path([(beside, top), (beside, bottom)]) + _ticks([(beside, top), (beside, bottom)], 5, 0)
    middle_x, middle_y = (left + right) / 2, (top + bottom) / 2
    return [
        svg.tag("path", d=across + down, class_="cloth-rule"),
        _label(middle_x, above, page.wide),
        _label(beside + 12 + 4 * len(page.high), middle_y, page.high),
    ]


def _arrow(page: ClothPage) -> str:
    """The direction of knitting, in the lower left corner of the page."""
    (x0, y0), (x1, y1) = page.growth
    length = float(np.hypot(x1 - x0, y1 - y0)) or 1.0
    dx, dy = (x1 - x0) / length, (y1 - y0) / length
    x, y = 30.0, page.height - 34
    tip = (x + 15 * dx, y + 15 * dy)
    barbs = [(tip[0] - 6 * dx + side * 5 * dy, tip[1] - 6 * dy - side * 5 * dx) for side in (1, -1)]
    line = svg.path([(x - 15 * dx, y - 15 * dy), tip]) + svg.path([barbs[0], tip, barbs[1]])
    words = svg.tag("text", svg.text("knitted this way"), x=svg.number(x + 26), y=svg.number(y + 5))
    return svg.tag("g", svg.tag("path", d=line) + words, class_="cloth-growth")


def _ticks(places: Sequence[Place], dx: float, dy: float) -> str:
    return "".join(svg.path([(x - dx, y - dy), (x + dx, y + dy)]) for x, y in places)


def _label(x: float, y: float, words: str) -> str:
    wide = 9 * len(words) + 8
    ground = svg.tag("rect", x=svg.number(x - wide / 2), y=svg.number(y - 11), width=wide, height=22)
    said = svg.tag("text", svg.text(words), x=svg.number(x), y=svg.number(y + 5), text_anchor="middle")
    return svg.tag("g", ground + said, class_="cloth-size")
