"""A board of squares, each knitted from two sides inwards: in which order, and what each picks up from its neighbours.

A square is cast on along two sides that meet in a corner, and its other two sides are ridges of row ends. Where a
cast-on side meets ridges it is picked up from them, so that the ridged square comes first; two cast-on sides are picked
up one from the other; two ridged sides are joined while the later one is knitted.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from heapq import heapify, heappop, heappush
from random import Random
from typing import NamedTuple, TypeAlias

from knitting.statements import Refused, sentence

MOST_SQUARES = 3_600
MOST_RIDGES = 200
Square: TypeAlias = tuple[int, int]
"""A square by its row and its column, both from 0; the first row is the lowest."""


class Turns(Enum):
    """How the squares of a board are turned."""

    SAME = "same"
    DIAMONDS = "diamonds"
    STRIPES = "stripes"
    PINWHEEL = "pinwheel"
    RANDOM = "random"


@dataclass(frozen=True, slots=True)
class Board:
    """Squares of ``ridges`` ridges in rows and columns. ``turns[row][column]`` says where the cast-on corner lies: 0 is
    below left, and each turn goes on counter-clockwise."""

    rows: int
    columns: int
    ridges: int
    turns: tuple[tuple[int, ...], ...]

    @property
    def squares(self) -> int:
        """How many squares it has."""
        return self.rows * self.columns

    @property
    def first_row(self) -> int:
        """Stitches of the first row of every square: both sides and the corner."""
        return 2 * self.ridges + 1

    def turn(self, square: Square) -> int:
        """How a square is turned."""
        return self.turns[square[0]][square[1]]

    def turned(self, square: Square, turn: int) -> Board:
        """The board with one square turned otherwise."""
        rows = [list(row) for row in self.turns]
        rows[square[0]][square[1]] = turn % 4
        return Board(self.rows, self.columns, self.ridges, tuple(tuple(row) for row in rows))


class Side(Enum):
    """A side of a square; its value counts counter-clockwise from below."""

    BELOW = 0
    RIGHT = 1
    ABOVE = 2
    LEFT = 3

    @property
    def facing(self) -> Side:
        """The side of the neighbour that meets it."""
        return Side((self.value + 2) % 4)


def begun(turn: int, side: Side) -> bool:
    """Whether a side of a square so turned is cast on: the two that meet in its corner."""
    return side.value in (turn, (turn + 3) % 4)


class Meeting(NamedTuple):
    """Two squares side by side: ``side`` is that of ``one``."""

    one: Square
    other: Square
    side: Side


class Joining(Enum):
    """How a square is joined to a neighbour that is there already."""

    PICKED = "picked up"
    JOINED = "joined at the row ends"
    SEWN = "sewn"


@dataclass(frozen=True, slots=True)
class Order:
    """The squares in the order in which they are knitted, and how every two that meet are joined."""

    squares: tuple[Square, ...]
    joinings: tuple[tuple[Meeting, Joining], ...]

    def count(self, joining: Joining) -> int:
        """How many sides are joined so."""
        return sum(1 for _meeting, how in self.joinings if how is joining)

    def of(self, square: Square) -> tuple[tuple[Meeting, Joining], ...]:
        """How a square is joined to those that come before it."""
        place = {each: at for at, each in enumerate(self.squares)}
        return tuple(
            (meeting, how)
            for meeting, how in self.joinings
            if square in (meeting.one, meeting.other) and max(place[meeting.one], place[meeting.other]) == place[square]
        )


_TURNED: Mapping[Turns, tuple[tuple[int, ...], ...]] = {
    Turns.SAME: ((0,),),
    Turns.DIAMONDS: ((2, 3), (1, 0)),
    Turns.STRIPES: ((0,), (3,)),
    Turns.PINWHEEL: ((3, 0), (2, 1)),
}
"""The least stretch of turns that comes again over the board."""


def board(rows: int, columns: int, ridges: int, turns: Turns = Turns.SAME, seed: int = 0) -> Board:
    """A board by the way in which its squares are turned; ``Refused`` beyond what anybody knits."""
    if not (rows >= 1 and columns >= 1 and rows * columns <= MOST_SQUARES):
        raise Refused(
            sentence(
                "A board has 1 to {most:,} squares, not {rows} by {columns}.",
                most=MOST_SQUARES,
                rows=rows,
                columns=columns,
            )
        )
    if not 1 <= ridges <= MOST_RIDGES:
        raise Refused(sentence("A square has 1 to {most} ridges, not {ridges}.", most=MOST_RIDGES, ridges=ridges))
    noise = Random(seed)
    grid = _TURNED.get(turns, ((0,),))

    def turned(row: int, column: int) -> int:
        if turns is Turns.RANDOM:
            return noise.randrange(4)
        return grid[row % len(grid)][column % len(grid[0])]

    return Board(
        rows, columns, ridges, tuple(tuple(turned(row, column) for column in range(columns)) for row in range(rows))
    )


def meetings(of: Board) -> Iterator[Meeting]:
    """Every two squares side by side, once."""
    for row in range(of.rows):
        for column in range(of.columns):
            if column + 1 < of.columns:
                yield Meeting((row, column), (row, column + 1), Side.RIGHT)
            if row + 1 < of.rows:
                yield Meeting((row, column), (row + 1, column), Side.ABOVE)


def order(of: Board) -> Order:
    """An order in which squares come after those that they are picked up from; where they wait for each other in a
    ring, a side of the square that waits for least is sewn instead."""
    after: dict[Square, set[Square]] = {}
    waits: dict[Square, set[Square]] = {(r, c): set() for r in range(of.rows) for c in range(of.columns)}
    kinds: list[tuple[Meeting, Joining]] = []
    for meeting in meetings(of):
        one, other = begun(of.turn(meeting.one), meeting.side), begun(of.turn(meeting.other), meeting.side.facing)
        kinds.append((meeting, Joining.PICKED if one or other else Joining.JOINED))
        if one is not other:
            first, later = (meeting.other, meeting.one) if one else (meeting.one, meeting.other)
            waits[later].add(first)
            after.setdefault(first, set()).add(later)
    cut = _rings_cut(of, waits)
    squares = _in_turn(waits, after, cut)
    joinings = tuple(
        (meeting, Joining.SEWN if frozenset((meeting.one, meeting.other)) in cut else how) for meeting, how in kinds
    )
    return Order(squares, joinings)


def _rings_cut(of: Board, waits: dict[Square, set[Square]]) -> set[frozenset[Square]]:
    """The sides to sew where four squares wait for each other round an inner corner: a side of two such rings first."""
    rings = [ring for corner in _corners(of) if (ring := _ring(corner, waits))]
    many = Counter(pair for ring in rings for pair in ring)
    cut: set[frozenset[Square]] = set()
    for ring in rings:
        if not any(frozenset(pair) in cut for pair in ring):
            later, first = max(ring, key=lambda pair: (many[pair], -len(waits[pair[0]]), pair))
            waits[later].discard(first)
            cut.add(frozenset((later, first)))
    return cut


def _corners(of: Board) -> Iterator[tuple[Square, Square, Square, Square]]:
    """The four squares round every inner corner, counter-clockwise."""
    for row in range(of.rows - 1):
        for column in range(of.columns - 1):
            yield (row, column), (row, column + 1), (row + 1, column + 1), (row + 1, column)


def _ring(corner: Sequence[Square], waits: Mapping[Square, set[Square]]) -> list[tuple[Square, Square]]:
    """The pairs (later, first) of a ring round a corner, either way; nothing where there is none."""
    for squares in (corner, corner[::-1]):
        pairs = [(squares[at], squares[at - 1]) for at in range(4)]
        if all(first in waits[later] for later, first in pairs):
            return pairs
    return []


def _in_turn(
    waits: dict[Square, set[Square]], after: Mapping[Square, set[Square]], cut: set[frozenset[Square]]
) -> tuple[Square, ...]:
    """The squares in turn; where a longer ring is left, the square that waits for least is knitted first and sewn, and
    its pairs are added to those that are ``cut``."""
    left = dict(waits)
    ready = [square for square, before in left.items() if not before]
    heapify(ready)
    found: list[Square] = []
    while left:
        if not ready:
            square = min(left, key=lambda each: (len(left[each]), each))
            cut |= {frozenset((square, before)) for before in left[square]}
            heappush(ready, square)
        square = heappop(ready)
        found.append(square)
        del left[square]
        for later in after.get(square, ()):
            if later in left and square in left[later]:
                left[later].discard(square)
                if not left[later]:
                    heappush(ready, later)
    return tuple(found)
