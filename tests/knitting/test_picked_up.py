"""Stitches picked up along one edge or several, in a corner, from a holder: how they are read, worked and written."""

import pytest

from knitting.dialects.dialect import dialect, dialect_codes
from knitting.rows import CastOn
from knitting.words.writer import write
from knitting.working.facts import CastOnCount
from knitting.written import work_text

PICKED = [
    ("Pick up and knit 66 sts along the left edge.", [(66, "along_left")]),
    ("Pick up and knit 30 sts along the left edge and 28 along the right edge.", [(30, "along_left"), (28, "along_right")]),
    (
        "Pick up and knit 30 sts along the left edge, 1 st in the corner and 30 sts along the right edge. (61 sts)",
        [(30, "along_left"), (1, "in_corner"), (30, "along_right")],
    ),
    (
        "With right side facing, pick up and knit 28 sts along the first row of the front and 28 sts along the first row"
        " of the back. Join in the round.",
        [(28, "along the first row of the front"), (28, "along the first row of the back")],
    ),
    (
        "Pick up and knit 20 sts down the left side, knit 11 sts from the holder, pick up and knit 20 sts up the right"
        " side. 51 sts.",
        [(20, "down the left side"), (11, "from_holder"), (20, "up the right side")],
    ),
    ("Pick up and knit 12 sts from held stitches.", [(12, "from_holder")]),
    ("Pick up and knit 66 sts along the left edge: 47 ridges, one in each and 19 between.", [(66, "along_left")]),
    ("Riprendere 30 m lungo il bordo sinistro, 1 m nell'angolo e 28 m lungo il bordo destro.",
     [(30, "along_left"), (1, "in_corner"), (28, "along_right")]),
]  # fmt: skip


def picked_up(piece):
    return [
        (order.count, order.manner)
        for order in piece.sections[0].orders
        if isinstance(order, CastOn) and order.picked_up
    ]


@pytest.mark.parametrize(("words", "expected"), PICKED)
def test_each_edge_keeps_its_stitches_and_its_place(words, expected):
    italian = words.startswith("Rip")
    found = work_text(f"{words}\n{'Ferro 1: Dir.' if italian else 'Row 1: Knit.'}")
    assert found.worked.problems == ()
    assert picked_up(found.worked.piece) == expected
    assert found.worked.rows[0].start == sum(count for count, _ in expected)
    assert len(found.worked.rows) == 1


@pytest.mark.parametrize("code", dialect_codes())
@pytest.mark.parametrize(("words", "expected"), PICKED)
def test_what_was_picked_up_is_written_and_read_again(words, expected, code):
    own = dialect(code)
    plain = [each for each in expected if " " not in each[1]]  # free words stay in the language they are written in
    text = "\n".join(["Pick up and knit 5 sts along the edge.", words])
    written = write(work_text(words).worked.piece, own)
    again = picked_up(work_text(written, own).worked.piece)
    assert [each for each in again if " " not in each[1]] == plain, text


MARKED = [
    ("Pick up and knit 30 sts along the left edge, pm, 1 st in the corner, pm and 30 sts along the right edge. (61 sts)",
     "Row 1: K to m, sm, k1, sm, k to end.", (30, 1, 30)),
    ("Pick up and knit 30 sts along the left edge, place marker, pick up and knit 28 along the right edge, pm. Join in the"
     " round.", "Rnd 1: K to m, sm, k to end.", (30, 28)),
    ("Riprendere 30 m lungo il bordo sinistro, mettere un segnapunti, 1 m nell'angolo, mettere un segnapunti e 28 m lungo il bordo destro.",
     "Ferro 1: Dir.", (30, 1, 28)),
]  # fmt: skip


@pytest.mark.parametrize(("words", "row", "parts"), MARKED)
def test_a_marker_between_two_edges_stands_there(words, row, parts):
    worked = work_text(f"{words}\n{row}").worked
    assert worked.problems == ()
    assert worked.rows[0].before.parts == parts
    written = write(worked.piece)
    assert work_text(written).worked.rows[0].before.parts == parts


def test_a_sum_that_is_wrong_is_told_with_the_one_that_fits():
    found = work_text(
        "Pick up and knit 30 sts along the left edge and 28 sts along the right edge. (60 sts)\nRow 1: Knit."
    )
    assert [problem.facts for problem in found.worked.problems] == [CastOnCount(58, 60)]


def test_stitches_that_rest_in_the_piece_come_back_from_their_holder():
    words = (
        "Cast on 31 sts.\nKnit 10 rows.\nRow 11: K10, put next 11 sts on a holder, k10.\nBind off.\n"
        "Pick up and knit 8 sts down the left side, knit 11 sts from the holder, pick up and knit 8 sts up the right side.\n"
        "Next row: Knit."
    )
    worked = work_text(words).worked
    assert worked.problems == ()
    assert worked.rows[-1].start == 27
