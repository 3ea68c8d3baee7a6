"""What the cloth asks of each row, found out once: its lineage, its changes, and which stand together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from knitting.needle.lineage import Event, Link, events, lineage
from knitting.needle.worked import PartWork, WorkedRow
from knitting.rows import Side

_SAME_GROUP = 2.5
"""Changes nearer than this to one another are one group (``yo, k1, yo``)."""


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


@dataclass(frozen=True, eq=False)
class Study:
    """One row studied. ``groups`` gathers all changes that stand together; in ``mixed`` only increases
    beside decreases are gathered, as two increases in a narrow row may belong to different walls.
    """

    links: tuple[Link, ...]
    events: tuple[Event, ...]
    groups: tuple[Group, ...]
    mixed: tuple[Group, ...]


def study_rows(rows: Sequence[WorkedRow]) -> list[Study]:
    """A study of every row; rows of equal work, as those of a standing repeat are, share it."""
    known: dict[tuple[tuple[PartWork, ...], Side], Study] = {}
    found: list[Study] = []
    for row in rows:
        key = (row.work, row.side)
        if key not in known:
            known[key] = _study(row)
        found.append(known[key])
    return found


def _study(row: WorkedRow) -> Study:
    return study_of(lineage(row), events(row))


def study_of(links: tuple[Link, ...], changes: tuple[Event, ...]) -> Study:
    """A study from a row's map and its changes."""
    return Study(links, changes, _groups(changes, alike=True), _groups(changes, alike=False))


def _groups(changes: Sequence[Event], alike: bool) -> tuple[Group, ...]:
    found: list[list[Event]] = []
    for event in changes:
        last = found[-1][-1] if found else None
        near = last is not None and event.new - last.new <= _SAME_GROUP
        if last is not None and near and (alike or event.change * last.change < 0):
            found[-1].append(event)
        else:
            found.append([event])
    return tuple(Group(tuple(each)) for each in found)
