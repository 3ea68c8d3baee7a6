"""Cloth that is shaped all over in a few rows, laid as it is pinned out: every row along a circle, or half of one."""

from __future__ import annotations

from math import pi

import numpy as np

from knitting.cloth.sheet import FEW_STITCHES, Sheet
from knitting.cloth.zones import Numbers, Points, Zone

_LEAST_GAINS = 2
_MOST_PULLED = 2.0
"""Times as long as it is that a last row may have to be."""
_LINES = 48


def is_pinned_out(sheet: Sheet, zone: Zone, in_round: bool) -> bool:
    """Whether a piece is meant to be pinned out: it begins at few stitches, some rows gain all over, and its last row
    is about as long as a circle so far out."""
    gains = sum(map(sheet.gains_all_over, range(1, len(sheet.counts))))
    if sheet.counts[0] > FEW_STITCHES or gains < _LEAST_GAINS:
        return False
    wanted = (2 * pi if in_round else pi) * float(zone.left.imag[-1])
    length = abs(zone.right[-1] - zone.left[-1])
    return bool(1 / _MOST_PULLED < length / max(wanted, 1e-9) < _MOST_PULLED)


def pinned_out(sheet: Sheet, zone: Zone, in_round: bool) -> tuple[Points, Numbers, float]:
    """The places of lines in each row, where they lie in stitches, and how far stitches are pulled or pushed for it.

    A row lies as far out as its height, and all of them make one turn together; in flat pieces half of one.
    """
    turn = 2 * pi if in_round else pi
    lengths = np.abs(zone.right - zone.left)
    radii = lengths[0] / turn + zone.left.imag
    angles = (pi - turn) / 2 + np.linspace(0.0, turn, _LINES + 1)  # counter-clockwise, as the right side is seen
    points = radii[:, None] * np.exp(1j * angles)[None, :]
    positions = np.linspace(0.0, 1.0, _LINES + 1)[:, None] * np.array(sheet.counts, dtype=float)[None, :]
    pulled = turn * radii[1:] / np.maximum(lengths[1:], 1e-9) - 1.0
    weights = lengths[1:] * np.diff(zone.left.imag)
    strain = float(np.sqrt(np.sum(weights * np.minimum(np.abs(pulled), 1.0) ** 2) / np.sum(weights)))
    return points, positions, strain


def pinned_columns() -> tuple[tuple[int, int], ...]:
    """The pairs of lines with cloth between them."""
    return tuple((at, at + 1) for at in range(_LINES))
