"""What does not add up in rows in pattern, and where their parts grow."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from knitting.problems import Facts, ProblemKind

NEAR_END = 12
"""An increase no more stitches than these from an end of its part grows there."""


@dataclass(frozen=True, slots=True)
class UnclearGrowth(Facts):
    """An increase among stitches in pattern: on which side of it the pattern grows is not said."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
