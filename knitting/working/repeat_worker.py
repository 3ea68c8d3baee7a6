"""Working rows again and again: repeats to their ends, and rows that are told in one sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.measures import Gauge, GaugesFrom, rows_within
from knitting.problems import Problem, Question, Span
from knitting.rows import Repeat, Side, Stretch, Times, UntilCount, UntilLength, UntilRows
from knitting.rows.replacements import OrderInstead
from knitting.working.as_set import RowsAsSet, rows_as_set
from knitting.working.count_checks import check_gain, worked_past
from knitting.working.facts import NoSuchRow, TooFewRows
from knitting.working.piece_state import PieceState
from knitting.working.questions import WhichRows, WhichTimes, gauge_taken
from knitting.working.section_rows import RowDefinition, SectionRows, define


class RepeatWorker:
    """Works what calls for rows that are written elsewhere, or in the order itself."""

    bench: PieceState
    section: SectionRows
    section_start: int
    gauge: Gauge | None
    later: GaugesFrom

    def _work_due(self, upto: int, where: Span) -> None:
        for definition in self.section.due(upto, where):
            self.bench.work(definition, definition.span.line)

    def call_for_rows(self, order: Repeat | Stretch) -> None:
        """Work what a repeat or a sentence calls for."""
        if isinstance(order, Repeat):
            self._repeat(order)
        else:
            self._stretch(order)

    def _repeat(self, repeat: Repeat) -> None:
        if repeat.numbers:
            since = len(self.bench.rows) - self.section_start
            worked = self.bench.history[-since:] if since else []
            rows = self.section.named(repeat.numbers, repeat.span, worked)
            if len(rows) < len(repeat.numbers):
                return
            self._work_due(max(repeat.numbers), repeat.span)
        elif repeat.named:
            named = self.section.of_name(repeat.named)
            if named is None:
                self.bench.say(Problem(repeat.span, NoSuchRow(repeat.named)))
                return
            rows = [named]
        else:
            if repeat.as_set and self._continued(repeat):
                return
            last = self._rows_as_set() if repeat.as_set else repeat.last
            rows = self.bench.history[-last:] if last else []
            if len(rows) < max(last, 1):
                self.bench.say(Problem(repeat.span, TooFewRows(last, len(rows))))
                return
        before = self.bench.needle.total
        worked_just_now = self.bench.history[-len(rows) :] == list(rows)
        first = self.bench.rows[-len(rows)].before.total if len(rows) <= len(self.bench.rows) else before
        match repeat.until:
            case UntilCount():
                self._until_count(repeat, rows, repeat.until)
            case Times(more, _, unsaid):
                self._times(repeat, rows, more + 1 if unsaid and not worked_just_now else more)
                if unsaid and worked_just_now:
                    self._once_more(repeat, rows, more, before)
            case UntilLength():
                self._until_length(repeat, rows, repeat.until)
            case UntilRows(wanted, _, more):
                self._rows_in_turn(rows, wanted if more else max(wanted - len(rows), 0), repeat.span)
        self._check_end(repeat, (before, first))

    def _gauge_for(self, until: UntilLength) -> Gauge:
        """The gauge of the piece; where it has none a usual one is taken, and asked about."""
        if self.gauge is None:
            self.gauge, asked = gauge_taken(until.span)
            self.bench.questions.append(asked)
        return self.gauge

    def _continued(self, repeat: Repeat) -> bool:
        """Go on "in this way" where the last shaped row is like one before it; false where none is."""
        bench = self.bench
        many = len(bench.rows) - self.section_start
        found = rows_as_set(bench.rows[self.section_start :], bench.history[-many:]) if many > 0 else None
        if found is None:
            return False
        if found.other:
            bare = replace(repeat, as_set=False, claim=None, gain=None)
            lasts = (len(found), found.other)
            answers = tuple(OrderInstead(repeat.span, replace(bare, last=last)) for last in lasts)
            bench.questions.append(Question(repeat.span, WhichRows(len(found)), answers))
        start = bench.needle.total
        since = next(back for back, row in enumerate(reversed(bench.rows)) if row.change)
        match repeat.until:
            case UntilCount(count):
                self._on_until_count(repeat, found, since % len(found), count)
            case Times(more):
                self._on(repeat, found, since % len(found), len(found) * more)
            case UntilRows(wanted, _, more):
                self._on(repeat, found, since % len(found), wanted if more else max(wanted - len(found), 0))
            case UntilLength() as until:
                self._on(repeat, found, since % len(found), max(round(self._rows_to(until)), 0))
        self._check_end(repeat, (start,))
        return True

    def _on(self, repeat: Repeat, rows: RowsAsSet, since: int, count: int) -> None:
        """So many rows more; ``since`` of a time are worked already."""
        for number in range(since, since + count):
            definition = rows.at(number)
            if definition is None or not self.bench.work(definition, repeat.span.line):
                break

    def _on_until_count(self, repeat: Repeat, rows: RowsAsSet, since: int, count: int) -> None:
        """Row after row until the count is met; to the end of that time where the time before had come to its end."""
        assert isinstance(repeat.until, UntilCount)
        number = since
        while self.bench.needle.total != count or (number % len(rows) != since and not self._may_stop(repeat)):
            before = self.bench.needle.total
            definition = rows.at(number)
            number += 1
            if definition is None or not self.bench.work(definition, repeat.span.line):
                self.bench.needle = self.bench.needle.with_total(count)
                return
            after = self.bench.needle.total
            said = worked_past(repeat.until, before, after) if after != before else None
            if said:
                self.bench.say(said)
                return

    def _may_stop(self, repeat: Repeat) -> bool:
        return repeat.ending_side is not None and self.bench.rows[-1].side is repeat.ending_side

    def _rows_to(self, until: UntilLength) -> float:
        """How many rows more come to a length, from wherever it is measured."""
        gauge, worked = self._gauge_for(until), len(self.bench.rows)
        begin = worked if until.more else self.section_start if until.section else 0
        return begin + rows_within(until.length_cm, begin, gauge, self.later) - worked

    def _rows_as_set(self) -> int:
        """How many rows "in this way" are: the last one that changed the count, and what came after it."""
        rows = self.bench.rows[self.section_start :]
        return next((back for back, row in enumerate(reversed(rows), start=1) if row.change), 1)

    def _check_end(self, order: Repeat | Stretch, starts: Sequence[int]) -> None:
        """What is said of the count at the end of several rows; the gain may be that of all of them, or of one time."""
        if order.claim is not None:
            said = self.bench.checked(order.claim, order.span.line)
            self.bench.say(*([said] if said else []))
        if order.gain is not None:
            said = check_gain(order.gain, starts, self.bench.needle.total)
            self.bench.say(*([said] if said else []))

    def _rows_in_turn(self, rows: Sequence[RowDefinition], count: int, where: Span) -> None:
        for number in range(count):
            if not self.bench.work(rows[number % len(rows)], where.line):
                break

    # -- rows told in a sentence ------------------------------------------------------------------------

    def _stretch(self, stretch: Stretch) -> None:
        self._work_due(self.section.explicit_after(), stretch.span)
        rows = [define(row, None) for row in stretch.rows]
        rows = self._from_the_side_in_hand(rows)
        start = self.bench.needle.total
        match stretch.until:
            case UntilCount(count):
                self._stretch_until_count(stretch, rows, count)
            case Times(more):
                self._rows_in_turn(rows, len(rows) * (more + 1) - stretch.rest, stretch.span)
            case UntilRows(count):
                self._rows_in_turn(rows, count, stretch.span)
            case UntilLength() as until:
                self._rows_in_turn(rows, max(round(self._rows_to(until)), 0), stretch.span)
        if (
            stretch.ending_side is not None
            and self.bench.rows[-1:]
            and self.bench.rows[-1].side is not stretch.ending_side
        ):
            self._rows_in_turn(rows, 1, stretch.span)
        self._check_end(stretch, (start,))

    def _from_the_side_in_hand(self, rows: list[RowDefinition]) -> list[RowDefinition]:
        """Where a row is of a stated side and another one is due, the plain rows before it come first."""
        due = self.bench.next_side or Side.RS
        if self.bench.in_round or rows[0].side is None or rows[0].side is due:
            return rows
        return [*rows[1:], *rows[:1]] if len(rows) > 1 else rows

    def _stretch_until_count(self, stretch: Stretch, rows: Sequence[RowDefinition], count: int) -> None:
        """Row after row; it ends as soon as the count is met."""
        assert isinstance(stretch.until, UntilCount)
        place = 0
        before = self.bench.needle.total
        while self.bench.needle.total != count:
            if not self.bench.work(rows[place % len(rows)], stretch.span.line):
                self.bench.needle = self.bench.needle.with_total(count)
                return
            place += 1
            if place % len(rows) == 0:
                said = worked_past(stretch.until, before, self.bench.needle.total)
                if said:
                    self.bench.say(said)
                    return
                before = self.bench.needle.total

    def _pass(self, repeat: Repeat, rows: Sequence[RowDefinition], last: bool) -> bool:
        """One time through; the last may stop inside."""
        for place, definition in enumerate(rows):
            if not self.bench.work(definition, repeat.span.line):
                return False
            if last and self._may_end(repeat, place):
                break
        return True

    def _may_end(self, repeat: Repeat, place: int) -> bool:
        """Whether the repeat says that it may end with the row just worked."""
        if repeat.ending_side is not None:
            return self.bench.rows[-1].side is repeat.ending_side
        return repeat.ending is not None and repeat.numbers[place : place + 1] == (repeat.ending,)

    def _times(self, repeat: Repeat, rows: Sequence[RowDefinition], more: int) -> None:
        for time in range(more):
            if not self._pass(repeat, rows, time == more - 1):
                break

    def _once_more(self, repeat: Repeat, rows: Sequence[RowDefinition], more: int, before: int) -> None:
        """After "work rows 1 and 2 five times" worked as five in all: what a stated count says, or a question."""
        change = (self.bench.needle.total - before) // max(more, 1)
        if repeat.claim is not None and change:
            if self.bench.needle.total + change == repeat.claim.total:
                self._pass(repeat, rows, last=True)
            return
        answers = (
            OrderInstead(repeat.span, replace(repeat, until=Times(times, repeat.until.span), claim=None, gain=None))
            for times in (more, more + 1)
        )
        self.bench.questions.append(Question(repeat.span, WhichTimes(more + 1), tuple(answers)))

    def _until_count(self, repeat: Repeat, rows: Sequence[RowDefinition], until: UntilCount) -> None:
        while self.bench.needle.total != until.count:
            before = self.bench.needle.total
            for place, definition in enumerate(rows):
                if not self.bench.work(definition, repeat.span.line):
                    self.bench.needle = self.bench.needle.with_total(until.count)
                    return
                if self._may_end(repeat, place) and self.bench.needle.total == until.count:
                    return
            said = worked_past(until, before, self.bench.needle.total)
            if said:
                self.bench.say(said.in_row(rows[-1].label, rows[-1].worked))
                return

    def _until_length(self, repeat: Repeat, rows: Sequence[RowDefinition], until: UntilLength) -> None:
        self._times(repeat, rows, max(round(self._rows_to(until) / len(rows)), 0))
