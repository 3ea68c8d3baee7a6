"""The mesh: a piece as quads of known size, joined where its stitches hold together."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.walls import Wall
from knitting.cloth.zones import Points, Zone, straightened

Whole = NDArray[np.int64]

MOST_NODES = 900
_LEAST_STITCHES = 4.0
"""Lines within a zone stand at least this far apart where it is widest."""
_FAR_WIDER = 1.5
_LOOP_ROWS = 8
_SLIT_ROWS = 4
"""Stitches that rest for more rows than this leave a slit beside those that are worked; a turn leaves a step."""


class Column(NamedTuple):
    """A stretch of a zone between two lines, at shares ``first`` and ``last`` of the zone's breadth."""

    zone: int
    first: float
    last: float
    left: int
    right: int


@dataclass(frozen=True)
class Mesh:
    """Quads between lines along the wales and sampled boundaries between rows.

    ``rest[k, c]`` are the corners of a quad when it lies by itself (lower left, lower right, upper right, upper
    left, in cm), ``alive[k, c]`` whether its stitches are worked there, ``nodes[k, line]`` which places are one.
    """

    samples: Whole
    columns: tuple[Column, ...]
    lines: int
    rest: Points
    alive: NDArray[np.bool_]
    nodes: Whole
    opened: bool = False
    """Whether it is cut open where one side of a slit is much longer than the other that it is joined to again."""

    @property
    def corners(self) -> Whole:
        """The nodes at the corners of every quad, as ``[k, c, corner]``, in the order of ``rest``."""
        left = [column.left for column in self.columns]
        right = [column.right for column in self.columns]
        low, high = self.nodes[:-1], self.nodes[1:]
        return np.stack([low[:, left], low[:, right], high[:, right], high[:, left]], axis=-1)


