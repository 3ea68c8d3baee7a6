"""One row in pattern: the old stitches are taken in working order, the new ones put into their parts."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Protocol

import numpy as np

from knitting.fabric import Fabric, seen_from_behind, stretch
from knitting.fabric.fabric import letter
from knitting.fabric.written import Kinds
from knitting.needle.grain import NONE, Grain, Letters, NewStitches, Whole, grown, letters, unknown
from knitting.needle.likeness import going_on, told
from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, PartWork, Run, Workable, WorkedRow
from knitting.needle.woven import Woven, WovenPart
from knitting.rows import Side
from knitting.stitches import IN_PATTERN, KNIT, Face, Family, Lean, StitchKind

AS_SET = frozenset({"pattern", "as_they_appear", "rib"})
"""Fabrics that are told from the rows below."""


class Weave(Protocol):
    """What a row has to know of the piece: its fabrics by their numbers, and what stands below."""

    known: Mapping[str, Fabric]
    fabrics: list[Fabric | None]
    numbers: dict[Fabric, int]

    def number_of(self, fabric: Fabric) -> int:
        """The number of a fabric among those met."""

    def rows_below(self, row: WorkedRow, first: int, count: int) -> list[Letters]:
        """What the rows below show in the columns of some stitches, the newest last."""


def asks(runs: Sequence[Run]) -> bool:
    """Whether some runs are as a fabric asks."""
    return any(
        isinstance(run.work, FabricWork) or (isinstance(run.work, GroupWork) and asks(run.work.runs)) for run in runs
    )


class Loom:
    """One row: takes the old stitches in working order and puts the new ones into their parts."""

    def __init__(self, weaver: Weave, at: int, row: WorkedRow, old: Grain) -> None:
        self.weaver, self.at, self.row, self.old = weaver, at, row, old
        self.behind = row.side is Side.WS
        self.used = 0
        self.woven = Woven()

    def part(self, part: PartWork, asked: bool = True) -> PartWork:
        """One part of the row, its stitches found; one that is never in pattern is only passed.

        Stitches worked into a marked one may stand in the parts beside it, so that parts are told apart at the end.
        """
        if not asked:
            self.used += sum(run.work.uses * run.times for run in part.runs)
            self.woven.add(unknown(sum(run.work.makes * run.times for run in part.runs)))
            return part
        runs = _merged(self._runs(part.runs))
        return part._replace(runs=runs) if asks(part.runs) else part

    def parts(self) -> list[WovenPart] | None:
        """The parts after the row in right-side order; ``None`` where they do not come to its counts."""
        if self.used < self.old.stitches:  # stitches that the row did not reach
            self.woven.add(self._taken(self.old.stitches - self.used))
        counts = [part.stitches for part in self.row.work]
        return self.woven.parts(counts, self.behind) if sum(counts) == self.woven.made else None

    def _taken(self, count: int) -> Grain:
        grain = self.old.cut(self.used, self.used + count)
        self.used += count
        return grain

    def _runs(self, runs: Sequence[Run]) -> Iterator[Run]:
        balanced_to = 0
        for at, run in enumerate(runs):
            if at < balanced_to:
                yield run
                continue
            balanced_to = _balanced(runs, at)
            if balanced_to:
                self._in_place(runs[at:balanced_to])
                yield run
            elif isinstance(run.work, FabricWork):
                yield from self._in_fabric(run.work.fabric, run.times)
            elif isinstance(run.work, GroupWork) and not self._plain(run.work, run.times):
                inner = [each for _ in range(run.times) for each in self._runs(run.work.runs)]
                if asks(run.work.runs):
                    yield from inner
                else:
                    yield run
            elif isinstance(run.work, GroupWork):
                yield run
            else:
                self._work(run.work, run.times)
                yield run

    def _in_place(self, runs: Sequence[Run]) -> None:
        """Increases and decreases beside each other that make up for one another: the columns stay."""
        grain = self._taken(sum(run.work.uses * run.times for run in runs))
        said = b"".join(self._letter(run.work) * run.work.makes * run.times for run in runs)
        self.woven.add(grain.showing(np.frombuffer(said, dtype=np.uint8)))

    def _plain(self, group: GroupWork, times: int) -> bool:
        """Take a repeat of nothing but plain stitches at once; false if it is none."""
        kinds = [inner.work for inner in group.runs]
        if any(not isinstance(kind, StitchKind) or kind.family is not Family.PLAIN for kind in kinds):
            return False
        once = b"".join(self._letter(inner.work) * inner.times for inner in group.runs)
        grain = self._taken(len(once) * times)
        shown = np.tile(np.frombuffer(once, dtype=np.uint8), times)
        self.woven.add(grain.showing(shown[: grain.stitches]))
        return True

    def _letter(self, work: Workable) -> bytes:
        return letter(work, self.behind).encode() if isinstance(work, StitchKind) else b"+"

    def _face(self, work: Workable) -> bytes:
        """The face of the old one of two stitches made of one."""
        plain = work.face_on_rs if isinstance(work, StitchKind) else Face.KNIT
        return b"k" if (plain is Face.KNIT) is not self.behind else b"p"

    def _work(self, work: Workable, times: int) -> None:
        if isinstance(work, StitchKind) and work.uses == work.makes == 1:
            grain = self._taken(times)
            if work.family is Family.PLAIN:
                grain = grain.showing(letters(self._letter(work), grain.stitches))
            self.woven.add(grain)
        elif work.makes == 0:
            self._taken(work.uses * times)
        elif work.uses == 0:
            self._new(work, work.makes * times)
        else:
            for _ in range(times):
                self._one(work)

    def _new(self, work: Workable, count: int) -> None:
        self.woven.add(Grain.fresh(count).showing(letters(self._letter(work), count)), fresh=True)

    def _one(self, work: Workable) -> None:
        """Some stitches worked into others, or together."""
        woven, old = self.woven, self._taken(work.uses)
        shown = self._letters_of(work)
        if work.makes == 1:
            top = self._on_top(work, old.stitches)
            woven.add(old.cut(top, top + 1).showing(shown))
            return
        middle = (work.makes - min(work.uses, work.makes)) // 2
        from_ = np.clip(np.arange(work.makes) - middle, 0, max(old.stitches - 1, 0))
        grain = Grain(old.places[:, from_], shown)
        if work.uses == 1 and work.makes == 2:
            woven.twins.append(woven.made)
            woven.add(grain)
        else:
            kept = range(middle, middle + min(work.uses, work.makes))
            woven.add(grain, fresh=[at not in kept for at in range(work.makes)])

    def _letters_of(self, work: Workable) -> Letters:
        if isinstance(work, ClusterWork):
            said = b"".join(self._letter(step.stitch) * step.stitch.makes * step.times for step in work.cluster.steps)
        elif work.makes == 2 and work.uses == 1:
            said = self._face(work) + b"+"
        else:
            said = self._letter(work) * work.makes
        return np.frombuffer(said, dtype=np.uint8)

    def _on_top(self, work: Workable, uses: int) -> int:
        """Which of the stitches worked together lies on top, in working order."""
        lean = work.lean if isinstance(work, StitchKind) else Lean.NONE
        if lean is Lean.UPRIGHT:
            return uses // 2
        return 0 if (lean is Lean.LEFT) is not self.behind else uses - 1

    # -- in fabric -----------------------------------------------------------------------------------------

    def _in_fabric(self, name: str, count: int) -> Iterator[Run]:
        first = self.old.stitches - self.used - count if self.behind else self.used
        taken = self._taken(count)
        grain = taken.turned() if self.behind else taken
        placed = self._placed(name, grain, first)
        if placed is None:
            self.woven.add(taken.showing(np.zeros(count, dtype=np.uint8)), told_=True)
            yield Run(IN_PATTERN, count)
            return
        fabric, grain = placed
        if fabric.width > 1:
            self.woven.figured.append(self.woven.made)
        row = (self.at - int(grain.since[0])) % fabric.height
        runs: list[Run] = []
        faces: list[str] = []
        for start, columns in _contiguous(grain.column):
            piece = stretch(fabric, row, start, columns)
            faces.append(piece.letters)
            groups = [(piece.head, 1), (piece.group, piece.times), (piece.tail, 1)]
            runs += [run for kinds, times in groups if times for run in _grouped(kinds, times, self.behind)]
        shown = np.frombuffer("".join(faces).encode(), dtype=np.uint8)
        grain = grain.showing(shown)
        self.woven.add(grain.turned() if self.behind else grain, told_=True)
        yield from reversed(runs) if self.behind else runs

    def _placed(self, name: str, grain: Grain, first: int) -> tuple[Fabric, Grain] | None:
        """The fabric of a stretch, and its stitches in the fabric's columns (right-side order)."""
        known = self._known(name, grain)
        if known is not None:
            return known
        self.woven.renumbered.append(self.woven.made)
        if name in AS_SET:
            found = told(self.weaver.rows_below(self.row, first, grain.stitches))
            if found is None:
                return None
            fabric, row, column = found[0], found[1], 0
        elif name in self.weaver.known:
            fabric = self.weaver.known[name]
            row, column = going_on(fabric, grain.letter, self.behind, self.row.in_round)
        else:
            return None
        number, count = self.weaver.number_of(fabric), grain.stitches
        columns = np.arange(column, column + count, dtype=np.int64)
        return fabric, Grain.in_one(number, columns, self.at - row, grain.letter)

    def _known(self, name: str, grain: Grain) -> tuple[Fabric, Grain] | None:
        """The fabric that some of the stitches are in already; the others are counted on from them."""
        inside = grain.fabric != NONE
        if name not in AS_SET:
            known = self.weaver.known.get(name)
            number = self.weaver.numbers.get(known, -1) if known is not None else -1
            inside = grain.fabric == number
        if not inside.any():
            return None
        at = int(inside.argmax())
        fabric = self.weaver.fabrics[int(grain.fabric[at])]
        assert fabric is not None
        inside &= (grain.places[::2] == grain.places[::2, at : at + 1]).all(axis=0)
        if inside.all():
            return fabric, grain
        self.woven.renumbered.append(self.woven.made)
        counted, _ = grown(grain, NewStitches(~inside, inside))
        number, since = int(grain.fabric[at]), int(grain.since[at])
        return fabric, Grain.in_one(number, counted.column, since, grain.letter)


