"""A simulated year of many knitters: their pieces with revisions, presses, yarns and links, laid into the tables."""

from __future__ import annotations

from datetime import timedelta
from uuid import uuid4

from django.utils import timezone

from bias.accounts.models import Knitter
from bias.at_needles.models import Event
from bias.pieces.models import Piece, Revision
from bias.sharing.models import Remark, SharedLink, TakenPiece
from bias.yarns.models import Lot, PieceYarn, Yarn
from tests.bias.pressing import SHAWL

_AT_ONCE = 2_000


def lay_out(knitters: int, pieces: int, rows: int) -> None:
    """So many knitters with so many pieces each, of which so many rows are worked."""
    who = Knitter.objects.bulk_create(Knitter(username=f"tern{at}-{uuid4().hex[:6]}") for at in range(knitters))
    numbers = range(pieces)
    made = Piece.objects.bulk_create(
        (Piece(owner=each, title=f"Quay shawl {at}", chapter=f"Chapter {at % 3}") for each in who for at in numbers),
        _AT_ONCE,
    )
    Revision.objects.bulk_create((Revision(piece=each, number=1, written=SHAWL) for each in made), _AT_ONCE)
    Event.objects.bulk_create((_row(each, row) for each in made for row in range(1, rows + 1)), _AT_ONCE)
    ball = {"name": "Kelp", "ball_grams": 50, "ball_metres": 90}
    yarns = Yarn.objects.bulk_create((Yarn(owner=each.owner, **ball) for each in made), _AT_ONCE)
    Lot.objects.bulk_create((Lot(yarn=each, name="1", whole=2) for each in yarns), _AT_ONCE)
    PieceYarn.objects.bulk_create(
        (PieceYarn(piece=each, balls=2, start_grams=0, reserve_metres=0, **ball) for each in made), _AT_ONCE
    )
    secrets = (SharedLink(piece=each, digest=uuid4().hex + uuid4().hex) for each in made[::4])
    links = SharedLink.objects.bulk_create(secrets, _AT_ONCE)
    remarks = (Remark(piece=each.piece, link=each, text="one fewer", revision=1) for each in links)
    Remark.objects.bulk_create(remarks, _AT_ONCE)
    taken = zip(made[1::4], links, strict=False)
    TakenPiece.objects.bulk_create(
        (TakenPiece(piece=piece, owner=piece.owner, link=link, title="Gangway", revision=1) for piece, link in taken),
        _AT_ONCE,
    )


def _row(piece: Piece, row: int) -> Event:
    when = timezone.now() - timedelta(hours=row)
    return Event(id=uuid4(), piece=piece, copy=1, kind="row", row=row, revision=1, happened_at=when)
