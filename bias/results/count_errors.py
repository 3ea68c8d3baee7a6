"""Counts that are not those of their row: whether it matters, what would explain them, what can be done."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from bias.results.pieces import Results
from knitting.diagnosis import (
    Explanation,
    Observation,
    Option,
    PossibleRow,
    WrongCounts,
    diagnose,
    facing_by_tail,
    options,
    options_of,
    whereabouts,
)
from knitting.rows import Side
from knitting.saying.diagnosis import said_option, said_verdict, said_wrong_counts
from knitting.saying.mistakes import looked_for, said_mistakes


@dataclass(frozen=True, slots=True)
class SaidOption:
    """One thing that can be done, in words, with its cost."""

    option: Option
    says: str
    cost: str


@dataclass(frozen=True, slots=True)
class ExplainedMistake:
    """One explanation in words, with what to look for and what can be done: mending in place, and ripping."""

    explanation: Explanation
    says: str
    look: str
    options: tuple[SaidOption, ...]


@dataclass(frozen=True, slots=True)
class CountErrors:
    """Whether the counts are right; if not, whether it matters, what can be done whatever happened, and what may have
    happened, likeliest first."""

    right: bool
    matters: str
    whys: tuple[ExplainedMistake, ...] = ()
    options: tuple[SaidOption, ...] = ()


def observation_of(
    found: Results,
    counts: Sequence[int],
    facing: str = "",
    tail: str = "",
    colour: str = "",
    shows: str = "",
    about: int = 0,
) -> Observation:
    """What a knitter says that she sees: ``facing`` RS or WS, the ``tail`` right or left, ``shows`` k or p."""
    side = Side(facing) if facing in ("RS", "WS") else facing_by_tail(found.worked, tail)
    known = {row.colour.casefold(): row.colour for row in found.worked.rows}
    shown = shows if shows in ("k", "p") else ""
    return Observation(tuple(counts), side, known.get(colour.casefold(), ""), shown, about or None)


def count_errors_of(
    found: Results, row: int, seen: Observation, seconds_a_stitch: float = 0.0
) -> tuple[CountErrors, tuple[PossibleRow, ...]]:
    """What the counts between marks mean after a row (from 1), and the other rows after which they would be right."""
    worked = found.worked
    try:
        answer = diagnose(worked, row, seen.counts, seen=seen)
    except WrongCounts as wrong:
        return CountErrors(False, said_wrong_counts(wrong)), ()
    right = answer.verdict.is_right
    places = () if right else whereabouts(worked, seen)
    whatever = () if right else _said(options(worked, row, seen.counts, worked.piece.headers.gauge))
    whys = tuple(
        ExplainedMistake(
            each,
            said_mistakes(worked, each.mistakes),
            looked_for(each.mistakes),
            _said(options_of(each, worked, row, seconds_a_stitch)),
        )
        for each in answer.explanations
    )
    return CountErrors(right, said_verdict(answer.verdict), whys, whatever), places


def _said(found: Sequence[Option]) -> tuple[SaidOption, ...]:
    return tuple(SaidOption(option, *said_option(option)) for option in found)


def possible_rows(found: Results, seen: Observation) -> tuple[PossibleRow, ...]:
    """The rows after which a piece looks as it is seen; none if the counts are none that a needle can have."""
    try:
        return whereabouts(found.worked, seen)
    except WrongCounts:
        return ()
