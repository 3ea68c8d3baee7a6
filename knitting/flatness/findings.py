"""What is found about how a cloth lies: where, how bad it is, and what should become of it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.flatness.verdicts import Verdict
from knitting.statements import Statement


class Bend(Enum):
    """What sort of finding it is."""

    TOP = "top edge"
    CENTRE = "centre"
    CORNERS = "corners"
    CHANGE = "change"
    PULL = "pull"
    STRAIN = "strain"
    SLANT = "slant"


@dataclass(frozen=True, slots=True)
class Finding:
    """One place where a cloth does not lie as it is meant to, or nearly so.

    ``rows`` are its first and last row, counted from 1. ``defect_deg`` is the angle that is missing (it cups or bends
    inwards) or, below zero, too much (it ruffles); 0 where it is no angle, but a ``share`` of a length. ``wished``
    says that it is meant to be so. ``gains`` are the stitches that its rows gain there each, ``flat_gains`` those with
    which it would lie flat; both 0 where no other number would do it. ``about`` are the facts of its sentence.
    """

    bend: Bend
    rows: tuple[int, int]
    defect_deg: float
    verdict: Verdict
    about: Statement
    wished: bool = False
    share: float = 0.0
    gains: float = 0.0
    flat_gains: float = 0.0

    @property
    def asks(self) -> bool:
        """Whether it asks for a mend: it is not meant to be so, and would show or has to be blocked."""
        return not self.wished and self.verdict is not Verdict.FLAT

    @property
    def size(self) -> float:
        """How bad it is: degrees, or hundredths of a length."""
        return abs(self.defect_deg) or 100 * self.share