def build_mesh(
    zones: Sequence[Zone], walls: Sequence[Wall], stitch_cm: float, most: int = MOST_NODES, by_edges: bool = False
) -> Mesh:
    """The mesh of all zones, of about so many nodes at the most; its quads are about as wide as high, or as its longest
    edge is divided, ``by_edges``."""
    columns = tuple(_columns(zones, walls, stitch_cm, _across(zones, most, by_edges)))
    lines = columns[-1].right + 1
    samples = _samples(zones, max(most // lines, 6))
    rest = np.stack([_rest(zones[column.zone], column, samples, stitch_cm) for column in columns], axis=1)
    alive = np.stack([_alive(zones[column.zone], samples) for column in columns], axis=1)
    joined = [
        _joined(alive[:, at] & alive[:, at + 1], alive[:, at : at + 2], samples) for at in range(len(columns) - 1)
    ]
    opened = any(
        columns[at].right != columns[at + 1].left and (each != alive[:, at] & alive[:, at + 1]).any()
        for at, each in enumerate(joined)
    )
    return Mesh(samples, columns, lines, rest, alive, _nodes(columns, lines, alive, joined), opened)


def _across(zones: Sequence[Zone], most: int, by_edges: bool) -> int:
    """How many columns make quads that are about as wide as high, or as the longest edge is divided."""
    wide = sum(float((zone.right - zone.left).real.max()) for zone in zones)
    high = max(float(zone.left.imag[-1]) for zone in zones)
    if by_edges:
        edges = (zones[0].left, zones[-1].right)
        high = max(high, *(float(np.abs(np.diff(edge)).sum()) for edge in edges))
    return int(min(max((most * wide / max(high, 1e-6)) ** 0.5, 12), most / 8))


def _columns(zones: Sequence[Zone], walls: Sequence[Wall], stitch_cm: float, most: int) -> Iterator[Column]:
    """The zones cut into columns of about equal breadth; at a slit both sides have a line of their own."""
    widths = [float((zone.right - zone.left).real.max()) for zone in zones]
    least = max(sum(widths) / most, _LEAST_STITCHES * stitch_cm)
    line = 0
    for at, (zone, width) in enumerate(zip(zones, widths, strict=True)):
        cuts = max(1, round(width / least))
        shares = np.linspace(0.0, 1.0, cuts + 1)
        for first, last in pairwise(shares.tolist()):
            yield Column(at, first, last, line, line + 1)
            line += 1
        slit = at + 1 < len(zones) and walls[at + 1].limit and _parts_for_long(zone, zones[at + 1])
        line += slit


def _parts_for_long(zone: Zone, other: Zone) -> bool:
    """Whether one of two zones is worked for many rows while the other rests."""
    alone = zone.alive != other.alive
    longest = run = 0
    for each in alone:
        run = run + 1 if each else 0
        longest = max(longest, run)
    return longest > _SLIT_ROWS


def _samples(zones: Sequence[Zone], most: int) -> Whole:
    """The boundaries that are looked at: evenly many, every one where something begins to rest or comes back, and both
    of a row that makes a zone far wider."""
    rows = len(zones[0].alive)
    kept = set(np.linspace(0, rows, min(most, rows + 1)).round().astype(int).tolist())
    for zone in zones:
        kept.update((1 + np.flatnonzero(np.diff(zone.alive))).tolist())
        wide = (zone.right - zone.left).real
        leaps = np.flatnonzero((wide[1:] >= _FAR_WIDER * wide[:-1]) & (wide[:-1] > 0))
        kept.update((*leaps.tolist(), *(1 + leaps).tolist()))
    return np.array(sorted(kept), dtype=np.int64)


def _rest(zone: Zone, column: Column, samples: Whole, stitch_cm: float) -> Points:
    wide = zone.right - zone.left
    first = (zone.left + column.first * wide)[samples]
    last = (zone.left + column.last * wide)[samples]
    lean = np.concatenate([[0.0], np.cumsum(_own_lean(zone, column))]) * stitch_cm
    shift = np.diff(straightened(lean)[samples])
    return np.stack([first[:-1], last[:-1], last[1:] - shift, first[1:] - shift], axis=-1)


def _own_lean(zone: Zone, column: Column) -> NDArray[np.float64]:
    """By how many stitches the wales of a column shift more than those of its zone, row by row.

    Changes that are scattered over a zone push what lies behind them on and leave what lies before them.
    """
    lean = np.zeros(len(zone.alive))
    if zone.scattered:
        rows, shares, changes = np.array(zone.scattered).T
        behind = np.clip((column.last - shares) / (column.last - column.first), 0.0, 1.0)
        np.add.at(lean, rows.astype(int), changes * (behind - (1.0 - shares)))
    return lean


def _alive(zone: Zone, samples: Whole) -> NDArray[np.bool_]:
    worked = np.concatenate([[0], np.cumsum(zone.alive)])
    return np.asarray(np.diff(worked[samples]) > 0)


def _joined(together: NDArray[np.bool_], both: NDArray[np.bool_], samples: Whole) -> NDArray[np.bool_]:
    """Where two columns beside a slit are one cloth.

    Where one side was worked for many rows and the other hardly at all, closing the slit again would fold the longer
    side: the shorter stretch of rows over both is left open.
    """
    starts = np.flatnonzero(np.diff(np.concatenate([[0], together.astype(int)])) == 1).tolist()
    ends = np.flatnonzero(np.diff(np.concatenate([together.astype(int), [0]])) == -1).tolist()
    kept = together.copy()
    rows = np.diff(samples)
    for (first, end), (begin, last) in pairwise(zip(starts, ends, strict=True)):
        alone = sorted(int(rows[end + 1 : begin][both[end + 1 : begin, side]].sum()) for side in (0, 1))
        if alone[1] > _LOOP_ROWS and 2 * alone[0] < alone[1]:
            shorter = (first, end) if rows[first : end + 1].sum() < rows[begin : last + 1].sum() else (begin, last)
            kept[shorter[0] : shorter[1] + 1] = False
    return kept


def _nodes(
    columns: Sequence[Column], lines: int, alive: NDArray[np.bool_], joined: Sequence[NDArray[np.bool_]]
) -> Whole:
    """Which places of the grid are one: over the rows in which stitches rest, and across a slit before it opens."""
    steps = len(alive) + 1
    parent = list(range(steps * lines))

    def root(at: int) -> int:
        while parent[at] != at:
            parent[at] = parent[parent[at]]
            at = parent[at]
        return at

    def join(a: int, b: int) -> None:
        parent[root(a)] = root(b)

    for at, column in enumerate(columns):
        for step in np.flatnonzero(~alive[:, at]).tolist():
            for line in (column.left, column.right):
                join(step * lines + line, (step + 1) * lines + line)
    for at in range(len(columns) - 1):
        here, there = columns[at].right, columns[at + 1].left
        if here != there:
            for step in np.flatnonzero(joined[at]).tolist():
                join(step * lines + here, step * lines + there)
                join((step + 1) * lines + here, (step + 1) * lines + there)
    roots = np.array([root(at) for at in range(steps * lines)], dtype=np.int64)
    return np.unique(roots, return_inverse=True)[1].reshape(steps, lines).astype(np.int64)
