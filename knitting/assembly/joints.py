"""How pieces meet: seams and picked-up edges, and what several pieces make together."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import Enum
from functools import cached_property
from typing import Annotated, TypeAlias

from knitting.assembly.spans import Span, edge_cm
from knitting.cloth import Layout
from knitting.coding import AtMost, Bounds
from knitting.statements import Refused, sentence

MOST_ALONG = 12


@dataclass(frozen=True, slots=True)
class Seam:
    """Two stretches that are joined along their whole lengths, end to beginning."""

    a: Span
    b: Span


@dataclass(frozen=True, slots=True)
class PickUp:
    """Stitches picked up along some stretches, one after the other, for a piece in a gauge of its own.

    The total is a multiple of ``multiple`` and ``plus``; ``corners`` are stitches of their own between two stretches.
    ``ValueError`` where its stitches have no width.
    """

    name: str
    along: Annotated[tuple[Span, ...], AtMost(MOST_ALONG, some=True)]
    stitch_cm: float
    multiple: Annotated[int, Bounds(1, 400)] = 1
    plus: Annotated[int, Bounds(0, 400)] = 0
    corners: Annotated[int, Bounds(0, 40)] = 0

    def __post_init__(self) -> None:
        if not 0.05 <= self.stitch_cm <= 10:
            raise ValueError(f"A stitch of {self.stitch_cm} cm is none that can be picked up.")


@dataclass(frozen=True, slots=True)
class OnTop:
    """A piece laid on another and sewn down, as a loop or a patch is: its edge ``a`` lies in the middle of ``at``."""

    a: Span
    at: Span


Joint: TypeAlias = Seam | PickUp | OnTop


class Ease(Enum):
    """How two edges that differ in length are joined; the value is by how much they may differ (a judgement)."""

    EDGE_TO_EDGE = 0.01
    PIN_ENDS_AND_MIDDLE = 0.03
    PIN_QUARTERS = 0.08
    BY_COUNT = 0.15
    REFUSE = 1.0


def ease(a_cm: float, b_cm: float) -> tuple[Ease, float]:
    """How two edges are eased into each other, and by how much they differ as a share of the longer.

    >>> ease(30.0, 30.2)[0].name, ease(30.0, 40.0)[0].name
    ('EDGE_TO_EDGE', 'REFUSE')
    """
    longer = max(a_cm, b_cm)
    differs = abs(a_cm - b_cm) / longer if longer > 0 else 0.0
    return next(each for each in Ease if differs <= each.value), differs


@dataclass(frozen=True, eq=False)
class Assembly:
    """Pieces by their names, laid flat, and how they meet. A piece may stand there several times under its names.

    ``Refused`` says which joint speaks of a piece or an edge that there is not.
    """

    name: str
    pieces: Mapping[str, Layout]
    joints: tuple[Joint, ...] = ()
    kinds: Mapping[str, str] = field(default_factory=dict)
    """What each piece is knitted as, where two are alike: the name of its kind."""
    neck: tuple[Span, ...] = ()
    """What goes round the neck where nothing is sewn, and the thing stays open in front."""

    def __post_init__(self) -> None:
        for joint in self.joints:
            for span in spans_of(joint):
                if span.piece not in self.pieces:
                    raise Refused(
                        sentence("A joint speaks of '{piece}', and there is no such piece.", piece=span.piece[:60])
                    )
                if edge_cm(self.pieces[span.piece], span) <= 0:
                    raise Refused(
                        sentence("The {edge} of '{piece}' has no length.", edge=span.edge.value, piece=span.piece[:60])
                    )

    @cached_property
    def seams(self) -> tuple[Seam, ...]:
        """The seams among the joints."""
        return tuple(joint for joint in self.joints if isinstance(joint, Seam))

    @cached_property
    def pick_ups(self) -> tuple[PickUp, ...]:
        """The picked-up edges among the joints."""
        return tuple(joint for joint in self.joints if isinstance(joint, PickUp))

    @cached_property
    def laid_on(self) -> tuple[OnTop, ...]:
        """What lies on another piece."""
        return tuple(joint for joint in self.joints if isinstance(joint, OnTop))

    def under(self, joint: OnTop) -> Span:
        """The stretch in the middle that a piece lies on, as long as its edge."""
        share = min(self.length_cm(joint.a) / self.length_cm(joint.at), 1.0) * joint.at.share / 2
        middle = (joint.at.first + joint.at.last) / 2
        return replace(joint.at, first=max(middle - share, 0.0), last=min(middle + share, 1.0))

    def length_cm(self, span: Span) -> float:
        """The true length of a stretch."""
        return edge_cm(self.pieces[span.piece], span)


def spans_of(joint: Joint) -> tuple[Span, ...]:
    """The stretches that a joint speaks of."""
    if isinstance(joint, PickUp):
        return joint.along
    return (joint.a, joint.b) if isinstance(joint, Seam) else (joint.a, joint.at)
