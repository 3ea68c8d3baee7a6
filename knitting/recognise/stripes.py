"""Stripes read out of the colours of rows."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby

from knitting.needle.worked import WorkedRow
from knitting.rows import Stripe

_MOST_IN_REPEAT = 24


def stripes_told(rows: Sequence[WorkedRow]) -> tuple[Stripe, ...]:
    """The stripes that come over and over, the last of them maybe cut short; none of one colour."""
    found = [Stripe(len(list(same)), colour) for colour, same in groupby(rows, key=lambda row: row.colour)]
    if len(found) < 2:
        return ()
    for length in range(2, min(_MOST_IN_REPEAT, len(found)) + 1):
        repeat = found[:length]
        again = [repeat[at % length] for at in range(len(found))]
        last = found[-1].colour == again[-1].colour and found[-1].rows <= again[-1].rows
        if found[:-1] == again[:-1] and last and repeat[0].colour != repeat[-1].colour:
            return tuple(repeat)
    return ()
