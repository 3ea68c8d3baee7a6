"""Gauge and lengths: the one place where stitches become centimetres and where figures are rounded and said."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

from knitting.figures import figure

CM_PER_INCH = 2.54
"""International yard and pound agreement, 1959."""
M_PER_YARD = 0.9144
"""The same agreement."""
_CM_PER_FOUR_INCHES = 4 * CM_PER_INCH
_WHOLE_FROM = 20
"""From how many of a unit on a length is said in whole ones."""

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


class Units(Enum):
    """In what lengths are said."""

    CM = "cm"
    INCHES = "in"


_units: ContextVar[Callable[[], Units]] = ContextVar("units", default=lambda: Units.CM)


@contextmanager
def lengths_said_in(units: Callable[[], Units]) -> Iterator[None]:
    """Lengths within are said in the units that are told when the first of them is said."""
    token = _units.set(units)
    try:
        yield
    finally:
        _units.reset(token)


def said_units() -> Units:
    """The units that lengths are said in here."""
    return _units.get()()


def in_units(length_cm: float) -> tuple[float, str]:
    """A length in centimetres as a number of the reader's units, and their name.

    >>> in_units(25.4)
    (25.4, 'cm')
    >>> with lengths_said_in(lambda: Units.INCHES): in_units(25.4)
    (10.0, 'in')
    """
    if said_units() is Units.INCHES:
        return length_cm / CM_PER_INCH, "in"
    return length_cm, "cm"


def said_length(length_cm: float) -> str:
    """A length in centimetres as it is said in the reader's units: whole ones from 20 up, tenths below.

    >>> said_length(148.4), said_length(7.25), said_length(14.02)
    ('148 cm', '7.2 cm', '14 cm')
    >>> with lengths_said_in(lambda: Units.INCHES): said_length(148.4), said_length(14.02)
    ('58 in', '5.5 in')
    """
    return _said(*in_units(length_cm))


def said_fine_length(length_cm: float) -> str:
    """A length of a few centimetres as it is said, to hundredths where it is under ten of the unit.

    >>> said_fine_length(1.234), said_fine_length(12.3)
    ('1.23 cm', '12.3 cm')
    """
    value, unit = in_units(length_cm)
    return f"{said_number(value) if value >= 10 else figure(value, '.2f')} {unit}"


def said_metres(metres: float) -> str:
    """Yarn, in metres, as it is said in the reader's units: whole ones from 20 up, tenths below.

    >>> said_metres(141.4), said_metres(2.34)
    ('141 m', '2.3 m')
    >>> with lengths_said_in(lambda: Units.INCHES): said_metres(141.4)
    '155 yd'
    """
    if said_units() is Units.INCHES:
        return _said(metres / M_PER_YARD, "yd")
    return _said(metres, "m")


def said_to(value_to_10_cm: float) -> tuple[float, str]:
    """Stitches or rows of a gauge as the reader measures them, and over what length that is.

    >>> said_to(20.0)
    (20.0, '10 cm')
    >>> with lengths_said_in(lambda: Units.INCHES): said_to(20.0)
    (20.32, '4 in')
    """
    if said_units() is Units.INCHES:
        return value_to_10_cm * _CM_PER_FOUR_INCHES / 10, "4 in"
    return value_to_10_cm, "10 cm"


def said_area(area_cm2: float) -> str:
    """An area in square centimetres as it is said in the reader's units.

    >>> said_area(731.4), said_area(12750.0)
    ('731 cm²', '1.27 m²')
    >>> with lengths_said_in(lambda: Units.INCHES): said_area(731.4), said_area(12750.0)
    ('113 sq in', '1.52 sq yd')
    """
    if said_units() is Units.INCHES:
        if area_cm2 >= 10_000:
            return f"{figure(area_cm2 / 10_000 / M_PER_YARD**2, '.2f')} sq yd"
        return f"{figure(area_cm2 / CM_PER_INCH**2, '.0f')} sq in"
    return f"{figure(area_cm2 / 10_000, '.2f')} m²" if area_cm2 >= 10_000 else f"{area_cm2:.0f} cm²"


def _said(value: float, unit: str) -> str:
    return f"{value:.0f} {unit}" if value >= _WHOLE_FROM else f"{said_number(value)} {unit}"


def said_number(value: float) -> str:
    """A figure without needless decimals.

    >>> said_number(20.0), said_number(19.68503)
    ('20', '19.7')
    """
    return figure(round(value)) if f"{value:.1f}".endswith(".0") else figure(value, ".1f")
