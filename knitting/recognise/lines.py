"""The lines and parts of a plan that is read out of rows, and what they are called."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from knitting.needle.needle import Mark, Needle
from knitting.plan.plan import CENTRE, AddedLine, Line, LineKind


def line_names(marks: Sequence[Mark]) -> list[str]:
    """A name for every marked line in right-side order; a single marked stitch is the centre."""
    if len(marks) == 1 and marks[0].in_stitch:
        return [CENTRE]
    return [f"line {at}" for at in range(1, len(marks) + 1)]


def part_names(many: int) -> list[str]:
    """A name for every part between marks in right-side order."""
    if many == 1:
        return ["cloth"]
    if many == 2:
        return ["right half", "left half"]
    return [f"part {at}" for at in range(1, many + 1)]


def lines_born(needle: Needle, right: int) -> Iterator[AddedLine]:
    """The lines of marks that are set in one part; each parts what lies to its left once more."""
    names = part_names(len(needle.counts))
    part = part_names(1)[0]
    if len(needle.marks) == 1:
        middle = needle.counts[0] == needle.counts[1] and not right
        line = line_of(needle.marks[0], line_names(needle.marks)[0])
        yield AddedLine(line, part, names[1], None if middle else needle.counts[0] - right)
        return
    for at, (mark, name) in enumerate(zip(needle.marks, line_names(needle.marks), strict=True)):
        yield AddedLine(line_of(mark, name), part, names[at + 1], needle.counts[at] - (right if at == 0 else 0))
        part = names[at + 1]


def line_of(mark: Mark, name: str) -> Line:
    """The line of a mark."""
    return Line(name, LineKind.STITCH, 1) if mark.in_stitch else Line(name, LineKind.BETWEEN)
