"""The outline of a laid cloth: straight stretches, the corners between them, which way up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from knitting.cloth.layout import Layout
from knitting.cloth.rim import Edge
from knitting.cloth.zones import Points

_TOLERANCE = 0.9
"""How far, in stitch widths, an edge may leave a straight line and still be called straight."""
_TIP_STITCHES, _TIP_SHARE = 6.5, 0.2
"""Stretches shorter than this, in stitches and as a share of the longest, are tips (a cast-on of three)."""
_FEW = 64
_SETTLING = 0.15
"""Share at the beginning of a stretch that is left out when its direction is taken."""


@dataclass(frozen=True, slots=True)
class StraightEdge:
    """A straight part of the outline. ``edge`` is the name of the rim's edge that it belongs to."""

    edge: str
    start: complex
    end: complex
    direction: complex

    @property
    def length(self) -> float:
        """Length in centimetres."""
        return abs(self.end - self.start)


@dataclass(frozen=True, slots=True)
class Corner:
    """A corner of the outline, with the angle inside the cloth in degrees."""

    place: complex
    angle: float


def outline(layout: Layout) -> Points:
    """The closed outline, counter-clockwise as the right side is seen; a tab is closed straight across.

    Of a layout in sectors it is that of the largest.
    """
    return np.concatenate([points for _, points in _edges(layout)])


def outlines(layout: Layout) -> list[Points]:
    """The closed outlines of all pieces of cloth: one, unless it is laid in sectors."""
    return layout.outlines if layout.cut else layout.outlines[:1]


def _edges(layout: Layout) -> list[Edge]:
    return layout.open_edges(layout.rims[0])


def straight_edges(layout: Layout) -> list[StraightEdge]:
    """The straight sides in their order round the cloth, tips left out."""
    tolerance = _TOLERANCE * layout.gauge.stitch_cm
    found: list[StraightEdge] = []
    for edge, points in _edges(layout):
        breaks = bends(points, tolerance)
        for first, last in pairwise(breaks):
            if last > first and abs(points[last] - points[first]) > 1e-9:
                found.append(StraightEdge(edge, points[first], points[last], _direction(points[first : last + 1])))
    longest = max((stretch.length for stretch in found), default=0.0)
    tip = min(_TIP_STITCHES * layout.gauge.stitch_cm, _TIP_SHARE * longest)
    sides = [stretch for stretch in found if stretch.length >= tip]
    return _meeting_sides(_merged(sides), tip)


def _meeting_sides(sides: list[StraightEdge], tip: float) -> list[StraightEdge]:
    """Sides of one edge end where they meet, not at the row where the bend was found."""
    met = list(sides)
    for at in range(len(met) - 1):
        first, second = met[at], met[at + 1]
        if first.edge == second.edge and abs(first.end - second.start) < tip:
            place = _meeting(first, second)
            met[at], met[at + 1] = replace(first, end=place), replace(second, start=place)
    return met


def _merged(sides: list[StraightEdge]) -> list[StraightEdge]:
    """Neighbours that go on in one straight line become one side."""
    merged: list[StraightEdge] = []
    for side in sides:
        before = merged[-1] if merged else None
        if before is not None and _straight_on(before, side):
            merged[-1] = _whole(before, side)
        else:
            merged.append(side)
    if len(merged) > 2 and _straight_on(merged[-1], merged[0]):
        merged[0] = _whole(merged.pop(), merged[0])
    return merged


def _whole(first: StraightEdge, second: StraightEdge) -> StraightEdge:
    edge = first.edge if first.edge == second.edge else f"{first.edge} and {second.edge}"
    total = first.direction * first.length + second.direction * second.length
    return StraightEdge(edge, first.start, second.end, total / abs(total))


def _straight_on(first: StraightEdge, second: StraightEdge) -> bool:
    return bool(abs(np.angle(second.direction / first.direction, deg=True)) < 4.0)


def corners(sides: Sequence[StraightEdge]) -> list[Corner]:
    """The corner after each side, at the place where the two sides meet when carried on."""
    found: list[Corner] = []
    for at, side in enumerate(sides):
        following = sides[(at + 1) % len(sides)]
        turn = float(np.angle(following.direction / side.direction, deg=True))
        found.append(Corner(_meeting(side, following), 180.0 - turn))
    return found


