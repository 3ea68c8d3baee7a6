"""Heads, headers, counts, orders and ends of repeats, as they are read."""

import pytest

from knitting.rows import (
    BindOff,
    CastOn,
    FastenOff,
    JoinRound,
    MarkStitches,
    Repeat,
    Side,
    Tab,
    Times,
    UntilCount,
    UntilLength,
)
from knitting.sorting.roles import Role
from knitting.words.reader import read

RS, WS = Side.RS, Side.WS


def orders(text):
    reading = read(text)
    assert not reading.problems, reading.problems
    return [order for section in reading.piece.sections for order in section.orders]


# head, name, numbers, side, colour, in a round, times, gathered
HEADS = [
    ("Row 3:", "Row", (3,), None, "", False, 1, False),
    ("ROW 3 (RS):", "Row", (3,), RS, "", False, 1, False),
    ("Row 4 (WS, B):", "Row", (4,), WS, "B", False, 1, False),
    ("Row 3 (RS) (inc):", "Row", (3,), RS, "", False, 1, False),
    ("Rnd 11:", "Rnd", (11,), None, "", True, 1, False),
    ("Round 1:", "Round", (1,), None, "", True, 1, False),
    ("Rounds 1-3:", "Round", (1, 2, 3), None, "", True, 1, False),
    ("3rd row:", "Row", (3,), None, "", False, 1, False),
    ("2nd rnd (B):", "Rnd", (2,), None, "B", True, 1, False),
    ("Rows 2 and 4:", "Row", (2, 4), None, "", False, 1, False),
    ("Rows 5-8:", "Row", (5, 6, 7, 8), None, "", False, 1, False),
    ("Rows 1, 3 and 5-7 (RS):", "Row", (1, 3, 5, 6, 7), RS, "", False, 1, False),
    ("Rows 2 to 4:", "Row", (2, 3, 4), None, "", False, 1, False),
    ("Row 2 and all WS rows:", "Row", (2,), None, "", False, 1, True),
    ("Row 2 and every even row:", "Row", (2,), None, "", False, 1, True),
    ("Row 2 and every wrong-side row:", "Row", (2,), None, "", False, 1, True),
    ("Next row (WS):", "Next row", (), WS, "", False, 1, False),
    ("next row (right side):", "Next row", (), RS, "", False, 1, False),
    ("Next 2 rows:", "Next 2 rows", (), None, "", False, 2, False),
    ("Set-up row (WS):", "Set-up row", (), WS, "", False, 1, False),
    ("Setup rnd:", "Setup rnd", (), None, "", True, 1, False),
    ("Row 7", "Row", (7,), None, "", False, 1, False),
]


@pytest.mark.parametrize(("head", "name", "numbers", "side", "colour", "round_", "times", "gathered"), HEADS)
def test_a_head_is_read_in_all_its_parts(head, name, numbers, side, colour, round_, times, gathered):
    (row,) = orders(f"{head} Knit.")
    found = (row.name, row.numbers, row.side, row.colour, row.in_round, row.times, row.gathered)
    assert found == (name, numbers, side, colour, round_, times, gathered)


GAUGES = [
    ("20 sts and 40 rows = 10 cm, garter", 20, 40, "garter"),
    ("20 sts x 40 rows = 10 cm", 20, 40, ""),
    ("18 stitches, 24 rows to 10 cm in stockinette", 18, 24, "stockinette"),
    ("17.5 sts and 34 rounds per 10cm", 17.5, 34, ""),
    ("17,5 sts and 34 rows over 10 cm.", 17.5, 34, ""),
    ("5 sts and 10 rows = 1 inch", 19.685, 39.37, ""),
    ("20 sts and 28 rows = 4 in", 19.685, 27.559, ""),
    ("10 sts and 20 rows = 5 cm", 20, 40, ""),
]


@pytest.mark.parametrize(("text", "stitches", "rows", "fabric"), GAUGES)
def test_a_gauge_is_read_to_ten_centimetres(text, stitches, rows, fabric):
    """1 in = 25.4 mm: International yard and pound agreement, 1959."""
    gauge = read(f"Gauge: {text}\nCast on 5 sts.").piece.headers.gauge
    assert (gauge.stitches, gauge.rows) == (pytest.approx(stitches, abs=0.001), pytest.approx(rows, abs=0.001))
    assert gauge.fabric == fabric
    assert not gauge.guessed


@pytest.mark.parametrize("text", ["tight", "", "20", "20 sts", "0 sts and 0 rows = 10 cm", "20 sts and 40 rows = 0 cm",
                                  "999 sts and 40 rows = 10 cm", "20 x", "= 10 cm"])  # fmt: skip
def test_a_gauge_that_is_none_is_a_problem_and_sets_nothing(text):
    reading = read(f"Gauge: {text}\nCast on 5 sts.")
    assert [problem.kind.value for problem in reading.problems] == ["cannot-read"]
    assert reading.piece.headers.gauge is None


def test_headers_are_kept_and_only_before_the_first_cast_on():
    piece = read(
        "Title: Quay\nNeedles: 5 mm\nYarn A: Slate, 50 g\nYarn B: Ember\nStripes: 2 rows A, 1 row B\nSize: one\nCast on 5 sts."
    ).piece
    assert piece.title == "Quay"
    assert piece.headers.yarns == (("A", "Slate, 50 g"), ("B", "Ember"))
    assert [(stripe.rows, stripe.colour) for stripe in piece.headers.stripes] == [(2, "A"), (1, "B")]
    assert piece.headers.others == (("Needles", "5 mm"), ("Size", "one"))
    later = read("Cast on 5 sts.\nSize: large")
    assert not later.problems
    assert [(each.where.line, each.role) for each in later.roles][1:] == [(2, Role.TALK)]


