"""What hangs on a body, as numbers for the page: whole numbers of two bytes, the least significant first.

A cloth: how many places, quads, threads and bands there are, and the last row; then the places (x, y and z of each, in
tenths of a millimetre, below zero too), the row of each place, the four places of each quad, each thread with its
length before its places, each band with its first row and its ink. A skin: how many places and quads; places, quads.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np

from knitting.cloth import Layout
from knitting.worn.body import Body, Places
from knitting.worn.body_surface import skin_of
from knitting.worn.cloth_net import Whole
from knitting.worn.worn import Worn

TENTHS_MM = 100
_MOST = 32_000


def cloth_data(found: Worn, layouts: Iterable[Layout] = ()) -> bytes:
    """A garment at rest, the stripes of its rows by the number of their ink."""
    rows = np.zeros(len(found.places), dtype=np.int64)
    threads: list[Whole] = []
    for piece in found.net.pieces.values():
        rows[piece.nodes] = piece.rows[:, None]
        threads += [piece.nodes[:, line] for line in piece.walls]
    bands = _bands(next(iter(layouts), None))
    counts = [len(found.places), len(found.net.quads), len(threads), len(bands), int(rows.max())]
    parts = [_whole(counts), _tenths(found.places), _whole(rows), _whole(found.net.quads)]
    parts += [_whole([len(thread), *thread.tolist()]) for thread in threads]
    parts += [_whole(band) for band in bands]
    return b"".join(parts)


def inks_in(layouts: Iterable[Layout]) -> list[str]:
    """The colours of the first piece, in the order of the numbers of their inks."""
    layout = next(iter(layouts), None)
    return list(dict.fromkeys(row.colour for row in layout.rows)) if layout is not None else []


def _bands(layout: Layout | None) -> list[tuple[int, int]]:
    """The row (from 0) from which on an ink is used, and which."""
    if layout is None:
        return []
    number = {colour: at for at, colour in enumerate(inks_in([layout]))}
    inks = [number[row.colour] for row in layout.rows]
    changes = [at for at in range(len(inks)) if at == 0 or inks[at] != inks[at - 1]]
    return [(layout.first_row + at, inks[at]) for at in changes]


def skin_data(body: Body) -> bytes:
    """A body."""
    skin = skin_of(body.figure)
    return b"".join([_whole([len(skin.places), len(skin.quads)]), _tenths(skin.places), _whole(skin.quads)])


def _whole(numbers: Sequence[int] | Whole) -> bytes:
    return np.asarray(numbers).astype("<u2").tobytes()


def _tenths(places: Places) -> bytes:
    return np.clip(np.round(places * TENTHS_MM), -_MOST, _MOST).astype("<i2").tobytes()
