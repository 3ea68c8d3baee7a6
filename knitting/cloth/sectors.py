"""Sectors: rounds that make more than a whole turn, laid in pieces side by side."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.walls import Wall
from knitting.cloth.zones import Numbers, Points, Zone

WHOLE_TURN_DEG = 361.0
"""What turns further than a round, by more than a line's breadth, lies over itself."""
HALF_TURN_DEG = 180.0
"""What turns less and crosses itself is folded: sectors do not help."""
_MORE_SECTORS = 3
_MOST_DEG = 345.0
"""A sector turns at most so far, so that its two ends do not meet."""


@dataclass(frozen=True)
class Sectors:
    """A layout cut along some of its lines: both sides of a cut have a line of their own."""

    points: Points
    positions: Numbers
    columns: tuple[tuple[int, int], ...]
    lines: tuple[int, ...]
    """For each line that there was, the first that there is now; of zones laid apart, for each wall."""
    alive: NDArray[np.bool_] | None = None
    """Which rows work which column, where the columns are others than before."""


def turning_deg(points: Points) -> list[float]:
    """How far each line is turned against the first in the later half of its rows, in degrees."""
    rises = points[-1] - points[len(points) // 2]
    directions = np.where(np.abs(rises) > 1e-9, rises, 1.0)
    return [0.0, *np.cumsum(np.degrees(np.angle(directions[1:] / directions[:-1]))).tolist()]


def makes_whole_turn(points: Points) -> bool:
    """Whether the last line lies where the first does, or nearly."""
    return _MOST_DEG < abs(turning_deg(points)[-1]) < WHOLE_TURN_DEG


def in_sectors(
    points: Points, positions: Numbers, columns: Sequence[tuple[int, int]], gap_cm: float, least_deg: float
) -> Iterator[Sectors]:
    """A layout that lies over itself, cut in as few sectors as may lie flat, then in more; none where it turns less
    than ``least_deg``."""
    turned = turning_deg(points)
    total = abs(turned[-1])
    fewest = int(np.ceil(total / _MOST_DEG))
    if total < least_deg:
        return
    for sectors in range(max(fewest, 2), min(fewest + _MORE_SECTORS, len(columns)) + 1):
        cuts = [int(np.argmin(np.abs(np.abs(turned) - total * k / sectors))) for k in range(1, sectors)]
        edges = [0, *sorted(set(cuts) - {0, len(columns)}), len(columns)]
        yield _side_by_side(points, positions, columns, edges, turned, gap_cm)


def _side_by_side(
    points: Points,
    positions: Numbers,
    columns: Sequence[tuple[int, int]],
    edges: Sequence[int],
    turned: Sequence[float],
    gap_cm: float,
) -> Sectors:
    """The columns between each two of ``edges`` turned upright, and set one beside the other."""
    laid: list[Points] = []
    places: list[Numbers] = []
    pairs: list[tuple[int, int]] = []
    lines: list[int] = []
    line, across = 0, 0.0
    for begin, end in pairwise(edges):
        first, last = columns[begin][0], columns[end - 1][1]
        piece = points[:, first : last + 1]
        piece = piece * np.exp(-1j * np.radians((turned[begin] + turned[end]) / 2))
        piece = piece - complex(piece.real.min() - across, piece.imag.max())
        across = float(piece.real.max()) + gap_cm
        laid.append(piece)
        places.append(positions[first : last + 1])
        pairs += [(line + at, line + at + 1) for at in range(end - begin)]
        lines += range(line, line + end - begin)
        line += end - begin + 1
    return Sectors(np.concatenate(laid, axis=1), np.concatenate(places), tuple(pairs), (*lines, line - 1))


def zones_apart(zones: Sequence[Zone], walls: Sequence[Wall], gap_cm: float) -> Sectors:
    """Every zone by itself, one beside the other: flat in its own frame, it crosses itself nowhere."""
    laid: list[Points] = []
    places: list[Numbers] = []
    across = 0.0
    for at, zone in enumerate(zones):
        both = np.stack([zone.left, zone.right], axis=1)
        both = -both.conjugate()  # the zones' frames run to the left, as the right side is seen
        both = both - complex(both.real.max() - across, 0.0)
        across = float(both.real.min()) - gap_cm
        laid.append(both)
        places += [np.asarray(walls[at].positions), np.asarray(walls[at + 1].positions)]
    columns = tuple((2 * at, 2 * at + 1) for at in range(len(zones)))
    alive = np.stack([zone.alive for zone in zones], axis=1)
    lines = (*(2 * at for at in range(len(zones))), 2 * len(zones) - 1)
    return Sectors(np.concatenate(laid, axis=1), np.stack(places), columns, lines, alive)
