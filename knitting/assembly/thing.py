"""A thing as it is kept: its pieces by name, how they meet, and which joints hold as the pieces are now."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Annotated

from knitting.assembly.joints import Assembly, Ease, Joint, OnTop, PickUp, Seam, ease, spans_of
from knitting.assembly.openings import openings
from knitting.assembly.picking import picked
from knitting.assembly.spans import EdgeName, Span, edge_cm
from knitting.cloth import Layout
from knitting.coding import AtMost
from knitting.measures import said_length
from knitting.statements import Refused, Statement, sentence

MOST_PIECES, MOST_JOINTS = 24, 60


@dataclass(frozen=True, slots=True)
class Thing:
    """How several pieces meet. A name may stand for a piece that is not there: its joints keep their places."""

    name: str
    pieces: Annotated[tuple[str, ...], AtMost(MOST_PIECES)]
    joints: Annotated[tuple[Joint, ...], AtMost(MOST_JOINTS)] = ()
    neck: Annotated[tuple[Span, ...], AtMost(MOST_PIECES)] = ()

    def joined(self, joint: Joint) -> Thing:
        """With one joint more; ``Refused`` where an edge is joined to itself, or there are too many."""
        if isinstance(joint, Seam) and joint.a == joint.b:
            raise Refused(sentence("An edge cannot be sewn to itself. Choose another edge for it to meet."))
        if isinstance(joint, OnTop) and joint.a.piece == joint.at.piece:
            raise Refused(sentence("A piece cannot lie on itself. Choose an edge of another piece for it to lie on."))
        if len(self.joints) >= MOST_JOINTS:
            raise Refused(sentence("A thing has {most} joints at most.", most=MOST_JOINTS))
        return replace(self, joints=(*self.joints, joint))

    def folded(self, edge: Span) -> Thing:
        """With an edge folded in its middle, one half sewn to the other."""
        middle = round((edge.first + edge.last) / 2, 3)
        return self.joined(Seam(replace(edge, last=middle), replace(edge, first=middle)))

    def without(self, at: int) -> Thing:
        """Without the joint of that place (from 0); itself where there is none."""
        return replace(self, joints=tuple(joint for place, joint in enumerate(self.joints) if place != at))

    def changed(self, at: int, joint: Joint) -> Thing:
        """With another joint in that place (from 0)."""
        return replace(self, joints=tuple(joint if place == at else each for place, each in enumerate(self.joints)))


@dataclass(frozen=True, eq=False)
class Standing:
    """A thing with its pieces as they are now: the joints that hold, and what is wrong with each that does not."""

    thing: Thing
    assembly: Assembly
    troubles: Mapping[int, Statement]

    def pick_up_at(self, at: int) -> PickUp | None:
        """The pick-up in that place (from 0), if it holds."""
        joint = self.thing.joints[at] if 0 <= at < len(self.thing.joints) else None
        return joint if isinstance(joint, PickUp) and at not in self.troubles else None


def standing(thing: Thing, layouts: Mapping[str, Layout], kinds: Mapping[str, str] | None = None) -> Standing:
    """What holds of a thing whose pieces are laid so; a piece without a layout is missing.

    Each joint is tried after those before it, so that of two which hold the same stretch the second is told.
    """
    sound: list[Joint] = []
    troubles: dict[int, Statement] = {}
    for at, joint in enumerate(thing.joints):
        why = _missing(spans_of(joint), layouts) or _unfit(Assembly(thing.name, layouts, (*sound, joint)), joint)
        if why is None:
            sound.append(joint)
        else:
            troubles[at] = why
    neck = thing.neck if _missing(thing.neck, layouts) is None else ()
    return Standing(thing, Assembly(thing.name, layouts, tuple(sound), kinds or {}, neck), troubles)


def _missing(spans: Sequence[Span], layouts: Mapping[str, Layout]) -> Statement | None:
    for span in spans:
        if span.piece not in layouts:
            return sentence(
                "'{piece}' is not there, or its rows do not come out. The joint waits in its place.", piece=span.piece
            )
        if edge_cm(layouts[span.piece], span) <= 0:
            return sentence(
                "The {edge} of '{piece}' has no stitches now. Choose another edge, or change its plan back.",
                edge=span.edge.value,
                piece=span.piece,
            )
    return None


def _unfit(assembly: Assembly, joint: Joint) -> Statement | None:
    """Why a joint of edges that are there does not hold; nothing where it does."""
    try:
        if isinstance(joint, PickUp):
            picked(assembly, joint)
            return None
        openings(assembly)
    except Refused as refused:
        return refused.why
    if isinstance(joint, OnTop):
        return _too_long(assembly.length_cm(joint.a), assembly.length_cm(joint.at))
    a_cm, b_cm = assembly.length_cm(joint.a), assembly.length_cm(joint.b)
    if ease(a_cm, b_cm)[0] is not Ease.REFUSE:
        return None
    return sentence(
        "{longer} and {shorter} are too unequal to be sewn. Along {share:.0f} % of the longer edge they match.",
        longer=said_length(max(a_cm, b_cm)),
        shorter=said_length(min(a_cm, b_cm)),
        share=100 * min(a_cm, b_cm) / max(a_cm, b_cm),
    )


def _too_long(a_cm: float, at_cm: float) -> Statement | None:
    if a_cm <= at_cm or ease(a_cm, at_cm)[0] is Ease.EDGE_TO_EDGE:
        return None
    return sentence(
        "{longer} do not lie on {shorter}. Choose a longer edge for it, or lay the shorter one on this.",
        longer=said_length(a_cm),
        shorter=said_length(at_cm),
    )


def matched(assembly: Assembly, seam: Seam) -> Seam:
    """A seam along as much of the longer edge as the shorter one needs, from where that edge begins."""
    a_cm, b_cm = assembly.length_cm(seam.a), assembly.length_cm(seam.b)
    if a_cm > b_cm:
        return Seam(_cut(seam.a, b_cm / a_cm), seam.b)
    return Seam(seam.a, _cut(seam.b, a_cm / b_cm)) if b_cm > a_cm else seam


def _cut(span: Span, share: float) -> Span:
    return replace(span, last=round(span.first + span.share * share, 3))


def edges(standing: Standing) -> tuple[Span, ...]:
    """Every edge of every piece that has a length, whole."""
    layouts = standing.assembly.pieces
    spans = (Span(name, edge) for name in layouts for edge in EdgeName)
    return tuple(span for span in spans if edge_cm(layouts[span.piece], span) > 0)
