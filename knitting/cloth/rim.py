"""The rim: the edges round a laid cloth, in their order and by their names."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby, pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.zones import Points

_SAME_CM = 1e-4


class Edge(NamedTuple):
    """A part of the rim. ``name`` says what it is: start edge, end edge, first row, last row; or where stitches
    rest, were bound off or cast on: live row, slit, cast-on."""

    name: str
    points: Points


def rims(points: Points, columns: Sequence[tuple[int, int]], alive: NDArray[np.bool_]) -> list[list[Edge]]:
    """The edges round every piece of cloth and every hole in it, the largest first; counter-clockwise as the right
    side is seen."""
    if alive.all() and all(a[1] == b[0] for a, b in pairwise(columns)):
        start, end = Edge("start edge", points[:, 0]), Edge("end edge", points[::-1, -1])
        return [[start, Edge("last row", points[-1]), end, Edge("first row", points[0, ::-1])]]
    loops = _loops(_loose_sides(points, columns, alive))
    loops.sort(key=lambda loop: polygon_area(np.array([side.start for side in loop])), reverse=True)
    return [_edges(loop) for loop in loops]


def polygon_area(points: Points) -> float:
    """The area inside a closed outline (the surveyor's formula).

    >>> polygon_area(np.array([0, 2, 2 + 3j, 3j]))
    6.0
    """
    return float(abs(np.sum(points.conjugate() * np.roll(points, -1)).imag) / 2)


class _Side(NamedTuple):
    """A side of a quad that no other quad shares."""

    name: str
    start: complex
    end: complex


def _loose_sides(points: Points, columns: Sequence[tuple[int, int]], alive: NDArray[np.bool_]) -> list[_Side]:
    found: list[_Side] = []
    rows, count = alive.shape
    for at, (left, right) in enumerate(columns):
        here = alive[:, at]
        after = np.append(here[1:], False)
        before = np.append(False, here[:-1])
        beside_left = alive[:, at - 1] if at and columns[at - 1][1] == left else np.zeros(rows, dtype=bool)
        joined = at + 1 < count and columns[at + 1][0] == right
        beside_right = alive[:, at + 1] if joined else np.zeros(rows, dtype=bool)
        for row in np.flatnonzero(here & ~beside_left).tolist():
            found.append(_side("start edge" if at == 0 else "slit", points, (row, left), (row + 1, left)))
        for row in np.flatnonzero(here & ~after).tolist():
            found.append(
                _side("last row" if row == rows - 1 else "live row", points, (row + 1, left), (row + 1, right))
            )
        for row in np.flatnonzero(here & ~beside_right).tolist():
            name = "end edge" if at == count - 1 else "slit"
            found.append(_side(name, points, (row + 1, right), (row, right)))
        for row in np.flatnonzero(here & ~before).tolist():
            found.append(_side("first row" if row == 0 else "cast-on", points, (row, right), (row, left)))
    return _uncancelled(found)


def _side(name: str, points: Points, start: tuple[int, int], end: tuple[int, int]) -> _Side:
    return _Side(name, complex(points[start]), complex(points[end]))


def _key(place: complex) -> tuple[int, int]:
    return round(place.real / _SAME_CM), round(place.imag / _SAME_CM)


def _uncancelled(sides: Sequence[_Side]) -> list[_Side]:
    """The sides that no other one runs against, and that have a length."""
    real = [side for side in sides if _key(side.start) != _key(side.end)]
    there = {(_key(side.start), _key(side.end)) for side in real}
    return [side for side in real if (_key(side.end), _key(side.start)) not in there]


def _loops(sides: Sequence[_Side]) -> list[list[_Side]]:
    """Sides chained into closed loops; where several go on from a place, the one that stays with the same cloth."""
    leaving: dict[tuple[int, int], list[_Side]] = {}
    for side in sides:
        leaving.setdefault(_key(side.start), []).append(side)
    loops: list[list[_Side]] = []
    while leaving:
        first = next(iter(leaving.values()))[0]
        loop = [_taken(leaving, first)]
        while _key(loop[-1].end) in leaving and _key(loop[-1].end) != _key(first.start):
            heading = loop[-1].end - loop[-1].start
            ways = leaving[_key(loop[-1].end)]
            loop.append(_taken(leaving, max(ways, key=lambda way: float(np.angle((way.end - way.start) / heading)))))
        loops.append(loop)
    return loops


def _taken(leaving: dict[tuple[int, int], list[_Side]], side: _Side) -> _Side:
    ways = leaving[_key(side.start)]
    ways.remove(side)
    if not ways:
        del leaving[_key(side.start)]
    return side


def _edges(loop: Sequence[_Side]) -> list[Edge]:
    """A loop as edges, begun where one name gives way to another: at the first row's start, if there is one."""
    names = [side.name for side in loop]
    turns = [at for at, name in enumerate(names) if name != names[at - 1]]
    begin = next((at for at in turns if names[at] == "start edge"), turns[0] if turns else 0)
    ordered = [*loop[begin:], *loop[:begin]]
    found: list[Edge] = []
    for name, group in groupby(ordered, key=lambda side: side.name):
        each = list(group)
        found.append(Edge(name, np.array([*(side.start for side in each), each[-1].end])))
    return found
