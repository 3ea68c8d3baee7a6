"""What can happen at the needles. Each is safe to send twice."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction
from django.utils import timezone

from bias.keeping.actions import touch
from bias.keeping.models import Piece
from bias.making.models import Event
from bias.making.standing import Standing, fold


def standing(piece: Piece) -> Standing:
    """Where a piece stands."""
    return fold(piece.events.all())


@transaction.atomic
def row_done(piece: Piece, event_id: UUID, row: int, rows: int, at: datetime | None = None) -> Standing:
    """Note that a row was worked; rows beyond the last of ``rows`` are passed over."""
    if 1 <= row <= rows:
        _note(piece, event_id, Event.Kind.ROW, row, None, at)
    return standing(piece)


@transaction.atomic
def take_back(piece: Piece, event_id: UUID, row: int, at: datetime | None = None) -> Standing:
    """Take a worked row back. Where several devices noted it, each of their events is taken back."""
    if not _known(piece, event_id):
        live = standing(piece)
        if live.rows == row:
            for place, taken in enumerate(live.last):
                own = event_id if place == 0 else uuid5(event_id, str(taken))
                _note(piece, own, Event.Kind.BACK, row, taken, at)
    return standing(piece)


def _known(piece: Piece, event_id: UUID) -> bool:
    return Event.objects.filter(pk=event_id).exists()


def _note(piece: Piece, event_id: UUID, kind: str, row: int, takes_back: UUID | None, at: datetime | None) -> None:
    _, made = Event.objects.get_or_create(
        id=event_id,
        defaults={
            "piece": piece,
            "kind": kind,
            "row": row,
            "takes_back": takes_back,
            "happened_at": at or timezone.now(),
        },
    )
    if made:
        touch(piece)
