"""How a cloth bends along its walls: the angle that both sides add, row by row, and where it changes.

With the rate of a side (stitches gained a row), phi = atan(rate w / h); the fold at a wall is the phi of its left side
and that of its right side together. A constant fold lies flat; where it falls the cloth cups, where it rises it
ruffles, by as many degrees (Gauss and Bonnet).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan, degrees, inf
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.layout import Layout
from knitting.cloth.zones import Numbers, Zone

_LEAST_ROWS = 5
_NEAR_EDGE = 5.0
"""Stitches of cloth beside a wall that rests on its other side that are too few to bend."""
_SAME_FOLD_DEG = 3.0
_MOST_DRIFT = 0.9
"""Row heights by which the steps of a rhythm may leave the straight line that they make."""
_STEEPEST_DEG = 89.9
_MOSTLY = 0.4
_LATE = 6
"""Rows at the end of a stretch that may belong to the next one."""
_LEAST_SETTLING, _MOST_SETTLING = 2, 12


class Plateau(NamedTuple):
    """Rows ``first`` to ``last`` (from 0, of the layout) along which a fold stays the same, in degrees."""

    first: int
    last: int
    fold_deg: float


@dataclass(frozen=True)
class Fold:
    """How the cloth folds along one wall. ``before_cm`` and ``after_cm`` are the lengths of its two sides where both
    are worked."""

    wall: int
    name: str
    plateaus: tuple[Plateau, ...]
    before_cm: float
    after_cm: float

    @property
    def changes(self) -> list[tuple[int, float]]:
        """The rows at which the fold changes, and the angle that is missing there (below zero: too much)."""
        return [(after.first, before.fold_deg - after.fold_deg) for before, after in pairwise(self.plateaus)]

    @property
    def uneven(self) -> float:
        """By how much one side is longer than the other, as a share."""
        short, long = sorted((self.before_cm, self.after_cm))
        return long / short - 1.0 if short > 1e-6 else 0.0


def leans_deg(zone: Zone, last: bool) -> Numbers:
    """How far a limit of a zone leans outwards in each row, in degrees."""
    limit, sign = (zone.right, 1.0) if last else (zone.left, -1.0)
    rises = np.diff(limit.imag)
    return np.asarray(np.degrees(np.arctan2(sign * np.diff(limit.real), np.where(zone.alive, rises, 1.0))))


def folds(layout: Layout) -> list[Fold]:
    """The folds along all inner walls; of rounds also along their beginning, which comes last."""
    found: list[Fold] = []
    zones = layout.zones
    worked = _worked_beside(layout)
    for at in range(1, len(layout.walls) - 1):
        wall = layout.walls[at]
        if wall.shaped:
            found.append(_fold(at, wall.name, zones[at - 1], zones[at], wall.born, worked[at]))
    if layout.in_round:
        found.append(_fold(0, "the beginning of the round", zones[-1], zones[0], 0, zones[-1].alive & zones[0].alive))
    return found


def _worked_beside(layout: Layout) -> list[NDArray[np.bool_]]:
    """For each wall the rows in which enough is worked on both sides of it to bend: what lies only a few stitches
    from a part that rests is an edge meanwhile."""
    wide = np.diff(layout.wall_positions(), axis=0)[:, 1:]
    alive = np.stack([zone.alive for zone in layout.zones])
    before, after = _beside(wide, alive), _beside(wide[::-1], alive[::-1])[::-1]
    return [np.ones(alive.shape[1], dtype=bool), *(before[:-1] & after[1:]), np.ones(alive.shape[1], dtype=bool)]


def _beside(wide: Numbers, alive: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Whether what is worked up to the far limit of each zone is more than a few stitches, or reaches the edge."""
    enough = np.zeros(alive.shape, dtype=bool)
    reach, open_edge = np.zeros(alive.shape[1]), np.ones(alive.shape[1], dtype=bool)
    for zone in range(len(alive)):
        open_edge &= alive[zone]
        reach = np.where(alive[zone], reach + wide[zone], 0.0)
        enough[zone] = alive[zone] & (open_edge | (reach > _NEAR_EDGE))
    return enough


def _fold(wall: int, name: str, before: Zone, after: Zone, born: int, worked: NDArray[np.bool_]) -> Fold:
    # Changes on one side only pull both sides along: each takes half of what they grow together.
    rates = [np.tan(np.radians(leans_deg(*side))) for side in ((before, True), (after, False))]
    both = 2 * np.degrees(np.arctan(np.mean(rates, axis=0)))
    both[~worked] = np.nan
    # While one side rests the other is an edge, which nothing holds.
    lengths = [float(np.abs(np.diff(side))[worked].sum()) for side in (before.right, after.left)]
    return Fold(wall, name, tuple(plateaus(both, born, sides=2)), *lengths)


