"""Working a whole piece: every order in turn, rows by their numbers, repeats to their ends."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from knitting.in_pattern.asked import in_pattern
from knitting.measures import Gauge, GaugesFrom
from knitting.needle.needle import Needle
from knitting.needle.worked import PartWork, Run, WorkedOrder, WorkedPiece, WorkedRow
from knitting.problems import NOWHERE, Problem, Span, in_reading_order
from knitting.rows import (
    FROM_HOLDER,
    BindOff,
    CastOn,
    ChangeYarn,
    Claim,
    FastenOff,
    Graft,
    HoldAll,
    JoinRound,
    MarkStitches,
    Order,
    Piece,
    RemoveMarks,
    Repeat,
    ReturnHeld,
    Row,
    SameAs,
    Section,
    Side,
    Stretch,
    Tab,
)
from knitting.stitches import KNIT, STITCHES
from knitting.working import starts
from knitting.working.count_checks import EXAMPLE_CAST_ON, check_claim, unknown_yarn
from knitting.working.facts import BindOffCount, NothingOnNeedle, TooHighNumber, TooManySpared
from knitting.working.holders import HeldRun
from knitting.working.piece_state import MOST_ROWS, LimitReached, PieceState
from knitting.working.repeat_worker import RepeatWorker
from knitting.working.section_rows import SectionRows, define


def work_piece(
    piece: Piece, problems: Iterable[Problem] = (), gauge: Gauge | None = None, later: GaugesFrom = ()
) -> WorkedPiece:
    """Work a piece from its cast-on to its last order.

    ``problems`` are those of its reading; they are put in their places among those of the working. ``gauge``
    replaces the one of the headers, and ``later`` are other gauges from a row on, for repeats that end at a length.
    """
    return in_pattern(counted(piece, problems, gauge, later))


def counted(
    piece: Piece, problems: Iterable[Problem] = (), gauge: Gauge | None = None, later: GaugesFrom = ()
) -> WorkedPiece:
    """A piece worked as far as its counts go: what a row in pattern comes to, stitch by stitch, is not told yet."""
    return _PieceWorker(piece, list(problems), gauge or piece.headers.gauge, later).run()


class _PieceWorker(RepeatWorker):
    def __init__(self, piece: Piece, problems: list[Problem], gauge: Gauge | None, later: GaugesFrom):
        self.piece = piece
        self.gauge = gauge or (later[0][1] if later else None)
        self.later = later
        self.bench = PieceState(piece.headers, problems)
        self.section = SectionRows()
        self.section_start = 0
        self.claimed_parts: CastOn | Tab | None = None

    def run(self) -> WorkedPiece:
        try:
            for index, section in enumerate(self.piece.sections):
                self._section(index, section)
        except LimitReached:
            pass
        return WorkedPiece(
            piece=self.piece,
            rows=tuple(self.bench.rows),
            needle=self.bench.needle,
            problems=in_reading_order(self.bench.problems),
            bound_off=self.bench.bound_off,
            dropped=self.bench.dropped,
            lines=self.bench.lines.counts(self.bench.rows),
            finished=self.bench.begun and self.bench.needle.total == 0 and not self.bench.held,
            breaks=tuple(self.bench.breaks),
            rests=(*self.bench.ended_rests, *self.bench.rests.values()),
            held={name: held.needle.total for name, held in self.bench.held.items()},
            course=tuple(self.bench.course),
            questions=tuple(self.bench.questions),
        )

    def _section(self, index: int, section: Section) -> None:
        self.section = SectionRows(first_section=index == 0)
        self.bench.section, self.bench.section_name = index, section.name
        self.section_start = self.section.rows_at_number = len(self.bench.rows)
        for place, order in enumerate(section.orders):
            self._order(order, section.orders[place + 1 :])
            if not isinstance(order, Row | SameAs | Repeat | Stretch):
                self.bench.course.append(WorkedOrder(index, order=order))
            self.bench.problems.extend(self.section.problems)
            self.section.problems.clear()

    def _order(self, order: Order, following: Sequence[Order]) -> None:
        match order:
            case Row():
                self._row(order)
            case SameAs():
                self.section.add_same(order)
                self._numbered(order.numbers, order.span)
            case Repeat() | Stretch():
                self.call_for_rows(order)
            case CastOn():
                self._cast_on(order)
            case Tab():
                self._tab(order, following)
            case MarkStitches():
                self._mark(order)
            case BindOff() | FastenOff() | Graft() | HoldAll():
                self._leave(order)
            case ReturnHeld():
                self._return(order)
            case ChangeYarn(colour):
                self._work_due(self.section.explicit_after(), order.span)
                self.bench.colour = colour
                self.bench.say(*unknown_yarn(order, self.bench.colours))
            case JoinRound():
                self.bench.in_round = True
            case RemoveMarks():
                self.bench.needle = Needle((self.bench.needle.total,))

    def _row(self, row: Row) -> None:
        if row.numbers:
            self.section.add(row)
            self._numbered(row.numbers, row.span)
            return
        if row.gathered:
            self.section.gathered.append((row, -1 if row.head == "all_rs" else 0))
            return
        definition = self.section.add_named(row) if row.head == "named" else define(row, None)
        for _ in range(row.times):
            if not self.bench.work(definition, row.span.line):
                break

    def _numbered(self, numbers: Sequence[int], where: Span) -> None:
        """Work what a written number calls for: the rows before it, itself, and what was waiting behind it."""
        section = self.section
        if max(numbers) > MOST_ROWS:
            self.bench.say(Problem(where, TooHighNumber(max(numbers), MOST_ROWS)))
            return
        section.start_at(numbers[0])
        since = len(self.bench.rows) - section.rows_at_number
        if since and numbers[0] == section.next_number + since:
            section.next_number = numbers[0]  # rows without numbers, and repeats, were counted along
        if numbers[0] < section.next_number - 1:
            definition = section.find(numbers[0])
            if definition is not None:
                self.bench.work(definition, where.line)
            return
        section.next_number = min(section.next_number, numbers[0]) if numbers[0] else section.next_number
        self._work_due(numbers[0], where)
        self._work_due(section.explicit_after(), where)
        section.rows_at_number = len(self.bench.rows)

    # -- the other orders ------------------------------------------------------------------------------

    def _cast_on(self, order: CastOn) -> None:
        self.bench.say(*starts.check_sum(order, self.bench.needle.total))
        if order.count > starts.MOST_CAST_ON or order.count < 1:
            self.bench.say(starts.not_castable(order))
            return
        if self.bench.needle.total == 0:
            if self.bench.begun:
                self._count_rows_anew()
            self.bench.in_round = False
            self.bench.first_row, self.bench.next_side, self.bench.side_stated = True, None, False
            self.bench.anew = True
        rests = self.bench.resting(order.count) if order.manner == FROM_HOLDER else None
        if rests is not None:
            self.bench.take_back(rests, order.span)
        else:
            self.bench.needle = self.bench.needle.with_total(self.bench.needle.total + order.count)
        self.bench.begun = True
        self.bench.cast_on = order
        self.claimed_parts = order if order.claim and order.claim.parts else None
        self.bench.lines.order(order.span.line, self.bench.needle)

    def _return(self, order: ReturnHeld) -> None:
        """Held stitches come back between two rows."""
        self._work_due(self.section.explicit_after(), order.span)
        if self.bench.needle.total == 0:
            self._count_rows_anew()
        self.bench.take_back(order.name, order.span)
        self.bench.lines.order(order.span.line, self.bench.needle)

    def _count_rows_anew(self) -> None:
        """Row numbers begin afresh for a new cloth, and for stitches that come back to an empty needle."""
        self._work_due(self.section.explicit_after(), NOWHERE)
        self.bench.problems.extend(self.section.problems)
        self.section = SectionRows(first_section=False)
        self.section_start = self.section.rows_at_number = len(self.bench.rows)

    def _tab(self, tab: Tab, following: Sequence[Order]) -> None:
        said = starts.check_tab(tab)
        self.bench.say(*said)
        if tab.total > starts.MOST_CAST_ON or tab.cast_on < 1 or tab.rows < 1 or tab.rows > MOST_ROWS:
            return
        side_after = next((o.side for o in following if isinstance(o, Row)), None) or Side.RS
        narrow, whole = Needle((tab.cast_on,)), Needle((tab.total,))
        for row in range(1, tab.rows + 1):
            last = row == tab.rows
            side = side_after if (tab.rows - row) % 2 else side_after.other
            runs = [Run(KNIT, tab.cast_on)]
            if last:
                runs.append(Run(STITCHES["pick_up"], tab.side + tab.edge))
            after = whole if last else narrow
            work = (PartWork(tuple(runs), after.total),)
            colour = self.bench.stripe() or self.bench.colour
            self.bench.rows.append(
                WorkedRow(
                    "Tab",
                    self.bench.section_name,
                    row,
                    side,
                    colour,
                    tab.span,
                    narrow,
                    after,
                    work,
                    in_tab=True,
                    order_line=tab.span.line,
                )
            )
            self.bench.stitches += after.total
            self.bench.lines.row(tab.span.line, len(self.bench.rows) - 1)
        self.bench.needle, self.bench.begun, self.bench.first_row = whole, True, False
        self.bench.next_side = side_after

    def _mark(self, order: MarkStitches) -> None:
        needle, problem = starts.mark(self.bench.needle, order, self.bench.cast_on)
        if problem:
            self.bench.say(problem)
            return
        self.bench.needle = needle
        self.bench.lines.order(order.span.line, needle)
        claimed = self.claimed_parts
        if claimed is not None and claimed.claim is not None:
            said = check_claim(claimed.claim, needle)
            self.claimed_parts = None
            self.bench.say(*([said] if said else []))

    def _leave(self, order: BindOff | FastenOff | Graft | HoldAll) -> None:
        """The stitches leave the needle: bound off, let down, joined to others, or put on a holder."""
        bench = self.bench
        self._work_due(self.section.explicit_after(), order.span)
        if not bench.begun:
            bench.say(Problem(order.span, NothingOnNeedle(EXAMPLE_CAST_ON)))
            return
        rest = Needle()
        if isinstance(order, HoldAll):
            held = HeldRun(bench.needle, bench.next_side or Side.RS, 0)
            bench.hold(order.name, held, order.span)
        elif isinstance(order, BindOff):
            rest = self._bind_off(order)
        elif isinstance(order, FastenOff):
            bench.bound_off += bench.needle.total
        bench.needle, bench.skip = rest, 0
        bench.lines.order(order.span.line, bench.needle)

    def _bound_off_otherwise(self, order: BindOff) -> int:
        """How many are left where fewer stitches are said to be bound off than there are."""
        if self.bench.checked(Claim(order.stated, order.span), order.span.line) is None:
            return 0
        total = self.bench.needle.total
        self.bench.say(Problem(order.span, BindOffCount(order.stated, total)))
        return max(total - order.stated, 0)

    def _bind_off(self, order: BindOff) -> Needle:
        """What a bind-off leaves on the needle."""
        bench = self.bench
        total, spared = bench.needle.total, order.slipped + order.left
        if spared > total:
            bench.say(Problem(order.span, TooManySpared(spared, total)))
            return bench.needle
        if order.stated and not spared:
            spared = self._bound_off_otherwise(order)
        bench.bound_off += total - spared
        if order.drops:
            bench.dropped += spared
            return Needle()
        return Needle((spared,))
