"""Every sentence that a knitter can be told, word for word, with its place."""

import gc
import time

import pytest

from knitting.problems import ProblemKind
from tests.knitting.asking import kinds, worked

CORNER = "Cast on 5 sts.\nRow 1: K2, yo, k to end.\n"

SAID = [
    (
        "Cast on 5 sts.\nRow 1: K1, k2tgo, k2",
        ["line 2, column 12: 'k2tgo' is no stitch that Bias knows. Did you mean 'k2tog'?"],
    ),
    ("Cast on 5 sts.\nRow 1: K1, umbrella, k2", ["line 2, column 12: 'umbrella' is no stitch that Bias knows."]),
    (
        "Cast on 5 sts.\nRow 1: K1, dance a little round, k2",
        ["line 2, column 12: 'dance a little round' cannot be read as a step."],
    ),
    (
        "Cast on 5 sts.\nRow 1: (K1, k2",
        ["line 2, column 8: The bracket '(' is never closed. Put ')' after the last of its stitches."],
    ),
    (
        CORNER + "Row 2: K1, [k2tog] 3 times",
        ["line 3, column 12 · row 2: 'k2tog' needs 2 stitches and 1 is left. "
         "The row uses 7 of 6: did an increase in row 1 go missing?"],
    ),
    (
        "Cast on 5 sts.\nRow 1: K7",
        ["line 2, column 8 · row 1: 'k' needs 1 stitch and none is left. The row uses 7 of 5."],
    ),
    (
        "Cast on 2 sts.\nRow 1: K to last 3 sts, k2",
        ["line 2, column 8 · row 1: 'k to last 3 sts' stops 3 stitches before the end, and 2 are left before it. "
         "The steps after it use 2: write 'k to last 2 sts'?"],
    ),
    (
        "Cast on 9 sts.\nRow 1: K1, k to last 4 sts, kfb, k2",
        ["line 2, column 12 · row 1: 1 stitch is left over: the row uses 8 of 9. "
         "'k to last 4 sts' leaves 1 too many: write 'k to last 3 sts'?"],
    ),
    ("Cast on 9 sts.\nRow 1: K7", ["line 2, column 1 · row 1: 2 stitches are left over: the row uses 7 of 9. Write 'k to end' at the end?"]),
    (
        CORNER + "Row 2: Knit. (7 sts)",
        ["line 3, column 14 · row 2: The row ends with 6, and the count says 7. "
         "That is 1 stitch fewer than stated; 6 would be right."],
    ),
    (
        "Cast on 9 sts.\nMark the centre stitch.\nRow 1: Knit. (3-1-5)",
        ["line 3, column 14 · row 1: The parts are 4-1-4, and the count says 3-1-5. (4-1-4) would be right."],
    ),
    ("Cast on 37 sts (17-1-18).", ["line 1, column 16: 17-1-18 makes 36, and 37 are cast on."]),
    ("Cast on 5 sts.\nRow 1: K to m, yo, k to end", ["line 2, column 8 · row 1: 'k to m': there is no marker ahead in this row."]),
    ("Cast on 5 sts.\nRow 1: K2, sm, k3", ["line 2, column 12 · row 1: 'sm': there is no marker just ahead in this row."]),
    (
        "Cast on 6 sts.\nRow 1: K to centre st, yo, k to end",
        ["line 2, column 8 · row 1: 'k to center st': no stitch is marked as the centre. "
         "Write 'Mark the center stitch.' before this row."],
    ),
    (
        "Cast on 6 sts.\nMark the centre stitch.",
        ["line 2, column 1: There is no centre stitch among 6: the count is even. Cast on 7 or 5 instead."],
    ),
    (
        "Cast on 6 sts.\nRow 1: K3, pm, k3\nRow 2: K2, k2tog, k2",
        ["line 3, column 12 · row 2: 'k2tog' needs 2 stitches and 1 stands before the marker. "
         "The marker is in the way: remove it, or shift it."],
    ),
    (
        CORNER + "Repeat row 1 until 3 sts remain.",
        ["line 3, column 14 · row 1, the 2nd time: There are never 3: each time adds 1, from 6 to 7."],
    ),
    (
        "Cast on 5 sts.\nRow 1: K1, yo, k to last st, yo, k1\nRepeat row 1 until there are 10 sts.",
        ["line 3, column 14 · row 1, the 3rd time: There are never 10: each time adds 2, so the count goes from 9 to 11. "
         "Write 9 or 11 instead of 10."],
    ),
    (
        "Cast on 5 sts.\nRow 1 (RS): Knit.\nRow 2 (RS): Knit.",
        ["line 3, column 1 · row 2: Row 2 is written as a right-side row, and here a wrong-side row comes. "
         "Has a row been left out, or worked twice?"],
    ),
    ("Cast on 5 sts.\nRow 1: Knit.\nRow 1: Purl.", ["line 3, column 1: Row 1 is written twice in this section. Is this row 2?"]),
    ("Cast on 5 sts.\nRow 1: Knit.\nRow 4: Knit.", ["line 3, column 1: Rows 2 to 3 are not written."]),
    (
        "Cast on 5 sts.\nRow 1: Knit.\nRepeat rows 1-3 4 more times.",
        ["line 3, column 1: Rows 2, 3 are to be repeated and are not written in this section."],
    ),
    ("Row 1: Knit.", ["line 1, column 1: Row 1 comes before any cast-on. Begin with 'Cast on 41 sts.'"]),
    (
        "Cast on 10 sts.\nRow 1: *k2, yo, k2; rep from * to end",
        ["line 2, column 8 · row 1: The repeat uses 4 stitches and 10 lie before its goal: 2 times leave 2 over. "
         "8 or 12 stitches there would come out."],
    ),
    (
        "Cast on 10 sts.\nRow 1: *yo; rep from * to end",
        ["line 2, column 8 · row 1: The repeat uses no stitches, so it never reaches its goal."],
    ),
    (
        "Cast on 5 sts.\nRow 1: K2, rli, k3",
        ["line 2, column 12 · row 1: 'rli' lifts a stitch of the row below, and this is the first row. "
         "Work a plain row first, or use a yarn over."],
    ),
    (
        "Cast on 5 sts.\nRow 1: Knit.\nRow 2: M1l, k5",
        ["line 3, column 8 · row 2: 'm1l' needs a stitch on both sides, and it stands at the very edge. "
         "Work one stitch beyond it, or use a yarn over."],
    ),
    (
        "Yarn A: Slate\nStripes: 2 rows A, 2 rows B\nCast on 5 sts.",
        ["line 2, column 1: The stripes use 'B' and the yarns above are A."],
    ),
    (
        "Gauge: tight\nCast on 5 sts.",
        ["line 1, column 1: The gauge 'tight' cannot be read. Write it as '20 sts and 40 rows = 10 cm'."],
    ),
]  # fmt: skip


