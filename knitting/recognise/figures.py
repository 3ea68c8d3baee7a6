"""Figures of knit and purl stitches read as fabrics: one that ships, or one of the piece's own."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import chain

from knitting.fabric import FABRICS, Fabric
from knitting.needle.worked import WorkedRow
from knitting.recognise.anatomy import Figured, NotRecognised, cells_of, without_slipped_first
from knitting.recognise.rhythms import RecognisedRow
from knitting.statements import sentence
from knitting.stitches import KNIT, PURL, StitchKind
from knitting.working.comparison import stitches_of

_MOST_WIDE, _MOST_HIGH = 24, 24
_Cells = tuple[StitchKind, ...]


class Figures:
    """The figures that were met in a piece, each as the key of a fabric; ``own`` are those that do not ship."""

    def __init__(self, own: Sequence[Fabric]) -> None:
        self.own = tuple(own)

    def of(self, rows: Sequence[_Cells]) -> str:
        """The key of the fabric of some rows, as the right side shows them, from the right."""
        if len({len(row) for row in rows}) != 1:
            raise NotRecognised(sentence("A part in a figure grows or shrinks: that is not told as a plan yet."))
        known = next((key for key, fabric in FABRICS.items() if _fits(rows, fabric.rows)), None)
        known = known or next((each.key for each in self.own if _fits(rows, each.rows)), None)
        if known is not None:
            return known
        repeat = _smallest(rows)
        if repeat is None:
            raise NotRecognised(sentence("A part is worked in a figure without a repeat."))
        key = next(name for at in range(1, 99) if (name := f"figure {at}") not in {each.key for each in self.own})
        self.own = (*self.own, Fabric(key, repeat))
        return key


def cells_of_part(told: RecognisedRow, at: int, right: int, left: int) -> _Cells:
    """The cells of one part of a row, in right-side order, without the borders."""
    plain = told.anatomy.parts[at].plain
    if not isinstance(plain, Figured):
        raise NotRecognised(sentence("A part is worked in a figure in some rows only."))
    parts = len(told.anatomy.parts)
    cells = plain.cells
    cells = cells[right:] if at == 0 else cells
    return cells[: len(cells) - left] if at == parts - 1 and left else cells


def edge_cells(row: WorkedRow, width: int, at_right: bool) -> _Cells:
    """The stitches at one edge of a row as the right side shows them, in right-side order."""
    worked = without_slipped_first(list(chain.from_iterable(stitches_of(row.work))))
    stitches = [each for each in worked if each[0] in (KNIT, PURL)]
    cells = cells_of(stitches, row.side)
    return cells[:width] if at_right else cells[len(cells) - width :]


def _fits(rows: Sequence[_Cells], repeat: Sequence[_Cells]) -> bool:
    width, height = len(repeat[0]), len(repeat)
    return all(
        cell is repeat[number % height][column % width]
        for number, row in enumerate(rows)
        for column, cell in enumerate(row)
    )


def _smallest(rows: Sequence[_Cells]) -> tuple[_Cells, ...] | None:
    """The smallest repeat that the rows are made of."""
    for height in range(1, min(len(rows), _MOST_HIGH) + 1):
        for width in range(1, min(len(rows[0]), _MOST_WIDE) + 1):
            repeat = tuple(row[:width] for row in rows[:height])
            if _fits(rows, repeat):
                return repeat
    return None
