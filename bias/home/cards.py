"""What the basket shows of each piece."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from bias.at_needles.actions import standings
from bias.at_needles.row_view import Sitting
from bias.pieces.models import Piece, Revision
from bias.results import Workout


@dataclass(frozen=True, slots=True)
class Shelved:
    """A piece in the basket with all that is said of it there."""

    piece: Piece
    sitting: Sitting

    @property
    def workout(self) -> Workout:
        """What its words come to."""
        return self.sitting.workout

    @property
    def rows(self) -> int:
        """Rows worked."""
        return self.sitting.rows

    @property
    def begun(self) -> bool:
        """Whether a row was worked."""
        return self.rows > 0

    @property
    def done(self) -> bool:
        """Whether every row was worked."""
        return self.begun and self.sitting.row is None

    @property
    def problems(self) -> int:
        """How many places do not add up."""
        return len(self.workout.worked.problems)

    @property
    def silhouette(self) -> str:
        """Its shape as SVG, filled up to the row reached."""
        return self.workout.silhouette_svg(self.rows)


def shelf(owner: Any) -> list[Shelved]:
    """The pieces of a knitter, last worked first."""
    pieces = list(Piece.objects.of(owner))
    newest = Revision.objects.filter(piece__in=pieces).order_by("piece_id", "-number")
    current: dict[int, Revision] = {}
    for revision in newest:
        current.setdefault(revision.piece_id, revision)
    where = standings({piece: current[piece.pk] for piece in pieces})
    return [Shelved(piece, Sitting(current[piece.pk].workout, where[piece.pk])) for piece in pieces]
