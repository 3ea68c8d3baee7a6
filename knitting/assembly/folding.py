"""How a thing lies when it is put down as it is worn: the front on the back, folded at its sides."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from knitting.assembly.joints import Assembly
from knitting.assembly.laid import laid
from knitting.cloth import Layout, measure
from knitting.cloth.meant import goes_round
from knitting.cloth.outline import outline, upright
from knitting.cloth.zones import Points

_SIDES = (0.25, 0.75)
"""Where what goes round is folded: so much of each row from its start lies in front, as much at its end."""


@dataclass(frozen=True, eq=False)
class Folded:
    """A thing folded as it is worn: the outlines that lie on one another, the lowest first, in cm (x to the right, y
    upwards), or beside one another where they are not ``on_one_another``; where its front stands ``open``, the line
    along which it does.

    What is not worn round anything lies as it is laid.
    """

    width_cm: float
    height_cm: float
    layers: tuple[Points, ...]
    on_one_another: bool = False
    open: Points | None = None


def folded(assembly: Assembly) -> Folded:
    """A thing folded as it is worn.

    Two pieces that are sewn to each other along two edges lie one on the other, as a front on a back does. One piece
    that goes round a body is folded at both sides: the fronts lie on the back.
    """
    layouts = list(assembly.pieces.values())
    if len(layouts) == 2 and len(assembly.seams) >= 2:
        largest = measure(max(layouts, key=lambda each: each.area_cm2))
        return Folded(largest.width_cm, largest.height_cm, tuple(_hung(_upright(each)) for each in layouts), True)
    if len(layouts) == 1 and goes_round(layouts[0]):
        return _round(layouts[0])
    if len(layouts) == 1:
        alone = measure(layouts[0])
        return Folded(alone.width_cm, alone.height_cm, (_hung(_upright(layouts[0])),))
    outlines = laid(assembly).outlines.values()
    every = np.concatenate(list(outlines))
    return Folded(float(np.ptp(every.real)), float(np.ptp(every.imag)), tuple(outlines))


def _round(layout: Layout) -> Folded:
    """The middle half of every row is the back; the front has its outline, and opens in its middle."""
    turn = upright(layout)
    rows = range(len(layout.points))
    counts = layout.sheet.counts
    right, left = (np.array([layout.place(row, counts[row] * share) for row in rows]) for share in _SIDES)
    last = layout.between(rows[-1], counts[-1] * _SIDES[0], counts[-1] * _SIDES[1])
    first = layout.between(0, counts[0] * _SIDES[0], counts[0] * _SIDES[1])
    back = np.concatenate([right, last, left[::-1], first[::-1]]) * turn
    front = None if layout.in_round else np.array([layout.place(row, counts[row] / 2) for row in rows]) * turn
    shift = complex(float(back.real.min() + back.real.max()) / 2, float(back.imag.max()))
    hung = back - shift
    opens = None if front is None else front - shift
    return Folded(float(np.ptp(back.real)), float(np.ptp(back.imag)), (hung, hung), True, opens)


def _upright(layout: Layout) -> Points:
    found: Points = outline(layout) * upright(layout)
    return found


def _hung(line: Points) -> Points:
    """An outline with the middle of its breadth at 0 and its highest place there."""
    return line - complex(float(line.real.min() + line.real.max()) / 2, float(line.imag.max()))
