"""The skin of a figure as one surface of quads: constrained surface nets, drawn onto the figure.

S. Gibson, Medical Image Computing and Computer-Assisted Intervention 1998.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

import numpy as np
from numpy.typing import NDArray

from knitting.worn.body import Figure, Places
from knitting.worn.cloth_net import Whole

Inside: TypeAlias = NDArray[np.bool_]

_STEP_CM = 2.6
_MARGIN_CM = 3.0
_EVENED, _DRAWN = 3, 2


@dataclass(frozen=True, eq=False)
class Skin:
    """Places on a figure (cm) and the quads between them, seen from outside counter-clockwise."""

    places: Places
    quads: Whole


def skin_of(figure: Figure, step_cm: float = _STEP_CM) -> Skin:
    """The skin of a figure, its quads about as wide as one step."""
    low = (figure.ends - figure.radii[..., None]).min(axis=(0, 1)) - _MARGIN_CM
    high = (figure.ends + figure.radii[..., None]).max(axis=(0, 1)) + _MARGIN_CM
    axes = [np.arange(first, last + step_cm, step_cm) for first, last in zip(low, high, strict=True)]
    grid = np.stack(np.meshgrid(*axes, indexing="ij"), axis=-1)
    inside = (figure.surface(grid.reshape(-1, 3))[0] < 0).reshape(grid.shape[:3])
    cells, number = _cells(inside)
    quads = _quads(inside, number)
    places = low + (cells + 0.5) * step_cm
    for _ in range(_EVENED):
        places = _drawn(figure, _evened(places, quads))
    return Skin(places, quads)


def _evened(places: Places, quads: Whole) -> Places:
    """Each place in the middle of those around it."""
    total, many = np.zeros_like(places), np.zeros(len(places))
    for step in (1, 3):
        np.add.at(total, quads, places[np.roll(quads, step, axis=1)])
        np.add.at(many, quads, 1.0)
    return np.asarray(total / many[:, None])


def _cells(inside: Inside) -> tuple[Whole, Whole]:
    """The cells that the skin goes through, and the number of each in the grid (-1: none)."""
    corners = np.stack(
        [
            inside[a : a + inside.shape[0] - 1, b : b + inside.shape[1] - 1, c : c + inside.shape[2] - 1]
            for a in (0, 1)
            for b in (0, 1)
            for c in (0, 1)
        ]
    )
    crossed = corners.any(axis=0) & ~corners.all(axis=0)
    number = np.full(crossed.shape, -1, dtype=np.int64)
    number[crossed] = np.arange(int(crossed.sum()))
    return np.argwhere(crossed).astype(np.int64), number


def _quads(inside: Inside, number: Whole) -> Whole:
    """A quad across every edge of the grid that goes out of the figure or into it."""
    found = []
    for axis in range(3):
        low, high = (
            np.take(inside, range(inside.shape[axis] - 1), axis),
            np.take(inside, range(1, inside.shape[axis]), axis),
        )
        at = np.argwhere(low != high)
        one, two = (np.eye(3, dtype=np.int64)[(axis + step) % 3] for step in (1, 2))
        around = np.stack([number[tuple((at - shift).T)] for shift in (0 * one, one, one + two, two)], axis=1)
        outward = low[tuple(at.T)]
        found.append(np.where(outward[:, None], around, around[:, ::-1]))
    quads: Whole = np.concatenate(found)
    return quads


def _drawn(figure: Figure, places: Places) -> Places:
    """Places moved straight onto the figure."""
    for _ in range(_DRAWN):
        distance, out = figure.surface(places)
        places = places - distance[:, None] * out
    return places
