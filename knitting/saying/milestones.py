"""What is worth a look while a piece grows, in words."""

from __future__ import annotations

from knitting.measures import said_number
from knitting.milestones import Milestone, MilestoneKind
from knitting.saying.language import _, ngettext


def said_milestone(milestone: Milestone) -> str:
    """A milestone as a caption.

    >>> said_milestone(Milestone(MilestoneKind.OTHER_RATE, 12, 1.5))
    'another rate: 1.5 stitches more a row'
    """
    if milestone.kind is MilestoneKind.OTHER_RATE:
        return _said_rate(milestone.rate)
    return {
        MilestoneKind.TAB: _("the tab"),
        MilestoneKind.FIRST_INCREASE: _("the first increases"),
        MilestoneKind.FIRST_DECREASE: _("the first decreases"),
        MilestoneKind.WIDEST: _("the widest row"),
        MilestoneKind.LAST: _("the last row"),
    }[milestone.kind]


def _said_rate(rate: float) -> str:
    number = said_number(abs(rate))
    if number == "0":
        return _("another rate: no stitch more or fewer")
    many = 1 if number == "1" else 2
    if rate > 0:
        said = ngettext("another rate: {number} stitch more a row", "another rate: {number} stitches more a row", many)
    else:
        said = ngettext(
            "another rate: {number} stitch fewer a row", "another rate: {number} stitches fewer a row", many
        )
    return said.format(number=number)
