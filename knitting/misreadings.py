"""Notes on misreadings: places of a sound piece that makers misread, each a kind with its facts.

They are no problems: the rows add up there, and say something that is easily taken for a slip.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from itertools import pairwise

from knitting.fabric import Fabric, Joins, with_own
from knitting.needle.lineage import CountChange, count_changes
from knitting.needle.worked import GroupWork, PartWork, Run, WorkedPiece, WorkedRow
from knitting.problems import Span
from knitting.rows import InFabric, Row, Side
from knitting.stitches import Family, StitchKind
from knitting.working.line_results import gains_and_losses

_EDGE_SHARE = 0.1
_EDGE_STITCHES = 4
"""What still counts as near an edge: a share of the row, and at least so many stitches."""


class MisreadingKind(Enum):
    """What makes a maker stop and wonder."""

    BALANCED = "balanced"
    ONE_SIDE = "one-side"
    BESIDE_MARKER = "beside-marker"
    NO_PLAIN_BETWEEN = "no-plain-between"
    EDGE_OTHERWISE = "edge-otherwise"
    STANDS_STILL = "stands-still"
    REPEAT_WAITS = "repeat-waits"


class Near(Enum):
    """What a note lies near: a side of the mark, or an edge seen from the right side."""

    BEFORE_MARK = "before the mark"
    AFTER_MARK = "after the mark"
    RIGHT_EDGE = "right edge"
    LEFT_EDGE = "left edge"


@dataclass(frozen=True, slots=True)
class _Note:
    """What a look at a row finds, before its row and kind are added."""

    near: Near | None = None
    stitches: tuple[StitchKind, ...] = ()
    earlier: str = ""
    count: int = 0
    of: int = 0


@dataclass(frozen=True, slots=True)
class Misreading:
    """A note on one worked row (counted from 0) and the line that called for it.

    ``near`` is the side of a mark, or the edge, that it speaks of; ``stitches`` the stitch that stands there (and the
    one that stood there in the row ``earlier``); ``count`` and ``of`` are the figures that belong to the kind.
    """

    kind: MisreadingKind
    line: int
    row: int
    near: Near | None = None
    stitches: tuple[StitchKind, ...] = ()
    earlier: str = ""
    count: int = 0
    of: int = 0


def misreadings(worked: WorkedPiece) -> tuple[Misreading, ...]:
    """The notes of a piece in the order of its rows, each kind once a written line."""
    scan = _Scan(worked)
    found: list[Misreading] = []
    seen: set[tuple[MisreadingKind, int]] = set()
    for note in scan.run():
        if (note.kind, note.line) not in seen:
            seen.add((note.kind, note.line))
            found.append(note)
    return tuple(found)


@dataclass
class _Scan:
    worked: WorkedPiece

    def run(self) -> Iterator[Misreading]:
        rows = self.worked.rows[: self.worked.sound_rows]
        looked: set[tuple[object, ...]] = set()
        for at, row in enumerate(rows):
            # The same stitches on the same parts need no second look, whatever line they stand in.
            stitches = tuple(id(run.work) for part in row.work for run in part.runs)
            edge = id(_edge(rows[at - 2])) if at > 1 else 0
            still = at > 0 and not row.change and not rows[at - 1].change
            few = tuple(min(count, 3) for count in row.before.counts)
            shape = (row.section, row.side, stitches, few, edge, still)
            if row.in_tab or shape in looked:
                continue
            looked.add(shape)
            for kind, look in _LOOKS.items():
                note = look(self, row, at)
                if note is not None:
                    yield Misreading(kind, row.span.line, at, *_values(note))

    def balanced(self, row: WorkedRow, at: int) -> _Note | None:
        gained, lost = gains_and_losses(row)
        if not gained or gained != lost:
            return None
        return _Note(count=gained, of=row.end)

    def repeat_waits(self, row: WorkedRow, at: int) -> _Note | None:
        widest = max(row.before.counts)
        for fabric in self._fabrics(row.span):
            if fabric.joins is Joins.WHOLE and fabric.width > widest:
                return _Note(count=fabric.width, of=widest)
        return None

    def _fabrics(self, span: Span) -> list[Fabric]:
        """The fabrics that a written row names."""
        sections = self.worked.piece.sections
        steps = next((o.steps for s in sections for o in s.orders if isinstance(o, Row) and o.span == span), ())
        known = with_own(self.worked.piece.headers.fabrics)
        return [known[step.fabric] for step in steps if isinstance(step, InFabric) and step.fabric in known]

    def one_side(self, row: WorkedRow, at: int) -> _Note | None:
        _, lost = gains_and_losses(row)
        changes = _shaping(row)
        if lost or not changes or row.in_round or self._other_side_follows(row, at):
            return None
        if len(row.before.marks) == 1 and row.before.marks == row.after.marks:
            middle = row.before.mark_positions[0]
            beside = [event for event in changes if abs(event.old - middle) <= 1.5]
            behind = [event for event in beside if event.part > 0]
            if beside and len(behind) in (0, len(beside)):
                after = bool(behind) == (row.side is Side.RS)
                return _Note(Near.AFTER_MARK if after else Near.BEFORE_MARK)
        reach = max(row.start * _EDGE_SHARE, _EDGE_STITCHES)
        if len(changes) != 1 or row.start <= 2 * _EDGE_STITCHES:
            return None
        if changes[0].old <= reach or changes[0].old >= row.start - reach:
            return _Note(Near.RIGHT_EDGE if changes[0].old <= reach else Near.LEFT_EDGE)
        return None

    def _other_side_follows(self, row: WorkedRow, at: int) -> bool:
        """Whether the row before or after makes up for a change at one edge with one at the other."""
        rows = self.worked.rows
        beside = [rows[place] for place in (at - 1, at + 1) if 0 <= place < len(rows)]
        return any(other.side is not row.side and other.change == row.change for other in beside)

    def beside_marker(self, row: WorkedRow, at: int) -> _Note | None:
        for at, part in enumerate(row.work[:-1]):
            following = row.work[at + 1]
            last = part.runs[-1].work if part.runs else None
            first = following.runs[0].work if following.runs else None
            if part.after is None:
                continue
            for stitch, near in ((last, Near.BEFORE_MARK), (first, Near.AFTER_MARK)):
                if isinstance(stitch, StitchKind) and stitch.uses == 0 and stitch.family is Family.INCREASE:
                    return _Note(near, (stitch,))
        return None

    def no_plain_between(self, row: WorkedRow, at: int) -> _Note | None:
        for part in row.work:
            runs = [run for run in part.runs if run.times]
            for one, other in pairwise(runs):
                if _is_increase(one) and _is_increase(other):
                    return _Note(count=2)
        middle = [part for part in row.work[1:-1] if part.mark is None]
        if any(part.runs and all(_is_increase(run) for run in part.runs) for part in middle):
            return _Note()
        return None

    def edge_otherwise(self, row: WorkedRow, at: int) -> _Note | None:
        if row.in_round:
            return None
        earlier = self._row_before(row, at)
        old, new = _edge(earlier), _edge(row)
        if earlier is None or old is None or new is None or old is new:
            return None
        if not {old.family, new.family} <= {Family.PLAIN, Family.SLIP}:
            return None
        return _Note(stitches=(new, old), earlier=earlier.label)

    def _row_before(self, row: WorkedRow, at: int) -> WorkedRow | None:
        """The last row of the same section and side."""
        earlier = (self.worked.rows[place] for place in range(at - 1, max(at - 4, -1), -1))
        return next((r for r in earlier if r.side is row.side and r.section == row.section), None)

    def stands_still(self, row: WorkedRow, at: int) -> _Note | None:
        if row.change or any(gains_and_losses(row)) or not at:
            return None
        pattern = self.worked.rows
        around = [r.change for r in pattern[max(at - 3, 0) : at + 4] if r is not row]
        still = [r.change == 0 for r in pattern[max(at - 1, 0) : at + 2]]
        if len(still) == 3 and all(still) and any(around):
            return _Note(count=row.end)
        return None


def _values(note: _Note) -> tuple[Near | None, tuple[StitchKind, ...], str, int, int]:
    return note.near, note.stitches, note.earlier, note.count, note.of


_LOOKS: dict[MisreadingKind, Callable[[_Scan, WorkedRow, int], _Note | None]] = {
    MisreadingKind.BALANCED: _Scan.balanced,
    MisreadingKind.ONE_SIDE: _Scan.one_side,
    MisreadingKind.BESIDE_MARKER: _Scan.beside_marker,
    MisreadingKind.NO_PLAIN_BETWEEN: _Scan.no_plain_between,
    MisreadingKind.EDGE_OTHERWISE: _Scan.edge_otherwise,
    MisreadingKind.STANDS_STILL: _Scan.stands_still,
    MisreadingKind.REPEAT_WAITS: _Scan.repeat_waits,
}


def _shaping(row: WorkedRow) -> list[CountChange]:
    """The row's changes of count that are not part of a repeat."""
    return [event for event in count_changes(row) if not event.repeat and event.change]


def _is_increase(run: Run) -> bool:
    work = run.work
    return isinstance(work, StitchKind) and work.family in (Family.INCREASE, Family.YARN_OVER) and work.change > 0


def _edge(row: WorkedRow | None) -> StitchKind | None:
    """The first stitch of a row, or nothing where a repeat or a cluster begins it."""
    parts: Sequence[PartWork] = row.work if row is not None else ()
    runs = next((part.runs for part in parts if part.runs), ())
    work = runs[0].work if runs else None
    while isinstance(work, GroupWork):
        work = work.runs[0].work if work.runs else None
    return work if isinstance(work, StitchKind) else None
