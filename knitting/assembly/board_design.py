"""A board as it is designed: how its squares are turned and which two colours each has; how each square begins."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated

from knitting.assembly.board import (
    MOST_RIDGES,
    MOST_SQUARES,
    Board,
    Joining,
    Order,
    Side,
    Square,
    Turns,
    begun,
    board,
)
from knitting.assembly.board_colours import ColourPair, coloured, colours_for
from knitting.coding import AtMost
from knitting.statements import Refused, Statement, sentence

MOST_COLOURS = 12


@dataclass(frozen=True, slots=True)
class BoardDesign:
    """A board with the colours there are, and the pair of every square by row and column.

    ``ValueError`` where turns and pairs are not those of so many squares, or a pair has a colour that there is not.
    """

    board: Board
    palette: Annotated[tuple[str, ...], AtMost(MOST_COLOURS, some=True)]
    pairs: tuple[tuple[ColourPair, ...], ...]

    def __post_init__(self) -> None:
        rows, columns = self.board.rows, self.board.columns
        if not (1 <= rows * columns <= MOST_SQUARES and 1 <= self.board.ridges <= MOST_RIDGES):
            raise ValueError("A board has some squares of some ridges.")
        for grid in (self.board.turns, self.pairs):
            if len(grid) != rows or any(len(row) != columns for row in grid):
                raise ValueError("Every square has a turn and a pair.")
        if any(turn not in range(4) for row in self.board.turns for turn in row):
            raise ValueError("A square is turned by 0 to 3 quarters.")
        if any(colour not in self.palette for row in self.pairs for pair in row for colour in pair):
            raise ValueError("A pair has colours of the board.")

    def pair(self, square: Square) -> ColourPair:
        """The two colours of a square, that of its cast-on first."""
        return self.pairs[square[0]][square[1]]

    def turned(self, square: Square, turn: int) -> BoardDesign:
        """With one square turned otherwise."""
        return replace(self, board=self.board.turned(square, turn))

    def paired(self, square: Square, pair: ColourPair) -> BoardDesign:
        """With other colours for one square."""
        rows = [list(row) for row in self.pairs]
        rows[square[0]][square[1]] = pair
        return replace(self, pairs=tuple(tuple(row) for row in rows))

    def mirrored(self) -> BoardDesign:
        """Its left half as in a mirror on the right: a corner below left becomes one below right."""
        columns = self.board.columns
        turns = tuple(
            tuple(row[at] if at < (columns + 1) // 2 else _MIRRORED[row[columns - 1 - at]] for at in range(columns))
            for row in self.board.turns
        )
        pairs = tuple(
            tuple(row[min(at, columns - 1 - at)] if at >= (columns + 1) // 2 else row[at] for at in range(columns))
            for row in self.pairs
        )
        return replace(self, board=replace(self.board, turns=turns), pairs=pairs)

    def repeated(self, rows: int, columns: int) -> BoardDesign:
        """Its first rows and columns over and over; ``Refused`` where that is no part of it."""
        if not (1 <= rows <= self.board.rows and 1 <= columns <= self.board.columns):
            raise Refused(
                sentence(
                    "A part of 1 to {rows} rows and 1 to {columns} columns can be repeated.",
                    rows=self.board.rows,
                    columns=self.board.columns,
                )
            )
        turns, pairs = (
            tuple(
                tuple(grid[row % rows][column % columns] for column in range(self.board.columns))
                for row in range(self.board.rows)
            )
            for grid in (self.board.turns, self.pairs)
        )
        return replace(self, board=replace(self.board, turns=turns), pairs=pairs)  # type: ignore[arg-type]


_MIRRORED = {0: 1, 1: 0, 2: 3, 3: 2}


def design(
    rows: int,
    columns: int,
    ridges: int,
    turns: Turns,
    palette: tuple[str, ...],
    strong: bool = False,
    seed: int = 0,
) -> tuple[BoardDesign, Statement | None]:
    """A board, and what is to be said of its colours: how many would do where some squares still clash.

    ``Refused`` where it cannot be: its size, or fewer than two colours.
    """
    made = board(rows, columns, ridges, turns, seed)
    found = coloured(made, palette, strong, seed)
    clash = None
    if found.clashing:
        clash = sentence(
            "{clashing} squares still lie beside one that is like them. {enough} colours are enough.",
            clashing=len(found.clashing),
            enough=colours_for(strong),
        )
    return BoardDesign(made, tuple(dict.fromkeys(palette)), found.pairs), clash


@dataclass(frozen=True, slots=True)
class SquareSide:
    """A side of a square as it is knitted: cast on freely (no ``joining``), or how it meets a square that is there.

    ``of_ridges`` tells whether that one shows its ridges there.
    """

    side: Side
    joining: Joining | None
    begun: bool
    of_ridges: bool = False


def square_sides(of: Board, order: Order, square: Square) -> tuple[SquareSide, ...]:
    """The sides of a square that it is cast on along, and those that are joined to earlier squares."""
    met: dict[Side, tuple[Joining, bool]] = {}
    for meeting, how in order.of(square):
        own = meeting.side if meeting.one == square else meeting.side.facing
        other = meeting.other if meeting.one == square else meeting.one
        met[own] = how, not begun(of.turn(other), own.facing)
    found = []
    for side in Side:
        starts = begun(of.turn(square), side)
        if side in met:
            joining, of_ridges = met[side]
            found.append(SquareSide(side, joining, starts, of_ridges))
        elif starts:
            found.append(SquareSide(side, None, starts))
    return tuple(found)
