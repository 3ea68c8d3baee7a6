"""The rows of a section by their numbers: what is written, what comes next, what a repeat calls for."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from knitting.problems import Problem, Span
from knitting.rows import Claim, Gain, Row, SameAs, Side, Step
from knitting.rows.replacements import NumberInstead
from knitting.working.facts import PointsNowhere, RepeatedNotWritten, RowsNotWritten, WrittenTwice


@dataclass(eq=False)
class RowDefinition:
    """One row ready to be worked: its name, its words, and how often it was worked so far."""

    label: str
    steps: tuple[Step, ...]
    span: Span
    side: Side | None
    colour: str
    claim: Claim | None
    in_round: bool
    body: Span
    side_span: Span | None = None
    gain: Gain | None = None
    numbered: bool = False
    worked: int = 0
    side_said: bool = False
    counted_in: int = 1


def define(row: Row, number: int | None) -> RowDefinition:
    """A written row under one of its numbers; the count behind several rows is said of the last of them."""
    last = number is None or row.gathered or number == row.numbers[-1]
    return RowDefinition(
        row.label(number),
        row.steps,
        row.span,
        row.side,
        row.colour,
        row.claim if last else None,
        row.in_round,
        row.body,
        row.side_span,
        row.gain,
        number is not None,
        counted_in=row.times,
    )


@dataclass
class SectionRows:
    """Keeps the rows of one section in the order of their numbers."""

    first_section: bool = True
    by_number: dict[int, RowDefinition] = field(default_factory=dict)
    gathered: list[tuple[Row, int]] = field(default_factory=list)
    next_number: int = 1
    numbered: bool = False
    rows_at_number: int = 0
    by_name: dict[str, RowDefinition] = field(default_factory=dict)
    problems: list[Problem] = field(default_factory=list)

    def add(self, row: Row) -> None:
        """Take a written row with numbers; say so where one is there already."""
        for number in row.numbers:
            if number in self.by_number:
                following = max(self.by_number) + 1
                mends = (NumberInstead(row.number_span, following),) if row.number_span else ()
                self.problems.append(Problem(row.span, WrittenTwice(row.label(number), following), mends))
            self.by_number[number] = define(row, number)
        if row.gathered:
            self.gathered.append((row, row.numbers[0]))

    def add_same(self, same: SameAs) -> None:
        """Take rows that are worked as others."""
        for place, number in enumerate(same.numbers):
            model = self.find(same.model[place % len(same.model)])
            if model is None:
                wanted = same.model[place % len(same.model)]
                self.problems.append(Problem(same.span, PointsNowhere(f"{same.name} {number}", wanted)))
                continue
            self.by_number[number] = RowDefinition(
                f"{same.name} {number}",
                model.steps,
                same.span,
                same.side,
                same.colour,
                same.claim if place == len(same.numbers) - 1 else None,
                model.in_round,
                model.body,
                gain=same.gain if len(same.numbers) == 1 else None,
                numbered=True,
            )

    def add_named(self, row: Row) -> RowDefinition:
        """Take a row that has a name instead of a number."""
        definition = define(row, None)
        self.by_name[row.name.lower()] = definition
        return definition

    def of_name(self, name: str) -> RowDefinition | None:
        """The row of a name: "dec" is "Dec row", too, and "decrease" is "dec"."""
        wanted = name.lower().split()
        close = [row for known, row in self.by_name.items() if all(_is_said(word, known.split()) for word in wanted)]
        return close[-1] if close else None

    def find(self, number: int) -> RowDefinition | None:
        """The row of that number, from a gathered one if it is not written itself."""
        if number not in self.by_number:
            for row, first in self.gathered:
                if number > first and (number - first) % 2 == 0:
                    self.by_number[number] = define(row, number)
        return self.by_number.get(number)

    def start_at(self, number: int) -> None:
        """A later section may go on with the numbers of the one before."""
        if not self.numbered and not self.first_section:
            self.next_number = number
        self.numbered = True

    def due(self, upto: int, where: Span) -> Iterator[RowDefinition]:
        """The rows not yet worked up to a number; a gap is said once and stepped over."""
        while self.next_number <= upto:
            found = self.find(self.next_number)
            if found is None:
                self._say_gap(upto, where)
                continue
            self.next_number += 1
            yield found

    def explicit_after(self) -> int:
        """The last number of the written rows that follow without a gap (for lists such as "rows 2 and 4")."""
        last = self.next_number - 1
        while last + 1 in self.by_number:
            last += 1
        return last

    def _say_gap(self, upto: int, where: Span) -> None:
        first = self.next_number
        while self.next_number <= upto and self.find(self.next_number) is None:
            self.next_number += 1
        self.problems.append(Problem(where, RowsNotWritten(first, self.next_number - 1)))

    def named(self, numbers: Sequence[int], where: Span, worked: Sequence[RowDefinition]) -> list[RowDefinition]:
        """The rows that a repeat names; those that are not written are said.

        ``worked`` are the section's rows so far: those that a repeat called for have numbers, too, where the rows
        written behind it count them ("Repeat rows 1 and 2 three more times. Row 9: ...").
        """
        counted = self._counted(worked)
        found = [(number, self.find(number) or counted.get(number)) for number in numbers]
        missing = [number for number, definition in found if definition is None]
        if missing:
            self.problems.append(Problem(where, RepeatedNotWritten(tuple(missing))))
        return [definition for _, definition in found if definition is not None]

    def _counted(self, worked: Sequence[RowDefinition]) -> dict[int, RowDefinition]:
        """The worked rows by their places in the section, where every written number is that of its place."""
        here = {number: row for number, row in self.by_number.items() if number <= len(worked)}
        later = [number for number in self.by_number if number > len(worked)]
        follows = min(later) == len(worked) + 1 if later else len(worked) in here
        if 0 in self.by_number or not follows or any(worked[number - 1] is not row for number, row in here.items()):
            return {}
        return dict(enumerate(worked, start=1))


def _is_said(word: str, known: Sequence[str]) -> bool:
    """Whether a word stands in a name, in full or in short."""
    return any(each.startswith(word) or word.startswith(each) for each in known)
