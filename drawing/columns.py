"""Columns of the chart: every stitch has one, and keeps it as long as its wale lives.

A new wale has a column between its neighbours'; one that a wale left free there is taken again. Where changes make up
for one another within a part, as in lace and zigzags, the stitches between them move over and no column is added.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, RestingStitches, Run, WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.stitches import IN_PATTERN, STITCHES, Lean, StitchKind

Ids = NDArray[np.int64]
UNWORKED = STITCHES["unworked"]
"""A stitch that a row does not reach."""


class ChartUnit(NamedTuple):
    """A stitch or cluster worked so many times side by side; ``part`` counts the parts from the right-side start."""

    work: StitchKind | ClusterWork
    times: int
    part: int = 0

    @property
    def change(self) -> int:
        """Stitches gained, or lost below zero, each time."""
        return self.work.makes - self.work.uses


def units_of(row: WorkedRow) -> tuple[ChartUnit, ...]:
    """What a row works, from the right-side start; stitches not reached are left unworked."""
    found: list[ChartUnit] = []
    last = len(row.work) - 1
    for at, part in enumerate(row.work):
        place = at if row.side is Side.RS else last - at
        found += [ChartUnit(work, times, place) for run in part.runs for work, times in work_units(run)]
    used = sum(unit.work.uses * unit.times for unit in found)
    if used < row.start:
        found.append(ChartUnit(UNWORKED, row.start - used, 0 if row.side is Side.WS else last))
    return tuple(found if row.side is Side.RS else found[::-1])


def work_units(run: Run) -> Iterator[tuple[StitchKind | ClusterWork, int]]:
    """The stitches and clusters of a run, each with how often it comes; groups as often as they are worked."""
    if not isinstance(run.work, GroupWork):
        yield IN_PATTERN if isinstance(run.work, FabricWork) else run.work, run.times
        return
    for _ in range(run.times):
        for inner in run.work.runs:
            yield from work_units(inner)


class ColumnPlaces(NamedTuple):
    """The columns of all rows: ``columns[r]`` those of the stitches after row ``r``, from the right-side start.

    ``below[r]`` are those of the stitches that row ``r`` is worked on; ``total`` is how many columns there are.
    """

    columns: tuple[Ids, ...]
    below: tuple[Ids, ...]
    total: int


def place_columns(worked: WorkedPiece, units: Sequence[Sequence[ChartUnit]]) -> ColumnPlaces:
    """A column for every stitch of every row."""
    weave = _ColumnChain()
    back: dict[int, list[RestingStitches]] = {}
    for rest in worked.rests:
        if rest.back is not None:
            back.setdefault(rest.back, []).append(rest)
    all_held = {rest.row: rest for rest in worked.rests}
    held: dict[RestingStitches, Ids] = {}
    plans: dict[int, list[tuple[bool, int, int]]] = {}
    live = weave.fresh(worked.rows[0].start) if worked.rows else np.zeros(0, dtype=np.int64)
    found: list[Ids] = []
    below: list[Ids] = []
    for at, row in enumerate(worked.rows):
        for rest in back.get(at, ()):
            if rest in held:
                weave.held.difference_update(held[rest].tolist())
                live = np.concatenate([live[: rest.back_place], held.pop(rest), live[rest.back_place :]])
        if len(live) != row.start:
            live = weave.fitted(live if at not in worked.breaks else live[:0], row.start)
        key = id(units[at])
        if key not in plans:
            plans[key] = list(_stretches(units[at]))
        below.append(live)
        new = weave.worked(live, units[at], plans[key])
        rest_after = all_held.get(at + 1)
        if rest_after is not None:
            gone = live[~np.isin(live, new)] if rest_after.stitches != len(new) else new
            held[rest_after] = gone[: rest_after.stitches]
            weave.held.update(held[rest_after].tolist())
        live = new
        found.append(live)
    number = weave.numbered()
    return ColumnPlaces(tuple(number[ids] for ids in found), tuple(number[ids] for ids in below), len(number))


def _stretches(units: Sequence[ChartUnit]) -> Iterator[tuple[bool, int, int]]:
    """The units in stretches ``[first, last)``: those that go on in their columns, or whose changes make up for one
    another, together; all others singly."""
    sums = np.cumsum([unit.change * unit.times for unit in units])
    returns = _next_return(units, sums)
    at = begin = 0
    while at < len(units):
        if units[at].change and returns[at] <= at:
            if begin < at:
                yield True, begin, at
            yield False, at, at + 1
            begin = at + 1
        at = max(returns[at], at) + 1
    if begin < len(units):
        yield True, begin, len(units)


def _next_return(units: Sequence[ChartUnit], sums: NDArray[np.int64]) -> list[int]:
    """For each unit that changes the count the next one of its part after which the count is as before it; else 0."""
    seen: dict[tuple[int, int], int] = {}
    found = [0] * len(units)
    for at in range(len(units) - 1, -1, -1):
        unit = units[at]
        before = int(sums[at]) - unit.change * unit.times
        found[at] = seen.get((unit.part, before), 0) if unit.change else 0
        if unit.change:
            seen[(unit.part, int(sums[at]))] = at
    return found


class _ColumnChain:
    """The columns in their order, as a chain into which new ones are put."""

    def __init__(self) -> None:
        self.after: list[int] = []
        self.first = -1
        self.held: set[int] = set()

    def fresh(self, count: int) -> Ids:
        """So many columns from the first on: those that are there, then new ones at the end."""
        found: list[int] = []
        at, last = self.first, -1
        while at >= 0 and len(found) < count:
            found.append(at)
            last, at = at, self.after[at]
        while len(found) < count:
            last = self._put(last)
            found.append(last)
        return np.array(found, dtype=np.int64)

    def fitted(self, live: Ids, count: int) -> Ids:
        """Live columns made to be so many: cut short, or gone on with at the end."""
        if len(live) >= count:
            return live[:count]
        if not len(live):
            return self.fresh(count)
        more, last = [], int(live[-1])
        for _ in range(count - len(live)):
            last = self._put(last)
            more.append(last)
        return np.concatenate([live, np.array(more, dtype=np.int64)])

    def _put(self, before: int) -> int:
        """A new column behind another (-1: at the very beginning)."""
        new = len(self.after)
        if before < 0:
            self.after.append(self.first)
            self.first = new
        else:
            self.after.append(self.after[before])
            self.after[before] = new
        return new

    def between(self, before: int, behind: int) -> int:
        """A column between two live ones: one that is free there, else a new one."""
        at = self.after[before] if before >= 0 else self.first
        return at if at >= 0 and at != behind and at not in self.held else self._put(before)

    def worked(self, live: Ids, units: Sequence[ChartUnit], stretches: Sequence[tuple[bool, int, int]]) -> Ids:
        """The columns after a row."""
        found: list[Ids] = []
        old, last = 0, -1
        for balanced, begin, end in stretches:
            for unit in [None] if balanced else units[begin:end]:
                if unit is None or unit.change == 0:
                    used = sum(each.work.uses * each.times for each in units[begin:end])
                    found.append(live[old : old + used])
                else:
                    used = unit.work.uses * unit.times
                    found.append(self._changed(live, old, unit, last))
                old += used
                if len(found[-1]):
                    last = int(found[-1][-1])
        return np.concatenate(found) if found else live[:0]

    def _changed(self, live: Ids, old: int, unit: ChartUnit, last: int) -> Ids:
        uses, makes = unit.work.uses, unit.work.makes
        found: list[int] = []
        for time in range(unit.times):
            own = [int(each) for each in live[old + time * uses : old + (time + 1) * uses]]
            behind = old + (time + 1) * uses
            following = int(live[behind]) if behind < len(live) else -1
            kept = _kept(unit.work, own, makes)
            last = kept[-1] if kept else last
            for _ in range(makes - len(kept)):
                last = self.between(last, following)
                kept.append(last)
            found += kept
        return np.array(found, dtype=np.int64)

    def numbered(self) -> Ids:
        """The number of each column in the order of the chain."""
        number = np.zeros(len(self.after), dtype=np.int64)
        at, place = self.first, 0
        while at >= 0:
            number[at] = place
            at, place = self.after[at], place + 1
        return number


def _kept(work: StitchKind | ClusterWork, own: list[int], makes: int) -> list[int]:
    """The columns that go on: of a decrease that of the stitch that lies on top, as seen on the right side."""
    if makes >= len(own):
        return own
    if makes == 0:
        return []
    lean = work.lean if isinstance(work, StitchKind) else Lean.UPRIGHT
    spare = len(own) - makes
    first = {Lean.RIGHT: spare, Lean.LEFT: 0}.get(lean, spare // 2)
    return own[first : first + makes]
