"""Cloth that falls on a figure: projective dynamics, with a contact that keeps its force from step to step.

S. Bouaziz and others, ACM Transactions on Graphics 33 (4), 2014; contact by the alternating direction method of
multipliers (M. Overby and others, IEEE TVCG 23 (10), 2017). Stiffness, mass and friction are judgements.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import TypeAlias

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_array, diags_array

from knitting.worn.body import Figure
from knitting.worn.cloth_net import ClothNet, Lengths, Numbers, Whole
from knitting.worn.putting_on import Started

Single: TypeAlias = NDArray[np.float32]

STEPS = 700
"""Steps until the cloth is at rest."""
_SECONDS = 1 / 40
_PUT_ON, _WEIGHS, _CALMS, _STILL = 90, 170, 540, 640
"""Until the first step the body grows and clasps are drawn together; all weight is on from the second. Up to the third
the cloth keeps its momentum, and from the fourth on it keeps none."""
_LEAST_BODY, _LEAST_WEIGHT = 0.3, 0.06
_SLIPPERY = 0.1
ROUGH = 0.5
"""Friction between cloth and body."""
_GRAVITY = 981.0
_MASS = 0.032
"""Grams to a square centimetre."""
_STIFF = 160_000.0
"""Force by stretch, in g/s² for a strip as long as it is broad (160 N/m)."""
_SHEAR = 0.05
_BENDS = 60.0
"""Resistance to bending, in g cm²/s²."""
_GATHERS = 0.6
"""A strip gathers freely down to this share of its length: folds are smaller than the net shows."""
_DRAWN = 0.97
"""What a clasp holds is drawn together by so much in each of the first steps."""
_SEWN = 40.0
"""How much stiffer than cloth a seam is."""
_CONTACT = 5.0
"""Stiffness of the contact beside mass by time squared."""
_LEAST_BENT_CM = 0.3
"""Shorter lengths, at a tip, bend as they like."""
CLEAR_CM = 0.35
"""The middle of the cloth is this far off what it lies on."""
_KEPT = 0.87
"""Share of the last step's movement with which the next begins: it is a way to rest, not a film of it."""


@dataclass(frozen=True, eq=False)
class Draping:
    """A cloth on its way: where its nodes are (cm), how far they went in the last step (cm), what the body pushes back
    with, and how many steps are done."""

    places: Numbers
    moved: Numbers
    pushed: Numbers
    step: int = 0

    @property
    def at_rest(self) -> bool:
        """Whether all steps are done."""
        return self.step >= STEPS


@dataclass(frozen=True, eq=False)
class Cloth:
    """A cloth that is put on, prepared to fall on a figure."""

    started: Started
    figure: Figure
    friction: float = ROUGH

    @property
    def net(self) -> ClothNet:
        """Its net."""
        return self.started.net

    def begun(self) -> Draping:
        """The cloth as it is let go."""
        places = self.started.places
        return Draping(places, np.zeros_like(places), np.zeros_like(places))

    def advanced(self, state: Draping, steps: int = STEPS) -> Draping:
        """So many steps further, at most to rest."""
        done = state
        for _ in range(min(steps, STEPS - state.step)):
            done = self.stepped(done)
        return done

    def stepped(self, state: Draping) -> Draping:
        """One step further. All forces are met where the last movement would lead: that is sooner at rest."""
        at = state.step
        here = state.places + _kept(at) * state.moved
        outside, out = self._body(at).surface(here)
        friction = _SLIPPERY if at < _PUT_ON else self.friction
        pushed = _pushed(state, here, outside - CLEAR_CM, out, friction)
        apart = here[self._pairs[:, 1]] - here[self._pairs[:, 0]]
        long = np.sqrt(np.einsum("ij,ij->i", apart, apart)) + 1e-9
        most = np.where(self._clasped, np.maximum(self._cm, _DRAWN * long), self._cm) if at < _WEIGHS else self._cm
        wished = apart * (np.clip(long, self._least_cm, most) / long)[:, None]
        ahead = here + _CONTACT * (here + state.pushed - 2 * pushed)
        ahead[:, 1] -= _weighs(at) * _GRAVITY * _SECONDS**2
        force = self._pull @ wished + self._inertia[:, None] * ahead
        places = (self._solve @ force.astype(np.float32)).astype(np.float64)
        if at < _PUT_ON:
            held = list(self.started.nape)
            places[held] = state.places[held]
        return Draping(places, places - state.places, pushed, at + 1)

    def stretch(self, state: Draping) -> Numbers:
        """By how much each side of a quad is longer than in the cloth (0.03: 3 %); below zero it is gathered."""
        sides = self.net.sides
        long = np.linalg.norm(state.places[sides.pairs[:, 1]] - state.places[sides.pairs[:, 0]], axis=1)
        found: Numbers = long / np.maximum(sides.cm, 1e-9) - 1.0
        return found

    def energy(self, state: Draping) -> float:
        """Of its movement, its height, its stretch and its bends, in g cm²/s²; what the body holds is not in it."""
        moving = 0.5 * float(np.sum(self._inertia[:, None] * state.moved**2))
        lifted = _GRAVITY * float(np.sum(self._mass * state.places[:, 1]))
        apart = np.linalg.norm(state.places[self._pairs[:, 1]] - state.places[self._pairs[:, 0]], axis=1)
        beyond = apart - np.clip(apart, self._least_cm, self._cm)
        bent = float(np.sum((_second_differences(self.net) @ state.places) ** 2))
        return moving + lifted + 0.5 * float(np.sum(self._weights * beyond**2)) + 0.5 * bent

    def _body(self, step: int) -> Figure:
        share = _LEAST_BODY + (1 - _LEAST_BODY) * step / _PUT_ON
        return self.figure.grown(share) if self.started.grows and share < 1.0 else self.figure

    @cached_property
    def _mass(self) -> Numbers:
        """Grams of each node."""
        found: Numbers = np.maximum(self.net.areas, 0.2) * _MASS
        return found

    @cached_property
    def _inertia(self) -> Numbers:
        found: Numbers = self._mass / _SECONDS**2
        return found

    @cached_property
    def _lengths(self) -> tuple[Lengths, Lengths, Lengths]:
        return self.net.sides, self.net.diagonals, self.started.clasps

    @cached_property
    def _pairs(self) -> Whole:
        return np.concatenate([each.pairs for each in self._lengths])

    @cached_property
    def _cm(self) -> Numbers:
        return np.concatenate([each.cm for each in self._lengths])

    @cached_property
    def _clasped(self) -> NDArray[np.bool_]:
        return np.arange(len(self._cm)) >= len(self._cm) - len(self.started.clasps.cm)

    @cached_property
    def _least_cm(self) -> Numbers:
        """How near a pair may come without resistance: cloth gathers, and a clasp may hang slack."""
        found: Numbers = np.where(self._clasped, 0.0, _GATHERS) * self._cm
        return found

    @cached_property
    def _weights(self) -> Numbers:
        sides, diagonals, clasps = (each.stiffness for each in self._lengths)
        return _STIFF * np.concatenate([sides, _SHEAR * diagonals, clasps])

    @cached_property
    def _pull(self) -> csr_array:
        """Takes what is wished of every pair to forces on the nodes."""
        return (_differences(self._pairs, self.net.count).T @ diags_array(self._weights)).tocsr()

    @cached_property
    def _solve(self) -> Single:
        """The inverse of all that holds the nodes together: the same in every step."""
        bent, sewn = _second_differences(self.net), _sewn(self.net)
        matrix = self._pull @ _differences(self._pairs, self.net.count) + bent.T @ bent + sewn.T @ sewn
        matrix = matrix + diags_array((1 + _CONTACT) * self._inertia)
        return np.asarray(np.linalg.inv(matrix.toarray()), dtype=np.float32)


