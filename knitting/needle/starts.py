"""Cast-ons, tabs and marks set between rows: what they need in order to come out."""

from __future__ import annotations

from knitting.needle.needle import Needle
from knitting.needle.walk import MOST_MARKS, MOST_ON_NEEDLE
from knitting.problems import Problem, ProblemKind, plural
from knitting.rows import CastOn, MarkStitches, Tab

MOST_CAST_ON = MOST_ON_NEEDLE


def check_sum(order: CastOn) -> list[Problem]:
    """Whether the parts stated with a cast-on add up to it."""
    claim = order.claim
    if claim is None or claim.total == order.count:
        return []
    if claim.parts:
        sum_ = "-".join(str(part) for part in claim.parts)
        message = f"{sum_} makes {claim.total}, and {order.count} are cast on."
        return [Problem(ProblemKind.WRONG_PARTS, claim.span, message)]
    message = f"{plural(order.count, 'stitch')} are cast on, and the count says {claim.total}."
    return [Problem(ProblemKind.WRONG_COUNT, claim.span, message)]


def not_castable(order: CastOn) -> Problem:
    """A cast-on of nothing, or of more than any needle holds."""
    if order.count < 1:
        return Problem(ProblemKind.TOO_FEW_STITCHES, order.span, "At least one stitch must be cast on.")
    message = f"{order.count:,} stitches are cast on and at most {MOST_CAST_ON:,} are worked."
    return Problem(ProblemKind.TOO_LONG, order.span, message)


def check_tab(tab: Tab) -> list[Problem]:
    """Whether the sum of a tab is the stated one, and whether it can be worked at all."""
    if tab.cast_on < 1 or tab.rows < 1:
        message = "A tab needs at least one stitch and one row."
        return [Problem(ProblemKind.TOO_FEW_STITCHES, tab.span, message)]
    if tab.total > MOST_CAST_ON or tab.rows > MOST_ON_NEEDLE:
        message = f"A tab of {tab.total:,} stitches and {tab.rows:,} rows is more than is worked."
        return [Problem(ProblemKind.TOO_LONG, tab.span, message)]
    if tab.claim is not None and tab.claim.total != tab.total:
        sum_ = f"{tab.cast_on} + {tab.side} + {tab.edge}"
        message = f"The tab gives {sum_} = {tab.total} stitches, and the count says {tab.claim.total}."
        return [Problem(ProblemKind.WRONG_COUNT, tab.claim.span, message, f"{tab.total} would be right.")]
    return []


def mark(needle: Needle, order: MarkStitches) -> tuple[Needle, Problem | None]:
    """The needle with its stitches marked, or why they cannot be."""
    total = needle.total
    if order.positions:
        beyond = next((at for at in order.positions if not 1 <= at <= total), None)
        if beyond is not None:
            message = f"Stitch {beyond} cannot be marked: there are {total} on the needle."
            return needle, Problem(ProblemKind.TOO_FEW_STITCHES, order.span, message)
        if len(order.positions) + len(needle.marks) > MOST_MARKS:
            return needle, Problem(ProblemKind.TOO_LONG, order.span, f"More than {MOST_MARKS} marks.")
        return needle.marked(order.positions) or needle, None
    if total % 2 == 0:
        message = f"There is no centre stitch among {total}: the count is even."
        hint = f"Cast on {total + 1} or {total - 1} instead." if total else "Cast on first."
        return needle, Problem(ProblemKind.NO_CENTRE, order.span, message, hint)
    return needle.marked(((total + 1) // 2,), "centre") or needle, None
