"""Rows in the trade's own words: what they come to, in a table."""

import pytest

from knitting.formatter.worked_runs import say_runs
from tests.knitting.asking import kinds, one_row

# before, the row's words, parts after, what was worked part by part
ROWS = [
    ("5", "Knit.", (5,), ["k5"]),
    ("5", "Purl", (5,), ["p5"]),
    ("5", "K", (5,), ["k5"]),
    ("5", "K2, yo, k to end.", (6,), ["k2, yo, k3"]),
    ("5", "k2 yo k3", (6,), ["k2, yo, k3"]),
    ("5", "k to last 2 sts, kfb, k1", (6,), ["k3, kfb, k1"]),
    ("5", "k to 2 sts before end, m1l, k2", (6,), ["k3, m1l, k2"]),
    ("5", "knit to the last st; p1", (5,), ["k4, p1"]),
    ("3", "k to last 3 sts, k3", (3,), ["k3"]),
    ("6", "K1, [k2tog] twice, k1.", (4,), ["k1, k2tog twice, k1"]),
    ("8", "K1, (k2tog) 3 times, k1", (5,), ["k1, k2tog 3 times, k1"]),
    ("8", "[k1, p1] x 4", (8,), ["(k1, p1) 4 times"]),
    ("8", "*k1, p1; rep from * to end", (8,), ["(k1, p1) 4 times"]),
    ("9", "*k1, p1, rep from * to last st, k1", (9,), ["(k1, p1) 4 times, k1"]),
    ("8", "*K2, p2* to end.", (8,), ["(k2, p2) twice"]),
    ("9", "*k1, p2; rep from * 2 more times", (9,), ["(k1, p2) 3 times"]),
    ("8", "*k1, p1; rep from * 4 times in all", (8,), ["(k1, p1) 4 times"]),
    ("28", "*K6, k2tog, k5, kfb; rep from * to end.", (28,), ["(k6, k2tog, k5, kfb) twice"]),
    ("6", "[[k1, yo] twice, k1] twice", (10,), ["((k1, yo) twice, k1) twice"]),
    ("4", "k2tog to end", (2,), ["k2tog twice"]),
    ("3", "*k2tog; rep from * to last 3 sts, k3", (3,), ["k3"]),
    ("4", "k1, yo twice, k3", (6,), ["k1, yo twice, k3"]),
    ("3", "k1, (k1, yo, k1) in next st, k1", (5,), ["k1, (k1, yo, k1) in next st, k1"]),
    ("5", "k1, [k3tog, yo, k3tog, yo, k3tog] in next 3 sts, k1", (7,), None),
    ("5", "sl1, k to end", (5,), ["sl1, k4"]),
    ("5", "sl1 kwise, k3, p1", (5,), ["sl1 kwise, k3, p1"]),
    ("5", "k1 tbl, k4", (5,), ["k1 tbl, k4"]),
    ("5", "sl1, k2tog, psso, k2", (3,), ["sk2p, k2"]),
    ("5", "k1, s2kp, k1", (3,), ["k1, cdd, k1"]),
    ("5", "k1, knit two together, k2", (4,), ["k1, k2tog, k2"]),
    ("6", "ssk, k2tog tbl, p2tog", (3,), ["ssk, k2tog tbl, p2tog"]),
    ("5", "co 3, k5", (8,), ["co 3, k5"]),
    ("5", "bo 2, k to end", (3,), ["bo 2, k3"]),
    ("4*4", "k to centre st, yo, k1, yo, k to end", (5, 1, 5), ["k4, yo", "k1", "yo, k4"]),
    ("4*4", "k to marked st, k1, k to end", (4, 1, 4), ["k4", "k1", "k4"]),
    ("4*4", "k to 1 st before centre st, cdd, k to end", (3, 1, 3), ["k3", "cdd", "k3"]),
    ("4*4", "k9", (4, 1, 4), ["k4", "k1", "k4"]),
    ("4*4", "k to centre st, kfb, k to end", (4, 1, 5), ["k4", "kfb", "k4"]),
    ("4*4", "k4, (k1, yo, k1) in next st, k4", (5, 1, 5), None),
    ("4*4", "k4, k2tog, k3", (4, 1, 3), ["k4", "k2tog", "k3"]),
    ("4*4", "k3, k2tog, k4", (3, 1, 4), ["k3", "k2tog", "k4"]),
    ("4*4", "k4, bo 1, k4", (8,), ["k4, bo 1, k4"]),
    ("2*2*2", "*k to marked st, yo, k1, yo; rep from * once more, k to end", (3, 1, 4, 1, 3), None),
    ("2*2*2", "*k1, yo; rep from * to end", (4, 1, 5, 1, 5), None),
    ("9", "k4, pm, k5", (4, 5), ["k4", "k5"]),
    ("9", "k4, pm A, k1, place marker, k4", (4, 1, 4), ["k4", "k1", "k4"]),
    ("9", "k4, mark next st, k5", (4, 1, 4), None),
    ("9", "k5, mark st just made, k4", (4, 1, 4), None),
]


@pytest.mark.parametrize(("before", "words", "parts", "runs"), ROWS, ids=[f"{row[0]}: {row[1]}" for row in ROWS])
def test_a_row_comes_to_its_counts(before, words, parts, runs):
    piece = one_row(before, words)
    assert not piece.problems
    assert piece.rows[0].parts == parts
    if runs is not None:
        assert [say_runs(part.runs) for part in piece.rows[0].work] == runs


def test_a_wrong_side_row_meets_the_parts_in_the_other_order():
    piece = one_row("2*6", "k to end\nRow 2: k to centre st, yo, k to end")
    assert [row.parts for row in piece.rows] == [(2, 1, 6), (2, 1, 7)]


def test_markers_on_the_needle_are_met_passed_and_removed():
    start = "k3, pm, k3, pm, k3\nRow 2: Knit.\n"
    cases = [
        ("k to m, yo, sm, yo, k to m, sm, k to end", (4, 4, 3)),
        ("k to m, k to m, yo, k to end", (3, 4, 3)),
        ("k to 1 st before m, kfb, sm, k to end", (4, 3, 3)),
        ("k to m, rm, k to m, sm, k3", (6, 3)),
    ]
    for words, parts in cases:
        piece = one_row("9", f"{start}Row 3: {words}")
        assert not piece.problems, words
        assert piece.rows[-1].parts == parts, words


def test_a_stitch_across_a_marker_is_refused_and_across_a_mark_is_not():
    assert kinds(one_row("6", "k3, pm, k3\nRow 2: k2, k2tog, k2")) == ["marker-in-the-way"]
    assert kinds(one_row("2*3", "k1, k2tog, k3")) == []


def test_rounds_are_all_right_side_rows():
    piece = one_row("4", "Knit.").piece.sections
    assert len(piece) == 1
    round_ = one_row("4", "Knit.\nRnd 2: k1, yo, k3\nRnd 3: Knit.")
    assert [row.side.value for row in round_.rows] == ["RS", "RS", "RS"]


def test_stitches_bound_off_or_dropped_in_a_repeat_are_counted():
    piece = one_row("12", "[bo 1, k1] 3 times, [drop 2, k1] twice")
    assert not piece.problems
    assert (piece.bound_off, piece.dropped, piece.rows[0].end) == (3, 4, 5)
