"""Gauge and lengths: the one place where stitches become centimetres and where figures are rounded."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

CM_PER_INCH = 2.54
"""International yard and pound agreement, 1959."""

LEAST_GAUGE, MOST_GAUGE = 2.0, 200.0
"""Stitches or rows to 10 cm between which a gauge is believed."""


@dataclass(frozen=True, slots=True)
class Gauge:
    """Stitches and rows to 10 cm, and whether they were measured or guessed.

    ``washed`` tells which swatch was measured, where that is known; the loops of a washed one are as long, and lie
    closer together.

    >>> Gauge(20, 40).stitch_cm, Gauge(20, 40).row_cm
    (0.5, 0.25)
    """

    stitches: float
    rows: float
    fabric: str = ""
    guessed: bool = False
    washed: bool | None = None

    @property
    def stitch_cm(self) -> float:
        """Width of one stitch in centimetres."""
        return 10 / self.stitches

    @property
    def row_cm(self) -> float:
        """Height of one row in centimetres."""
        return 10 / self.rows

    @property
    def believable(self) -> bool:
        """Whether both figures lie where hand knitting lies."""
        return all(LEAST_GAUGE <= value <= MOST_GAUGE for value in (self.stitches, self.rows))


GUESS_IN_GARTER = Gauge(18, 36, "garter", guessed=True)
GUESS_IN_STOCKINETTE = Gauge(18, 24, "stockinette", guessed=True)


def gauge_over(stitches: float, rows: float, length_cm: float, fabric: str = "") -> Gauge:
    """A gauge from counts over any length.

    >>> gauge_over(5, 10, CM_PER_INCH).stitches
    19.68503937007874
    """
    return Gauge(stitches * 10 / length_cm, rows * 10 / length_cm, fabric)


GaugesFrom: TypeAlias = tuple[tuple[int, Gauge], ...]
"""Other gauges, each from a row (counted from 1) on, in the order of the rows."""


def rows_within(length_cm: float, start: int, gauge: Gauge, later: GaugesFrom = ()) -> float:
    """Rows that make a length, counted from after row ``start`` on, where the gauge may change on the way.

    >>> rows_within(10, 0, Gauge(20, 40)), rows_within(10, 0, Gauge(20, 40), ((21, Gauge(20, 30)),))
    (40.0, 35.0)
    """
    rows = 0.0
    for row, following in (*later, (None, gauge)):
        before = max(row - 1 - start - rows, 0.0) if row is not None else length_cm / gauge.row_cm
        if before * gauge.row_cm >= length_cm:
            break
        rows, length_cm = rows + before, length_cm - before * gauge.row_cm
        gauge = following
    return rows + length_cm / gauge.row_cm


def said_cm(length_cm: float) -> str:
    """A length as it is said: whole centimetres from 20 up, tenths below.

    >>> said_cm(148.4), said_cm(7.25), said_cm(14.02)
    ('148 cm', '7.2 cm', '14 cm')
    """
    return f"{length_cm:.0f} cm" if length_cm >= 20 else f"{said_number(length_cm)} cm"


def said_area(area_cm2: float) -> str:
    """An area as it is said.

    >>> said_area(731.4), said_area(12750.0)
    ('731 cm²', '1.27 m²')
    """
    return f"{area_cm2 / 10_000:.2f} m²" if area_cm2 >= 10_000 else f"{area_cm2:.0f} cm²"


def said_number(value: float) -> str:
    """A figure without needless decimals.

    >>> said_number(20.0), said_number(19.68503)
    ('20', '19.7')
    """
    return f"{value:.1f}".removesuffix(".0")