def _meeting(first: StraightEdge, second: StraightEdge) -> complex:
    cross = (first.direction.conjugate() * second.direction).imag
    if abs(cross) < 0.1:
        return (first.end + second.start) / 2
    along = ((second.start - first.end).conjugate() * second.direction).imag / cross
    return first.end + along * first.direction


def bends(points: Points, tolerance: float) -> list[int]:
    """Where a line bends by more than ``tolerance``: its ends, and the places farthest from straight lines.

    The algorithm is that of Douglas and Peucker (1973).
    """
    if len(points) < 3:
        return [0, len(points) - 1]
    kept = {0, len(points) - 1}
    stack = [(0, len(points) - 1)]
    places = points.tolist()
    while stack:
        first, last = stack.pop()
        if last - first < 2:
            continue
        few = last - first < _FEW
        worst, gap = _farthest_of_few(places, first, last) if few else _farthest(points, first, last)
        if gap > tolerance:
            kept.add(worst)
            stack += [(first, worst), (worst, last)]
    return sorted(kept)


def _farthest(points: Points, first: int, last: int) -> tuple[int, float]:
    """The place between two others that lies farthest from the line between them, and how far."""
    chord = points[last] - points[first]
    rest = points[first + 1 : last] - points[first]
    gaps = np.abs((rest * np.conjugate(chord)).imag) / abs(chord) if abs(chord) > 1e-9 else np.abs(rest)
    worst = int(np.argmax(gaps))
    return first + 1 + worst, float(gaps[worst])


def _farthest_of_few(places: list[complex], first: int, last: int) -> tuple[int, float]:
    """The same of so few places that a plain loop is done before arrays are made."""
    start = places[first]
    chord = places[last] - start
    length = abs(chord)
    if length <= 1e-9:
        gaps = [abs(place - start) for place in places[first + 1 : last]]
    else:
        x, y = chord.real / length, chord.imag / length
        gaps = [
            abs((place.imag - start.imag) * x - (place.real - start.real) * y) for place in places[first + 1 : last]
        ]
    gap = max(gaps)
    return first + 1 + gaps.index(gap), gap


def _direction(points: Points) -> complex:
    """The direction of a stretch by least squares, its settling first rows left out."""
    core = points[int(len(points) * _SETTLING) :] if len(points) > 12 else points
    chord = core[-1] - core[0]
    if len(core) < 3:
        return complex(chord / abs(chord))
    rest = core - core.mean()
    moment = np.sum(rest**2)
    line = np.sqrt(moment / abs(moment)) if abs(moment) > 1e-12 else chord / abs(chord)
    return complex(line if (line * np.conjugate(chord)).real > 0 else -line)


def _widens_along_marks(layout: Layout) -> bool:
    """Whether a cloth has marked lines all along and ends wider than it began, as capes and yokes do."""
    marked = [wall for wall in layout.walls if wall.marked]
    rows = layout.rows
    return bool(marked) and rows[-1].end > rows[0].start and all(wall.born == 0 for wall in marked)


def upright(layout: Layout) -> complex:
    """The turn that lays the cloth as it is used.

    A tab's edge lies on top, and so does the neck of a cloth that widens along its marks; a cloth that fans out
    from a point stands on it, as it grew; any other lies with its longest side level or upright.
    """
    sides = straight_edges(layout)
    if not sides:
        return 1.0 + 0j
    longest = max(sides, key=lambda side: side.length)
    if layout.from_tab:
        return -1.0 / longest.direction
    if _widens_along_marks(layout):
        first, last = (layout.place(row, layout.sheet.counts[row] / 2) for row in (0, len(layout.rows)))
        down = last - first
        return complex(-1j * abs(down) / down) if abs(down) > 1e-6 else 1.0 + 0j
    rising = [side for side in sides if side.edge == "start edge"]
    falling = [side for side in sides if side.edge == "end edge"]
    if len(rising) == len(falling) == 1 and not any("first row" in side.edge for side in sides):
        axis = rising[0].direction - falling[0].direction
        return complex(1j * abs(axis) / axis) if abs(axis) > 1e-6 else 1.0 + 0j
    angle = float(np.angle(longest.direction))
    quarter = round(angle / (np.pi / 2)) * (np.pi / 2)
    return complex(np.exp(1j * (quarter - angle)))
