"""Rows whose two halves mirror each other, cut to the half from the right-side start to the middle."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from drawing.columns import ChartUnit
from drawing.shown_row import Item, ShownRow
from knitting.stitches import StitchKind, mirrored

LEAST_COLUMNS = 15
"""Narrower charts are shown whole: their halves would not be read more easily."""


@dataclass(frozen=True, slots=True)
class Half:
    """One half of each row, and the column of its middle among its stitches, after it and below it.

    ``stitch``: the middle is a stitch that is worked once; else it lies between two.
    """

    rows: tuple[ShownRow, ...]
    after: tuple[int, ...]
    before: tuple[int, ...]
    stitch: bool


def half_of(rows: Sequence[ShownRow]) -> Half | None:
    """The right halves of rows, or nothing where one is no mirror image of itself or the rows are narrow."""
    if max((row.makes for row in rows), default=0) < LEAST_COLUMNS:
        return None
    found = [_half(row) for row in rows]
    halves = [each for each in found if each is not None]
    if len(halves) < len(found) or len({middle is None for _, middle in halves}) > 1:
        return None
    after = [row.makes - (middle.work.makes + 1) // 2 if middle else row.makes for row, middle in halves]
    before = [row.uses - (middle.work.uses + 1) // 2 if middle else row.uses for row, middle in halves]
    return Half(tuple(row for row, _ in halves), tuple(after), tuple(before), halves[0][1] is not None)


def _half(row: ShownRow) -> tuple[ShownRow, ChartUnit | None] | None:
    """The right half of a row with the unit in its middle, ``None`` between two stitches."""
    items, many = row.items, len(row.items)
    if any(items[at] != _mirrored(items[many - 1 - at]) for at in range((many + 1) // 2)):
        return None
    right, middle = items[: many // 2], items[many // 2 : (many + 1) // 2]
    if not middle:
        return ShownRow(right), None
    (item,) = middle
    if item.times % 2 == 0 and item.single:
        return ShownRow((*right, replace(item, times=item.times // 2))), None
    unit = item.units[0]
    if len(item.units) > 1 or not unit.work.makes % 2 or not unit.work.uses % 2 or not (item.single or item.times == 1):
        return None
    return ShownRow((*right, replace(item, times=(item.times + 1) // 2))), unit


def _mirrored(item: Item) -> Item:
    units = tuple(
        unit._replace(work=mirrored(unit.work)) if isinstance(unit.work, StitchKind) else unit
        for unit in reversed(item.units)
    )
    return replace(item, units=units)
