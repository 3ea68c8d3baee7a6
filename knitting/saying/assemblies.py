"""What is said of a thing of several pieces: its seams, what is picked up, where a head goes through."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.assembly.folding import folded
from knitting.assembly.joints import Assembly, Ease, OnTop, ease
from knitting.assembly.openings import LEAST_FOR_A_HEAD_CM, Head, NeckMend, Opening, neck_mends, openings
from knitting.assembly.picking import Picked, picked
from knitting.assembly.spans import EdgeName, Span, ridged
from knitting.measures import in_units, said_length
from knitting.saying.language import _, ngettext
from knitting.statements import N_

_EDGES = {
    EdgeName.START: N_("start edge"),
    EdgeName.LAST: N_("last row"),
    EdgeName.END: N_("end edge"),
    EdgeName.FIRST: N_("first row"),
}
_EASED = {
    Ease.EDGE_TO_EDGE: N_("edge to edge"),
    Ease.PIN_ENDS_AND_MIDDLE: N_("pinned at both ends and the middle"),
    Ease.PIN_QUARTERS: N_("pinned at the quarters"),
    Ease.BY_COUNT: N_("eased in stitch by stitch, by count"),
    Ease.REFUSE: N_("too unequal to be joined"),
}
_WHOSE = {Head.ADULT: N_("A grown head"), Head.CHILD: N_("A child's head"), Head.NONE: ""}
_HEADS = {
    Head.ADULT: N_("a grown head goes through"),
    Head.CHILD: N_("a child's head goes through, a grown one does not"),
    Head.NONE: N_("no head goes through"),
}


def assembly_lines(assembly: Assembly) -> list[str]:
    """Everything that is said of a thing, a sentence a line."""
    lines = [said_seam(assembly, seam.a, seam.b) for seam in assembly.seams]
    lines += [said_on_top(assembly, each) for each in assembly.laid_on]
    lines += [said_picked(assembly, picked(assembly, each), each.along) for each in assembly.pick_ups]
    lines += said_openings(assembly)
    return [*lines, said_folded(assembly)]


def said_folded(assembly: Assembly) -> str:
    """How large a thing is, folded as it is worn."""
    as_worn = folded(assembly)
    words = _("Folded as it is worn it is {width} wide and {height} high.")
    return words.format(width=said_length(as_worn.width_cm), height=said_length(as_worn.height_cm))


def said_span(span: Span) -> str:
    """A stretch of an edge by its piece and its name, and which part of it where it is not the whole."""
    whole = said_edge_of(span.piece, span.edge)
    if span.share == 1.0:
        return whole
    words = _("{edge}, from {first:.0f} to {last:.0f} % of it")
    return words.format(edge=whole, first=100 * span.first, last=100 * span.last)


def said_edge_of(piece: str, edge: EdgeName) -> str:
    """An edge by its piece and its name."""
    return _("{edge} of the {piece}").format(edge=_(_EDGES[edge]), piece=piece)


def said_seam(assembly: Assembly, a: Span, b: Span) -> str:
    """A seam with both lengths, and how it is eased where they differ."""
    a_cm, b_cm = assembly.length_cm(a), assembly.length_cm(b)
    eased, differs = ease(a_cm, b_cm)
    words = _("Sew the {a} ({a_cm}) to the {b} ({b_cm}): {how}.")
    if differs >= 0.005:
        words = _("Sew the {a} ({a_cm}) to the {b} ({b_cm}), {percent:.0f} % apart: {how}.")
    return words.format(
        a=said_span(a),
        b=said_span(b),
        a_cm=said_length(a_cm),
        b_cm=said_length(b_cm),
        how=_(_EASED[eased]),
        percent=100 * differs,
    )


def said_on_top(assembly: Assembly, joint: OnTop) -> str:
    """A piece that lies on another, with both lengths."""
    words = _("Lay the {a} ({a_cm}) on the middle of the {at} ({at_cm}) and sew it down.")
    return words.format(
        a=said_span(joint.a),
        at=said_span(joint.at),
        a_cm=said_length(assembly.length_cm(joint.a)),
        at_cm=said_length(assembly.length_cm(joint.at)),
    )


def said_picked(assembly: Assembly, found: Picked, along: Sequence[Span]) -> str:
    """A picked-up edge: how many stitches along which stretch, and in which of its units."""
    told = [
        _said_stretch(assembly, span, count, units)
        for span, count, units in zip(along, found.each, found.units, strict=True)
    ]
    own = found.total - sum(found.each)
    if own:
        words = ngettext("1 in the corner between them.", "{number} in the corners between them.", own)
        told.append(words.format(number=own))
    words = _("{name}: pick up {total} stitches. {stretches}")
    return words.format(name=found.name.capitalize(), total=found.total, stretches=" ".join(told))


def _said_stretch(assembly: Assembly, span: Span, count: int, units: Sequence[int]) -> str:
    """One stretch: so many stitches, and how they fall on its stitches, ridges or rows."""
    many = len(units)
    unit = ngettext("1 stitch", "{number} stitches", many)
    if not span.edge.of_row:
        unit = (
            ngettext("1 ridge", "{number} ridges", many)
            if ridged(assembly.pieces[span.piece])
            else ngettext("1 row", "{number} rows", many)
        )
    where = said_span(span)
    places = unit.format(number=many)
    if count == many:
        return _("{count} along the {where}: {places}, one in each.").format(count=count, where=where, places=places)
    if count > many:
        words = _("{count} along the {where}: {places}, one in each and {more} between, evenly.")
        return words.format(count=count, where=where, places=places, more=count - many)
    words = _("{count} along the {where}: {places}, {fewer} passed over, evenly.")
    return words.format(count=count, where=where, places=places, fewer=many - count)


def said_openings(assembly: Assembly) -> list[str]:
    """Every opening, and how long the outer edge is: where pieces are sewn, that is the longest loop of free edges."""
    found = openings(assembly)
    if not found:
        return []
    if not assembly.seams:
        return [_("Round the neck it is {cm}, open in front.").format(cm=said_length(opening.cm)) for opening in found]
    *inner, outer = found
    outside = _("Round the outside it is {cm}.").format(cm=said_length(outer.cm))
    return [*(said_opening(opening) for opening in inner), outside]


def said_neck_mends(opening: Opening, stitch_cm: float) -> list[str]:
    """What lets those heads through an opening of rows of stitches that do not go through now."""
    return [_said_mend(mend) for mend in neck_mends(opening, stitch_cm)]


def said_whose(mend: NeckMend) -> str:
    """Whose head a mend is for."""
    return _(_WHOSE[mend.head])


def _said_mend(mend: NeckMend) -> str:
    words = _("{whose} needs {stitches} stitches round it.")
    if mend.soft:
        words = _("{whose} goes through if the edge is stretchy or garter; else it needs {stitches} stitches round it.")
    return words.format(whose=said_whose(mend), stitches=mend.stitches)


def said_opening(opening: Opening) -> str:
    """An opening, what it stretches to, and whose head goes through where it is that large."""
    spans = _(" and the ").join(said_span(span) for span in opening.spans)
    if opening.cm < LEAST_FOR_A_HEAD_CM:
        return _("Open along the {spans}: {cm}.").format(spans=spans, cm=said_length(opening.cm))
    (low, _unit), (high, unit) = map(in_units, opening.stretched_cm)
    words = _("Open along the {spans}: {cm}, stretched {low:.0f} to {high:.0f} {unit}; {head}.")
    return words.format(
        spans=spans, cm=said_length(opening.cm), low=low, high=high, unit=unit, head=_(_HEADS[opening.head])
    )
