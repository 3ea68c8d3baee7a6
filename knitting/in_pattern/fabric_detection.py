"""Fabrics told from the rows below: the smallest repeat that fits, or where a known one goes on."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from knitting.fabric import Fabric
from knitting.stitches import KNIT, PURL

Letters = NDArray[np.uint8]

K, P = ord("k"), ord("p")
_MOST_ROWS, _MOST_COLUMNS = 12, 24


def detect_fabric(below: Sequence[Letters]) -> tuple[Fabric, int] | None:
    """The fabric that some rows show (the newest last, equal columns above one another, 0 where not known) and the
    row of it that comes next; ``None`` where nothing is known.

    A repeat is believed if it holds over twice its rows, or over all there are.
    """
    rows = [np.where((row == K) | (row == P), row, 0) for row in below[::-1]]
    if not rows or not rows[0].any():
        return None
    for height in range(1, min(len(rows), _MOST_ROWS) + 1):
        merged = _laid_over(rows[: 2 * height], height)
        if merged is None:
            continue
        width = _width(merged)
        if width:
            return _fabric(merged, width), 0
    return _fabric([rows[0]], len(rows[0])), 0


def _laid_over(rows: Sequence[Letters], height: int) -> list[Letters] | None:
    """Rows laid over one another every ``height``; ``None`` where they differ."""
    found = [row.copy() for row in rows[:height]]
    for at, row in enumerate(rows[height:]):
        known = found[at % height]
        if np.any((known != row) & (known > 0) & (row > 0)):
            return None
        known[known == 0] = row[known == 0]
    return found


def _width(rows: Sequence[Letters]) -> int:
    """The columns after which all rows come again; 0 where they do not within a reasonable number."""
    return next((width for width in range(1, min(_MOST_COLUMNS, len(rows[0])) + 1) if _comes_again(rows, width)), 0)


def _comes_again(rows: Sequence[Letters], width: int) -> bool:
    for row in rows:
        padded = np.zeros(-(-len(row) // width) * width, dtype=np.uint8)
        padded[: len(row)] = row
        table = padded.reshape(-1, width)
        if np.any((table == K).any(axis=0) & (table == P).any(axis=0)):
            return False
    return True


def _fabric(newest_first: Sequence[Letters], width: int) -> Fabric:
    """The fabric whose next row is the oldest one: it comes again after the newest."""
    rows = []
    for row in reversed(newest_first):
        faces = [PURL if (row[column::width] == P).any() else KNIT for column in range(width)]
        rows.append(tuple(faces))
    return Fabric("as set", tuple(rows))


def continued_fabric(fabric: Fabric, below: Letters, behind: bool, in_round: bool) -> tuple[int, int]:
    """The row and the first column with which a fabric goes on from the stitches below, if they show it and it is not
    pinned elsewhere; else its first row, and the column where it begins.

    Worked flat, a fabric of an even number of rows keeps its odd ones for right-side rows.
    """
    even = fabric.height % 2 == 0 and not in_round
    rows = [row for row in range(fabric.height) if not even or row % 2 == behind]
    known = (below == K) | (below == P)
    if not fabric.begins_where_pinned and np.count_nonzero(known) >= max(2, min(len(below), fabric.width)):
        for row in rows:
            face = np.frombuffer(fabric.faces[row - 1].encode(), dtype=np.uint8)
            for first in range(fabric.width):
                shown = np.roll(face, -first)[np.arange(len(below)) % fabric.width]
                if np.array_equal(shown[known], below[known]):
                    return row, first
    return rows[0], fabric.first_column(len(below))
