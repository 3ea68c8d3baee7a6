"""What each written line came to, for the margin beside it."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.needle.needle import Needle
from knitting.needle.worked import GroupWork, LineCount, Run, WorkedRow


class LineLog:
    """Notes for each line which rows were worked because of it."""

    def __init__(self) -> None:
        self._rows: dict[int, list[int]] = {}
        self._orders: dict[int, Needle] = {}

    def row(self, line: int, index: int) -> None:
        """A row was worked because of this line."""
        stretch = self._rows.setdefault(line, [index, index, 0])
        stretch[1] = index
        stretch[2] += 1

    def order(self, line: int, needle: Needle) -> None:
        """An order other than a row left this needle."""
        self._orders[line] = needle

    def counts(self, rows: Sequence[WorkedRow]) -> tuple[LineCount, ...]:
        """One entry for each line that changed or worked the needle, in the order of the lines."""
        found = [
            LineCount(line, 0, needle.total, needle.total, needle.parts, True, 0, 0, "", None, None)
            for line, needle in self._orders.items()
            if line not in self._rows
        ]
        for line, (first, last, times) in self._rows.items():
            begin, end = rows[first], rows[last]
            gained, lost = gains_and_losses(end) if times == 1 else (0, 0)
            side = begin.side.value if times == 1 else ""
            complete = all(row.complete for row in rows[first : last + 1])
            entry = LineCount(line, times, begin.start, end.end, end.parts, complete, gained, lost, side, first, last)
            found.append(entry)
        return tuple(sorted(found, key=lambda entry: entry.line))


def gains_and_losses(row: WorkedRow) -> tuple[int, int]:
    """Stitches that a row gains and loses, each for itself: balanced rows show as (2, 2)."""
    return _sum_changes([run for part in row.work for run in part.runs])


def _sum_changes(runs: Sequence[Run]) -> tuple[int, int]:
    gained = lost = 0
    for run in runs:
        if isinstance(run.work, GroupWork):
            up, down = _sum_changes(run.work.runs)
            gained, lost = gained + up * run.times, lost + down * run.times
            continue
        change = run.work.makes - run.work.uses
        gained += max(change, 0) * run.times
        lost += max(-change, 0) * run.times
    return gained, lost