@pytest.mark.parametrize(("text", "said"), SAID, ids=[said[0].split(": ", 1)[1][:50] for _, said in SAID])
def test_a_problem_is_said_word_for_word_where_it_stands(text, said):
    assert [str(problem) for problem in worked(text).problems] == said


def test_a_row_is_worked_after_one_that_could_not_be():
    piece = worked("Cast on 5 sts.\nRow 1: K2, yoo, k to end. (6 sts)\nRow 2: K2, yo, k to end. (7 sts)")
    assert kinds(piece) == ["unknown-stitch"]
    assert [row.end for row in piece.rows] == [6, 7]


def test_several_problems_are_shown_at_once_in_reading_order():
    text = "Cast on 9 sts.\nRow 1: K1, k2tgo, yoo, k6\nRow 2: Knit. (12 sts)\nRow 3: K20\n"
    assert kinds(worked(text)) == ["unknown-stitch", "unknown-stitch", "too-few-stitches"]


def test_behind_what_could_not_be_read_the_stated_count_is_trusted_once():
    """One cause, one problem: a right count is not offered for overwriting, and a later one is checked again."""
    text = "Cast on 9 sts.\nBind off half the sts.\nRow 1: Knit. (5 sts)\nRow 2: K1, yo, k to end. (6 sts)\nRow 3: Knit. (7 sts)"
    found = worked(text)
    assert [(problem.where.line, problem.kind.value) for problem in found.problems] == [
        (2, "cannot-read"),
        (5, "wrong-count"),
    ]
    assert [row.end for row in found.rows] == [5, 6, 6]


