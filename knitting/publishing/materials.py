"""What is needed beside yarn and needles: counted from the marks and holders of the rows."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil

from knitting.needle.worked import WorkedPiece

MARGIN = 0.1
"""The share of yarn to have beyond what is reckoned: hands differ (``docs/yarn.md``)."""


@dataclass(frozen=True, slots=True)
class Notions:
    """How many marks hang on the needle at once, how many in stitches, how many holders are in use at once."""

    on_needle: int
    in_stitches: int
    holders: int


@dataclass(frozen=True, slots=True)
class BallNeed:
    """The yarn of one colour: its metres without any margin, and what a ball of it has, 0 where that is not known."""

    colour: str
    metres: float
    ball_m: float = 0.0

    @property
    def balls(self) -> int:
        """Whole balls with the margin; 0 where a ball is not known.

        >>> BallNeed("A", 470, 170).balls
        4
        """
        return ceil(self.metres * (1 + MARGIN) / self.ball_m - 1e-9) if self.ball_m > 0 else 0

    @property
    def spare(self) -> float:
        """The share of the metres that whole balls would leave if no margin were bought.

        >>> round(BallNeed("A", 500, 170).spare, 2)
        0.02
        """
        if self.ball_m <= 0 or self.metres <= 0:
            return 1.0
        return ceil(self.metres / self.ball_m - 1e-9) * self.ball_m / self.metres - 1


def notions_of(worked: WorkedPiece) -> Notions:
    """The marks and holders that a piece takes."""
    needles = [needle for row in worked.rows for needle in (row.before, row.after)]
    hung = [[mark.in_stitch for mark in needle.marks] for needle in needles]
    last = len(worked.rows)
    stays = [(rest.row, rest.back if rest.back is not None else last + 1) for rest in worked.rests]
    at_once = (sum(first <= row < back for first, back in stays) for row, _ in stays)
    return Notions(
        max((len(each) - sum(each) for each in hung), default=0),
        max((sum(each) for each in hung), default=0),
        max(at_once, default=0),
    )
