"""The net of a piece or a thing: nodes with lengths between them, so that cloth can be laid over a figure."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import TypeAlias

import numpy as np
from numpy.typing import NDArray

from knitting.assembly.joints import Seam
from knitting.assembly.spans import EdgeName, Span
from knitting.cloth import Layout
from knitting.cloth.mesh import Mesh, build_mesh
from knitting.cloth.zones import Points

Numbers: TypeAlias = NDArray[np.float64]
Whole: TypeAlias = NDArray[np.int64]

MOST_NODES = 380
"""Nodes of a whole thing: so many fall in a second, and look as more do but for their corners."""
_SHORTEST_CM = 0.4
"""Shorter lengths are taken as this long where their stiffness is reckoned: at a tip they would be rods."""


@dataclass(frozen=True, eq=False)
class Lengths:
    """Pairs of nodes, how far apart they are in the cloth (cm), and how broad a strip of it they stand for (cm)."""

    pairs: Whole
    cm: Numbers
    breadth_cm: Numbers

    @property
    def stiffness(self) -> Numbers:
        """Breadth by length: what the stiffness of the cloth is multiplied by."""
        found: Numbers = self.breadth_cm / np.maximum(self.cm, _SHORTEST_CM)
        return found


@dataclass(frozen=True, eq=False)
class PieceNet:
    """One piece of the net. ``nodes[k, line]`` stand on boundaries between rows, after ``rows[k]`` rows of the piece.

    ``row_cm[k]`` is how long the boundary is, ``high_cm[k]`` how much cloth lies below it, ``shares[k, line]`` where on
    it a node stands (0 at the right-side start, 1 at the end), ``at_cm[k, line]`` its place on the cloth laid flat.
    """

    nodes: Whole
    rows: Whole
    row_cm: Numbers
    high_cm: Numbers
    shares: Numbers
    at_cm: Points
    walls: tuple[int, ...]
    """The lines that are walls: where the cloth is shaped."""


@dataclass(frozen=True, eq=False)
class Ties:
    """Places sewn together: in each, three nodes whose places, so weighted, add up to nothing."""

    nodes: Whole
    weights: Numbers


@dataclass(frozen=True, eq=False)
class ClothNet:
    """All of a cloth: quads of nodes, lengths along rows and wales and across the quads, threes of nodes in line that
    bend, the cloth around every node (cm²), and what is sewn together."""

    count: int
    pieces: Mapping[str, PieceNet]
    quads: Whole
    sides: Lengths
    diagonals: Lengths
    lines: Whole
    areas: Numbers
    ties: Ties


def net_of(pieces: Mapping[str, Layout], seams: Sequence[Seam] = (), most: int = MOST_NODES) -> ClothNet:
    """The net of pieces that are sewn together; rounds end where they begin, and a tab is closed."""
    nets: dict[str, PieceNet] = {}
    corners, rests, threes = [], [], []
    count = 0
    area = sum(layout.area_cm2 for layout in pieces.values())
    for name, layout in pieces.items():
        share = max(int(most * layout.area_cm2 / max(area, 1e-9)), most // 8)
        mesh = build_mesh(layout.zones, layout.walls, layout.gauge.stitch_cm, share, by_edges=True)
        nodes = count + (_rounds_closed(mesh.nodes) if layout.in_round else mesh.nodes)
        nets[name] = _piece_net(layout, mesh, nodes)
        corners += [_corners(mesh, nodes), *([_tab_corners(nodes[0])] if layout.from_tab else [])]
        rests += [mesh.rest[mesh.alive], *([_tab_rest(nets[name])] if layout.from_tab else [])]
        threes.append(_lines(mesh, nodes))
        count = int(nodes.max()) + 1
    quads, rest = np.concatenate(corners), np.concatenate(rests)
    sides, diagonals = _lengths(quads, rest)
    lines = np.concatenate(threes)
    return ClothNet(count, nets, quads, sides, diagonals, lines, _areas(quads, rest, count), _ties(nets, seams))


def _rounds_closed(nodes: Whole) -> Whole:
    """Both ends of every round made one node."""
    parent = np.arange(int(nodes.max()) + 1)
    for first, last in zip(nodes[:, 0].tolist(), nodes[:, -1].tolist(), strict=True):
        parent[parent == parent[last]] = parent[first]
    found: Whole = np.unique(parent[nodes], return_inverse=True)[1].reshape(nodes.shape).astype(np.int64)
    return found


def _corners(mesh: Mesh, nodes: Whole) -> Whole:
    left = [column.left for column in mesh.columns]
    right = [column.right for column in mesh.columns]
    low, high = nodes[:-1], nodes[1:]
    found: Whole = np.stack([low[:, left], low[:, right], high[:, right], high[:, left]], axis=-1)[mesh.alive]
    return found


def _across_tab(lines: int) -> Whole:
    """Quads across a tab, by lines: its first boundary goes round it, and each place is joined with the one across."""
    half = [at for at in range(lines // 2) if at + 1 < lines - 2 - at]
    found: Whole = np.array([(at, at + 1, lines - 2 - at, lines - 1 - at) for at in half], dtype=np.int64)
    return found.reshape(-1, 4)


def _tab_corners(first: Whole) -> Whole:
    found: Whole = first[_across_tab(len(first))]
    return found


def _tab_rest(piece: PieceNet) -> Points:
    found: Points = piece.at_cm[0][_across_tab(piece.at_cm.shape[1])]
    return found


def _piece_net(layout: Layout, mesh: Mesh, nodes: Whole) -> PieceNet:
    low = np.abs(mesh.rest[:, :, 1] - mesh.rest[:, :, 0])
    widths = np.concatenate([low, np.abs(mesh.rest[-1:, :, 2] - mesh.rest[-1:, :, 3])])
    row_cm = widths.sum(axis=1)
    up = np.where(mesh.alive, (mesh.rest[:, :, 3] - mesh.rest[:, :, 0]).imag, 0.0).max(axis=1)
    shares = np.zeros((len(widths), mesh.lines))
    before = np.zeros(len(widths))
    for at, column in enumerate(mesh.columns):
        shares[:, column.left] = before
        before = before + widths[:, at]
        shares[:, column.right] = before
    shares /= np.maximum(row_cm, 1e-9)[:, None]
    shares[row_cm < 1e-6] = np.linspace(0.0, 1.0, mesh.lines)
    walls = (*(column.left for column in mesh.columns if column.first == 0.0), mesh.lines - 1)
    at_cm = [
        [layout.place(row, float(share * layout.sheet.counts[row])) for share in line]
        for row, line in zip(mesh.samples.tolist(), shares, strict=True)
    ]
    high_cm = np.concatenate([[0.0], np.cumsum(up)])
    return PieceNet(nodes, layout.first_row + mesh.samples, row_cm, high_cm, shares, np.array(at_cm), walls)


_SIDES = ((0, 1), (3, 2), (0, 3), (1, 2))
_ACROSS = ((0, 2), (1, 3))


def _lengths(corners: Whole, rest: Points) -> tuple[Lengths, Lengths]:
    """The sides of all quads, each once, and their diagonals."""
    cm = {pair: np.abs(rest[:, pair[1]] - rest[:, pair[0]]) for pair in (*_SIDES, *_ACROSS)}
    wide, high = (cm[0, 1] + cm[3, 2]) / 2, (cm[0, 3] + cm[1, 2]) / 2
    broad = dict(zip(_SIDES, (high / 2, high / 2, wide / 2, wide / 2), strict=True))
    return _gathered(corners, cm, broad), _gathered(corners, cm, dict.fromkeys(_ACROSS, (wide + high) / 2))


def _gathered(
    corners: Whole, cm: Mapping[tuple[int, int], Numbers], broad: Mapping[tuple[int, int], Numbers]
) -> Lengths:
    """The same pair of two quads once: as long as both say, as broad as both together."""
    pairs = np.sort(np.concatenate([corners[:, pair] for pair in broad]), axis=1)
    long, breadth = (np.concatenate([of[pair] for pair in broad]) for of in (cm, broad))
    apart = pairs[:, 0] != pairs[:, 1]
    each, at = np.unique(pairs[apart], axis=0, return_inverse=True)
    both = np.bincount(at.ravel(), weights=breadth[apart])
    mean = np.bincount(at.ravel(), weights=(long * breadth)[apart]) / np.maximum(both, 1e-9)
    return Lengths(each.astype(np.int64), np.asarray(mean, dtype=np.float64), np.asarray(both, dtype=np.float64))


def _lines(mesh: Mesh, nodes: Whole) -> Whole:
    """Threes of nodes in line: along wales, along rows where columns meet, and over the end of a round."""
    threes = [np.stack([nodes[:-2].ravel(), nodes[1:-1].ravel(), nodes[2:].ravel()], axis=1)]
    for one, two in (*pairwise(mesh.columns), (mesh.columns[-1], mesh.columns[0])):
        meet = nodes[:, one.right] == nodes[:, two.left]
        threes.append(np.stack([nodes[:, one.left], nodes[:, one.right], nodes[:, two.right]], axis=1)[meet])
    each = np.unique(np.concatenate(threes), axis=0)
    found: Whole = each[(each[:, 0] != each[:, 1]) & (each[:, 1] != each[:, 2]) & (each[:, 0] != each[:, 2])]
    return found


def _areas(corners: Whole, rest: Points, count: int) -> Numbers:
    a, b = rest[:, 2] - rest[:, 0], rest[:, 3] - rest[:, 1]
    quads = np.abs((a.conjugate() * b).imag) / 2
    return np.asarray(np.bincount(corners.ravel(), weights=np.repeat(quads / 4, 4), minlength=count), dtype=np.float64)


def _ties(nets: Mapping[str, PieceNet], seams: Sequence[Seam]) -> Ties:
    """Every node of one edge of a seam on the place of the other that it meets."""
    nodes, weights = [np.zeros((0, 3), dtype=np.int64)], [np.zeros((0, 3))]
    for seam in seams:
        for one, other in ((seam.a, seam.b), (seam.b, seam.a)):
            here, shares = _edge_nodes(nets[one.piece], one)
            there, places = _edge_nodes(nets[other.piece], other)
            meets = np.interp(1.0 - shares, places, np.arange(len(places)))  # edges run against each other
            low = np.minimum(meets.astype(np.int64), len(there) - 2)
            part = meets - low
            nodes.append(np.stack([here, there[low], there[low + 1]], axis=1))
            weights.append(np.stack([np.ones_like(part), part - 1.0, -part], axis=1))
    return Ties(np.concatenate(nodes), np.concatenate(weights))


def _edge_nodes(piece: PieceNet, span: Span) -> tuple[Whole, Numbers]:
    """The nodes along a stretch of an edge, counter-clockwise, and how far along it each stands (0 to 1)."""
    if span.edge.of_row:
        at, along = (-1, piece.shares[-1]) if span.edge is EdgeName.LAST else (0, piece.shares[0])
        nodes = piece.nodes[at]
    else:
        line = 0 if span.edge is EdgeName.START else -1
        steps = np.abs(np.diff(piece.at_cm[:, line]))
        along = np.concatenate([[0.0], np.cumsum(steps)]) / max(float(steps.sum()), 1e-9)
        nodes = piece.nodes[:, line]
    if span.edge in (EdgeName.END, EdgeName.FIRST):
        nodes, along = nodes[::-1], 1.0 - along[::-1]
    shares = (along - span.first) / span.share
    use = (shares > -1e-6) & (shares < 1 + 1e-6)
    return (nodes[use], shares[use]) if use.sum() > 1 else (nodes, along)
