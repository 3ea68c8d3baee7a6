"""What is worn, on paper: the folded drawing, and how far down on each body of which that is known."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from bias.pieces.models import Piece
from bias.results.worn import Wearable, construction_of, said_worn, wearable_piece
from bias.worn import actions
from bias.worn.pages import bodies_of


@dataclass(frozen=True)
class WornSheet:
    """A piece as it is worn, told when it is printed."""

    piece: Piece
    wearable: Wearable

    @property
    def folded(self) -> str:
        """It folded, with its own colours."""
        return self.wearable.folded(alone=True)

    @cached_property
    def rows(self) -> list[tuple[str, str]]:
        """Each body with why it does not hold, or how far down; the usual body is worked out where it is not known."""
        owner = self.piece.owner
        found = []
        for each in bodies_of(owner, ""):
            why = self.wearable.why_not(each.body)
            kept = actions.kept_worn(owner, self.wearable, each.body)
            while each.here and not why and not kept.ready:
                kept = actions.go_on(owner, self.wearable, each.body)
            if why or kept.ready:
                found.append((each.says, why or said_worn(kept.told or {})[0]))
        return found


def worn_sheet(piece: Piece) -> WornSheet | None:
    """What is printed of a piece that is worn; ``None`` where nobody wears it."""
    wearable = wearable_piece(piece.results, construction_of(piece.current.plan), "")
    return WornSheet(piece, wearable) if wearable is not None and wearable.garment is not None else None
