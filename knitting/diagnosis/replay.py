"""Rows of a piece worked again on a needle that is not what it should be."""

from __future__ import annotations

from knitting.needle.needle import Needle
from knitting.needle.rehearsal import Rehearsal, rehearse
from knitting.needle.row_worker import RowContext, RowResult, work_row
from knitting.needle.worked import WorkedPiece
from knitting.rows import Side, Step

_Key = tuple[int, Side, bool]


class Replay:
    """Works the rows of a piece again from any of them on."""

    def __init__(self, worked: WorkedPiece) -> None:
        self.worked = worked
        deeds = (deed.steps for deed in worked.course if deed.order is None)
        self.steps: list[tuple[Step, ...]] = [()] * worked.tab_rows
        self.steps += deeds
        self.rehearsals: dict[_Key, Rehearsal] = {}

    def goes_on(self, row: int) -> bool:
        """Whether a row (from 0) begins with the needle that the one before it left."""
        rows = self.worked.rows
        return row > 0 and rows[row].before == rows[row - 1].after

    def after(self, needle: Needle, since: int, upto: int) -> Needle | None:
        """The needle after rows ``since`` to ``upto`` (from 0, the last one included) begun with another needle.

        ``None`` where a row cannot be worked to its end, as a knitter would have noticed, or does not go on from the
        one before it.
        """
        for at in range(since, upto + 1):
            if at and not self.goes_on(at):
                return None
            worked = self._row(needle, at)
            if worked is None:
                return None
            needle = worked
        return needle

    def _row(self, needle: Needle, at: int) -> Needle | None:
        row = self.worked.rows[at]
        if needle == row.before:
            return row.after
        result = self.result(needle, at)
        return result.after if result is not None else None

    def result(self, needle: Needle, at: int) -> RowResult | None:
        """What a row (from 0) comes to on another needle; ``None`` where it cannot be worked to its end."""
        row = self.worked.rows[at]
        key = (id(self.steps[at]), row.side, row.in_round)
        known = self.rehearsals.get(key)
        again = known.again(needle, row.side) if known is not None else None
        if again is not None:
            return again
        setting = RowContext(self.worked.piece.headers, row.side, row.in_round)
        result = work_row(needle, self.steps[at], row.span, setting)
        rehearsal = rehearse(needle, row.side, result)
        if rehearsal is not None:
            self.rehearsals[key] = rehearsal
        sound = result.complete and not result.problems and not result.unworked and not result.held
        return result if sound else None
