"""What the cloth asks of each row, found out once: its lineage, its changes, and which stand together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from knitting.needle.lineage import CountChange, Link, count_changes, lineage
from knitting.needle.worked import PartWork, WorkedRow
from knitting.rows import Side

_SAME_GROUP = 2.5
"""Changes nearer than this to one another are one group (``yo, k1, yo``)."""


@dataclass(frozen=True, slots=True)
class ChangeGroup:
    """Changes that stand together in one row."""

    count_changes: tuple[CountChange, ...]

    @property
    def change(self) -> int:
        """Their net change."""
        return sum(event.change for event in self.count_changes)

    @property
    def middle(self) -> float:
        """Their middle in stitches after the row."""
        return (self.count_changes[0].new + self.count_changes[-1].new) / 2


@dataclass(frozen=True, eq=False)
class RowStudy:
    """One row studied. ``groups`` gathers all changes that stand together; in ``mixed`` only increases
    beside decreases are gathered, as two increases in a narrow row may belong to different walls.
    """

    links: tuple[Link, ...]
    count_changes: tuple[CountChange, ...]
    groups: tuple[ChangeGroup, ...]
    mixed: tuple[ChangeGroup, ...]


def study_rows(rows: Sequence[WorkedRow]) -> list[RowStudy]:
    """A study of every row; rows of equal work, as those of a standing repeat are, share it."""
    known: dict[tuple[tuple[PartWork, ...], Side], RowStudy] = {}
    found: list[RowStudy] = []
    for row in rows:
        key = (row.work, row.side)
        if key not in known:
            known[key] = _study(row)
        found.append(known[key])
    return found


def _study(row: WorkedRow) -> RowStudy:
    return study_of(lineage(row), count_changes(row))


def study_of(links: tuple[Link, ...], changes: tuple[CountChange, ...]) -> RowStudy:
    """A study from a row's map and its changes."""
    return RowStudy(links, changes, _groups(changes, alike=True), _groups(changes, alike=False))


def _groups(changes: Sequence[CountChange], alike: bool) -> tuple[ChangeGroup, ...]:
    found: list[list[CountChange]] = []
    for event in changes:
        last = found[-1][-1] if found else None
        near = last is not None and event.new - last.new <= _SAME_GROUP
        if last is not None and near and (alike or event.change * last.change < 0):
            found[-1].append(event)
        else:
            found.append([event])
    return tuple(ChangeGroup(tuple(each)) for each in found)
