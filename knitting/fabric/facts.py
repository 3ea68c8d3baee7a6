"""Why a fabric cannot be worked, as facts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from knitting.problems import Facts, ProblemKind


@dataclass(frozen=True, slots=True)
class FabricFacts(Facts):
    """What is wrong with a fabric of some name."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    fabric: str


@dataclass(frozen=True, slots=True)
class EmptyFabric(FabricFacts):
    """A fabric without a stitch."""


@dataclass(frozen=True, slots=True)
class CountChangesInFabric(FabricFacts):
    """A row of it that makes more or fewer stitches than it uses."""

    row: int
    uses: int
    makes: int


@dataclass(frozen=True, slots=True)
class OtherWidthInFabric(FabricFacts):
    """A row of it that has other columns than its first."""

    row: int
    columns: int
    width: int


@dataclass(frozen=True, slots=True)
class NotFromBehind(FabricFacts):
    """A stitch in one of its wrong-side rows that has none to be worked instead from that side."""

    row: int
    stitch: str


@dataclass(frozen=True, slots=True)
class TooLargeFabric(FabricFacts):
    """A repeat larger than is worked."""

    width: int
    height: int
    most_columns: int
    most_rows: int
