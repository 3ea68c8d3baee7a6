"""Walls: the lines along which a cloth bends. Edges, marks, and the boundaries of shaped repeats.

Positions are in stitches from the right-side start, one for each boundary between rows.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from knitting.cloth.sheet import Sheet
from knitting.cloth.studies import RowStudy
from knitting.needle.lineage import Link, follow, trace_back

_NEAR_EDGE = 5.0
"""A repeat's changes this near to a free edge belong to the edge."""
_SAME_WALL = 2.6
"""How far a repeat's change may lie from where the wale of the one before it leads."""
_ONE_WALL = 2.1
"""Marks with at most so many stitches between them all along are one wall."""
_SAME_LIMIT = 2.0
"""Limits of resting stitches nearer than this to one another are one line."""
_MOST_LIMITS = 30
_FORGOTTEN = 24
"""After so many rows a change that did not come back over itself is forgotten."""
_LEAST_ROWS = 4
"""A repeat's changes make a wall if they come back at least this often."""


@dataclass
class Wall:
    """One line through the rows: ``positions[r]`` for the boundary above row ``r`` (0: the beginning).

    ``marks`` is how many marks run along it: two where markers stand on both sides of a stitch or two.
    ``limit`` says that stitches rest beside it while others are worked; ``shaped`` is false where that is all that
    it is there for.
    """

    name: str
    positions: list[float]
    marked: bool = False
    seen: int = 0
    born: int = 0
    ends: int = field(default=0)
    marks: int = 1
    limit: bool = False
    shaped: bool = True


def find_walls(sheet: Sheet) -> list[Wall]:
    """The walls from the right-side start to the end: an edge, what lies between, the other edge."""
    counts = sheet.counts
    inner = _mark_walls(sheet)
    if not inner:
        inner = _repeat_walls(sheet)
    inner += _limits(sheet, inner)
    for wall in inner:
        wall.positions = [min(max(at, 0.0), float(count)) for at, count in zip(wall.positions, counts, strict=True)]
    inner.sort(key=lambda wall: (sum(wall.positions), wall.name))
    start = Wall("start edge", [0.0] * len(counts))
    end = Wall("end edge", [float(count) for count in counts])
    return [start, *inner, end]


def _limits(sheet: Sheet, walls: Sequence[Wall]) -> list[Wall]:
    """Lines along the limits of all that rests while other stitches are worked, but where a wall is one already."""
    found: list[Wall] = []
    for at, passed in enumerate(sheet.resting):
        for place in [limit for each in passed for limit in each if 0 < limit < sheet.counts[at]]:
            known = [wall for wall in (*walls, *found) if abs(wall.positions[at] - place) < _SAME_LIMIT]
            for wall in known:
                wall.limit = True
            if not known and len(found) < _MOST_LIMITS:
                wall = _born("", place, at, sheet.maps)
                for links in sheet.maps[at:]:
                    wall.positions.append(follow(links, wall.positions[-1]))
                wall.limit, wall.shaped = True, False
                found.append(wall)
    return found


def _mark_walls(sheet: Sheet) -> list[Wall]:
    """One wall for every mark, followed along its wale through the rows before it was set and after it went."""
    rows, maps = sheet.rows, sheet.maps
    walls: list[Wall] = []
    live: list[Wall] = []
    for at, needle in enumerate([rows[0].before, *(row.after for row in rows)]):
        if at:
            for wall in live:
                wall.positions.append(follow(maps[at - 1], wall.positions[-1]))
        free = list(live)
        for mark, live_position in zip(needle.marks, needle.mark_positions, strict=True):
            position = sheet.place(at, live_position)
            same = min(free, key=lambda wall: abs(wall.positions[-1] - position), default=None)
            if same is None or abs(same.positions[-1] - position) > _SAME_WALL:
                same = _born(mark.name, position, at, maps)
                live.append(same)
                walls.append(same)
            else:
                free.remove(same)
            same.positions[-1] = position
            same.ends = at
    walls = _beside_as_one(sorted(walls, key=lambda wall: wall.positions[-1]))
    for number, wall in enumerate(walls, start=1):
        wall.marked = True
        wall.name = wall.name or (f"mark {number}" if len(walls) > 1 else "mark")
    return walls


def _beside_as_one(walls: Sequence[Wall]) -> list[Wall]:
    """Walls with only a stitch or two between them all along as one: a cloth bends there once."""
    found: list[Wall] = []
    for wall in walls:
        last = found[-1] if found else None
        gaps = [b - a for a, b in zip(last.positions, wall.positions)] if last is not None else []
        if last is None or (last.born, last.ends) != (wall.born, wall.ends) or max(gaps) > _ONE_WALL or min(gaps) <= 0:
            found.append(wall)
            continue
        last.positions = [(a + b) / 2 for a, b in zip(last.positions, wall.positions)]
        last.marks += wall.marks
    return found


def _repeat_walls(sheet: Sheet) -> list[Wall]:
    """Walls where a repeat's changes come back over one another, as in zigzags."""
    maps = sheet.maps
    live: list[Wall] = []
    known: dict[tuple[int, tuple[float, ...]], _Step] = {}
    for at, study in enumerate(sheet.studies, start=1):
        if sheet.gains_all_over(at):
            for wall in live:
                wall.positions.append(follow(study.links, wall.positions[-1]))
            continue
        standing = tuple(wall.positions[-1] for wall in live)
        key = (id(study), standing)
        step = known.get(key) or _step(study, standing, sheet.counts[at])
        known[key] = step
        for number, wall in enumerate(live):
            wall.positions.append(step.positions[number])
            if number in step.met:
                wall.seen, wall.ends = wall.seen + 1, at
        live += [_born("", place, at, maps) for place in step.new]
        live = [wall for wall in live if wall.seen >= _LEAST_ROWS or at - wall.ends <= _FORGOTTEN]
    lasting = [wall for wall in live if wall.seen >= _LEAST_ROWS]
    for number, wall in enumerate(sorted(lasting, key=lambda wall: wall.positions[-1]), start=1):
        wall.name = f"repeat line {number}"
    return lasting


class _Step(NamedTuple):
    """Where the walls stand after a row, which of them it met, and where it set new ones."""

    positions: tuple[float, ...]
    met: frozenset[int]
    new: tuple[float, ...]


def _step(study: RowStudy, standing: Sequence[float], end: int) -> _Step:
    followed = [follow(study.links, position) for position in standing]
    order = sorted(range(len(followed)), key=followed.__getitem__)
    sorted_places = [followed[number] for number in order]
    positions, met, new = list(followed), set[int](), list[float]()
    for group in study.groups:
        place = group.middle
        shapes = group.change != 0 and any(event.repeat for event in group.count_changes)
        if not shapes or not _NEAR_EDGE < place < end - _NEAR_EDGE:
            continue
        beside = bisect_right(sorted_places, place)
        near = [order[i] for i in (beside - 1, beside) if 0 <= i < len(order) and order[i] not in met]
        same = min(near, key=lambda number: abs(followed[number] - place), default=None)
        if same is None or abs(followed[same] - place) > _SAME_WALL:
            new.append(place)
        else:
            met.add(same)
            positions[same] = place
    return _Step(tuple(positions), frozenset(met), tuple(new))


def _born(name: str, position: float, at: int, maps: Sequence[Sequence[Link]]) -> Wall:
    """A wall first seen at a boundary, with its wale traced back to the beginning."""
    positions = [position]
    for links in reversed(maps[:at]):
        positions.append(trace_back(links, positions[-1]))
    return Wall(name, positions[::-1], born=at, seen=1, ends=at)
