"""Cast-ons, tabs and marks set between rows: what they need in order to come out."""

from __future__ import annotations

from dataclasses import replace

from knitting.needle.needle import Needle
from knitting.needle.walk import MOST_MARKS, MOST_ON_NEEDLE
from knitting.problems import Mend, Problem
from knitting.rows import CastOn, Marking, MarkStitches, Tab
from knitting.rows.replacements import CountInstead, OrderInstead
from knitting.working.facts import (
    CastOnCount,
    CastOnParts,
    EmptyTab,
    NoCentre,
    NothingCastOn,
    NotMarkable,
    TabCount,
    TooLargeTab,
    TooManyCastOn,
    TooManyMarks,
)

MOST_CAST_ON = MOST_ON_NEEDLE


def check_sum(order: CastOn, there: int) -> list[Problem]:
    """Whether what is stated with a cast-on adds up to it, or with what is ``there`` to the whole."""
    claim = order.claim
    if claim is None or claim.total == order.count or (there and claim.total == there + order.count):
        return []
    if claim.parts:
        mend = OrderInstead(order.span, replace(order, count=claim.total, claim=None))
        return [Problem(claim.span, CastOnParts(claim.parts, claim.total, order.count), (mend,))]
    on_needle = there + order.count if order.picked_up else order.count
    stated = CountInstead(claim.span, on_needle)
    return [Problem(claim.span, CastOnCount(on_needle, claim.total), (stated,))]


def not_castable(order: CastOn) -> Problem:
    """A cast-on of nothing, or of more than any needle holds."""
    if order.count < 1:
        return Problem(order.span, NothingCastOn())
    return Problem(order.span, TooManyCastOn(order.count, MOST_CAST_ON))


def check_tab(tab: Tab) -> list[Problem]:
    """Whether the sum of a tab is the stated one, and whether it can be worked at all."""
    if tab.cast_on < 1 or tab.rows < 1:
        return [Problem(tab.span, EmptyTab())]
    if tab.total > MOST_CAST_ON or tab.rows > MOST_ON_NEEDLE:
        return [Problem(tab.span, TooLargeTab(tab))]
    if tab.claim is not None and tab.claim.total != tab.total:
        mend = CountInstead(tab.claim.span, tab.total)
        return [Problem(tab.claim.span, TabCount(tab, tab.claim.total), (mend,))]
    return []


def mark(needle: Needle, order: MarkStitches, cast_on: CastOn | None) -> tuple[Needle, Problem | None]:
    """The needle with its stitches marked, or why they cannot be."""
    total = needle.total
    positions, name = order.positions, ""
    if not positions:
        if total % 2 == 0:
            return needle, _no_centre(total, order, cast_on)
        positions, name = ((total + 1) // 2,), "centre"
    beyond = next((at for at in positions if not 1 <= at <= total), None)
    if beyond is not None:
        return needle, Problem(order.span, NotMarkable(beyond, total))
    if 2 * len(positions) + len(needle.marks) > MOST_MARKS:
        return needle, Problem(order.span, TooManyMarks(MOST_MARKS))
    if order.way is Marking.STITCH:
        return needle.marked(positions, name) or needle, None
    return needle.beside(positions, both=order.way is Marking.BOTH) or needle, None


def _no_centre(total: int, order: MarkStitches, cast_on: CastOn | None) -> Problem:
    mends: tuple[Mend, ...] = ()
    if cast_on is not None and cast_on.count == total:
        others = (CastOn(count, cast_on.span) for count in (total + 1, total - 1))
        mends = tuple(OrderInstead(cast_on.span, other) for other in others)
    return Problem(order.span, NoCentre(total), mends)
