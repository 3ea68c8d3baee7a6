"""What a change leaves of a bend: whether it is worth offering, and how that is said."""

from __future__ import annotations

from typing import NamedTuple

from knitting.cloth import Layout, NoLayout, measure
from knitting.curvature import Curvature
from knitting.flatness import Bend, Finding, Verdict
from knitting.flatness.finder import flatness, top_angle_deg
from knitting.flatness.verdicts import FLAT_DEG
from knitting.statements import Sentence, sentence

_BETTER, _EASED = 0.6, 0.85
"""A mend is offered if no more than the first share of the bend is left; where there is none, up to the second."""
_AS_MUCH_DEG = 3.0
"""Degrees by which a change of rate may differ from one that was there before and is still the same."""


class ClothFindings(NamedTuple):
    """How a cloth lies: what is found, and the bends that it could have and has not.

    A cloth of another shape has no top edge or no four corners any more: that nothing is found there mends nothing.
    """

    found: tuple[Finding, ...]
    right: frozenset[Bend]


def findings_of(layout: Layout | NoLayout, wanted: Curvature | None = None) -> ClothFindings:
    """How a cloth lies."""
    found = flatness(layout, wanted)
    if isinstance(layout, NoLayout):
        return ClothFindings(found, frozenset())
    right = set(Bend)
    top = top_angle_deg(layout)
    if top is None or abs(180 - top) >= FLAT_DEG:
        right.remove(Bend.TOP)
    corners = measure(layout).corners
    if len(corners) != 4 or max(abs(corner.angle - 90) for corner in corners) >= FLAT_DEG:
        right.remove(Bend.CORNERS)
    if not any(each.bend is Bend.CENTRE and each.verdict is Verdict.FLAT and not each.wished for each in found):
        right.remove(Bend.CENTRE)
    return ClothFindings(found, frozenset(right))


class BendLeft(NamedTuple):
    """What is left of a bend: its size (degrees, or hundredths of a length), and that in a few words.

    ``eases`` says that much of it is left. ``new`` are bends of other sorts that show instead: the change alone is no
    mend then.
    """

    size: float
    says: Sentence
    eases: bool = False
    new: tuple[Finding, ...] = ()


def bend_left(finding: Finding, before: ClothFindings, after: ClothFindings) -> BendLeft | None:
    """What a change leaves of a finding; ``None`` where it does not help."""
    same = _same(after.found, finding, before.found)
    size = max((each.size for each in same), default=0.0)
    if size > _EASED * finding.size or (not same and finding.bend not in after.right):
        return None
    sorts = _showing(after.found) - _showing(before.found)
    new = tuple(
        each for each in after.found if each.bend in sorts and each.verdict is Verdict.SHOWS and not each.wished
    )
    return BendLeft(size, _then(finding.bend, same), size > _BETTER * finding.size, new)


def _showing(found: tuple[Finding, ...]) -> set[Bend]:
    """The sorts of findings that show."""
    return {each.bend for each in found if each.verdict is Verdict.SHOWS and not each.wished}


_PLAIN = {
    Bend.TOP: sentence("then straight"),
    Bend.CORNERS: sentence("then square"),
    Bend.PULL: sentence("then even"),
    Bend.STRAIN: sentence("then nothing is stretched"),
    Bend.SLANT: sentence("then it does not slant"),
}


def _same(after: tuple[Finding, ...], finding: Finding, before: tuple[Finding, ...]) -> list[Finding]:
    """What is left of a finding: those of its sort; of a change of rate, those that are none of the others, wherever
    rows more or fewer have moved them."""
    alike = [each for each in after if each.bend is finding.bend and not each.wished]
    if finding.bend is not Bend.CHANGE:
        return alike
    for other in before:
        if other.bend is Bend.CHANGE and other is not finding:
            near = [each for each in alike if abs(each.defect_deg - other.defect_deg) < _AS_MUCH_DEG]
            if near:
                alike.remove(min(near, key=lambda each: abs(each.rows[0] - other.rows[0])))
    return alike


def _then(bend: Bend, same: list[Finding]) -> Sentence:
    """What is left of a bend, in a few words."""
    worst = max(same, key=lambda each: each.size, default=None)
    if worst is None:
        return _PLAIN.get(bend, sentence("then flat"))
    if not worst.defect_deg:
        return sentence("then {share:.0%}", share=worst.share)
    if bend is Bend.TOP:
        return sentence("then {angle:.0f}°", angle=180 - worst.defect_deg)
    if bend is Bend.CORNERS:
        return sentence("then off by {angle:.0f}°", angle=worst.defect_deg)
    if worst.defect_deg > 0:
        return sentence("then {angle:.0f}° less than flat", angle=worst.defect_deg)
    return sentence("then {angle:.0f}° more than flat", angle=-worst.defect_deg)
