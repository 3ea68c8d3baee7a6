"""Where balls end and where to join the next, and the row at which a piece turns from growing to shrinking."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import ceil, sqrt

import numpy as np

from knitting.needle.worked import WorkedPiece
from knitting.rows import Side
from knitting.yarn.tails import cut_join_m
from knitting.yarn.weighing import Hand, Numbers, used

_Z90 = 1.28


@dataclass(frozen=True, slots=True)
class BallEnd:
    """The ball of a colour (from 1) that is joined to the next after a row, before it would end inside one.

    ``left_m`` is what is then left of it: too little for the rows up to the next place to join.
    """

    colour: str
    ball: int
    row: int
    left_m: float


def expected_m(hand: Hand, colour: int) -> Numbers:
    """The running sum of a colour as the hand is thought to take it, row by row, in metres."""
    metres = hand.spent.metres[:, colour]
    grams, adds = used(hand.spent, colour, 1.0, range(len(metres)))
    found: Numbers = grams + adds @ hand.mean
    return found


def ball_ends(hand: Hand, worked: WorkedPiece) -> tuple[BallEnd, ...]:
    """Where each ball but the last is to be let go: after the last whole row, or one earlier if the next then begins at
    the right-side start, where an end is woven in best."""
    found: list[BallEnd] = []
    for place, yarn in enumerate(hand.yarns):
        if not yarn.ball_grams or not yarn.grams:
            continue
        ball_m = yarn.ball_grams / yarn.grams_a_metre
        sums = expected_m(hand, place)
        begun = yarn.grams % yarn.ball_grams if yarn.opened else 0.0
        until = (begun or yarn.ball_grams) / yarn.grams_a_metre
        for ball in range(1, yarn.balls):
            row = _last_whole(sums, until)
            if row >= hand.spent.rows or not row:
                break
            row = _better_edge(worked, row, hand.spent.row_colours, place)
            found.append(BallEnd(yarn.colour, ball, row, float(until - sums[row])))
            until = float(sums[row]) + ball_m - cut_join_m()
    return tuple(sorted(found, key=lambda end: (end.row, end.colour)))


def _last_whole(sums: Numbers, metres: float) -> int:
    """The last row that a length of yarn knits to its end: bisected, as the sums only grow."""
    return int(np.searchsorted(sums, metres, side="right")) - 1


def _better_edge(worked: WorkedPiece, row: int, colours: Sequence[int], colour: int) -> int:
    """A row or one earlier, whichever the next yarn begins after at a right-side start."""
    if row >= len(worked.rows) or row < 2 or worked.rows[row].in_round:
        return row
    begins_well = worked.rows[row].side is Side.RS
    earlier = worked.rows[row - 1].side is Side.RS and colours[row - 1] == colour
    return row if begins_well or not earlier else row - 1


def balls_needed(metres: float, sd_m: float, ball_m: float, longest_row_m: float) -> int:
    """Whole balls for a length of yarn, with nine chances in ten: each loses half a row and two ends at its join.

    >>> balls_needed(300, 0, 100, 0), balls_needed(300, 10, 100, 1)
    (4, 4)
    """
    wanted = metres + _Z90 * sd_m
    if wanted <= ball_m:
        return 1
    return ceil(wanted / max(ball_m - longest_row_m / 2 - cut_join_m(), ball_m / 2))


def turning_row(growing: Numbers, shrinking: Numbers, metres: float) -> int:
    """The last row after which a piece may turn, so that what it has taken by then and what shrinking back takes lie
    within a length of yarn.

    ``growing[r]`` is the running sum after ``r`` rows, ``shrinking[r]`` what the way back from there takes. 0 where no
    row allows it.
    """
    both = growing + shrinking
    return max(int(np.searchsorted(both, metres, side="right")) - 1, 0)


def way_back(growing: Numbers, least: int = 0) -> Numbers:
    """What shrinking takes that undoes the growing row by row, from every row back to after row ``least``."""
    found: Numbers = np.maximum(growing - growing[least], 0.0)
    return found


@dataclass(frozen=True, slots=True)
class Turn:
    """The last row after which a piece that grows and then shrinks may turn, and the one at which it turns as it is."""

    row: int
    as_it_is: int
    stitches: int


def turn_of(hand: Hand, worked: WorkedPiece, sure_sd: float = _Z90) -> Turn | None:
    """When to turn, with nine chances in ten that the way back is still there.

    ``None`` for a piece that does not shrink to less than half of what it grows to, that has several colours, or whose
    yarn is not known. The way back is taken to be as long as the way there.
    """
    counts = [row.end for row in worked.rows]
    widest = max(range(len(counts)), key=counts.__getitem__, default=0)
    grows = all(later >= before for before, later in pairwise(counts[: widest + 1]))
    shrinks = all(later <= before for before, later in pairwise(counts[widest:]))
    if len(hand.yarns) != 1 or not hand.yarns[0].grams or not (grows and shrinks) or widest < 2:
        return None
    if counts[-1] * 2 > counts[widest]:
        return None
    growing = hand.spent.of(hand.yarns[0].colour)[: widest + 2]
    metres = hand.yarns[0].metres / (hand.factor + sure_sd * hand.factor_sd) - float(hand.spent.closing[0])
    row = turning_row(growing, way_back(growing), metres)
    return Turn(row, widest + 1, counts[row - 1]) if row else None


def turning_stitches(stitches: int, cast_on: int) -> float:
    """Stitches on the needle at the turn of a cloth that grows by one a row and shrinks as it grew: ``stitches`` is all
    that the yarn makes, in closed form.

    >>> turning_stitches(2009, 4)
    45.0
    """
    return sqrt(stitches + cast_on * cast_on)
