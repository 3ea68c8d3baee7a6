"""Why a fabric cannot be worked, as facts."""

from __future__ import annotations

from typing import ClassVar

from knitting.problems import Facts, ProblemKind
from knitting.statements import dataclass_when_made


@dataclass_when_made
class FabricFacts(Facts):
    """What is wrong with a fabric of some name."""

    kind: ClassVar[ProblemKind] = ProblemKind.CANNOT_READ
    fabric: str


@dataclass_when_made
class EmptyFabric(FabricFacts):
    """A fabric without a stitch."""


@dataclass_when_made
class CountChangesInFabric(FabricFacts):
    """A row of it that makes more or fewer stitches than it uses."""

    row: int
    uses: int
    makes: int


@dataclass_when_made
class OtherWidthInFabric(FabricFacts):
    """A row of it that has other columns than its first."""

    row: int
    columns: int
    width: int


@dataclass_when_made
class NotFromBehind(FabricFacts):
    """A stitch in one of its wrong-side rows that has none to be worked instead from that side."""

    row: int
    stitch: str


@dataclass_when_made
class TooLargeFabric(FabricFacts):
    """A repeat larger than is worked."""

    width: int
    height: int
    most_columns: int
    most_rows: int
