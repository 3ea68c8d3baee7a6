"""Stitch patterns: what every stitch of a fabric is, row by row, and what new stitches become.

The rib facts are common practice of the trade, no source; every other expected cell was written out by hand.
"""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.fabric import FABRICS, Fabric, Joins, fabric_run, fabric_trouble, seen_from_behind
from knitting.files.ledger import as_json
from knitting.in_pattern.next_row import new_stitches_in_next_row
from knitting.in_pattern.piece_in_pattern import cells
from knitting.problems import ProblemKind
from knitting.rows import Side
from knitting.saying.pieces import said_new_stitch
from knitting.saying.statements import said
from knitting.stitches import KNIT, PURL, STITCHES
from tests.knitting.asking import worked
from tests.searching import searched


def shown(text: str) -> list[str]:
    """The cells after every row of a piece that adds up."""
    piece = worked(text)
    assert not piece.problems, [str(problem) for problem in piece.problems]
    return cells(piece)


def rows(*lines: str, cast_on: int) -> str:
    return "\n".join([f"Cast on {cast_on} sts.", *(f"Row {at}: {line}." for at, line in enumerate(lines, start=1))])


# -- one row after another ------------------------------------------------------------------------------------

RIB, EVEN = "*k3, p3; rep from * to end", "work in pattern"
BOTH = "k1, m1, work in pattern to last st, m1, k1"
CASES = [
    # fabric from a row below, nothing changed
    (12, [RIB, EVEN], "kkkpppkkkppp"),
    (12, [RIB, EVEN, EVEN, EVEN], "kkkpppkkkppp"),
    (9, ["*k1, p1; rep from * to last st, k1", EVEN], "kpkpkpkpk"),
    (8, ["*k1, p1; rep from * to end", "*k1, p1; rep from * to end", EVEN], "kpkpkpkp"),
    (8, ["*k1, p1; rep from * to end", "*p1, k1; rep from * to end", EVEN, EVEN], "pkpkpkpk"),
    (8, ["Knit", "Knit", EVEN], "kkkkkkkk"),
    (8, ["Knit", "Knit", EVEN, EVEN], "pppppppp"),
    (8, ["Knit", "Purl", EVEN, EVEN], "kkkkkkkk"),
    (8, ["*k2, p2; rep from * to end", "work as they appear"], "kkppkkpp"),
    # named fabrics begin with their first column at the right
    (10, ["work in seed"], "kpkpkpkpkp"),
    (10, ["work in seed", "work in seed"], "pkpkpkpkpk"),
    (9, ["work in seed", "work in seed", "work in seed"], "kpkpkpkpk"),
    (9, ["work in moss", "work in moss"], "kpkpkpkpk"),
    (9, ["work in moss", "work in moss", "work in moss", "work in moss"], "pkpkpkpkp"),
    (10, ["work in 2x2 rib"], "kkppkkppkk"),
    (10, ["work in 3x3 rib", "work in 3x3 rib"], "kkkpppkkkp"),
    (7, ["work in 1x1 rib", "work in 1x1 rib"], "kpkpkpk"),
    (6, ["Knit", "work in seed"], "pkpkpk"),
    (8, ["k2, work in seed to last 2 sts, k2"], "kkkpkpkk"),
    (8, ["k2, work in seed to last 2 sts, k2", "p2, work in seed to last 2 sts, p2"], "kkpkpkkk"),
    # a fabric goes on from rows that show it
    (12, ["*p3, k3; rep from * to end", "work in 3x3 rib"], "pppkkkpppkkk"),
    (8, ["*p1, k1; rep from * to end", "work in seed"], "kpkpkpkp"),
    (12, ["p1, *k3, p3; rep from * to last 5 sts, k3, p2", "work in 3x3 rib"], "pkkkpppkkkpp"),
    # growth at both ends: beside three purls a knit, beside three knits a purl
    (12, [RIB, EVEN, BOTH], "k+kkpppkkkpp+k"),
    (12, [RIB, EVEN, BOTH, EVEN], "pkkkpppkkkpppk"),
    (12, [RIB, EVEN, "kfb, work in pattern to last st, kfb"], "+kkkpppkkkppk+"),
    (12, [RIB, EVEN, "kfb, work in pattern to last st, kfb", EVEN], "pkkkpppkkkpppk"),
    (12, [RIB, EVEN, "yo, work in pattern, yo", EVEN], "pkkkpppkkkpppk"),
    (12, [RIB, EVEN] + ["yo, work in pattern, yo", EVEN] * 3, "pppkkkpppkkkpppkkk"),
    (12, [RIB, EVEN] + ["yo, work in pattern, yo", EVEN] * 4, "kpppkkkpppkkkpppkkkp"),
    (8, ["*k1, p1; rep from * to end", EVEN, "yo, work in pattern, yo", EVEN], "pkpkpkpkpk"),
    (8, ["work in seed", "work in seed", "yo, work in seed, yo", "work in seed"], "kpkpkpkpkp"),
    # growth at the start, and at the end
    (12, [RIB, EVEN, "yo, work in pattern", EVEN], "pkkkpppkkkppp"),
    (12, [RIB, EVEN, "work in pattern, yo", EVEN], "kkkpppkkkpppk"),
    (12, [RIB, "yo, work in pattern", EVEN], "kkkpppkkkpppk"),
    (12, [RIB, "work in pattern, yo", EVEN], "pkkkpppkkkppp"),
    (12, [RIB, EVEN, "yo, work in pattern", EVEN, "yo, work in pattern", EVEN], "ppkkkpppkkkppp"),
    (10, ["work in 2x2 rib", "work in 2x2 rib", "yo, work in 2x2 rib", "work in 2x2 rib"], "pkkppkkppkk"),
    (10, ["work in seed", "kfb, work in seed", "work in seed"], "kpkpkpkpkpk"),
    # a wide increase: two new stitches at an edge
    (6, ["work in 1x1 rib", "work in 1x1 rib", "kfbf, work in 1x1 rib", "work in 1x1 rib"], "kpkpkpkp"),
    # decreases eat the columns at the edge; the stitch on top keeps its own
    (12, [RIB, EVEN, "k2tog, work in pattern", EVEN], "kkpppkkkppp"),
    (12, [RIB, EVEN, "work in pattern to last 2 sts, ssk", EVEN], "kkkpppkkkpp"),
    (12, [RIB, EVEN, "ssk, work in pattern", EVEN], "kkpppkkkppp"),
    (12, [RIB, EVEN] + ["k2tog, work in pattern", EVEN] * 3, "pppkkkppp"),
    (12, [RIB, EVEN] + ["k2tog, work in pattern to last 2 sts, ssk", EVEN] * 3, "pppkkk"),
    (9, ["work in seed", "work in seed", "k2tog, work in seed", "work in seed"], "kpkpkpkp"),
    # cast on and bound off at an end
    (12, [RIB, "work in pattern, co 3", EVEN], "pppkkkpppkkkppp"),
    (12, [RIB, EVEN, "bo 3, work in pattern", EVEN], "pppkkkppp"),
    # eyelets that make up for themselves leave the columns as they were
    (12, [RIB, EVEN, "k1, yo, k2tog, work in pattern", EVEN], "kkkpppkkkppp"),
    (12, [RIB, EVEN, "k2tog, yo, work in pattern", EVEN], "kkkpppkkkppp"),
    # two borders of one fabric keep their places in it, whatever grows or shrinks between them
    (12, ["work 3 in seed, k to last 3 sts, work 3 in seed", "work 3 in seed, p to last 3 sts, work 3 in seed"], "pkpkkkkkkpkp"),
    (12, ["work 3 in seed, yo, k to last 3 sts, work 3 in seed", "work 3 in seed, p to last 3 sts, work 3 in seed"] * 2, "pkpkkkkkkkkpkp"),
    (12, ["work 3 in seed, k2tog, k to last 3 sts, work 3 in seed", "work 3 in seed, p to last 3 sts, work 3 in seed"] * 2, "pkpkkkkpkp"),
    (13, ["work 4 in 2x2 rib, yo, k to last 4 sts, work 4 in 2x2 rib", "work 4 in 2x2 rib, p to last 4 sts, work 4 in 2x2 rib"] * 3, "kkppkkkkkkkkkkpp"),
    # slipped stitches show what they showed
    (12, [RIB, "sl1, work in pattern to last st, sl1"], "kkkpppkkkppp"),
]  # fmt: skip


