"""What weighings tell about a hand: corrections of the predicted metres, with how sure they are.

Every correction adds to the grams that are used, so that all is linear, and what is known after some weighings is the
normal distribution that conditions the one before on them (in closed form; checked against least squares).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import Enum
from math import sqrt
from typing import TypeAlias

import numpy as np
from numpy.typing import NDArray

from knitting.measures import Gauge
from knitting.statements import Refused, sentence
from knitting.yarn.metres import KNITTED, Spent

Numbers: TypeAlias = NDArray[np.float64]

KNOTS = 8
"""Tension may change at so many places, evenly spread over the rows."""


@dataclass(frozen=True, slots=True)
class Yarn:
    """What there is of a colour at the beginning: grams and metres in all, in balls of ``ball_grams``.

    ``ball_grams`` 0 is one ball. ``weighed`` says that the grams were weighed and not read from a label; ``opened``
    that a ball of it had been begun.
    """

    colour: str
    grams: float
    metres: float
    lot: str = ""
    weighed: bool = False
    opened: bool = False
    ball_grams: float = 0.0

    @property
    def grams_a_metre(self) -> float:
        """What the label says a metre weighs."""
        return self.grams / self.metres

    @property
    def balls(self) -> int:
        """How many balls it is, begun ones too."""
        return max(1, round(self.grams / self.ball_grams + 0.499)) if self.ball_grams else 1


class Scale(Enum):
    """What lay on the scale."""

    LEFT = "everything that is left of the colour"
    PIECE = "the piece as far as it is knitted"


@dataclass(frozen=True, slots=True)
class Weighing:
    """Grams on the scale after so many rows: what is left of a colour, or the whole piece."""

    row: int
    colour: str
    grams: float
    of: Scale = Scale.LEFT


@dataclass(frozen=True, slots=True)
class Prior:
    """Standard deviations before anything is weighed, as shares; ``noise_g`` and the scale's ``step_g`` in grams.

    All are guesses. The steps of tension are such that they come to 4 % over the whole piece.
    """

    hand: float = 0.12
    fabric: float = 0.08
    yarn: float = 0.03
    drift: float = 0.04
    ball: float = 0.02
    ball_weighed: float = 0.005
    ball_opened: float = 0.04
    noise_g: float = 0.5
    step_g: float = 1.0

    @property
    def noise(self) -> float:
        """Variance of a reading, in grams squared."""
        return self.noise_g**2 + self.step_g**2 / 12


def prior_for(gauge: Gauge | None) -> Prior:
    """The prior of a gauge: less sure where it is a guess."""
    return Prior(hand=0.15) if gauge is None or gauge.guessed else Prior()


@dataclass(frozen=True, eq=False)
class Hand:
    """Corrections and how sure they are: ``mean`` and ``covariance`` over the terms of :class:`Terms`."""

    spent: Spent
    yarns: tuple[Yarn, ...]
    mean: Numbers
    covariance: Numbers
    prior: Prior
    weighed: int = 0

    @property
    def factor(self) -> float:
        """How much yarn the hand takes for each metre that was predicted."""
        return float(1 + self.mean[0])

    @property
    def factor_sd(self) -> float:
        """The standard deviation of :attr:`factor`."""
        return sqrt(float(self.covariance[0, 0]))


@dataclass(frozen=True, eq=False)
class Terms:
    """The places of the corrections: the hand, each yarn, each first ball, each kind of fabric, each knot."""

    colours: int

    @property
    def count(self) -> int:
        """How many corrections there are."""
        return 1 + 2 * self.colours + len(KNITTED) + KNOTS

    def yarn(self, colour: int) -> int:
        """The place of a yarn's own correction."""
        return 1 + colour

    def ball(self, colour: int) -> int:
        """The place of what the label of its grams is off by."""
        return 1 + self.colours + colour

    @property
    def knitted(self) -> slice:
        """The places of the kinds of fabric."""
        first = 1 + 2 * self.colours
        return slice(first, first + len(KNITTED))

    @property
    def knots(self) -> slice:
        """The places of the steps of tension."""
        return slice(self.count - KNOTS, self.count)


