"""The technical edit: each of many planted faults is found in its place, and nothing in a clean pattern."""

import pytest

from knitting.dialects.dialect import dialect
from knitting.publishing import BallNeed, EditKind, Surroundings, counted_everywhere, notions_of, technical_edit
from knitting.rows import Row
from knitting.saying.technical_edit import said_remark
from knitting.statements import sentence
from knitting.words.writer import write
from knitting.written import work_text

GOOD = Surroundings(
    yarn=(("", (BallNeed("A", 300, 170),)),), care="Wash by hand, in lukewarm water.", terms="Knit as many as you like."
)
CLEAN = (
    "Title: Jetty cloth\nGauge: 20 sts and 40 rows = 10 cm\n\nCast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1. (13 sts)\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 9 more times. (49 sts)\nBind off."
)


def edited(text, around=GOOD):
    found = work_text(text)
    return technical_edit(text, found.reading, found.worked, around), found


def test_a_clean_pattern_comes_back_empty():
    assert edited(CLEAN)[0] == ()


PLANTED = {
    "a wrong count": (("(49 sts)", "(47 sts)"), EditKind.DOES_NOT_ADD_UP, 8),
    "an abbreviation that nobody explains": (
        ("Row 2: Purl.", "Row 2: P4, xyz, p to end."),
        EditKind.DOES_NOT_ADD_UP,
        7,
    ),
    "a repeat that leaves stitches over": (
        ("Row 2: Purl.", "Row 2: *P5; rep from * to end."),
        EditKind.DOES_NOT_ADD_UP,
        7,
    ),
    "a mark that is not there": (("Mark the center stitch.\n", ""), EditKind.LEFT_OPEN, 5),
    "a row that is missing": (("rows 1 and 2", "rows 1 and 3"), EditKind.DOES_NOT_ADD_UP, 8),
    "a first row with nothing to lift": (
        ("K1, yo, k to center st, yo,", "K1, lli, k to center st, rli,"),
        EditKind.DOES_NOT_ADD_UP,
        6,
    ),
    "a row without its count": ((" (13 sts)", ""), EditKind.NO_COUNT, 6),
    "no title": (("Title: Jetty cloth\n", ""), EditKind.NO_TITLE, 0),
    "a title of two hundred letters": (("Jetty cloth", "Jetty " * 33), EditKind.LONG_TITLE, 0),
    "no gauge": (("Gauge: 20 sts and 40 rows = 10 cm\n", ""), EditKind.NO_GAUGE, 0),
    "no bind-off": (("\nBind off.", ""), EditKind.NOT_BOUND_OFF, 7),
}


@pytest.mark.parametrize("fault", PLANTED)
def test_a_fault_of_the_words_is_found_where_it_is(fault):
    (was, now), kind, line = PLANTED[fault]
    assert was in CLEAN
    remarks, found = edited(CLEAN.replace(was, now))
    assert (kind, line) in [(each.kind, each.line) for each in remarks]
    for each in remarks:
        assert said_remark(each, found.worked, dialect()).endswith((".", "?"))


HEAD = sentence("The opening is too small for a head.")
AROUND = {
    "yarn near a whole ball": (
        Surroundings((("", (BallNeed("A", 500, 170),)),), care="By hand.", terms="Mine."),
        EditKind.NEAR_A_BALL,
    ),
    "no yarn": (Surroundings(care="By hand.", terms="Mine."), EditKind.NO_YARN),
    "no care": (Surroundings(GOOD.yarn, terms="Mine."), EditKind.NO_CARE),
    "no terms": (Surroundings(GOOD.yarn, care="By hand."), EditKind.NO_TERMS),
    "an opening too small": (Surroundings(GOOD.yarn, head=HEAD, care="By hand.", terms="Mine."), EditKind.HEAD),
    "a size whose repeat does not fit": (
        Surroundings(GOOD.yarn, (("M", "wing"),), care="By hand.", terms="Mine."),
        EditKind.REPEAT_DOES_NOT_FIT,
    ),
    "a guessed gauge": (Surroundings(GOOD.yarn, care="By hand.", terms="Mine.", gauge_told=False), EditKind.NO_GAUGE),
}


@pytest.mark.parametrize("fault", AROUND)
def test_a_fault_about_the_words_is_found(fault):
    around, kind = AROUND[fault]
    remarks, found = edited(CLEAN, around)
    assert [each.kind for each in remarks] == [kind]
    assert said_remark(remarks[0], found.worked, dialect())


def test_a_length_without_a_gauge_and_a_word_of_another_vocabulary():
    text = "Title: Quay\nCast on 9 sts.\nRow 1: Knit.\nRow 2: K3, gett, k2tog, k to end.\nRepeat rows 1 and 2 until piece measures 10 cm.\nBind off."
    kinds = {each.kind: each for each in edited(text)[0]}
    assert kinds[EditKind.LENGTH_WITHOUT_GAUGE].line == 5
    assert (kinds[EditKind.OTHER_WORDS].line, kinds[EditKind.OTHER_WORDS].word) == (4, "gett")


def test_what_rests_for_good_is_told():
    text = "Title: Quay\nCast on 12 sts.\nRow 1: K4, place next 4 sts on hold as wing, k4.\nBind off."
    assert EditKind.LEFT_ON_HOLDER in [each.kind for each in edited(text)[0]]


@pytest.mark.parametrize(
    ("words", "on_needle", "in_stitches", "holders"),
    [
        (CLEAN, 0, 1, 0),
        ("Cast on 12 sts.\nRow 1: K4, pm, k4, pm, k4.\nRow 2: Knit.", 2, 0, 0),
        (
            "Cast on 12 sts.\nRow 1: K4, place next 4 sts on hold as a, k4.\nRow 2: Knit.\nReturn a to needle.\nRow 3: Knit.",
            0,
            0,
            1,
        ),
        ("Cast on 12 sts.\nRow 1: Knit.", 0, 0, 0),
    ],
)
def test_marks_and_holders_are_counted(words, on_needle, in_stitches, holders):
    found = notions_of(work_text(words).worked)
    assert (found.on_needle, found.in_stitches, found.holders) == (on_needle, in_stitches, holders)


def test_every_row_says_its_count_where_that_is_wished():
    text = "Cast on 9 sts.\nRow 1: K1, yo, k to end.\nRow 2: Purl.\nRow 3: K1, yo, k to end. (11 sts)\nRow 4: K40."
    found = work_text(text).worked
    rows = [order for order in counted_everywhere(found).sections[0].orders if isinstance(order, Row)]
    assert [row.claim.total if row.claim else 0 for row in rows] == [10, 10, 11, 0]
    again = work_text(write(counted_everywhere(work_text(CLEAN).worked), dialect())).worked
    assert not again.problems, "what is printed reads back, and its counts are right"
    assert [row.end for row in again.rows] == [row.end for row in work_text(CLEAN).worked.rows]