@pytest.mark.parametrize(("cast_on", "lines", "last"), CASES, ids=[f"{c[0]}: {' / '.join(c[1])[:60]}" for c in CASES])
def test_a_row_in_pattern_shows_what_was_written_out_by_hand(cast_on, lines, last):
    assert shown(rows(*lines, cast_on=cast_on))[-1] == last


def test_a_centre_stitch_parts_the_pattern_and_each_side_grows_towards_it():
    text = (
        "Cast on 13 sts.\nMark the center stitch.\n"
        "Row 1: work in 3x3 rib to center st, yo, k1, yo, work in 3x3 rib to end.\n"
        "Row 2: work in 3x3 rib to center st, p1, work in 3x3 rib to end.\nRepeat rows 1 and 2 3 more times."
    )
    found = shown(text)
    assert found[0] == "kkkppp" + "oko" + "kkkppp"
    assert found[1] == "kkkpppk" + "k" + "pkkkppp"
    assert found[3] == "kkkpppkk" + "k" + "ppkkkppp"
    assert found[5] == "kkkpppkkk" + "k" + "pppkkkppp"
    assert found[7] == "kkkpppkkkp" + "k" + "kpppkkkppp"


def test_the_same_in_rounds_reads_every_row_from_the_right():
    text = "Cast on 12 sts.\nJoin to work in the round.\nRnd 1: work in seed.\nRnd 2: work in seed.\nRnd 3: work in garter.\nRnd 4: work in garter."
    piece = worked(text)
    assert cells(piece) == ["kpkpkpkpkpkp", "pkpkpkpkpkpk", "kkkkkkkkkkkk", "pppppppppppp"]


