"""How a cloth bends along its walls: the angle that both sides add, row by row, and where it changes.

With the rate of a side (stitches gained a row), phi = atan(rate w / h); the fold at a wall is the phi of its left side
and that of its right side together. A constant fold lies flat; where it falls the cloth cups, where it rises it
ruffles, by as many degrees (Gauss and Bonnet).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

import numpy as np

from knitting.cloth.layout import Layout
from knitting.cloth.zones import Numbers, Zone

_LEAST_ROWS = 5
_SAME_FOLD_DEG, _SAME_SCATTER_DEG = 3.0, 12.0
_LEAST_SETTLING, _MOST_SETTLING = 2, 12


class Plateau(NamedTuple):
    """Rows ``first`` to ``last`` (from 0, of the layout) along which a fold stays the same, in degrees."""

    first: int
    last: int
    fold_deg: float


@dataclass(frozen=True)
class Fold:
    """How the cloth folds along one wall. ``before`` and ``after`` are the lengths of its two sides in cm."""

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
    for at in range(1, len(layout.walls) - 1):
        wall = layout.walls[at]
        if not wall.limit:
            found.append(_fold(at, wall.name, zones[at - 1], zones[at], wall.born))
    if layout.in_round:
        found.append(_fold(0, "the beginning of the round", zones[-1], zones[0], 0))
    return found


def _fold(wall: int, name: str, before: Zone, after: Zone, born: int) -> Fold:
    # Changes on one side only pull both sides along: each takes half of what they grow together.
    rates = [np.tan(np.radians(leans_deg(*side))) for side in ((before, True), (after, False))]
    both = 2 * np.degrees(np.arctan(np.mean(rates, axis=0)))
    both[~(before.alive & after.alive)] = np.nan
    lengths = [float(np.abs(np.diff(side)).sum()) for side in (before.right, after.left)]
    return Fold(wall, name, tuple(plateaus(both, born)), *lengths)


def scatter_deg(layout: Layout) -> Numbers:
    """By how much each row fans out through changes far from all walls, in degrees."""
    fan = np.zeros(len(layout.rows))
    for zone in layout.zones:
        for row, _, change in zone.scattered:
            fan[row] += change
    period = min(max(len(fan) // 4, 1), _MOST_SETTLING)
    smooth = np.convolve(fan, np.ones(period) / period, mode="same")
    return np.asarray(np.degrees(smooth * layout.gauge.stitch_cm / layout.gauge.row_cm))


def scatter_plateaus(layout: Layout) -> list[Plateau]:
    """The stretches over which changes far from all walls come at one rate, as near as their rhythm lets it be told."""
    series = scatter_deg(layout)
    return plateaus(series, tolerance_deg=max(0.2 * float(np.max(series, initial=0.0)), _SAME_SCATTER_DEG))


def plateaus(series: Sequence[float] | Numbers, born: int = 0, tolerance_deg: float = _SAME_FOLD_DEG) -> list[Plateau]:
    """The stretches over which a series stays the same; what is shorter than a few rows belongs to a change.

    >>> [plateau.fold_deg for plateau in plateaus([40.0] * 20 + [20.0] * 20)]
    [40.0, 20.0]
    """
    values = [float(value) for value in series]
    found: list[Plateau] = []
    first = next((at for at in range(born, len(values)) if not np.isnan(values[at])), len(values))
    at = first
    while at < len(values):
        end = at
        while end < len(values) and abs(values[end] - values[at]) <= tolerance_deg:
            end += 1
        if end - at >= _LEAST_ROWS:
            mean = float(np.median(values[at:end]))
            if found and abs(found[-1].fold_deg - mean) <= tolerance_deg:
                found[-1] = Plateau(found[-1].first, end - 1, found[-1].fold_deg)
            else:
                found.append(Plateau(at, end - 1, mean))
        at = max(end, at + 1)
    return found
