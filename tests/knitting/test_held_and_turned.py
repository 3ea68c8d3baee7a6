"""Stitches on holders, rows turned before their end, other ways to bind off and to mark."""

import pytest

from knitting.needle.lineage import lineage
from knitting.needle.needle import Mark, Needle
from tests.knitting.asking import kinds, worked


def ends(piece):
    return [row.end for row in piece.rows]


def sound(text):
    piece = worked(text)
    assert kinds(piece) == []
    for row in piece.rows:
        links = lineage(row)
        assert sum(link.uses * link.times for link in links) == row.start
        assert sum(link.makes * link.times for link in links) == row.end
    return piece


def test_a_wing_is_held_and_comes_back_beside_the_other():
    # A side of L stitches gains five: a kfb at its edge, a make-one, three cast on; two of them and what
    # lies between come to 2 L + 6 with a centre. Common practice, no source.
    side = 12
    text = f"""Cast on {side} sts.
Row 1: Knit.
Row 2: Knit.
Leave sts on hold as left wing.
Cast on {side} sts.
Next row (RS): Knit.
Next row (WS): kfb, k to last st, m1, k1.
Next row (RS): k to end, co 3.
Return left wing to needle.
Next row (WS): k to end.
"""
    piece = sound(text)
    assert ends(piece) == [side, side, side, side + 2, side + 5, 2 * side + 5]
    assert piece.held == {}
    with_centre = worked(text + "Next row (RS): k1, m1, k to end.")
    assert with_centre.rows[-1].end == 2 * side + 6


def test_stitches_held_in_mid_row_come_back_in_their_place_with_their_marks():
    piece = sound(
        "Cast on 20 sts.\nMark sts 9.\nRow 1 (RS): k6, place next 5 sts on hold as thumb, k9.\n"
        "Row 2 (WS): k2, yo, k to end.\nRow 3 (RS): k2, yo, k to end.\nReturn thumb to needle.\nRow 4: Knit."
    )
    assert ends(piece) == [15, 16, 17, 22]
    assert piece.rows[0].after == Needle((15,), ())
    # One yarn over lies before the thumb's place now, one after it.
    assert piece.rows[3].parts == (9, 1, 12)


def test_held_stitches_go_back_in_a_row_and_the_row_counts_them():
    piece = sound(
        "Cast on 12 sts.\nRow 1: k4, place next 3 sts on hold as loop, k5.\nRow 2: Knit.\n"
        "Row 3: k4, return loop to needle, k to end. (12 sts)"
    )
    assert [(row.start, row.end) for row in piece.rows] == [(12, 9), (9, 9), (12, 12)]


def test_what_is_held_is_told_and_counted_by_no_claim():
    piece = sound(
        "Cast on 9 sts.\nRow 1: Knit. (9 sts)\nLeave sts on hold as back.\nCast on 5 sts.\nRow 2: Knit. (5 sts)"
    )
    assert piece.held == {"back": 9}
    assert not piece.finished


def test_a_holder_that_is_not_there_is_said_with_those_that_are():
    piece = worked("Cast on 9 sts.\nRow 1: place next 2 sts on hold as cuff, k7\nReturn cufff to needle.")
    assert [str(problem) for problem in piece.problems] == [
        "line 3, column 1: No stitches are held as 'cufff'. On holders are: cuff."
    ]
    assert piece.held == {"cuff": 2}


def test_held_stitches_keep_the_side_that_they_had_coming():
    piece = worked(
        "Cast on 9 sts.\nRow 1: Knit.\nLeave sts on hold as half.\nCast on 4 sts.\nRow 2: Knit.\nBind off.\nReturn half to needle.\nRow 3: Knit."
    )
    assert [row.side.value for row in piece.rows] == ["RS", "RS", "WS"]


@pytest.mark.parametrize(
    ("rows", "expected"),
    [
        (["k6, turn", "p6", "k to end"], [10, 10, 10]),
        (["k6, turn", "p to end", "k to end"], [10, 10, 10]),
        (["k6, turn", "k2tog, k4", "k to end"], [10, 9, 9]),
        (["k8, turn", "p6, turn", "k to end", "p to end"], [10, 10, 10, 10]),
        (["k5, yo, leave remaining sts unworked", "k6", "Knit."], [11, 11, 11]),
    ],
)
def test_a_turned_row_is_gone_on_with_from_where_it_turned(rows, expected):
    text = "Cast on 10 sts.\n" + "\n".join(f"Row {n}: {row}" for n, row in enumerate(rows, start=1))
    piece = sound(text)
    assert ends(piece) == expected
    assert [row.side.value for row in piece.rows] == ["RS", "WS", "RS", "WS"][: len(rows)]