def test_an_increase_among_stitches_in_pattern_asks_for_a_mark():
    piece = worked(rows(RIB, EVEN, "work 30 sts in pattern, yo, work in pattern", cast_on=60))
    (problem,) = piece.problems
    assert problem.kind is ProblemKind.AMBIGUOUS
    assert "marker" in problem.hint


def test_the_runs_of_a_row_in_pattern_are_the_stitches_to_work():
    piece = worked(rows(RIB, EVEN, cast_on=12))
    (part,) = piece.rows[1].work
    assert [(run.work.uses, run.times) for run in part.runs] == [(6, 2)]
    assert [run.work for run in part.runs[0].work.runs] == [KNIT, PURL]


# -- fabrics ---------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("key", sorted(FABRICS))
def test_every_fabric_that_ships_keeps_its_count_flat_and_in_rounds(key):
    assert fabric_trouble(FABRICS[key]) is None
    assert fabric_trouble(FABRICS[key], in_round=True) is None


def fabric(*written: str, joins: Joins = Joins.AT_ONCE) -> Fabric:
    return Fabric("own", tuple(tuple(STITCHES[key] for key in row.split()) for row in written), joins)


@pytest.mark.parametrize(
    ("own", "in_round", "why"),
    [
        (fabric("k yo k k2tog", "k k k k"), False, ""),
        (fabric("k yo k", "k k k"), False, "Row 1 of 'own' uses 2 stitches and makes 3: it would change the count."),
        (fabric("k k k", "k k"), False, "Row 2 of 'own' has 2 columns, and row 1 has 3."),
        (fabric(""), False, "'own' has no stitches."),
        (fabric("k k k", "yo cdd yo"), False, "wrong-side row when worked flat, and 'cdd' cannot be worked there."),
        (fabric("k k k", "yo cdd yo"), True, ""),
        (fabric(" ".join("k" * 90)), False, "90 columns and 1 rows: at most 80 columns"),
    ],
)
def test_a_fabric_that_cannot_be_worked_is_refused_with_its_figures(own, in_round, why):
    trouble = fabric_trouble(own, in_round)
    says = said(trouble) if trouble else ""
    assert says == why or (why and why in says)


WAVE = fabric("yo ssk k k k k2tog", "k k k k k k")
WHOLE = fabric("yo ssk k k2tog yo k", "k k k k k k", joins=Joins.WHOLE)


@pytest.mark.parametrize(
    ("own", "first", "count", "letters"),
    [
        (WHOLE, 0, 6, "odkdok"),
        (WHOLE, 0, 12, "odkdokodkdok"),
        (WHOLE, -2, 10, "kk" + "odkdok" + "kk"),
        (WHOLE, -6, 12, "odkdokodkdok"),
        (WHOLE, 1, 5, "kkkkk"),
        (fabric("yo ssk k k2tog yo k", "k k k k k k"), 0, 5, "odkdo"),
        (fabric("yo ssk k k2tog yo k", "k k k k k k"), 1, 5, "kkdok"),
        (fabric("yo ssk k k2tog yo k", "k k k k k k"), -3, 4, "dokk"),
        (FABRICS["rope"], -1, 6, "k" + "cccc" + "k"),
        (FABRICS["rope"], 1, 3, "kkk"),
    ],
)
def test_repeats_are_taken_whole_or_as_far_as_they_make_up_for_themselves(own, first, count, letters):
    assert fabric_run(own, 0, first, count).letters == letters


@given(st.sampled_from(sorted(FABRICS)), st.integers(0, 30), st.integers(-40, 40), st.integers(0, 60))
def test_a_stretch_never_changes_a_count_and_follows_the_one_column_rule(key, row, first, count):
    own = FABRICS[key]
    found = fabric_run(own, row, first, count)
    assert sum(kind.uses * times for kind, times in found.kinds) == count
    assert sum(kind.makes * times for kind, times in found.kinds) == len(found.letters) == count
    if own.plain:
        face = own.faces[row % own.height]
        assert found.letters == "".join(face[column % own.width] for column in range(first, first + count))


