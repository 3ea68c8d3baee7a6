"""A row as a printed chart shows it: each repeat along it once, long runs of one stitch cut short."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property

from drawing.columns import UNWORKED, ChartUnit, work_units
from knitting.needle.worked import GroupWork, Run, WorkedRow
from knitting.rows import Side

MOST_OF_ONE = 9
"""Stitches of one kind side by side that are shown each for itself."""
CUT_TO = 3
"""The columns of a longer run of them."""


@dataclass(frozen=True, slots=True)
class Item:
    """Units worked ``times`` times over: each shown for itself, or once in a frame, or cut short with their number."""

    units: tuple[ChartUnit, ...]
    times: int

    @property
    def counted(self) -> bool:
        """Whether it is cut short."""
        return self.single and self.times > MOST_OF_ONE

    @property
    def single(self) -> bool:
        """Whether it is a run of one stitch that takes one column."""
        return len(self.units) == 1 and self.units[0].times == 1 and self._wide == 1

    @property
    def framed(self) -> bool:
        """Whether it is shown once, in a frame."""
        return not self.single and self.times > 1

    @property
    def shown(self) -> tuple[ChartUnit, ...]:
        """The units that the chart has of it."""
        if self.single:
            return (self.units[0]._replace(times=CUT_TO if self.counted else self.times),)
        return self.units

    @property
    def _wide(self) -> int:
        work = self.units[0].work
        return max(work.uses, work.makes)


@dataclass(frozen=True, slots=True)
class Stretch:
    """Columns that stand for more: the first of them, how many, for how many times; of stitches left, or of those
    below."""

    first: int
    wide: int
    times: int
    left: bool = True


@dataclass(frozen=True, slots=True)
class Places:
    """Where places among all stitches of a row stand among those shown: how many each item has, and shows."""

    pairs: tuple[tuple[int, int], ...]

    def of(self, place: int) -> int:
        """The place shown of a place between two stitches.

        >>> Places(((40, 3), (2, 2))).of(41), Places(((40, 3), (2, 2))).of(40)
        (4, 3)
        """
        shown = 0
        for whole, kept in self.pairs:
            if place < whole:
                return shown + min(round(place * kept / whole), kept)
            place, shown = place - whole, shown + kept
        return shown + place


@dataclass(frozen=True)
class ShownRow:
    """The items of a row from the right-side start."""

    items: tuple[Item, ...]

    @cached_property
    def units(self) -> tuple[ChartUnit, ...]:
        """What is shown of it."""
        return tuple(unit for item in self.items for unit in item.shown)

    @property
    def makes(self) -> int:
        """Columns of the stitches after it."""
        return _makes(self.units)

    @property
    def uses(self) -> int:
        """Columns of the stitches below it."""
        return _uses(self.units)

    @property
    def after(self) -> Places:
        """Where the stitches after the row stand."""
        return Places(tuple((_makes(each.units) * each.times, _makes(each.shown)) for each in self.items))

    @property
    def before(self) -> Places:
        """Where the stitches stand that it is worked on."""
        return Places(tuple((_uses(each.units) * each.times, _uses(each.shown)) for each in self.items))

    @property
    def counted(self) -> tuple[Stretch, ...]:
        """The runs that are cut short."""
        return tuple(stretch for item, stretch in self._stretches() if item.counted)

    @property
    def framed(self) -> tuple[Stretch, ...]:
        """The repeats that leave stitches, each shown once."""
        return tuple(stretch for item, stretch in self._stretches() if item.framed and stretch.left)

    def _stretches(self) -> Iterator[tuple[Item, Stretch]]:
        made = used = 0
        for item in self.items:
            makes, uses = _makes(item.shown), _uses(item.shown)
            yield item, Stretch(made, makes, item.times) if makes else Stretch(used, uses, item.times, False)
            made, used = made + makes, used + uses


def shown_row(row: WorkedRow) -> ShownRow:
    """A row of a worked piece, as it is shown."""
    backwards = row.side is Side.WS
    items = [item for part in row.work for run in part.runs for item in _items(run, backwards)]
    used = sum(_uses(item.units) * item.times for item in items)
    if used < row.start:
        items.append(Item((ChartUnit(UNWORKED, 1),), row.start - used))
    return ShownRow(tuple(reversed(items) if backwards else items))


def _items(run: Run, backwards: bool) -> Iterator[Item]:
    if isinstance(run.work, GroupWork) and run.times == 1:
        for inner in run.work.runs:
            yield from _items(inner, backwards)
    elif isinstance(run.work, GroupWork):
        units = tuple(ChartUnit(work, times) for inner in run.work.runs for work, times in work_units(inner))
        yield Item(units[::-1] if backwards else units, run.times)
    else:
        ((work, times),) = work_units(run)
        yield Item((ChartUnit(work, 1),), times)


def _makes(units: Sequence[ChartUnit]) -> int:
    return sum(unit.work.makes * unit.times for unit in units)


def _uses(units: Sequence[ChartUnit]) -> int:
    return sum(unit.work.uses * unit.times for unit in units)
