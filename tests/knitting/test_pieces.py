"""Rows by their numbers, repeats, stripes, claims, margins and folds of whole pieces."""

from dataclasses import replace

import pytest

from knitting.rows import Stripe
from knitting.words.reader import read
from knitting.working.piece_worker import work_piece
from knitting.working.row_groups import row_groups
from tests.knitting.asking import kinds, worked

START = "Cast on 8 sts.\n"

ORDERS = [
    ("Row 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2 twice more.", "1 2 1 2 1 2"),
    ("Row 1: Knit.\nRow 2: Purl.\nRep last 2 rows 2 times more.", "1 2 1 2 1 2"),
    ("Row 1: Knit.\nRow 2: Purl.\nWork rows 1-2 3 times in all.", "1 2 1 2 1 2"),
    ("Row 1: Knit.\nRow 2: Purl.\nRep these 2 rows once more.", "1 2 1 2"),
    ("Row 1: Knit.\nRows 2 and 4: Purl.\nRow 3: Knit.", "1 2 3 4"),
    ("Row 1: Knit.\nRow 2 and all WS rows: Purl.\nRow 3: Knit.\nRow 5: Knit.", "1 2 3 4 5"),
    ("Row 1: Knit.\nRow 2 and every even row: Purl.\nRow 3: Knit.\nRepeat rows 1-4 once more.", "1 2 3 4 1 2 3 4"),
    ("Rows 1-4: Knit.", "1 2 3 4"),
    ("Row 1: Knit.\nRow 2: Purl.\nRow 3: As row 1.\nRows 4-7: Repeat rows 2 and 3.", "1 2 3 4 5 6 7"),
    ("1st row: Knit.\n2nd row: Purl.", "1 2"),
    ("Row 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2 2 more times, ending with row 1.", "1 2 1 2 1"),
    ("Row 1: Knit.\nSection: Border\nRow 1: Purl.", "1 1"),
]


@pytest.mark.parametrize(("orders", "rows"), ORDERS, ids=[orders.replace("\n", " / ") for orders, _ in ORDERS])
def test_rows_are_worked_in_the_order_that_the_words_call_for(orders, rows):
    piece = worked(START + orders)
    assert not piece.problems
    assert [row.label for row in piece.rows] == [f"Row {number}" for number in rows.split()]


def test_sides_alternate_and_a_single_repeated_row_is_worked_on_both():
    piece = worked(START + "Row 1: Knit.\nRepeat row 1 3 more times.")
    assert [row.side.value for row in piece.rows] == ["RS", "WS", "RS", "WS"]
    assert [row.time for row in piece.rows] == [1, 2, 3, 4]


def test_a_stated_wrong_side_begins_there():
    piece = worked(START + "Set-up row (WS): Purl.\nRow 1 (RS): Knit.")
    assert not piece.problems
    assert [(row.label, row.side.value) for row in piece.rows] == [("Set-up row", "WS"), ("Row 1", "RS")]


def test_stripes_colour_the_rows_in_turn_and_a_head_may_change_them():
    words = "Yarn A: x\nYarn B: y\nStripes: 2 rows A, 1 row B\n"
    piece = worked(words + START + "Knit 5 rows.\nNext row (B): Knit.")
    assert [row.colour for row in piece.rows] == ["A", "A", "B", "A", "A", "B"]


def test_a_length_is_met_through_the_gauge_in_whole_repeats():
    piece = worked("Gauge: 20 sts and 30 rows = 10 cm\n" + START + "Row 1: Knit.\nRow 2: Purl.\n"
                   "Repeat rows 1 and 2 until piece measures 10.5 cm.")  # fmt: skip
    assert len(piece.rows) == 32


@pytest.mark.parametrize(
    "claim", ["(8 sts)", "- 8 sts", "[8 sts]", "(8)", "(3-1-4)", "(3, 1, 4 sts)", "(8 sts: 3-1-4)", "(3-5)"]
)
def test_a_true_claim_in_any_form_is_no_problem(claim):
    assert not worked(START + f"Mark sts 4.\nRow 1: Knit. {claim}").problems


def test_a_claim_is_checked_the_first_time_only():
    assert not worked(START + "Row 1: K1, yo, k to end. (9 sts)\nRepeat row 1 3 more times.").problems


def test_parts_stated_with_the_cast_on_are_checked_when_the_marks_come():
    assert kinds(worked("Cast on 9 sts (3-1-5).\nMark the centre stitch.")) == ["wrong-parts"]


def test_the_margin_tells_what_each_line_came_to():
    lines = worked("Cast on 5 sts.\n\nRow 1: K2, yo, k to end.\nRepeat row 1 until there are 20 sts.").lines
    assert [(line.line, line.times, line.first_start, line.end) for line in lines] == [
        (1, 0, 5, 5),
        (3, 1, 5, 6),
        (4, 14, 6, 20),
    ]


def test_a_balanced_row_shows_both_its_gains_and_its_losses():
    line = worked("Cast on 9 sts.\nRow 1: K1, yo, k2, cdd, k2, yo, k1.").lines[-1]
    assert (line.increases, line.decreases) == (2, 2)


