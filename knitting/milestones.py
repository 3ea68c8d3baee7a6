"""Rows worth a look while a piece grows: where it turns, where it begins to widen, where it is widest."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.needle.worked import WorkedPiece
from knitting.working.row_groups import RowGroup, row_groups

_LEAST_ROWS = 6
"""Rows that a stretch must have before its rate is one: a judgement, no source."""
_OTHER_RATE = 0.1
"""The share by which a rate must differ from the one before it to be another."""
_MOST_CHANGES = 4
_NEAR = 3
"""Rows within which a second thing to see is the same sight."""


class MilestoneKind(Enum):
    """What is to be seen."""

    TAB = "the tab"
    FIRST_INCREASE = "the first increase"
    FIRST_DECREASE = "the first decrease"
    OTHER_RATE = "a change of rate"
    WIDEST = "the widest row"
    LAST = "the last row"


@dataclass(frozen=True, slots=True)
class Milestone:
    """A row (from 1) after which something is to be seen; ``rate`` are the stitches that each row after it gains."""

    kind: MilestoneKind
    row: int
    rate: float = 0.0


def milestones(worked: WorkedPiece) -> tuple[Milestone, ...]:
    """The rows of a piece that are worth a look, in their order; at most one for each row."""
    rows = worked.rows[: worked.sound_rows]
    if not rows:
        return ()
    found: dict[int, Milestone] = {len(rows): Milestone(MilestoneKind.LAST, len(rows))}
    widest = max(range(len(rows)), key=lambda at: rows[at].end) + 1
    if len({row.end for row in rows}) > 1 and widest < len(rows) - _NEAR:
        found[widest] = Milestone(MilestoneKind.WIDEST, widest)
    for kind, sign in ((MilestoneKind.FIRST_DECREASE, -1), (MilestoneKind.FIRST_INCREASE, 1)):
        shaped = (at for at, row in enumerate(rows, start=1) if sign * (row.end - row.start) > 0)
        first = next((at for at in shaped if at > worked.tab_rows), 0)
        if first:
            found[first] = Milestone(kind, first)
    if worked.tab_rows:
        found[worked.tab_rows] = Milestone(MilestoneKind.TAB, worked.tab_rows)
    for each in _changes_of_rate(worked):
        if all(abs(each.row - other) > _NEAR for other in found):
            found[each.row] = each
    return tuple(found[row] for row in sorted(found))


def _changes_of_rate(worked: WorkedPiece) -> list[Milestone]:
    found: list[Milestone] = []
    rate: float | None = None
    short: RowGroup | None = None
    for group in row_groups(worked):
        if group.last >= worked.sound_rows:
            break
        if group.last - group.first + 1 < _LEAST_ROWS:
            short = group
            continue
        now = _rate(group)
        if rate is not None and abs(now - rate) > _OTHER_RATE * max(abs(rate), 0.5):
            # A row that is written once and then repeated is where the rate begins.
            first = short.first if short and short.last + 1 == group.first and _rate(short) == now else group.first
            found.append(Milestone(MilestoneKind.OTHER_RATE, first + 1, now))
        rate = now
    return found[:_MOST_CHANGES]


def _rate(group: RowGroup) -> float:
    return (group.end - group.start) / (group.last - group.first + 1)
