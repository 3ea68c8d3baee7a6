"""Stitches on holders: where they left the needle, and how they come back to it."""

from __future__ import annotations

from typing import NamedTuple

from knitting.needle.lineage import lineage
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedRow
from knitting.rows import Side


class HeldRun(NamedTuple):
    """A run of held stitches in right-side order.

    ``side`` is the one that they had coming when they were held; ``before`` counts the live stitches between
    the right-side start of the needle and their place.
    """

    needle: Needle
    side: Side
    before: int

    def after_row(self, row: WorkedRow) -> HeldRun:
        """The same stitches, their place kept beside the stitch that lay before it."""
        return self._replace(before=_place_after(self.before, row))


def _place_after(before: int, row: WorkedRow) -> int:
    if before == 0:
        return 0
    if before >= row.start:
        return row.end
    place = 0
    for link in lineage(row):
        if link.uses == 0:
            continue
        if link.old + link.uses * link.times >= before:
            times = -(-(before - link.old) // link.uses)
            return link.new + times * link.makes
        place = link.new + link.times * link.makes
    return place
