"""The one door from a text to a worked piece: read, worked, and checked in every size that it is written in."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.dialects.dialect import Dialect
from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.problems import InSize, Problem, in_reading_order
from knitting.words.reader import Reading, read
from knitting.working.piece_worker import work_piece

_MOST_SAID = 3
"""Problems that are said of each other size."""


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
    others = _of_other_sizes(text, reading, gauge, worked.problems)
    if others:
        worked = replace(worked, problems=in_reading_order([*worked.problems, *others]))
    return WrittenPiece(reading, worked)


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
