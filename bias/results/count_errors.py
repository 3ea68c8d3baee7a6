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
from knitting.diagnosis.explanations import RIGHT
from knitting.rows import Side


@dataclass(frozen=True, slots=True)
class ExplainedMistake:
    """One explanation with what can be done about it: mending in place, and ripping."""

    explanation: Explanation
    options: tuple[Option, ...]


@dataclass(frozen=True, slots=True)
class CountErrors:
    """Whether the counts are right; if not, whether it matters, what can be done whatever happened, and what may have
    happened, likeliest first."""

    right: bool
    matters: str
    whys: tuple[ExplainedMistake, ...] = ()
    options: tuple[Option, ...] = ()


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
    try:
        answer = diagnose(found.worked, row, seen.counts, seen=seen)
    except WrongCounts as why:
        return CountErrors(False, str(why)), ()
    right = answer.matters == RIGHT
    places = () if right else whereabouts(found.worked, seen)
    gauge = found.worked.piece.headers.gauge
    whatever = () if right else options(found.worked, row, seen.counts, gauge)
    whys = tuple(
        ExplainedMistake(each, options_of(each, found.worked, row, seconds_a_stitch)) for each in answer.explanations
    )
    return CountErrors(right, answer.matters, whys, whatever), places


def possible_rows(found: Results, seen: Observation) -> tuple[PossibleRow, ...]:
    """The rows after which a piece looks as it is seen; none if the counts are none that a needle can have."""
    try:
        return whereabouts(found.worked, seen)
    except WrongCounts:
        return ()
