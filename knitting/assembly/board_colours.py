"""Two colours for every square of a board, so that squares side by side are not alike."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from random import Random
from typing import TypeAlias

from knitting.assembly.board import Board, Square
from knitting.statements import Refused, sentence

ColourPair: TypeAlias = tuple[str, str]
_MOST_SWAPS = 4_000
STRONG_LEAST = 6
"""Colours from which on no colour needs to lie beside itself."""


@dataclass(frozen=True, slots=True)
class Coloured:
    """The pair of every square, and the squares that still clash with a neighbour."""

    pairs: tuple[tuple[ColourPair, ...], ...]
    clashing: tuple[Square, ...]


def coloured(board: Board, palette: Sequence[str], strong: bool = False, seed: int = 0) -> Coloured:
    """Colours for a board: no pair beside the same pair, or where ``strong`` no colour beside itself.

    Square after square takes the pair with the fewest clashes, of those the one that was used least; then pairs are
    exchanged between squares as long as that mends something, so that their numbers stay even. ``Refused`` with fewer
    than two colours.
    """
    names = list(dict.fromkeys(palette))
    if len(names) < 2:
        raise Refused(sentence("Squares of two colours need two at least."))
    pairs = list(combinations(names, 2))
    noise = Random(seed)
    noise.shuffle(pairs)
    chosen: dict[Square, ColourPair] = {}
    used: Counter[ColourPair] = Counter()
    for square in _squares(board):
        around = [chosen[each] for each in _neighbours(board, square) if each in chosen]
        best = min(pairs, key=lambda pair: (sum(_clash(pair, other, strong) for other in around), used[pair]))
        chosen[square] = best
        used[best] += 1
    _exchange(board, chosen, strong, noise)
    rows = tuple(tuple(chosen[row, column] for column in range(board.columns)) for row in range(board.rows))
    return Coloured(rows, tuple(square for square in _squares(board) if _clashes(board, chosen, square, strong)))


def colours_for(strong: bool) -> int:
    """How many colours make it possible on any board."""
    return STRONG_LEAST if strong else 4


def _exchange(board: Board, chosen: dict[Square, ColourPair], strong: bool, noise: Random) -> None:
    """Exchange the pairs of two squares where fewer clash then."""
    every = list(_squares(board))
    wrong = [square for square in every if _clashes(board, chosen, square, strong)]
    for _ in range(_MOST_SWAPS):
        if not wrong:
            return
        one, other = noise.choice(wrong), noise.choice(every)
        before = _of_two(board, chosen, one, other, strong)
        chosen[one], chosen[other] = chosen[other], chosen[one]
        if _of_two(board, chosen, one, other, strong) >= before:
            chosen[one], chosen[other] = chosen[other], chosen[one]
        else:
            wrong = [square for square in every if _clashes(board, chosen, square, strong)]


def _of_two(board: Board, chosen: dict[Square, ColourPair], one: Square, other: Square, strong: bool) -> int:
    return _clashes(board, chosen, one, strong) + _clashes(board, chosen, other, strong)


def _clashes(board: Board, chosen: dict[Square, ColourPair], square: Square, strong: bool) -> int:
    return sum(_clash(chosen[square], chosen[each], strong) for each in _neighbours(board, square))


def _clash(pair: ColourPair, other: ColourPair, strong: bool) -> bool:
    return bool(set(pair) & set(other)) if strong else set(pair) == set(other)


def _squares(board: Board) -> Iterator[Square]:
    return ((row, column) for row in range(board.rows) for column in range(board.columns))


def _neighbours(board: Board, square: Square) -> Iterator[Square]:
    row, column = square
    for r, c in ((row - 1, column), (row, column - 1), (row + 1, column), (row, column + 1)):
        if 0 <= r < board.rows and 0 <= c < board.columns:
            yield r, c
