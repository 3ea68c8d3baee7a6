"""Own hand: exchanged stitches, marks, edges and bind-offs, with the counts that were there before."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.rows import Marking
from knitting.saying.statements import said
from knitting.stitches import Leaning
from knitting.substitution import FirstStitch, OwnHand, substitute
from knitting.words.writer import write
from tests.knitting.asking import kinds, worked
from tests.knitting.test_laws import patterns
from tests.searching import searched

PLAIN, CENTRE = (
    "Cast on 30 sts.\nRow 1: Knit.\nRow 2: Knit.\n",
    "Cast on 31 sts.\nMark the center stitch.\nRow 1: Knit.\nRow 2: Knit.\n",
)
MARKER = "Cast on 30 sts.\nRow 1: k15, pm, k15.\nRow 2: Knit.\n"

# set-up, row 3 as written, habits, row 3 in the other hand
EXCHANGED = [
    (PLAIN, "K3, yo, k to last 3 sts, yo, k3.", OwnHand(increase="kfb"), "K3, kfb, k to last 4 sts, kfb, k3."),
    (PLAIN, "K3, yo, k to last 3 sts, yo, k3.", OwnHand(increase="m1_pair"), "K3, m1l, k to last 3 sts, m1r, k3."),
    (PLAIN, "K3, yo, k to last 3 sts, yo, k3.", OwnHand(increase="lifted_pair"), "K3, lli, k to last 3 sts, rli, k3."),
    (PLAIN, "K1, kfb, k to last 2 sts, kfb, k1.", OwnHand(increase="yo"), "K2, yo, k to last st, yo, k1."),
    (PLAIN, "K1, kfb, k to last 2 sts, kfb, k1.", OwnHand(increase="m1"), "K2, m1, k to last st, m1, k1."),
    (PLAIN, "K14, yo, k16.", OwnHand(increase="kfb"), "K14, kfb, k15."),
    (PLAIN, "K2, p14, m1p, p to end.", OwnHand(increase="kfb"), "K2, p14, pfb, p to end."),
    (PLAIN, "K1, m1, k to last st, m1, k1.", OwnHand(leaning=Leaning.AWAY), "K1, m1l, k to last st, m1r, k1."),
    (PLAIN, "K1, m1l, k to last st, m1r, k1.", OwnHand(leaning=Leaning.TOWARDS), "K1, m1r, k to last st, m1l, k1."),
    (PLAIN, "K1, m1l, k to last st, m1r, k1.", OwnHand(leaning=Leaning.LEFT), "K1, m1l, k to last st, m1l, k1."),
    (PLAIN, "K1, k2tog, k to last 3 sts, k2tog, k1.", OwnHand(decrease="k2tog_pair"), "K1, ssk, k to last 3 sts, k2tog, k1."),
    (PLAIN, "K1, ssk, k to last 3 sts, k2tog, k1.", OwnHand(leaning=Leaning.RIGHT), "K1, k2tog, k to last 3 sts, k2tog, k1."),
    (PLAIN, "K1, ssk, k to end.", OwnHand(decrease="skp"), "K1, skp, k to end."),
    (PLAIN, "P1, p2tog, p to end.", OwnHand(decrease="ssk"), "P1, ssp, p to end."),
    (PLAIN, "[kfb, k2] 10 times.", OwnHand(increase="m1"), "[K1, m1, k2] 10 times."),
    (PLAIN, "K1, k2tog, yo, k2tog, k to end.", OwnHand(increase="kfb", decrease="ssk"), "K1, ssk, yo, ssk, k to end."),
    (CENTRE, "K to center st, yo, k1, yo, k to end.", OwnHand(increase="kfb"), "K to 1 st before center st, kfb, k1, kfb, k to end."),
    (CENTRE, "K to center st, yo, k1, yo, k to end.", OwnHand(increase="m1_pair"), "K to center st, m1r, k1, m1l, k to end."),
    (CENTRE, "K to center st, yo, k1, yo, k to end.", OwnHand(marking=Marking.BEFORE), "K to m, yo, sm, k1, yo, k to end."),
    (CENTRE, "K to center st, yo, k1, yo, k to end.", OwnHand(marking=Marking.BOTH), "K to m, yo, sm, k1, sm, yo, k to end."),
    (CENTRE, "K to 1 st before center st, cdd, k to end.", OwnHand(marking=Marking.BEFORE), "K to 1 st before m, remove m after next st, pm, cdd, k to end."),
    (CENTRE, "K to 1 st before center st, cdd, k to end.", OwnHand(marking=Marking.BOTH), "K to 1 st before m, remove m after next st, remove m after next 2 sts, pm, cdd, pm, k to end."),
    (CENTRE, "K14, cdd, k14.", OwnHand(marking=Marking.BEFORE), "K14, remove m after next st, pm, cdd, k14."),
    (CENTRE, "K to 2 sts before center st, k2tog, k1, ssk, k to end.", OwnHand(marking=Marking.BEFORE), "K to 2 sts before m, k2tog, sm, k1, ssk, k to end."),
    (CENTRE, "K to 1 st before center st, cdd, k to end.", OwnHand(double="sk2p"), "K to 1 st before center st, sk2p, k to end."),
    (MARKER, "K to m, m1r, sm, m1l, k to end.", OwnHand(increase="kfb"), "K to 1 st before m, kfb, sm, kfb, k to end."),
    (MARKER, "K to 1 st before m, kfb, sm, kfb, k to end.", OwnHand(increase="m1_pair"), "K to m, m1r, sm, k1, m1l, k to end."),
    (PLAIN, "Knit.", OwnHand(first_stitch=FirstStitch.SLIP), "Sl1, k to end."),
    (PLAIN, "K5, p to end.", OwnHand(first_stitch=FirstStitch.SLIP_IN_FRONT), "Sl1 wyif, k4, p to end."),
    (PLAIN, "Sl1, k to end.", OwnHand(first_stitch=FirstStitch.KNIT), "K1, k to end."),
]  # fmt: skip


@pytest.mark.parametrize(("set_up", "row", "habits", "expected"), EXCHANGED)
def test_a_row_in_another_hand_comes_to_the_same_count(set_up, row, habits, expected):
    piece = worked(f"{set_up}Row 3: {row}")
    assert kinds(piece) == []
    found = substitute(piece, habits)
    assert [refusal for refusal in found.refusals if refusal.row == "Row 3"] == []
    written = write(found.piece)
    assert written.rstrip("\n").split("\n")[-1] == f"Row 3: {expected}"
    again = worked(written)
    assert kinds(again) == []
    assert [row.end for row in again.rows] == [row.end for row in piece.rows]


def test_a_mark_goes_onto_the_needle_and_back_into_its_stitch():
    text = "Cast on 41 sts.\nMark the center stitch.\nRow 1: k to 1 st before center st, cdd, k to end.\nRow 2: Knit.\nRepeat rows 1 and 2 until 3 sts remain."
    piece = worked(text)
    for way, order in ((Marking.BEFORE, "Place a marker before"), (Marking.BOTH, "Place markers on both sides of")):
        there = worked(write(substitute(piece, OwnHand(marking=way)).piece))
        assert kinds(there) == []
        assert f"{order} the center stitch." in write(there.piece)
        back = worked(write(substitute(there, OwnHand(marking=Marking.STITCH)).piece))
        assert kinds(back) == []
        assert [row.parts for row in back.rows] == [row.parts for row in piece.rows]


@pytest.mark.parametrize(
    ("text", "habits", "why"),
    [
        (PLAIN + "Row 3: k3, yo twice, k to end.", OwnHand(increase="m1"), "Row 3: 'm1' cannot be worked 2 times in one place."),
        (PLAIN + "Row 3: k3, yo twice, k to end.", OwnHand(increase="kfb"), "Row 3: 'yo' is worked 2 times in one place."),
        (PLAIN + "Row 3: k3, yo, k to end.", OwnHand(leaning=Leaning.LEFT), "Row 3: 'yo' cannot be made to lean left."),
        (PLAIN + "Row 3: kfb, k to end.", OwnHand(first_stitch=FirstStitch.SLIP), "Row 3: it does not begin with a plain stitch that could be slipped."),
        (PLAIN, OwnHand(marking=Marking.BEFORE), "No stitch is marked between the rows, so there is no way of marking to exchange."),
        ("Cast on 9 sts.\nRow 1: k99", OwnHand(increase="yo"), "The rows do not add up yet: mend them first."),
        (
            "Cast on 5 sts.\nMark the center stitch.\nRow 1: k2, yo, k to center st, yo, k1, yo, k to last 2 sts, yo, k2.",
            OwnHand(increase="kfb"),
            "Row 1: it would not come to its count of 9 ('k to 1 st before center st': no stitch is marked as the centre).",
        ),
    ],
)  # fmt: skip
def test_what_cannot_be_exchanged_is_said_and_stays(text, habits, why):
    piece = worked(text)
    found = substitute(piece, habits)
    assert why in [said(refusal.says) for refusal in found.refusals]
    assert [row.end for row in worked(write(found.piece)).rows] == [row.end for row in piece.rows]


def test_a_bind_off_is_exchanged():
    found = substitute(worked(PLAIN + "Bind off loosely."), OwnHand(bind_off="stretchy"))
    assert write(found.piece).endswith("Bind off, knitting two together through the back.\n")
    assert found.changed == 1


HABITS = st.builds(
    OwnHand,
    increase=st.sampled_from(["", "yo", "kfb", "m1", "m1_pair", "lifted_pair"]),
    decrease=st.sampled_from(["", "k2tog_pair", "k2tog", "ssk", "skp", "k2tog_tbl"]),
    double=st.sampled_from(["", "cdd", "sk2p", "k3tog", "sssk"]),
    leaning=st.sampled_from([None, *Leaning]),
    marking=st.sampled_from([None, *Marking]),
    first_stitch=st.sampled_from([None, *FirstStitch]),
)


@given(patterns(), HABITS)
@searched(200)
def test_whatever_is_exchanged_every_row_keeps_its_count(text, habits):
    piece = worked(text)
    again = worked(write(substitute(piece, habits).piece))
    assert [row.end for row in again.rows] == [row.end for row in piece.rows]
    if not piece.problems:
        assert not again.problems
