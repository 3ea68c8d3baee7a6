"""Measures of a laid cloth in centimetres and degrees."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from knitting.cloth.layout import Layout, NoLayout
from knitting.cloth.outline import Corner, StraightEdge, corners, outline, straight_edges, upright
from knitting.cloth.rim import polygon_area
from knitting.cloth.zones import Points


@dataclass(frozen=True)
class Measures:
    """What a cloth measures when it lies as it is used."""

    width_cm: float
    height_cm: float
    area_cm2: float
    outline: tuple[tuple[float, float], ...]
    sides: tuple[StraightEdge, ...]
    corners: tuple[Corner, ...]
    marks_cm: dict[str, float]
    angles: dict[str, float]
    exact: bool
    first_cm: float = 0.0
    last_cm: float = 0.0
    """Lengths of the first and the last row by their stitches: of rounds, round the neck and round the hem."""

    def as_json(self) -> dict[str, Any]:
        """The published form."""
        return {
            "width_cm": round(self.width_cm, 2),
            "height_cm": round(self.height_cm, 2),
            "area_cm2": round(self.area_cm2, 2),
            "outline": [[round(x, 2), round(y, 2)] for x, y in self.outline],
            "angles": {name: round(angle, 2) for name, angle in self.angles.items()},
            "edges_cm": _named_sides(self.sides),
            "first_row_cm": round(self.first_cm, 2),
            "last_row_cm": round(self.last_cm, 2),
        }


def measure(layout: Layout | NoLayout) -> Measures:
    """Width, height, area, sides and angles; all zero where the piece could not be laid."""
    if isinstance(layout, NoLayout):
        return Measures(0.0, 0.0, 0.0, (), (), (), {}, {}, exact=False)
    turn = upright(layout)
    edge = outline(layout) * turn
    sides = straight_edges(layout)
    found = corners(sides)
    width = float(edge.real.max() - edge.real.min())
    height = float(edge.imag.max() - edge.imag.min())
    return Measures(
        width_cm=width,
        height_cm=height,
        area_cm2=polygon_area(edge),
        outline=tuple((float(at.real), float(at.imag)) for at in edge),
        sides=tuple(sides),
        corners=tuple(found),
        marks_cm=_marks(layout),
        angles=_angles(layout, found),
        exact=layout.method == "exact",
        first_cm=layout.rows[0].start * layout.gauge.stitch_cm,
        last_cm=layout.rows[-1].end * layout.gauge.stitch_cm,
    )


def _marks(layout: Layout) -> dict[str, float]:
    lengths: dict[str, float] = {}
    for at, wall in enumerate(layout.walls):
        if wall.marked:
            line = layout.wall_points(at)[wall.born : wall.ends + 1]
            lengths[wall.name] = float(np.abs(np.diff(line)).sum()) + _through_tab(layout, line)
    return lengths


def _through_tab(layout: Layout, line: Points) -> float:
    """How far a mark's line runs on from its first row through the tab to the edge."""
    if not layout.from_tab or len(line) == 0:
        return 0.0
    first, last = layout.points[0, 0], layout.points[0, -1]
    chord = last - first
    return float(abs(((line[0] - first) * np.conjugate(chord)).imag) / abs(chord)) if abs(chord) > 1e-9 else 0.0


def _angles(layout: Layout, found: list[Corner]) -> dict[str, float]:
    """The angle of the outline at both ends of each mark, then the other corners in their order."""
    angles: dict[str, float] = {}
    near = 6 * layout.gauge.stitch_cm
    left = list(found)
    for at, wall in enumerate(layout.walls):
        if not wall.marked:
            continue
        line = layout.wall_points(at)
        for name, place in ((wall.name, line[0]), (f"{wall.name} end", line[-1])):
            corner = min(left, key=lambda corner: abs(corner.place - place), default=None)
            if corner is not None and abs(corner.place - place) <= near:
                angles[name] = corner.angle
                left.remove(corner)
            else:
                angles[name] = 180.0
    angles |= {f"corner {number}": corner.angle for number, corner in enumerate(left, start=1)}
    return angles


def _named_sides(sides: tuple[StraightEdge, ...]) -> dict[str, float]:
    named: dict[str, float] = {}
    for side in sides:
        name, number = side.edge, 2
        while name in named:
            name, number = f"{side.edge} {number}", number + 1
        named[name] = round(float(side.length), 2)
    return named
