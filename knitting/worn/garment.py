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
from knitting.measures import said_length
from knitting.statements import Statement, sentence
from knitting.wearing import ALONG_THE_SIDES, ALONG_THE_TOP, PutOn, Wearing
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
            return _line_cm(next(iter(self.pieces.values())), self.wearing.along)
        return sum(layout.rows[0].start * layout.gauge.stitch_cm for layout in self.pieces.values())


def _line_cm(layout: Layout, along: tuple[str, ...]) -> float:
    return float(np.abs(np.diff(edge_line(layout, along))).sum())


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
            edge=said_length(neck),
            needed=said_length(pinned_cm(body)),
        )
    if across:
        return None
    if neck * STRETCH[0] < body.neck_cm:
        return sentence(
            "It is {neck} round the neck, stretched to {most}; this neck is {needed} round. It would cut in.",
            neck=said_length(neck),
            most=said_length(neck * STRETCH[0]),
            needed=said_length(body.neck_cm),
        )
    shoulders = body.figure.girth(_SHOULDERS_CM * body.tall)
    if neck > shoulders:
        return sentence(
            "It is {neck} round the neck, and these shoulders with both arms are {shoulders} round: it slips off.",
            neck=said_length(neck),
            shoulders=said_length(shoulders),
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
    lines = [along for along in _lines_of(layout) if _line_cm(layout, along) > 0]
    return Wearing(PutOn.ACROSS_BACK, max(lines, key=lambda along: _straight_cm(layout, along))) if lines else None


def _lines_of(layout: Layout) -> list[tuple[str, ...]]:
    """The edges that may lie at the nape: each by itself, and both sides where the piece begins or ends in a point."""
    edges = {edge.name for edge in layout.rims[0]}
    both = [along for along, row in ((ALONG_THE_TOP, 0), (ALONG_THE_SIDES, -1)) if _is_point(layout, row)]
    each = [(name.value,) for name in (EdgeName.START, EdgeName.END, EdgeName.LAST, EdgeName.FIRST)]
    return [along for along in (*both, *each) if set(along) <= edges]


def _is_point(layout: Layout, boundary: int) -> bool:
    return layout.sheet.counts[boundary] * layout.gauge.stitch_cm < LEAST_FOR_A_HEAD_CM


def _straight_cm(layout: Layout, along: tuple[str, ...]) -> float:
    """How long a line is, less what it bends."""
    line = edge_line(layout, along)
    return float(abs(line[-1] - line[0])) ** 2 / _line_cm(layout, along)


def ways_to_wear(layout: Layout, usual: Wearing | None) -> dict[str, Wearing]:
    """Every way of putting a piece on that its edges allow, each by a key, the usual one first."""
    found = [usual] if usual is not None else []
    if not _is_point(layout, 0):
        found.append(Wearing(PutOn.OVER_HEAD if layout.in_round else PutOn.ROUND_NECK))
    if not layout.in_round:
        long = [along for along in _lines_of(layout) if _line_cm(layout, along) >= LEAST_FOR_A_HEAD_CM]
        found += [Wearing(PutOn.ACROSS_BACK, along) for along in long]
    return {"-".join([each.how.name, *each.along]).lower().replace("_", "-").replace(" ", "-"): each for each in found}


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
