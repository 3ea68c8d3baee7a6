"""Gores: a tube whose wedges close above it, laid as it would be cut: the tube whole, the wedges side by side."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from knitting.cloth.sectors import Sectors
from knitting.cloth.walls import Wall
from knitting.cloth.zones import Points, Zone

_SAME_CM = 1e-6
_LEAST_ROWS = 4
"""A tube of fewer rows than these holds no wedges in their places."""


def gores(zones: Sequence[Zone], walls: Sequence[Wall]) -> Sectors | None:
    """Every zone upright beside the one before it, all of them one along the rows in which they are straight.

    ``None`` where no such rows begin the piece, or where zones widen beyond them: they would lie over one another.
    """
    rows = min((_straight_rows(zone) for zone in zones), default=0)
    if len(zones) < 2 or rows < _LEAST_ROWS or rows == len(zones[0].left) - 1:
        return None
    laid: list[Points] = []
    across = 0.0
    for zone in zones:
        both = np.stack([zone.left, zone.right], axis=1) - zone.left[0] + across
        across = float(both[0, 1].real)
        if laid and bool((both[:, 0].real < laid[-1][:, 1].real - _SAME_CM).any()):
            return None
        laid.append(both)
    columns = tuple((2 * at, 2 * at + 1) for at in range(len(zones)))
    places = np.repeat(np.array([wall.positions for wall in walls]), 2, axis=0)[1:-1]
    lines = (*(2 * at for at in range(len(zones))), 2 * len(zones) - 1)
    alive = np.stack([zone.alive for zone in zones], axis=1)
    points = -np.concatenate(laid, axis=1).conjugate()  # the zones' frames run to the left, as the right side is seen
    return Sectors(points, places, columns, lines, alive)


def _straight_rows(zone: Zone) -> int:
    """How many of its first rows lie straight above one another, all of them worked."""
    moves = np.abs(zone.left.real - zone.left[0].real) + np.abs(zone.right.real - zone.right[0].real)
    bent = np.flatnonzero(moves > _SAME_CM)
    first = int(bent[0]) - 1 if len(bent) else len(zone.left) - 1
    resting = np.flatnonzero(~zone.alive)
    return min(first, int(resting[0])) if len(resting) else first
