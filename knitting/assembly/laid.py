"""Pieces laid beside one another as they meet."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from knitting.assembly.joints import Assembly, Seam
from knitting.assembly.spans import EdgeName, Span, places
from knitting.cloth.outline import outline, upright
from knitting.cloth.zones import Points

_SAMPLES = 24


@dataclass(frozen=True, eq=False)
class Laid:
    """The outlines of pieces in one picture (x to the right, y upwards, in cm), their edges by piece and name, and the
    seams that stay open in it."""

    outlines: Mapping[str, Points]
    edges: Mapping[tuple[str, EdgeName], Points]
    seams: tuple[tuple[Points, Points], ...]
    open: tuple[int, ...]


def laid(assembly: Assembly) -> Laid:
    """Every piece where the one before it ends: along a tree of seams, each by the best rigid fit of its edges.

    A seam that closes a ring stays open in the picture.
    """
    names = list(assembly.pieces)
    turns: dict[str, tuple[complex, complex]] = {}
    opened: list[int] = []
    for name in names:
        if name not in turns:
            turn = upright(assembly.pieces[name])
            beside = max((_placed(assembly, other, turns).real.max() for other in turns), default=0.0)
            least = float((outline(assembly.pieces[name]) * turn).real.min())
            turns[name] = turn, complex(beside + (2.0 if turns else 0.0) - least, 0.0)
        _attach(assembly, turns)
    for at, seam in enumerate(assembly.seams):
        a, b = _seam_places(assembly, seam, turns)
        if float(np.abs(a - b[::-1]).max()) > 0.05 * max(assembly.length_cm(seam.a), 1.0):
            opened.append(at)
    seams = tuple(_seam_places(assembly, seam, turns) for seam in assembly.seams)
    outlines = {name: _placed(assembly, name, turns) for name in names}
    return Laid(outlines, _edges(assembly, turns), seams, tuple(opened))


def _edges(assembly: Assembly, turns: Mapping[str, tuple[complex, complex]]) -> dict[tuple[str, EdgeName], Points]:
    """Every edge that lies on the rim of its piece."""
    found: dict[tuple[str, EdgeName], Points] = {}
    for name, (turn, shift) in turns.items():
        for edge in EdgeName:
            at = places(assembly.pieces[name], Span(name, edge))
            if len(at) > 1:
                found[name, edge] = at * turn + shift
    return found


def _attach(assembly: Assembly, turns: dict[str, tuple[complex, complex]]) -> None:
    """Lay every piece that meets one which is laid, or lies on it, until none is left."""
    meetings = [(seam.a, seam.b, -1) for seam in assembly.seams]
    meetings += [(assembly.under(joint), joint.a, 1) for joint in assembly.laid_on]  # over the cloth, not beside it
    meetings += [(b, a, way) for a, b, way in meetings]
    while True:
        new = [each for each in meetings if each[0].piece in turns and each[1].piece not in turns]
        if not new:
            return
        one, other, way = new[0]
        there = _even(places(assembly.pieces[one.piece], one))
        turn, shift = turns[one.piece]
        here = _even(places(assembly.pieces[other.piece], other))[::way]
        turns[other.piece] = _fit(here, there * turn + shift)


def _fit(here: Points, there: Points) -> tuple[complex, complex]:
    """The turn and the shift that lay one line of places best on another."""
    from_middle, to_middle = here - here.mean(), there - there.mean()
    turn = complex(np.sum(to_middle * from_middle.conjugate()))
    turn = turn / abs(turn) if abs(turn) > 0 else 1.0 + 0j
    return turn, complex(there.mean() - turn * here.mean())


def _even(line: Points) -> Points:
    """A line by as many places as any other, evenly spaced along it."""
    along = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(line)))])
    at = np.linspace(0.0, along[-1], _SAMPLES)
    found: Points = np.interp(at, along, line.real) + 1j * np.interp(at, along, line.imag)
    return found


def _seam_places(assembly: Assembly, seam: Seam, turns: Mapping[str, tuple[complex, complex]]) -> tuple[Points, Points]:
    both = []
    for span in (seam.a, seam.b):
        turn, shift = turns[span.piece]
        both.append(_even(places(assembly.pieces[span.piece], span)) * turn + shift)
    return both[0], both[1]


def _placed(assembly: Assembly, name: str, turns: Mapping[str, tuple[complex, complex]]) -> Points:
    turn, shift = turns[name]
    found: Points = outline(assembly.pieces[name]) * turn + shift
    return found
