"""More shapings of the trade with every count, as written rows. Common practice, no source; sums are arithmetic."""

import pytest

from tests.knitting.asking import worked


def ends(text: str) -> list[int]:
    piece = worked(text)
    assert not piece.problems
    return [row.end for row in piece.rows]


@pytest.mark.parametrize(("cast_on", "half"), [(25, 12), (27, 13), (29, 14), (31, 15)])
def test_every_size_of_the_mini_poncho_grows_by_two_from_its_centre(cast_on, half):
    """25 (12), 27 (13), 29 (14), 31 (15): a yarn over each side of the centre every right-side row."""
    piece = worked(
        f"Cast on {cast_on} sts ({half}-1-{half}).\nMark the centre stitch.\n"
        "Row 1 (RS): K to centre st, yo, k1, yo, k to end.\nRow 2 (WS): Purl.\nRepeat rows 1 and 2 19 more times.\nBind off."
    )
    assert not piece.problems
    assert [row.parts for row in piece.rows[::2]] == [(half + n, 1, half + n) for n in range(1, 21)]
    assert piece.bound_off == cast_on + 40


def test_fringe_triangle_has_room_for_two_increases_in_its_first_row_and_for_four_after_it():
    """8 = 3, 2, 3; then 10; then +4 every other row: 14, 18, ...; three are dropped at each side."""
    text = (
        "Cast on 8 sts.\nRow 1 (RS): K3, yo, k2, yo, k3. (10 sts)\nRow 2 (WS): Knit.\n"
        "Row 3: K3, yo, k1, yo, k to last 4 sts, yo, k1, yo, k3. (14 sts)\nRow 4: Knit.\n"
        "Repeat rows 3 and 4 9 more times.\nNext row: Drop 3, bo 44, drop 3."
    )
    piece = worked(text)
    assert not piece.problems
    assert [row.end for row in piece.rows[:-1:2]] == [10, *(10 + 4 * n for n in range(1, 11))]
    assert (piece.on_needle, piece.bound_off, piece.dropped) == (0, 44, 6)


def test_asymmetric_triangle_gains_three_in_a_rhythm_of_six_while_odd_rows_stand_still():
    """Both edges +1 and a centred double decrease -2 on rows 1, 3, 5; +2 on row 2; +1 on row 4: +3 in six rows."""
    text = (
        "Cast on 11 sts.\nMark the centre stitch.\n"
        "Row 1 (RS): K1, kfb, k to 1 st before centre st, cdd, k to last 2 sts, kfb, k1.\n"
        "Row 2 (WS): K1, kfb, k to last 2 sts, kfb, k1.\nRow 3: As row 1.\nRow 4: K1, kfb, k to end.\n"
        "Row 5: As row 1.\nRow 6: Knit.\nRepeat rows 1-6 9 more times."
    )
    counts = ends(text)
    for rhythm in range(10):
        start = 11 + 3 * rhythm
        assert counts[6 * rhythm : 6 * rhythm + 6] == [start, start + 2, start + 2, start + 3, start + 3, start + 3]


def test_set_up_of_the_asymmetric_triangle_counts_up_in_twos():
    """Set-up 3, 5, 7, 9, 11."""
    text = "Cast on 3 sts.\nRow 1: K1, yo, k to last st, yo, k1.\nRow 2: Knit.\nRepeat rows 1 and 2 3 more times."
    assert ends(text)[::2] == [5, 7, 9, 11]


def test_capelet_grows_by_eight_at_four_marked_stitches_first_fast_then_slow():
    """13, 1, 15, 1, 27, 1, 15, 1, 13 makes 87; +8 every right-side row, then every other one."""
    text = (
        "Cast on 87 sts (13-1-15-1-27-1-15-1-13).\nMark sts 14, 30, 58 and 74.\n"
        "Row 1 (RS): *K to marked st, m1r, k1, m1l; rep from * 3 more times, k to end.\nRow 2 (WS): Purl.\n"
        "Repeat rows 1 and 2 9 more times.\nSection: Slower\nRow 1 (RS): *K to marked st, m1r, k1, m1l; rep from * 3 more times, "
        "k to end.\nRows 2 and 4: Purl.\nRow 3: Knit.\nRepeat rows 1-4 4 more times."
    )
    piece = worked(text)
    assert not piece.problems
    fast, slow = piece.rows[:20:2], piece.rows[20::4]
    assert [row.end for row in fast] == [87 + 8 * n for n in range(1, 11)]
    assert [row.end for row in slow] == [167 + 8 * n for n in range(1, 6)]
    assert fast[0].parts == (14, 1, 17, 1, 29, 1, 17, 1, 14)
    assert slow[-1].parts == (28, 1, 45, 1, 57, 1, 45, 1, 28)


@pytest.mark.parametrize(("wedges", "start"), [(6, 2), (8, 1), (5, 4)])
def test_disc_grows_by_two_lifted_increases_a_wedge_every_second_round(wedges, start):
    """w wedges of s stitches: w (s + 2n) after n increase rounds."""
    cast_on = wedges * (start + 2)
    text = (
        f"Cast on {cast_on} sts.\nJoin to work in the round.\nRnd 1: Knit.\n"
        f"Rnd 2: [k{start + 1}, pm, k1] {wedges} times\nRnd 3: Knit."
    )
    assert ends(text) == [cast_on] * 3
    grown = (
        f"Cast on {wedges * start} sts.\nJoin to work in the round.\nRnd 1: Knit.\n"
        f"Rnd 2: *k{start}, pm; rep from * {wedges - 2} more times, k to end.\n"
        f"Rnd 3: *rli, k to m, lli, sm; rep from * {wedges - 2} more times, rli, k to end, lli.\nRnd 4: Knit.\n"
        "Repeat rnds 3 and 4 11 more times."
    )
    piece = worked(grown)
    assert not piece.problems
    assert [row.end for row in piece.rows[2::2]] == [wedges * (start + 2 * n) for n in range(1, 13)]
    assert set(piece.rows[-1].parts) == {start + 24}
    assert {row.side.value for row in piece.rows} == {"RS"}


def test_a_decorated_raglan_line_gains_four_with_clusters_of_three_into_five():
    """A cluster 3 into 5 on each side of the marker: +4 a line."""
    cluster = "[k3tog, yo, k3tog, yo, k3tog] in next 3 sts"
    text = (
        "Cast on 40 sts.\nRow 1: K20, pm, k20.\nRow 2: Purl.\n"
        f"Row 3: K to 3 sts before m, {cluster}, sm, {cluster}, k to end.\nRows 4-6: Knit."
    )
    piece = worked(text)
    assert not piece.problems
    assert [row.parts for row in piece.rows[2:]] == [(22, 22)] * 4


def test_held_wing_border_row_counts_what_is_cast_on_at_its_start():
    """After an edge kfb, a make-one and three cast on, a side of L has L + 5."""
    text = "Cast on 21 sts.\nRow 1: Knit.\nRow 2: Kfb, m1, k to end.\nRow 3: Knit.\nRow 4: Co 3, k to end."
    assert ends(text)[-1] == 21 + 5


def test_two_rows_make_a_ridge_and_stitches_are_picked_up_one_a_ridge():
    """Garter: one stitch a ridge; a tab of 2n + 1 rows gives n along its side."""
    for n in (3, 4, 6):
        text = (
            f"Garter tab: cast on 3, knit {2 * n + 1} rows, pick up {n} along the side, pick up 3 from the cast-on. ({n + 6} sts)\n"
            "Row 1: Knit."
        )
        assert ends(text) == [3] * (2 * n) + [n + 6, n + 6]