def test_the_row_after_a_turn_has_only_what_was_worked():
    assert kinds(worked("Cast on 10 sts.\nRow 1: k6, turn\nRow 2: k7")) == ["too-few-stitches"]


def test_a_turned_row_keeps_its_marks():
    piece = sound("Cast on 9 sts.\nMark sts 3, 7.\nRow 1: k5, turn\nRow 2: k to end\nRow 3: k to end")
    assert [row.parts for row in piece.rows] == [(2, 1, 3, 1, 2)] * 3


@pytest.mark.parametrize(
    ("order", "bound_off", "dropped", "left"),
    [
        ("Bind off.", 9, 0, 0),
        ("Bind off loosely.", 9, 0, 0),
        ("Bind off, knitting two together through the back.", 9, 0, 0),
        ("Bind off to last 3 sts.", 6, 0, 3),
        ("Bind off, knitting two together through the back, to last 3 sts; drop the last 3 sts.", 6, 3, 0),
        ("Bind off all sts to the last 2 sts. Drop the last 2 sts.", 7, 2, 0),
        ("Slip 3, bind off to last 3 sts, drop the first and last 3 sts.", 3, 6, 0),
        ("Slip the first 2 sts, bind off to last 2 sts and drop the first and last 2 sts.", 5, 4, 0),
        ("Graft.", 0, 0, 0),
        ("Graft the remaining sts.", 0, 0, 0),
        ("Fasten off.", 9, 0, 0),
    ],
)
def test_the_ends_of_a_piece_are_counted(order, bound_off, dropped, left):
    piece = sound(f"Cast on 9 sts.\nRow 1: Knit.\n{order}")
    assert (piece.bound_off, piece.dropped, piece.on_needle) == (bound_off, dropped, left)


@pytest.mark.parametrize(
    ("order", "parts"),
    [
        ("Mark the center stitch.", (4, 1, 4)),
        ("Place a marker before the center stitch.", (4, 5)),
        ("Place markers on both sides of the center stitch.", (4, 1, 4)),
        ("Place a marker before sts 3 and 7.", (2, 4, 3)),
        ("Place markers on both sides of sts 3 and 7.", (2, 1, 3, 1, 2)),
        ("Mark sts 3 and 7.\nRemove all markers.", (9,)),
    ],
)
def test_marks_are_set_between_rows_in_each_way(order, parts):
    assert sound(f"Cast on 9 sts.\n{order}\nRow 1: Knit.").rows[0].parts == parts


@pytest.mark.parametrize(
    ("at", "parts"),
    [(0, (5, 1, 2, 1)), (2, (5, 1, 2, 1)), (3, (5, 1, 2, 1)), (4, (3, 1, 4, 1)), (5, (3, 1, 4, 1)), (7, (3, 1, 2, 3))],
)
def test_a_needle_is_put_into_another_after_so_many_stitches(at, parts):
    whole = Needle((3, 2, 1), (Mark(True), Mark(False)))
    assert whole.inserted(at, Needle((2,))).parts == parts


@pytest.mark.parametrize(
    ("text", "rows"),
    [
        ("Repeat rows 1 and 2 3 times, ending with row 1.", 7),
        ("Repeat rows 1 and 2, 3 more times, ending with a RS row.", 7),
        ("Repeat rows 1 and 2 until there are 15 sts, ending with row 1.", 5),
        ("Repeat rows 1 and 2 until there are 15 sts, end with a RS row.", 5),
        ("Repeat rows 1 and 2 until piece measures 5 cm.", 20),
        ("Work rows 1 and 2 4 times in all.", 8),
        ("Rows 3-8: Repeat rows 1 and 2 three times.", 8),
        ("Work 6 rows in garter.", 8),
        ("Work 3 rows in pattern.", 5),
        ("Work even for 4 rows.", 6),
    ],
)
def test_repeats_of_rows_end_where_they_say(text, rows):
    piece = worked(
        f"Gauge: 20 sts and 40 rows = 10 cm\nCast on 9 sts.\nRow 1: yo, k to last st, yo, k1.\nRow 2: Knit.\n{text}"
    )
    assert kinds(piece) == []
    assert len(piece.rows) == rows


def test_stitches_come_back_once_in_a_row():
    piece = worked(
        "Cast on 20 sts.\nRow 1: place next 4 sts on hold as x, k to end.\n"
        "Row 2: k to end, return x to needle, k4, return x to needle."
    )
    assert kinds(piece)[-1] == "too-few-stitches"
    assert piece.problems[-1].message == "No stitches are held as 'x'."
    assert piece.held == {}
