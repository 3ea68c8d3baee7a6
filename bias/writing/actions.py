"""What can be done with drafts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import transaction

from bias.pieces.models import Piece
from bias.results import named_words
from bias.writing.models import Draft


@dataclass(frozen=True, slots=True)
class Editor:
    """The page that a text is typed in: its own name, and the stamp of the draft that it has seen.

    A page without a name is asked for once, as after a press: what it keeps always counts.
    """

    page: str = ""
    seen: str | None = None

    def knows(self, draft: Draft) -> bool:
        """Whether nothing was typed elsewhere that it has not seen."""
        return self.seen is None or draft.stamp == self.seen or (bool(self.page) and draft.page == self.page)


@dataclass(frozen=True, slots=True)
class DraftConflict:
    """Another page typed meanwhile: nothing was written, and this is what it typed."""

    other: Draft


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
def keep_draft(
    owner: Any, piece: Piece | None, words: str, started_from: int = 0, editor: Editor = Editor()
) -> Draft | DraftConflict:
    """Keep what is typed in place of what was kept before, unless another page has typed since ``editor`` looked."""
    draft = draft_of(owner, piece)
    if draft is None:
        return Draft.objects.create(
            owner=owner, piece=piece, words=words, started_from=started_from, page=editor.page, changes=1
        )
    saved_already = piece is not None and draft.words == piece.words
    if words != draft.words and not saved_already and not editor.knows(draft):
        return DraftConflict(draft)
    if words != draft.words or draft.started_from != started_from:
        draft.changes += 1
        draft.words, draft.started_from, draft.page = words, started_from, editor.page
        draft.save()
    return draft


def drop_draft(owner: Any, piece: Piece | None) -> None:
    """Let a draft go, once it is saved or given up."""
    Draft.objects.filter(owner=owner, piece=piece).delete()


@transaction.atomic
def rename(piece: Piece, name: str, before: int, started_from: int) -> None:
    """What is typed over revision ``before`` is called so as well, and goes on from revision ``started_from``."""
    draft = draft_of(piece.owner, piece)
    if draft is not None and draft.started_from == before:
        draft.words, draft.started_from = named_words(draft.words, name), started_from
        draft.changes += 1
        draft.save()
