"""What is said of a board of squares: how each begins and is joined, and what all comes to."""

from __future__ import annotations

from knitting.assembly.board import Board, Joining, Order, Side, Square
from knitting.assembly.board_design import SquareSide, square_sides
from knitting.assembly.finishing import BoardSums
from knitting.figures import figure
from knitting.measures import said_length
from knitting.saying.language import _
from knitting.statements import N_

_SIDES = {
    Side.BELOW: N_("below"),
    Side.RIGHT: N_("on the right"),
    Side.ABOVE: N_("above"),
    Side.LEFT: N_("on the left"),
}


def said_square(of: Board, order: Order, square: Square) -> list[str]:
    """How a square is begun and joined, a sentence each."""
    sides = square_sides(of, order, square)
    first = [_said_first(of, side) for side in sides if side.begun]
    words = _("First row, {total} stitches: {sides}, and one in the corner.")
    lines = [words.format(total=of.first_row, sides=_(" and ").join(first))]
    return [*lines, *(_said_joined(side) for side in sides if not side.begun)]


def _said_first(of: Board, side: SquareSide) -> str:
    """One half of the first row."""
    words = _("{count} cast on for the side {side}")
    if side.joining is Joining.PICKED and side.of_ridges:
        words = _("{count} picked up from the ridges of the square {side}")
    elif side.joining is Joining.PICKED:
        words = _("{count} picked up from the cast-on of the square {side}")
    elif side.joining is not None:
        words = _("{count} cast on for the side {side}, which is sewn to its neighbour")
    return words.format(count=of.ridges, side=_(_SIDES[side.side]))


def _said_joined(side: SquareSide) -> str:
    """A side of row ends that meets a square which is there."""
    words = _("Join each ridge to that of the square {side}.")
    if side.joining is Joining.SEWN:
        words = _("Sew its ridges to the square {side} afterwards.")
    return words.format(side=_(_SIDES[side.side]))


def board_lines(of: Board, order: Order, sums: BoardSums) -> list[str]:
    """What a board comes to, a sentence each."""
    joined = _("{picked} sides are picked up, {joined} joined as one goes, {sewn} sewn.")
    lines = [
        _("{squares} squares, {width} by {height}.").format(
            squares=of.squares, width=said_length(sums.width_cm), height=said_length(sums.height_cm)
        ),
        joined.format(
            picked=order.count(Joining.PICKED), joined=order.count(Joining.JOINED), sewn=order.count(Joining.SEWN)
        ),
        _("{ends} ends to weave in, {edging} stitches to pick up round the edge.").format(
            ends=sums.ends, edging=sums.edging_stitches
        ),
    ]
    if sums.seams_m:
        lines.append(_("{metres} m of yarn to sew with.").format(metres=figure(sums.seams_m, ".1f")))
    return lines
