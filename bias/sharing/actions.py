"""Sharing a piece, taking a link back, taking a piece."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.sharing.models import SharedLink, TakenPiece


@transaction.atomic
def share(piece: Piece, days: int | None, says_who: bool) -> str:
    """A new link in the place of the one that there was, with an end or none; its secret."""
    take_back(piece)
    ends_at = timezone.now() + timedelta(days=days) if days is not None else None
    return SharedLink.make(piece, ends_at, says_who)[1]


def take_back(piece: Piece) -> None:
    """Nobody reads it by a link any more."""
    piece.shared_links.filter(taken_back_at=None).update(taken_back_at=timezone.now())


@transaction.atomic
def take(owner: Any, link: SharedLink) -> Piece:
    """A piece of one's own that begins as the shared one is now; taken twice it is the one that was taken first."""
    before = TakenPiece.objects.filter(owner=owner, link__piece=link.piece, piece__put_away_at=None).first()
    if before is not None:
        return before.piece
    revision = link.piece.current
    piece = keep_plan(owner, revision.plan) if revision.plan else keep_piece(owner, revision.written)
    TakenPiece.objects.create(
        piece=piece, owner=owner, link=link, title=link.piece.title, who=link.who, revision=revision.number
    )
    return piece
