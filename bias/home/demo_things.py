"""The things of the demo: a poncho of two panels and a blanket of squares, made of its pieces."""

from __future__ import annotations

import tomllib
from datetime import timedelta
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from django.db import transaction
from django.utils import timezone

from bias.at_needles.copies import begin_copy_at
from bias.at_needles.models import Event
from bias.home.demo import DEMO
from bias.pieces.models import Piece
from bias.things.actions import new_thing, take_in
from bias.things.boards import SQUARE, begin_square, copy_of_square
from bias.things.models import Thing
from knitting.assembly.board import Square, Turns
from knitting.assembly.board_design import BoardDesign, design
from knitting.assembly.ready_made import READY_MADE
from knitting.assembly.thing import Thing as JoinedPieces
from knitting.files.thing_json import board_text
from knitting.log import RowWorked

_COLOURS = "ABCDEFGH"


def load_demo_things(owner: Any) -> None:
    """Put every thing of the demo that is not there yet into a knitter's basket."""
    for about in tomllib.loads((DEMO / "things.toml").read_text("utf-8")).values():
        piece = Piece.objects.of(owner).filter(title=about["piece"]).first()
        if piece is not None and not Thing.objects.of(owner).filter(title=about["title"]).exists():
            (_poncho if "ready_made" in about else _board)(owner, piece, about)


@transaction.atomic
def _poncho(owner: Any, panel: Piece, about: dict[str, Any]) -> None:
    """Each name is a copy of the one piece."""
    ready = READY_MADE[about["ready_made"]]
    made = ready.build({ready.kind: panel.results.layout}, about["answers"]["collar"])  # type: ignore[dict-item]
    thing, _ = new_thing(
        owner, about["title"], JoinedPieces(ready.key, tuple(made.pieces), made.joints, made.neck), None
    )
    for copy, name in enumerate(made.pieces, start=1):
        take_in(thing, name, panel, begin_copy_at(panel, copy, name))


@transaction.atomic
def _board(owner: Any, square: Piece, about: dict[str, Any]) -> None:
    """Some of its squares are knitted."""
    rows = len(square.results.worked.rows)
    made, _clash = design(
        about["rows"], about["columns"], rows // 2, Turns(about["turns"]), tuple(_COLOURS[: about["colours"]])
    )
    thing, _ = new_thing(owner, about["title"], JoinedPieces("board", (SQUARE,)), None, board_text(made))
    take_in(thing, SQUARE, square)
    for place in about["done"]:
        row, column = place.split(".")
        _knitted(square, made, (int(row) - 1, int(column) - 1), rows)


def _knitted(piece: Piece, made: BoardDesign, square: Square, rows: int) -> None:
    begin_square(piece, made, square)
    copy, last = copy_of_square(made, square), timezone.now() - timedelta(days=2)
    Event.objects.bulk_create(
        Event.of(
            piece,
            RowWorked(id=uuid5(NAMESPACE_URL, f"{piece.pk} square {copy} {row}"), copy=copy, row=row, happened_at=last),
        )
        for row in range(1, rows + 1)
    )
