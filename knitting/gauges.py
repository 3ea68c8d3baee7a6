"""Where a gauge comes from: a swatch before and after washing, or a guess from yarn, needle and fabric."""

from __future__ import annotations

from dataclasses import dataclass, replace
from types import MappingProxyType
from typing import TypeAlias

from knitting.measures import CM_PER_INCH, Gauge, gauge_over
from knitting.statements import N_

_OVER_CM = 4 * CM_PER_INCH
"""The length over which the yarn weights give their stitches: four inches."""


@dataclass(frozen=True, slots=True)
class YarnWeight:
    """A category of yarn: stitches to 4 inches in stockinette, and the needles usual for it in millimetres."""

    number: int
    name: str
    fewest: int
    most: int
    thinnest_mm: float
    thickest_mm: float


_ROWS = (
    YarnWeight(0, N_("lace"), 33, 40, 1.5, 2.25),
    YarnWeight(1, N_("super fine"), 27, 32, 2.25, 3.25),
    YarnWeight(2, N_("fine"), 23, 26, 3.25, 3.75),
    YarnWeight(3, N_("light"), 21, 24, 3.75, 4.5),
    YarnWeight(4, N_("medium"), 16, 20, 4.5, 5.5),
    YarnWeight(5, N_("bulky"), 12, 15, 5.5, 8.0),
    YarnWeight(6, N_("super bulky"), 7, 11, 8.0, 12.75),
    YarnWeight(7, N_("jumbo"), 4, 6, 12.75, 25.0),
)
YARN_WEIGHTS = MappingProxyType({weight.number: weight for weight in _ROWS})
"""Craft Yarn Council, Standard Yarn Weight System; the values are from memory."""

_ROW_HEIGHT = MappingProxyType({"garter": 0.5, "seed": 0.6, "moss": 0.6})
"""Height of a row in stitch widths by fabric, common practice, no source; others as stockinette."""
_OF_STOCKINETTE = 0.75


@dataclass(frozen=True, slots=True)
class Swatch:
    """Stitches and rows to 10 cm, measured on a swatch before and after washing; either may be missing."""

    before: Gauge | None = None
    after: Gauge | None = None

    @property
    def gauge(self) -> Gauge | None:
        """What counts: the washed swatch, as the piece will be washed; else the unwashed one."""
        if self.after is not None:
            return replace(self.after, washed=True)
        return replace(self.before, washed=False) if self.before is not None else None


@dataclass(frozen=True, slots=True)
class YarnGuess:
    """No swatch: a category of yarn, a needle in millimetres (0: not said) and a fabric."""

    weight: int
    needle_mm: float = 0.0
    fabric: str = "stockinette"


GaugeSource: TypeAlias = Swatch | YarnGuess


@dataclass(frozen=True, slots=True)
class GaugeRange:
    """A guessed gauge, with the loosest and the tightest that are as likely."""

    gauge: Gauge
    loosest: Gauge
    tightest: Gauge

    @property
    def give(self) -> float:
        """Stitches to 10 cm by which the guess may be off."""
        return (self.tightest.stitches - self.loosest.stitches) / 2


def guess(source: YarnGuess) -> GaugeRange:
    """A gauge from yarn, needle and fabric, with its range. ``KeyError`` for a category that does not exist.

    A thicker needle than usual makes fewer stitches, in proportion; the range is the category's own, or half of it
    where the needle is known.

    >>> round(guess(YarnGuess(4)).gauge.stitches, 1)
    17.7
    """
    weight = YARN_WEIGHTS[source.weight]
    middle, half = (weight.fewest + weight.most) / 2, (weight.most - weight.fewest) / 2
    if source.needle_mm > 0:
        share = (source.needle_mm - weight.thinnest_mm) / (weight.thickest_mm - weight.thinnest_mm)
        middle = weight.most - min(max(share, -0.5), 1.5) * (weight.most - weight.fewest)
        half /= 2
    found = [_in_fabric(stitches, source.fabric) for stitches in (middle, middle - half, middle + half)]
    return GaugeRange(*found)


def _in_fabric(stitches: float, fabric: str) -> Gauge:
    gauge = gauge_over(stitches, 1, _OVER_CM)
    rows = gauge.stitches / _ROW_HEIGHT.get(fabric, _OF_STOCKINETTE)
    return Gauge(gauge.stitches, rows, fabric, guessed=True)


def gauge_of(source: GaugeSource | None) -> Gauge | None:
    """The gauge that a source gives, or nothing."""
    if isinstance(source, YarnGuess):
        return guess(source).gauge
    return source.gauge if source is not None else None
