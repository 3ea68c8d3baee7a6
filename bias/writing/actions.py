"""What can be done with drafts."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from bias.pieces.models import Piece
from bias.writing.models import Draft


def draft_of(owner: Any, piece: Piece | None) -> Draft | None:
    """The draft of a piece, or of the next one to be brought in."""
    return Draft.objects.filter(owner=owner, piece=piece).first()


def text_of(owner: Any, piece: Piece | None) -> str:
    """What is typed of a piece, or what is kept of it where nothing is."""
    draft = draft_of(owner, piece)
    if draft is not None:
        return draft.words
    return piece.words if piece is not None else ""


@transaction.atomic
def keep_draft(owner: Any, piece: Piece | None, words: str, started_from: int = 0) -> None:
    """Keep what is typed; what was kept before is replaced."""
    Draft.objects.update_or_create(owner=owner, piece=piece, defaults={"words": words, "started_from": started_from})


def drop_draft(owner: Any, piece: Piece | None) -> None:
    """Let a draft go, once it is saved or given up."""
    Draft.objects.filter(owner=owner, piece=piece).delete()
