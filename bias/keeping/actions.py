"""Every change to what is kept, one small function each."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import transaction

from bias.keeping.models import Piece, Revision
from bias.workbench import workout

NO_TITLE = "Untitled piece"
_LONGEST_TITLE = 200


@dataclass(frozen=True, slots=True)
class Overtaken:
    """The piece was saved elsewhere since: nothing was written, and this is what stands there now."""

    current: Revision


@transaction.atomic
def keep_piece(owner: Any, words: str) -> Piece:
    """Keep written rows as a new piece, named by its title."""
    piece = Piece.objects.create(owner=owner, title=_title(words))
    Revision.objects.create(piece=piece, number=1, words=words)
    return piece


@transaction.atomic
def revise(piece: Piece, started_from: int, words: str) -> Revision | Overtaken:
    """Save new words over revision ``started_from``; the same words again change nothing."""
    current = piece.current
    if words == current.words:
        return current
    if started_from != current.number:
        return Overtaken(current)
    revision = Revision.objects.create(piece=piece, number=current.number + 1, words=words)
    piece.title = _title(words)
    piece.save()
    return revision


@transaction.atomic
def take_out(piece: Piece) -> None:
    """Take a piece out of the basket for good."""
    piece.delete()


def touch(piece: Piece) -> None:
    """Note that a piece was worked on now."""
    piece.save(update_fields=["touched_at"])


def _title(words: str) -> str:
    return workout(words).title[:_LONGEST_TITLE] or NO_TITLE
