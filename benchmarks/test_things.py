"""Things and boards: their sums beyond the layouts of their pieces, and large boards ordered, coloured and drawn."""

import time

import pytest

from benchmarks.pace import paced
from drawing.board_svg import board_svg
from knitting.assembly.board import Turns, order
from knitting.assembly.board_design import design
from knitting.assembly.openings import openings
from knitting.assembly.picking import picked
from knitting.assembly.ready_made import READY_MADE, assembled
from knitting.assembly.thing import Thing, standing

MADE = assembled(READY_MADE["mini-poncho"], {"collar": "round"})


def seconds(work):
    began = time.perf_counter()
    found = work()
    return time.perf_counter() - began, found


def test_lengths_seams_and_openings_of_a_poncho():
    thing = Thing("Poncho", tuple(MADE.pieces), MADE.joints)

    def sums():
        found = standing(thing, MADE.pieces).assembly
        return openings(found), [picked(found, each) for each in found.pick_ups]

    taken = min(seconds(sums)[0] for _ in range(5))
    print(f"\na poncho: {1000 * taken:.1f} ms of 30")
    assert taken < paced(0.030)


@pytest.mark.parametrize("turns", [Turns.PINWHEEL, Turns.RANDOM])
@pytest.mark.parametrize(("rows", "columns", "limit"), [(12, 16, 0.1), (40, 40, 2.0), (60, 60, 4.0)])
def test_a_board_is_ordered_and_coloured(rows, columns, limit, turns):
    def made():
        board, _clash = design(rows, columns, 18, turns, tuple("ABCDEF"), strong=True)
        return board, order(board.board)

    taken = min(seconds(made)[0] for _ in range(3))
    print(f"\n{rows} x {columns}, {turns.value}: {1000 * taken:.0f} ms of {1000 * limit:.0f}")
    assert taken < paced(limit)


def test_a_board_is_drawn_small_and_at_once():
    board, _clash = design(12, 16, 18, Turns.PINWHEEL, tuple("ABCD"))
    inorder = order(board.board)
    taken, drawn = min(
        seconds(lambda: board_svg(board, inorder, "Board", address="/things/1/board/?square=")) for _ in range(3)
    )
    print(f"\n12 x 16 drawn: {1000 * taken:.0f} ms of 200, {len(drawn) / 1000:.0f} kB of 200")
    assert taken < paced(0.2)
    assert len(drawn) < 200_000
