"""Rows of a plan that stay as they are written: worked on the needle to see what they make of each part."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.needle.needle import Mark, Needle
from knitting.needle.row_worker import RowContext, RowResult, work_row
from knitting.plan.plan import Line, LineKind
from knitting.plan.split import RowSplit
from knitting.problems import NOWHERE
from knitting.rows import Headers, Side, Step


@dataclass(slots=True)
class _Gap:
    """What lies between two marks: the places of its parts, and how many stitches all of it has."""

    parts: list[int]
    stitches: int = 0


def split_after(split: RowSplit, steps: Sequence[Step], side: Side, in_round: bool) -> RowSplit | None:
    """The split after a row that is worked as it is written; ``None`` where it cannot be worked from end to end.

    It may set or take off no mark. What a stretch between two marks gains or loses, its largest part does.
    """
    gaps, marks = _between_marks(split)
    needle = Needle(tuple(gap.stitches for gap in gaps), tuple(marks))
    found = work_row(needle, steps, NOWHERE, RowContext(Headers(), side, in_round))
    if not _is_whole(found) or found.after.marks != needle.marks:
        return None
    counts = list(split.counts)
    for gap, now in zip(gaps, found.after.counts, strict=True):
        more = now - gap.stitches
        if more and not gap.parts:
            return None
        if more:
            largest = max(gap.parts, key=lambda at: counts[at])
            counts[largest] += more
            if counts[largest] < 0:
                return None
    return split.with_counts(tuple(counts))


def _is_whole(found: RowResult) -> bool:
    rests = found.held or found.returned or found.unworked
    return found.complete and not (found.problems or rests or found.bound_off or found.dropped)


def _between_marks(split: RowSplit) -> tuple[list[_Gap], list[Mark]]:
    """The stretches between marks in right-side order, and the marks."""
    gaps, marks = [_Gap([])], list[Mark]()
    for at, part in enumerate(split.parts):
        if part.name not in split.held:
            gaps[-1].parts.append(at)
            gaps[-1].stitches += part.count
        if at < len(split.lines):
            for mark, own in _marks_of(split.lines[at]):
                gaps[-1].stitches += own
                if mark is not None:
                    marks.append(mark)
                    gaps.append(_Gap([]))
    return gaps, marks


def _marks_of(line: Line) -> Iterator[tuple[Mark | None, int]]:
    """The marks of a line in right-side order, each behind so many of its own stitches."""
    beside = Mark(in_stitch=False)
    match line.kind:
        case LineKind.STITCH:
            yield Mark(in_stitch=True), 0
        case LineKind.BEFORE:
            yield beside, 0
            yield None, line.stitches
        case LineKind.AFTER:
            yield beside, line.stitches
        case LineKind.BOTH:
            yield beside, 0
            yield beside, line.stitches
        case LineKind.BETWEEN:
            yield beside, 0
        case LineKind.UNMARKED:
            yield None, line.stitches
