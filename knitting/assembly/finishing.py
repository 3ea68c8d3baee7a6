"""What comes after the last row: sums of a board, pins for blocking, a fringe of dropped stitches, ends."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import Enum
from math import ceil

from knitting.assembly.board import Board, Joining, Order
from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.yarn.joins import joins
from knitting.yarn.lengths import loop_widths
from knitting.yarn.tails import Seam, seam_m

_PIN_CM = 5.0
_ENDS_A_SQUARE = 4


@dataclass(frozen=True, slots=True)
class BoardSums:
    """What a board comes to: its size, the stitches of one square in its two colours, sewing and edging."""

    width_cm: float
    height_cm: float
    stitches_a: int
    stitches_b: int
    seams_m: float
    edging_stitches: int
    ends: int


def comes_to(board: Board, order: Order, gauge: Gauge, rows_of_each: int = 2) -> BoardSums:
    """The sums of a board at a gauge; squares change colour every ``rows_of_each`` rows."""
    side = board.ridges * gauge.stitch_cm
    a, b = square_stitches(board.ridges, rows_of_each)
    return BoardSums(
        board.columns * side,
        board.rows * side,
        a,
        b,
        order.count(Joining.SEWN) * seam_m(side, Seam.WHIP),
        2 * (board.rows + board.columns) * board.ridges + 4,
        _ENDS_A_SQUARE * board.squares,
    )


def square_stitches(ridges: int, rows_of_each: int = 2) -> tuple[int, int]:
    """Stitches of a square in each of two colours that take turns, the cast-on in the first.

    >>> square_stitches(18)
    (397, 324)
    """
    counts = [2 * ridges + 1, 0]
    stitches = 2 * ridges + 1
    for row in range(2 * ridges):
        counts[row // rows_of_each % 2] += stitches
        stitches -= 2 if row % 2 == 0 else 0
    return counts[0], counts[1]


class FinishingStep(Enum):
    """What is done after the last row, in its order; the value is its key in the log."""

    BIND_OFF = "bind off"
    WEAVE_IN = "weave in the ends"
    WASH = "wash"
    PIN = "pin out"
    UNPIN = "take the pins out"


class ThingStep(Enum):
    """What is done to a thing beside its joints, in its order; the value is the key by which it is ticked off."""

    BLOCK = "block the pieces"
    WEAVE_IN = "weave in all ends"
    WASH = "wash the whole"
    PIN = "pin out the whole"


def thing_steps(seams: int) -> tuple[ThingStep, ...]:
    """The steps of a thing; its pieces are blocked one by one only where they are sewn."""
    return tuple(step for step in ThingStep if seams or step is not ThingStep.BLOCK)


def ends_of_thing(pieces: Iterable[WorkedPiece], seams: int) -> int:
    """Ends of yarn of a whole thing: those of its pieces, and two of every seam."""
    return sum(map(ends_to_weave_in, pieces)) + 2 * seams


def ends_to_weave_in(worked: WorkedPiece) -> int:
    """Ends of yarn: two for every stretch of a colour that is knitted without cutting.

    A ball that ends on the way leaves two more.
    """
    names = list(dict.fromkeys(row.colour for row in worked.rows))
    cut = sum(1 for join in joins([names.index(row.colour) for row in worked.rows]) if not join.rested)
    return 2 * (1 + cut) if worked.rows else 0


@dataclass(frozen=True, slots=True)
class Fringe:
    """A fringe of dropped stitches: how many loops, and the yarn of each and its length in centimetres."""

    loops: int
    yarn_cm: float
    hangs_cm: float


def dropped_fringe(stitches: int, rows: int, gauge: Gauge) -> Fringe:
    """What dropping some stitches down all rows gives: a loop for every two rows, which hangs double.

    >>> dropped_fringe(4, 76, Gauge(10, 20, washed=True))
    Fringe(loops=38, yarn_cm=32.8, hangs_cm=16.4)
    """
    yarn = round(2 * stitches * loop_widths(gauge) * gauge.stitch_cm, 6)
    return Fringe(rows // 2, yarn, yarn / 2)


def pins(sides_cm: Iterable[float], points: int = 0) -> int:
    """Pins for blocking: one every five centimetres of every side, and one at every point of lace.

    >>> pins([30, 30, 42.5])
    21
    """
    return sum(ceil(side / _PIN_CM - 1e-9) for side in sides_cm) + points
