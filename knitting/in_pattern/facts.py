"""What does not add up in rows in pattern."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from knitting.problems import Facts, ProblemKind


@dataclass(frozen=True, slots=True)
class UnclearGrowth(Facts):
    """An increase among stitches in pattern: on which side of it the pattern grows is not said."""

    kind: ClassVar[ProblemKind] = ProblemKind.AMBIGUOUS
