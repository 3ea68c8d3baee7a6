"""Untangling: a mesh that folds when it is relaxed, laid so that no quad turns over.

The energy of a quad grows without end as it collapses, so that cloth which does not fit is pressed together and not
folded. It is lowered from a start without folds, and no step goes as far as the first fold (symmetric Dirichlet
energy, J. Smith and S. Schaefer, ACM Transactions on Graphics 2015; reweighted steps after M. Rabinovich, R. Poranne,
D. Panozzo and O. Sorkine-Hornung, same journal 2017).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import coo_array, eye_array
from scipy.sparse.linalg import splu

from knitting.cloth.mesh import Mesh
from knitting.cloth.relaxing import RelaxedMesh, strain_of
from knitting.cloth.zones import Points

Numbers = NDArray[np.float64]
Whole = NDArray[np.int64]

_TRIANGLES = ((0, 1, 3), (2, 3, 1))
"""The two triangles of a quad."""
_NARROWEST = 0.25
"""Stitches that a quad is wide at least, so that a tip of no stitches can be told from a fold."""
_STEPS = 60
_SETTLED = 3e-3
"""A step that lowers what the distortion costs by less than this share ends it."""
_SHORT_OF_A_FOLD = 0.8
_SHORTEST = 1e-6


def untangled(mesh: Mesh, stitch_cm: float) -> RelaxedMesh:
    """The least distorted places of a mesh without slits in which no quad turns over."""
    rest = _at_least_wide(mesh.rest.reshape(-1, 4), _NARROWEST * stitch_cm)
    corners = mesh.corners.reshape(-1, 4)
    triangles = np.concatenate([corners[:, each] for each in _TRIANGLES])
    cloth = _Triangles.of(triangles, np.concatenate([rest[:, each] for each in _TRIANGLES]))
    places = np.zeros(int(mesh.nodes.max()) + 1, dtype=np.complex128)
    places[mesh.nodes] = _straight_rows(mesh, _NARROWEST * stitch_cm)
    places = _lowered(cloth, places)
    return RelaxedMesh(places[mesh.nodes], strain_of(mesh, places))


def _at_least_wide(rest: Points, least: float) -> Points:
    """Quads whose lower and upper side are so wide at least, about their middles."""
    wide = rest.copy()
    for a, b in ((0, 1), (3, 2)):
        more = np.maximum(least - (rest[:, b] - rest[:, a]).real, 0.0) / 2
        wide[:, a] -= more
        wide[:, b] += more
    return wide


def _straight_rows(mesh: Mesh, least: float) -> Points:
    """Every row straight and as long as its stitches, one above the other: nothing turns over."""
    sides = np.concatenate([mesh.rest[:, :, 1] - mesh.rest[:, :, 0], (mesh.rest[-1:, :, 2] - mesh.rest[-1:, :, 3])])
    across = np.cumsum(np.maximum(sides.real, least), axis=1)
    across = np.concatenate([np.zeros((len(across), 1)), across], axis=1) - across[:, -1:] / 2
    up = np.concatenate([[0.0], np.cumsum((mesh.rest[:, 0, 3] - mesh.rest[:, 0, 0]).imag)])
    return across + 1j * up[:, None]


@dataclass(frozen=True)
class _Triangles:
    """Triangles of a cloth: their nodes, their areas, and what takes their places to how they are deformed.

    ``gradients[t, corner]`` times the corners' places, summed, is the matrix that deforms triangle ``t``.
    """

    nodes: Whole
    areas: Numbers
    gradients: Numbers

    @staticmethod
    def of(nodes: Whole, rest: Points) -> _Triangles:
        first, second = rest[:, 1] - rest[:, 0], rest[:, 2] - rest[:, 0]
        double = (first.conjugate() * second).imag
        one = np.stack([second.imag, -second.real], axis=1) / double[:, None]
        other = np.stack([-first.imag, first.real], axis=1) / double[:, None]
        return _Triangles(nodes, double / 2, np.stack([-one - other, one, other], axis=1))

    def deformed(self, places: Points) -> Numbers:
        """The matrix of each triangle, as ``[t, coordinate, direction]``."""
        corners = np.stack([places.real, places.imag], axis=1)[self.nodes]
        return np.asarray(np.einsum("tic,tij->tcj", corners, self.gradients))

    def energy(self, places: Points) -> float:
        """What the distortion costs; without end where a triangle is turned over."""
        matrices = self.deformed(places)
        areas = np.linalg.det(matrices)
        if (areas <= 0).any():
            return float("inf")
        squares = (matrices**2).sum(axis=(1, 2))
        return float((self.areas * (squares + squares / areas**2)).sum())

    def before_a_fold(self, places: Points, moves: Points) -> float:
        """The share of the moves, at most one, at which the first triangle collapses."""
        at, by = places[self.nodes], moves[self.nodes]
        first, second = at[:, 1] - at[:, 0], at[:, 2] - at[:, 0]
        onwards, aside = by[:, 1] - by[:, 0], by[:, 2] - by[:, 0]
        area = (first.conjugate() * second).imag
        linear = (first.conjugate() * aside + onwards.conjugate() * second).imag
        square = (onwards.conjugate() * aside).imag
        root = np.sqrt(np.maximum(linear**2 - 4 * area * square, 0.0))
        real = linear**2 >= 4 * area * square
        with np.errstate(divide="ignore", invalid="ignore"):
            shares = np.stack([2 * area / (-linear - root), 2 * area / (-linear + root)])
        shares = np.where(real & (shares > 0), shares, np.inf)
        return min(1.0, _SHORT_OF_A_FOLD * float(shares.min()))

    def step(self, places: Points) -> Points:
        """The moves of all places towards the least of an energy that is quadratic, and as steep here."""
        matrices = self.deformed(places)
        left, stretches, right = np.linalg.svd(matrices)
        held = np.einsum("tij,tj,tkj,t->tik", left, _stiffness(stretches), left, self.areas)
        count = len(places)
        index = self.nodes[:, None, :] + count * np.arange(2)[None, :, None]
        pull = np.einsum("tca,taj,tij->tci", held, left @ right - matrices, self.gradients)
        pulled = np.bincount(index.ravel(), weights=pull.ravel(), minlength=2 * count)
        values = np.einsum("tcd,tik->tcidk", held, np.einsum("tij,tkj->tik", self.gradients, self.gradients))
        rows = np.broadcast_to(index[:, :, :, None, None], values.shape).ravel()
        columns = np.broadcast_to(index[:, None, None], values.shape).ravel()
        system = coo_array((values.ravel(), (rows, columns)), shape=(2 * count, 2 * count)).tocsc()
        pins = 1e-8 * float(system.diagonal().mean()) * eye_array(2 * count, format="csc")
        moves = splu((system + pins).tocsc()).solve(pulled)
        return np.asarray(moves[:count] + 1j * moves[count:])


def _stiffness(stretches: Numbers) -> Numbers:
    """How strongly each direction of a triangle is held, so that the quadratic energy is as steep as the real one."""
    there = np.abs(stretches - 1.0) > 1e-5
    apart = np.where(there, stretches - 1.0, 1.0)
    steep = stretches - np.maximum(stretches, 1e-6) ** -3
    return np.asarray(np.where(there, steep / apart, 4.0))


def _lowered(cloth: _Triangles, places: Points) -> Points:
    """Places from which no step lowers the energy by much."""
    energy = cloth.energy(places)
    least = 4 * float(cloth.areas.sum())
    for _ in range(_STEPS):
        moves = cloth.step(places)
        share = cloth.before_a_fold(places, moves)
        while share > _SHORTEST and not cloth.energy(places + share * moves) < energy:
            share /= 2
        if share <= _SHORTEST:
            break
        places = places + share * moves
        before, energy = energy, cloth.energy(places)
        if before - energy < _SETTLED * (before - least):
            break
    return places
