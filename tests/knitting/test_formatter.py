"""The fair copy: what a good editor would print, and that it is the same knitting."""

from pathlib import Path

import pytest
from hypothesis import given

from knitting.dialects.dialect import dialect, dialect_codes
from knitting.formatter import format_piece
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.comparison import differing_rows
from tests.knitting.asking import work_reading, worked
from tests.knitting.test_laws import patterns
from tests.searching import searched

DEMOS = sorted(Path(__file__).parents[2].glob("demo/*.txt"))

PRINTED = [
    ("Cast on 9 sts.\nRow 1: k9", "Row 1: Knit."),
    ("Cast on 9 sts.\nRow 1: k2, yo, k7", "Row 1: K2, yo, k to end. (10 sts)"),
    ("Cast on 20 sts.\nRow 1: k3, yo, k14, yo, k3", "Row 1: K3, yo, k to last 3 sts, yo, k3. (22 sts)"),
    ("Cast on 8 sts.\nRow 1: k1, p1, k1, p1, k1, p1, k1, p1", "Row 1: *K1, p1; repeat from * to end."),
    ("Cast on 9 sts.\nRow 1: k1, p1, k1, p1, k1, p1, k1, p1, k1", "Row 1: *K1, p1; repeat from * to last st, k1."),
    ("Cast on 8 sts.\nRow 1: k2, k2tog, k2, k2tog", "Row 1: [K2, k2tog] twice. (6 sts)"),
    ("Cast on 12 sts.\nRow 1: k1, yo, k1, yo, k1, yo, k9", "Row 1: [K1, yo] 3 times, k to end. (15 sts)"),
    ("Cast on 5 sts.\nRow 1: k2, k2, k1", "Row 1: Knit."),
    (
        "Cast on 41 sts.\nMark the center stitch.\nRow 1: k20, yo, k1, yo, k20.",
        "Mark the center stitch.\nRow 1: K to center st, yo, k1, yo, k to end. (21-1-21)",
    ),
    (
        "Cast on 21 sts.\nMark the center stitch.\nRow 1: k9, cdd, k9.",
        "Mark the center stitch.\nRow 1: K to 1 st before center st, cdd, k to end. (9-1-9)",
    ),
    (
        "Cast on 18 sts.\nRow 1: k9, pm, k9.\nRow 2: Knit.\nRow 3: k7, k2tog, sm, ssk, k7.",
        "Row 1: K9, pm, k9.\nRow 2: Knit.\nRow 3: K to 2 sts before m, k2tog, sm, ssk, k to end. (8-8)",
    ),
    (
        "Cast on 9 sts.\nRow 1: k2, yo, k7\nRow 2: k10\nRow 3: k2, yo, k8\nRow 4: k11\nRow 5: k2, yo, k9\nRow 6: k12",
        "Row 1: K2, yo, k to end. (10 sts)\nRow 2: Knit.\nRows 3-6: Repeat rows 1 and 2 twice. (12 sts)",
    ),
    ("Cast on 9 sts.\nRow 1: k9\nRow 2: knit\nRow 3: k9\nRow 4: k9", "Rows 1-4: Knit."),
    (
        "Cast on 9 sts.\nRow 1: k2, yo, k7\nRow 2: p10\nRow 3: k3, yo, k7\nRow 4: p11\nRow 5: k4, yo, k7\nRow 6: p12\nRow 7: k",
        "Row 1: K2, yo, k to end. (10 sts)\nRow 2 and all WS rows: Purl.\nRow 3: K3, yo, k to end. (11 sts)\n"
        "Row 5: K4, yo, k to end. (12 sts)\nRow 7: Knit.",
    ),
    (
        "Cast on 9 sts.\nRow 1: k2, yo, k to end\nRepeat row 1 10 more times. (20 sts)",
        "Row 1: K2, yo, k to end. (10 sts)\nRepeat row 1 10 more times. (20 sts)",
    ),
]  # fmt: skip

