"""The needle: live stitches as counts between marks, in right-side working order."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple


class Mark(NamedTuple):
    """A mark between two parts: a marker on the needle, or a locking marker in a stitch of its own."""

    in_stitch: bool
    name: str = ""

    @property
    def width(self) -> int:
        """Stitches that the mark itself holds."""
        return 1 if self.in_stitch else 0


class Needle(NamedTuple):
    """Counts of the parts and the marks between them; there is one count more than marks.

    A marked stitch is no part of ``counts``: it stands in its mark and shows in ``parts`` as 1.

    >>> Needle((12, 12), (Mark(in_stitch=True, name="centre"),)).parts
    (12, 1, 12)
    """

    counts: tuple[int, ...] = (0,)
    marks: tuple[Mark, ...] = ()

    @property
    def total(self) -> int:
        """Stitches on the needle."""
        total = sum(self.counts)
        for mark in self.marks:
            total += mark.in_stitch
        return total

    @property
    def parts(self) -> tuple[int, ...]:
        """Counts between marks in right-side order, a marked stitch as a part of its own."""
        found = [self.counts[0]]
        for mark, count in zip(self.marks, self.counts[1:], strict=True):
            if mark.in_stitch:
                found.append(1)
            found.append(count)
        return tuple(found)

    @property
    def merged_parts(self) -> tuple[int, ...]:
        """The parts with every marked stitch counted to the part after it."""
        found = [self.counts[0]]
        for mark, count in zip(self.marks, self.counts[1:], strict=True):
            found.append(count + mark.width)
        return tuple(found)

    @property
    def mark_positions(self) -> tuple[float, ...]:
        """Where each mark lies, in stitches from the right-side start: a marker between two
        stitches, a marked stitch at its middle."""
        found, at = [], 0
        for mark, count in zip(self.marks, self.counts, strict=False):
            at += count
            found.append(at + mark.width / 2)
            at += mark.width
        return tuple(found)

    def turned(self) -> Needle:
        """The same needle read from its other end."""
        return Needle(self.counts[::-1], self.marks[::-1])

    def with_total(self, total: int) -> Needle:
        """The needle with its last part changed so that it holds ``total`` stitches.

        Marks that the wanted total leaves no room for are given up.
        """
        wanted = self.counts[-1] + total - self.total
        if wanted >= 0:
            return self._replace(counts=(*self.counts[:-1], wanted))
        return Needle((total,), ())

    def marked(self, positions: Sequence[int], name: str = "") -> Needle | None:
        """The needle with locking markers in stitches counted from 1; ``None`` where there is no such stitch."""
        marks = [(at, mark) for at, mark in zip(self._starts(), self.marks, strict=True)]
        taken = {at for at, mark in marks if mark.in_stitch}
        for position in positions:
            if not 1 <= position <= self.total or position - 1 in taken:
                return None
            marks.append((position - 1, Mark(True, name)))
        return from_positions(self.total, marks)

    def inserted(self, at: int, other: Needle) -> Needle:
        """The needle with the stitches and marks of another put in after ``at`` stitches.

        >>> Needle((3, 4), (Mark(False),)).inserted(5, Needle((2,))).counts
        (3, 6)
        """
        marks = [
            (start if start + mark.width <= at else start + other.total, mark)
            for start, mark in zip(self._starts(), self.marks, strict=True)
        ]
        marks += [(start + at, mark) for start, mark in zip(other._starts(), other.marks, strict=True)]
        return from_positions(self.total + other.total, marks)

    def beside(self, positions: Sequence[int], both: bool) -> Needle | None:
        """The needle with markers before stitches counted from 1, or on ``both`` sides of them."""
        if any(not 1 <= position <= self.total for position in positions):
            return None
        marks = list(zip(self._starts(), self.marks, strict=True))
        for position in positions:
            marks += [(position - 1, Mark(False)), *([(position, Mark(False))] if both else [])]
        return from_positions(self.total, marks)

    def _starts(self) -> list[int]:
        starts, at = [], 0
        for mark, count in zip(self.marks, self.counts, strict=False):
            at += count
            starts.append(at)
            at += mark.width
        return starts


def from_positions(total: int, marks: Sequence[tuple[int, Mark]]) -> Needle:
    """A needle of ``total`` stitches with marks, each with the number of stitches before it."""
    ordered = sorted(marks, key=lambda item: (item[0], item[1].in_stitch))
    counts, at = [], 0
    for start, mark in ordered:
        counts.append(start - at)
        at = start + mark.width
    return Needle((*counts, total - at), tuple(mark for _, mark in ordered))
