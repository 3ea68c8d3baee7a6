"""Walls: the lines along which a cloth bends. Edges, marks, and the boundaries of shaped repeats.

Positions are in stitches from the right-side start, one for each boundary between rows.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass, field

from knitting.needle.lineage import Event, Link, events, lineage
from knitting.needle.worked import WorkedRow

_SAME_GROUP = 2.5
"""Changes nearer than this to one another are one group (``yo, k1, yo``)."""
_NEAR_EDGE = 5.0
"""A repeat's changes this near to a free edge belong to the edge."""
_SAME_WALL = 2.6
"""How far a repeat's change may lie from where the wale of the one before it leads."""
_LEAST_ROWS = 4
"""A repeat's changes make a wall if they come back at least this often."""


@dataclass
class Wall:
    """One line through the rows: ``positions[r]`` for the boundary above row ``r`` (0: the beginning)."""

    name: str
    positions: list[float]
    marked: bool = False
    seen: int = 0
    born: int = 0
    ends: int = field(default=0)


@dataclass(frozen=True, slots=True)
class Group:
    """Changes that stand together in one row."""

    events: tuple[Event, ...]

    @property
    def change(self) -> int:
        """Their net change."""
        return sum(event.change for event in self.events)

    @property
    def middle(self) -> float:
        """Their middle in stitches after the row."""
        return (self.events[0].new + self.events[-1].new) / 2


def groups(row: WorkedRow, alike: bool = True) -> list[Group]:
    """The changes of a row, gathered where they stand together.

    With ``alike`` false, only increases beside decreases are gathered (``k2tog, yo, k2tog``), and two
    increases beside one another stay apart: in a narrow row they may belong to different walls.
    """
    found: list[list[Event]] = []
    for event in events(row):
        last = found[-1][-1] if found else None
        near = last is not None and event.new - last.new <= _SAME_GROUP
        if last is not None and near and (alike or event.change * last.change < 0):
            found[-1].append(event)
        else:
            found.append([event])
    return [Group(tuple(each)) for each in found]


def follow(links: Sequence[Link], position: float) -> float:
    """Where the wale at a place before a row stands after it."""
    at = max(bisect_right(links, position, key=lambda link: link.old) - 1, 0)
    while at > 0 and links[at].uses == 0:
        at -= 1
    if at >= len(links):
        return position
    link = links[at]
    if link.uses == 0:
        return link.new
    times, rest = divmod(position - link.old, link.uses)
    times, rest = (link.times, 0.0) if times >= link.times else (times, rest)
    return link.new + link.makes * (times + rest / link.uses)


def trace_back(links: Sequence[Link], position: float) -> float:
    """Where the wale at a place after a row stood before it: the same map, read the other way."""
    return follow([Link(link.new, link.old, link.makes, link.uses, link.times) for link in links], position)


def find_walls(rows: Sequence[WorkedRow]) -> list[Wall]:
    """The walls from the right-side start to the end: an edge, what lies between, the other edge."""
    maps = [lineage(row) for row in rows]
    counts = [rows[0].start, *(row.end for row in rows)]
    inner = _mark_walls(rows, maps)
    if not inner:
        inner = _repeat_walls(rows, maps)
    for wall in inner:
        wall.positions = [min(max(at, 0.0), float(count)) for at, count in zip(wall.positions, counts, strict=True)]
    inner.sort(key=lambda wall: (sum(wall.positions), wall.name))
    start = Wall("start edge", [0.0] * len(counts))
    end = Wall("end edge", [float(count) for count in counts])
    return [start, *inner, end]


def _mark_walls(rows: Sequence[WorkedRow], maps: Sequence[Sequence[Link]]) -> list[Wall]:
    """One wall for every mark, followed along its wale through the rows before it was set and after it went."""
    walls: list[Wall] = []
    live: list[Wall] = []
    for at, needle in enumerate([rows[0].before, *(row.after for row in rows)]):
        if at:
            for wall in live:
                wall.positions.append(follow(maps[at - 1], wall.positions[-1]))
        free = list(live)
        for mark, position in zip(needle.marks, needle.mark_positions, strict=True):
            same = min(free, key=lambda wall: abs(wall.positions[-1] - position), default=None)
            if same is None or abs(same.positions[-1] - position) > _SAME_WALL:
                same = _born(mark.name, position, at, maps)
                live.append(same)
                walls.append(same)
            else:
                free.remove(same)
            same.positions[-1] = position
            same.ends = at
    for number, wall in enumerate(sorted(walls, key=lambda wall: wall.positions[-1]), start=1):
        wall.marked = True
        wall.name = wall.name or (f"mark {number}" if len(walls) > 1 else "mark")
    return walls


def _repeat_walls(rows: Sequence[WorkedRow], maps: Sequence[Sequence[Link]]) -> list[Wall]:
    """Walls where a repeat's changes come back over one another, as in zigzags."""
    live: list[Wall] = []
    for at, row in enumerate(rows, start=1):
        for wall in live:
            wall.positions.append(follow(maps[at - 1], wall.positions[-1]))
        free = list(live)
        for group in groups(row):
            place = group.middle
            shapes = group.change != 0 and any(event.repeat for event in group.events)
            if not shapes or not _NEAR_EDGE < place < row.end - _NEAR_EDGE:
                continue
            same = min(free, key=lambda wall: abs(wall.positions[-1] - place), default=None)
            if same is None or abs(same.positions[-1] - place) > _SAME_WALL:
                same = _born("", place, at, maps)
                live.append(same)
            else:
                free.remove(same)
            same.positions[-1] = place
            same.seen += 1
    lasting = [wall for wall in live if wall.seen >= _LEAST_ROWS]
    for number, wall in enumerate(sorted(lasting, key=lambda wall: wall.positions[-1]), start=1):
        wall.name = f"repeat line {number}"
    return lasting


def _born(name: str, position: float, at: int, maps: Sequence[Sequence[Link]]) -> Wall:
    """A wall first seen at a boundary, with its wale traced back to the beginning."""
    positions = [position]
    for links in reversed(maps[:at]):
        positions.append(trace_back(links, positions[-1]))
    return Wall(name, positions[::-1], born=at)
