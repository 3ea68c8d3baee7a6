"""What is due at a row beside its stitches: a longer needle, the mark moved up, stitches held, a turn, a new colour."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import TYPE_CHECKING

from knitting.measures import Gauge
from knitting.needle.worked import GroupWork, Run, WorkedPiece, WorkedRow
from knitting.rows import Side, Tab
from knitting.stitches import Family, StitchKind

if TYPE_CHECKING:
    from knitting.yarn.report import YarnReport  # its sums take numpy, which most that asks here does not need

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


class ReminderKind(Enum):
    """What is due."""

    NEW_COLOUR = "new colour"
    BACK_ON_NEEDLE = "back on the needle"
    TO_HOLDER = "to a holder"
    CAST_ON = "cast on"
    TURN = "turn"
    CROWDED = "crowded needle"
    MARK_UP = "move the mark up"
    WEIGH = "weigh the ball"
    WEIGH_NOW = "weigh the yarn"
    BALL_ENDS = "the ball ends"
    LAST_SAFE = "the last safe row"
    TURN_NOW = "turn from growing to shrinking"
    FROM_BALL = "the ball that a colour is taken from"


@dataclass(frozen=True, slots=True)
class Reminder:
    """One thing that is due: of how many ``stitches`` it speaks, the ``holder``, the needle to change to.

    ``needle_cm`` is 0 where no usual needle is long enough. ``colour`` is the yarn's, ``ball`` which of its balls, and
    ``chance`` how likely it is that the yarn lasts.
    """

    kind: ReminderKind
    stitches: int = 0
    holder: str = ""
    needle_cm: int = 0
    colour: str = ""
    ball: int = 0
    chance: float = 0.0


class Tail(Enum):
    """Where the cast-on tail hangs."""

    RIGHT_EDGE = "right edge"
    LEFT_EDGE = "left edge"
    RIGHT_OF_CENTRE = "right of the centre"
    LEFT_OF_CENTRE = "left of the centre"


def reminders(
    worked: WorkedPiece, row: int, gauge: Gauge | None, needles: Needles | None = None, weighed: int | None = None
) -> tuple[Reminder, ...]:
    """What is due before or in a row (from 1); ``weighed`` is the row after which yarn was weighed last, if it was."""
    return tuple(_due(worked, row, gauge, needles, weighed))


def yarn_reminders(report: YarnReport, row: int) -> tuple[Reminder, ...]:
    """What is due of the yarn before a row (from 1): weighing, the end of a ball, the last row that is safe."""
    found = []
    if report.weigh_next is not None and report.weigh_next == row - 1:
        found.append(Reminder(ReminderKind.WEIGH_NOW, colour=report.outlook[0].colour))
    for end in report.ball_ends:
        if end.row == row - 1:
            found.append(Reminder(ReminderKind.BALL_ENDS, colour=end.colour, ball=end.ball))
    rows = report.worked.rows
    if 1 < row <= len(rows) and rows[row - 1].colour != rows[row - 2].colour:
        found += _from_ball(report, rows[row - 1].colour, row)
    turn = report.turn
    if turn is not None and report.hand.weighed and turn.row < turn.as_it_is and turn.row == row - 1:
        found.append(Reminder(ReminderKind.TURN_NOW, turn.stitches))
    safe = report.last_safe
    if safe is not None and not report.lasts and safe.row == row - 1:
        found.append(Reminder(ReminderKind.LAST_SAFE, colour=safe.colour, chance=safe.chance))
    return tuple(found)


def _from_ball(report: YarnReport, colour: str, row: int) -> list[Reminder]:
    """Which ball of a colour is in hand where it is taken up, if there are several of it."""
    several = any(yarn.colour == colour and yarn.balls > 1 for yarn in report.yarns)
    ended = sum(1 for end in report.ball_ends if end.colour == colour and end.row < row)
    return [Reminder(ReminderKind.FROM_BALL, colour=colour, ball=ended + 1)] if several else []


def _due(
    worked: WorkedPiece, row: int, gauge: Gauge | None, needles: Needles | None, weighed: int | None
) -> Iterator[Reminder]:
    here = worked.rows[row - 1]
    before = worked.rows[row - 2] if row > 1 else None
    if before is not None and here.colour and before.colour != here.colour:
        yield Reminder(ReminderKind.NEW_COLOUR)
    for rest in worked.rests:
        if rest.back is not None and rest.back == row - 1:
            yield Reminder(ReminderKind.BACK_ON_NEEDLE, rest.stitches, rest.name)
    yield from _in_the_row(here)
    if needles is not None and gauge is not None:
        yield from _crowding(here, before, gauge, needles)
    since = _rows_since_marks_moved(row)
    if any(mark.in_stitch for mark in here.before.marks) and since == 0:
        yield Reminder(ReminderKind.MARK_UP)
    if weighed is not None and row - weighed >= _WEIGH and (row - weighed) % _WEIGH == 0:
        yield Reminder(ReminderKind.WEIGH)


def _in_the_row(row: WorkedRow) -> Iterator[Reminder]:
    counts = {"hold": 0, "co": 0, "bo": 0}
    for part in row.work:
        for kind, times in _kinds(part.runs):
            if kind.key in counts:
                counts[kind.key] += times
    if counts["hold"]:
        yield Reminder(ReminderKind.TO_HOLDER, counts["hold"])
    if counts["co"]:
        yield Reminder(ReminderKind.CAST_ON, counts["co"])
    if row.turned:
        yield Reminder(ReminderKind.TURN)


def _kinds(runs: Sequence[Run]) -> Iterator[tuple[StitchKind, int]]:
    for run in runs:
        if isinstance(run.work, GroupWork):
            for kind, times in _kinds(run.work.runs):
                yield kind, times * run.times
        elif isinstance(run.work, StitchKind) and run.work.family in (Family.REST, Family.CAST_ON, Family.BIND_OFF):
            yield run.work, run.times


def _rows_since_marks_moved(row: int) -> int:
    return (row - 1) % _MARK_UP if row > _MARK_UP else 1


def _crowding(row: WorkedRow, before: WorkedRow | None, gauge: Gauge, needles: Needles) -> Iterator[Reminder]:
    """Said in the row in which the needle becomes too short, and not again in every row after it."""
    most = most_on(needles, gauge)
    if row.end > most and (before is None or before.end <= most):
        yield Reminder(ReminderKind.CROWDED, row.end, needle_cm=longer_needle(row.end, gauge) or 0)


def most_on(needles: Needles, gauge: Gauge) -> int:
    """How many stitches lie on a needle without being crowded.

    >>> most_on(Needles(60), Gauge(20, 40))
    175
    """
    return int(needles.length_cm * _CROWDED / (gauge.stitch_cm * _PUSHED))


def longer_needle(stitches: int, gauge: Gauge) -> int | None:
    """The shortest usual circular needle on which so many stitches lie, in centimetres; ``None`` if on none."""
    return next((length for length in CIRCULARS_CM if most_on(Needles(length), gauge) >= stitches), None)


def tail(worked: WorkedPiece, row: int) -> Tail | None:
    """Where the cast-on tail hangs at the start of a row (from 1), seen as the needle faces the knitter.

    A long-tail cast-on leaves it at the right edge of the right side; a tab right of the centre. Common practice, no
    source. ``None`` in rounds, where it hangs at their beginning in every one.
    """
    here = worked.rows[row - 1]
    if here.in_round:
        return None
    right = here.side is Side.RS
    if any(isinstance(order, Tab) for section in worked.piece.sections for order in section.orders):
        return Tail.RIGHT_OF_CENTRE if right else Tail.LEFT_OF_CENTRE
    return Tail.RIGHT_EDGE if right else Tail.LEFT_EDGE