COWL = "Cast on 12 sts.\nJoin to work in the round.\nRnd 1: [k3, pm] 4 times.\nRnd 2: [yo, k to m, yo, sm] 4 times.\n"
SIX = "Row 1: Knit.\nRow 2: Purl.\n" + "".join(
    f"Row {row}: K1, m1l, k to end.\nRow {row + 1}: Purl.\n" for row in (3, 5, 7)
)
AS_AN_EDITOR = [
    ("rounds are no rows", "us", COWL + "Rnd 3: Knit.\nRepeat rnds 2 and 3 twice more.", "Repeat rnds 2 and 3 twice more. (36 sts)"),
    ("rounds by their word", "us", COWL.replace("Rnd", "Round") + "Round 3: As round 2.", "Rounds 2 and 3: *Yo, k to m, yo, sm; repeat from * to end. (28 sts: 7-7-7-7)"),
    ("plain rounds", "us", COWL + "Work 4 rounds in stockinette.", "Work 4 rnds in stockinette."),
    ("no empty part behind the last marker", "us", COWL, "Rnd 2: *Yo, k to m, yo, sm; repeat from * to end. (20 sts: 5-5-5-5)"),
    ("rounds in Italian", "it", COWL + "Rnd 3: Knit.\nRepeat rnds 2 and 3 twice more.", "Ripetere i giri 2 e 3 ancora 2 volte. (36 m)"),
    ("pointers in Italian", "it", "Cast on 9 sts.\n" + "Row 1: k2, yo, k to end\nRow 2: k\nRow 3: k2, yo, k to end\nRow 4: k\nRow 5: k2, yo, k to end\nRow 6: k", "Ferri 3-6: Ripetere i ferri 1 e 2 per 2 volte. (12 m)"),
    ("several manners", "it", "Cast on 9 sts.\nBind off loosely in pattern.", "Intrecciare morbidamente a motivo."),
    ("where stitches are picked up", "it", "Pick up and knit 20 sts evenly along the left edge.", "Riprendere 20 m a distanza regolare lungo il bordo sinistro."),
    ("free words", "us", "Cast on 20 sts by the thumb method.", "Cast on 20 sts by the thumb method."),
    ("equal rows with gathered ones between", "us", "Cast on 9 sts.\n" + SIX, "Rows 3, 5 and 7: K1, m1l, k to end. (12 sts)"),
    ("a double decrease once in full", "uk", "Cast on 9 sts.\nRow 1: k3, cdd, k3.\nRow 2: k2, cdd, k2.", "Row 1: K3, cdd (sl 2 sts tog knitwise, k1, p2sso), k3. (7 sts)\nRow 2: K2, cdd, k2. (5 sts)"),
    ("talk", "us", "Cast on 9 sts.\nYou will love this.\nRow 1: k", "Note: You will love this."),
    ("talk in another language", "it", "Cast on 9 sts.\nYou will love this.\nRow 1: k", "Nota: You will love this."),
    ("company", "us", "Cast on 12 sts and join, being careful not to twist.\nRnd 1: k", "Join to work in the round, being careful not to twist."),
    ("a row's own note", "us", "Cast on 9 sts.\nRow 1 (increase row): k2, yo, k7", "Row 1 (increase row): K2, yo, k to end. (10 sts)"),
    ("copies of a part", "it", "Panel (make 2)\nCast on 9 sts.\nRow 1: k", "Sezione: Panel (farne 2)"),
    ("what a bind-off counted", "us", "Cast on 9 sts.\nRow 1: k\nBind off all 9 sts loosely.", "Bind off loosely."),
]  # fmt: skip


@pytest.mark.parametrize(("says", "code", "text", "printed"), AS_AN_EDITOR, ids=[case[0] for case in AS_AN_EDITOR])
def test_a_fair_copy_reads_as_an_editor_would_write_it(says, code, text, printed):
    piece = worked(text)
    assert not piece.problems
    copy = write(format_piece(piece), dialect(code))
    assert printed in copy
    again = work_reading(read(copy, dialect(code)))
    assert not again.problems
    assert [(row.side, row.after) for row in again.rows] == [(row.side, row.after) for row in piece.rows]


@pytest.mark.parametrize(("text", "printed"), PRINTED)
def test_an_editor_prints_it_so(text, printed):
    piece = worked(text)
    assert not piece.problems
    copy = write(format_piece(piece))
    assert copy.rstrip("\n").split("\n", 1)[1] == printed
    again = worked(copy)
    assert not again.problems
    assert differing_rows(piece, again) == []


def test_words_that_do_not_add_up_are_left_alone():
    piece = worked("Cast on 9 sts.\nRow 1: k1, p1, k1, p1, k1, p1, k9")
    assert format_piece(piece) is piece.piece


@given(patterns())
@searched(80)
def test_a_fair_copy_is_the_same_knitting(text):
    piece = worked(text)
    again = worked(write(format_piece(piece)))
    if not piece.problems:
        assert not again.problems
        assert differing_rows(piece, again) == []


@pytest.mark.parametrize("code", dialect_codes())
@pytest.mark.parametrize("demo", DEMOS, ids=[demo.stem for demo in DEMOS])
def test_every_demo_written_in_every_dialect_works_to_the_same_rows(demo, code):
    piece = worked(demo.read_text("utf-8"))
    for printed in (format_piece(piece), piece.piece):
        again = work_reading(read(write(printed, dialect(code)), dialect(code)))
        assert [problem.kind for problem in again.problems] == [problem.kind for problem in piece.problems]
        assert [(row.side, row.colour, row.before, row.after, row.time) for row in again.rows] == [
            (row.side, row.colour, row.before, row.after, row.time) for row in piece.rows
        ]


@given(patterns())
@searched(60)
def test_a_made_up_pattern_works_the_same_in_every_dialect(text):
    piece = worked(text)
    for code in dialect_codes():
        again = work_reading(read(write(piece.piece, dialect(code)), dialect(code)))
        assert [(row.side, row.after, row.complete) for row in again.rows] == [
            (row.side, row.after, row.complete) for row in piece.rows
        ]
