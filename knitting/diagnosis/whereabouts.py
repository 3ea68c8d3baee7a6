"""Where am I: the rows of a piece that fit what the knitter sees, best first, and what tells them apart."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.diagnosis.explanations import WrongCounts, wrong_by
from knitting.diagnosis.observation import Observation, faces_after, in_colour, shown
from knitting.in_pattern.piece_in_pattern import cells
from knitting.needle.lineage import count_changes
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.problems import plural
from knitting.rows import Side
from knitting.stitches import Look

_MOST = 8


@dataclass(frozen=True, slots=True)
class PossibleRow:
    """A row after which everything fits, counted from 1, and what to look for in it; ``parts`` of the next row are
    worked already where the work was stopped within it."""

    row: int
    look: str
    parts: int = 0


def whereabouts(worked: WorkedPiece, seen: Observation) -> tuple[PossibleRow, ...]:
    """The rows after which a piece looks as it is seen, nearest to the guess first; the latest where there is none.

    :class:`~knitting.diagnosis.explanations.NotCounts` if the counts are none that a needle can have.
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
                look = f"You stopped within row {at + 1} ({row.label}): its first {plural(done, 'part')} are worked."
                yield PossibleRow(at, look.replace("1 part are", "part is"), done)


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


def _look(rows: Sequence[WorkedRow], at: int, others: Sequence[int]) -> str:
    """What the row just worked shows that some other rows that fit do not."""
    here = _shows(rows[at])
    if len(others) == 1:
        return f"Only this row fits: it is {here}."
    alike = sum(_shows(rows[other]) == here for other in others)
    return f"The row on the needle is {here}." + (
        "" if alike == 1 else " So are others: count the rows from the start."
    )


def _shows(row: WorkedRow) -> str:
    """What can be seen of a row in the cloth, in a few words."""
    changes = count_changes(row)
    holes = sum(event.stitch is not None and event.stitch.look is Look.HOLE for event in changes)
    fewer = sum(event.change < 0 for event in changes)
    more = sum(event.change > 0 for event in changes) - holes
    said = [f"{holes} eyelet{'' if holes == 1 else 's'}"] if holes else []
    said += [f"{more} increase{'' if more == 1 else 's'}"] if more else []
    said += [f"{fewer} decrease{'' if fewer == 1 else 's'}"] if fewer else []
    in_colour = f" in {row.colour}" if row.colour else ""
    return f"one with {' and '.join(said)}{in_colour}" if said else f"a row of rest{in_colour}"
