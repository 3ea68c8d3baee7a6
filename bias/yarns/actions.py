"""Every change to the shelf and to what pieces keep of it."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from bias.pieces.models import Piece
from bias.yarns.forms import PieceYarnForm, YarnForm
from bias.yarns.models import Lot, PieceYarn, Yarn


@transaction.atomic
def keep_yarn(owner: Any, form: YarnForm, lots: Any, form_id: UUID | None = None) -> Yarn:
    """Put a yarn on the shelf, or change one that is there; both forms are valid.

    The same form of a new yarn sent twice puts it there once.
    """
    made = Yarn.objects.of(owner).filter(form_id=form_id).first() if form_id is not None else None
    if made is not None and form.instance.pk is None:
        return made
    yarn: Yarn = form.save(commit=False)
    yarn.owner = owner
    if yarn.pk is None:
        yarn.form_id = form_id
    yarn.save()
    lots.instance = yarn
    lots.save()
    return yarn


def put_away(yarn: Yarn) -> None:
    """Take a yarn off the shelf; pieces keep what they have of it, and it can be brought back."""
    yarn.put_away_at = timezone.now()
    yarn.save()


def bring_back(yarn: Yarn) -> None:
    """Put a yarn back on the shelf."""
    yarn.put_away_at = None
    yarn.save()


@transaction.atomic
def keep_rows(owner: Any, rows: list[tuple[Yarn, Lot]]) -> int:
    """Put yarns of a file on the shelf: one that is there already, by name and ball, gets its lot; how many are new."""
    new = 0
    for yarn, lot in rows:
        known = (
            Yarn.objects.of(owner)
            .filter(name=yarn.name, ball_grams=yarn.ball_grams, ball_metres=yarn.ball_metres, colour=yarn.colour)
            .first()
        )
        if known is None:
            yarn.owner = owner
            yarn.save()
            known, new = yarn, new + 1
        lot.yarn = known
        same = known.lots.filter(name=lot.name).first()
        if same is not None:
            same.whole, same.opened_grams = lot.whole, lot.opened_grams
            same.save()
        else:
            lot.save()
    return new


@transaction.atomic
def keep_for_piece(piece: Piece, colour: str, form: PieceYarnForm) -> PieceYarn:
    """Keep a yarn for a colour of a piece, in place of what was kept for it; the form is valid."""
    typed = form.cleaned_data
    kept, _new = PieceYarn.objects.update_or_create(piece=piece, colour=colour, defaults=typed)
    return kept


def keep_whole(piece: Piece, yarn: Yarn, colour: str = "") -> PieceYarn:
    """Keep all that there is of a yarn for a piece."""
    return PieceYarn.objects.create(
        piece=piece,
        colour=colour,
        yarn=yarn,
        name=yarn.name,
        ball_grams=yarn.ball_grams,
        ball_metres=yarn.ball_metres,
        balls=round(yarn.grams / yarn.ball_grams, 3),
    )


def keep_grams(piece: Piece, yarn: Yarn, grams: float, colour: str) -> PieceYarn:
    """Keep some weighed grams of a yarn for a colour of a piece, in place of what was kept for it."""
    about = {
        "yarn": yarn,
        "name": yarn.name,
        "ball_grams": yarn.ball_grams,
        "ball_metres": yarn.ball_metres,
        "balls": round(grams / yarn.ball_grams, 3),
        "start_grams": grams,
    }
    kept, _new = PieceYarn.objects.update_or_create(piece=piece, colour=colour, defaults=about)
    return kept


def give_back(piece: Piece, colour: str) -> None:
    """Keep nothing for a colour any more."""
    PieceYarn.objects.filter(piece=piece, colour=colour).delete()
