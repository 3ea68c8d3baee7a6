"""Where a thing stays open: the loops of edges that nothing is sewn to, and whether a head goes through."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import Enum
from itertools import pairwise
from math import ceil
from typing import NamedTuple

from knitting.assembly.joints import Assembly
from knitting.assembly.spans import EdgeName, Span
from knitting.statements import Refused, sentence

STRETCH, SOFT_STRETCH = (1.2, 1.35), (1.3, 1.6)
"""By how much a bound-off or cast-on edge stretches, usual and stretchy or garter: a judgement."""
CHILD_CM, ADULT_CM = (48.0, 53.0), (54.0, 60.0)
"""Round heads in centimetres: a judgement."""


LEAST_FOR_A_HEAD_CM = 20.0
"""Openings that are shorter, such as a loop to hang a cloth by, are for no head."""


class Head(Enum):
    """Whose head goes through an opening."""

    ADULT = "adult"
    CHILD = "child"
    NONE = "none"


@dataclass(frozen=True, slots=True)
class Opening:
    """A loop of free edges: its stretches in their order, its length, and what it stretches to."""

    spans: tuple[Span, ...]
    cm: float
    stretched_cm: tuple[float, float]

    @property
    def head(self) -> Head:
        """Whose head goes through, at the most that it stretches."""
        return head_through(self.stretched_cm[1])

    def holds(self, edge: EdgeName) -> bool:
        """Whether some of its stretches are of that edge."""
        return any(span.edge is edge for span in self.spans)


def head_through(cm: float) -> Head:
    """Whose head goes through so much.

    >>> head_through(61).name, head_through(54).name, head_through(48).name
    ('ADULT', 'CHILD', 'NONE')
    """
    if cm >= ADULT_CM[1]:
        return Head.ADULT
    return Head.CHILD if cm >= CHILD_CM[1] else Head.NONE


def needed_cm(head: Head, soft: bool = False) -> float:
    """How long an opening must be that such a head goes through it at the most that it stretches.

    >>> round(needed_cm(Head.CHILD), 1), round(needed_cm(Head.ADULT, soft=True), 1)
    (39.3, 37.5)
    """
    most = {Head.CHILD: CHILD_CM[1], Head.ADULT: ADULT_CM[1], Head.NONE: 0.0}[head]
    return most / (SOFT_STRETCH if soft else STRETCH)[1]


@dataclass(frozen=True, slots=True)
class NeckMend:
    """What a head needs that does not go through: so many stitches round it, or a stretchy edge where ``soft``."""

    head: Head
    stitches: int
    soft: bool


def neck_mends(opening: Opening, stitch_cm: float) -> tuple[NeckMend, ...]:
    """For every head that does not go through an opening of rows of stitches, the smaller first."""
    if not all(span.edge.of_row for span in opening.spans):
        return ()
    order = (Head.NONE, Head.CHILD, Head.ADULT)
    larger = order[order.index(opening.head) + 1 :]
    return tuple(
        NeckMend(head, ceil(needed_cm(head) / stitch_cm - 1e-9), opening.cm >= needed_cm(head, soft=True))
        for head in larger
    )


def opening_of(cm: float, soft: bool = False) -> tuple[float, float]:
    """What an edge stretches to, at the least and at the most."""
    low, high = SOFT_STRETCH if soft else STRETCH
    return cm * low, cm * high


class _Atom(NamedTuple):
    """A stretch between two places at which something begins or ends."""

    piece: str
    edge: EdgeName
    at: int
    span: Span


def openings(assembly: Assembly, soft: bool = False) -> tuple[Opening, ...]:
    """Every loop of edges that are free, the longest last: go along a free edge, and where one is sewn go on behind it.

    Of a thing without a seam it is what goes round the neck, if anything does. ``Refused`` where two seams hold the
    same stretch.
    """
    if not assembly.seams:
        cm = sum(assembly.length_cm(span) for span in assembly.neck)
        return (Opening(assembly.neck, cm, opening_of(cm, soft)),) if assembly.neck else ()
    atoms = {name: _atoms(assembly, name) for name in assembly.pieces}
    partner = _partners(assembly, atoms)
    free = [atom for each in atoms.values() for atom in each if atom not in partner]
    found: list[Opening] = []
    while free:
        loop = [free[0]]
        while (following := _next_free(loop[-1], atoms, partner)) != loop[0] and len(loop) <= len(free):
            loop.append(following)
        free = [atom for atom in free if atom not in loop]
        spans = tuple(atom.span for atom in loop)
        cm = sum(assembly.length_cm(span) for span in spans)
        found.append(Opening(spans, cm, opening_of(cm, soft)))
    return tuple(sorted(found, key=lambda opening: opening.cm))


def _atoms(assembly: Assembly, name: str) -> list[_Atom]:
    """The rim of a piece cut wherever a seam begins or ends; edges without a length are left out."""
    cuts: dict[EdgeName, set[float]] = {edge: {0.0, 1.0} for edge in EdgeName}
    for seam in assembly.seams:
        for span in (seam.a, seam.b):
            if span.piece == name:
                cuts[span.edge] |= {span.first, span.last}
    found: list[_Atom] = []
    for edge in EdgeName:
        marks = sorted(cuts[edge])
        for first, last in pairwise(marks):
            span = Span(name, edge, first, last)
            if assembly.length_cm(span) > 0:
                found.append(_Atom(name, edge, len(found), span))
    return found


def _partners(assembly: Assembly, atoms: Mapping[str, list[_Atom]]) -> dict[_Atom, _Atom]:
    """Which stretch each sewn one is sewn to; a seam that is cut by another is told."""
    found: dict[_Atom, _Atom] = {}
    for seam in assembly.seams:
        one, other = (_atom_of(atoms, span) for span in (seam.a, seam.b))
        if one is None or other is None or one in found or other in found:
            raise Refused(sentence("Two seams hold the same stretch of '{piece}'.", piece=seam.a.piece))
        found[one], found[other] = other, one
    return found


def _atom_of(atoms: Mapping[str, list[_Atom]], span: Span) -> _Atom | None:
    return next((atom for atom in atoms[span.piece] if atom.span == span), None)


def _next_free(atom: _Atom, atoms: Mapping[str, list[_Atom]], partner: Mapping[_Atom, _Atom]) -> _Atom:
    """The free stretch that goes on where one ends: behind a seam the rim of the other piece goes on."""
    while True:
        rim = atoms[atom.piece]
        atom = rim[(atom.at + 1) % len(rim)]
        if atom not in partner:
            return atom
        atom = partner[atom]
