"""Changes of colour: where a yarn that rested is taken up again, or one is joined anew."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

CARRIED_ROWS = 6
"""Rows of another colour over which a yarn is carried up the side, not cut. Common practice, no source."""


class Join(NamedTuple):
    """A row (from 0) that begins with another colour than the one before it, which ``rested`` for so many rows.

    ``rested`` is 0 where the yarn is new or was cut, so that two ends are left.
    """

    row: int
    colour: int
    rested: int


def joins(colours: Sequence[int]) -> Iterator[Join]:
    """Every change of colour from row to row; the first yarn begins with the cast-on and is none.

    >>> [tuple(join) for join in joins([0, 0, 1, 1, 0])]
    [(2, 1, 0), (4, 0, 2)]
    """
    last: dict[int, int] = {}
    for row, colour in enumerate(colours):
        if row and colour != colours[row - 1]:
            rested = row - last[colour] - 1 if colour in last else 0
            yield Join(row, colour, rested if rested <= CARRIED_ROWS else 0)
        last[colour] = row
