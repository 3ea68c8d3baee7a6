"""A piece as it is on the needles: its rows worked on from counts that are other than written."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from knitting.diagnosis.replay import Replay
from knitting.in_pattern.asked import in_pattern, is_patterned
from knitting.log import CountDifference
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.working.piece_worker import counted


@dataclass(frozen=True)
class AsKnitted:
    """The piece with the rows that differ as they come to be. ``stuck`` is the row (from 1) that cannot be worked on
    the counts before it, so that it and those after it stand as written; 0 where there is none."""

    worked: WorkedPiece
    stuck: int = 0


def as_knitted(worked: WorkedPiece, differences: Sequence[CountDifference]) -> AsKnitted:
    """Every row after a difference worked on what is really there; differences that do not fit the needle are left out.

    Counts of later differences take the place of what the rows would have come to.
    """
    wanted = {each.row: each.counts for each in differences if 0 <= each.row <= len(worked.rows)}
    if not wanted or not worked.rows:
        return AsKnitted(worked)
    patterned = is_patterned(worked.piece)
    base = counted(worked.piece, gauge=worked.piece.headers.gauge) if patterned else worked
    rows, stuck = _worked_on(Replay(base), wanted)
    if rows == list(base.rows):
        return AsKnitted(worked, stuck)
    found = replace(base, rows=tuple(rows), needle=rows[-1].after if not stuck else base.needle)
    return AsKnitted(in_pattern(found) if patterned else found, stuck)


def _worked_on(replay: Replay, wanted: dict[int, tuple[int, ...]]) -> tuple[list[WorkedRow], int]:
    written = replay.worked.rows
    rows = list(written)
    needle: Needle | None = None
    stuck = 0
    for at in range(min(wanted), len(rows) + 1):
        standing = needle if needle is not None else _standing(written, at)
        needle = _counted(standing, wanted.get(at)) or needle
        if needle is not None and at and at in wanted:
            rows[at - 1] = rows[at - 1]._replace(after=needle)
        if at == len(rows) or needle is None or needle == written[at].before:
            needle = None
            continue
        result = replay.result(needle, at) if at == 0 or replay.goes_on(at) else None
        if result is None:
            stuck, needle = stuck or at + 1, None
            continue
        rows[at] = rows[at]._replace(before=needle, after=result.after, work=result.work)
        needle = result.after
    return rows, stuck


def _standing(rows: Sequence[WorkedRow], at: int) -> Needle:
    return rows[at - 1].after if at else rows[0].before


def _counted(needle: Needle, counts: tuple[int, ...] | None) -> Needle | None:
    """A needle with other counts, if they are some that it can have."""
    fits = counts is not None and len(counts) == len(needle.counts) and min(counts) >= 0
    return needle._replace(counts=counts) if fits and counts is not None else None
