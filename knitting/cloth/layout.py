"""Laying a worked piece flat: its zones joined along their walls where they fit, else a relaxed mesh."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.crossing import crosses_itself, distinct
from knitting.cloth.gores import gores
from knitting.cloth.joining import JoinedZones, join, unrolled
from knitting.cloth.mesh import MOST_NODES, Mesh, build_mesh
from knitting.cloth.pinning import is_pinned_out, pinned_columns, pinned_out
from knitting.cloth.relaxing import RelaxedMesh, relax
from knitting.cloth.rim import Edge, polygon_area, rims
from knitting.cloth.sectors import HALF_TURN_DEG, WHOLE_TURN_DEG, Sectors, in_sectors, makes_whole_turn, zones_apart
from knitting.cloth.sheet import Sheet, spread
from knitting.cloth.studies import RowStudy
from knitting.cloth.untangling import untangled
from knitting.cloth.walls import Wall, find_walls
from knitting.cloth.zones import Numbers, Points, Zone, lay_zones
from knitting.measures import GUESS_IN_GARTER, GUESS_IN_STOCKINETTE, Gauge
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.statements import Statement, sentence
from knitting.stitches import Face, StitchKind

FITS = 0.006
"""Largest misfit of a wall, as a share of its length, at which the layout is called exact."""
LARGEST_GAP = 2.0
"""Stitches by which neighbours may be apart anywhere in an exact layout: at a tip a small share of a wall is many."""
MOST_OVERLAP = 0.005
"""Share of the area by which zones may overlap in a layout that is called exact."""
_MOST_STEPS = 200

Alive = NDArray[np.bool_]


@dataclass(frozen=True)
class Layout:
    """A piece laid flat. ``points[row, line]`` are places in cm, x to the right and y upwards, as the right
    side is seen; boundary 0 is where the layout begins, after a tab if there is one.

    ``positions[line, row]`` are the lines' places in stitches, ``columns`` the pairs of lines with cloth between
    them, ``alive[row, column]`` whether a row works it. ``wall_lines`` are the lines of the walls.
    """

    worked: WorkedPiece
    gauge: Gauge
    sheet: Sheet
    walls: tuple[Wall, ...]
    wall_lines: tuple[int, ...]
    points: Points
    positions: Numbers
    columns: tuple[tuple[int, int], ...]
    alive: Alive
    zones: tuple[Zone, ...]
    misfit: float
    strain: float
    first_row: int
    area_cm2: float
    relaxed: bool = False
    opened: bool = False
    """Whether it is drawn open along a slit whose sides are too unequal to be laid together."""
    cut: bool = False
    """Whether it makes more than a whole turn, and is laid in pieces side by side."""
    pinned: bool = False
    """Whether it is drawn pinned out, its rows along circles: it is shaped all over in a few rows."""
    gored: bool = False
    """Whether it is a tube whose wedges close above it, laid side by side."""
    apart: bool = False
    """Whether its zones would lie over one another, and every one of them is a piece."""

    @property
    def method(self) -> str:
        """``exact`` where all zones fit together, else ``relaxed``: the least distorted that they allow."""
        return "relaxed" if self.relaxed else "exact"

    @property
    def rows(self) -> tuple[WorkedRow, ...]:
        """The rows that are laid out."""
        return self.sheet.rows

    @property
    def studies(self) -> tuple[RowStudy, ...]:
        """What each row changes."""
        return self.sheet.studies

    @property
    def whole(self) -> bool:
        """Whether every row is laid out; from the first that does not add up, or a new cast-on, none is."""
        return self.worked.sound_rows == len(self.worked.rows)

    @property
    def in_round(self) -> bool:
        """Whether it is worked in rounds, and so is laid out cut open at their beginning."""
        return any(row.in_round for row in self.rows)

    @property
    def from_tab(self) -> bool:
        """Whether the piece begins with a tab, which is drawn as a block."""
        return self.first_row > 0

    def place(self, boundary: int, at: float) -> complex:
        """The place of a stitch boundary, counted from the right-side start, after so many rows."""
        positions = self.positions[:, boundary]
        found = int(np.searchsorted(positions, at, side="right")) - 1
        low = min(max(found, 0), len(positions) - 2)
        wide = positions[low + 1] - positions[low]
        share = min(max((at - positions[low]) / wide, 0.0), 1.0) if wide > 0 else 0.0
        line = self.points[boundary]
        return complex(line[low] + share * (line[low + 1] - line[low]))

    def between(self, boundary: int, first: float, last: float) -> list[complex]:
        """The places of all lines that a row crosses between two stitch boundaries."""
        positions = self.positions[:, boundary]
        return [complex(at) for at in self.points[boundary, (positions > first) & (positions < last)]]

    @cached_property
    def rims(self) -> list[list[Edge]]:
        """The edges round every piece of cloth and every hole in it, the largest first."""
        return rims(self.points, self.columns, self.alive)

    @cached_property
    def simple(self) -> bool:
        """Whether no outline crosses itself; rounds that make a whole turn end where they begin."""
        return self.closed or not any(crosses_itself(loop) for loop in self.outlines)

    @property
    def outlines(self) -> list[Points]:
        """The closed outlines of all pieces of cloth and the holes in them; a tab is closed straight across."""
        return [distinct(np.concatenate([edge.points for edge in self.open_edges(loop)])) for loop in self.rims]

    @property
    def closed(self) -> bool:
        """Whether it is worked in rounds that make a whole turn, or nearly, as those of a flat disc do."""
        return self.in_round and not self.cut and makes_whole_turn(self.points)

    def open_edges(self, loop: Sequence[Edge]) -> list[Edge]:
        """The edges of a rim, but for the first row of a piece that begins with a tab."""
        return [edge for edge in loop if not (self.from_tab and edge.name == "first row")]

    def wall_positions(self) -> Numbers:
        """The places of the walls in stitches, as ``[wall, boundary]``."""
        return np.array([wall.positions for wall in self.walls])

    def wall_points(self, wall: int) -> Points:
        """The places of a wall at every boundary."""
        return self.points[:, self.wall_lines[wall]]


@dataclass(frozen=True, slots=True)
class NoLayout:
    """Why a piece cannot be laid flat."""

    reason: Statement


def lay_flat(
    worked: WorkedPiece, gauge: Gauge | None = None, later: Sequence[tuple[int, Gauge]] = ()
) -> Layout | NoLayout:
    """Lay a piece flat from its gauge, or from a guess where it has none; only the rows that add up.

    ``later`` are other gauges from a row (counted from 1) on, in the order of their rows.

    Rounds are cut open at their beginning. Returns ``NoLayout`` where there is nothing to lay.
    """
    first = worked.tab_rows
    sheet = spread(worked, first)
    rows = sheet.rows
    if len(rows) < 2:
        return NoLayout(sentence("The cloth is drawn once two rows add up."))
    used = gauge or worked.piece.headers.gauge or guess_gauge(rows)
    walls = find_walls(sheet)
    gauges = [_gauge_of(used, later, first + number) for number in range(1, len(rows) + 1)]
    zones = lay_zones(sheet, walls, gauges)
    if not sum(zone.area for zone in zones) > 0:
        return NoLayout(sentence("There is no cloth between its first row and its last."))
    found = join(zones)
    layout = Layout(
        worked=worked,
        gauge=used,
        sheet=sheet,
        walls=tuple(walls),
        wall_lines=tuple(range(len(walls))),
        points=-found.walls().conjugate(),
        positions=np.array([wall.positions for wall in walls]),
        columns=tuple((at, at + 1) for at in range(len(zones))),
        alive=np.stack([zone.alive for zone in zones], axis=1),
        zones=tuple(zones),
        misfit=found.misfit,
        strain=0.0,
        first_row=first,
        area_cm2=sum(zone.area for zone in zones),
    )
    near = found.gap_cm <= LARGEST_GAP * used.stitch_cm
    fits = sheet.whole and near and found.misfit <= FITS and not _scattered(zones)
    if fits and (layout.in_round or _overlap(layout) <= MOST_OVERLAP):
        return _without_crossing(layout)
    wedges = gores(zones, walls) if layout.in_round and sheet.whole and not _scattered(zones) else None
    if wedges is not None:
        return replace(_cut(layout, wedges), misfit=0.0, cut=False, apart=False, gored=True)
    if sheet.whole and len(zones) == 1 and is_pinned_out(sheet, zones[0], layout.in_round):
        return _pinned(layout)
    return _without_crossing(_relaxed(layout, found))


def _pinned(layout: Layout) -> Layout:
    points, positions, strain = pinned_out(layout.sheet, layout.zones[0], layout.in_round)
    columns = pinned_columns()
    return replace(
        layout,
        wall_lines=(0, len(columns)),
        points=points,
        positions=positions,
        columns=columns,
        alive=np.repeat(layout.alive, len(columns), axis=1),
        strain=strain,
        relaxed=True,
        pinned=True,
    )


def _scattered(zones: Sequence[Zone]) -> bool:
    return any(zone.scattered for zone in zones)


def _without_crossing(layout: Layout) -> Layout:
    """A layout whose outline crosses itself nowhere.

    Cloth that folds is pressed together instead, what makes more than a whole turn is laid in sectors, and what
    crosses itself even so is laid with every zone apart.
    """
    return next(laid for laid in _ways_to_lie(layout) if laid.simple or laid.apart)


def _ways_to_lie(layout: Layout) -> Iterator[Layout]:
    """A layout, and what may be done where it crosses itself, the best first; with every zone apart it does not."""
    yield layout
    if layout.sheet.whole:
        yield from _in_sectors(layout, WHOLE_TURN_DEG if layout.relaxed else HALF_TURN_DEG)
    if layout.sheet.whole and layout.relaxed:
        untied = _meshed(layout, lambda mesh: untangled(mesh, layout.gauge.stitch_cm), MOST_NODES // 4)
        yield untied
        yield from _in_sectors(untied, HALF_TURN_DEG)
    yield _cut(layout, zones_apart(layout.zones, layout.walls, _gap_cm(layout)))


def _in_sectors(layout: Layout, least_deg: float) -> Iterator[Layout]:
    found = in_sectors(layout.points, layout.positions, layout.columns, _gap_cm(layout), least_deg)
    return (_cut(layout, cut) for cut in found)


def _gap_cm(layout: Layout) -> float:
    """How far apart the pieces lie in which a cloth is laid."""
    return 3 * layout.gauge.stitch_cm


def _cut(layout: Layout, cut: Sectors) -> Layout:
    lines = layout.wall_lines if cut.alive is None else range(len(layout.walls))
    return replace(
        layout,
        points=cut.points,
        positions=cut.positions,
        columns=cut.columns,
        wall_lines=tuple(cut.lines[line] for line in lines),
        alive=layout.alive if cut.alive is None else cut.alive,
        cut=True,
        apart=cut.alive is not None,
    )


def _overlap(layout: Layout) -> float:
    """By how much the area inside the outline differs from that of the stitches, as a share of it.

    Zones may meet along a wall and yet lie over one another, or gape, where a rate changes near its end.
    """
    edge = layout.outlines[0]
    tab = polygon_area(layout.points[0]) if layout.from_tab else 0.0
    return abs(polygon_area(edge) - tab - layout.area_cm2) / max(layout.area_cm2, 1e-9)


def _relaxed(layout: Layout, found: JoinedZones) -> Layout:
    """The same piece as a mesh, its quads as little distorted as they allow."""

    def lay(mesh: Mesh) -> RelaxedMesh:
        return relax(mesh, unrolled(mesh) if layout.sheet.whole else found.on(mesh), _MOST_STEPS)

    return _meshed(layout, lay)


def _meshed(layout: Layout, lay: Callable[[Mesh], RelaxedMesh], most: int = MOST_NODES) -> Layout:
    """The same piece as a mesh that is laid by ``lay``."""
    mesh = build_mesh(layout.zones, layout.walls, layout.gauge.stitch_cm, most)
    relaxed = lay(mesh)
    rows = np.arange(len(layout.sheet.counts))
    points = np.stack([_between(rows, mesh.samples, line) for line in relaxed.points.T], axis=1)
    walls = layout.wall_positions()
    positions = np.zeros((mesh.lines, len(rows)))
    for column in mesh.columns:
        wide = walls[column.zone + 1] - walls[column.zone]
        positions[column.left] = walls[column.zone] + column.first * wide
        positions[column.right] = walls[column.zone] + column.last * wide
    firsts = [column.left for column in mesh.columns if column.first == 0.0]
    return replace(
        layout,
        wall_lines=(*firsts, mesh.lines - 1),
        points=-points.conjugate(),
        positions=positions,
        columns=tuple((column.left, column.right) for column in mesh.columns),
        alive=np.stack([layout.zones[column.zone].alive for column in mesh.columns], axis=1),
        strain=float(np.sqrt(np.mean(relaxed.strain**2))),
        relaxed=True,
        opened=mesh.opened,
    )


def _between(rows: NDArray[np.int64], samples: NDArray[np.int64], line: Points) -> Points:
    return np.interp(rows, samples, line.real) + 1j * np.interp(rows, samples, line.imag)


def _gauge_of(first: Gauge, later: Sequence[tuple[int, Gauge]], row: int) -> Gauge:
    """The gauge of a row, counted from 1."""
    return next((gauge for begins, gauge in reversed(later) if begins <= row), first)


def guess_gauge(rows: Sequence[WorkedRow]) -> Gauge:
    """A gauge for a piece that states none: garter's where the wrong side is knitted, else stockinette's.

    Rounds show no wrong side: they are garter where some of them are purled.
    """
    if all(row.in_round for row in rows):
        purled = any(_first_face(row) is Face.PURL for row in rows)
        return GUESS_IN_GARTER if purled else GUESS_IN_STOCKINETTE
    knitted = sum(_first_face(row) is Face.KNIT for row in rows if row.side is Side.WS)
    wrong = sum(row.side is Side.WS for row in rows)
    return GUESS_IN_GARTER if 2 * knitted >= wrong else GUESS_IN_STOCKINETTE


def _first_face(row: WorkedRow) -> Face:
    kinds = [run.work for part in row.work for run in part.runs if isinstance(run.work, StitchKind)]
    plain = next((kind for kind in kinds if kind.uses == kind.makes == 1), None)
    return plain.face_on_rs if plain else Face.KNIT
