"""Joining zones in one plane, each lying flat: by rigid fits of their common walls, or row by row."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from knitting.cloth.mesh import Mesh
from knitting.cloth.zones import Points, Zone


@dataclass(frozen=True)
class JoinedZones:
    """The limits of all zones in one plane, and the worst misfit of a wall as a share of its length."""

    lefts: tuple[Points, ...]
    rights: tuple[Points, ...]
    misfit: float

    @property
    def gap_cm(self) -> float:
        """How far two neighbours' limits lie apart where they are farthest."""
        return max((float(np.abs(a - b).max()) for a, b in zip(self.rights, self.lefts[1:])), default=0.0)

    def walls(self) -> Points:
        """The walls as ``[boundary, wall]``: midway between the limits of the zones at their sides."""
        inner = [(right + left) / 2 for right, left in zip(self.rights, self.lefts[1:])]
        return np.stack([self.lefts[0], *inner, self.rights[-1]], axis=1)

    def on(self, mesh: Mesh) -> Points:
        """The same at the places of a mesh."""
        points = np.zeros((len(mesh.samples), mesh.lines), dtype=np.complex128)
        for column in mesh.columns:
            left, right = self.lefts[column.zone][mesh.samples], self.rights[column.zone][mesh.samples]
            points[:, column.left] = left + column.first * (right - left)
            points[:, column.right] = left + column.last * (right - left)
        return points


def join(zones: Sequence[Zone]) -> JoinedZones:
    """All zones in one plane, the largest lying still."""
    fixed = max(range(len(zones)), key=lambda at: zones[at].area)
    placed = {fixed: (zones[fixed].left, zones[fixed].right)}
    misfit = 0.0
    for at in range(fixed + 1, len(zones)):
        met = _met(zones[at], zones[at - 1])
        left, right, miss = _laid_on(zones[at].left, zones[at].right, placed[at - 1][1], met)
        placed[at], misfit = (left, right), max(misfit, miss)
    for at in range(fixed - 1, -1, -1):
        met = _met(zones[at], zones[at + 1])
        right, left, miss = _laid_on(zones[at].right, zones[at].left, placed[at + 1][0], met)
        placed[at], misfit = (left, right), max(misfit, miss)
    order = range(len(zones))
    return JoinedZones(tuple(placed[at][0] for at in order), tuple(placed[at][1] for at in order), misfit)


def _met(zone: Zone, other: Zone) -> np.typing.NDArray[np.bool_]:
    """The boundaries of rows that work both zones; all of them where there is none."""
    both = zone.alive & other.alive
    met = np.concatenate([both, [False]]) | np.concatenate([[False], both])
    return met if met.any() else np.ones(len(met), dtype=bool)


def _laid_on(
    common: Points, other: Points, target: Points, met: np.typing.NDArray[np.bool_]
) -> tuple[Points, Points, float]:
    """A zone moved so that its common limit lies on ``target`` where they meet, and the misfit along it."""
    middle, goal = common[met].mean(), target[met].mean()
    turn = np.sum((common[met] - middle).conjugate() * (target[met] - goal))
    turn = turn / abs(turn) if abs(turn) > 1e-12 else 1.0
    moved = (common - middle) * turn + goal
    length = float(np.abs(np.diff(target[met])).sum())
    miss = float(np.sqrt(np.mean(np.abs(moved - target)[met] ** 2))) / length if length > 0 else 0.0
    return moved, (other - middle) * turn + goal, miss


def unrolled(mesh: Mesh) -> Points:
    """The places of a mesh laid row upon row: each row bent as its quads' sides ask, and set on the one below."""
    across, up_left, up_right = (mesh.rest[:, :, b] - mesh.rest[:, :, a] for a, b in ((0, 1), (0, 3), (1, 2)))
    bends = np.angle(_up(up_right[:, :-1])) - np.angle(_up(up_left[:, 1:]))
    middle = len(mesh.columns) // 2
    turns = np.concatenate([np.zeros((len(bends), 1)), np.cumsum(bends, axis=1)], axis=1)
    turns -= turns[:, [middle]]
    rows = np.concatenate([turns[:1], (turns[:-1] + turns[1:]) / 2, turns[-1:]])
    top = (mesh.rest[-1, :, 2] - mesh.rest[-1, :, 3])[None]
    widths = np.abs(np.concatenate([across, top]))
    steps = widths * np.exp(1j * rows)
    base = np.concatenate([[0.0], np.cumsum((up_left + up_right)[:, middle] / 2)])
    points = np.zeros((len(mesh.samples), mesh.lines), dtype=np.complex128)
    starts = np.concatenate([np.zeros((len(steps), 1)), np.cumsum(steps, axis=1)], axis=1)
    starts += (base - (starts[:, middle] + starts[:, middle + 1]) / 2)[:, None]
    for at, column in enumerate(mesh.columns):
        points[:, column.left], points[:, column.right] = starts[:, at], starts[:, at + 1]
    return points


def _up(sides: Points) -> Points:
    """Sides of quads; upright where stitches rest and there is none."""
    return np.where(np.abs(sides) > 1e-9, sides, 1j)