HOSTILE = [
    "",
    "\n\n\n",
    '"',
    "(",
    "*",
    "\x00\x01\x02\xff" * 500,
    "ряд 1: лицевые\nряд 2: изнаночные",
    "行1：表編み",
    "Cast on 5 sts.\nRow 1: [k1] 10000000 times",
    "Cast on 5 sts.\nRow 1: [yo] 10000000 times",
    "Cast on 5 sts.\nRow 1: [pm, k0] 10000000 times",
    "Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 10000000 more times.",
    "Cast on 10000000 sts.\nRow 1: Knit.",
    "Cast on 5 sts.\nRow 1: K1, yo, k to end.\nRepeat row 1 until there are 99999999 sts.",
    "Cast on 5 sts.\nRow 1: " + "[" * 3000,
    "Cast on 5 sts.\nRow 1: " + "k1, " * 900,
    "Cast on 9999 sts.\nRow 1: [k1, pm] 9999 times\nRow 2: Knit.\nRepeat row 2 9999 more times.",
    "Rows 1-999999999: Knit.",
    "Cast on 5 sts.\nRow 1: Knit.\nRow 99999999: Knit.",
    "Cast on 5 sts.\nRow 1: Knit.\nRow 2 and all WS rows: Knit.\nRow 99999999: Knit.",
    "Cast on 5 sts.\nRow 1: Knit.\nRow 5000: Knit.",
    "Cast on 5 sts.\nRow 1: k99999999999999999999",
    "k " * 100_000,
    "Row 1: Knit.\n" * 15_000,
    "Cast on 5 sts.\n" + "Row 1: Q, z, w.\n" * 12_000,
    "Gauge: 0 sts and 0 rows = 0 cm\nStripes: 0 rows A\nCast on 0 sts.",
    "Cast on 5 sts.\nRow 1: Knit.\nRepeat rows 1-99999 until there are 7 sts.",
    "Cast on 5 sts.\nRepeat last 0 rows 5 more times.\nRepeat last 99 rows twice.",
]


def million_steps():
    """Seconds of a million steps of plain Python at this moment: a twenty-fifth of a second on a quiet machine."""
    start = time.process_time()
    for _ in range(1_000_000):
        pass
    return time.process_time() - start


@pytest.mark.parametrize("text", HOSTILE, ids=[ascii(text[:40]) for text in HOSTILE])
def test_nonsense_gets_an_answer_in_under_a_second(text):
    gc.freeze()  # what other tests left behind is not collected on this text's time
    start = time.process_time()
    piece = worked(text)
    taken = time.process_time() - start
    gc.unfreeze()
    assert taken < 1.0 or taken < 25 * million_steps()
    assert piece.problems or not text.strip()
    assert all(problem.where.line >= 1 and problem.where.column >= 1 for problem in piece.problems)


@pytest.mark.parametrize(
    ("text", "limit"),
    [
        ("Cast on 5 sts.\n" + "#" * 200_001, "200,000"),
        ("Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 6000 more times.", "5,000 rows"),
        ("Cast on 10 sts.\nRow 1: K5, [yo] 10001 times, k5", "10,000 stitches"),
        (
            "Cast on 10 sts.\nRow 1: K1, [yo] 300 times, k to end.\nRepeat row 1 until there are 20000 sts.",
            "10,000 stitches",
        ),
        ("Cast on 9000 sts.\nRow 1: Knit.\nRepeat row 1 400 more times.", "2,000,000 stitches"),
    ],
)
def test_a_limit_is_named(text, limit):
    problems = [problem for problem in worked(text).problems if problem.kind is ProblemKind.TOO_LONG]
    assert len(problems) == 1
    assert limit in problems[0].message
