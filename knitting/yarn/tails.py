"""Yarn that no row shows: cast-ons, bind-offs, picked-up edges, seams, tails, floats, waste yarn and fringe.

Lengths are in metres. The factors are loops or widths of a stitch, from geometry or from common practice without a
source; a bind-off's differs from hand to hand by about an eighth.
"""

from __future__ import annotations

from enum import Enum
from types import MappingProxyType

from knitting.measures import Gauge
from knitting.yarn.lengths import loop_cm

CAST_ON_TAIL_WIDTHS = 3.0
"""Widths that the tail of a long-tail cast-on gives a stitch: geometry."""
_SPARE_CM = 20.0
_END_CM = 15.0
_SEAM_SPARE_CM = 30.0
_BACKWARD_LOOPS = 0.8
_PICKED_UP_LOOPS = 1.1
_WASTE_WIDTHS = 1.25
_FLOAT_ROWS, _FLOAT_WIDTHS = 1.2, 0.8

BIND_OFF_LOOPS = MappingProxyType(
    {
        "": 1.0,
        "in_pattern": 1.02,
        "purlwise": 1.03,
        "loosely": 1.08,
        "stretchy": 1.25,
        "k1_k2tog": 2.1,
        "sewn": 0.73,
        "three_needle": 1.12,
        "grafted": 1.0,
    }
)
"""Loops that a stitch takes when it is bound off in a manner of the dialects' tables; others as the usual one."""


class Seam(Enum):
    """A way of joining two edges; the value is how many lengths of the edge the yarn takes (geometry)."""

    MATTRESS = 2.7
    WHIP = 3.4
    ZIGZAG = 3.0


def cast_on_m(stitches: int, gauge: Gauge, manner: str = "", picked_up: bool = False) -> float:
    """Yarn that casting on takes, the tail to leave included; picked-up stitches have none."""
    loops = stitches * loop_cm(gauge) / 100
    if picked_up:
        return loops * _PICKED_UP_LOOPS
    if manner == "backward_loop":
        return loops * _BACKWARD_LOOPS + _END_CM / 100
    return loops + cast_on_tail_cm(stitches, gauge) / 100


def cast_on_tail_cm(stitches: int, gauge: Gauge) -> float:
    """The tail to leave for a long-tail cast-on, in centimetres: a loop a stitch and a hand's breadth to hold.

    >>> round(cast_on_tail_cm(100, Gauge(20, 28, washed=True)))
    225
    """
    return stitches * loop_cm(gauge) + _SPARE_CM


def bind_off_m(stitches: int, gauge: Gauge, manner: str = "") -> float:
    """Yarn that binding off takes, with the end that is woven in; nothing where there is nothing to bind off."""
    if not stitches:
        return 0.0
    return (stitches * loop_cm(gauge) * BIND_OFF_LOOPS.get(manner, 1.0) + _END_CM) / 100


def bind_off_tail_cm(stitches: int, gauge: Gauge, manner: str = "") -> float:
    """The yarn to keep for a bind-off, in centimetres."""
    return 100 * bind_off_m(stitches, gauge, manner)


def seam_m(length_cm: float, seam: Seam = Seam.MATTRESS) -> float:
    """Yarn that joining two edges takes, with an end on each side.

    >>> round(seam_m(50), 2)
    1.65
    """
    return (length_cm * seam.value + _SEAM_SPARE_CM) / 100


def waste_yarn_m(stitches: int, gauge: Gauge) -> float:
    """Waste yarn on which so many stitches rest."""
    return (_WASTE_WIDTHS * stitches * gauge.stitch_cm + _SPARE_CM) / 100


def float_m(rows: int, gauge: Gauge) -> float:
    """Yarn carried up the side over so many rows of another colour."""
    return (_FLOAT_ROWS * rows * gauge.row_cm + _FLOAT_WIDTHS * gauge.stitch_cm) / 100


def cut_join_m(joins: int = 1) -> float:
    """The two ends that every cut join leaves to be woven in."""
    return 2 * _END_CM * joins / 100


def fringe_m(pairs_of_rows: int, length_cm: float) -> float:
    """Yarn that a fringe takes which is tied into every pair of rows."""
    return 2 * pairs_of_rows * length_cm / 100
