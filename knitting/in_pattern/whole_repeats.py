"""When the next repeat of a pattern is whole, and when whole repeats fill a part: told from what its ends gain.

Rows in which the sums cannot come out are not worked stitch by stitch; the one in which they do is.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import NamedTuple

from knitting.in_pattern.facts import NEAR_END
from knitting.in_pattern.growing_edges import EdgePart, GrowingEdges

_AHEAD = 60
"""Rows that are looked ahead."""


@dataclass(frozen=True, slots=True)
class NextRepeat:
    """The row (from 1) after which a part holds one whole repeat more, and the end at which it grew."""

    row: int
    right: bool


class _Gained(NamedTuple):
    """What the right and the left end of a part have gained up to a row (from 0)."""

    row: int
    right: int
    left: int


def next_repeat(found: GrowingEdges, row: int, part: int) -> NextRepeat | None:
    """When the next repeat of a part is whole after a row (from 0), while the needle has the same parts."""
    here = found.part(row, part)
    if here is None or here.fabric is None or here.fabric.width == 1:
        return None
    whole = here.repeats[1]
    for gained in _gained(found, row, part, _AHEAD):
        if not _may_have_another(here, gained):
            continue
        there = found.part(gained.row, part)
        if there is None or there.fabric is None or there.fabric.key != here.fabric.key:
            return None
        if there.repeats[1] > whole:
            begin = here.repeats[0] if whole else there.repeats[0] + 1
            return NextRepeat(gained.row + 1, there.repeats[0] < begin)
    return None


def whole_at(found: GrowingEdges, part: int, since: int = 0, ahead: int = _AHEAD) -> int | None:
    """The first row (from 1) after which whole repeats fill a part from end to end; ``None`` if none of those does
    that are looked at."""
    at, end = since, min(since + ahead, len(found.rows))
    while at < end:
        here = found.part(at, part)
        if here is None or here.is_whole:
            return at + 1 if here is not None else None
        for gained in _gained(found, at, part, end - at):
            at = gained.row
            there = found.part(at, part) if _may_be_whole(here, gained) else None
            if there is not None and there.is_whole:
                return at + 1
        at += 1  # the needle has other parts from here on
    return None


def _gained(found: GrowingEdges, row: int, part: int, ahead: int) -> Iterator[_Gained]:
    right = left = 0
    for at in range(row + 1, min(row + ahead, len(found.rows))):
        if found.wide(at) != found.wide(row):
            return
        for place, at_right, change in found.changes(at):
            if place == part:
                right, left = (right + change, left) if at_right else (right, left + change)
        yield _Gained(at, right, left)


def _may_have_another(here: EdgePart, gained: _Gained) -> bool:
    """Whether the ends may have gained as much as one repeat more asks for. What grows beyond many other stitches is
    none of the pattern's."""
    assert here.fabric is not None
    right, left = here.waiting
    width = here.fabric.width
    grows_right, grows_left = (beside <= NEAR_END for beside in here.beside)
    if not here.repeats[1]:
        return here.count + gained.right * grows_right + gained.left * grows_left >= width
    return bool((grows_right and right + gained.right >= width) or (grows_left and left + gained.left >= width))


def _may_be_whole(here: EdgePart, gained: _Gained) -> bool:
    if here.fabric is None:
        return True
    width, (right, left) = here.fabric.width, here.beside
    first, last = here.first - gained.right, here.last + gained.left
    # What lies beside it now stays there, as a border does, or will be in it as well.
    return any(begin % width == 0 for begin in (first, first - right)) and any(
        (end + 1) % width == 0 for end in (last, last + left)
    )
