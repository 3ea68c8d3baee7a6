"""Sectors: rounds that make more than a whole turn, laid in pieces side by side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from knitting.cloth.zones import Numbers, Points

_ROUND_DEG = 361.0
"""What turns further than a round, by more than a line's breadth, lies over itself."""
_MOST_DEG = 345.0
"""A sector turns at most so far, so that its two ends do not meet."""


@dataclass(frozen=True)
class Sectors:
    """A layout cut along some of its lines: both sides of a cut have a line of their own."""

    points: Points
    positions: Numbers
    columns: tuple[tuple[int, int], ...]
    lines: tuple[int, ...]
    """For each line that there was, the first that there is now."""


def turning_deg(points: Points) -> list[float]:
    """How far each line is turned against the first in the later half of its rows, in degrees."""
    rises = points[-1] - points[len(points) // 2]
    directions = np.where(np.abs(rises) > 1e-9, rises, 1.0)
    return [0.0, *np.cumsum(np.degrees(np.angle(directions[1:] / directions[:-1]))).tolist()]


def cut_in_sectors(
    points: Points, positions: Numbers, columns: Sequence[tuple[int, int]], gap_cm: float
) -> Sectors | None:
    """Cut a layout of rounds that would lie over itself; ``None`` where it does not."""
    turned = turning_deg(points)
    total = abs(turned[-1])
    if total < _ROUND_DEG:
        return None
    sectors = int(np.ceil(total / _MOST_DEG))
    cuts = [int(np.argmin(np.abs(np.abs(turned) - total * k / sectors))) for k in range(1, sectors)]
    edges = [0, *sorted(set(cuts) - {0, len(columns)}), len(columns)]
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
