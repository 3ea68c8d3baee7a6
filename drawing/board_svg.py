"""A board of squares as SVG: how each is turned, its two colours, how squares are joined, which are done."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from drawing import svg
from knitting.assembly.board import Board, Joining, Order, Side, Square
from knitting.assembly.board_design import BoardDesign
from knitting.saying.language import _

_SIDE, _MARGIN = 40.0, 8.0
_BANDS = ((1.0, 0), (0.68, 1), (0.36, 0))
"""The bands of a square: how much of its side each takes up from the corner across from the cast-on; its colour."""
_MOST_PRESSED, _MOST_NUMBERED = 1_000, 400
"""Squares up to which each can be pressed in the drawing, and has its number in it."""
_LINES: Mapping[Joining, str] = {
    Joining.PICKED: "board-picked",
    Joining.JOINED: "board-joined",
    Joining.SEWN: "board-sewn",
}


def board_svg(
    design: BoardDesign,
    order: Order,
    title: str,
    done: Collection[Square] = (),
    chosen: Square | None = None,
    address: str = "",
    style: str = "",
) -> str:
    """The board, its first row below. Colours are classes ``board-0`` on, in the order of its palette.

    ``address`` is where a press on a square leads, followed by the square as ``row.column``, counted from 1. ``style``
    are colours for a drawing that stands alone.
    """
    board = design.board
    parts = [svg.tag("style", svg.text(style))] if style else []
    parts += _fills(design)
    if done:
        parts.append(svg.tag("path", d="".join(_box(board, square) for square in done), class_="board-done"))
    parts += _joinings(board, order)
    if chosen is not None:
        parts.append(svg.tag("path", d=_box(board, chosen), class_="board-chosen"))
    if board.squares <= _MOST_NUMBERED:
        parts += _numbers(board, order)
    pressed = bool(address) and board.squares <= _MOST_PRESSED
    if pressed:
        parts += _presses(board, order, address, done)
    wide, high = board.columns * _SIDE + 2 * _MARGIN, board.rows * _SIDE + 2 * _MARGIN
    return svg.picture(parts, wide, high, title, "board", pressed=pressed)


def _place(board: Board, square: Square) -> svg.Place:
    """The upper left corner of a square."""
    return _MARGIN + square[1] * _SIDE, _MARGIN + (board.rows - 1 - square[0]) * _SIDE


def _box(board: Board, square: Square, share: float = 1.0) -> str:
    """A square, or the smaller one in the corner across from its cast-on corner."""
    left, top = _place(board, square)
    side = _SIDE * share
    turn = board.turn(square)
    x = left if turn in (1, 2) else left + _SIDE - side
    y = top if turn in (0, 1) else top + _SIDE - side
    return f"M{svg.number(x)} {svg.number(y)}h{svg.number(side)}v{svg.number(side)}h{svg.number(-side)}z"


def _fills(design: BoardDesign) -> list[str]:
    """The bands of all squares, one path for each colour of each band, the outermost first."""
    board = design.board
    parts = []
    for share, which in _BANDS:
        boxes: dict[str, list[str]] = {colour: [] for colour in design.palette}
        for row in range(board.rows):
            for column in range(board.columns):
                boxes[design.pairs[row][column][which]].append(_box(board, (row, column), share))
        parts += [
            svg.tag("path", d="".join(boxes[colour]), class_=f"board-{at}")
            for at, colour in enumerate(design.palette)
            if boxes[colour]
        ]
    return parts


def _joinings(board: Board, order: Order) -> list[str]:
    """The sides between squares, a path for each way of joining."""
    lines: dict[Joining, list[str]] = {joining: [] for joining in Joining}
    for meeting, how in order.joinings:
        left, top = _place(board, meeting.one)
        across = meeting.side is Side.ABOVE
        x, y = (left, top) if across else (left + _SIDE, top)
        lines[how].append(f"M{svg.number(x)} {svg.number(y)}" + (f"h{_SIDE:g}" if across else f"v{_SIDE:g}"))
    return [svg.tag("path", d="".join(lines[how]), class_=class_) for how, class_ in _LINES.items() if lines[how]]


def _numbers(board: Board, order: Order) -> list[str]:
    """Which square comes when."""
    found = []
    for at, square in enumerate(order.squares, start=1):
        left, top = _place(board, square)
        x, y = svg.number(left + _SIDE / 2), svg.number(top + _SIDE / 2 + 5)
        found.append(svg.tag("text", str(at), x=x, y=y, text_anchor="middle"))
    return found


def _presses(board: Board, order: Order, address: str, done: Collection[Square]) -> list[str]:
    """A link over each square, said with its place in the order."""
    found = []
    for at, (row, column) in enumerate(order.squares, start=1):
        left, top = _place(board, (row, column))
        words = _("square {number}: row {row}, column {column}")
        said = words.format(number=at, row=row + 1, column=column + 1)
        said += _(", done") if (row, column) in done else ""
        box = svg.tag("rect", x=svg.number(left), y=svg.number(top), width=f"{_SIDE:g}", height=f"{_SIDE:g}")
        found.append(svg.tag("a", box, href=f"{address}{row + 1}.{column + 1}", aria_label=said))
    return found
