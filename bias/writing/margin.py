"""The margin beside written rows: one entry a line, with its counts and its marked places."""

from __future__ import annotations

from dataclasses import dataclass

from bias.workbench import Workout
from knitting.needle.worked import LineCount
from knitting.problems import Problem, Span
from knitting.words.tokens import lines_of


@dataclass(frozen=True, slots=True)
class Stretch:
    """Some text of a line; ``wrong`` where a problem lies."""

    text: str
    wrong: bool = False


@dataclass(frozen=True, slots=True)
class MarginLine:
    """A written line with what it came to."""

    number: int
    stretches: tuple[Stretch, ...]
    count: LineCount | None
    wrong: bool

    @property
    def change(self) -> int:
        """Stitches gained or lost over all rows that the line called for."""
        return self.count.end - self.count.first_start if self.count else 0

    @property
    def parts(self) -> str:
        """The parts after the line, where there is more than one."""
        if self.count is None or len(self.count.parts) < 2:
            return ""
        return "-".join(str(part) for part in self.count.parts)

    @property
    def balanced(self) -> bool:
        """Whether increases and decreases cancel in its row."""
        return bool(self.count and self.count.increases and self.count.increases == self.count.decreases)

    @property
    def sure(self) -> bool:
        """Whether its count can be relied on."""
        return bool(self.count and self.count.complete and not self.wrong)


def margin(found: Workout) -> list[MarginLine]:
    """Every line of the text in order."""
    counts = {count.line: count for count in found.worked.lines}
    wrong: dict[int, list[Problem]] = {}
    for problem in found.worked.problems:
        wrong.setdefault(problem.where.line, []).append(problem)
    return [
        MarginLine(
            number,
            stretches(text, [problem.where for problem in wrong.get(number, [])]),
            counts.get(number),
            number in wrong,
        )
        for number, text in enumerate(lines_of(found.text), start=1)
    ]


def stretches(text: str, spans: list[Span]) -> tuple[Stretch, ...]:
    """A line cut where problems begin and end.

    >>> [each.text for each in stretches("k2, yoo, k1", [Span(1, 5, 3)])]
    ['k2, ', 'yoo', ', k1']
    """
    flags = [False] * len(text)
    for span in spans:
        end = span.end - 1 if span.length else len(text)
        flags[max(span.column - 1, 0) : end] = [True] * max(min(end, len(text)) - max(span.column - 1, 0), 0)
    found: list[Stretch] = []
    start = 0
    for at in range(1, len(text) + 1):
        if at == len(text) or flags[at] != flags[start]:
            found.append(Stretch(text[start:at], flags[start]))
            start = at
    return tuple(found)
