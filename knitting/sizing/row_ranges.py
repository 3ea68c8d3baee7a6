"""Which rows each written order called for, and where they lie in another size of the same plan."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import tab_rows
from knitting.needle.worked import WorkedPiece
from knitting.rows import Order, Repeat, Row, SameAs, Stretch


class NotInTheseWords(Exception):
    """The words of a piece cannot say another size of it by other figures."""


@dataclass(frozen=True, slots=True)
class RowRange:
    """Rows from one place to another, counted from 0; ``begin == end`` where there are none."""

    begin: int
    end: int

    @property
    def rows(self) -> int:
        """How many."""
        return self.end - self.begin

    def shared(self, other: RowRange) -> int:
        """How many are those of another range, too."""
        return max(min(self.end, other.end) - max(self.begin, other.begin), 0)


@dataclass(frozen=True, slots=True)
class _StageRows:
    """A stage in both sizes, and the rows that one of its orders calls for: those of which there are more or fewer."""

    old: RowRange
    new: RowRange
    repeated: RowRange | None

    @property
    def more(self) -> int:
        return self.new.rows - self.old.rows

    def place(self, at: int) -> int | None:
        """A place between rows in the new size, where it lies before or behind what is repeated."""
        if not self.old.begin <= at <= self.old.end:
            return None
        if not self.more or (self.repeated is not None and at <= self.repeated.begin):
            return self.new.begin + at - self.old.begin
        if self.repeated is not None and at >= self.repeated.end:
            return self.new.end - (self.old.end - at)
        return None


class RowRanges:
    """The rows of a worked piece, order by order, and their places in another size."""

    def __init__(self, worked: WorkedPiece, before: Forecast, after: Forecast) -> None:
        orders = [order for section in worked.piece.sections for order in section.orders]
        self._lines = _rows_by_line(worked)
        called = [found for order in orders if (found := self.called_for(order)) is not None]
        begun = tab_rows(before.plan)
        self._spans = [_StageRows(RowRange(0, begun), RowRange(0, begun), None)]
        for old, new in zip(_stages(before), _stages(after), strict=True):
            within = [each for each in called if old.shared(each)]
            repeated = max(within, key=old.shared, default=None)
            span = _StageRows(old, new, repeated)
            if span.more and repeated is None:
                raise NotInTheseWords
            self._spans.append(span)

    def called_for(self, order: Order) -> RowRange | None:
        """The rows that a repeat calls for, or several rows under one head; ``None`` of anything else."""
        several = isinstance(order, Row | SameAs) and len(order.numbers) > 1
        plain = isinstance(order, Row) and order.times > 1 and order.head == "plain"
        if not (several or plain or isinstance(order, Repeat | Stretch)):
            return None
        rows = self._lines.get(order.span.line)
        if rows is None or rows != list(range(rows[0], rows[-1] + 1)):
            return None
        return RowRange(rows[0], rows[-1] + 1)

    def more(self, rows: RowRange) -> int:
        """How many more rows an order calls for in the new size, below zero fewer."""
        return sum(span.more for span in self._spans if span.repeated == rows)

    def place(self, at: int) -> int:
        """A place between two rows, in the new size; :class:`NotInTheseWords` where it has none."""
        for span in self._spans:
            found = span.place(at)
            if found is not None:
                return found
        raise NotInTheseWords


def _stages(forecast: Forecast) -> list[RowRange]:
    return [
        RowRange(stage.first_row - 1, stage.first_row - 1 + len(stage.setup) + stage.rows) for stage in forecast.stages
    ]


def _rows_by_line(worked: WorkedPiece) -> dict[int, list[int]]:
    """The rows that each line of the text called for, counted from 0."""
    found: dict[int, list[int]] = {}
    for at, row in enumerate(worked.rows):
        found.setdefault(row.order_line, []).append(at)
    return found
