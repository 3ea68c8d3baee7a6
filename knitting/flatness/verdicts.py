"""What should become of a place where a cloth does not lie as it is meant to."""

from __future__ import annotations

from enum import Enum

FLAT_DEG, BLOCKS_DEG = 10.0, 30.0
"""Missing angles below the first should lie flat, below the second block out, above it show."""
FINE_STRAIN, BLOCKS_STRAIN = 0.03, 0.08


class Verdict(Enum):
    """What should become of it."""

    FLAT = "flat"
    BLOCKS = "blocks out"
    SHOWS = "shows"


def verdict_of(defect_deg: float) -> Verdict:
    """What should become of a missing angle.

    >>> verdict_of(-12.0).value
    'blocks out'
    """
    size = abs(defect_deg)
    return Verdict.FLAT if size < FLAT_DEG else Verdict.BLOCKS if size <= BLOCKS_DEG else Verdict.SHOWS
