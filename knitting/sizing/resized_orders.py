"""The orders of a piece in another size: as many stitches and times as it asks for, and rows with other steps."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from knitting.compiling import marks
from knitting.forecast.forecast import Forecast
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.split import RowSplit
from knitting.rows import (
    CastOn,
    Claim,
    Gain,
    MarkStitches,
    Order,
    Piece,
    Repeat,
    RepeatEnd,
    Row,
    SameAs,
    Section,
    Step,
    Stretch,
    Times,
    UntilCount,
    UntilLength,
    UntilRows,
)
from knitting.sizing.resized_steps import between_marks, own_ways
from knitting.sizing.row_ranges import NotInTheseWords, RowRange, RowRanges


class ResizedOrders:
    """Tells the orders of one piece in another size."""

    def __init__(
        self, old: WorkedPiece, ranges: RowRanges, wanted: WorkedPiece, before: Forecast, after: Forecast
    ) -> None:
        self.old, self.ranges, self.wanted = old, ranges, wanted
        self.before, self.after = before, after
        self.section_begun = 0
        self.marks = dict(zip(_marks(before), _marks(after), strict=False))
        self.first = _first_rows(old)
        self.numbers: dict[int, int] = {}
        self.tried: dict[tuple[int, int], int] = {}

    def piece(self) -> Piece:
        """The piece with its cast-on, its ends and its row numbers in the new size."""
        sections = []
        for section in self.old.piece.sections:
            self.numbers = self._renumbered(section)
            places = [self.first[at] for order in section.orders if (at := _place(order)) in self.first]
            self.section_begun = min(places, default=self.section_begun)
            sections.append(replace(section, orders=tuple(self._order(order) for order in section.orders)))
        return replace(self.old.piece, sections=tuple(sections))

    def _order(self, order: Order) -> Order:
        match order:
            case CastOn():
                return order if order.picked_up else replace(order, count=self.after.plan.counted, claim=None)
            case MarkStitches():
                same = [new for old, new in self.marks.items() if (old[0], old[1]) == (order.way, order.positions)]
                return replace(order, positions=same[0][1]) if same else order
            case Row() | SameAs():
                return self._row(order)
            case Repeat() | Stretch():
                return self._repeat(order)
        return order

    def _row(self, order: Row | SameAs) -> Row | SameAs:
        numbers = tuple(self.numbers.get(number, number) for number in order.numbers)
        called = self.ranges.called_for(order)
        more = self.ranges.more(called) if called is not None else 0
        if isinstance(order, Row) and order.times > 1:
            return replace(order, times=max(order.times + more, 1))
        if more:
            if len(numbers) + more < 1 or list(order.numbers) != list(range(order.numbers[0], order.numbers[-1] + 1)):
                raise NotInTheseWords
            numbers = tuple(range(numbers[0], numbers[0] + len(numbers) + more))
        if isinstance(order, SameAs):
            model = tuple(self.numbers.get(number, number) for number in order.model)
            return replace(order, numbers=numbers, model=model)
        at = self.first.get(_place(order))
        steps = between_marks(order.steps, self.old.rows[at], self._wanted(at)) if at is not None else ()
        return replace(order, numbers=numbers, steps=steps or order.steps)

    def _wanted(self, at: int) -> WorkedRow:
        """The row of the new size that a row is worked as first."""
        return self.wanted.rows[self.ranges.place(at)]

    def _repeat(self, order: Repeat | Stretch) -> Repeat | Stretch:
        called = self.ranges.called_for(order)
        if called is None:
            return order
        until = self._until(order, called)
        if isinstance(order, Repeat):
            numbers = tuple(self.numbers.get(number, number) for number in order.numbers)
            return replace(order, numbers=numbers, until=until)
        return replace(order, until=until)

    def _until(self, order: Repeat | Stretch, called: RowRange) -> RepeatEnd:
        until, more = order.until, self.ranges.more(called)
        if isinstance(until, UntilCount):
            return replace(until, count=self.wanted.rows[self.ranges.place(called.end) - 1].end)
        if isinstance(until, UntilLength):
            return replace(until, length_cm=self._length(until, called, _rows_of_one_time(order, called.rows)))
        if not more:
            return until
        if isinstance(until, UntilRows):
            return replace(until, rows=until.rows + more)
        once = _rows_of_one_time(order, called.rows)
        if more % once or until.more + more // once < 0:
            raise NotInTheseWords
        return replace(until, more=until.more + more // once)

    def _length(self, until: UntilLength, called: RowRange, once: int) -> float:
        """The length that a repeat ends at in the new size: the one it had where that comes near its rows."""
        begin = called.begin if until.more else self.section_begun if until.section else 0
        rows = self.ranges.place(called.end) - self.ranges.place(begin)
        old_cm, new_cm = (forecast.plan.gauge_at(1).row_cm for forecast in (self.before, self.after))
        length = until.length_cm + rows * new_cm - (called.end - begin) * old_cm
        tried = (until.length_cm, round(2 * length) / 2, round(length, 1))
        return next((cm for cm in tried if abs(round(cm / new_cm) - rows) < once), round(length, 2))

    # -- row numbers ---------------------------------------------------------------------------------------

    def _renumbered(self, section: Section) -> dict[int, int]:
        """The new numbers of rows that are numbered as they are worked, in the piece or in their section."""
        numbered = [
            (number, self.first[_place(order)] + at)
            for order in section.orders
            if isinstance(order, Row | SameAs) and _place(order) in self.first
            for at, number in enumerate(order.numbers[:1])
        ]
        if not numbered:
            return {}
        begun = min(at for _, at in numbered)
        start = begun if numbered[0][0] == 1 else 0
        if any(number != at - start + 1 for number, at in numbered):
            return {}
        return {number: self.ranges.place(at) - self.ranges.place(start) + 1 for number, at in numbered}

    # -- rows that need other steps -------------------------------------------------------------------------

    def mended(self, piece: Piece, worked: WorkedPiece, at: int) -> Piece | None:
        """The piece with the row that is worked at a place told otherwise; ``None`` where every way was tried.

        Its own steps in other numbers come first, then the steps that the plan has for it.
        """
        row = worked.rows[at]
        place = row.span.line, row.span.column
        tried = self.tried.get(place, 0)
        if at >= len(self.wanted.rows) or place not in self.first:
            return None
        old, new = self.old.rows[self.first[place]], self.wanted.rows[at]

        def told(order: Order) -> Order:
            if not isinstance(order, Row) or _place(order) != place:
                return order
            return replace(order, steps=ways[tried])

        orders = (order for section in self.old.piece.sections for order in section.orders)
        own = next((order.steps for order in orders if isinstance(order, Row) and order.span == row.span), ())
        ways = [steps for steps in (*own_ways(own, old, new), self._planned(at)) if steps]
        self.tried[place] = tried + 1
        return _each(piece, told) if tried < len(ways) else None

    def _planned(self, at: int) -> tuple[Step, ...]:
        """The steps that the plan has for a row."""
        for stage in self.after.stages:
            on = at - (stage.first_row - 1)
            if on < len(stage.setup):
                return stage.setup[on].steps if on >= 0 else ()
            written = stage.written_rows()
            if on < len(stage.setup) + stage.rows:
                return written[(on - len(stage.setup)) % len(written)]
        return ()

    # -- counts that are said --------------------------------------------------------------------------------

    def with_counts(self, piece: Piece, worked: WorkedPiece) -> Piece:
        """The piece with every count that it states as it comes to be in the new size."""
        first = _first_rows(worked)
        old_rows = self.old.rows

        def counted(order: Order) -> Order:
            if not isinstance(order, Row | SameAs | Repeat | Stretch) or (order.claim is None and order.gain is None):
                return order
            claim, gain = order.claim, order.gain
            place = _place(order)
            called = self.ranges.called_for(order)
            if called is not None and not isinstance(order, Row):
                old, new = old_rows[called.end - 1], worked.rows[self.ranges.place(called.end) - 1]
                change = new.end - worked.rows[self.ranges.place(called.begin)].start
            elif place in first:
                old, new = old_rows[self.first[place]], worked.rows[first[place]]
                change = new.change
            else:
                return order
            said = _claim(claim, old, new) if claim is not None else None
            gained = Gain(abs(change), gain.span, gain.lost) if gain is not None else None
            return replace(order, claim=said, gain=gained)

        return _each(piece, counted)


def without_counts(piece: Piece) -> Piece:
    """The piece with nothing stated of its counts, while they are not known yet."""

    def bare(order: Order) -> Order:
        if isinstance(order, Row | SameAs | Repeat | Stretch):
            return replace(order, claim=None, gain=None)
        return order

    return _each(piece, bare)


def _claim(claim: Claim, old: WorkedRow, new: WorkedRow) -> Claim:
    parts = new.parts if claim.parts and claim.parts == old.parts else ()
    if claim.parts and not parts:
        raise NotInTheseWords
    return replace(claim, total=new.end, parts=parts)


def _place(order: Order) -> tuple[int, int]:
    """Where an order stands in the text: its line and column."""
    return order.span.line, order.span.column


def _rows_of_one_time(order: Repeat | Stretch, rows: int) -> int:
    if isinstance(order, Stretch):
        return len(order.rows)
    if order.ending is None and isinstance(order.until, Times) and order.until.more:
        return max(rows // order.until.more, 1)
    return len(order.numbers) or order.last or 1


def _first_rows(worked: WorkedPiece) -> dict[tuple[int, int], int]:
    """Where each written row is worked first, counted from 0, by its place in the text."""
    found: dict[tuple[int, int], int] = {}
    for at, row in enumerate(worked.rows):
        found.setdefault((row.span.line, row.span.column), at)
    return found


def _marks(forecast: Forecast) -> list[tuple[object, tuple[int, ...]]]:
    """The ways and places of the marks that a plan begins with."""
    split = RowSplit(forecast.plan.parts, forecast.plan.lines)
    return [
        (order.way, order.positions)
        for order in marks(split, forecast.plan.lines)
        if isinstance(order, MarkStitches) and order.positions
    ]


def _each(piece: Piece, change: Callable[[Order], Order]) -> Piece:
    sections = (replace(section, orders=tuple(map(change, section.orders))) for section in piece.sections)
    return replace(piece, sections=tuple(sections))
