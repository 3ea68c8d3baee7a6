"""How a garment hangs on a body once it is at rest: places, how far down it reaches, where it pulls."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

import numpy as np

from knitting.measures import said_length
from knitting.statements import Statement, sentence
from knitting.worn.body import BUST_CM, Body
from knitting.worn.cloth_net import ClothNet, Numbers
from knitting.worn.draping import Cloth, Draping
from knitting.worn.garment import Garment
from knitting.worn.putting_on import put_on

SECTORS = 24
"""Directions in which the hem is told: so many all round, from the back over her left side, the front and the right."""
_PULLS = 0.04
_NEAR_CM = 4.0
"""Less cloth than this hangs down nowhere."""
_BESIDE_FRONT = 4
"""Ends hang in so many directions on both sides of the front."""
_BETWEEN = 5
"""Places on every side of a quad by which the hem is found."""


@dataclass(frozen=True, slots=True)
class Reach:
    """How far down it hangs, in cm: below the base of the neck behind, in front and at its deepest beside the front,
    and from the point of the shoulder over the arm; 0 where no cloth hangs, and in front of what is pinned there.

    ``pull`` is the stretch that 99 % of all sides of quads keep below (0.03: 3 %), ``pulled_row`` a row where it is so
    much, and it ``slips`` where nothing of it is left above the bust. Stretch, drape and yarn move all of it by a
    hand's breadth.
    """

    back_cm: float
    front_cm: float
    ends_cm: float
    arm_cm: float
    pull: float
    pulled_row: int
    slips: bool

    @property
    def said(self) -> tuple[Statement, ...]:
        """What is seen, in sentences with the figures first."""
        if self.slips:
            return (sentence("It does not stay on so: it slips off. Choose another edge for the neck."),)
        found = [_reaches(self)]
        if self.pull >= _PULLS:
            found.append(
                sentence(
                    "It pulls most near row {row}, by about {share:.0f} %.", row=self.pulled_row, share=100 * self.pull
                )
            )
        found.append(sentence("Stretch, drape and yarn move this by a hand's breadth."))
        return tuple(found)


@dataclass(frozen=True, eq=False)
class Worn:
    """A garment at rest. ``places[node]`` in cm from the base of the neck: to the right as she is seen from the front,
    upwards, to the front. ``hem_cm`` is how far below the base of the neck the cloth reaches in each of ``SECTORS``
    directions, ``nan`` where there is none.
    """

    net: ClothNet
    places: Numbers
    hem_cm: Numbers
    reach: Reach


def cloth_on(garment: Garment, body: Body) -> Cloth:
    """A garment put on a body, ready to fall."""
    return Cloth(put_on(garment, body), body.figure)


def worn(garment: Garment, body: Body) -> Worn:
    """A garment as it hangs on a body, worked out at once."""
    cloth = cloth_on(garment, body)
    return worn_at(cloth, cloth.advanced(cloth.begun()), body)


def worn_at(cloth: Cloth, state: Draping, body: Body) -> Worn:
    """What is to be told of a cloth where it is now."""
    hem = _hem(cloth.net, state.places)
    stretch = cloth.stretch(state)
    most = float(np.quantile(stretch, 0.99))
    where = cloth.net.sides.pairs[int(np.argmin(np.abs(stretch - most)))]
    reach = Reach(
        back_cm=_seen(_lowest(hem, 0)),
        front_cm=0.0 if cloth.started.nape else _seen(_lowest(hem, SECTORS // 2)),  # open in front where it is pinned
        ends_cm=_seen(_lowest(hem, SECTORS // 2, _BESIDE_FRONT)),
        arm_cm=_seen(_over_arm(hem, body)),
        pull=max(most, 0.0),
        pulled_row=_row_of(cloth.net, int(where[0])),
        slips=bool(state.places[:, 1].max() < BUST_CM * body.tall),
    )
    return Worn(cloth.net, state.places, hem, reach)


def _seen(cm: float) -> float:
    return cm if cm >= _NEAR_CM else 0.0


def _hem(net: ClothNet, places: Numbers) -> Numbers:
    """How far down the cloth reaches in every direction."""
    share = np.linspace(0.0, 1.0, _BETWEEN)[:, None, None]
    pairs = net.sides.pairs
    at = (places[pairs[:, 0]] * (1 - share) + places[pairs[:, 1]] * share).reshape(-1, 3)
    turn = np.arctan2(at[:, 0], -at[:, 2]) % (2 * pi)
    sector = np.floor(turn / (2 * pi) * SECTORS + 0.5).astype(np.int64) % SECTORS
    lowest = np.full(SECTORS, np.inf)
    np.minimum.at(lowest, sector, at[:, 1])
    found: Numbers = np.where(np.isfinite(lowest), -lowest, np.nan)
    return found


def _lowest(hem: Numbers, middle: int, beside: int = 1) -> float:
    """The deepest place in a direction and so many on both sides of it; 0 where there is no cloth."""
    near = hem[[(middle + step) % SECTORS for step in range(-beside, beside + 1)]]
    return float(np.nanmax(near)) if np.isfinite(near).any() else 0.0


def _over_arm(hem: Numbers, body: Body) -> float:
    """From the point of the shoulder down both arms, their mean."""
    sides = [hem[SECTORS // 4], hem[3 * SECTORS // 4]]
    known = [float(side) for side in sides if np.isfinite(side)]
    return sum(known) / len(known) - body.shoulder_drop_cm if known else 0.0


def _row_of(net: ClothNet, node: int) -> int:
    for piece in net.pieces.values():
        at = np.argwhere(piece.nodes == node)
        if len(at):
            return int(piece.rows[at[0][0]])
    return 0


def _reaches(reach: Reach) -> Statement:
    """How far down, as far as there is cloth, in whole centimetres."""
    figures = (reach.back_cm, reach.arm_cm, reach.front_cm, reach.ends_cm)
    down, over, before, low = (said_length(round(each)) for each in figures)
    if not reach.arm_cm:
        return sentence(
            "About {back} down the back, about {ends} in front; it ends above the arm.", back=down, ends=low
        )
    if not reach.front_cm:
        return sentence(
            "About {back} down the back, about {arm} over the arm; its ends hang about {ends} in front.",
            back=down,
            arm=over,
            ends=low,
        )
    return sentence(
        "About {back} down the back, about {arm} over the arm, about {front} in front.",
        back=down,
        arm=over,
        front=before,
    )
