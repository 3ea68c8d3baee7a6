"""Where a piece stands, folded from its events."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from bias.making.models import Event


@dataclass(frozen=True, slots=True)
class Standing:
    """Rows worked so far, the events that say so of the last one, and when it was worked."""

    rows: int = 0
    last: tuple[UUID, ...] = ()
    worked_at: datetime | None = None


def fold(events: Iterable[Any]) -> Standing:
    """Where the events lead, whatever their order of arrival.

    A row counts once however many devices saw it, and until each of its events is taken back. The piece
    stands after the highest row that counts.
    """
    found = list(events)
    back = {event.takes_back for event in found if event.kind == Event.Kind.BACK}
    live = [event for event in found if event.kind == Event.Kind.ROW and event.id not in back]
    if not live:
        return Standing()
    rows = max(event.row for event in live)
    last = sorted((event for event in live if event.row == rows), key=lambda event: str(event.id))
    return Standing(rows, tuple(event.id for event in last), max(event.happened_at for event in last))


def standings(pieces: Iterable[Any]) -> dict[int, Standing]:
    """The standing of several pieces by their ids, in one query."""
    by_piece: dict[int, list[Event]] = {piece.pk: [] for piece in pieces}
    for event in Event.objects.filter(piece__in=by_piece):
        by_piece[event.piece_id].append(event)
    return {piece: fold(events) for piece, events in by_piece.items()}
