"""What a change leaves of a bend: whether it is worth offering, and how that is said."""

from __future__ import annotations

from typing import NamedTuple

from knitting.cloth import Bend, Finding, Verdict

BETTER = 0.6
"""A mend is offered if no more than this share of the bend is left."""
_SAME_PLACE = 6
"""Rows by which a change of rate may have moved and is still the same."""


class Left(NamedTuple):
    """What is left of a bend: its size (degrees, or hundredths of a length), and that in a few words."""

    size: float
    says: str


def left_of(finding: Finding, before: tuple[Finding, ...], after: tuple[Finding, ...]) -> Left | None:
    """What a change leaves of a finding; ``None`` where it does not help, or makes another sort of bend that shows."""
    same = _same(after, finding, before)
    size = max((each.size for each in same), default=0.0)
    if size > BETTER * finding.size or _showing(after) - _showing(before):
        return None
    return Left(size, _then(finding.bend, same))


def _showing(found: tuple[Finding, ...]) -> set[Bend]:
    """The sorts of findings that show."""
    return {each.bend for each in found if each.verdict is Verdict.SHOWS and not each.wished}


_PLAIN = {
    Bend.TOP: "then straight",
    Bend.CORNERS: "then square",
    Bend.PULL: "then even",
    Bend.STRAIN: "then nothing is stretched",
    Bend.SLANT: "then it does not slant",
}


def _same(after: tuple[Finding, ...], finding: Finding, before: tuple[Finding, ...]) -> list[Finding]:
    """What is left of a finding: those of its sort; of a change of rate, those that come up to its row and are new."""
    alike = [each for each in after if each.bend is finding.bend and not each.wished]
    if finding.bend is not Bend.CHANGE:
        return alike
    known = {each.rows[0] for each in before if each.bend is Bend.CHANGE and each is not finding}
    return [each for each in alike if each.rows[0] <= finding.rows[0] + _SAME_PLACE and each.rows[0] not in known]


def _then(bend: Bend, same: list[Finding]) -> str:
    """What is left of a bend, in a few words."""
    worst = max(same, key=lambda each: each.size, default=None)
    if worst is None:
        return _PLAIN.get(bend, "then flat")
    if not worst.defect_deg:
        return f"then {worst.share:.0%}"
    if bend is Bend.TOP:
        return f"then {180 - worst.defect_deg:.0f}°"
    if bend is Bend.CORNERS:
        return f"then off by {worst.defect_deg:.0f}°"
    return f"then {abs(worst.defect_deg):.0f}° {'less' if worst.defect_deg > 0 else 'more'} than flat"