def used(spent: Spent, colour: int, grams_a_metre: float, rows: Sequence[int]) -> tuple[Numbers, Numbers]:
    """Grams used of a colour after each of some rows, and by how much every correction adds to them."""
    terms = Terms(len(spent.colours))
    at = np.asarray(rows, dtype=np.intp)
    metres = spent.metres[at, colour]
    total = metres.sum(axis=1)
    adds = np.zeros((len(at), terms.count))
    adds[:, 0] = adds[:, terms.yarn(colour)] = total
    adds[:, terms.knitted] = metres
    running = spent.metres[:, colour].sum(axis=1)
    knots = [round(spent.rows * knot / (KNOTS + 1)) for knot in range(1, KNOTS + 1)]
    adds[:, terms.knots] = np.maximum(total[:, None] - running[knots][None, :], 0.0)
    return total * grams_a_metre, adds * grams_a_metre


def learned(spent: Spent, yarns: Sequence[Yarn], weighings: Sequence[Weighing], prior: Prior | None = None) -> Hand:
    """What is known of a hand after its weighings.

    ``yarns`` may be in any order and need not name every colour; a colour without one is never weighed. ``Refused``
    says what a weighing cannot be: of a colour that the piece has not, after a row that it has not.
    """
    prior = prior or Prior()
    in_order = tuple(_yarn_of(colour, yarns) for colour in spent.colours)
    terms = Terms(len(spent.colours))
    mean = np.zeros(terms.count)
    covariance = np.diag(_variances(spent, in_order, prior, terms))
    known = Hand(spent, in_order, mean, covariance, prior)
    if not weighings:
        return known
    adds, off = zip(*(_reading(known, each) for each in weighings), strict=True)
    return conditioned(known, np.array(adds), np.array(off))


def conditioned(hand: Hand, adds: Numbers, off: Numbers) -> Hand:
    """A hand after readings that were ``off`` grams from what is expected without any correction."""
    gains = hand.covariance @ adds.T
    spread = adds @ gains + hand.prior.noise * np.eye(len(off))
    share = np.linalg.solve(spread, gains.T).T
    mean = hand.mean + share @ (off - adds @ hand.mean)
    covariance = hand.covariance - share @ gains.T
    return replace(hand, mean=mean, covariance=(covariance + covariance.T) / 2, weighed=hand.weighed + len(off))


def reading_adds(hand: Hand, row: int, colour: int) -> Numbers:
    """By how much each correction adds to what a scale shows of a colour after a row."""
    yarn = hand.yarns[colour]
    _, adds = used(hand.spent, colour, yarn.grams_a_metre, [row])
    shown: Numbers = -adds[0]
    shown[Terms(len(hand.yarns)).ball(colour)] = yarn.grams
    return shown


def _reading(hand: Hand, weighing: Weighing) -> tuple[Numbers, float]:
    """A weighing as a row of the equations: what each correction adds to it, and how far it is from none."""
    spent = hand.spent
    if not 0 <= weighing.row <= spent.rows:
        raise Refused(sentence("The piece has {rows:rows}; none is row {row}.", rows=spent.rows, row=weighing.row))
    if weighing.of is Scale.PIECE:
        parts = [
            used(spent, colour, yarn.grams_a_metre, [weighing.row])
            for colour, yarn in enumerate(hand.yarns)
            if yarn.grams
        ]
        total = sum(float(grams[0]) for grams, _ in parts)
        added: Numbers = np.sum([adds[0] for _, adds in parts], axis=0)
        return added, weighing.grams - total
    if weighing.colour not in spent.colours:
        raise Refused(
            sentence(
                "No yarn '{colour}' is in the piece; there are {known}.",
                colour=weighing.colour[:40],
                known=", ".join(spent.colours),
            )
        )
    colour = spent.colours.index(weighing.colour)
    yarn = hand.yarns[colour]
    grams, _ = used(spent, colour, yarn.grams_a_metre, [weighing.row])
    return reading_adds(hand, weighing.row, colour), weighing.grams - (yarn.grams - float(grams[0]))


def _yarn_of(colour: str, yarns: Sequence[Yarn]) -> Yarn:
    return next((yarn for yarn in yarns if yarn.colour == colour), Yarn(colour, 0.0, 1.0))


def _variances(spent: Spent, yarns: Sequence[Yarn], prior: Prior, terms: Terms) -> Numbers:
    found = np.zeros(terms.count)
    found[0] = prior.hand**2
    for at, yarn in enumerate(yarns):
        found[terms.yarn(at)] = prior.yarn**2
        ball = prior.ball_weighed if yarn.weighed else prior.ball_opened if yarn.opened else prior.ball
        found[terms.ball(at)] = ball**2
    found[terms.knitted] = prior.fabric**2
    found[terms.knots] = prior.drift**2 / KNOTS
    return found
