"""Whether a closed outline crosses or touches itself."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.zones import Points

_BLOCK = 256
_SAME = 1e-9
"""Places nearer than this, as a share of the outline's breadth, are one."""


def crosses_itself(outline: Points) -> bool:
    """Whether two sides of a closed outline meet anywhere but at the corner between neighbours.

    >>> crosses_itself(np.array([0, 2, 2 + 2j, 2j])), crosses_itself(np.array([0, 2, 2j, 2 + 2j]))
    (False, True)
    """
    corners = _corners(outline)
    if len(corners) < 4:
        return False
    ends = np.roll(corners, -1)
    return any(
        _meet(corners, ends, np.arange(first, min(first + _BLOCK, len(corners))))
        for first in range(0, len(corners), _BLOCK)
    )


def distinct(outline: Points) -> Points:
    """A closed outline without places that are one with the place before them."""
    return np.asarray(outline[np.abs(outline - np.roll(outline, 1)) > _SAME * _size(outline)])


def _size(outline: Points) -> float:
    return float(np.ptp(outline.real) + np.ptp(outline.imag)) or 1.0


def _corners(outline: Points) -> Points:
    """The outline without places that lie on the way between their neighbours."""
    size, apart = _size(outline), distinct(outline)
    arriving, leaving = apart - np.roll(apart, 1), np.roll(apart, -1) - apart
    turn = leaving * arriving.conjugate()
    straight = (np.abs(turn.imag) <= _SAME * size * np.abs(leaving)) & (turn.real > 0)
    return apart[~straight]


def _meet(starts: Points, ends: Points, which: NDArray[np.int64]) -> bool:
    """Whether some of the sides meet any other that is not a neighbour."""
    a, b = starts[which, None], ends[which, None]
    one = _side(a, b, starts[None]) * _side(a, b, ends[None]) <= 0
    other = _side(starts[None], ends[None], a) * _side(starts[None], ends[None], b) <= 0
    apart = (np.arange(len(starts))[None] - which[:, None]) % len(starts)
    neighbours = (apart <= 1) | (apart == len(starts) - 1)
    return bool((one & other & _near(a, b, starts[None], ends[None]) & ~neighbours).any())


def _side(start: Points, end: Points, place: Points) -> NDArray[np.float64]:
    """On which side of a line a place lies: above 0 on its left."""
    return np.asarray(((end - start).conjugate() * (place - start)).imag)


def _near(a: Points, b: Points, c: Points, d: Points) -> NDArray[np.bool_]:
    """Whether the boxes about two sides meet, which tells sides of one line apart."""
    across = np.maximum(np.minimum(a.real, b.real), np.minimum(c.real, d.real)) <= np.minimum(
        np.maximum(a.real, b.real), np.maximum(c.real, d.real)
    )
    up = np.maximum(np.minimum(a.imag, b.imag), np.minimum(c.imag, d.imag)) <= np.minimum(
        np.maximum(a.imag, b.imag), np.maximum(c.imag, d.imag)
    )
    return across & up
