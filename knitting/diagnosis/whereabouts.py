"""Where am I: the rows of a piece that fit what the knitter sees, best first, and what tells them apart."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from knitting.diagnosis.explanations import wrong_by
from knitting.diagnosis.observation import Observation, faces_after, in_colour, shown
from knitting.diagnosis.verdicts import WrongCounts
from knitting.in_pattern.piece_in_pattern import cells
from knitting.needle.lineage import count_changes
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.stitches import Look

_MOST = 8


@dataclass(frozen=True, slots=True)
class RowLook:
    """What can be seen of a row in the cloth; ``only`` and ``alike`` say whether no other row fits, or others that fit
    look so too."""

    eyelets: int = 0
    increases: int = 0
    decreases: int = 0
    colour: str = ""
    only: bool = False
    alike: bool = False


@dataclass(frozen=True, slots=True)
class PossibleRow:
    """A row after which everything fits, counted from 1, and what it looks like.

    ``parts`` of the next row, called ``within``, are worked already where the work was stopped in it.
    """

    row: int
    look: RowLook
    parts: int = 0
    within: str = ""


def whereabouts(worked: WorkedPiece, seen: Observation) -> tuple[PossibleRow, ...]:
    """The rows after which a piece looks as it is seen, nearest to the guess first; the latest where there is none.

    :class:`~knitting.diagnosis.verdicts.WrongCounts` if the counts are none that a needle can have.
    """
    rows = worked.rows
    looks = cells(worked) if seen.shows else []
    fitting = [at for at in range(len(rows)) if _fits(worked, at, seen, looks)]
    about = seen.about if seen.about is not None else len(rows)
    if not fitting and seen.counts:
        within = sorted(_within_rows(rows, seen.counts), key=lambda place: (abs(place.row - about), -place.row))
        return tuple(within[:_MOST])
    fitting.sort(key=lambda at: (abs(at + 1 - about), -at))
    shown = fitting[:_MOST]
    return tuple(PossibleRow(at + 1, _look(rows, at, shown)) for at in shown)


def _within_rows(rows: Sequence[WorkedRow], counts: Sequence[int]) -> Iterator[PossibleRow]:
    """Stops in the middle of a row: some of its parts are worked, the others as the row before left them."""
    for at, row in enumerate(rows):
        before, after = row.before.parts, row.parts
        if len(before) != len(after) or row.rests:
            continue
        for done in range(1, len(after)):
            worked = range(done) if row.side is Side.RS else range(len(after) - done, len(after))
            mixed = tuple(after[part] if part in worked else before[part] for part in range(len(after)))
            if mixed not in (before, after) and tuple(counts) in (mixed, _unmarked(row, mixed)):
                yield PossibleRow(at, RowLook(), done, row.label)


def _unmarked(row: WorkedRow, parts: Sequence[int]) -> tuple[int, ...]:
    """The counts of the parts that are no marked stitch."""
    found, at = [parts[0]], 0
    for mark in row.after.marks:
        at += 2 if mark.in_stitch else 1
        found.append(parts[at])
    return tuple(found)


def _fits(worked: WorkedPiece, at: int, seen: Observation, looks: Sequence[str]) -> bool:
    row = worked.rows[at]
    faces = faces_after(worked, at + 1)
    if seen.facing is not None and faces is not None and seen.facing is not faces:
        return False
    if seen.colour and not in_colour(row, seen.colour):
        return False
    if seen.shows and shown(looks[at]) not in ("", seen.shows):
        return False
    if not seen.counts:
        return True
    try:
        return any(not any(change) for change in wrong_by(row.after, seen.counts))
    except WrongCounts:
        return False  # another number of parts


def _look(rows: Sequence[WorkedRow], at: int, others: Sequence[int]) -> RowLook:
    """What the row just worked shows that some other rows that fit do not."""
    here = _shows(rows[at])
    alike = sum(_shows(rows[other]) == here for other in others)
    return replace(here, only=len(others) == 1, alike=alike > 1)


def _shows(row: WorkedRow) -> RowLook:
    changes = count_changes(row)
    eyelets = sum(each.stitch is not None and each.stitch.look is Look.HOLE for each in changes)
    fewer = sum(each.change < 0 for each in changes)
    more = sum(each.change > 0 for each in changes) - eyelets
    return RowLook(eyelets, more, fewer, row.colour)
