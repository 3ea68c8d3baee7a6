"""The one door from a text to a worked piece: read, worked, and checked in every size that it is written in."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import lines_of
from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.problems import InSize, Problem, ProblemKind, TextMend, Unreadable, in_reading_order
from knitting.words.reader import Reading, read
from knitting.working.piece_worker import work_piece

_MOST_SAID = 3
"""Problems that are said of each other size."""
_MOST_TRIED = 4
"""Proposed words that are tried; what is not tried is not proposed."""


@dataclass(frozen=True, slots=True)
class WrittenPiece:
    """A text as it was read, and the piece that it came to."""

    reading: Reading
    worked: WorkedPiece


def work_text(text: str, words: Dialect | None = None, gauge: Gauge | None = None) -> WrittenPiece:
    """Read a text and work it; where it is written in several sizes, the others are worked too, for their problems.

    >>> worked = work_text("Sizes: S (M, L)\\nCO 8 (9, 10) sts.\\nRow 1: *K2; rep from * to end.").worked
    >>> [(problem.facts.size, problem.kind.value) for problem in worked.problems]
    [('M', 'not-a-multiple')]
    """
    reading = read(text, words)
    worked = work_piece(reading.piece, reading.problems, gauge)
    worked = replace(worked, problems=_tried(text, reading, worked.problems, gauge))
    others = _of_other_sizes(text, reading, gauge, worked.problems)
    if others:
        worked = replace(worked, problems=in_reading_order([*worked.problems, *others]))
    return WrittenPiece(reading, worked)


def _tried(text: str, reading: Reading, problems: tuple[Problem, ...], gauge: Gauge | None) -> tuple[Problem, ...]:
    """The problems with a word proposed only where it was tried: its line then has one problem less."""
    guessed = [each for each in problems if each.kind is ProblemKind.UNKNOWN_STITCH and each.mends]
    if not guessed:
        return problems
    lines = lines_of(text)
    refused = {each.where for each in guessed[_MOST_TRIED:]}
    for problem in guessed[:_MOST_TRIED]:
        number = problem.where.line
        before = sum(each.where.line == number for each in problems)
        tried = "\n".join([*lines[: number - 1], _mended(lines[number - 1], problem)])
        again = read(tried, reading.dialect)
        left = work_piece(again.piece, again.problems, gauge).problems
        if sum(each.where.line == number for each in left) >= before:
            refused.add(problem.where)
    return tuple(_without_hint(each) if each.where in refused else each for each in problems)


def _mended(line: str, problem: Problem) -> str:
    for mend in problem.mends:
        if isinstance(mend, TextMend):
            return line[: mend.span.column - 1] + mend.text + line[mend.span.end - 1 :]
    return line


def _without_hint(problem: Problem) -> Problem:
    facts = problem.facts
    return replace(problem, facts=replace(facts, hint=None) if isinstance(facts, Unreadable) else facts, mends=())


def _of_other_sizes(text: str, reading: Reading, gauge: Gauge | None, known: tuple[Problem, ...]) -> list[Problem]:
    sizes = reading.sizes
    places = {(problem.where, problem.kind) for problem in known}
    found: list[Problem] = []
    for at, name in enumerate(sizes.names):
        if at == sizes.chosen:
            continue
        other = read(text, reading.dialect, size=at)
        problems = work_piece(other.piece, other.problems, gauge).problems
        new = [problem for problem in problems if (problem.where, problem.kind) not in places]
        found += [replace(each, facts=InSize(each.kind, name, each.facts), mends=()) for each in new[:_MOST_SAID]]
    return found
