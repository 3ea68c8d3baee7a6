"""One row in pattern: the old stitches are taken in working order, the new ones put into their parts."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import NamedTuple, Protocol

import numpy as np

from knitting.fabric import Fabric, fabric_run
from knitting.in_pattern.fabric_detection import continued_fabric, detect_fabric
from knitting.in_pattern.new_columns import NewStitches, cut_runs, with_new_columns
from knitting.in_pattern.pattern_runs import RunList, balanced, put_run
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
from knitting.stitches import IN_PATTERN, Face, Family, Lean, StitchKind, letter_of

AS_SET = frozenset({"pattern", "as_they_appear", "rib"})
"""Fabrics that are told from the rows below."""


class PatternContext(Protocol):
    """What a row has to know of the piece: its fabrics by their numbers, and what stands below."""

    known: Mapping[str, Fabric]
    fabrics: list[Fabric | None]
    numbers: dict[Fabric, int]
    widths: list[int]

    def number_of(self, fabric: Fabric) -> int:
        """The number of a fabric among those met."""

    def rows_below(self, row: WorkedRow, first: int, count: int) -> list[Letters]:
        """What the rows below show in the columns of some stitches, the newest last."""


class RowInPattern:
    """One row: takes the old stitches in working order and puts the new ones into their parts."""

    def __init__(self, context: PatternContext, at: int, row: WorkedRow, old: StitchColumns) -> None:
        self.context, self.at, self.row = context, at, row
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
        found = RunList()
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
        if sum(counts) != sum([len(each.columns.letters) for each in self.laid]):
            return []
        return [*cut_runs(self._in_rs_order, counts[::-1] if self.behind else counts)]

    def unmoved(self) -> StitchColumns | None:
        """What stands on the needle where every stitch was worked into its own column; ``None`` where some were not."""
        self._reach_end()
        if self.moved:
            return None
        return StitchColumns(self.before.wales, b"".join([each.columns.letters for each in self._in_rs_order]))

    def _reach_end(self) -> None:
        if self.old.left:  # the row was turned before
            self.laid.append(NewStitches(self.old.take(self.old.left)))

    def worked_in_pattern(self) -> Flags:
        """Which stitches were worked as a fabric asks, in right-side order."""
        laid = self._in_rs_order
        return np.repeat(np.array([each.told for each in laid], dtype=bool), [each.columns.stitches for each in laid])

    @property
    def _in_rs_order(self) -> list[NewStitches]:
        return self.laid[::-1] if self.behind else self.laid

    def _work_all(self, runs: Sequence[Run], found: RunList) -> None:
        """Work some runs one after the other; what they are worked as is ``found``."""
        at = 0
        while at < len(runs):
            run = runs[at]
            work, times = run
            at += 1
            if isinstance(work, StitchKind):
                end = balanced(runs, at - 1) if work.uses != work.makes > 0 else 0
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

    def _group(self, run: Run, group: GroupWork, found: RunList) -> None:
        if self._plain(group, run.times):
            found.add(run)
            return
        inner = RunList()
        for _ in range(run.times):
            self._work_all(group.runs, inner)
        found.extend(inner if inner.in_pattern else [run])
        found.in_pattern |= inner.in_pattern

    def _in_place(self, runs: Sequence[Run]) -> None:
        """Increases and decreases beside each other that make up for one another: the columns stay."""
        columns = self.old.take(sum(run.work.uses * run.times for run in runs))
        said = b"".join([self._letter(run.work) * (run.work.makes * run.times) for run in runs])
        self.laid.append(NewStitches(columns.showing(self._seen(said, columns.stitches))))

    def _plain(self, group: GroupWork, times: int) -> bool:
        """Take a repeat of nothing but plain stitches at once; false if it is none."""
        for inner in group.runs:
            if not isinstance(inner.work, StitchKind) or inner.work.family is not Family.PLAIN:
                return False
        once = b"".join([self._letter(inner.work) * inner.times for inner in group.runs])
        columns = self.old.take(len(once) * times)
        self.laid.append(NewStitches(columns.showing(self._seen(once * times, columns.stitches))))
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
            columns = self.old.take(times, self._letter(work) if work.family is Family.PLAIN else b"")
            self.laid.append(NewStitches(columns))
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

    def _in_fabric(self, name: str, count: int, found: RunList) -> None:
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
        columns = StitchColumns(wales, "".join([piece.letters for piece in pieces]).encode())
        self.laid.append(NewStitches(columns, told=True, counts=counts, figured=fabric.width > 1))
        for piece in reversed(pieces) if self.behind else pieces:
            put_run(piece, self.behind, found)

    def _placed(self, name: str, columns: StitchColumns, first: int) -> _PlacedFabric | None:
        """The fabric of a stretch, and where its stitches stand in it."""
        known = self._known(name, columns)
        if known is not None:
            return known
        if name in AS_SET:
            found = detect_fabric(self.context.rows_below(self.row, first, columns.stitches))
            if found is None:
                return None
            fabric, row, column = found[0], found[1], 0
        elif name in self.context.known:
            fabric = self.context.known[name]
            row, column = continued_fabric(fabric, letters_of(columns), self.behind, self.row.in_round)
        else:
            return None
        wales = ColumnRun(columns.stitches, self.context.number_of(fabric), column, self.at - row)
        return _PlacedFabric(fabric, (wales,), True)

    def _known(self, name: str, columns: StitchColumns) -> _PlacedFabric | None:
        """The fabric that some of the stitches are in already; the others are counted on from them."""
        wanted: int | None = None
        if name not in AS_SET:
            known = self.context.known.get(name)
            wanted = self.context.numbers.get(known, -1) if known is not None else -1
        for wales in columns.wales:
            if wales.fabric == wanted or (wanted is None and wales.fabric != NONE):
                _, number, _, since = wales
                break
        else:
            return None
        fabric = self.context.fabrics[number]
        assert fabric is not None
        inside = [each.fabric == number and each.since == since for each in columns.wales]
        if all(inside):
            return _PlacedFabric(fabric, columns.wales, False)
        bits = zip(columns.wales, inside, strict=True)
        counted, _ = with_new_columns(
            [NewStitches(StitchColumns((each,), bytes(each.width)), not own, own, counts=True) for each, own in bits],
            self.context.widths,
        )
        in_one = laid_on([each._replace(fabric=number, since=since) for each in counted.wales])
        return _PlacedFabric(fabric, in_one, True)


class _PlacedFabric(NamedTuple):
    """A fabric, where some stitches stand in it (right-side order), and whether they came into it in this row."""

    fabric: Fabric
    wales: tuple[ColumnRun, ...]
    counts: bool


@lru_cache(maxsize=512)
def _letter(stitch: StitchKind, behind: bool) -> bytes:
    return letter_of(stitch, behind).encode()