def _merged(runs: Iterator[Run]) -> tuple[Run, ...]:
    """Neighbouring runs of the same stitch as one."""
    found: list[Run] = []
    for run in runs:
        if found and found[-1].work is run.work:
            found[-1] = Run(run.work, found[-1].times + run.times)
        else:
            found.append(run)
    return tuple(found)


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


def _contiguous(columns: Whole) -> Iterator[tuple[int, int]]:
    """Stretches of columns that follow one another: the first, and how many."""
    breaks = (columns[1:] != columns[:-1] + 1).nonzero()[0] + 1
    starts = [0, *breaks.tolist(), len(columns)]
    for first, last in pairwise(starts):
        yield int(columns[first]), last - first


def _grouped(kinds: Kinds, times: int, behind: bool) -> tuple[Run, ...]:
    """Stitches in right-side view as runs that are worked so many times over, in right-side order."""
    seen = _seen(kinds, behind)
    if len(seen) == 1:
        return (Run(seen[0].work, seen[0].times * times),)
    if times == 1:
        return seen
    return (Run(_again(seen, behind), times),)


@lru_cache(maxsize=4_096)
def _seen(kinds: Kinds, behind: bool) -> tuple[Run, ...]:
    return tuple(Run((seen_from_behind(kind) or KNIT) if behind else kind, many) for kind, many in kinds)


@lru_cache(maxsize=1_024)
def _again(seen: tuple[Run, ...], behind: bool) -> GroupWork:
    return GroupWork(tuple(reversed(seen)) if behind else seen)
