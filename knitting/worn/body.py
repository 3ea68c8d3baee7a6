"""Bodies: a few measures, and the smooth figure that they make. Heights count from the base of the neck upwards."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray
from scipy.spatial import ConvexHull

from knitting.statements import N_

Numbers = NDArray[np.float64]
Places = NDArray[np.float64]
"""Places in space, ``[n, 3]`` in cm: to the right as she is seen from the front, upwards, to the front."""

_SMOOTH_CM = 1.0
"""Over about this length the limbs run into one another."""
_FAR_CM = 90.0
_MARCH_STEPS = 36
_AROUND = 72
_FITTINGS = 3
NECK_CM = 4.0
"""Height at which the neck is measured, on a grown body."""
BUST_CM = -24.0
"""Height at which the bust is measured, on a grown body."""
_SHOULDER_CM = -8.2
"""Height of the joint of the shoulder, on a grown body."""
BUST_LIMITS, NECK_LIMITS, SHOULDERS_LIMITS = (45.0, 170.0), (22.0, 60.0), (22.0, 60.0)
"""Between these in centimetres a measure is believed."""
_SHOULDERS = 39.0
"""Breadth of the shoulders of the body whose heights these are."""


@dataclass(frozen=True, eq=False)
class Figure:
    """Round limbs that run smoothly into one another. ``ends[m, 2, 3]`` are the middles of each limb's two ends in cm,
    ``radii[m, 2]`` how thick it is there."""

    ends: Places
    radii: Numbers
    smooth_cm: float = _SMOOTH_CM

    def surface(self, places: Places) -> tuple[Numbers, Places]:
        """How far each place is outside the figure (in cm, below zero inside), and the way straight out of it."""
        starts, along = self.ends[:, 0], self.ends[:, 1] - self.ends[:, 0]
        length2 = np.maximum(np.einsum("ij,ij->i", along, along), 1e-9)
        taper = (self.radii[:, 1] - self.radii[:, 0]) / length2
        share = (places @ along.T - np.einsum("ij,ij->i", starts, along)) / length2
        inner = (share > 0.0) & (share < 1.0)
        share = share.clip(0.0, 1.0)
        away = places[:, None] - starts - share[..., None] * along
        reach = np.sqrt(np.einsum("nmi,nmi->nm", away, away)) + 1e-9
        outside = reach - self.radii[:, 0] - share * (self.radii[:, 1] - self.radii[:, 0])
        nearest = outside.min(axis=1, keepdims=True)
        weights = np.exp((nearest - outside) / self.smooth_cm)
        total = weights.sum(axis=1, keepdims=True)
        weights /= total
        out = np.einsum("nm,nmi->ni", weights / reach, away) - (weights * inner * taper) @ along
        steep = np.sqrt(np.einsum("ni,ni->n", out, out)) + 1e-9
        distance = (nearest - self.smooth_cm * np.log(total))[:, 0]
        return distance / steep, out / steep[:, None]

    def grown(self, share: float) -> Figure:
        """The same figure so much smaller, about the base of its neck."""
        return replace(self, ends=self.ends * share, radii=self.radii * share)

    def around(self, height_cm: float) -> Places:
        """The outermost places at a height, all round; along the middle line where there is no body."""
        turns = np.linspace(0.0, 2 * np.pi, _AROUND, endpoint=False)
        out = np.stack([np.sin(turns), np.zeros_like(turns), np.cos(turns)], axis=1)
        reach: Numbers = np.full(_AROUND, _FAR_CM)
        for _ in range(_MARCH_STEPS):
            places: Places = out * reach[:, None]
            places[:, 1] = height_cm
            reach = np.maximum(reach - 0.9 * np.maximum(self.surface(places)[0], 0.0), 0.0)
        found: Places = out * reach[:, None]
        found[:, 1] = height_cm
        return found

    def girth(self, height_cm: float) -> float:
        """What a tape measures around everything at a height, in cm: arms as well, where they hang there."""
        places = self.around(height_cm)[:, [0, 2]]
        if np.ptp(places) < 1e-3:
            return 0.0
        return float(ConvexHull(places).area)  # the length around it, in a plane


@dataclass(frozen=True, slots=True)
class Body:
    """A body by three measures in centimetres: round the bust, round the neck, across from shoulder to shoulder."""

    bust_cm: float = 92.0
    neck_cm: float = 36.0
    shoulders_cm: float = 39.0

    @property
    def tall(self) -> float:
        """Its heights as a share of those of a grown body (a judgement: as the shoulders are broad)."""
        return min(self.shoulders_cm / _SHOULDERS, 1.05)

    @property
    def shoulder_drop_cm(self) -> float:
        """How far the point of the shoulder is below the base of the neck, in cm."""
        return -_SHOULDER_CM * self.tall - _arm_cm(self)

    @property
    def figure(self) -> Figure:
        """Its figure, whose tape measures are the body's."""
        return _figure(self)


@lru_cache(maxsize=32)
def _figure(body: Body) -> Figure:
    """The limbs made thicker and thinner until a tape measures what was asked for."""
    neck, chest = body.neck_cm / 6.6, body.bust_cm / 8.2
    found = _limbs(body, neck, chest)
    for _ in range(_FITTINGS):
        neck *= body.neck_cm / found.girth(NECK_CM * body.tall)
        trunk = Figure(found.ends[1:3], found.radii[1:3], found.smooth_cm)  # without the arms that hang beside it
        chest *= body.bust_cm / trunk.girth(BUST_CM * body.tall)
        found = _limbs(body, neck, chest)
    return found


def _arm_cm(body: Body) -> float:
    """How thick the upper arm is, from its middle."""
    return float(4.7 * (body.bust_cm / 92.0) ** 0.7)


def _limbs(body: Body, neck: float, chest: float) -> Figure:
    """A neck, two sides of a trunk, two shoulders and two arms of two limbs each; all proportions are judgements."""
    tall, half = body.tall, body.shoulders_cm / 2
    arm = _arm_cm(body)
    elbow = max(half + 1.5, 1.4 * chest + arm + 0.5)
    limbs = [((0.0, -4.0, -1.2), (0.0, 12.0, 0.6), neck, neck)]
    for side in (-1.0, 1.0):
        limbs.append(((side * 0.4 * chest, -21.0, -0.5), (side * 0.4 * chest, -62.0, 0.0), chest, 0.97 * chest))
    for side in (-1.0, 1.0):
        limbs.append(((side * 2.5, -3.4, -1.6), (side * (half - arm), _SHOULDER_CM, -1.6), 0.8 * arm, arm))
        limbs.append(((side * (half - arm), _SHOULDER_CM, -1.6), (side * elbow, -34.0, -1.2), arm, 0.86 * arm))
        limbs.append(((side * elbow, -34.0, -1.2), (side * (elbow + 1.0), -58.0, 4.5), 0.86 * arm, 0.66 * arm))
    ends = np.array([[start, end] for start, end, _, _ in limbs])
    ends[:, :, 1] *= tall
    return Figure(ends, np.array([[first, last] for _, _, first, last in limbs]))


BODIES = MappingProxyType(
    {
        "child": (N_("a child of six"), Body(60.0, 28.0, 29.0)),
        "small": (N_("small"), Body(82.0, 34.0, 37.0)),
        "medium": (N_("medium"), Body(94.0, 36.0, 39.0)),
        "large": (N_("large"), Body(108.0, 39.0, 41.0)),
        "very-large": (N_("very large"), Body(124.0, 42.0, 43.0)),
    }
)
"""Named bodies, smallest first, each with its name. Common practice, no source."""
