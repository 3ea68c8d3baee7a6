"""What mends written rows that are no regular plan: rows in or out, sides in turn, garter, or the end before a bend.

Angles are from closed forms (plane geometry); every change is worked and laid out again.
"""

import pytest

from knitting.cloth import lay_flat
from knitting.flatness import Bend
from knitting.flatness.finder import flatness
from knitting.recognise.recognition import Recognition
from knitting.remedies import advise_words
from knitting.remedies.step_changes import other_side_of_marks
from knitting.remedies.unrolled_piece import rolled, unrolled
from knitting.saying.statements import said
from knitting.words.reader import read
from knitting.words.writer import say_step, write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import one_row, work_reading, worked

GAUGE = "Gauge: 18 sts and 24 rows to 10 cm\n"
# Whether a plan can be read out of them or not: these mends need none.
DISC = (
    GAUGE
    + "Cast on 15 sts.\nJoin to work in the round.\nPlace a marker before sts 4, 7, 10 and 13.\nRnd 1: Work in rib."
    "\nRnd 2: [K1, yo, work in gull lace to 1 st before m, yo, k1, sm] 4 times, k1, yo, work in gull lace to last st, "
    "yo, k1.\nRnd 3: [K1, work in gull lace to 1 st before m, k1, sm] 4 times, k1, work in gull lace to last st, k1.\n"
    "Repeat rows 2 and 3, 17 more times."
)
TRIANGLE = (
    GAUGE + "Cast on 7 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, work in seed to center st, yo, k1, yo, work in seed to last st, yo, k1.\n"
    "Row 2: K1, work in seed to center st, p1, work in seed to last st, k1.\nRepeat rows 1 and 2, 29 more times."
)
SLOWER = (
    TRIANGLE + "\nRow 3: K1, yo, work in seed to center st, yo, k1, yo, work in seed to last st, yo, k1.\n"
    "Row 4: K1, work in seed to center st, p1, work in seed to last st, k1.\n"
    "Row 5: K1, work in seed to center st, k1, work in seed to last st, k1.\nRow 6: As row 4.\n"
    "Repeat rows 3-6, 11 more times."
)
ONE_SIDED = (
    GAUGE + "Cast on 61 sts.\nMark the center stitch.\n"
    "Row 1: K1, k2tog, work in rib to center st, m1, k1, work in rib to end.\n"
    "Row 2: Work in rib to center st, p1, work in rib to end.\nRepeat rows 1 and 2, 19 more times."
)
WAITING = (
    GAUGE + "Cast on 31 sts.\nMark the center stitch.\nRow 1: K to center st, yo, k1, yo, k to end.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 11 more times.\nRow 3: K to center st, k1, k to last 10 sts, place next 10 sts on hold as wing."
    "\nRow 4: Purl.\nReturn wing to needle.\nRow 5: Knit.\nRow 6: Purl.\nRepeat rows 5 and 6, 11 more times.\nBind off."
)


def advice(text):
    piece = worked(text)
    return piece, advise_words(piece, Recognition(None, ()))


@pytest.mark.parametrize(
    ("text", "bends"),
    [
        (DISC, {Bend.CENTRE}),
        (TRIANGLE, {Bend.TOP}),
        (SLOWER, {Bend.TOP, Bend.CHANGE}),
        (ONE_SIDED, {Bend.PULL}),
        (WAITING, {Bend.CHANGE, Bend.STRAIN}),
    ],
    ids=["lace disc", "seed triangle", "slower later", "one-sided rib", "a wing waits"],
)
def test_rows_have_changes_that_mend_them_without_a_plan(text, bends):
    _, found = advice(text)
    asking = [each for each in found if each.finding.asks]
    assert {each.finding.bend for each in asking} == bends
    for each in asking:
        assert each.mends, said(each.finding.about)
        for mend in each.mends:
            again = work_reading(read(write(mend.piece)))
            assert not again.problems
            left = [other for other in flatness(lay_flat(again)) if other.bend is each.finding.bend and other.asks]
            assert all(other.size <= 0.6 * each.finding.size for other in left), said(mend.says)


def test_plain_rounds_come_in_evenly_until_it_lies_flat():
    """2 pi 0.75 = 4.71 scattered, 5.45 along five lines: 10 in every 2nd round ruffle by 105 degrees."""
    piece, found = advice(DISC.replace("24 rows", "40 rows"))
    mend = found[0].mends[0]
    assert "plain rounds more, evenly over rounds 1 to 37" in said(mend.says)
    assert said(mend.says).endswith("than flat)") or said(mend.says).endswith("(then flat)")
    changes = [row.change for row in work_piece(mend.piece).rows if row.change]
    assert changes == [row.change for row in piece.rows if row.change]


def test_a_course_unrolled_and_rolled_again_is_the_same_knitting():
    for text in (DISC, TRIANGLE, SLOWER, ONE_SIDED, WAITING):
        piece = worked(text)
        again = work_piece(rolled(piece, unrolled(piece)), gauge=piece.piece.headers.gauge)
        assert not again.problems
        assert [(row.side, row.parts) for row in again.rows] == [(row.side, row.parts) for row in piece.rows]


@pytest.mark.parametrize(
    ("row", "other"),
    [
        ("k to marked st, m1r, k1, k to end", "k to marked st, k1, m1l, k to end"),
        ("k to 2 sts before marked st, k2tog, k1, k to end", "k to marked st, k1, ssk, k to end"),
        ("k to marked st, m1r, k to end", "k to marked st, k1, m1l, k to end"),
        ("k2, k to marked st, k1, yo, k1, k to end", "k2, k to 1 st before marked st, k1, yo, k1, k to end"),
        ("k to end", None),
        ("k to marked st, yo, k1, yo, k to end", None),
    ],
)
def test_what_stands_on_one_side_of_a_mark_can_be_worked_on_the_other(row, other):
    (order,) = [o for s in one_row("9*9", row).piece.sections for o in s.orders if hasattr(o, "steps")]
    found = other_side_of_marks(order.steps)
    said = ", ".join(say_step(step) for step in found) if found else None
    assert said == other
