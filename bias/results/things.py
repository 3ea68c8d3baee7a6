"""Things of several pieces at the one door: how their pieces meet, what does not, and how it is drawn and said."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from django.utils.translation import gettext as _

from bias.results.memory import digest
from bias.results.pieces import Results
from bias.results.plans import begun_text
from drawing import inks
from drawing.folded_svg import folded_svg
from drawing.thing_svg import thing_svg
from knitting.assembly.folding import folded
from knitting.assembly.joints import Joint, OnTop, PickUp, Seam
from knitting.assembly.openings import LEAST_FOR_A_HEAD_CM, Opening, neck_mends, openings
from knitting.assembly.picked_piece import picked_plan
from knitting.assembly.picking import picked
from knitting.assembly.ready_made import ReadyMade, assembled, thing_plans
from knitting.assembly.spans import EdgeName, Span, edge_cm
from knitting.assembly.thing import Standing, Thing, edges, matched, standing
from knitting.cloth import Layout
from knitting.constructions import CONSTRUCTIONS
from knitting.files.assembly_json import assembly_json
from knitting.measures import Gauge, said_length
from knitting.plan.plan import Plan
from knitting.saying.assemblies import (
    said_edge_of,
    said_folded,
    said_neck_mends,
    said_on_top,
    said_openings,
    said_picked,
    said_seam,
    said_span,
    said_whose,
)
from knitting.saying.statements import said


@dataclass(frozen=True, slots=True)
class JointLine:
    """A joint as it is told: its place from 0, a key by which it is ticked off, and what is wrong with it."""

    at: int
    key: str
    said: str
    trouble: str
    unequal: bool
    picked_up: bool


@dataclass(frozen=True, slots=True)
class EdgeLine:
    """An edge that can be joined: what a form calls it, its words, its length."""

    value: str
    said: str
    length: str


@dataclass(frozen=True, eq=False)
class ThingResults:
    """All that comes of a thing with its pieces as they are now."""

    standing: Standing

    @property
    def thing(self) -> Thing:
        """What is kept of it."""
        return self.standing.thing

    @cached_property
    def joints(self) -> list[JointLine]:
        """Every joint in its place, those that do not hold with what is wrong."""
        return [self._line(at, joint) for at, joint in enumerate(self.thing.joints)]

    def _line(self, at: int, joint: Joint) -> JointLine:
        trouble = self.standing.troubles.get(at)
        why = said(trouble) if trouble is not None else ""
        key = digest(repr(joint))
        assembly = self.standing.assembly
        if isinstance(joint, PickUp):
            words = joint.name.capitalize() if trouble else said_picked(assembly, picked(assembly, joint), joint.along)
            return JointLine(at, key, words, why, False, True)
        if isinstance(joint, OnTop):
            words = f"{said_span(joint.a)}, {said_span(joint.at)}" if trouble else said_on_top(assembly, joint)
            return JointLine(at, key, words, why, False, False)
        there = joint.a.piece in assembly.pieces and joint.b.piece in assembly.pieces
        if trouble is None:
            return JointLine(at, key, said_seam(assembly, joint.a, joint.b), "", False, False)
        unequal = there and matched(assembly, joint) != joint
        return JointLine(at, key, f"{said_span(joint.a)}, {said_span(joint.b)}", why, unequal, False)

    @cached_property
    def openings(self) -> list[str]:
        """Every opening, and how long the outer edge is."""
        return said_openings(self.standing.assembly) if self.standing.assembly.pieces else []

    @property
    def inner_openings(self) -> list[str]:
        """Every opening inside the outer edge."""
        return self.openings[:-1] if self.standing.assembly.seams else self.openings

    @cached_property
    def measures(self) -> list[tuple[str, str]]:
        """The figures that are looked for first: the opening for a head, the outer edge, the folded size."""
        assembly = self.standing.assembly
        if not assembly.pieces:
            return []
        as_worn = folded(assembly)
        found = [(_("neck"), said_length(self.neck.cm))] if self.neck is not None else []
        found += [(_("folded, wide"), said_length(as_worn.width_cm)), (_("high"), said_length(as_worn.height_cm))]
        outside = openings(assembly)[-1:] if assembly.seams else ()
        return [*found, *((_("round the outside"), said_length(each.cm)) for each in outside)]

    @cached_property
    def neck_mends(self) -> list[str]:
        """What would let a head through the first opening, where one does not go through."""
        return said_neck_mends(self.neck, self.stitch_cm(self.neck)) if self.neck is not None else []

    @cached_property
    def neck(self) -> Opening | None:
        """The shortest opening inside the outer edge that may be one for a head."""
        found = openings(self.standing.assembly) if self.standing.assembly.seams else ()
        return next((each for each in found[:-1] if each.cm >= LEAST_FOR_A_HEAD_CM), None)

    def stitch_cm(self, opening: Opening) -> float:
        """How wide the stitches round an opening are."""
        return self.standing.assembly.pieces[opening.spans[0].piece].gauge.stitch_cm

    @cached_property
    def edges(self) -> list[EdgeLine]:
        """Every edge that can be joined."""
        layouts = self.standing.assembly.pieces
        return [
            EdgeLine(
                edge_value(span), said_edge_of(span.piece, span.edge), said_length(edge_cm(layouts[span.piece], span))
            )
            for span in edges(self.standing)
        ]

    def svg(self, title: str, pressed: bool = True, alone: bool = False) -> str:
        """The pieces laid as they meet, or nothing where none is there; ``pressed`` where edges can be, ``alone`` with
        its own colours."""
        return thing_svg(self.standing, title, pressed=pressed, style=inks.THING if alone else "")

    def folded_svg(self, title: str, alone: bool = False) -> str:
        """The thing folded as it is worn; nothing where none of its pieces is there."""
        assembly = self.standing.assembly
        said = _("{title}, folded as it is worn").format(title=title)
        style = inks.FOLDED if alone else ""
        return folded_svg(folded(assembly), said, style) if assembly.pieces else ""

    @property
    def _folded(self) -> str:
        return said_folded(self.standing.assembly) if self.standing.assembly.pieces else ""

    @property
    def json(self) -> dict[str, Any]:
        """Seams, openings, pick-ups and sizes in the published JSON."""
        return assembly_json(self.standing.assembly)

    @property
    def text(self) -> str:
        """Everything that is told of it, a sentence a line."""
        lines = [f"{line.said} {line.trouble}".strip() for line in self.joints]
        return "\n".join([*lines, *self.openings, *self.neck_mends, self._folded]).strip() + "\n"

    def plan_of_pick_up(self, at: int) -> str | None:
        """The plan of the piece that begins with the pick-up in that place; ``None`` where it does not hold."""
        joint = self.standing.pick_up_at(at)
        if joint is None:
            return None
        assembly = self.standing.assembly
        found = picked(assembly, joint)
        gauge = assembly.pieces[joint.along[0].piece].gauge
        where = " and ".join(said_span(span).replace("%", "per cent") for span in joint.along)
        closed = any(set(joint.along) <= set(opening.spans) for opening in openings(assembly)) and not joint.plus
        plan = picked_plan(joint, found, gauge, f"along the {where}", closed and bool(assembly.seams))
        return begun_text(replace(plan, name=joint.name.capitalize()))

    def matched(self, at: int) -> Thing:
        """The thing with an unequal seam along as much of the longer edge as the shorter one needs."""
        joint = self.thing.joints[at] if 0 <= at < len(self.thing.joints) else None
        if not isinstance(joint, Seam):
            return self.thing
        return self.thing.changed(at, matched(self.standing.assembly, joint))


def results_of_thing(
    thing: Thing, pieces: Mapping[str, Results], kinds: Mapping[str, str] | None = None
) -> ThingResults:
    """A thing with the pieces that there are; one whose cloth cannot be laid counts as missing."""
    layouts = {
        name: found.layout for name, found in pieces.items() if isinstance(found.layout, Layout) and found.worked.rows
    }
    return ThingResults(standing(thing, layouts, kinds))


@dataclass(frozen=True, slots=True)
class NeckAnswer:
    """What to answer so that a head goes through: the question, the number, whose head in words."""

    key: str
    number: int
    said: str


@dataclass(frozen=True, eq=False)
class ThingOffer:
    """A ready-made thing before it is begun: the plans of its kinds of pieces, and what it comes to."""

    ready: ReadyMade
    plans: Mapping[str, Plan]
    kinds: Mapping[str, str]
    results: ThingResults

    @property
    def thing(self) -> Thing:
        """What would be kept of it."""
        return self.results.thing

    @property
    def neck_answers(self) -> list[NeckAnswer]:
        """Numbers to answer instead, for every head that does not go through."""
        asked, neck = self.ready.neck_question, self.results.neck
        if not asked or neck is None:
            return []
        question = CONSTRUCTIONS[self.ready.construction].asked(asked)
        found = []
        for mend in neck_mends(neck, self.results.stitch_cm(neck)):
            number = -(-mend.stitches // len(neck.spans))
            if question is not None and question.odd and number % 2 == 0:
                number += 1
            found.append(NeckAnswer(asked, number, said_whose(mend)))
        return found


def thing_offered(ready: ReadyMade, given: Mapping[str, str], gauge: Gauge | None) -> ThingOffer:
    """A ready-made thing from its answers; ``Refused`` with what cannot be."""
    made = assembled(ready, given, gauge)
    thing = Thing(ready.key, tuple(made.pieces), made.joints, made.neck)
    plans = thing_plans(ready, given, gauge)
    return ThingOffer(ready, plans, made.kinds, ThingResults(standing(thing, made.pieces, made.kinds)))


def edge_value(span: Span) -> str:
    """What a form calls an edge."""
    return f"{span.edge.value}|{span.piece}"


def edge_of_value(value: str) -> Span | None:
    """The whole edge that a form names; ``None`` where it names none."""
    edge, _, piece = value.partition("|")
    known = {each.value: each for each in EdgeName}
    return Span(piece, known[edge]) if edge in known and piece else None


def spans_in(values: Sequence[str]) -> tuple[Span, ...]:
    """The edges that a form names, each once, in its order."""
    found = [span for value in values if (span := edge_of_value(value)) is not None]
    return tuple(dict.fromkeys(found))
