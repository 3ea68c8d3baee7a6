"""Counts that were stated against counts that came to be."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.nearest import nearest_word
from knitting.needle.facts import BeyondGoal, NoCentreMarked, TooFew, UnevenRepeat
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedRow
from knitting.problems import NOWHERE, Mend, Problem, Span
from knitting.rows import CastOn, ChangeColour, ChangeYarn, Claim, Cluster, Gain, Group, MarkStitches, UntilCount, Work
from knitting.rows.lists import every_step
from knitting.rows.replacements import CountInstead, OrderInstead, StepsInstead, UntilInstead
from knitting.working.facts import (
    CountNeverReached,
    CountSteppedPast,
    OtherCount,
    OtherGain,
    OtherParts,
    RowBeforeCastOn,
    UnknownYarn,
)
from knitting.working.section_rows import RowDefinition

_NEAR_ENOUGH_TO_GUESS = 4
_MOST_OFFERED = 3
EXAMPLE_CAST_ON = CastOn(41, NOWHERE)
"""A cast-on to begin with, where nothing tells another."""


def check_claim(claim: Claim, needle: Needle) -> Problem | None:
    """The problem of a stated count that is not the one on the needle, or ``None``."""
    total = needle.total
    if claim.total != total:
        mend = CountInstead(claim.span, total, needle.parts if claim.parts else ())
        return Problem(claim.span, OtherCount(total, claim.total), (mend,))
    if claim.parts and claim.parts not in (needle.parts, needle.merged_parts, _without_empty_end(needle.parts)):
        mend = CountInstead(claim.span, total, needle.parts)
        return Problem(claim.span, OtherParts(needle.parts, claim.parts), (mend,))
    return None


def _without_empty_end(parts: tuple[int, ...]) -> tuple[int, ...]:
    """The parts but for an empty one behind a marker at the very end, which nobody writes."""
    return parts[:-1] if parts and not parts[-1] else parts


def check_gain(gain: Gain, starts: Sequence[int], end: int) -> Problem | None:
    """The problem of a stated gain that is none of those that there may be meant, or ``None``."""
    if any(end - start == gain.change for start in starts):
        return None
    return Problem(gain.span, OtherGain(end - starts[0], gain.change))


def missing_increase(problem: Problem, rows: Sequence[WorkedRow]) -> Problem:
    """A row that uses a few stitches more than there are, with the increase that may have gone missing before it."""
    facts = problem.facts
    if not isinstance(facts, TooFew | BeyondGoal) or not 0 < facts.row_uses - facts.row_has <= _NEAR_ENOUGH_TO_GUESS:
        return problem
    earlier = next((row for row in reversed(rows) if row.change > 0), None)
    return replace(problem, facts=replace(facts, missing_in=earlier.label)) if earlier is not None else problem


def worked_past(until: UntilCount, before: int, after: int) -> Problem | None:
    """After one time of a repeat until a count: whether it can still be met, or was stepped past."""
    gap_before, gap_after = until.count - before, until.count - after
    if gap_after == 0:
        return None
    if gap_before * gap_after < 0:
        others = (UntilCount(count, NOWHERE, until.remain) for count in (before, after))
        mends = tuple(UntilInstead(until.span, other) for other in others)
        return Problem(until.span, CountSteppedPast(until.count, before, after), mends)
    if abs(gap_after) >= abs(gap_before):
        return Problem(until.span, CountNeverReached(until.count, before, after))
    return None


def no_cast_on(definition: RowDefinition) -> Problem:
    """A row before any cast-on, with the cast-on that would fit it where its steps or its count tell."""
    needed = _cast_on_for(definition)
    cast_on = CastOn(needed, NOWHERE) if needed else EXAMPLE_CAST_ON
    place = Span(definition.span.line, 1)
    mends = (OrderInstead(place, cast_on, own_line=True),) if needed else ()
    return Problem(definition.span, RowBeforeCastOn(definition.label, cast_on), mends)


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


def other_cast_ons(problem: Problem, cast_on: CastOn) -> Problem:
    """A repeat that does not come out in the first row, with the cast-ons with which it would."""
    facts = problem.facts
    if not isinstance(facts, UnevenRepeat):
        return problem
    counts = (cast_on.count - facts.over, cast_on.count - facts.over + facts.uses)
    mends = tuple(OrderInstead(cast_on.span, CastOn(count, NOWHERE)) for count in counts if count > 0)
    return replace(problem, mends=mends)


def no_centre(problem: Problem, definition: RowDefinition, needle: Needle) -> Problem:
    """A row that speaks of a centre which is not marked, with the line that would mark it."""
    if not isinstance(problem.facts, NoCentreMarked) or needle.total % 2 == 0:
        return problem
    place = Span(definition.span.line, 1)
    return replace(problem, mends=(OrderInstead(place, MarkStitches((), NOWHERE), own_line=True),))


def unknown_colours(definition: RowDefinition, colours: frozenset[str]) -> list[Problem]:
    """The colours of a row that the header does not name."""
    found: list[Problem] = []
    if definition.colour and definition.colour not in colours:
        found.append(_unknown(definition.colour, definition.span, colours, ()))
    for step in every_step(definition.steps):
        if isinstance(step, ChangeColour) and step.colour not in colours:
            where = step.span.within(definition.body)
            names = _likely(step.colour, colours)
            mends = tuple(StepsInstead(where, (ChangeColour(name, NOWHERE),)) for name in names)
            found.append(_unknown(step.colour, where, colours, mends))
    return found


def unknown_yarn(order: ChangeYarn, colours: frozenset[str]) -> list[Problem]:
    """A change of yarn between rows to one that the header does not name."""
    if not colours or order.colour in colours:
        return []
    others = [ChangeYarn(name, NOWHERE) for name in _likely(order.colour, colours)]
    mends = tuple(OrderInstead(order.span, other) for other in others)
    return [_unknown(order.colour, order.span, colours, mends)]


def _likely(colour: str, colours: frozenset[str]) -> list[str]:
    """The named yarns that may have been meant."""
    same = [name for name in sorted(colours) if name.lower() == colour.lower()]
    nearest = nearest_word(colour, colours)
    return same or ([nearest] if nearest else sorted(colours)[:_MOST_OFFERED])


def _unknown(colour: str, where: Span, colours: frozenset[str], mends: tuple[Mend, ...]) -> Problem:
    return Problem(where, UnknownYarn(colour, tuple(sorted(colours))), mends)
