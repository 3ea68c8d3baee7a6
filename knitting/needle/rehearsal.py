"""Rehearsed rows: a row worked again on a needle that differs in its counts alone.

In each part the first run that came from a goal ("k to centre st") is elastic: what stands before it is
counted from the mark behind, what stands after it from the mark ahead, so it alone takes up a change of
the part's count. Where that cannot be said of every changed part, the row is worked step by step.
"""

from __future__ import annotations

from typing import NamedTuple

from knitting.needle.needle import Mark, Needle
from knitting.needle.row_worker import RowResult
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.needle.worked import PartWork, Run
from knitting.rows import Side


class Rehearsal(NamedTuple):
    """A row as it was worked before; ``counts`` are the parts before it, in working order."""

    counts: tuple[int, ...]
    marks: tuple[Mark, ...]
    result: RowResult

    def again(self, needle: Needle, side: Side) -> RowResult | None:
        """The row on another needle, or ``None`` where it must be worked step by step."""
        if needle.marks != self.marks:
            return None
        forwards = side is Side.RS
        counts = needle.counts if forwards else needle.counts[::-1]
        old, known = self.counts, self.result
        if counts == old:
            return known
        elastic = known.elastic
        work: list[PartWork] = []
        after: list[int] = []
        place = 0
        for part in known.work:
            runs, stitches, mark, passed = part
            if mark is None:
                change = counts[place] - old[place]
                if change:
                    stretch = elastic[place]
                    if stretch is None or stretch.stitches + change < 1:
                        return None
                    at = stretch.run
                    stretched = Run(runs[at].work, runs[at].times + change)
                    stitches += change
                    part = PartWork((*runs[:at], stretched, *runs[at + 1 :]), stitches, None, passed)
                after.append(stitches)
                place += 1
            work.append(part)
        now = Needle(tuple(after if forwards else after[::-1]), self.marks)
        if now.total > MOST_ON_NEEDLE:
            return None
        return RowResult(now, tuple(work), (), True, known.bound_off, known.dropped, known.colour, elastic)


def rehearse(needle: Needle, side: Side, result: RowResult) -> Rehearsal | None:
    """A row to be worked again from its result; ``None`` if it had problems or changed the marks."""
    if not result.complete or result.problems or result.after.marks != needle.marks:
        return None
    if result.unworked or result.held or result.returned:
        return None
    if len(result.elastic) != len(needle.counts):
        return None
    return Rehearsal(needle.counts if side is Side.RS else needle.counts[::-1], needle.marks, result)
