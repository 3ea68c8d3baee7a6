"""Which stitch stands on which: the one map between two rows, in run-length pieces."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from knitting.needle.worked import GroupWork, Run, WorkedRow
from knitting.rows import Side
from knitting.stitches import StitchKind


class Link(NamedTuple):
    """``times`` stitches of one kind in a row, from the right-side start.

    The first takes old stitches ``old`` to ``old + uses``, and makes new ones ``new`` to ``new + makes``;
    each of the others lies as many further on.
    """

    old: int
    new: int
    uses: int
    makes: int
    times: int


@dataclass(frozen=True, slots=True)
class CountChange:
    """A change of count: ``change`` stitches at ``old`` (before the row) and ``new`` (after it).

    Both are in stitches from the right-side start, at the middle of what is taken or made. ``part`` counts the
    parts between marks from the right-side start; ``stitch`` is ``None`` for a cluster.
    """

    stitch: StitchKind | None
    change: int
    old: float
    new: float
    part: int
    repeat: bool = False


def lineage(row: WorkedRow) -> tuple[Link, ...]:
    """The links of a row in right-side order; together they use every stitch before it and make every one after it."""
    pieces = list(_flat(run for part in row.work for run in part.runs))
    if row.side is Side.WS:
        pieces = [(uses, makes, times) for uses, makes, times in reversed(pieces)]
    links: list[Link] = []
    old = new = 0
    for uses, makes, times in pieces:
        links.append(Link(old, new, uses, makes, times))
        old += uses * times
        new += makes * times
    if old < row.start:
        links.append(Link(old, new, 1, 1, row.start - old))
    return tuple(links)


def _flat(runs: Iterator[Run] | Sequence[Run]) -> Iterator[tuple[int, int, int]]:
    for run in runs:
        if isinstance(run.work, GroupWork):
            for _ in range(run.times):
                yield from _flat(run.work.runs)
        else:
            yield run.work.uses, run.work.makes, run.times


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


def count_changes(row: WorkedRow) -> tuple[CountChange, ...]:
    """Every change of count in a row, in right-side order."""
    found: list[CountChange] = []
    turned = row.side is Side.WS
    old = new = 0
    for index, part in enumerate(row.work):
        place = len(row.work) - 1 - index if turned else index
        for run in part.runs:
            for work, repeat in _each(run):
                uses, makes = work.work.uses * work.times, work.work.makes * work.times
                if work.work.uses != work.work.makes:
                    found += _events_of(work, old, new, place, repeat)
                old, new = old + uses, new + makes
    if not turned:
        return tuple(found)
    start, end = row.start, row.end
    mirrored = [CountChange(e.stitch, e.change, start - e.old, end - e.new, e.part, e.repeat) for e in reversed(found)]
    return tuple(mirrored)


def _each(run: Run, repeat: bool = False) -> Iterator[tuple[Run, bool]]:
    if isinstance(run.work, GroupWork):
        for _ in range(run.times):
            for inner in run.work.runs:
                yield from _each(inner, repeat or run.times > 1)
    else:
        yield run, repeat


def _events_of(run: Run, old: int, new: int, part: int, repeat: bool) -> list[CountChange]:
    work = run.work
    stitch = work if isinstance(work, StitchKind) else None
    change = work.makes - work.uses
    return [
        CountChange(stitch, change, old + work.uses * (t + 0.5), new + work.makes * (t + 0.5), part, repeat)
        for t in range(run.times)
    ]
