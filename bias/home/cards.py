"""What the basket shows of each piece."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from bias.at_needles.actions import progress_of_pieces
from bias.at_needles.row_view import RowView
from bias.pieces.models import Piece, Revision
from bias.results import Results


@dataclass(frozen=True, slots=True)
class Card:
    """A piece in the basket with all that is said of it there."""

    piece: Piece
    row_view: RowView

    readable: ClassVar[bool] = True

    @property
    def results(self) -> Results:
        """What its words come to."""
        return self.row_view.results

    @property
    def rows(self) -> int:
        """Rows worked."""
        return self.row_view.rows

    @property
    def begun(self) -> bool:
        """Whether a row was worked."""
        return self.rows > 0

    @property
    def done(self) -> bool:
        """Whether every row was worked."""
        return self.begun and self.row_view.row is None

    @property
    def problems(self) -> int:
        """How many places do not add up."""
        return len(self.results.worked.problems)

    @property
    def silhouette(self) -> str:
        """Its shape as SVG, filled up to the row reached."""
        return self.results.silhouette_svg(self.rows)


@dataclass(frozen=True, slots=True)
class UnreadableCard:
    """A piece in the basket that was kept and can no longer be read."""

    piece: Piece
    number: int
    """Its newest revision."""

    readable: ClassVar[bool] = False
    begun: ClassVar[bool] = False
    done: ClassVar[bool] = False


def cards(owner: Any) -> list[Card | UnreadableCard]:
    """The pieces of a knitter, last worked first."""
    pieces = list(Piece.objects.of(owner))
    newest = Revision.objects.filter(piece__in=pieces).order_by("piece_id", "-number")
    current: dict[int, Revision] = {}
    for revision in newest:
        current.setdefault(revision.piece_id, revision)
    unreadable = {piece.pk for piece in pieces if not current[piece.pk].readable}
    where = progress_of_pieces({piece: current[piece.pk] for piece in pieces if piece.pk not in unreadable})
    return [
        UnreadableCard(piece, current[piece.pk].number)
        if piece.pk in unreadable
        else Card(piece, RowView(current[piece.pk].results, where[piece.pk]))
        for piece in pieces
    ]
