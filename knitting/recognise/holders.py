"""Parts that rest on a holder while the others go on: the rows that put them there, and to which they return."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.plan import AddedLine, Line, LineKind, Repeats, SetupRow, Shaping, Stage
from knitting.recognise.anatomy import NotRecognised
from knitting.recognise.lines import part_names
from knitting.rows import Side
from knitting.statements import sentence
from knitting.stitches import Family, StitchKind

_EDGE, _HELD, _REST = "edge of the held stitches", "held stitches", "other stitches"


@dataclass(frozen=True, slots=True)
class HeldPart:
    """A part on a holder; rows are counted from 0, those of a tab left out.

    ``back_before`` is ``None`` where it stays there. ``line`` divides it off where no mark does.
    """

    part: str
    held_in: int
    back_before: int | None = None
    line: AddedLine | None = None


def held_parts(worked: WorkedPiece) -> tuple[HeldPart, ...]:
    """The parts that rest and return; :class:`NotRecognised` where one is no whole part at the end of its row."""
    found: list[HeldPart] = []
    rows = worked.rows[worked.tab_rows :]
    for rest in worked.rests:
        at = rest.row - 1 - worked.tab_rows
        back = rest.back - worked.tab_rows if rest.back is not None else None
        held = _held_at_end(rows[at], at, back) if 0 <= at < len(rows) else None
        if held is None:
            raise NotRecognised(
                sentence("Stitches are held that are not the last of their row: that is not told as a plan yet.")
            )
        found.append(held)
    return tuple(found)


def _held_at_end(row: WorkedRow, at: int, back: int | None) -> HeldPart | None:
    """The part that a row puts on a holder at its end: one between marks, or its last stitches where it has none."""
    last = row.work[-1]
    held = sum(run.work.uses * run.times for run in last.runs if isinstance(run.work, StitchKind) and _rests(run.work))
    ends = bool(last.runs) and _rests(last.runs[-1].work)
    if last.mark is not None or not ends:
        return None
    if all(_rests(run.work) for run in last.runs):
        names = part_names(len(row.before.counts))
        return HeldPart(names[-1 if row.side is Side.RS else 0], at, back)
    if row.before.marks:
        return None
    (whole,) = part_names(1)
    edge = Line(_EDGE, LineKind.UNMARKED)
    if row.side is Side.RS:
        return HeldPart(_HELD, at, back, AddedLine(edge, whole, _HELD, row.before.total - held))
    return HeldPart(whole, at, back, AddedLine(edge, whole, _REST, held))


def _rests(work: object) -> bool:
    return isinstance(work, StitchKind) and work.family is Family.REST


def without_rest(row: WorkedRow) -> WorkedRow:
    """A row without the stitches at its end that are put on a holder."""
    last = row.work[-1]
    worked = tuple(run for run in last.runs if not _rests(run.work))
    return row._replace(work=(*row.work[:-1], last._replace(runs=worked)))


def one_part_again(stage: Stage, returned: HeldPart | None) -> Stage:
    """A stage after stitches returned that no mark divides off: they are one part with the others."""
    if returned is None or returned.line is None:
        return stage
    return replace(stage, drop_lines=(*stage.drop_lines, returned.line.line.name))


def resting_stage(stage: Stage, held: HeldPart | None, returns: HeldPart | None) -> Stage:
    """A stage of one row as a set-up row that holds a part, or before which one returns."""
    shapings: tuple[Shaping, ...] = tuple(replace(shaping, rows=(1,)) for shaping in stage.shapings)
    hold, back = held.part if held is not None else "", returns.part if returns is not None else ""
    lines = (held.line,) if held is not None and held.line is not None else ()
    return Stage(stage.name, 1, (), Repeats(0), (SetupRow(shapings, hold=hold, back=back),), lines)
