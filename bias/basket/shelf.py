"""What the basket shows of each piece."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from bias.keeping.models import Piece, Revision
from bias.making.standing import Standing, standings
from bias.workbench import WorkedRow, Workout, workout


@dataclass(frozen=True, slots=True)
class Shelved:
    """A piece in the basket with all that is said of it there."""

    piece: Piece
    workout: Workout
    standing: Standing

    @property
    def rows(self) -> int:
        """Rows worked, at most as many as the words have now."""
        return min(self.standing.rows, len(self.workout.worked.rows))

    @property
    def begun(self) -> bool:
        """Whether a row was worked."""
        return self.rows > 0

    @property
    def done(self) -> bool:
        """Whether every row was worked."""
        return self.begun and self.rows == len(self.workout.worked.rows)

    @property
    def percent(self) -> int:
        """The share of the stitches that was worked, in whole percent."""
        rows = self.workout.worked.rows
        whole = self.workout.worked.stitches
        return round(100 * sum(row.end for row in rows[: self.rows]) / whole) if whole else 0

    @property
    def problems(self) -> int:
        """How many places do not add up."""
        return len(self.workout.worked.problems)

    @property
    def next_row(self) -> WorkedRow | None:
        """The row that comes next."""
        rows = self.workout.worked.rows
        return rows[self.rows] if self.rows < len(rows) else None

    @property
    def silhouette(self) -> str:
        """Its shape as SVG, filled up to the row reached."""
        return self.workout.silhouette_svg(self.rows)


def shelf(owner: Any) -> list[Shelved]:
    """The pieces of a knitter, last worked first."""
    pieces = list(Piece.objects.of(owner))
    newest = Revision.objects.filter(piece__in=pieces).order_by("piece_id", "-number")
    words: dict[int, str] = {}
    for revision in newest:
        words.setdefault(revision.piece_id, revision.words)
    where = standings(pieces)
    return [Shelved(piece, workout(words[piece.pk]), where[piece.pk]) for piece in pieces]
