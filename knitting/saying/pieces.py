"""The small things that many pages say of a piece: a gauge, a side, a fabric, its corners, a new stitch, a time."""

from __future__ import annotations

from typing import TYPE_CHECKING

from knitting.fabric import FABRICS
from knitting.in_pattern.next_row import NewStitch
from knitting.measures import Gauge, said_length, said_number, said_to
from knitting.needle.worked import WorkedRow
from knitting.pace import Pace
from knitting.rows import Side
from knitting.saying.language import _
from knitting.statements import N_
from knitting.stitches import LETTERS

if TYPE_CHECKING:
    from knitting.cloth import Measures  # laying a cloth takes long to load, and its measures are only said here

_MOST_CORNERS = 6


_FABRICS = {
    "garter": N_("garter"),
    "stockinette": N_("stockinette"),
    "reverse_stockinette": N_("reverse stockinette"),
    "reverse_garter": N_("reverse garter"),
    "rib1x1": N_("rib 1x1"),
    "rib2x2": N_("rib 2x2"),
    "rib3x3": N_("rib 3x3"),
    "seed": N_("seed"),
    "moss": N_("moss"),
    "basket": N_("basket"),
    "wake": N_("wake"),
    "gull": N_("gull"),
    "rope": N_("rope"),
    "tide": N_("tide"),
}
assert _FABRICS.keys() == FABRICS.keys(), "every fabric that ships has its name here, and no other"


def said_fabric(key: str) -> str:
    """A fabric's name as it is said; a knitter's own as she called it.

    >>> said_fabric("rib2x2"), said_fabric("reeds")
    ('rib 2x2', 'reeds')
    """
    return _(_FABRICS[key]) if key in _FABRICS else key


def said_gauge(gauge: Gauge) -> str:
    """A gauge as it is measured.

    >>> said_gauge(Gauge(21.5, 30))
    '21.5 stitches and 30 rows to 10 cm'
    """
    (stitches, length), (rows, _length) = said_to(gauge.stitches), said_to(gauge.rows)
    sentence = _("{stitches} stitches and {rows} rows to {length}")
    return sentence.format(stitches=said_number(stitches), rows=said_number(rows), length=length)


_TAB = N_("row of the tab")
"""What is called "Tab" in English, as a key is."""


def said_label(row: WorkedRow) -> str:
    """What a row is called: as the words call it, or a row of the tab, which they do not name."""
    if not row.in_tab:
        return row.label
    said = _(_TAB)
    return said if said != _TAB else row.label


def said_side(row: WorkedRow) -> str:
    """The side that a row is worked from, or that it is a round."""
    if row.in_round:
        return _("round")
    return _("right side") if row.side is Side.RS else _("wrong side")


def said_extent(width_cm: float, height_cm: float) -> str:
    """A width and a height in cm, as they are said.

    >>> said_extent(98, 49)
    '98 cm by 49 cm'
    """
    return _("{width} by {height}").format(width=said_length(width_cm), height=said_length(height_cm))


def said_corners(measures: Measures) -> str:
    """The corners as they are said, "90, 45 and 45 degrees"; nothing where there are none or very many."""
    angles = [f"{corner.angle:.0f}" for corner in measures.corners]
    if not 1 < len(angles) <= _MOST_CORNERS:
        return ""
    return _("{angles} and {last} degrees").format(angles=", ".join(angles[:-1]), last=angles[-1])


def said_new_stitch(stitch: NewStitch) -> str:
    """What a new stitch becomes in the next row: "the new stitch at the right end becomes a purl"."""
    from_left = stitch.of - 1 - stitch.place
    away, becomes = min(stitch.place, from_left), _(LETTERS[stitch.becomes].said)
    if stitch.place <= from_left:
        if away == 0:
            return _("the new stitch at the right end becomes {becomes}").format(becomes=becomes)
        return _("the new stitch {place} from the right end becomes {becomes}").format(place=away + 1, becomes=becomes)
    if away == 0:
        return _("the new stitch at the left end becomes {becomes}").format(becomes=becomes)
    return _("the new stitch {place} from the left end becomes {becomes}").format(place=away + 1, becomes=becomes)


def said_time(pace: Pace, stitches: int) -> str:
    """How long so many stitches take.

    >>> said_time(Pace(2.0, 2.5, 3.0), 14_000), said_time(Pace(2.0, 2.5, 3.0), 600), said_time(Pace(2.0, 2.0, 2.1), 10)
    ('8 to 12 h', '20 to 30 min', '1 min')
    """
    low, high = pace.low * stitches, pace.high * stitches
    if high >= 2 * 3600:
        least, most = round(low / 3600), round(high / 3600)
        return (_("{most} h") if least == most else _("{least} to {most} h")).format(least=least, most=most)
    least, most = max(round(low / 60), 1), max(round(high / 60), 1)
    return (_("{most} min") if least == most else _("{least} to {most} min")).format(least=least, most=most)
