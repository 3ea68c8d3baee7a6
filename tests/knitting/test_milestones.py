"""Rows worth a look while a piece grows."""

import pytest

from knitting.constructions import CONSTRUCTIONS
from knitting.milestones import MilestoneKind, milestones
from knitting.saying.milestones import said_milestone
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made

SEVERAL_RATES = (
    "Cast on 5 sts.\nRow 1: Knit.\nRow 2: K1, yo, k to end. (6 sts)\nRepeat rows 1 and 2, 9 more times.\n"
    "Row 21: K1, yo, k to last st, yo, k1.\nRepeat row 21, 9 more times.\nRow 31: Knit.\nRepeat row 31, 9 more times.\n"
    "Row 41: K2tog, k to end.\nRepeat row 41, 9 more times."
)


def test_every_sort_of_row_is_found():
    found = milestones(worked(SEVERAL_RATES))
    assert [(each.kind, each.row) for each in found] == [
        (MilestoneKind.FIRST_INCREASE, 2),
        (MilestoneKind.OTHER_RATE, 21),
        (MilestoneKind.WIDEST, 30),
        (MilestoneKind.FIRST_DECREASE, 41),
        (MilestoneKind.LAST, 50),
    ]
    assert [said_milestone(each) for each in found] == [
        "the first increases",
        "another rate: 2 stitches more a row",
        "the widest row",
        "the first decreases",
        "the last row",
    ]


def test_a_tab_is_one_and_increases_count_from_behind_it():
    piece = knitted(made("triangle"))
    found = milestones(piece)
    assert (found[0].kind, found[0].row) == (MilestoneKind.TAB, piece.tab_rows)
    assert next(each.row for each in found if each.kind is MilestoneKind.FIRST_INCREASE) > piece.tab_rows


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_each_row_is_told_once_and_lies_in_the_piece(key):
    piece = knitted(made(key))
    rows = [each.row for each in milestones(piece)]
    assert rows == sorted(set(rows))
    assert rows[-1] == len(piece.rows)
    assert rows[0] >= 1


@pytest.mark.parametrize(
    ("words", "rows"),
    [
        ("Cast on 9 sts.\nRow 1: Knit.\nRepeat row 1, 5 more times.", [6]),
        ("Cast on 9 sts.\nRow 1: K20.\nRow 2: Knit.", []),
        ("", []),
    ],
    ids=["plain rows", "rows that do not add up", "nothing"],
)
def test_what_cannot_be_told_is_not_told(words, rows):
    assert [each.row for each in milestones(worked(words))] == rows