def test_rows_fold_by_the_line_that_called_for_them():
    piece = worked(START + "Row 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2 9 more times.\nKnit 3 rows.")
    assert [(fold.first, fold.last, fold.labels, fold.times) for fold in row_groups(piece)] == [
        (0, 0, ("Row 1",), 1),
        (1, 1, ("Row 2",), 1),
        (2, 19, ("Row 1", "Row 2"), 9),
        (20, 22, ("Knit",), 3),
    ]


def test_a_second_cast_on_begins_a_new_piece_of_cloth_on_the_right_side():
    piece = worked("Cast on 8 sts.\nRow 1: Knit.\nBind off.\nSection: Second panel\nCast on 6 sts.\nRow 1: Knit.")
    assert not piece.problems
    assert [(row.side.value, row.start) for row in piece.rows] == [("RS", 8), ("RS", 6)]
    assert piece.sound_rows == 1


@pytest.mark.parametrize(
    ("text", "labels"),
    [
        (
            "Set-up row: Knit.\nRow 1: Knit.\nRow 2 and all WS rows: Purl.\nRow 3: As row 1.\nRow 5: Knit.",
            ["Set-up row", "Row 1", "Row 2", "Row 3", "Row 4", "Row 5"],
        ),
        ("Row 1: Knit.\nNext 2 rows: Purl.\nRow 4: Knit.", ["Row 1", "Next 2 rows", "Next 2 rows", "Row 4"]),
        (
            "Row 1: Knit.\nRow 2 and all WS rows: Purl.\nRow 3: Knit.\nKnit 3 rows.\nRow 7: Knit.",
            ["Row 1", "Row 2", "Row 3", "Knit", "Knit", "Knit", "Row 7"],
        ),
        ("Set-up row: Knit.\nRow 1: Knit.\nRepeat row 1 twice.\nRow 4: Purl.", ["Set-up row", *["Row 1"] * 3, "Row 4"]),
    ],
)
def test_rows_without_numbers_count_where_the_numbers_go_on(text, labels):
    piece = worked(f"Cast on 9 sts.\n{text}")
    assert not piece.problems
    assert [row.label for row in piece.rows] == labels


@pytest.mark.parametrize(
    ("text", "rows"),
    [
        ("Row 3. Knit.", "3"),
        ("Row 3 - Knit.", "3"),
        ("Row three: Knit.", "3"),
        ("Row 3: Same as row 2.", "3"),
        ("Rows 3 – 6: Rep Rows 1 & 2 two times", "3 4 5 6"),
        ("All WS rows: Purl.\nRow 3: Knit.\nRow 5: Knit.", "3 4 5"),
        ("All RS rows: Knit.\nRow 4: Purl.\nRow 6: Purl.", "3 4 5 6"),
        ("Row 3: Knit.\nRow 4 (and all WS rows): Purl.\nRow 5: Knit.\nRow 7: Knit.", "3 4 5 6 7"),
        ("Next RS row: Knit.", "Next RS row"),
        ("With B.\nRow 3: Knit.", "3"),
        ("Change to B.\nRow 3: Knit.", "3"),
        ("Repeat last row until 9 sts on needles.", ""),
        ("Knit one row.", "Knit"),
        ("Purl two rows.", "Purl Purl"),
    ],
)
def test_rows_are_read_from_many_hands(text, rows):
    piece = worked(f"Cast on 9 sts.\nRow 1: Knit.\nRow 2: Purl.\n{text}")
    assert not piece.problems
    assert " ".join(row.label.removeprefix("Row ") for row in piece.rows[2:]) == rows


def test_another_yarn_is_taken_up_between_rows_and_before_a_cast_on():
    piece = worked("Yarn A: one\nYarn B: two\nWith B, cast on 9 sts.\nRow 1: Knit.\nChange to A.\nRow 2: Knit.")
    assert not piece.problems
    assert [row.colour for row in piece.rows] == ["B", "A"]
    wrong = worked("Yarn A: one\nYarn B: two\nCast on 9 sts.\nWith b.\nRow 1: Knit.")
    assert [(str(problem), [mend.text for mend in problem.mends]) for problem in wrong.problems] == [
        ("line 4, column 1: The yarn 'b' is not named at the top. The yarns there are A, B.", ["Change to B"])
    ]


def test_what_is_no_row_can_be_kept_as_a_note():
    piece = worked("Cast on 9 sts.\nRow 1: Knit.\nWork to the lighthouse.")
    (problem,) = piece.problems
    assert (problem.mends[-1].span.line, problem.mends[-1].text) == (3, "Note: ")


def test_a_stripe_of_a_thousand_million_rows_takes_no_longer_than_any_other():
    piece = read("Stripes: 2 rows A, 2 rows B\nCast on 9 sts.\nKnit 3 rows.").piece
    wide = replace(piece.headers, stripes=(Stripe(10**9, "A"), Stripe(2, "B")))
    assert [row.colour for row in work_piece(replace(piece, headers=wide)).rows] == ["A", "A", "A"]
