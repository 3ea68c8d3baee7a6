"""Counts that were stated against counts that came to be."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedRow
from knitting.problems import Mend, Problem, ProblemKind, plural
from knitting.rows import Claim, UntilCount

_NEAR_ENOUGH_TO_GUESS = 4


def check_claim(claim: Claim, needle: Needle) -> Problem | None:
    """The problem of a stated count that is not the one on the needle, or ``None``."""
    total = needle.total
    if claim.total != total:
        message = f"The row ends with {total}, and the count says {claim.total}."
        more = total - claim.total
        gap = f"{plural(abs(more), 'stitch')} {'more' if more > 0 else 'fewer'} than stated"
        hint = f"That is {gap}; {total} would be right."
        mend = Mend(claim.span, f"({plural(total, 'st')})")
        return Problem(ProblemKind.WRONG_COUNT, claim.span, message, hint, mends=(mend,))
    if claim.parts and claim.parts not in (needle.parts, needle.merged_parts):
        stated = "-".join(str(part) for part in claim.parts)
        real = "-".join(str(part) for part in needle.parts)
        message = f"The parts are {real}, and the count says {stated}."
        mend = Mend(claim.span, f"({real})")
        return Problem(ProblemKind.WRONG_PARTS, claim.span, message, f"({real}) would be right.", mends=(mend,))
    return None


def missing_increase(hint: str, rows: Sequence[WorkedRow]) -> str:
    """ "The row uses 20 of 19." with a question after the increase that would have filled the gap."""
    uses, start = (int(word) for word in hint.rstrip(".").split() if word.isdigit())
    if not 0 < uses - start <= _NEAR_ENOUGH_TO_GUESS:
        return hint
    earlier = next((row for row in reversed(rows) if row.change > 0), None)
    if earlier is None:
        return hint
    return f"{hint[:-1]}: did an increase in {earlier.label[:1].lower()}{earlier.label[1:]} go missing?"


def worked_past(until: UntilCount, before: int, after: int) -> Problem | None:
    """After one time of a repeat until a count: whether it can still be met, or was stepped past."""
    change = after - before
    gap_before, gap_after = until.count - before, until.count - after
    if gap_after == 0:
        return None
    if gap_before * gap_after < 0:
        message = (
            f"There are never {until.count}: each time {_said_change(change)}, "
            f"so the count goes from {before} to {after}."
        )
        hint = f"Write {before} or {after} instead of {until.count}."
        mends = tuple(Mend(until.span, f"until there are {count} sts") for count in (before, after))
        return Problem(ProblemKind.STEPPED_PAST, until.span, message, hint, mends=mends)
    if abs(gap_after) >= abs(gap_before):
        message = f"There are never {until.count}: each time {_said_change(change)}, from {before} to {after}."
        return Problem(ProblemKind.NEVER_REACHED, until.span, message)
    return None


def _said_change(change: int) -> str:
    if change == 0:
        return "the count stands still"
    return f"{'adds' if change > 0 else 'takes'} {abs(change)}"
