"""Where a piece stands while it is worked: the needle, the rows so far, and one more row worked on them."""

from __future__ import annotations

from bisect import bisect_right
from dataclasses import replace
from itertools import accumulate

from knitting.needle.needle import Needle
from knitting.needle.rehearsal import Rehearsal, rehearse
from knitting.needle.row_worker import RowContext, RowResult, work_row
from knitting.needle.stops import not_held
from knitting.needle.worked import RestingStitches, WorkedOrder, WorkedRow
from knitting.problems import Problem, ProblemKind, Question, Span, Unreadable
from knitting.rows import CastOn, Claim, Headers, Side
from knitting.rows.replacements import SideInstead
from knitting.working.count_checks import (
    check_claim,
    check_gain,
    missing_increase,
    no_cast_on,
    no_centre,
    other_cast_ons,
    unknown_colours,
)
from knitting.working.facts import HeldAlready, OtherSide, PieceLimit, PieceTooLong
from knitting.working.holders import HeldRun
from knitting.working.line_results import LineLog
from knitting.working.questions import fewer_times, taken_for
from knitting.working.section_rows import RowDefinition

MOST_ROWS = 5_000
MOST_STITCHES = 2_000_000
_MOST_ASKED = 3


class LimitReached(Exception):
    """A limit of the piece is reached: nothing further is worked."""


