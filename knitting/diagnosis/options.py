"""Does it matter? What can be done about a count that is off, from leaving it to ripping, each with its cost."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum

from knitting.diagnosis.as_knitted import as_knitted
from knitting.diagnosis.explanations import Explanation
from knitting.diagnosis.mistakes import MistakeKind, mark_names
from knitting.log import CountDifference
from knitting.measures import Gauge
from knitting.needle.needle import Needle
from knitting.needle.worked import FabricWork, PartWork, WorkedPiece, WorkedRow
from knitting.stitches import StitchKind

_PLAIN_BESIDE = 3
"""Plain stitches that a hidden change wants about it."""
_MOST_HIDDEN = 6


class OptionKind(Enum):
    """What can be done, in the order in which it is thought of."""

    LEAVE = "leave it"
    ABSORB = "absorb it"
    HIDE = "hide it"
    MEND = "mend it in place"
    RIP = "rip back"


@dataclass(frozen=True, slots=True)
class LeftAsItIs:
    """Going on with the counts as they are.

    ``stuck`` is the row that does not work out on them, 0 where none is. Else the last row ``ends`` with so many
    stitches in the place of ``instead``, ``wider_cm`` wider (below zero: narrower) where the gauge is known; ``fits``
    says that a repeat that has to fit may come out otherwise.
    """

    stuck: int = 0
    label: str = ""
    ends: int = 0
    instead: int = 0
    all_the_same: bool = False
    wider_cm: float | None = None
    fits: bool = False


@dataclass(frozen=True, slots=True)
class HiddenStitch:
    """Stitches too many (below zero: too few) of a part, made up for near an edge or beside a mark.

    ``edge`` is "right", "left" or "either" edge; else ``mark`` is the mark, and ``before`` says on which side of it.
    """

    wrong: int
    edge: str = ""
    mark: str = ""
    before: bool = False


@dataclass(frozen=True, slots=True)
class HiddenInRow:
    """The difference made up for in one row."""

    row: int
    stitches: tuple[HiddenStitch, ...]

    @property
    def to_work(self) -> int:
        """Stitches to work otherwise."""
        return sum(abs(each.wrong) for each in self.stitches)


@dataclass(frozen=True, slots=True)
class MendedInPlace:
    """What happened put right without ripping, so many rows below the needle or more."""

    explanation: Explanation
    rows_below: int


@dataclass(frozen=True, slots=True)
class RippedRows:
    """So many rows ripped back, to before one; stitches to work again, and the minutes where the pace is known."""

    rows: int
    before_row: int
    stitches: int
    minutes: int | None = None


@dataclass(frozen=True, slots=True)
class Option:
    """One thing that can be done, and what then stands on the needle.

    ``differences`` are the counts that are other than written once it is done; ``back_to`` is the row after which one
    stands when it means ripping, else ``None``.
    """

    kind: OptionKind
    facts: LeftAsItIs | HiddenInRow | MendedInPlace | RippedRows
    differences: tuple[CountDifference, ...] = ()
    back_to: int | None = None


def options(worked: WorkedPiece, row: int, counts: Sequence[int], gauge: Gauge | None = None) -> tuple[Option, ...]:
    """What can be done about counts between marks after a row (from 1) without knowing how they came about."""
    needle = worked.rows[row - 1].after
    if len(counts) != len(needle.counts) or tuple(counts) == needle.counts:
        return ()
    return tuple(_ways(worked, row, tuple(counts), gauge))


def _ways(worked: WorkedPiece, row: int, counts: tuple[int, ...], gauge: Gauge | None) -> Iterator[Option]:
    needle = worked.rows[row - 1].after
    off = tuple(count - should for count, should in zip(counts, needle.counts, strict=True))
    here = CountDifference(row, counts)
    if not sum(off):
        return  # a mark stands elsewhere: it is moved back
    yield _left(worked, here, off, gauge)
    if row == len(worked.rows) or sum(map(abs, off)) > _MOST_HIDDEN:
        return
    following = worked.rows[row]
    right_again = CountDifference(row + 1, following.after.counts)
    for kind, at_edge in ((OptionKind.ABSORB, True), (OptionKind.HIDE, False)):
        hidden = _hidden(following, off, at_edge)
        if hidden:
            yield Option(kind, HiddenInRow(row + 1, tuple(hidden)), (here, right_again))


def _left(worked: WorkedPiece, here: CountDifference, off: Sequence[int], gauge: Gauge | None) -> Option:
    """Going on with the counts as they are."""
    after = as_knitted(worked, [here])
    total = sum(off)
    if after.stuck:
        facts = LeftAsItIs(after.stuck, worked.rows[after.stuck - 1].label)
        return Option(OptionKind.LEAVE, facts, (here,))
    ends = after.worked.rows[-1].end
    wider = total * gauge.stitch_cm if gauge else None
    same = ends - total != worked.rows[-1].end
    facts = LeftAsItIs(0, "", ends, ends - total, same, wider, _patterned(worked))
    return Option(OptionKind.LEAVE, facts, (here,))


def _hidden(row: WorkedRow, off: Sequence[int], at_edge: bool) -> list[HiddenStitch]:
    """How the difference is made up for in the next row: among the plain stitches at an edge, or beside a line; nothing
    where there is no room."""
    found = list[HiddenStitch]()
    parts = [part for part in row.work_in_rs_order if part.mark is None]
    for at, wrong in enumerate(off):
        if not wrong:
            continue
        edge = at in (0, len(off) - 1) and not row.in_round
        if at_edge and not edge:
            return []
        if not at_edge and not row.before.marks:
            return []
        if _plain_stitches(parts[at]) < abs(wrong) * 2 + _PLAIN_BESIDE:
            return []
        found.append(_at_edge(wrong, at, len(off)) if at_edge else _beside(wrong, row.before, at))
    return found


def _at_edge(wrong: int, at: int, parts: int) -> HiddenStitch:
    return HiddenStitch(wrong, edge="either" if parts == 1 else "right" if at == 0 else "left")


def _beside(wrong: int, needle: Needle, at: int) -> HiddenStitch:
    names = mark_names(needle)
    return HiddenStitch(wrong, mark=names[at - 1] if at else names[0], before=at == 0)


def _plain_stitches(part: PartWork) -> int:
    """How many stitches of a part are worked plainly or in a fabric, one into one."""
    plain = (
        run.times
        for run in part.runs
        if isinstance(run.work, FabricWork)
        or (isinstance(run.work, StitchKind) and run.work.uses == run.work.makes == 1)
    )
    return sum(plain)


def _patterned(worked: WorkedPiece) -> bool:
    return any(fabric.width > 1 for fabric in worked.piece.headers.fabrics)


def options_of(
    explanation: Explanation, worked: WorkedPiece, row: int, seconds_a_stitch: float = 0.0
) -> tuple[Option, ...]:
    """Mending what happened in place, and ripping back to before it. ``seconds_a_stitch`` is the knitter's own pace, 0
    where it is not known yet."""
    first = explanation.mistakes[0]
    found = [Option(OptionKind.MEND, MendedInPlace(explanation, row - first.last))]
    if first.kind is not MistakeKind.MARK_SHIFTED and explanation.rip_rows:
        seconds = 2 * explanation.rip_stitches * seconds_a_stitch
        minutes = max(round(seconds / 60), 1) if seconds_a_stitch else None
        last = row - explanation.rip_rows
        facts = RippedRows(explanation.rip_rows, last + 1, explanation.rip_stitches, minutes)
        found.append(Option(OptionKind.RIP, facts, back_to=last))
    return tuple(found)
