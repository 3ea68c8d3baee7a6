"""One row in pattern: the old stitches are taken in working order, the new ones put into their parts."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from functools import lru_cache
from typing import NamedTuple, Protocol

import numpy as np

from knitting.fabric import Fabric, fabric_run, seen_from_behind
from knitting.fabric.written import FabricRun, Kinds, RepeatedRow
from knitting.in_pattern.fabric_detection import continued_fabric, detect_fabric
from knitting.in_pattern.new_columns import NewStitches, cut_runs, with_new_columns
from knitting.in_pattern.stitch_columns import (
    NONE,
    ColumnRun,
    Flags,
    LeftNeedle,
    Letters,
    StitchColumns,
    laid_on,
    letters_of,
)
from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, PartWork, Run, Workable, WorkedRow
from knitting.rows import Side
from knitting.stitches import IN_PATTERN, KNIT, Face, Family, Lean, StitchKind, letter_of

AS_SET = frozenset({"pattern", "as_they_appear", "rib"})
"""Fabrics that are told from the rows below."""


class PatternContext(Protocol):
    """What a row has to know of the piece: its fabrics by their numbers, and what stands below."""

    known: Mapping[str, Fabric]
    fabrics: list[Fabric | None]
    numbers: dict[Fabric, int]

    def number_of(self, fabric: Fabric) -> int:
        """The number of a fabric among those met."""

    def rows_below(self, row: WorkedRow, first: int, count: int) -> list[Letters]:
        """What the rows below show in the columns of some stitches, the newest last."""


def asks_for_fabric(runs: Sequence[Run]) -> bool:
    """Whether some runs are as a fabric asks."""
    return any(
        isinstance(work, FabricWork) or (isinstance(work, GroupWork) and asks_for_fabric(work.runs)) for work, _ in runs
    )


class RowInPattern:
    """One row: takes the old stitches in working order and puts the new ones into their parts."""

    def __init__(self, weaver: PatternContext, at: int, row: WorkedRow, old: StitchColumns) -> None:
        self.weaver, self.at, self.row = weaver, at, row
        self.behind = row.side is Side.WS
        self.before, self.old = old, LeftNeedle(old, self.behind)
        self.laid: list[NewStitches] = []
        self.pairs = 0
        self.moved = False

    def part(self, part: PartWork, asked: bool = True) -> PartWork:
        """One part of the row, its stitches found; one that is never in pattern is only passed.

        Stitches worked into a marked one may stand in the parts beside it, so that parts are told apart at the end.
        """
        if not asked:
            self._pass(part.runs)
            return part
        found = _RunList()
        self._work_all(part.runs, found)
        return PartWork(tuple(found), part.stitches, part.mark, part.after) if found.in_pattern else part

    def _pass(self, runs: Sequence[Run]) -> None:
        """Stitches of which nothing has to be known."""
        uses, makes = (
            sum([run.work.uses * run.times for run in runs]),
            sum([run.work.makes * run.times for run in runs]),
        )
        passed = self.old.take(uses, b"\0")
        self.moved |= uses != makes
        self.laid.append(NewStitches(passed if uses == makes else StitchColumns.fresh(makes)))

    def after(self) -> list[list[NewStitches]]:
        """What the parts hold after the row in right-side order; none where they do not come to its counts."""
        counts = [part.stitches for part in self.row.work]
        self._reach_end()
        if sum(counts) != sum([len(each.grain.letters) for each in self.laid]):
            return []
        return [*cut_runs(self._in_rs_order, counts[::-1] if self.behind else counts)]

    def unmoved(self) -> StitchColumns | None:
        """What stands on the needle where every stitch was worked into its own column; ``None`` where some were not."""
        self._reach_end()
        if self.moved:
            return None
        return StitchColumns(self.before.wales, b"".join([each.grain.letters for each in self._in_rs_order]))

    def _reach_end(self) -> None:
        if self.old.left:  # the row was turned before
            self.laid.append(NewStitches(self.old.take(self.old.left)))

    def worked_in_pattern(self) -> Flags:
        """Which stitches were worked as a fabric asks, in right-side order."""
        laid = self._in_rs_order
        return np.repeat(np.array([each.told for each in laid], dtype=bool), [each.grain.stitches for each in laid])

    @property
    def _in_rs_order(self) -> list[NewStitches]:
        return self.laid[::-1] if self.behind else self.laid

    def _work_all(self, runs: Sequence[Run], found: _RunList) -> None:
        """Work some runs one after the other; what they are worked as is ``found``."""
        at = 0
        while at < len(runs):
            run = runs[at]
            work, times = run
            at += 1
            if isinstance(work, StitchKind):
                end = _balanced(runs, at - 1) if work.uses != work.makes > 0 else 0
                if end:
                    self._in_place(runs[at - 1 : end])
                    found.extend(runs[at - 1 : end])
                    at = end
                else:
                    self._work(work, times)
                    found.add(run)
            elif isinstance(work, FabricWork):
                self._in_fabric(work.fabric, times, found)
            elif isinstance(work, GroupWork):
                self._group(run, work, found)
            else:
                self._work(work, times)
                found.add(run)

    def _group(self, run: Run, group: GroupWork, found: _RunList) -> None:
        if self._plain(group, run.times):
            found.add(run)
            return
        inner = _RunList()
        for _ in range(run.times):
            self._work_all(group.runs, inner)
        found.extend(inner if inner.in_pattern else [run])
        found.in_pattern |= inner.in_pattern

    def _in_place(self, runs: Sequence[Run]) -> None:
        """Increases and decreases beside each other that make up for one another: the columns stay."""
        grain = self.old.take(sum(run.work.uses * run.times for run in runs))
        said = b"".join([self._letter(run.work) * (run.work.makes * run.times) for run in runs])
        self.laid.append(NewStitches(grain.showing(self._seen(said, grain.stitches))))

    def _plain(self, group: GroupWork, times: int) -> bool:
        """Take a repeat of nothing but plain stitches at once; false if it is none."""
        for inner in group.runs:
            if not isinstance(inner.work, StitchKind) or inner.work.family is not Family.PLAIN:
                return False
        once = b"".join([self._letter(inner.work) * inner.times for inner in group.runs])
        grain = self.old.take(len(once) * times)
        self.laid.append(NewStitches(grain.showing(self._seen(once * times, grain.stitches))))
        return True

    def _seen(self, worked: bytes, stitches: int) -> bytes:
        """Letters in working order as the right side shows them, of as many stitches as there were."""
        return worked[:stitches][::-1] if self.behind else worked[:stitches]

    def _letter(self, work: Workable) -> bytes:
        return _letter(work, self.behind) if isinstance(work, StitchKind) else b"+"

    def _face(self, work: Workable) -> bytes:
        """The face of the old one of two stitches made of one."""
        plain = work.face_on_rs if isinstance(work, StitchKind) else Face.KNIT
        return b"k" if (plain is Face.KNIT) is not self.behind else b"p"

    def _work(self, work: Workable, times: int) -> None:
        uses, makes = work.uses, work.makes
        if uses == makes == 1 and isinstance(work, StitchKind):
            grain = self.old.take(times, self._letter(work) if work.family is Family.PLAIN else b"")
            self.laid.append(NewStitches(grain))
            return
        self.moved = True
        if makes == 0:
            self.old.take(uses * times)
        elif uses == 0:
            self.laid.append(
                NewStitches(StitchColumns.fresh(makes * times, self._letter(work)), fresh=True, counts=True)
            )
        else:
            for _ in range(times):
                self._one(work)

    def _one(self, work: Workable) -> None:
        """Some stitches worked into others, or together."""
        old = self.old.take(work.uses)
        if not old.stitches:
            return  # the row came to its end before
        shown = self._letters_of(work)
        if work.makes == 1:
            top = self._on_top(work, old.stitches)
            self.laid.append(NewStitches(old.cut(top, top + 1).showing(shown)))
            return
        kept = min(work.uses, work.makes)
        middle = (work.makes - kept) // 2
        self.pairs += 1
        pair = self.pairs if work.uses == 1 and work.makes == 2 else 0
        for at in range(work.makes):
            from_ = min(max(at - middle, 0), old.stitches - 1)
            place = old.stitches - 1 - from_ if self.behind else from_
            stitch = old.cut(place, place + 1).showing(shown[at : at + 1])
            fresh = pair > 0 or not middle <= at < middle + kept
            self.laid.append(NewStitches(stitch, fresh, counts=fresh, pair=pair))

    def _letters_of(self, work: Workable) -> bytes:
        """What stitches worked into others show, in working order."""
        if isinstance(work, ClusterWork):
            return b"".join(self._letter(step.stitch) * (step.stitch.makes * step.times) for step in work.cluster.steps)
        if work.makes == 2 and work.uses == 1:
            return self._face(work) + b"+"
        return self._letter(work) * work.makes

    def _on_top(self, work: Workable, uses: int) -> int:
        """Which of the stitches worked together lies on top, in right-side order."""
        lean = work.lean if isinstance(work, StitchKind) else Lean.NONE
        if lean is Lean.UPRIGHT:
            return (uses - 1) // 2 if self.behind else uses // 2
        return 0 if lean is Lean.LEFT else uses - 1

    # -- in fabric -----------------------------------------------------------------------------------------

    def _in_fabric(self, name: str, count: int, found: _RunList) -> None:
        found.in_pattern = True
        first = self.old.left - count if self.behind else self.old.past
        taken = self.old.take(count)
        placed = self._placed(name, taken, first)
        self.moved |= placed is None or placed.counts
        if placed is None:
            self.laid.append(NewStitches(taken.showing(bytes(taken.stitches)), told=True, counts=True))
            found.add(Run(IN_PATTERN, count))
            return
        fabric, wales, counts = placed
        row = (self.at - wales[0].since) % fabric.height
        pieces = [fabric_run(fabric, row, each.first, each.width) for each in wales]
        grain = StitchColumns(wales, "".join([piece.letters for piece in pieces]).encode())
        self.laid.append(NewStitches(grain, told=True, counts=counts, figured=fabric.width > 1))
        for piece in reversed(pieces) if self.behind else pieces:
            _put(piece, self.behind, found)

    def _placed(self, name: str, grain: StitchColumns, first: int) -> _PlacedFabric | None:
        """The fabric of a stretch, and where its stitches stand in it."""
        known = self._known(name, grain)
        if known is not None:
            return known
        if name in AS_SET:
            found = detect_fabric(self.weaver.rows_below(self.row, first, grain.stitches))
            if found is None:
                return None
            fabric, row, column = found[0], found[1], 0
        elif name in self.weaver.known:
            fabric = self.weaver.known[name]
            row, column = continued_fabric(fabric, letters_of(grain), self.behind, self.row.in_round)
        else:
            return None
        wales = ColumnRun(grain.stitches, self.weaver.number_of(fabric), column, self.at - row)
        return _PlacedFabric(fabric, (wales,), True)

    def _known(self, name: str, grain: StitchColumns) -> _PlacedFabric | None:
        """The fabric that some of the stitches are in already; the others are counted on from them."""
        wanted: int | None = None
        if name not in AS_SET:
            known = self.weaver.known.get(name)
            wanted = self.weaver.numbers.get(known, -1) if known is not None else -1
        for wales in grain.wales:
            if wales.fabric == wanted or (wanted is None and wales.fabric != NONE):
                _, number, _, since = wales
                break
        else:
            return None
        fabric = self.weaver.fabrics[number]
        assert fabric is not None
        inside = [each.fabric == number and each.since == since for each in grain.wales]
        if all(inside):
            return _PlacedFabric(fabric, grain.wales, False)
        bits = zip(grain.wales, inside, strict=True)
        counted, _ = with_new_columns(
            [NewStitches(StitchColumns((each,), bytes(each.width)), not own, own, counts=True) for each, own in bits]
        )
        in_one = laid_on([each._replace(fabric=number, since=since) for each in counted.wales])
        return _PlacedFabric(fabric, in_one, True)


class _PlacedFabric(NamedTuple):
    """A fabric, where some stitches stand in it (right-side order), and whether they came into it in this row."""

    fabric: Fabric
    wales: tuple[ColumnRun, ...]
    counts: bool


class _RunList(list[Run]):
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


@lru_cache(maxsize=512)
def _letter(stitch: StitchKind, behind: bool) -> bytes:
    return letter_of(stitch, behind).encode()


def _balanced(runs: Sequence[Run], at: int) -> int:
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


def _put(piece: FabricRun, behind: bool, found: _RunList) -> None:
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
