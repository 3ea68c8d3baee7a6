"""What is found about how a cloth lies, as facts: angles in degrees, shares of a length, stitches a row."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.flatness.verdicts import Verdict
from knitting.statements import Statement


@dataclass(frozen=True, slots=True)
class TopEdges(Statement):
    """The angle at which the top edges meet; below zero ``missing`` is what they stand up past straight."""

    angle_deg: float
    missing_deg: float
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class RoundsOpen(Statement):
    """How far rounds open that are not meant to lie flat."""

    angle_deg: float


@dataclass(frozen=True, slots=True)
class RoundsTurn(Statement):
    """How far rounds from a point go round, the stitches that they gain each, and those with which they lie flat."""

    angle_deg: float
    missing_deg: float
    verdict: Verdict
    gains: float
    flat_gains: float


@dataclass(frozen=True, slots=True)
class NoSquare(Statement):
    """The least and the largest corner of what could be a square."""

    least_deg: float
    most_deg: float


@dataclass(frozen=True, slots=True)
class CupsAsMeant(Statement):
    """From which row on a cloth cups that is meant to; ``lines`` are those that it bends along, none all round.

    ``dome`` says that it closes above a head; else it lies over shoulders.
    """

    row: int
    in_round: bool
    angle_deg: float
    lines: tuple[str, ...]
    dome: bool = False


@dataclass(frozen=True, slots=True)
class RateChanges(Statement):
    """Rows that shape at another rate than those before: what they gain each, and with what they would lie flat."""

    first: int
    last: int
    in_round: bool
    defect_deg: float
    verdict: Verdict
    lines: tuple[str, ...]
    gains: float
    flat_gains: float


@dataclass(frozen=True, slots=True)
class UnevenSides(Statement):
    """Lines whose side before (or after) them is longer than the other by a share, or by up to it."""

    before: bool
    lines: tuple[str, ...]
    share: float
    up_to: bool


@dataclass(frozen=True, slots=True)
class Strained(Statement):
    """By what share the stitches of a cloth that is to lie flat are stretched or pushed."""

    share: float
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class Slanting(Statement):
    """Every yarn over lies on the same side of its decrease."""
