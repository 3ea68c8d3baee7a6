"""What is due at a row beside its stitches: a longer needle, the mark moved up, stitches held, a turn, a new colour."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.measures import Gauge
from knitting.needle.worked import GroupWork, Run, WorkedPiece, WorkedRow
from knitting.problems import plural
from knitting.rows import Side, Tab
from knitting.stitches import Family, StitchKind

_MARK_UP = 10
"""Rows after which a locking mark hangs far below the needle: a judgement, no source."""
_WEIGH = 60
"""Rows after which the ball is worth weighing again."""
_CROWDED = 0.95
"""The share of a needle's length that stitches may fill, pushed together as they are: a judgement, no source."""
_PUSHED = 0.65
"""How much narrower stitches are on the needle than in the cloth: a judgement, no source."""
CIRCULARS_CM = (40, 60, 80, 100, 120, 150)


@dataclass(frozen=True, slots=True)
class Needles:
    """What is knitted with: the length on which stitches can lie, in centimetres."""

    length_cm: float


def reminders(
    worked: WorkedPiece, row: int, gauge: Gauge | None, needles: Needles | None = None, weighed: int | None = None
) -> tuple[str, ...]:
    """What is due before or in a row (from 1); ``weighed`` is the row after which yarn was weighed last, if it was."""
    return tuple(_due(worked, row, gauge, needles, weighed))


def _due(
    worked: WorkedPiece, row: int, gauge: Gauge | None, needles: Needles | None, weighed: int | None
) -> Iterator[str]:
    here = worked.rows[row - 1]
    before = worked.rows[row - 2] if row > 1 else None
    if before is not None and here.colour and before.colour != here.colour:
        yield "Change colour at the beginning of this row."
    for rest in worked.rests:
        if rest.back is not None and rest.back == row - 1:
            yield f"Put '{rest.name}' back on the needle first: {plural(rest.stitches, 'stitch')}."
    yield from _in_the_row(here)
    if needles is not None and gauge is not None:
        yield from _crowding(here, before, gauge, needles)
    since = _rows_since_marks_moved(row)
    if any(mark.in_stitch for mark in here.before.marks) and since == 0:
        yield "Move the mark up to the newest row."
    if weighed is not None and row - weighed >= _WEIGH and (row - weighed) % _WEIGH == 0:
        yield "Weigh the ball: the forecast has not been told for a while."


def _in_the_row(row: WorkedRow) -> Iterator[str]:
    counts = {"hold": 0, "co": 0, "bo": 0}
    for part in row.work:
        for kind, times in _kinds(part.runs):
            if kind.key in counts:
                counts[kind.key] += times
    if counts["hold"]:
        yield f"{plural(counts['hold'], 'stitch')} of this row go on a holder: have waste yarn ready."
    if counts["co"]:
        yield f"{plural(counts['co'], 'stitch')} are cast on in this row."
    if row.turned:
        yield "Turn before the end of this row."


def _kinds(runs: Sequence[Run]) -> Iterator[tuple[StitchKind, int]]:
    for run in runs:
        if isinstance(run.work, GroupWork):
            for kind, times in _kinds(run.work.runs):
                yield kind, times * run.times
        elif isinstance(run.work, StitchKind) and run.work.family in (Family.REST, Family.CAST_ON, Family.BIND_OFF):
            yield run.work, run.times


def _rows_since_marks_moved(row: int) -> int:
    return (row - 1) % _MARK_UP if row > _MARK_UP else 1


def _crowding(row: WorkedRow, before: WorkedRow | None, gauge: Gauge, needles: Needles) -> Iterator[str]:
    """Said in the row in which the needle becomes too short, and not again in every row after it."""
    most = most_on(needles, gauge)
    if row.end > most and (before is None or before.end <= most):
        longer = longer_needle(row.end, gauge)
        wanted = f"one of {longer} cm" if longer else "two circular needles"
        yield f"From here on the needle gets crowded ({row.end} stitches): change to {wanted}."


def most_on(needles: Needles, gauge: Gauge) -> int:
    """How many stitches lie on a needle without being crowded.

    >>> most_on(Needles(60), Gauge(20, 40))
    175
    """
    return int(needles.length_cm * _CROWDED / (gauge.stitch_cm * _PUSHED))


def longer_needle(stitches: int, gauge: Gauge) -> int | None:
    """The shortest usual circular needle on which so many stitches lie, in centimetres; ``None`` if on none."""
    return next((length for length in CIRCULARS_CM if most_on(Needles(length), gauge) >= stitches), None)


def tail(worked: WorkedPiece, row: int) -> str:
    """Where the cast-on tail hangs at the start of a row (from 1), seen as the needle faces the knitter.

    A long-tail cast-on leaves it at the right edge of the right side; a tab right of the centre. Common practice, no
    source. Nothing in rounds, where it hangs at their beginning in every one.
    """
    here = worked.rows[row - 1]
    if here.in_round:
        return ""
    tab = any(isinstance(order, Tab) for section in worked.piece.sections for order in section.orders)
    hangs = "right" if here.side is Side.RS else "left"
    return f"the cast-on tail hangs {hangs} of the centre" if tab else f"the cast-on tail hangs at the {hangs} edge"
