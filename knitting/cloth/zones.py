"""Zones: the flat stretches between two walls, each laid out in a frame of its own."""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np
from numpy.typing import NDArray

from knitting.cloth.sheet import Sheet
from knitting.cloth.studies import ChangeGroup, RowStudy
from knitting.cloth.walls import Wall
from knitting.measures import Gauge
from knitting.needle.worked import WorkedRow
from knitting.rows import Side

Numbers = NDArray[np.float64]
Points = NDArray[np.complex128]

_REACH = 6.0
"""Changes up to this many stitches from a wall belong to it."""
_LONGEST_RHYTHM = 12


@dataclass(frozen=True)
class Zone:
    """A flat stretch: for each boundary between rows the places of its two limits, in centimetres.

    ``alive[r]`` says that row ``r`` works it; where it rests it has no height. ``scattered`` are changes far from
    its limits: the row, the share of the zone's breadth that lies before it, and the change.
    """

    left: Points
    right: Points
    alive: NDArray[np.bool_]
    scattered: tuple[tuple[int, float, int], ...] = ()

    @property
    def area(self) -> float:
        """Its area in square centimetres, by the trapezium rule."""
        widths = (self.right - self.left).real
        heights = np.diff(self.left.imag)
        return float(np.sum((widths[1:] + widths[:-1]) / 2 * heights))


def lay_zones(sheet: Sheet, walls: Sequence[Wall], gauges: Sequence[Gauge]) -> list[Zone]:
    """Every zone between neighbouring walls, flat: each row as high and its stitches as wide as its gauge says.

    Where the gauge changes, a zone grows wider or narrower about its middle.
    """
    positions = np.array([wall.positions for wall in walls])
    shifts, scattered = _core_shifts(sheet.rows, sheet.studies, positions)
    row_cm = np.array([gauge.row_cm for gauge in gauges])
    wide = np.array([gauge.stitch_cm for gauge in (gauges[0], *gauges)])
    zones = []
    for zone in range(len(walls) - 1):
        moves = np.diff(positions[zone]) - shifts[zone]
        counts = positions[zone + 1] - positions[zone]
        widened = np.diff(wide) * counts[:-1] / 2
        left = np.concatenate([[0.0], np.cumsum(wide[1:] * moves - widened)])
        right = left + wide * counts
        alive = _alive(sheet, (positions[zone] + positions[zone + 1]) / 2)
        heights = 1j * np.concatenate([[0.0], np.cumsum(row_cm * alive)])
        zones.append(
            Zone(
                _straightened_where(left, alive) + heights,
                _straightened_where(right, alive) + heights,
                alive,
                tuple(scattered[zone]),
            )
        )
    return zones


def _alive(sheet: Sheet, middle: Numbers) -> NDArray[np.bool_]:
    """In which rows a zone is worked, told by its middle."""
    alive = np.ones(len(sheet.rows), dtype=bool)
    for at, passed in enumerate(sheet.resting):
        alive[at] = not any(each.first < middle[at] < each.last for each in passed)
    return alive


def _straightened_where(limit: Numbers, alive: NDArray[np.bool_]) -> Numbers:
    """A limit straightened over the rows that are worked; it stands still in the others."""
    if alive.all():
        return straightened(limit)
    met = np.concatenate([[0], 1 + np.flatnonzero(alive)])
    line = straightened(limit[met])
    return line[np.searchsorted(met, np.arange(len(limit)), side="right") - 1]


class _Habits:
    """At which wall a row's changes stand, learnt where the zone is wide and used where it is narrow.

    Near a tip a change two stitches from one edge lies two stitches from the other as well; the rows
    further on tell to which of them it belongs.
    """

    def __init__(self) -> None:
        self.seen: Counter[tuple[int, bool, str, float]] = Counter()

    def learn(self, zone: int, from_end: bool, group: ChangeGroup, limits: tuple[float, float]) -> None:
        near, far = _distances(group, limits)
        if near + far > 2 * _REACH:
            self.seen[(zone, from_end, "first", near) if near < far else (zone, from_end, "last", far)] += 1

    def at_first(self, zone: int, from_end: bool, group: ChangeGroup, limits: tuple[float, float]) -> bool:
        near, far = _distances(group, limits)
        first = self.seen[(zone, from_end, "first", near)]
        last = self.seen[(zone, from_end, "last", far)]
        if near + far > 2 * _REACH or first == last:
            return near < far or (near == far and not from_end)
        return first > last


def _distances(group: ChangeGroup, limits: tuple[float, float]) -> tuple[float, float]:
    return group.count_changes[0].old - limits[0], limits[1] - group.count_changes[-1].old


def _core_shifts(
    rows: Sequence[WorkedRow], studies: Sequence[RowStudy], positions: Numbers
) -> tuple[Numbers, list[list[tuple[int, float, int]]]]:
    """How far the plain wales of each zone shift in each row, in stitches, as ``[zone, row]``; and by zones the
    changes that stand far from its limits."""
    habits = _habits(rows, studies, positions)
    shifts = np.zeros((len(positions) - 1, len(rows)))
    scattered: list[list[tuple[int, float, int]]] = [[] for _ in shifts]
    known: dict[tuple[int, bytes, bytes], Numbers] = {}
    for at, (row, study) in enumerate(zip(rows, studies, strict=True)):
        if not study.count_changes:
            continue
        before, after = positions[:, at], positions[:, at + 1]
        key = (id(study), before.tobytes(), after.tobytes())
        if key not in known:
            known[key] = _row_shifts(study, before, after, habits, row.side is Side.WS)
        shifts[:, at] = known[key]
        for zone, share, change in _scattered(study, before):
            scattered[zone].append((at, share, change))
    return shifts, scattered