def test_notes_are_kept_and_never_worked():
    piece = read("# by the quay\nCast on 5 sts.\nNote: count twice. Row 1: k9\n").piece
    assert [text for _, text in piece.notes] == ["# by the quay", "count twice. Row 1: k9"]
    assert len(piece.sections[0].orders) == 1


CLAIMS = [
    ("(45 sts)", 45, ()),
    ("(45 sts.)", 45, ()),
    ("[45 sts]", 45, ()),
    ("(1 st)", 1, ()),
    ("- 45 sts", 45, ()),
    ("– 45 stitches.", 45, ()),
    ("= 45 sts", 45, ()),
    ("(12-1-12)", 25, (12, 1, 12)),
    ("(12, 1, 12 sts)", 25, (12, 1, 12)),
    ("(25 sts: 12-1-12)", 25, (12, 1, 12)),
]


@pytest.mark.parametrize(("written", "total", "parts"), CLAIMS)
def test_a_count_at_the_end_is_read(written, total, parts):
    reading = read(f"Cast on 45 sts.\nRow 1: Knit. {written}")
    claim = reading.piece.sections[0].orders[-1].claim
    if total is None:
        assert claim is None
        assert reading.problems
    else:
        assert (claim.total, claim.parts) == (total, parts)


def test_what_stands_between_rows_is_read():
    found = orders(
        "CO 41 (20-1-20).\nMark sts 14, 30 and 38.\nMark the center stitch.\nJoin to work in the round.\n"
        "Bind off loosely.\nBO all sts knitwise.\nFasten off.\nPick up and knit 92 sts along the edge."
    )
    assert [type(order) for order in found] == [
        CastOn, MarkStitches, MarkStitches, JoinRound, BindOff, BindOff, FastenOff, CastOn,
    ]  # fmt: skip
    assert (found[0].count, found[0].claim.parts, found[1].positions, found[2].positions) == (
        41,
        (20, 1, 20),
        (14, 30, 38),
        (),
    )
    assert [order.manner for order in found[4:6]] == ["loosely", "knitwise"]
    assert (found[7].count, found[7].picked_up) == (92, True)


def test_several_orders_may_stand_in_one_line():
    assert [type(order) for order in orders("Cast on 9 sts. Mark the centre stitch. Join to work in the round.")] == [
        CastOn,
        MarkStitches,
        JoinRound,
    ]


def test_a_tab_is_read_with_its_sum():
    (tab,) = orders(
        "Garter tab: cast on 4 sts, knit 9 rows, pick up and knit 4 along the edge, and pick up 4 from the cast-on edge. (12 sts)"
    )
    assert isinstance(tab, Tab)
    assert (tab.cast_on, tab.rows, tab.side, tab.edge, tab.total, tab.claim.total) == (4, 9, 4, 4, 12, 12)


ENDS = [
    ("Repeat rows 1 and 2 until there are 61 sts.", (1, 2), 0, UntilCount, 61),
    ("Rep row 2 until 6 sts remain.", (2,), 0, UntilCount, 6),
    ("Repeat row 2 until you have 6 stitches.", (2,), 0, UntilCount, 6),
    ("Rep rows 1-6 19 more times.", (1, 2, 3, 4, 5, 6), 0, Times, 19),
    ("Work rows 1-6 20 times in all.", (1, 2, 3, 4, 5, 6), 0, Times, 19),
    ("Repeat rows 1 and 2 once more.", (1, 2), 0, Times, 1),
    ("Repeat rows 1 and 2 twice.", (1, 2), 0, Times, 2),
    ("Rep last 2 rows 5 times more.", (), 2, Times, 5),
    ("Rep these two rows 5 times.", (), 2, Times, 5),
    ("Repeat the last row 3 more times.", (), 1, Times, 3),
    ("Repeat rows 1-4 until piece measures 18 cm.", (1, 2, 3, 4), 0, UntilLength, 18.0),
    ("Repeat rows 1-4 until section measures 7 in.", (1, 2, 3, 4), 0, UntilLength, 17.78),
]


@pytest.mark.parametrize(("text", "numbers", "last", "kind", "value"), ENDS)
def test_the_end_of_a_repeat_is_read(text, numbers, last, kind, value):
    (repeat,) = orders(text)
    assert isinstance(repeat, Repeat)
    assert (repeat.numbers, repeat.last) == (numbers, last)
    assert isinstance(repeat.until, kind)
    found = getattr(repeat.until, {UntilCount: "count", Times: "more", UntilLength: "length_cm"}[kind])
    assert found == pytest.approx(value)


def test_steps_know_their_places_in_the_text():
    (row,) = orders("Row 1:  K2, *yo, k to m; rep from * 2 more times")
    two, star = row.steps
    places = [step.span.within(row.body) for step in (two, star, star.steps[1])]
    assert [(place.column, place.length) for place in places] == [(9, 2), (13, 36), (18, 6)]


@pytest.mark.parametrize(
    "text", ["row 1: KNIT.", "Row 1 :knit", "ROW 1: k", "Row 1: Knit!".replace("!", "."), "  Row 1:   Knit  .  "]
)
def test_case_and_spaces_do_not_matter(text):
    assert len(orders(text)[0].steps) == 1
