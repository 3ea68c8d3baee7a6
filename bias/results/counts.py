"""Counts that are not those of their row: what they mean, and what can be done."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from bias.results.pieces import Results
from knitting.diagnosis import (
    Diagnosis,
    Observation,
    Option,
    PossibleRow,
    WrongCounts,
    diagnose,
    facing_by_tail,
    options,
    whereabouts,
)
from knitting.rows import Side
from knitting.saying.diagnosis import said_verdict, said_wrong_counts
from knitting.saying.mistakes import said_mistakes


@dataclass(frozen=True, slots=True)
class CountMeaning:
    """What counts mean after a row: the diagnosis, what can be done whatever happened, and the other rows after which
    they would be right."""

    diagnosis: Diagnosis
    options: tuple[Option, ...]
    rows: tuple[PossibleRow, ...]


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


def meaning_of(found: Results, row: int, seen: Observation) -> CountMeaning:
    """What the counts between marks mean after a row (from 1); :class:`WrongCounts` where no needle has them."""
    worked = found.worked
    answer = diagnose(worked, row, seen.counts, seen=seen)
    if answer.verdict.is_right:
        return CountMeaning(answer, (), ())
    whatever = options(worked, row, seen.counts, worked.piece.headers.gauge)
    return CountMeaning(answer, whatever, whereabouts(worked, seen))


@dataclass(frozen=True, slots=True)
class SaidCounts:
    """What counts mean after a row, in words: how they differ, what may have happened, likeliest first; or why they are
    none of that row's."""

    verdict: str
    explanations: tuple[str, ...] = ()
    refusal: str = ""


def said_counts(found: Results, row: int, counts: Sequence[int]) -> SaidCounts:
    """What the counts between marks that somebody else gives mean after a row (from 1)."""
    try:
        answer = meaning_of(found, row, observation_of(found, counts, about=row)).diagnosis
    except WrongCounts as wrong:
        return SaidCounts("", refusal=said_wrong_counts(wrong))
    if answer.verdict.is_right:
        return SaidCounts(said_verdict(answer.verdict))
    explained = tuple(said_mistakes(found.worked, each.mistakes) for each in answer.explanations)
    return SaidCounts(said_verdict(answer.verdict), explained)


def possible_rows(found: Results, seen: Observation) -> tuple[PossibleRow, ...]:
    """The rows after which a piece looks as it is seen; none if the counts are none that a needle can have."""
    try:
        return whereabouts(found.worked, seen)
    except WrongCounts:
        return ()
