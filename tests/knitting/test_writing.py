"""What the writer prints, word for word."""

import pytest

from knitting.problems import NOWHERE
from knitting.rows import Hold
from knitting.words.reader import read
from knitting.words.writer import say_step, write

# as written by hand, as a consistent hand writes it
WORDS = [
    ("co 5", "Cast on 5 sts."),
    ("cast on 1 stitch", "Cast on 1 st."),
    ("CO 41 (20-1-20).", "Cast on 41 sts. (20-1-20)"),
    ("pick up & knit 9 sts", "Pick up and knit 9 sts."),
    ("Pick up 9 sts", "Pick up and knit 9 sts."),
    ("mark the center st", "Mark the center stitch."),
    ("mark sts 3, 5, 7 and 8", "Mark sts 3, 5, 7 and 8."),
    ("join in the round", "Join to work in the round."),
    ("bo all sts purlwise", "Bind off purlwise."),
    ("ROW 1 (ws): KNIT", "Row 1 (WS): Knit."),
    ("rows 2, 4: purl", "Rows 2 and 4: Purl."),
    ("row 2 and all ws rows: p", "Row 2 and all WS rows: Purl."),
    ("3rd row: k1; yo; k to the end of row", "Row 3: K1, yo, k to end."),
    ("row 1: k to 3 sts before the end, knit 2 together, k1 (7 sts)", "Row 1: K to last 3 sts, k2tog, k1. (7 sts)"),
    ("row 1: k to the last st, p", "Row 1: K to last st, p1."),
    ("row 1: k to marker, sm, k to 1 st before marker A, kfb", "Row 1: K to m, sm, k to 1 st before m A, kfb."),
    ("row 1: k to center stitch, k", "Row 1: K to center st, k1."),
    ("row 1: (k1, p1) three times", "Row 1: [K1, p1] 3 times."),
    ("row 1: (k1, p1) 3 times, (k2tog) twice", "Row 1: [K1, p1] 3 times, [k2tog] twice."),
    ("row 1: *k1, p1* to end", "Row 1: *K1, p1; repeat from * to end."),
    ("row 1: *k1, p1, rep from * 2 more times", "Row 1: *K1, p1; repeat from * 3 times in all."),
    ("row 1: (k1, yo, k1) into same st, k2", "Row 1: (K1, yo, k1) in next st, k2."),
    ("row 1: [k3tog, yo, k3tog] in next 3 sts", "Row 1: (K3tog, yo, k3tog) in next 3 sts."),
    ("row 1: yo twice, sl1, sl2-k1-p2sso, k1 tbl", "Row 1: Yo twice, sl1, cdd, k1 tbl."),
    ("row 1: place marker, mark next stitch, change to B, k", "Row 1: Pm, mark next st, with B, k1."),
    ("rep row 2 until 6 sts remain", "Repeat row 2 until 6 sts remain."),
    ("rep row 2 until you have 16 sts", "Repeat row 2 until there are 16 sts."),
    ("rep rows 1-3 twice more, ending with row 2", "Repeat rows 1-3 twice more, ending with row 2."),
    ("rep last 2 rows once more", "Repeat last 2 rows once more."),
    ("row 3: as row 1", "Row 3: As row 1."),
    ("knit 7 rows", "Knit 7 rows."),
    ("work 6 rows in garter", "Work 6 rows in garter."),
    ("next 2 rows: k1, p to end", "Next 2 rows: K1, p to end."),
]


@pytest.mark.parametrize(("by_hand", "printed"), WORDS)
def test_an_order_is_printed_as_a_consistent_hand_writes_it(by_hand, printed):
    reading = read(by_hand)
    if printed is None:
        assert reading.problems
        return
    assert not reading.problems
    assert write(reading.piece).strip() == printed
    assert write(read(printed).piece).strip() == printed


def test_headers_sections_and_notes_are_printed_in_their_places():
    text = (
        "title: Quay\ngauge: 20 sts and 40 rows = 10 cm, garter\nyarn A: Slate\nstripes: 2 rows A\nsize: one\n"
        "co 5\nsection: border\nrow 1: k\n# the end\n"
    )
    assert write(read(text).piece) == (
        "Title: Quay\nGauge: 20 sts x 40 rows = 10 cm, garter\nYarn A: Slate\nStripes: 2 rows A\nsize: one\n\n"
        "Cast on 5 sts.\n\nSection: border\nRow 1: Knit.\n# the end\n"
    )


@pytest.mark.parametrize("name", ["<b>", "{n}", "[x]", "<st>"])
def test_a_name_is_written_as_it_is_whatever_it_looks_like(name):
    step = Hold(name, NOWHERE, count=3)
    assert say_step(step).endswith(f"as {name}")
