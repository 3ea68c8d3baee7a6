"""How many stitches to pick up along an edge, and in which of its rows."""

from __future__ import annotations

from dataclasses import dataclass
from math import floor, tan

import numpy as np

from knitting.assembly.joints import Assembly, PickUp
from knitting.assembly.spans import Span, edge_units
from knitting.measures import Gauge
from knitting.statements import Refused, sentence


@dataclass(frozen=True, slots=True)
class Picked:
    """Stitches picked up in all, by the stretches of the edge, and in each unit (stitch, ridge or row) of each."""

    name: str
    total: int
    each: tuple[int, ...]
    units: tuple[tuple[int, ...], ...]
    exact: float
    """What the lengths alone would ask for."""

    @property
    def rows(self) -> tuple[int, ...]:
        """Stitches in each unit, all stretches one after the other."""
        return tuple(count for stretch in self.units for count in stretch)


def picked(assembly: Assembly, pick_up: PickUp) -> Picked:
    """Stitches by length: as many as lie along the edge at the new gauge, to the nearest that its pattern allows.

    A half goes up. They are shared among the stretches by their remainders, the largest first, and spread evenly, with
    two in some units where there are too few. ``Refused`` where the edge is shorter than one repeat of the pattern.
    """
    lengths = [assembly.length_cm(span) for span in pick_up.along]
    wished = sum(lengths) / pick_up.stitch_cm
    corners = pick_up.corners * (len(pick_up.along) - 1)
    repeats = floor((wished + corners - pick_up.plus) / pick_up.multiple + 0.5)
    total = repeats * pick_up.multiple + pick_up.plus
    if total - corners < len(pick_up.along):
        raise Refused(
            sentence(
                "The edge holds about {wished:.0f} stitches: too few for a multiple of {multiple} and {plus}.",
                wished=wished,
                multiple=pick_up.multiple,
                plus=pick_up.plus,
            )
        )
    each = _shared(total - corners, lengths)
    units = tuple(spread(count, _units(assembly, span)) for count, span in zip(each, pick_up.along, strict=True))
    return Picked(pick_up.name, total, tuple(each), units, wished)


def spread(stitches: int, units: int) -> tuple[int, ...]:
    """Stitches over units so that no two units differ by more than one, and the gaps by one at most.

    >>> spread(5, 3), spread(2, 4)
    ((1, 2, 2), (0, 1, 0, 1))
    """
    if units < 1:
        return (stitches,)
    return tuple((at + 1) * stitches // units - at * stitches // units for at in range(units))


def _units(assembly: Assembly, span: Span) -> int:
    return max(edge_units(assembly.pieces[span.piece], span), 1)


def _shared(total: int, lengths: list[float]) -> list[int]:
    """A total shared by lengths: whole parts first, the rest by the largest remainders."""
    shares = np.array(lengths) / sum(lengths) * total
    counts = np.floor(shares + 1e-9).astype(int)
    order = np.argsort(-(shares - counts), kind="stable")
    for at in order[: total - int(counts.sum())]:
        counts[at] += 1
    return [int(count) for count in counts]


def corner_gain(gauge: Gauge, angle_deg: float) -> float:
    """Stitches that a border gains in each row at a corner of the cloth, so that it lies flat round it; below zero it
    loses them, at a corner that is turned inwards.

    >>> round(corner_gain(Gauge(20, 40), 90), 3)
    1.0
    """
    turned = np.radians(180 - angle_deg)
    return float(2 * gauge.row_cm / gauge.stitch_cm * tan(turned / 2))


def curve_gain(gauge: Gauge) -> float:
    """Stitches that a border gains in each round in all, round a whole curve."""
    return float(2 * np.pi * gauge.row_cm / gauge.stitch_cm)
