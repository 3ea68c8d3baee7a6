"""Every change to what is kept, one small function each."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone
from django.utils.formats import date_format
from django.utils.translation import gettext as _

from bias.pieces.models import Piece, Revision
from bias.results import named_plan, named_words, results_of_plan, results_of_words
from knitting.statements import N_

NO_TITLE = N_("Piece of {date}")
"""What a piece is called whose rows or plan say no name."""
_LONGEST_TITLE = 200
_AT_ONCE = timedelta(minutes=1)
"""A form that is sent again so soon was sent twice."""
LONGEST_CHAPTER = 60


@dataclass(frozen=True, slots=True)
class RevisionConflict:
    """The piece was saved elsewhere since: nothing was written, and this is what stands there now."""

    current: Revision


@transaction.atomic
def keep_piece(owner: Any, words: str, form_id: UUID | None = None) -> Piece:
    """Keep written rows as a new piece, named by its title; the same form sent twice at once makes one piece."""
    piece, is_new = _new_piece(owner, _title(words), form_id)
    if is_new:
        Revision.objects.create(piece=piece, number=1, written=words)
    return piece


@transaction.atomic
def keep_plan(owner: Any, plan: str, read_from: str = "", form_id: UUID | None = None) -> Piece:
    """Keep a plan, as its text, as a new piece, named as the plan is, over the written rows that it was read from.

    The same form sent twice at once makes one piece.
    """
    piece, is_new = _new_piece(owner, _named(results_of_plan(plan).plan.name), form_id)
    if not is_new:
        return piece
    if read_from:
        Revision.objects.create(piece=piece, number=1, written=read_from)
    Revision.objects.create(piece=piece, number=2 if read_from else 1, plan=plan)
    return piece


@transaction.atomic
def revise(piece: Piece, started_from: int, words: str) -> Revision | RevisionConflict:
    """Save new words over revision ``started_from``; the same words again change nothing.

    A piece that came from a plan is written rows from then on.
    """
    current = piece.current
    if words == current.words:
        return current
    return _revised(piece, started_from, results_of_words(words).title or piece.title, written=words)


@transaction.atomic
def revise_plan(piece: Piece, started_from: int, plan: str) -> Revision | RevisionConflict:
    """Save a plan over revision ``started_from``; the same plan again changes nothing."""
    current = piece.current
    if plan == current.plan:
        return current
    return _revised(piece, started_from, results_of_plan(plan).plan.name or piece.title, plan=plan)


@transaction.atomic
def stand_again(piece: Piece, number: int) -> Revision | None:
    """Save an older revision as the newest; nothing where there is none of that number."""
    older = piece.revisions.filter(number=number).first()
    if older is None:
        return None
    return Revision.objects.create(piece=piece, number=piece.current.number + 1, written=older.written, plan=older.plan)


@transaction.atomic
def turn_into_words(piece: Piece, started_from: int, words: str) -> Revision | RevisionConflict:
    """Save the rows of a plan as written rows in some words; the plan stays in its own revision."""
    return _revised(piece, started_from, piece.title, written=words)


@transaction.atomic
def rename(piece: Piece, name: str) -> Revision:
    """Call a piece by another name, as its newest revision; an empty name, or its own, changes nothing.

    ``NotRead`` where a plan cannot be called so.
    """
    current = piece.current
    name = " ".join(name.split())[:_LONGEST_TITLE]
    if not name or name == piece.title:
        return current
    source = _called(current, name)
    revised = _revised(piece, current.number, name, **source)
    assert isinstance(revised, Revision), "nothing was saved since it was read"
    return revised


@transaction.atomic
def copy_of(piece: Piece, name: str, form_id: UUID | None = None) -> Piece:
    """A new piece, called ``name``, with the rows or the plan of another as it stands; its log is its own.

    The same form sent twice at once makes one piece.
    """
    twin, is_new = _new_piece(piece.owner, name[:_LONGEST_TITLE], form_id, piece.chapter)
    if not is_new:
        return twin
    current = piece.current
    source = _called(current, twin.title) if current.readable else {"plan": current.plan}
    Revision.objects.create(piece=twin, number=1, **source)
    return twin


def _new_piece(owner: Any, title: str, form_id: UUID | None, chapter: str = "") -> tuple[Piece, bool]:
    """A new piece without revisions; or the one that the same form made a moment ago, and that it is not new.

    A page that was gone back to asks with the same form much later: that is another wish.
    """
    made = Piece.objects.of(owner).filter(form_id=form_id).first() if form_id is not None else None
    if made is not None and made.begun_at > timezone.now() - _AT_ONCE:
        return made, False
    own_id = form_id if made is None else None
    return Piece.objects.create(owner=owner, title=title, chapter=chapter, form_id=own_id), True


def _called(revision: Revision, name: str) -> dict[str, str]:
    """What a revision holds, under another name."""
    if revision.plan:
        return {"plan": named_plan(revision.plan, name)}
    return {"written": named_words(revision.written, name)}


def _revised(piece: Piece, started_from: int, title: str, **source: str) -> Revision | RevisionConflict:
    current = piece.current
    if started_from != current.number:
        return RevisionConflict(current)
    revision = Revision.objects.create(piece=piece, number=current.number + 1, **source)
    piece.title = title[:_LONGEST_TITLE]
    piece.save()
    return revision


@transaction.atomic
def put_away(piece: Piece) -> None:
    """Put a piece away, with its revisions and its log; what its owner put away long ago goes for good."""
    Piece.objects.of(piece.owner).away_for_too_long().delete()
    if piece.put_away_at is None:
        Piece.objects.filter(pk=piece.pk).update(put_away_at=timezone.now())


@transaction.atomic
def bring_back(piece: Piece) -> None:
    """Put a piece that was put away back into the basket, first among the others."""
    Piece.objects.filter(pk=piece.pk).update(put_away_at=None, touched_at=timezone.now())


def finish(piece: Piece) -> None:
    """Call a piece finished: it stands apart from what is on the needles, and keeps the day when it was first."""
    if piece.finished_at is None:
        Piece.objects.filter(pk=piece.pk).update(finished_at=timezone.now())


def take_up(piece: Piece) -> None:
    """Take a finished piece up again, first among the others."""
    Piece.objects.filter(pk=piece.pk).update(finished_at=None, touched_at=timezone.now())


def put_into_chapter(piece: Piece, chapter: str) -> None:
    """Put a piece into a chapter of the basket, made where there is none of that name; an empty name takes it out.

    A name that differs from that of a chapter in its capitals only means that chapter.
    """
    name = " ".join(chapter.split())[:LONGEST_CHAPTER].strip()
    others = Piece.objects.of(piece.owner).exclude(pk=piece.pk).chapters()
    same = next((other for other in others if other.casefold() == name.casefold()), name)
    Piece.objects.filter(pk=piece.pk).update(chapter=same)


def touch(piece: Piece) -> None:
    """Note that a piece was worked on now."""
    piece.touched_at = timezone.now()
    Piece.objects.filter(pk=piece.pk).update(touched_at=piece.touched_at)


def _title(words: str) -> str:
    return _named(results_of_words(words).title)


def _named(title: str) -> str:
    return title[:_LONGEST_TITLE] or _(NO_TITLE).format(date=date_format(timezone.localdate(), "j F"))
