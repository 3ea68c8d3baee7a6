"""Whole pieces with every count, worked out beside the project.

The sums are common practice of the trade (no source); the closed forms are arithmetic series.
"""

import pytest

from tests.knitting.asking import worked

CORNER = """Cast on 3 sts.
Row 1: K2, yo, k to end.
Repeat row 1 until there are 45 sts.
Section: Shrinking
Row 1: K1, k2tog, yo, k2tog, k to end.
Repeat row 1 until 4 sts remain.
Row 2: K1, k2tog, k1.
Bind off."""

TRIANGLE = """Garter tab: cast on 3, knit 7 rows, pick up 3 along the side, pick up 3 from the cast-on. (9 sts)
Mark the centre stitch.
Row 1 (RS): K3, yo, k to centre st, yo, k1, yo, k to last 3 sts, yo, k3.
Row 2 and all WS rows: Knit.
Repeat rows 1 and 2 until there are 61 sts.
Bind off."""

MITRE = """Cast on 49 sts (24-1-24).
Mark the centre stitch.
Row 1 (RS): K to 1 st before centre st, cdd, k to end.
Row 2 (WS): Knit.
Repeat rows 1 and 2 22 more times.
Row 47: K to 1 st before centre st, cdd, k to end.
Fasten off."""


def test_corner_cloth_grows_by_one_a_row_to_45_and_shrinks_to_3():
    """Common practice: 45 after 42 rows; nets -1 a row, 4 after 41 rows; the last leaves 3."""
    piece = worked(CORNER)
    assert not piece.problems
    ends = [row.end for row in piece.rows]
    assert ends == [*range(4, 46), *range(44, 3, -1), 3]
    assert len(range(4, 46)) == 42
    assert len(range(44, 3, -1)) == 41
    assert piece.bound_off == 3


def test_another_school_of_corner_cloth_casts_on_4_and_turns_at_37():
    """Common practice: 4 to 37 and back to 4."""
    piece = worked(CORNER.replace("Cast on 3", "Cast on 4").replace("45", "37"))
    assert not piece.problems
    assert [row.end for row in piece.rows] == [*range(5, 38), *range(36, 3, -1), 3]


def test_garter_tab_of_three_gives_nine():
    """Common practice: 3 stitches, 7 garter rows, 3 and 3 picked up: 9; its last row is a wrong-side row."""
    tab = [row for row in worked(TRIANGLE).rows if row.in_tab]
    assert [row.end for row in tab] == [3, 3, 3, 3, 3, 3, 9]
    assert [row.side.value for row in tab] == ["WS", "RS", "WS", "RS", "WS", "RS", "WS"]


def test_centre_out_triangle_gains_four_every_right_side_row():
    """Common practice: edge 3, centre 1, edge 3; 9, 13, 17 and so on: 9 + 4n after n increase rows."""
    piece = worked(TRIANGLE)
    assert not piece.problems
    rows = [row for row in piece.rows if not row.in_tab]
    assert [row.end for row in rows] == [9 + 4 * (at // 2 + 1) for at in range(26)]
    assert [row.parts for row in rows] == [(4 + 2 * (at // 2 + 1), 1, 4 + 2 * (at // 2 + 1)) for at in range(26)]


def test_mitred_square_loses_two_every_right_side_row_until_one_is_left():
    """Common practice: 49 = 24 + 1 + 24; 24 double decreases to 1 stitch."""
    piece = worked(MITRE)
    assert not piece.problems
    assert [row.parts for row in piece.rows] == [(24 - (at // 2 + 1), 1, 24 - (at // 2 + 1)) for at in range(47)]
    assert piece.rows[-1].end == 1
    assert piece.bound_off == 1


@pytest.mark.parametrize("repeats", [1, 2, 5, 40])
def test_zigzag_uses_and_makes_fourteen_in_every_repeat(repeats):
    """Common practice: k6, k2tog, k5, kfb uses 14 and makes 14; any whole number of repeats."""
    words = (
        f"CO {14 * repeats}\nRow 1: *k6, k2tog, k5, kfb; rep from * to end.\nRepeat row 1 until piece measures 10 cm."
    )
    piece = worked("Gauge: 20 sts and 40 rows = 10 cm\n" + words)
    assert not piece.problems
    assert [row.end for row in piece.rows] == [14 * repeats] * 40


@pytest.mark.parametrize("count", [13, 15, 27, 29])
def test_zigzag_refuses_what_is_no_whole_repeat(count):
    """Common practice: whole repeats of 14 only."""
    piece = worked(f"CO {count}\nRow 1: *k6, k2tog, k5, kfb; rep from * to end.")
    assert [problem.kind.value for problem in piece.problems] == ["not-a-multiple"]


def test_lifted_pair_in_a_wedge_makes_ten_of_eight():
    """Common practice: k1, rli, k6, lli, k1: 8 to 10."""
    piece = worked("Cast on 8 sts.\nRow 1: Knit.\nRow 2: K1, rli, k6, lli, k1.")
    assert not piece.problems
    assert piece.rows[-1].end == 10


def test_framed_chart_row_cancels():
    """Common practice: k2, m1r, k3, ssk, k4, k2tog, k3, m1l, k2 uses 18 and makes 18."""
    piece = worked("Cast on 18 sts.\nRow 1: k2, m1r, k3, ssk, k4, k2tog, k3, m1l, k2")
    assert not piece.problems
    assert piece.rows[0].end == 18


def test_mini_poncho_panel_comes_from_27_to_67_in_twenty_increase_rows():
    """Common practice: 13 + 1 + 13 with a yarn over each side of the centre: 33 + 1 + 33 after 20."""
    piece = worked(
        "Cast on 27 sts (13-1-13).\nMark the centre stitch.\nRow 1: K to centre st, yo, k1, yo, k to end.\n"
        "Row 2: Purl.\nRepeat rows 1 and 2 19 more times. (33-1-33)"
    )
    assert not piece.problems
    assert piece.rows[-1].parts == (33, 1, 33)
