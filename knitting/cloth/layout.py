"""Laying a worked piece flat: its zones joined along their walls (the exact layout)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from knitting.cloth.studies import Study, study_rows
from knitting.cloth.walls import Wall, find_walls
from knitting.cloth.zones import Points, Zone, lay_zones
from knitting.measures import GUESS_IN_GARTER, GUESS_IN_STOCKINETTE, Gauge
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.stitches import Face, StitchKind

FITS = 0.006
"""Largest misfit of a wall, as a share of its length, at which the layout is called exact."""


@dataclass(frozen=True)
class Layout:
    """A piece laid flat. ``points[row, line]`` are places in cm, x to the right and y upwards, as the right
    side is seen; boundary 0 is where the layout begins, after a tab if there is one."""

    worked: WorkedPiece
    gauge: Gauge
    walls: tuple[Wall, ...]
    studies: tuple[Study, ...]
    points: Points
    misfit: float
    first_row: int
    area_cm2: float

    @property
    def method(self) -> str:
        """``exact`` where all zones fit together, else ``fitted``: the best that rigid zones allow."""
        return "exact" if self.misfit <= FITS else "fitted"

    @property
    def rows(self) -> tuple[WorkedRow, ...]:
        """The rows that are laid out."""
        return self.worked.rows[self.first_row : self.worked.drawn_rows]

    @property
    def whole(self) -> bool:
        """Whether every row is laid out; from the first that does not add up, or a new cast-on, none is."""
        return self.worked.drawn_rows == len(self.worked.rows)

    @property
    def in_round(self) -> bool:
        """Whether it is worked in rounds, and so is laid out cut open at their beginning."""
        return any(row.in_round for row in self.rows)

    @property
    def from_tab(self) -> bool:
        """Whether the piece begins with a tab, which is drawn as a block."""
        return self.first_row > 0


@dataclass(frozen=True, slots=True)
class NotLaid:
    """Why a piece cannot be laid flat, as a sentence."""

    reason: str


def lay_flat(
    worked: WorkedPiece, gauge: Gauge | None = None, later: Sequence[tuple[int, Gauge]] = ()
) -> Layout | NotLaid:
    """Lay a piece flat from its gauge, or from a guess where it has none; only the rows that add up.

    ``later`` are other gauges from a row (counted from 1) on, in the order of their rows.

    Rounds are cut open at their beginning. Returns ``NotLaid`` where there is nothing to lay.
    """
    first = worked.tab_rows
    rows = worked.rows[first : worked.drawn_rows]
    if worked.drawn_rows < worked.sound_rows and len(rows) < 2:
        return NotLaid("Rows that are turned before their end, and held stitches, are not drawn yet.")
    if len(rows) < 2:
        return NotLaid("The cloth is drawn once two rows add up.")
    used = gauge or worked.piece.headers.gauge or guess_gauge(rows)
    studies = study_rows(rows)
    walls = find_walls(rows, studies)
    gauges = [_gauge_of(used, later, first + number) for number in range(1, len(rows) + 1)]
    zones = lay_zones(rows, studies, walls, gauges)
    points, misfit = _joined(zones)
    area = sum(zone.area for zone in zones)
    return Layout(worked, used, tuple(walls), tuple(studies), -points.conjugate(), misfit, first, area)


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


def _joined(zones: Sequence[Zone]) -> tuple[Points, float]:
    """All zones in one plane, the largest lying still; and the worst misfit of a wall."""
    fixed = max(range(len(zones)), key=lambda at: zones[at].area)
    placed = {fixed: (zones[fixed].left, zones[fixed].right)}
    misfit = 0.0
    for at in range(fixed + 1, len(zones)):
        left, right, miss = _laid_on(zones[at].left, zones[at].right, placed[at - 1][1])
        placed[at], misfit = (left, right), max(misfit, miss)
    for at in range(fixed - 1, -1, -1):
        right, left, miss = _laid_on(zones[at].right, zones[at].left, placed[at + 1][0])
        placed[at], misfit = (left, right), max(misfit, miss)
    lines = [placed[0][0]]
    lines += [(placed[at][1] + placed[at + 1][0]) / 2 for at in range(len(zones) - 1)]
    lines.append(placed[len(zones) - 1][1])
    return np.stack(lines, axis=1), misfit


def _laid_on(common: Points, other: Points, target: Points) -> tuple[Points, Points, float]:
    """A zone moved so that its common limit lies on ``target``, and the misfit along it."""
    a, b = common - common.mean(), target - target.mean()
    turn = np.sum(a.conjugate() * b)
    turn = turn / abs(turn) if abs(turn) > 1e-12 else 1.0
    moved = a * turn + target.mean()
    length = float(np.abs(np.diff(target)).sum())
    miss = float(np.sqrt(np.mean(np.abs(moved - target) ** 2))) / length if length > 0 else 0.0
    return moved, (other - common.mean()) * turn + target.mean(), miss