def _kept(step: int) -> float:
    """How much of the last movement a step begins with."""
    if step < _PUT_ON:
        return 0.0
    return _KEPT * min(max((_STILL - step) / (_STILL - _CALMS), 0.0), 1.0)


def _weighs(step: int) -> float:
    """The share of its weight that pulls at the cloth."""
    return _LEAST_WEIGHT + (1 - _LEAST_WEIGHT) * min(max((step - _PUT_ON) / (_WEIGHS - _PUT_ON), 0.0), 1.0)


def _pushed(state: Draping, here: Numbers, outside: Numbers, out: Numbers, friction: float) -> Numbers:
    """What the body pushes back with (in cm of the contact's stiffness).

    The surface is taken flat about each node as it is, not where the push would have it: else arms slip through. What
    it holds aside grows with what the node slipped, up to the friction of its depth.
    """
    before = state.pushed
    depth = np.maximum(-(outside + np.einsum("ni,ni->n", before, out)), 0.0)
    aside = before + state.moved
    aside -= np.einsum("ni,ni->n", aside, out)[:, None] * out
    length = np.sqrt(np.einsum("ni,ni->n", aside, aside)) + 1e-12
    held = np.minimum(length, friction * depth) / length
    found: Numbers = held[:, None] * aside - depth[:, None] * out
    return found


def _differences(pairs: Whole, count: int) -> csr_array:
    each = np.arange(len(pairs))
    values = np.concatenate([np.ones(len(pairs)), -np.ones(len(pairs))])
    index = (np.concatenate([each, each]), np.concatenate([pairs[:, 1], pairs[:, 0]]))
    return csr_array((values, index), shape=(len(pairs), count))


def _second_differences(net: ClothNet) -> csr_array:
    """How sharply the cloth bends along threes of nodes, weighted so that its square is twice an energy."""
    known = csr_array((net.sides.cm, net.sides.pairs.T), shape=(net.count, net.count))
    both = (known + known.T).todense()
    lines = net.lines
    first, second = both[lines[:, 0], lines[:, 1]], both[lines[:, 1], lines[:, 2]]
    use = (first > _LEAST_BENT_CM) & (second > _LEAST_BENT_CM)
    lines, first, second = lines[use], first[use], second[use]
    weight = np.sqrt(_BENDS * net.areas[lines[:, 1]]) * 2 / (first + second)
    values = np.concatenate([weight / first, -weight * (1 / first + 1 / second), weight / second])
    each = np.tile(np.arange(len(lines)), 3)
    return csr_array((values, (each, lines.T.ravel())), shape=(len(lines), net.count))


def _sewn(net: ClothNet) -> csr_array:
    """How far apart sewn places are, weighted so that its square is twice an energy."""
    each = np.repeat(np.arange(len(net.ties.nodes)), 3)
    weights = np.sqrt(_SEWN * _STIFF) * net.ties.weights
    return csr_array((weights.ravel(), (each, net.ties.nodes.ravel())), shape=(len(net.ties.nodes), net.count))
