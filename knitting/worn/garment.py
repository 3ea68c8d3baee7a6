"""What is worn, and whether it can hold on a body: by its girths, before anything is worked out."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from knitting.assembly.joints import Assembly, Seam
from knitting.assembly.openings import LEAST_FOR_A_HEAD_CM, STRETCH, openings
from knitting.assembly.spans import EdgeName
from knitting.cloth import Layout
from knitting.cloth.meant import goes_round
from knitting.cloth.zones import Points
from knitting.measures import said_cm
from knitting.statements import Statement, sentence
from knitting.wearing import PutOn, Wearing
from knitting.worn.body import Body

_PINNED = 1.35
"""An edge is pinned in front so that it goes round so many times the neck (a judgement)."""
_SHOULDERS_CM = -8.0
"""Height at which a tape goes round the shoulders, on a grown body."""


@dataclass(frozen=True, eq=False)
class Garment:
    """What is worn: pieces by their names, how they are put on, and how they are sewn."""

    pieces: Mapping[str, Layout]
    wearing: Wearing
    seams: tuple[Seam, ...] = ()

    @property
    def neck_cm(self) -> float:
        """What goes round the neck, unstretched: first rows, or the edge that lies at the nape."""
        if self.wearing.along:
            line = edge_line(next(iter(self.pieces.values())), self.wearing.along)
            return float(np.abs(np.diff(line)).sum())
        return sum(layout.rows[0].start * layout.gauge.stitch_cm for layout in self.pieces.values())


def pinned_cm(body: Body) -> float:
    """How much of an edge goes round the neck of a body to the pin in front, in cm."""
    return _PINNED * body.neck_cm


def edge_line(layout: Layout, along: tuple[str, ...]) -> Points:
    """Edges of a laid piece one after the other as one line; no places where it has none of that name."""
    named = {edge.name: edge.points for edge in layout.rims[0]}
    found: Points = np.concatenate(
        [np.zeros(0, dtype=np.complex128), *(named[name] for name in along if name in named)]
    )
    return found


def why_not_worn(garment: Garment, body: Body) -> Statement | None:
    """Why a garment does not hold on a body, in one sentence; ``None`` where it does."""
    across = garment.wearing.how is PutOn.ACROSS_BACK
    neck = garment.neck_cm
    if across and neck < pinned_cm(body):
        return sentence(
            "Its edge is {edge} long and does not reach round this neck: {needed} are needed to pin it in front.",
            edge=said_cm(neck),
            needed=said_cm(pinned_cm(body)),
        )
    if across:
        return None
    if neck * STRETCH[0] < body.neck_cm:
        return sentence(
            "It is {neck} round the neck, stretched to {most}; this neck is {needed} round. It would cut in.",
            neck=said_cm(neck),
            most=said_cm(neck * STRETCH[0]),
            needed=said_cm(body.neck_cm),
        )
    shoulders = body.figure.girth(_SHOULDERS_CM * body.tall)
    if neck > shoulders:
        return sentence(
            "It is {neck} round the neck, and these shoulders with both arms are {shoulders} round: it slips off.",
            neck=said_cm(neck),
            shoulders=said_cm(shoulders),
        )
    return None


def garment_of_piece(layout: Layout, wearing: Wearing | None) -> Garment | None:
    """A piece as it is worn; ``None`` where nobody wears it, or it has no edge that could lie at the nape."""
    if wearing is None:
        return None
    if wearing.how is PutOn.ACROSS_BACK and (layout.in_round or len(edge_line(layout, wearing.along)) < 2):
        return None
    return Garment({"": layout}, wearing)


def usual_wearing(layout: Layout) -> Wearing | None:
    """How a piece is probably worn of which no more is known than how it lies."""
    if goes_round(layout):
        return Wearing(PutOn.OVER_HEAD if layout.in_round else PutOn.ROUND_NECK)
    longest = max(layout.rims[0], key=lambda edge: float(np.abs(np.diff(edge.points)).sum()))
    if longest.name not in {each.value for each in EdgeName}:
        return None
    return Wearing(PutOn.ACROSS_BACK, (longest.name,))


def garment_of_thing(assembly: Assembly, wearings: Mapping[str, Wearing | None]) -> Garment | None:
    """A thing as it is worn: two pieces whose first rows make an opening go over the head; one alone is worn as itself.

    What is laid on or picked up is not in it.
    """
    if len(assembly.pieces) == 1:
        name, layout = next(iter(assembly.pieces.items()))
        return garment_of_piece(layout, wearings.get(name))
    opening = [
        each
        for each in (openings(assembly) if assembly.seams else ())
        if each.cm >= LEAST_FOR_A_HEAD_CM and all(span.edge is EdgeName.FIRST for span in each.spans)
    ]
    if len(assembly.pieces) != 2 or not opening or {span.piece for span in opening[0].spans} != set(assembly.pieces):
        return None
    return Garment(assembly.pieces, Wearing(PutOn.OVER_HEAD), assembly.seams)
