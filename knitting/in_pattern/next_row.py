"""What the new stitches of a row become in the next one."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from knitting.needle.lineage import count_changes, follow, lineage
from knitting.needle.worked import WorkedRow

_SAME_PLACE = 2.5
_ABOUT = 5


@dataclass(frozen=True, slots=True)
class NewStitch:
    """A new stitch: its place in the row and in its part (from the right-side start), the letter it shows later."""

    at: int
    part: int
    place: int
    of: int
    becomes: str


def new_stitches_in_next_row(row: WorkedRow, following: WorkedRow, now: str, then: str) -> tuple[NewStitch, ...]:
    """What the stitches made in a row become in the one after it. ``now`` and ``then`` are the cells after both rows.

    Increases beside decreases that make up for them are lace, and none; among stitches that are all alike nobody
    wonders.
    """
    changes = count_changes(row)
    starts = _starts(row.after.parts)
    links = lineage(following)
    found: list[NewStitch] = []
    for event in changes:
        lace = any(other.change < 0 and abs(other.new - event.new) < _SAME_PLACE for other in changes)
        if event.change <= 0 or lace:
            continue
        near = range(max(int(event.new - _SAME_PLACE), 0), min(int(event.new + _SAME_PLACE) + 1, len(now)))
        made = [at for at in near if now[at] in "+o" and all(known.at != at for known in found)]
        for at in sorted(made, key=lambda at: abs(at + 0.5 - event.new))[: event.change]:
            part = max(number for number, start in enumerate(starts) if start <= at)
            later = int(follow(links, at + 0.5))
            if later < len(then) and _is_question(then, later):
                found.append(NewStitch(at, part, at - starts[part], row.after.parts[part], then[later]))
    return tuple(found)


def _is_question(then: str, at: int) -> bool:
    """Whether the stitches about a place are not all alike, so that one may wonder what comes there."""
    return len(set(then[max(at - _ABOUT, 0) : at + _ABOUT + 1]) & {"k", "p", "c"}) > 1


def _starts(parts: Sequence[int]) -> list[int]:
    starts = [0]
    for count in parts[:-1]:
        starts.append(starts[-1] + count)
    return starts
