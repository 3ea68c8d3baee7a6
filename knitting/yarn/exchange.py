"""The same piece in another yarn: how many metres of it."""

from __future__ import annotations

from knitting.measures import Gauge
from knitting.yarn.lengths import fabric_width, loop_cm, loop_widths


def metres_in_same_size(metres: float, gauge: Gauge, other: Gauge) -> float:
    """Metres for a piece as large in another gauge: as much closer or wider as the rows are.

    The stitches are as many more as the area holds of them, each of a loop of its own length.

    >>> round(metres_in_same_size(100, Gauge(20, 28, washed=True), Gauge(16, 22.4, washed=True)))
    80
    """
    stitches = (other.stitches * other.rows) / (gauge.stitches * gauge.rows)
    return metres * stitches * loop_cm(other) / loop_cm(gauge)


def metres_of_same_counts(metres: float, gauge: Gauge, other: Gauge) -> float:
    """Metres for the same stitches and rows in another gauge.

    >>> round(metres_of_same_counts(100, Gauge(20, 28), Gauge(16, 22.4)))
    125
    """
    return metres * loop_cm(other) / loop_cm(gauge)


def metres_a_square_metre(gauge: Gauge) -> float:
    """Metres of yarn in a square metre of plain cloth.

    >>> round(metres_a_square_metre(Gauge(20, 28, washed=True)))
    1148
    """
    return 100 * loop_widths(gauge) / (fabric_width(gauge.fabric).width * gauge.row_cm)
