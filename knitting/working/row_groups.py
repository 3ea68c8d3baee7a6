"""A worked piece folded: stretches of rows that one written line called for."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import groupby

from knitting.needle.worked import WorkedPiece, WorkedRow


@dataclass(frozen=True, slots=True)
class RowGroup:
    """Rows ``first`` to ``last`` (counted from 0), all worked because of one line."""

    first: int
    last: int
    rows: tuple[WorkedRow, ...]

    @property
    def single(self) -> bool:
        """Whether it holds one row only."""
        return self.first == self.last

    @property
    def labels(self) -> tuple[str, ...]:
        """The different rows in it, in the order of their first time."""
        return tuple(dict.fromkeys(row.label for row in self.rows))

    @property
    def times(self) -> int:
        """How often its first row is worked in it."""
        return sum(row.label == self.rows[0].label for row in self.rows)

    @property
    def start(self) -> int:
        """Stitches before its first row."""
        return self.rows[0].start

    @property
    def end(self) -> int:
        """Stitches after its last row."""
        return self.rows[-1].end


def row_groups(worked: WorkedPiece) -> tuple[RowGroup, ...]:
    """The rows of a piece in working order, gathered by the line that called for them."""
    found: list[RowGroup] = []
    first = 0
    for _, rows in groupby(worked.rows, key=lambda row: (row.section, row.order_line)):
        gathered = tuple(rows)
        found.append(RowGroup(first, first + len(gathered) - 1, gathered))
        first += len(gathered)
    return tuple(found)
