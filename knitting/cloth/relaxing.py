"""Relaxing: the quads of a mesh pulled together until each is as little distorted as the others allow.

As-rigid-as-possible: every quad turns as it lies best (local), then all places move to suit the turned quads
(global, one factorised system); O. Sorkine and M. Alexa, Symposium on Geometry Processing 2007.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_array, diags_array
from scipy.sparse.csgraph import connected_components
from scipy.sparse.linalg import SuperLU, splu

from knitting.cloth.mesh import Mesh
from knitting.cloth.zones import Points

Numbers = NDArray[np.float64]

_SIDES = ((0, 1), (3, 2), (1, 2), (0, 3), (0, 2), (1, 3))
"""The edges of a quad by its corners: along the rows, along the wales, across."""
_SETTLED = 1e-5
"""Moves below this share of the piece's size end the relaxing."""


@dataclass(frozen=True)
class RelaxedMesh:
    """Places of a mesh's ``[k, line]``, in cm, and by how much each live quad's edges are stretched (0.03: 3 %)."""

    points: Points
    strain: Numbers


def relax(mesh: Mesh, start: Points, steps: int) -> RelaxedMesh:
    """Relax a mesh from a start for at most so many steps."""
    corners = mesh.corners[mesh.alive]
    rest = mesh.rest[mesh.alive]
    count = int(mesh.nodes.max()) + 1
    weights = _weights(rest)
    edges = _edges(rest)
    differences = _differences(corners, count)
    pulled = differences.T @ diags_array(weights.ravel())
    factors = _factors(pulled @ differences)
    places = _gathered(mesh, start, count)
    size = float(np.ptp(places.real) + np.ptp(places.imag)) or 1.0
    for _ in range(steps):
        pull = pulled @ (edges * _turns(places[corners], rest)[:, None]).ravel()
        both = factors.solve(np.stack([pull.real, pull.imag], axis=1))
        moved = both[:, 0] + 1j * both[:, 1]
        moved += places.mean() - moved.mean()
        step = float(np.abs(moved - places).max())
        places = moved
        if step < _SETTLED * size:
            break
    return RelaxedMesh(places[mesh.nodes], _strain(places[corners], edges))


def strain_of(mesh: Mesh, places: Points) -> Numbers:
    """By how much the sides of each live quad are stretched where its nodes lie at some places."""
    return _strain(places[mesh.corners[mesh.alive]], _edges(mesh.rest[mesh.alive]))


def _edges(rest: Points) -> Points:
    """The six edges of each quad as it lies by itself."""
    return np.stack([rest[:, b] - rest[:, a] for a, b in _SIDES], axis=1)


def _gathered(mesh: Mesh, start: Points, count: int) -> Points:
    """One place a node: the mean of the start's places that are one."""
    nodes = mesh.nodes.ravel()
    share = np.bincount(nodes, minlength=count)
    real = np.bincount(nodes, weights=start.real.ravel(), minlength=count)
    imag = np.bincount(nodes, weights=start.imag.ravel(), minlength=count)
    return np.asarray((real + 1j * imag) / share)


def _weights(rest: Points) -> Numbers:
    """How strongly each edge holds: as its quad's area allows it to, shorter edges more."""
    across, up = rest[:, 1] - rest[:, 0], rest[:, 3] - rest[:, 0]
    lengths = np.stack([np.abs(rest[:, b] - rest[:, a]) for a, b in _SIDES], axis=1)
    wide = (lengths[:, 0] + lengths[:, 1]) / 2
    high = (lengths[:, 2] + lengths[:, 3]) / 2
    least = 1e-3 * float(np.median(wide + high)) + 1e-9
    area = np.maximum(np.abs((across.conjugate() * up).imag), least**2)
    share = np.array([0.5, 0.5, 0.5, 0.5, 0.25, 0.25])
    return np.asarray(share * area[:, None] / np.maximum(lengths, least) ** 2)


def _turns(places: Points, rest: Points) -> Points:
    """The turn of each quad that brings it nearest to its places."""
    a = rest - rest.mean(axis=1, keepdims=True)
    b = places - places.mean(axis=1, keepdims=True)
    turn = np.sum(a.conjugate() * b, axis=1)
    size = np.abs(turn)
    return np.where(size > 1e-12, turn / np.maximum(size, 1e-12), 1.0)


def _differences(corners: NDArray[np.int64], count: int) -> csr_array:
    """The matrix that takes places to the differences along all edges of all quads."""
    start = corners[:, [a for a, _ in _SIDES]].ravel()
    end = corners[:, [b for _, b in _SIDES]].ravel()
    edge = np.arange(len(start))
    values = np.concatenate([np.ones(len(end)), -np.ones(len(start))])
    index = (np.concatenate([edge, edge]), np.concatenate([end, start]))
    return csr_array((values, index), shape=(len(edge), count))


def _factors(matrix: csr_array) -> SuperLU:
    """The global step factorised; one place of each connected component is held still."""
    _, group = connected_components(matrix, directed=False)
    pins = np.zeros(matrix.shape[0])
    pins[np.unique(group, return_index=True)[1]] = 1.0
    return splu((matrix + diags_array(pins)).tocsc())


def _strain(places: Points, edges: Points) -> Numbers:
    """The root mean square of the stretch of each quad's four sides; sides of no length are left out."""
    found = np.stack([np.abs(places[:, b] - places[:, a]) for a, b in _SIDES[:4]], axis=1)
    wanted = np.abs(edges[:, :4])
    live = wanted > 0.05 * wanted.max(axis=1, keepdims=True)
    stretch = np.where(live, found / np.maximum(wanted, 1e-9) - 1.0, 0.0)
    return np.asarray(np.sqrt((stretch**2).sum(axis=1) / np.maximum(live.sum(axis=1), 1)))
