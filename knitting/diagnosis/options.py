"""Does it matter? What can be done about a count that is off, from leaving it to ripping, each with its cost."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum

from knitting.diagnosis.as_knitted import as_knitted
from knitting.diagnosis.explanations import Explanation
from knitting.diagnosis.mistakes import MistakeKind, mark_names
from knitting.log import CountDifference
from knitting.measures import Gauge, said_cm
from knitting.needle.needle import Needle
from knitting.needle.worked import FabricWork, PartWork, WorkedPiece, WorkedRow
from knitting.problems import plural
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
class Option:
    """One thing that can be done: what, what it costs, and what then stands on the needle.

    ``differences`` are the counts that are other than written once it is done; ``back_to`` is the row after which one
    stands when it means ripping, else ``None``.
    """

    kind: OptionKind
    says: str
    cost: str
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
        says = _hidden(following, row + 1, off, at_edge)
        if says:
            many = sum(map(abs, off))
            cost = (
                f"{plural(many, 'stitch')} to work otherwise in row {row + 1}; from there on every count is as written."
            )
            yield Option(kind, says, cost, (here, right_again))


def _left(worked: WorkedPiece, here: CountDifference, off: Sequence[int], gauge: Gauge | None) -> Option:
    """Going on with the counts as they are."""
    after = as_knitted(worked, [here])
    total = sum(off)
    if after.stuck:
        label = worked.rows[after.stuck - 1].label
        says = f"It cannot stay to the end: row {after.stuck} ({label}) does not work out on these counts."
        return Option(OptionKind.LEAVE, says, "It has to be put right before that row.", (here,))
    wide = f", about {said_cm(abs(total) * gauge.stitch_cm)} {'wider' if total > 0 else 'narrower'}" if gauge else ""
    ends = after.worked.rows[-1].end
    says = (
        f"Every row ahead can be worked as it is. The last one ends with {plural(ends, 'stitch')} instead of "
        f"{ends - total}{wide}."
    )
    if ends - total != worked.rows[-1].end:
        says = (
            f"Every row ahead can be worked as it is, and the last one ends with {plural(ends, 'stitch')} all the same."
        )
    cost = (
        "Nothing to work again; repeats that have to fit may come out otherwise." if _patterned(worked) else "Nothing."
    )
    return Option(OptionKind.LEAVE, says, cost, (here,))


def _hidden(row: WorkedRow, number: int, off: Sequence[int], at_edge: bool) -> str:
    """How the difference is made up for in the next row: among the plain stitches at an edge, or beside a line; nothing
    where there is no room."""
    said = []
    parts = [part for part in row.work_in_rs_order if part.mark is None]
    for at, wrong in enumerate(off):
        if not wrong:
            continue
        edge = at in (0, len(off) - 1) and not row.in_round
        if at_edge and not edge:
            return ""
        if not at_edge and not row.before.marks:
            return ""
        if _plain_stitches(parts[at]) < abs(wrong) * 2 + _PLAIN_BESIDE:
            return ""
        where = _edge_of(at, len(off)) if at_edge else _beside(row.before, at)
        said.append(f"{_done(wrong)} {where}")
    return f"In row {number}, {' and '.join(said)}." if said else ""


def _done(wrong: int) -> str:
    if wrong > 0:
        return "work two together once" if wrong == 1 else f"work two together {wrong} times"
    return "make one" if wrong == -1 else f"make {-wrong}, not side by side,"


def _edge_of(at: int, parts: int) -> str:
    if parts == 1:
        return "among the plain stitches near an edge"
    return f"among the plain stitches near the {'right' if at == 0 else 'left'} edge"


def _beside(needle: Needle, at: int) -> str:
    names = mark_names(needle)
    name = names[at - 1] if at else names[0]
    return f"{'before' if at == 0 else 'after'} '{name}', one plain stitch away from it"


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
    deep = row - first.last
    where = f", {plural(deep, 'row')} below the needle or more" if deep > 0 else ", in the row on the needle"
    cost = f"No row is ripped{where}."
    found = [Option(OptionKind.MEND, explanation.mend, cost)]
    if first.kind is not MistakeKind.MARK_SHIFTED and explanation.rip_rows:
        minutes = round(2 * explanation.rip_stitches * seconds_a_stitch / 60)
        time = f", about {plural(max(minutes, 1), 'minute')} to rip and work again" if seconds_a_stitch else ""
        says = f"Rip back {plural(explanation.rip_rows, 'row')}, to before row {row - explanation.rip_rows + 1}."
        cost = f"{explanation.rip_stitches} stitches to work again{time}."
        found.append(Option(OptionKind.RIP, says, cost, back_to=row - explanation.rip_rows))
    return tuple(found)