def _scattered(study: RowStudy, before: Numbers) -> list[tuple[int, float, int]]:
    """Changes far from all walls: the zone, the share of its breadth before them, the change.

    An increase and a decrease beside it in one zone make up for one another, as in lace, and are none.
    """
    limits = before.tolist()
    lasting: list[tuple[int, ChangeGroup]] = []
    for group in study.mixed:
        place = (group.count_changes[0].old + group.count_changes[-1].old) / 2
        zone = min(max(bisect_left(limits, place) - 1, 0), len(limits) - 2)
        last = lasting[-1] if lasting else None
        if last is not None and last[0] == zone and last[1].change == -group.change:
            lasting.pop()
        elif group.change:
            lasting.append((zone, group))
    found: list[tuple[int, float, int]] = []
    for zone, group in lasting:
        ends = (limits[zone], limits[zone + 1])
        near, far = _distances(group, ends)
        if min(near, far) > _REACH:
            found.append((zone, near / (near + far), group.change))
    return found


def _row_shifts(study: RowStudy, before: Numbers, after: Numbers, habits: _Habits, from_end: bool) -> Numbers:
    shifts = np.zeros(len(before) - 1)
    for zone in range(len(shifts)):
        limits = (float(before[zone]), float(before[zone + 1]))
        moves = (float(after[zone]) - limits[0], float(after[zone + 1]) - limits[1])
        at_first = partial(habits.at_first, zone, from_end, limits=limits)
        shifts[zone] = _core_shift(study.mixed, limits, moves, at_first)
    return shifts


def _habits(rows: Sequence[WorkedRow], studies: Sequence[RowStudy], positions: Numbers) -> _Habits:
    habits = _Habits()
    learnt: set[tuple[int, bytes]] = set()
    for at, (row, study) in enumerate(zip(rows, studies, strict=True)):
        key = (id(study), positions[:, at].tobytes())
        if not study.count_changes or key in learnt:
            continue
        learnt.add(key)
        limits = positions[:, at].tolist()
        for group in study.mixed:
            zone = bisect_left(limits, group.count_changes[0].old) - 1
            if 0 <= zone < len(limits) - 1 and group.count_changes[-1].old < limits[zone + 1]:
                habits.learn(zone, row.side is Side.WS, group, (limits[zone], limits[zone + 1]))
    return habits


def _core_shift(
    found: Sequence[ChangeGroup],
    limits: tuple[float, float],
    moves: tuple[float, float],
    at_first: Callable[[ChangeGroup], bool],
) -> float:
    """The shift of a zone's plain wales: all that changed before them in the row."""
    first, last = limits
    before = 0.0
    core_from, core_to = first, last
    scattered: list[ChangeGroup] = []
    for group in found:
        if (group.count_changes[0].old + group.count_changes[-1].old) / 2 <= first + 1e-9:
            before += group.change
        elif (group.count_changes[0].old + group.count_changes[-1].old) / 2 >= last - 1e-9:
            break
        elif min(_distances(group, limits)) > _REACH:
            scattered.append(group)
        elif at_first(group):
            before += group.change
            core_from = max(core_from, group.count_changes[-1].old)
        else:
            core_to = min(core_to, group.count_changes[0].old)
    if core_to - core_from < 0.5:
        return (moves[0] + moves[1]) / 2
    for group in scattered:
        before += group.change * (core_to - group.count_changes[-1].old) / (core_to - core_from)
    return before


def straightened(limit: Numbers) -> Numbers:
    """A limit without its steps: averaged over its rhythm, carried on in a straight line at both ends where the
    rhythm holds there.

    >>> [float(at) for at in straightened(np.array([0.0, 0, 1, 1, 2, 2, 3, 3]))][1:4]
    [0.25, 0.75, 1.25]
    """
    period = _rhythm(np.diff(limit))
    if period == 1 or len(limit) < 2 * period + 2:
        return limit
    weights = np.ones(period + 1) / period if period % 2 == 0 else np.ones(period) / period
    if period % 2 == 0:
        weights[[0, -1]] /= 2
    half = len(weights) // 2
    middle = np.convolve(limit, weights, mode="valid")
    moves = np.diff(limit)
    first = middle[0] - (middle[1] - middle[0]) * np.arange(half, 0, -1)
    if not np.allclose(moves[:half], moves[period : period + half], atol=1e-6):
        first = _narrowing(limit, half)
    last = middle[-1] + (middle[-1] - middle[-2]) * np.arange(1, half + 1)
    if not np.allclose(moves[-half:], moves[len(moves) - period - half : len(moves) - period], atol=1e-6):
        last = _narrowing(limit[::-1], half)[::-1]
    return np.concatenate([first, middle, last])


def _narrowing(limit: Numbers, many: int) -> Numbers:
    """The first places of a limit whose rhythm is another there: averaged over as many neighbours as there are."""
    return np.array([limit[: 2 * at + 1].mean() for at in range(many)])


def _rhythm(moves: Numbers) -> int:
    """The least number of rows after which the moves of a limit mostly come back."""
    for period in range(1, min(_LONGEST_RHYTHM, len(moves) // 2) + 1):
        same = np.abs(moves[period:] - moves[:-period]) < 1e-6
        if same.mean() > 0.85:
            return period
    return 1