class PieceState:
    """What lies before the knitter while a piece is worked from its first row to its last."""

    def __init__(self, headers: Headers, problems: list[Problem]) -> None:
        self.headers = headers
        self.problems = problems
        self.questions: list[Question] = []
        self.unread = tuple(sorted({each.where.line for each in problems if isinstance(each.facts, Unreadable)}))
        self.trusted = 0
        self.needle = Needle()
        self.rows: list[WorkedRow] = []
        self.lines = LineLog()
        self.history: list[RowDefinition] = []
        self.course: list[WorkedOrder] = []
        self.section = 0
        self.held: dict[str, HeldRun] = {}
        self.rests: dict[str, RestingStitches] = {}
        self.ended_rests: list[RestingStitches] = []
        self.rehearsals: dict[tuple[int, Side, bool], Rehearsal] = {}
        self.section_name = ""
        self.begun = False
        self.no_cast_on_said = False
        self.in_round = False
        self.next_side: Side | None = None
        self.first_row = True
        self.cast_on: CastOn | None = None
        self.skip = 0
        self.side_stated = False
        self.breaks: list[int] = []
        self.anew = False
        self.colour = headers.first_colour
        self.colours = frozenset(name for name, _ in headers.yarns)
        self.stripe_ends = list(accumulate(stripe.rows for stripe in headers.stripes))
        self.stitches = 0
        self.bound_off = 0
        self.dropped = 0
        self.said: set[tuple[ProblemKind, Span]] = set()

    def work(self, definition: RowDefinition, line: int) -> bool:
        """Work one row; false if it could not be worked to its end."""
        if not self._has_stitches(definition):
            return False
        definition.worked += 1
        self._limit(definition.span)
        if definition.worked == 1 and self.colours:
            self.say(*unknown_colours(definition, self.colours))
        in_round = self.in_round or definition.in_round
        side = self._side(definition, in_round)
        colour = definition.colour or self.stripe() or self.colour
        before = self.needle
        result = self._result(definition, before, side, in_round)
        if result.problems:
            before, result = self._with_answers_taken(definition, before, result, side, in_round)
        self.needle = result.after
        self.colour = result.colour or definition.colour or self.colour
        self.bound_off += result.bound_off
        self.dropped += result.dropped
        if result.problems or definition.worked == 1:
            self._check(definition, result, before)
        for name, needle, place in result.returned:
            at = place if side is Side.RS else before.total - place
            before = before.inserted(at, needle)
            del self.held[name]
            self._end_rest(name, at)
        self._record(definition, result, before, side, colour, in_round, line)
        if self.held or result.held:
            self._keep_held(result, side)
        self.skip = result.unworked
        if self.skip:
            self.next_side = side.other
        self.history.append(definition)
        self.course.append(WorkedOrder(self.section, definition.steps, definition.colour))
        return result.complete

    def _result(self, definition: RowDefinition, needle: Needle, side: Side, in_round: bool) -> RowResult:
        # Equal bodies share their steps, so a row is rehearsed once wherever it is written.
        key = (id(definition.steps), side, in_round)
        plain = not (self.first_row or self.skip)
        rehearsal = self.rehearsals.get(key) if plain else None
        again = rehearsal.again(needle, side) if rehearsal else None
        if again is not None:
            return again
        held = self._held_in_working_order(side) if self.held else {}
        setting = RowContext(self.headers, side, in_round, self.first_row, min(self.skip, needle.total), held)
        result = work_row(needle, definition.steps, definition.span, setting)
        rehearsed = rehearse(needle, side, result) if plain else None
        if rehearsed is not None:
            self.rehearsals[key] = rehearsed
        return result

    def _with_answers_taken(
        self, definition: RowDefinition, before: Needle, result: RowResult, side: Side, in_round: bool
    ) -> tuple[Needle, RowResult]:
        """The row worked again with the likeliest answer to what its words leave open, as often as they do."""
        for _ in range(_MOST_ASKED):
            problem = result.problems[0].within(definition.body) if result.problems else None
            taken = taken_for(problem, before, self.headers, definition.span.line) if problem else None
            if taken is None:
                return before, self._with_fewer_times(definition, before, result, side, in_round)
            before, self.headers = taken.needle, taken.headers
            self.rehearsals.clear()
            self.questions.append(replace(taken.question, row=definition.label))
            result = self._result(definition, before, side, in_round)
        return before, result

    def _with_fewer_times(
        self, definition: RowDefinition, before: Needle, result: RowResult, side: Side, in_round: bool
    ) -> RowResult:
        """The row with "repeat from * n times" taken as n in all, where it comes out so and not otherwise."""
        fewer = fewer_times(definition.steps, definition.body) if result.problems else None
        if fewer is None:
            return result
        definition.steps, said = fewer[0], definition.steps
        again = self._result(definition, before, side, in_round)
        if again.problems:
            definition.steps = said
            return result
        self.questions.append(replace(fewer[1], row=definition.label))
        return again

    def _held_in_working_order(self, side: Side) -> dict[str, tuple[Needle, int]]:
        if side is Side.RS:
            return {name: (held.needle, held.before) for name, held in self.held.items()}
        total = self.needle.total
        return {name: (held.needle.turned(), total - held.before) for name, held in self.held.items()}

    def _keep_held(self, result: RowResult, side: Side) -> None:
        """Holders keep their places while the row went by; those of this row get theirs."""
        self.held = {name: held.after_row(self.rows[-1]) for name, held in self.held.items()}
        total = result.after.total
        for name, needle, behind in result.held:
            forwards = side is Side.RS
            held = HeldRun(needle if forwards else needle.turned(), side, behind if forwards else total - behind)
            self.hold(name, held, self.rows[-1].span)

    def hold(self, name: str, held: HeldRun, where: Span) -> None:
        """Put stitches on a holder; a name that is taken is said."""
        if name in self.held:
            self.say(Problem(where, HeldAlready(name)))
            name = next(f"{name} {n}" for n in range(2, len(self.held) + 3) if f"{name} {n}" not in self.held)
        self.held[name] = held
        self.rests[name] = RestingStitches(name, held.needle.total, len(self.rows), held.before)

    def _end_rest(self, name: str, place: int) -> None:
        self.ended_rests.append(self.rests.pop(name)._replace(back=len(self.rows), back_place=place))

    def resting(self, stitches: int) -> str | None:
        """The name of a holder with so many stitches; ``None`` where they come from another piece."""
        return next((name for name, held in self.held.items() if held.needle.total == stitches), None)

    def take_back(self, name: str, where: Span) -> None:
        """Held stitches back onto the needle between rows."""
        held = self.held.pop(name, None)
        if held is None:
            self.say(not_held(name, where, tuple(self.held)))
            return
        self.anew = True
        if self.needle.total == 0:
            self.next_side, self.first_row, self.skip = held.side, False, 0
        place = min(held.before, self.needle.total)
        self.needle = self.needle.inserted(place, held.needle)
        self._end_rest(name, place)
        self.held = {
            other: kept._replace(before=kept.before + held.needle.total) if kept.before > place else kept
            for other, kept in self.held.items()
        }

    def say(self, *problems: Problem) -> None:
        """Keep problems; one that was said of the same place already is not said again."""
        for problem in problems:
            if (problem.kind, problem.where) not in self.said:
                self.said.add((problem.kind, problem.where))
                self.problems.append(problem)

    def _record(
        self,
        definition: RowDefinition,
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
        if result.unworked:
            row = row._replace(turned=True)
        if self.anew:
            self.breaks.append(len(self.rows))
            self.anew = False
        self.rows.append(row if result.after is self.needle else row._replace(after=self.needle))
        self.lines.row(line, len(self.rows) - 1)
        self.stitches += self.needle.total
        self.first_row = False
        self.next_side = Side.RS if in_round else side.other

    def _check(self, definition: RowDefinition, result: RowResult, before: Needle) -> None:
        problems = [
            problem.within(definition.body).in_row(definition.label, definition.worked) for problem in result.problems
        ]
        if problems and not self.rows and self.cast_on:
            problems[-1] = other_cast_ons(problems[-1], self.cast_on)
        problems = [no_centre(each, definition, self.needle) for each in problems]
        if problems:
            problems[0] = missing_increase(problems[0], self.rows)
        if definition.worked == definition.counted_in and definition.claim is not None:
            if result.complete:
                said = self.checked(definition.claim, definition.span.line)
                problems += [said.in_row(definition.label, 1)] if said else []
            else:
                self.needle, self.trusted = self.needle.with_total(definition.claim.total), definition.span.line
        if definition.worked == 1 and definition.gain is not None and result.complete:
            said = check_gain(definition.gain, (before.total,), self.needle.total)
            problems += [said.in_row(definition.label, 1)] if said else []
        self.say(*problems)

    def checked(self, claim: Claim, line: int) -> Problem | None:
        """The problem of a stated count; behind words that could not be read the count is trusted, and not a problem.

        What they would have changed is not known, and their own problem is said already.
        """
        said = check_claim(claim, self.needle)
        if said is None:
            return None
        if any(self.trusted < unread <= line for unread in self.unread):
            self.trusted = line
            self.needle = self.needle.with_total(claim.total)
            return None
        return said

    def _side(self, definition: RowDefinition, in_round: bool) -> Side:
        expected = Side.RS if in_round else self.next_side or definition.side or Side.RS
        if definition.side is None or definition.side is expected:
            self.side_stated = self.side_stated or definition.side is not None
            return expected
        if self._may_turn_back():
            self._turn_rows_before()
            return definition.side
        if not definition.side_said:
            definition.side_said = True
            mends = (SideInstead(definition.side_span, expected),) if definition.side_span else ()
            said = Problem(definition.span, OtherSide(definition.label, definition.side, expected), mends)
            self.say(said.in_row(definition.label, definition.worked))
        return definition.side

    def _may_turn_back(self) -> bool:
        """Whether the rows before the first stated side may have been those of the other side: nothing tells them."""
        first = self.breaks[-1] if self.breaks else 0
        plain = all(_alike_from_both_ends(row) for row in self.rows[first:])
        numbered = any(definition.numbered for definition in self.history[first - len(self.rows) :])
        return not self.side_stated and plain and not numbered and not self.held and not self.skip

    def _turn_rows_before(self) -> None:
        """Rows alternate from the first stated side, backwards too."""
        self.side_stated = True
        first = self.breaks[-1] if self.breaks else 0
        self.rows[first:] = [row._replace(side=row.side.other) for row in self.rows[first:]]

    def stripe(self) -> str:
        """The colour that the stripes give the next row, or nothing."""
        if not self.stripe_ends:
            return ""
        at = bisect_right(self.stripe_ends, len(self.rows) % self.stripe_ends[-1])
        return self.headers.stripes[at].colour

    def _has_stitches(self, definition: RowDefinition) -> bool:
        if self.begun:
            return True
        unread_before = bool(self.unread) and self.unread[0] < definition.span.line  # it may have been the cast-on
        if not self.no_cast_on_said and not unread_before:
            self.no_cast_on_said = True
            self.say(no_cast_on(definition))
        if definition.claim is None:
            return False
        self.begun = True
        self.needle = Needle((definition.claim.total,))
        return False

    def _limit(self, where: Span) -> None:
        if len(self.rows) >= MOST_ROWS:
            self.say(Problem(where, PieceTooLong(PieceLimit.ROWS, MOST_ROWS)))
            raise LimitReached
        if self.stitches > MOST_STITCHES:
            self.say(Problem(where, PieceTooLong(PieceLimit.STITCHES, MOST_STITCHES)))
            raise LimitReached


def _alike_from_both_ends(row: WorkedRow) -> bool:
    """Whether a row that was taken for one of the right side could as well be one of the other."""
    return row.after == row.after.turned() and not row.in_round and not row.in_tab