def scatter_plateaus(layout: Layout) -> list[Plateau]:
    """The stretches over which changes far from all walls come at one rate: the angle by which their rows fan out."""
    fan = np.zeros(len(layout.rows))
    for zone in layout.zones:
        for row, _, change in zone.scattered:
            fan[row] += change
    most = float(np.max(np.abs(fan), initial=0.0))
    turn = layout.gauge.stitch_cm / layout.gauge.row_cm
    return [Plateau(a, b, degrees(rate * turn)) for a, b, rate in _straight(fan, 0, most)] if most else []


def plateaus(series: Sequence[float] | Numbers, born: int = 0, sides: int = 1) -> list[Plateau]:
    """The stretches along which a line leans, or the ``sides`` of a wall fold together, by one angle (degrees a row).

    A rhythm may do it in steps: an angle is that of the straight line that stays within half a row's height or so of
    the steps. What is shorter than a few rows belongs to a change.

    >>> [plateau.fold_deg for plateau in plateaus([40.0] * 20 + [20.0] * 20)]
    [40.0, 20.0]
    """
    angles = np.asarray(series, dtype=float)
    rates = np.tan(np.radians(np.where(np.abs(angles) < _STEEPEST_DEG * sides, angles, np.nan)) / sides)
    found: list[Plateau] = []
    for first, last, rate in _straight(rates, born, _MOST_DRIFT):
        fold = sides * degrees(atan(rate))
        same = bool(found) and abs(found[-1].fold_deg - fold) <= _SAME_FOLD_DEG
        found.append(Plateau(first, last, fold))
        if same:
            before = found[-2]
            found[-2:] = [Plateau(before.first, last, max(before, found[-1], key=_length).fold_deg)]
    return found


def _length(plateau: Plateau) -> int:
    return plateau.last - plateau.first


def _straight(rates: Numbers, born: int, most_drift: float) -> Iterator[tuple[int, int, float]]:
    """The stretches of rows over which the sum of rates keeps near a straight line: first row, last row, mean rate."""
    sums = np.concatenate([[0.0], np.cumsum(np.nan_to_num(rates))])
    known = (~np.isnan(rates)).tolist()
    steps = sums.tolist()
    at, end = born, len(rates)
    last: tuple[int, int, float] | None = None
    while at < end:
        if not known[at]:
            at += 1
            continue
        stop = _as_far_as_straight(steps, known, at, most_drift)
        if stop - at >= _LEAST_ROWS:
            found = (at, stop - 1, _mean_rate(rates[at:stop]))
            if last is not None:
                bend = _bend(sums, last, found)
                yield last[0], min(bend - 1, last[1]), last[2]
                found = (min(bend, at), *found[1:])
            last = found
        at = stop
    if last is not None:
        yield last


def _bend(sums: Numbers, one: tuple[int, int, float], other: tuple[int, int, float]) -> int:
    """The first row of the second of two stretches: where their straight lines meet.

    A stretch is followed until it has left its line, so that it ends some rows too late.
    """
    if other[0] > one[1] + _LEAST_ROWS or abs(one[2] - other[2]) < 1e-6:
        return other[0]
    starts = []
    for first, last, rate in (one, other):
        end = first + (last - first) // 2 + 1
        starts.append(float(np.mean(sums[first : end + 1] - rate * np.arange(first, end + 1))))
    met = round((starts[1] - starts[0]) / (one[2] - other[2]))
    return int(min(max(met, one[0] + _LEAST_ROWS), other[0]))


def _as_far_as_straight(sums: Sequence[float], known: Sequence[bool], at: int, most_drift: float) -> int:
    """The row before which a stretch ends: no straight line from its beginning keeps near all sums behind it."""
    low, high = -inf, inf
    for row in range(at + 1, len(sums)):
        if not known[row - 1]:
            return row - 1
        rise, run = sums[row] - sums[at], row - at
        low, high = max(low, (rise - most_drift) / run), min(high, (rise + most_drift) / run)
        if not low <= high:
            return row - 1
    return len(sums) - 1


def _mean_rate(rates: Numbers) -> float:
    """The rate of a stretch, of the line through its sums; rows at its ends may belong to its neighbours."""
    alike = np.flatnonzero(np.abs(rates - np.median(rates)) < 1e-6)
    if len(alike) > _MOSTLY * len(rates) and alike[-1] - alike[0] == len(alike) - 1:
        return float(rates[alike[0]])
    ends = min(_LATE, len(rates) // 4)
    inner = rates[: len(rates) - ends]
    sums = np.cumsum(inner)
    return float(np.polyfit(np.arange(len(sums)), sums, 1)[0])
