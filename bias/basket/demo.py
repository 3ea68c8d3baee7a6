"""The demo: pieces of an invented knitting circle, some of them half knitted."""

from __future__ import annotations

import tomllib
from datetime import timedelta
from pathlib import Path
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from bias.keeping.actions import keep_piece
from bias.keeping.models import Piece
from bias.making.models import Event

DEMO = Path(settings.ROOT) / "demo"
_MINUTES_A_ROW = 4


def load_demo(owner: Any) -> list[Piece]:
    """Lay every demo piece that is not there yet into a knitter's basket, with the rows worked of it."""
    progress = tomllib.loads((DEMO / "progress.toml").read_text("utf-8"))
    made = []
    for name, how_far in reversed(progress.items()):
        words = (DEMO / f"{name}.txt").read_text("utf-8")
        if not Piece.objects.of(owner).filter(revisions__written=words).exists():
            made.append(_load(owner, name, words, how_far))
    return made


@transaction.atomic
def _load(owner: Any, name: str, words: str, how_far: dict[str, int]) -> Piece:
    piece = keep_piece(owner, words)
    last = timezone.now() - timedelta(hours=how_far["hours_ago"])
    rows = how_far["rows"]
    Event.objects.bulk_create(
        Event(
            id=uuid5(NAMESPACE_URL, f"{piece.pk} {name} {row}"),
            piece=piece,
            kind=Event.Kind.ROW,
            row=row,
            happened_at=last - timedelta(minutes=_MINUTES_A_ROW * (rows - row)),
        )
        for row in range(1, rows + 1)
    )
    return piece
