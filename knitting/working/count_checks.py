"""Counts that were stated against counts that came to be."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.dialects.spelling import nearest_word
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedRow
from knitting.problems import NOWHERE, Mend, Problem, ProblemKind, Span, plural
from knitting.rows import CastOn, ChangeColour, ChangeYarn, Claim, Cluster, Group, MarkStitches, UntilCount, Work
from knitting.rows.lists import every_step
from knitting.words.writer import Writer
from knitting.working.section_rows import RowDefinition

_NEAR_ENOUGH_TO_GUESS = 4


def check_claim(claim: Claim, needle: Needle, writer: Writer) -> Problem | None:
    """The problem of a stated count that is not the one on the needle, or ``None``."""
    total = needle.total
    if claim.total != total:
        message = f"The row ends with {total}, and the count says {claim.total}."
        more = total - claim.total
        gap = f"{plural(abs(more), 'stitch')} {'more' if more > 0 else 'fewer'} than stated"
        hint = f"That is {gap}; {total} would be right."
        mend = Mend(claim.span, writer.count(total, needle.parts if claim.parts else ()))
        return Problem(ProblemKind.WRONG_COUNT, claim.span, message, hint, mends=(mend,))
    if claim.parts and claim.parts not in (needle.parts, needle.merged_parts):
        stated = "-".join(str(part) for part in claim.parts)
        real = "-".join(str(part) for part in needle.parts)
        message = f"The parts are {real}, and the count says {stated}."
        mend = Mend(claim.span, writer.count(total, needle.parts))
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


def worked_past(until: UntilCount, before: int, after: int, writer: Writer) -> Problem | None:
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
        mends = tuple(
            Mend(until.span, writer.until(UntilCount(count, NOWHERE, until.remain))) for count in (before, after)
        )
        return Problem(ProblemKind.STEPPED_PAST, until.span, message, hint, mends=mends)
    if abs(gap_after) >= abs(gap_before):
        message = f"There are never {until.count}: each time {_said_change(change)}, from {before} to {after}."
        return Problem(ProblemKind.NEVER_REACHED, until.span, message)
    return None


def _said_change(change: int) -> str:
    if change == 0:
        return "the count stands still"
    return f"{'adds' if change > 0 else 'takes'} {abs(change)}"


def no_cast_on(definition: RowDefinition, message: str, writer: Writer) -> Problem:
    """A row before any cast-on, with the cast-on that would fit it where its steps or its count tell."""
    hint = f"Begin with '{writer.order(CastOn(41, NOWHERE))}'"
    needed = _cast_on_for(definition)
    mends: tuple[Mend, ...] = ()
    if needed:
        words = writer.order(CastOn(needed, NOWHERE))
        hint = f"Begin with '{words}'"
        mends = (Mend(Span(definition.span.line, 1), f"{words}\n"),)
    return Problem(ProblemKind.NO_CAST_ON, definition.span, message, hint, mends=mends)


def _cast_on_for(definition: RowDefinition) -> int:
    """Stitches that a row needs before it: what it uses, or what it ends with less what it gains."""
    uses = change = 0
    goals = False
    for step in definition.steps:
        if isinstance(step, Work):
            uses += step.stitch.uses * step.times
            change += step.stitch.change * step.times
        elif isinstance(step, Cluster):
            uses += step.over
            change += step.makes - step.over
        elif isinstance(step, Group):
            return 0
        else:
            goals = goals or hasattr(step, "goal")
    if not goals:
        return uses
    return max(definition.claim.total - change, 0) if definition.claim else 0


def other_cast_ons(problem: Problem, cast_on: CastOn, writer: Writer) -> Problem:
    """A repeat that does not come out in the first row, with the cast-ons with which it would."""
    figures = [int(word) for word in problem.message.replace(":", "").split() if word.isdigit()]
    if len(figures) < 4:
        return problem
    uses, _, _, over = figures[:4]
    counts = [count for count in (cast_on.count - over, cast_on.count - over + uses) if count > 0]
    mends = tuple(Mend(cast_on.span, writer.order(CastOn(count, NOWHERE)).rstrip(".")) for count in counts)
    return replace(problem, mends=mends)


def no_centre(problem: Problem, definition: RowDefinition, needle: Needle, writer: Writer) -> Problem:
    """A row that speaks of a centre which is not marked, with the line that would mark it."""
    if problem.kind is not ProblemKind.NO_CENTRE:
        return problem
    words = writer.order(MarkStitches((), NOWHERE))
    mends = (Mend(Span(definition.span.line, 1), f"{words}\n"),) if needle.total % 2 else ()
    return replace(problem, hint=f"Write '{words}' before this row.", mends=mends)


def unknown_colours(definition: RowDefinition, colours: frozenset[str], writer: Writer) -> list[Problem]:
    """The colours of a row that the header does not name."""
    found: list[Problem] = []
    if definition.colour and definition.colour not in colours:
        found.append(_unknown_colour(definition.colour, definition.span, colours, ()))
    for step in every_step(definition.steps):
        if isinstance(step, ChangeColour) and step.colour not in colours:
            where = step.span.within(definition.body)
            names = _likely(step.colour, colours)
            mends = tuple(Mend(where, writer.step(ChangeColour(name, NOWHERE))) for name in names)
            found.append(_unknown_colour(step.colour, where, colours, mends))
    return found


def unknown_yarn(order: ChangeYarn, colours: frozenset[str], writer: Writer) -> list[Problem]:
    """A change of yarn between rows to one that the header does not name."""
    if not colours or order.colour in colours:
        return []
    others = [ChangeYarn(name, NOWHERE) for name in _likely(order.colour, colours)]
    mends = tuple(Mend(order.span, writer.order(other).rstrip(".")) for other in others)
    return [_unknown_colour(order.colour, order.span, colours, mends)]


def _likely(colour: str, colours: frozenset[str]) -> list[str]:
    """The named yarns that may have been meant."""
    same = [name for name in sorted(colours) if name.lower() == colour.lower()]
    nearest = nearest_word(colour, colours)
    return same or ([nearest] if nearest else sorted(colours)[:3])


def _unknown_colour(colour: str, where: Span, colours: frozenset[str], mends: tuple[Mend, ...]) -> Problem:
    message = f"The yarn '{colour}' is not named at the top."
    hint = f"The yarns there are {', '.join(sorted(colours))}."
    return Problem(ProblemKind.COLOUR_UNKNOWN, where, message, hint, mends=mends)
