"""Every shape that Bias knows, as written rows of our own: the same rows in every dialect, copy and file.

The counts at the ends follow from the facts of the trade (common practice, no source): increase rows times their
stitches, from the cast-on.
"""

import json

import pytest

from knitting.dialects.dialect import dialect, dialect_codes
from knitting.files import piece_from_json, piece_to_json
from knitting.formatter import format_piece
from knitting.substitution import OwnHand, substitute
from knitting.words.reader import read
from knitting.words.writer import write
from tests.knitting.asking import work_reading, worked

# name, rows worked, count at the widest, the words
SHAPES = [
    ("corner cloth", 62, 36, """Cast on 5 sts.
Row 1: K2, yo, k to end.
Repeat row 1 until there are 36 sts.
Section: Back
Row 1: K1, k2tog, yo, k2tog, k to end.
Repeat row 1 until 5 sts remain.
Bind off."""),
    ("centre-out triangle", 7 + 20, 53, """Garter tab: cast on 4, knit 7 rows, pick up 4 along the side, pick up 5 from the cast-on. (13 sts)
Mark the center stitch.
Row 1 (RS): K4, yo, k to center st, yo, k1, yo, k to last 4 sts, yo, k4.
Row 2 and all WS rows: K4, p to last 4 sts, k4.
Repeat rows 1 and 2 until there are 53 sts.
Bind off loosely."""),
    ("asymmetric triangle", 1 + 24, 21, """Cast on 9 sts.
Mark the center stitch.
Set-up row (WS): Knit.
Row 1 (RS): kfb, k to 1 st before center st, cdd, k to last st, kfb.
Row 2 (WS): kfb, k to last st, kfb.
Row 3: kfb, k to 1 st before center st, cdd, k to last st, kfb.
Row 4: k to last st, kfb.
Row 5: As row 3.
Row 6: Knit.
Repeat rows 1-6 three more times.
Bind off."""),
    ("triangle with a fringe edge", 14, 34, """Cast on 10 sts.
Mark sts 5 and 6.
Row 1 (RS): K4, yo, k2, yo, k4.
Row 2 (WS): Knit.
Row 3: K4, yo, k to marked st, yo, k2, yo, k to last 4 sts, yo, k4.
Row 4: Knit.
Repeat rows 3 and 4 until there are 32 sts.
Next row: K4, yo, k to last 4 sts, yo, k4.
Next row: Knit.
Bind off, knitting two together through the back, to last 4 sts; drop the last 4 sts."""),
    ("mitred square", 30, 29, """Yarn A: one
Yarn B: two
Stripes: 2 rows A, 2 rows B
Cast on 31 sts (15-1-15).
Mark the center stitch.
Row 1 (RS): K to 1 st before center st, cdd, k to end.
Row 2 (WS): Knit.
Repeat rows 1 and 2 until 1 st remains.
Fasten off."""),
    ("zigzag", 24, 48, """Cast on 48 sts.
Row 1: *k5, k2tog, k4, kfb; rep from * to end.
Repeat row 1 23 more times.
Bind off."""),
    ("poncho panel", 30, 51, """Cast on 21 sts.
Mark the center stitch.
Row 1 (RS): K to center st, yo, k1, yo, k to end.
Row 2 (WS): K1, p to last st, k1.
Repeat rows 1 and 2 14 more times.
Bind off."""),
    ("round yoke with raglan lines", 8, 48 + 4 * 4 * 2, """Cast on 48 sts.
Join to work in the round.
Rnd 1: [k12, pm] 3 times, k12.
Rnd 2: [[k3tog, yo, k3tog, yo, k3tog] in next 3 sts, k to 3 sts before m, [k3tog, yo, k3tog, yo, k3tog] in next 3 sts, sm] 3 times, [k3tog, yo, k3tog, yo, k3tog] in next 3 sts, k to last 3 sts, [k3tog, yo, k3tog, yo, k3tog] in next 3 sts.
Rnds 3-5: Knit.
Rnd 6: As rnd 2.
Rnds 7 and 8: Knit."""),
    ("capelet", 24, 103, """Cast on 71 sts.
Mark sts 12, 25, 47 and 60.
Row 1 (RS): [k to marked st, m1r, k1, m1l] 4 times, k to end.
Row 2 (WS): Purl.
Repeat rows 1 and 2 once more.
Row 3: [k to marked st, m1r, k1, m1l] 4 times, k to end.
Rows 4-6: Work in stockinette.
Repeat rows 3-6 once more.
Work 12 rows in seed.
Bind off in pattern."""),
    ("disc", 1 + 6, 6 * (4 + 2 * 3), """Cast on 24 sts.
Join to work in the round.
Set-up rnd: Knit.
Rnd 1: *k1, rli, k2, lli, k1; rep from * to end.
Rnd 2: Knit.
Rnd 3: *k1, rli, k4, lli, k1; rep from * to end.
Rnd 4: Knit.
Rnd 5: *k1, rli, k6, lli, k1; rep from * to end.
Rnd 6: Knit."""),
    ("framed chart", 20, 22, """Cast on 22 sts.
Row 1 (RS): K3, m1r, k4, ssk, k4, k2tog, k4, m1l, k3.
Row 2 (WS): K3, p to last 3 sts, k3.
Repeat rows 1 and 2 9 more times.
Bind off."""),
    ("held wing", 23, 16 + 12 + 1, """Cast on 4 sts.
Row 1 (RS): K1, kfb, k to end.
Row 2 (WS): Knit.
Repeat rows 1 and 2 7 more times.
Leave sts on hold as first wing.
Cast on 12 sts.
Next row (RS): Knit.
Next row (WS): kfb, k to end.
Next row (RS): k to end, co 3.
Next row (WS): Knit.
Return first wing to needle.
Next row (RS): K to last 2 sts, m1, k2.
Next row (WS): K5, place next 4 sts on hold as pocket, co 4, k to end.
Next row (RS): K8, turn.
Bind off to last 3 sts.
Cast on 17 sts.
Bind off."""),
]  # fmt: skip

IDS = [shape[0] for shape in SHAPES]


def outcome(piece):
    return [(row.time, row.side, row.colour, row.before, row.after) for row in piece.rows] + [
        piece.bound_off, piece.dropped, dict(piece.held),
    ]  # fmt: skip


@pytest.mark.parametrize(("name", "rows", "widest", "text"), SHAPES, ids=IDS)
def test_a_shape_comes_to_its_rows(name, rows, widest, text):
    piece = worked(text)
    assert not piece.problems, name
    assert (len(piece.rows), max(row.end for row in piece.rows)) == (rows, widest)


@pytest.mark.parametrize("code", dialect_codes())
@pytest.mark.parametrize("text", [shape[3] for shape in SHAPES], ids=IDS)
def test_a_shape_is_the_same_in_every_dialect_copy_file_and_hand(text, code):
    piece = worked(text)
    assert not piece.problems
    for printed in (
        piece.piece,
        format_piece(piece),
        piece_from_json(json.loads(json.dumps(piece_to_json(piece.piece)))),
    ):
        again = work_reading(read(write(printed, dialect(code)), dialect(code)))
        assert not again.problems
        assert outcome(again) == outcome(piece)
    exchanged = substitute(piece, OwnHand(increase="m1_pair", decrease="k2tog_pair")).piece
    other = work_reading(read(write(exchanged, dialect(code)), dialect(code)))
    assert not other.problems
    assert [row.parts for row in other.rows] == [row.parts for row in piece.rows]
