"""The bench: the needle, the rows so far, and one more row worked on them."""

from __future__ import annotations

from dataclasses import replace

from knitting.needle.checks import check_claim, missing_increase
from knitting.needle.definitions import Definition
from knitting.needle.lines import LineLog
from knitting.needle.needle import Needle
from knitting.needle.rehearsal import rehearse
from knitting.needle.row_worker import RowResult, work_row
from knitting.needle.worked import WorkedRow
from knitting.problems import Problem, ProblemKind, Span
from knitting.rows import Headers, Side

MOST_ROWS = 5_000
MOST_STITCHES = 2_000_000


class Enough(Exception):
    """A limit of the piece is reached: nothing further is worked."""


class Bench:
    """What lies before the knitter while a piece is worked from its first row to its last."""

    def __init__(self, headers: Headers, problems: list[Problem]) -> None:
        self.problems = problems
        self.needle = Needle()
        self.rows: list[WorkedRow] = []
        self.lines = LineLog()
        self.history: list[Definition] = []
        self.section_name = ""
        self.begun = False
        self.no_cast_on_said = False
        self.in_round = False
        self.next_side: Side | None = None
        self.first_row = True
        self.colour = headers.first_colour
        self.striped = [stripe.colour for stripe in headers.stripes for _ in range(stripe.rows)]
        self.stitches = 0
        self.bound_off = 0
        self.dropped = 0
        self.said: set[tuple[ProblemKind, Span]] = set()

    def work(self, definition: Definition, line: int) -> bool:
        """Work one row; false if it could not be worked to its end."""
        if not self._has_stitches(definition):
            return False
        definition.worked += 1
        self._limit(definition.span)
        in_round = self.in_round or definition.in_round
        side = self._side(definition, in_round)
        colour = definition.colour or self.stripe() or self.colour
        before = self.needle
        first = self.first_row
        result = self._result(definition, before, side, in_round, first)
        self.needle = result.after
        self.colour = result.colour or definition.colour or self.colour
        self.bound_off += result.bound_off
        self.dropped += result.dropped
        if result.problems or definition.worked == 1:
            self._check(definition, result)
        self._record(definition, result, before, side, colour, in_round, line)
        self.history.append(definition)
        return result.complete

    def _result(self, definition: Definition, needle: Needle, side: Side, in_round: bool, first: bool) -> RowResult:
        rehearsal = definition.rehearsals.get((side, in_round))
        again = rehearsal.again(needle, side) if rehearsal else None
        if again is not None:
            return again
        result = work_row(needle, definition.steps, side, definition.span, in_round=in_round, first=first)
        rehearsed = None if first else rehearse(needle, side, result)
        if rehearsed is not None:
            definition.rehearsals[side, in_round] = rehearsed
        return result

    def say(self, *problems: Problem) -> None:
        """Keep problems; one that was said of the same place already is not said again."""
        for problem in problems:
            if (problem.kind, problem.where) not in self.said:
                self.said.add((problem.kind, problem.where))
                self.problems.append(problem)

    def _record(
        self,
        definition: Definition,
        result: RowResult,
        before: Needle,
        side: Side,
        colour: str,
        in_round: bool,
        line: int,
    ) -> None:
        # By place, not by name: this is the innermost line of every piece.
        row = WorkedRow(
            definition.label,
            self.section_name,
            definition.worked,
            side,
            colour,
            definition.span,
            before,
            result.after,
            result.work,
            in_round,
            result.bound_off,
            result.dropped,
            result.complete,
            False,
            line,
        )
        self.rows.append(row if result.after is self.needle else row._replace(after=self.needle))
        self.lines.row(line, len(self.rows) - 1)
        self.stitches += self.needle.total
        self.first_row = False
        self.next_side = Side.RS if in_round else side.other

    def _check(self, definition: Definition, result: RowResult) -> None:
        problems = [problem.in_row(definition.label, definition.worked) for problem in result.problems]
        if (
            problems
            and problems[0].kind is ProblemKind.TOO_FEW_STITCHES
            and problems[0].hint.startswith("The row uses")
        ):
            problems[0] = replace(problems[0], hint=missing_increase(problems[0].hint, self.rows))
        if definition.worked == 1 and definition.claim is not None:
            if result.complete:
                said = check_claim(definition.claim, self.needle)
                problems += [said.in_row(definition.label, 1)] if said else []
            else:
                self.needle = self.needle.with_total(definition.claim.total)
        self.say(*problems)

    def _side(self, definition: Definition, in_round: bool) -> Side:
        expected = Side.RS if in_round else self.next_side or definition.side or Side.RS
        if definition.side is None or definition.side is expected:
            return expected
        if not definition.side_said:
            definition.side_said = True
            stated = {Side.RS: "a right-side row", Side.WS: "a wrong-side row"}
            message = f"{definition.label} is written as {stated[definition.side]}, and here {stated[expected]} comes."
            hint = "Has a row been left out, or worked twice?"
            said = Problem(ProblemKind.WRONG_SIDE, definition.span, message, hint)
            self.say(said.in_row(definition.label, definition.worked))
        return definition.side

    def stripe(self) -> str:
        """The colour that the stripes give the next row, or nothing."""
        return self.striped[len(self.rows) % len(self.striped)] if self.striped else ""

    def _has_stitches(self, definition: Definition) -> bool:
        if self.begun:
            return True
        if not self.no_cast_on_said:
            self.no_cast_on_said = True
            message = f"{definition.label} comes before any cast-on."
            self.say(Problem(ProblemKind.NO_CAST_ON, definition.span, message, "Begin with 'Cast on 41 sts.'"))
        if definition.claim is None:
            return False
        self.begun = True
        self.needle = Needle((definition.claim.total,))
        return False

    def _limit(self, where: Span) -> None:
        message = ""
        if len(self.rows) >= MOST_ROWS:
            message = f"More than {MOST_ROWS:,} rows: the rest is not worked."
        elif self.stitches > MOST_STITCHES:
            message = f"More than {MOST_STITCHES:,} stitches in all: the rest is not worked."
        if message:
            self.say(Problem(ProblemKind.TOO_LONG, where, message, "Is a repeat longer than it was meant to be?"))
            raise Enough