@searched(60)
@given(
    st.sampled_from(["seed", "moss", "2x2 rib", "3x3 rib", "1x1 rib"]),
    st.integers(8, 30),
    st.lists(st.tuples(st.sampled_from(["", "yo, "]), st.sampled_from(["", ", yo"])), min_size=1, max_size=14),
)
def test_a_part_that_grows_at_its_ends_keeps_every_column(name, cast_on, growth):
    """What was in pattern goes on as the same part worked without its new stitches would."""
    words = [f"work in {name}", f"work in {name}"]
    grown = rows(*words, *(f"{start}work in {name}{end}" for start, end in growth), cast_on=cast_on)
    plain = rows(*words, *(f"work in {name}" for _ in growth), cast_on=cast_on)
    piece = worked(grown)
    before = 0
    for at, (cell, old) in enumerate(zip(cells(piece), shown(plain), strict=True)):
        if at >= 2:
            start, end = growth[at - 2]
            behind = piece.rows[at].side is Side.WS
            before += bool(end if behind else start)
        assert cell[before : before + cast_on] == old


def test_what_is_seen_from_behind_is_seen_again_from_before():
    for kind in STITCHES.values():
        behind = seen_from_behind(kind)
        if behind is not None:
            assert seen_from_behind(behind) is kind


# -- fates -----------------------------------------------------------------------------------------------------

GROWN = (
    "Cast on 13 sts.\nMark the center stitch.\n"
    "Row 1: work in 3x3 rib to center st, yo, k1, yo, work in 3x3 rib to end.\n"
    "Row 2: work in 3x3 rib to center st, p1, work in 3x3 rib to end.\n"
    "Row 3: kfb, work in 3x3 rib to center st, m1l, k1, m1r, work in 3x3 rib to last st, kfb.\n"
    "Row 4: work in 3x3 rib to center st, p1, work in 3x3 rib to end."
)


def test_each_new_stitch_is_said_with_what_it_becomes():
    """Beside three purls a knit, beside three knits a purl: the parts are kkkppp on both sides of the centre."""
    piece = worked(GROWN)
    shown_ = cells(piece)
    said = [
        (fate.part, said_new_stitch(fate))
        for fate in new_stitches_in_next_row(piece.rows[0], piece.rows[1], shown_[0], shown_[1])
    ]
    assert said == [
        (0, "the new stitch at the left end becomes a knit"),
        (2, "the new stitch at the right end becomes a purl"),
    ]
    later = new_stitches_in_next_row(piece.rows[2], piece.rows[3], shown_[2], shown_[3])
    assert [(fate.part, fate.becomes) for fate in later] == [(0, "p"), (0, "k"), (2, "p"), (2, "k")]


def test_the_published_rows_carry_their_cells_when_asked():
    piece = worked(GROWN)
    rows_ = as_json(piece, with_cells=True)["rows"]
    assert [row["cells"] for row in rows_][:2] == ["kkkpppokokkkppp", "kkkpppkkpkkkppp"]
    assert "cells" not in as_json(piece)["rows"][0]
    assert all(len(row["cells"]) == row["end"] for row in rows_)


STEPS = [
    "work in pattern to m", "work in pattern", "work in 3x3 rib to last 2 sts", "work in gull lace",
    "work in rope cable to last 3 sts", "seed 4", "k3", "yo", "k2tog", "kfb", "sm", "pm", "k to m", "k to end", "bo 3",
    "co 4", "turn", "place next 4 sts on hold as x", "return x to needle", "[work 3 in pattern, yo] 3 times", "cdd",
    "as they appear to last st", "ssk", "(k1, yo, k1) in next st", "mark st just made", "in seed to m", "sl1", "kfbf",
]  # fmt: skip


@searched(120)
@given(
    st.sampled_from([1, 5, 13, 24]),
    st.booleans(),
    st.lists(st.lists(st.sampled_from(STEPS), min_size=1, max_size=4), min_size=1, max_size=6),
)
def test_whatever_is_written_every_stitch_shows_something_and_no_count_changes(cast_on, marked, lines):
    text = rows(*(", ".join(line) for line in lines), cast_on=cast_on)
    text = text.replace("Row 1:", "Mark the center stitch.\nRow 1:", 1) if marked else text
    piece = worked(text)
    for row, shown_ in zip(piece.rows, cells(piece), strict=True):
        assert len(shown_) == row.end
        runs = [run for part in row.work for run in part.runs]
        assert not row.complete or row.turned or sum(run.work.uses * run.times for run in runs) == row.start


def test_among_stitches_that_are_all_alike_no_fate_is_said():
    piece = worked("Cast on 30 sts.\nRow 1: seed 4, k10, m1, k to end.\nRow 2: p26, work 5 sts in seed.")
    now, then = cells(piece)
    assert new_stitches_in_next_row(piece.rows[0], piece.rows[1], now, then) == ()
