"""Cast-ons, tabs and marks set between rows: what they need in order to come out."""

from __future__ import annotations

from knitting.measures import GUESS_IN_GARTER
from knitting.needle.needle import Needle
from knitting.needle.walk import MOST_MARKS, MOST_ON_NEEDLE
from knitting.problems import Mend, Problem, ProblemKind, Span, plural
from knitting.rows import CastOn, Marking, MarkStitches, Tab
from knitting.words.writer import Writer

MOST_CAST_ON = MOST_ON_NEEDLE


def check_sum(order: CastOn, writer: Writer) -> list[Problem]:
    """Whether the parts stated with a cast-on add up to it."""
    claim = order.claim
    if claim is None or claim.total == order.count:
        return []
    if claim.parts:
        sum_ = "-".join(str(part) for part in claim.parts)
        message = f"{sum_} makes {claim.total}, and {order.count} are cast on."
        return [Problem(ProblemKind.WRONG_PARTS, claim.span, message, mends=_cast_on_mend(order, claim.total, writer))]
    message = f"{plural(order.count, 'stitch')} are cast on, and the count says {claim.total}."
    mend = Mend(claim.span, writer.count(order.count))
    return [Problem(ProblemKind.WRONG_COUNT, claim.span, message, f"{order.count} would be right.", mends=(mend,))]


def _cast_on_mend(order: CastOn, count: int, writer: Writer) -> tuple[Mend, ...]:
    return (Mend(order.span, writer.order(CastOn(count, order.span, picked_up=order.picked_up)).rstrip(".")),)


def not_castable(order: CastOn) -> Problem:
    """A cast-on of nothing, or of more than any needle holds."""
    if order.count < 1:
        return Problem(ProblemKind.TOO_FEW_STITCHES, order.span, "At least one stitch must be cast on.")
    message = f"{order.count:,} stitches are cast on and at most {MOST_CAST_ON:,} are worked."
    return Problem(ProblemKind.TOO_LONG, order.span, message)


def check_tab(tab: Tab, writer: Writer) -> list[Problem]:
    """Whether the sum of a tab is the stated one, and whether it can be worked at all."""
    if tab.cast_on < 1 or tab.rows < 1:
        message = "A tab needs at least one stitch and one row."
        return [Problem(ProblemKind.TOO_FEW_STITCHES, tab.span, message)]
    if tab.total > MOST_CAST_ON or tab.rows > MOST_ON_NEEDLE:
        message = f"A tab of {tab.total:,} stitches and {tab.rows:,} rows is more than is worked."
        return [Problem(ProblemKind.TOO_LONG, tab.span, message)]
    if tab.claim is not None and tab.claim.total != tab.total:
        mends = (Mend(tab.claim.span, writer.count(tab.total)),)
        sum_ = f"{tab.cast_on} + {tab.side} + {tab.edge}"
        message = f"The tab gives {sum_} = {tab.total} stitches, and the count says {tab.claim.total}."
        return [Problem(ProblemKind.WRONG_COUNT, tab.claim.span, message, f"{tab.total} would be right.", mends=mends)]
    return []


def mark(needle: Needle, order: MarkStitches, cast_on: CastOn | None, writer: Writer) -> tuple[Needle, Problem | None]:
    """The needle with its stitches marked, or why they cannot be."""
    total = needle.total
    positions, name = order.positions, ""
    if not positions:
        if total % 2 == 0:
            return needle, _no_centre(total, order, cast_on, writer)
        positions, name = ((total + 1) // 2,), "centre"
    beyond = next((at for at in positions if not 1 <= at <= total), None)
    if beyond is not None:
        message = f"Stitch {beyond} cannot be marked: there are {total} on the needle."
        return needle, Problem(ProblemKind.TOO_FEW_STITCHES, order.span, message)
    if 2 * len(positions) + len(needle.marks) > MOST_MARKS:
        return needle, Problem(ProblemKind.TOO_LONG, order.span, f"More than {MOST_MARKS} marks.")
    if order.way is Marking.STITCH:
        return needle.marked(positions, name) or needle, None
    return needle.beside(positions, both=order.way is Marking.BOTH) or needle, None


def _no_centre(total: int, order: MarkStitches, cast_on: CastOn | None, writer: Writer) -> Problem:
    message = f"There is no centre stitch among {total}: the count is even."
    hint = f"Cast on {total + 1} or {total - 1} instead." if total else "Cast on first."
    mends: tuple[Mend, ...] = ()
    if cast_on is not None and cast_on.count == total:
        others = [CastOn(count, cast_on.span) for count in (total + 1, total - 1)]
        mends = tuple(Mend(cast_on.span, writer.order(other).rstrip(".")) for other in others)
    return Problem(ProblemKind.NO_CENTRE, order.span, message, hint, mends=mends)


def no_gauge(where: Span, writer: Writer) -> Problem:
    """A length that is asked of a piece without a gauge."""
    message = "The length is given in centimetres and the piece has no gauge."
    line = writer.gauge(GUESS_IN_GARTER)
    hint = f"Write it at the top, such as '{line}'."
    return Problem(ProblemKind.AMBIGUOUS, where, message, hint, mends=(Mend(Span(1, 1), f"{line}\n"),))
