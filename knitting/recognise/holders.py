"""Parts that rest on a holder while the others go on: the rows that put them there, and to which they return."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.plan import Repeats, SetupRow, Shaping, Stage
from knitting.recognise.anatomy import NotRecognised
from knitting.recognise.lines import part_names
from knitting.rows import Side
from knitting.statements import sentence
from knitting.stitches import Family, StitchKind


@dataclass(frozen=True, slots=True)
class HeldPart:
    """A part on a holder; rows are counted from 0, those of a tab left out."""

    part: str
    held_in: int
    back_before: int


def held_parts(worked: WorkedPiece) -> tuple[HeldPart, ...]:
    """The parts that rest and return; :class:`NotRecognised` where one is no whole part at the end of its row."""
    found: list[HeldPart] = []
    rows = worked.rows[worked.tab_rows :]
    for rest in worked.rests:
        at = rest.row - 1 - worked.tab_rows
        if rest.back is None or not 0 <= at < len(rows) or not _ends_with_whole_part(rows[at]):
            raise NotRecognised(
                sentence("Stitches are held that are no part between marks: that is not told as a plan yet.")
            )
        names = part_names(len(rows[at].before.counts))
        part = names[-1 if rows[at].side is Side.RS else 0]
        found.append(HeldPart(part, at, rest.back - worked.tab_rows))
    return tuple(found)


def _ends_with_whole_part(row: WorkedRow) -> bool:
    last = row.work[-1]
    return last.mark is None and bool(last.runs) and all(_rests(run.work) for run in last.runs)


def _rests(work: object) -> bool:
    return isinstance(work, StitchKind) and work.family is Family.REST


def without_rest(row: WorkedRow) -> WorkedRow:
    """A row without the stitches at its end that are put on a holder."""
    last = row.work[-1]
    return row._replace(work=(*row.work[:-1], last._replace(runs=())))


def resting_stage(stage: Stage, hold: str, back: str) -> Stage:
    """A stage of one row as a set-up row that holds a part, or before which one returns."""
    shapings: tuple[Shaping, ...] = tuple(replace(shaping, rows=(1,)) for shaping in stage.shapings)
    return Stage(stage.name, 1, (), Repeats(0), (SetupRow(shapings, hold=hold, back=back),))
