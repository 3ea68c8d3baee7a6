"""A board among the things: begun with its square, changed square by square, done as its squares are knitted."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import F
from django.utils import timezone
from django.utils.translation import gettext as _

from bias.at_needles.actions import rows_of_copies
from bias.at_needles.copies import begin_copy_at
from bias.pieces.actions import keep_plan
from bias.pieces.models import Piece
from bias.results import begun_text
from bias.results.boards import BoardResults, results_of_board, square_plan
from bias.things.actions import new_thing, take_in
from bias.things.models import Thing
from knitting.assembly.board import Square
from knitting.assembly.board_design import BoardDesign
from knitting.assembly.thing import Thing as JoinedPieces
from knitting.files.thing_json import board_text
from knitting.measures import GUESS_IN_GARTER, Gauge

SQUARE = "square"
"""What the one piece of a board is called in it: every square is a copy of it."""


@transaction.atomic
def begin_board(owner: Any, title: str, design: BoardDesign, gauge: Gauge | None, form_id: UUID | None = None) -> Thing:
    """A board with the piece that its squares are copies of; the same form sent twice makes one."""
    thing, is_new = new_thing(owner, title, JoinedPieces("board", (SQUARE,)), form_id, board_text(design))
    if is_new:
        plan = square_plan(design.board.ridges, gauge, f"{title}, {SQUARE}")
        take_in(thing, SQUARE, keep_plan(owner, begun_text(plan)))
    return thing


@transaction.atomic
def keep_design(thing: Thing, seen: int, design: BoardDesign) -> bool:
    """Keep a changed board over what the form saw; false where it was changed elsewhere since."""
    kept = Thing.objects.filter(pk=thing.pk, number=seen)
    return bool(kept.update(board=board_text(design), number=F("number") + 1, touched_at=timezone.now()))


def square_piece(thing: Thing) -> Piece | None:
    """The piece that the squares are copies of; ``None`` where it is gone."""
    member = thing.members.filter(name=SQUARE).select_related("piece").first()
    return member.piece if member is not None else None


def board_results(thing: Thing) -> BoardResults:
    """The board at the gauge of its squares."""
    piece = square_piece(thing)
    gauge = GUESS_IN_GARTER
    if piece is not None and piece.current.readable:
        layout = piece.results.layout
        gauge = getattr(layout, "gauge", GUESS_IN_GARTER)
    return results_of_board(thing.board, gauge.stitches, gauge.rows)


def copy_of_square(design: BoardDesign, square: Square) -> int:
    """Which copy of the piece a square is: by its place, so that turning another leaves it what it is."""
    return square[0] * design.board.columns + square[1] + 1


def square_lines(thing: Thing, copy: int) -> list[str]:
    """Which square a copy is, and how it begins; nothing where the board has no such square."""
    found = board_results(thing)
    board = found.design.board
    if not 1 <= copy <= board.squares:
        return []
    square = divmod(copy - 1, board.columns)
    which = _("square {number} of {squares}").format(number=found.numbers[square], squares=board.squares)
    return [f"{which}.", *found.square_lines(square)]


def squares_done(thing: Thing, design: BoardDesign) -> dict[Square, bool]:
    """The squares that were begun, and whether all rows of each are worked."""
    piece = square_piece(thing)
    if piece is None or not piece.current.readable:
        return {}
    rows = len(piece.results.worked.rows)
    columns = design.board.columns
    return {
        divmod(copy - 1, columns): worked >= rows
        for copy, worked in rows_of_copies(piece).items()
        if worked and copy <= design.board.squares
    }


def begin_square(piece: Piece, design: BoardDesign, square: Square) -> int:
    """The copy that a square is, called by its place."""
    name = _("row {row}, column {column}").format(row=square[0] + 1, column=square[1] + 1)
    return begin_copy_at(piece, copy_of_square(design, square), name)
