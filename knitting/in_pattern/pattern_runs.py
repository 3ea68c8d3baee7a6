"""A stretch of a fabric as runs in working order."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import lru_cache

from knitting.fabric import seen_from_behind
from knitting.fabric.written import FabricRun, Kinds, RepeatedRow
from knitting.needle.worked import GroupWork, Run
from knitting.stitches import KNIT, StitchKind


class RunList(list[Run]):
    """Runs one after the other, neighbouring ones of the same stitch as one; whether a fabric asked for some."""

    in_pattern = False

    def add(self, run: Run) -> None:
        """One more."""
        if self and self[-1].work is run.work:
            self[-1] = Run(run.work, self[-1].times + run.times)
        else:
            self.append(run)

    def extend(self, runs: Iterable[Run]) -> None:
        """Some more."""
        for run in runs:
            self.add(run)


def balanced(runs: Sequence[Run], at: int) -> int:
    """The end of the shortest row of increases and decreases from a place that leaves the count as it was; 0 if the
    stitch there stands alone."""
    used = made = 0
    for place in range(at, len(runs)):
        work, times = runs[place]
        if not isinstance(work, StitchKind) or work.uses == work.makes or not work.makes:
            return 0
        used, made = used + work.uses * times, made + work.makes * times
        if used == made:
            return place + 1
    return 0


def put_run(piece: FabricRun, behind: bool, found: RunList) -> None:
    """A stretch of a fabric as it is worked."""
    first, group, again, last = _worked(piece.repeated, behind)
    found.extend(first)
    if piece.times == 1:
        found.extend(group)
    elif piece.times:
        found.add(Run(again.work, again.times * piece.times))
    found.extend(last)


@lru_cache(maxsize=4_096)
def _worked(repeated: RepeatedRow, behind: bool) -> tuple[tuple[Run, ...], tuple[Run, ...], Run, tuple[Run, ...]]:
    """What comes before the repeat in working order, the repeat once, the same as one run, and what comes after."""
    head, group, tail = (_runs(kinds, behind) for kinds in (repeated.head, repeated.group, repeated.tail))
    again = group[0] if len(group) == 1 else Run(_group(group), 1)
    return (tail, group, again, head) if behind else (head, group, again, tail)


def _runs(kinds: Kinds, behind: bool) -> tuple[Run, ...]:
    """Stitches in right-side order as runs in working order."""
    if not behind:
        return tuple(Run(kind, many) for kind, many in kinds)
    return tuple(Run(seen_from_behind(kind) or KNIT, many) for kind, many in reversed(kinds))


@lru_cache(maxsize=1_024)
def _group(runs: tuple[Run, ...]) -> GroupWork:
    """The same object for the same runs: neighbouring repeats are told by it."""
    return GroupWork(runs)
