"""Plans: what they come to, what is said where they do not, and the mend for it."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import (
    CENTRE,
    LEFT_EDGE,
    RIGHT_EDGE,
    ROW_END,
    ROW_START,
    AddedLine,
    Beside,
    Count,
    GaugeFrom,
    Length,
    Line,
    LineKind,
    PartCount,
    PlannedPart,
    Repeats,
    Rows,
    SetupRow,
    Shaping,
    YarnShare,
)
from knitting.plan.spacing import evenly, gaps
from knitting.plan.works import OWN
from knitting.saying.statements import said
from knitting.sizing.trial_piece import trial_piece
from knitting.stitches import Leaning
from knitting.words.writer import write
from tests.knitting.planning import bare, knitted, made, staged

BOTH = (RIGHT_EDGE, LEFT_EDGE)


def rows_of(plan) -> list[str]:
    """The written rows of a plan, without its cast-on and its end."""
    return [line for line in write(compile_plan(plan)).splitlines() if line.startswith(("Row", "Rnd", "Set-up"))]


# -- rows ----------------------------------------------------------------------------------------------------

WORDS = [
    ("a pair mirrors away from its line", bare(9, 9), [Shaping(("line 1",), Beside.BOTH, "m1_pair", (1,))],
     "K to marked st, m1r, k1, m1l, k to end."),
    ("towards it where that is wished", bare(9, 9), [Shaping(("line 1",), Beside.BOTH, "m1_pair", (1,), leaning=Leaning.TOWARDS)],
     "K to marked st, m1l, k1, m1r, k to end."),
    ("all to the left", bare(9, 9), [Shaping(("line 1",), Beside.BOTH, "m1_pair", (1,), leaning=Leaning.LEFT)],
     "K to marked st, m1l, k1, m1l, k to end."),
    ("plain stitches between line and work", bare(9, 9), [Shaping(("line 1",), Beside.BOTH, "yo", (1,), 2)],
     "K to 2 sts before marked st, yo, k5, yo, k to end."),
    ("a stitch marked in it", bare(9, 9), [Shaping(("line 1",), Beside.ON, "cdd", (1,))],
     "K to 1 st before marked st, cdd, k to end."),
    ("a marker before it", bare(9, 9, kind=LineKind.BEFORE), [Shaping(("line 1",), Beside.ON, "cdd", (1,))],
     "K to 1 st before m, remove m after next st, pm, cdd, k to end."),
    ("a marker after it", bare(9, 9, kind=LineKind.AFTER), [Shaping(("line 1",), Beside.ON, "cdd", (1,))],
     "K to 2 sts before m, remove m after next 2 sts, cdd, pm, k to end."),
    ("markers on both sides", bare(9, 9, kind=LineKind.BOTH), [Shaping(("line 1",), Beside.ON, "cdd", (1,))],
     "K to 1 st before m, remove m after next st, remove m after next 2 sts, pm, cdd, pm, k to end."),
    ("a marker between two stitches", bare(9, 9, kind=LineKind.BETWEEN), [Shaping(("line 1",), Beside.BOTH, "yo", (1,), 1)],
     "K to 1 st before m, yo, k1, sm, k1, yo, k to end."),
    ("counted lines", bare(3, 12, 3, kind=LineKind.UNMARKED), [Shaping(("line 1", "line 2"), Beside.INSIDE, "yo", (1,))],
     "K3, yo, k to last 3 sts, yo, k3."),
    ("outside of a counted line", bare(3, 12, 3, kind=LineKind.UNMARKED), [Shaping(("line 1",), Beside.OUTSIDE, "yo", (1,))],
     "K to last 15 sts, yo, k15."),
    ("decreases that use what lies before the line", bare(9, 9), [Shaping(("line 1",), Beside.BOTH, "k2tog_pair", (1,))],
     "K to 2 sts before marked st, k2tog, k1, ssk, k to end."),
    ("edges", bare(9), [Shaping(BOTH, Beside.INSIDE, "kfb", (1,))], "Kfb, k to last st, kfb."),
    ("no stop at marks where nothing is done", bare(5, 5, 5), [Shaping((LEFT_EDGE,), Beside.INSIDE, "kfb", (1,))],
     "K to last st, kfb."),
    ("lines in turn as one repeat", bare(5, 5, 5, 5), [Shaping(("line 1", "line 2", "line 3"), Beside.BOTH, "yo", (1,))],
     "[K to marked st, yo, k1, yo] 3 times, k to end."),
    ("several at one place, from the line outwards", bare(9, 9),
     [Shaping(("line 1",), Beside.AFTER, "yo", (1,)), Shaping(("line 1",), Beside.AFTER, "k2tog", (1,), 1)],
     "K to marked st, k1, yo, k1, k2tog, k to end."),
]  # fmt: skip


@pytest.mark.parametrize(("says", "plan", "shapings", "words"), WORDS, ids=[case[0] for case in WORDS])
def test_a_shaping_becomes_the_words_of_its_school(says, plan, shapings, words):
    plan = staged(plan, *shapings)
    assert rows_of(plan)[0].partition(": ")[2].partition(" (")[0] == words
    knitted(plan)


def test_wrong_side_rows_meet_the_parts_the_other_way_and_purl_in_stockinette():
    plan = staged(bare(9, 6, fabric="stockinette"), Shaping(("line 1",), Beside.BEFORE, "m1_pair", (2,)))
    assert rows_of(plan)[:2] == ["Row 1 (RS): Knit.", "Row 2 (WS): P to marked st, p1, m1rp, p to end. (17 sts)"]
    assert [row.parts for row in knitted(plan).rows[:2]] == [(9, 1, 6), (10, 1, 6)]


def test_a_pair_spread_over_two_rows_stands_at_the_end_of_each():
    plan = staged(bare(10), Shaping((ROW_END,), Beside.INSIDE, "kfb", (1, 2)))
    assert rows_of(plan)[:2] == ["Row 1 (RS): K to last st, kfb. (11 sts)", "Row 2 (WS): K to last st, kfb. (12 sts)"]
    knitted(plan)


def test_an_odd_rhythm_is_written_for_both_sides_where_they_differ():
    plan = staged(bare(9, 9, fabric="stockinette"), Shaping(("line 1",), Beside.BEFORE, "yo", (1,)), rhythm=3)
    assert [line.partition(":")[0] for line in rows_of(plan)] == [
        f"Row {n} ({'RS' if n % 2 else 'WS'})" for n in range(1, 7)
    ]
    assert [row.change for row in knitted(plan).rows] == [1, 0, 0] * 3


def test_a_rhythm_of_one_is_every_row_and_of_four_every_fourth():
    assert [
        row.change for row in knitted(staged(bare(9), Shaping((ROW_START,), Beside.INSIDE, "kfb", (1,)), rhythm=1)).rows
    ] == [1, 1, 1]
    fourth = staged(bare(9), Shaping((RIGHT_EDGE,), Beside.INSIDE, "kfb", (1,)), rhythm=4, until=Repeats(2))
    assert [row.change for row in knitted(fourth).rows] == [1, 0, 0, 0] * 2


def test_shapings_on_other_rows_of_one_rhythm_make_one_side_grow_more():
    plan = staged(
        bare(20, 20),
        Shaping((RIGHT_EDGE,), Beside.INSIDE, "kfb", (1, 3, 5)),
        Shaping((LEFT_EDGE,), Beside.INSIDE, "kfb", (1,)),
        rhythm=8,
    )
    assert knitted(plan).rows[-1].parts == (29, 1, 23)


def test_balanced_rows_keep_the_count_and_their_stage_says_so():
    plan = staged(bare(9, 9), Shaping(("line 1",), Beside.ON, "cdd", (1,)), Shaping(BOTH, Beside.INSIDE, "kfb", (1,)))
    stage = forecast_of(plan).stages[0]
    assert stage.balanced == ((1, 2),)
    assert {row.end for row in knitted(plan).rows} == {19}


def test_rounds_have_no_wrong_side_and_garter_purls_every_second_one():
    plan = replace(staged(bare(8, 8, kind=LineKind.BETWEEN), until=Rows(4)), in_round=True)
    assert rows_of(plan)[:2] == ["Rnd 1: Knit.", "Rnd 2: Purl."]
    assert {row.side.value for row in knitted(plan).rows} == {"RS"}


def test_parts_in_fabrics_are_worked_as_they_ask_on_both_sides():
    plan = staged(replace(bare(4, 10, 4, kind=LineKind.UNMARKED), parts=(
        PlannedPart("right border", 4), PlannedPart("cloth", 10, "stockinette"), PlannedPart("left border", 4, "seed"),
    )))  # fmt: skip
    assert rows_of(plan)[:2] == [
        "Row 1 (RS): K to last 4 sts, work 4 sts in seed.",
        "Row 2 (WS): Work 4 sts in seed, p to last 4 sts, k4.",
    ]


def test_own_steps_stand_where_they_are_put():
    steps = made("framed-chart").stages[0].shapings[0].steps
    plan = staged(bare(40), Shaping((RIGHT_EDGE,), Beside.INSIDE, OWN, (1,), 2, steps=steps))
    assert rows_of(plan)[0].startswith("Row 1 (RS): K5, m1r, k4, ssk, k5, k2tog, k4, m1l,")
    knitted(plan)


# -- ends -----------------------------------------------------------------------------------------------------

GROW = Shaping(BOTH, Beside.INSIDE, "kfb", (1,))
ENDS = [
    (Count(31), 12, 31),
    (Rows(7), 7, 27),
    (Repeats(4), 8, 27),
    (Length(5), 20, 39),
    (PartCount("part 1", 25), 6, 25),
]


@pytest.mark.parametrize(("until", "rows", "count"), ENDS)
def test_a_stage_ends_where_it_is_to_end(until, rows, count):
    """19 cast on, two more in every second row, 40 rows to 10 cm."""
    plan = replace(staged(bare(19), GROW, until=until), gauge=Gauge(20, 40))
    forecast = forecast_of(plan)
    assert not forecast.troubles
    assert (forecast.rows, forecast.ends) == (rows, count)
    assert len(knitted(plan).rows) == rows


def test_a_share_of_the_yarn_ends_before_it_is_used():
    """Munden's 4.1 stitch widths a stitch: 2.05 cm at 20 stitches to 10 cm; 10 m make 487 stitches, half of it 243."""
    plan = replace(staged(bare(19), GROW, until=YarnShare(0.5)), gauge=Gauge(20, 40), yarn_m=10.0)
    forecast = forecast_of(plan)
    used = forecast.stitches
    following = forecast.stages[0].totals[-1] + 2
    assert used <= 243 < used + 2 * following


def test_a_later_gauge_counts_from_its_row_on():
    """The first 10 rows are 40 to 10 cm, those after them 20: 5 cm of the second stage are 10 rows, not 20."""
    plan = staged(staged(bare(19), until=Rows(10)), until=Length(5))
    slow = replace(plan, gauge=Gauge(20, 40), gauges=(GaugeFrom(11, Gauge(15, 20), "a thicker needle"),))
    assert [stage.rows for stage in forecast_of(slow).stages] == [10, 10]
    assert [stage.rows for stage in forecast_of(replace(slow, gauges=())).stages] == [10, 20]


def test_stages_follow_one_another_on_the_same_lines():
    plan = staged(
        staged(bare(9, 9), Shaping(("line 1",), Beside.BOTH, "yo", (1,)), until=Count(39)),
        Shaping(("line 1",), Beside.ON, "cdd", (1,)),
        until=Count(5),
    )
    assert [(stage.begins, stage.ends) for stage in forecast_of(plan).stages] == [(19, 39), (39, 5)]
    assert knitted(plan).rows[-1].parts == (2, 1, 2)


def test_a_line_is_born_with_a_stage_and_goes_with_another():
    centre = AddedLine(Line(CENTRE, LineKind.STITCH, 1), "part 1", "left half")
    plan = staged(bare(9), GROW, until=Repeats(3))
    plan = staged(plan, Shaping((CENTRE,), Beside.BOTH, "yo", (1,)))
    plan = plan.with_stage(1, replace(plan.stages[1], add_lines=(centre,)))
    plan = staged(plan, GROW)
    plan = plan.with_stage(2, replace(plan.stages[2], drop_lines=(CENTRE,)))
    assert [len(stage.split.parts) for stage in forecast_of(plan).stages] == [1, 2, 1]
    assert "Mark the center stitch." in write(compile_plan(plan))
    assert "Remove all markers." in write(compile_plan(plan))
    knitted(plan)


def test_a_border_is_cast_on_in_mid_row():
    plan = staged(bare(10), GROW)
    plan = plan.with_stage(0, replace(plan.stages[0], setup=(SetupRow(cast_on=PlannedPart("border", 5)),)))
    assert rows_of(plan)[0] == "Set-up row (RS): K to end, co 5. (15 sts)"
    assert knitted(plan).rows[0].end == 15


# -- what does not come out --------------------------------------------------------------------------------------

EVEN = replace(bare(24, 23), lines=(Line(CENTRE, LineKind.STITCH, 1),)).recast()
TAB = made("triangle")
SAID = [
    ("a tab without a row", replace(TAB, start=replace(TAB.start, rows=0)), "too-few-stitches", "cast on 4 and knit 9 rows"),
    ("an even cast-on with a centre", staged(replace(EVEN, start=replace(EVEN.start, count=48))), "no-centre", "cast on 47"),
    ("nothing cast on", staged(replace(bare(5), start=replace(bare(5).start, count=0))), "too-few-stitches", "cast on 5"),
    ("10,001 stitches", staged(replace(bare(5), start=replace(bare(5).start, count=10_001))), "too-long", "cast on 5"),
    ("zero rows in a rhythm", staged(bare(9), GROW, rhythm=0), "too-long", "take 2"),
    ("a row outside the rhythm", staged(bare(9), Shaping(BOTH, Beside.INSIDE, "kfb", (5,)), rhythm=4), "row-missing", "shape in row 1"),
    ("decreases that would meet", staged(bare(5, 5), Shaping(("line 1",), Beside.ON, "cdd", (1,)), until=Count(-3)), "too-few-stitches", "until 1 stitch"),
    ("more shapings than stitches", staged(bare(2, 2), Shaping(("line 1",), Beside.BOTH, "k2tog_pair", (1,), 2)), "too-few-stitches", "cast on 7 instead"),
    ("an absurd gauge", replace(staged(bare(9)), gauge=Gauge(900, 1)), "cannot-read", "leave the gauge open"),
    ("a line that is not there", staged(bare(9, 9), Shaping(("middle",), Beside.BOTH, "yo", (1,))), "no-marker", "shape at 'line 1'"),
    ("a work that is none", staged(bare(9), Shaping(BOTH, Beside.INSIDE, "wrap", (1,))), "unknown-stitch", "take a yarn over"),
    ("a double decrease beside a line", staged(bare(9, 9), Shaping(("line 1",), Beside.BOTH, "cdd", (1,))), "ambiguous", "put it on the line"),
    ("a count that is stepped past", staged(bare(9), GROW, until=Count(12)), "stepped-past", "until 11 stitches"),
    ("a count that is never reached", staged(bare(9), GROW, until=Count(5)), "never-reached", "10 times"),
    ("a count that stands still", staged(bare(9), until=Count(12)), "never-reached", "10 times"),
    ("too many rows", staged(bare(9), until=Rows(90_000)), "too-long", "for 400 rows"),
    ("a rhythm that begins on a wrong-side row", staged(staged(bare(9), until=Rows(1)), GROW), "wrong-side", "work a plain row first"),
    ("two parts that grow with no mark between them", staged(bare(9, 9, kind=LineKind.UNMARKED), Shaping(BOTH, Beside.INSIDE, "kfb", (1,))), "no-marker", "mark 'line 1'"),
    ("lifting from a cast-on", staged(bare(9, 9), Shaping(("line 1",), Beside.BOTH, "lifted_pair", (1,))), "nothing-to-lift", "work a plain row first"),
    ("a make-one at the very edge", staged(bare(9), Shaping(BOTH, Beside.INSIDE, "m1_pair", (1,))), "nothing-to-lift", "work one plain stitch beyond it"),
    ("a share of unknown yarn", staged(bare(9), GROW, until=YarnShare(0.5)), "never-reached", "until 29 stitches"),
    ("the count of a part that is not there", staged(bare(9), GROW, until=PartCount("sleeve", 20)), "no-marker", "until 'part 1' has 29 stitches"),
    ("unequal halves beside a centre", staged(replace(bare(9, 7), lines=(Line(CENTRE, LineKind.STITCH, 1),))), "no-centre", "cast on 17"),
    ("two works across one stitch", staged(bare(9, 9), Shaping(("line 1",), Beside.ON, "cdd", (1,)), Shaping(("line 1",), Beside.ON, "k3tog", (1,))), "ambiguous", "leave the second out"),
    ("a name that no row can hold", staged(replace(bare(9), parts=(PlannedPart("<left>, {n}", 9),))), "cannot-read", "call it 'part 1'"),
    ("2,000,000 stitches in all", staged(bare(901), until=Rows(4000)), "too-long", "for 2219 rows"),
    ("a fabric that is none", staged(bare(9, fabric="brocade")), "cannot-read", "take garter"),
]  # fmt: skip


@pytest.mark.parametrize(("says", "plan", "kind", "mend"), SAID, ids=[case[0] for case in SAID])
def test_what_does_not_come_out_is_said_with_the_nearest_that_does(says, plan, kind, mend):
    found = next(trouble for trouble in forecast_of(plan).troubles if trouble.kind.value == kind)
    assert said(found.facts).endswith(".")
    nearest = {said(each.says): each.plan for each in found.mends}
    assert mend in nearest, (said(found.facts), list(nearest))
    assert found not in forecast_of(nearest[mend]).troubles
    compile_plan(plan)


def test_a_count_between_two_times_names_both_and_the_cast_on_that_would_meet_it():
    plan = staged(
        bare(9, 9),
        Shaping(("line 1",), Beside.BOTH, "yo", (1,)),
        Shaping(BOTH, Beside.INSIDE, "kfb", (1,)),
        until=Count(33),
    )
    trouble = forecast_of(plan).troubles[0]
    assert (
        said(trouble.facts)
        == "'Stage 1' steps past 33 stitches: it comes to 31 and then to 35. 31 is taken, the nearest."
    )
    assert [said(mend.says) for mend in trouble.mends] == [
        "until 31 stitches",
        "until 35 stitches",
        "cast on 21 instead",
    ]
    assert forecast_of(trouble.mends[2].plan).ends == 33


def test_a_part_that_runs_out_names_row_time_part_and_figures():
    plan = staged(bare(4, 4), Shaping(("line 1",), Beside.BOTH, "k2tog_pair", (1,)), until=Repeats(9))
    trouble = forecast_of(plan).troubles[0]
    assert (
        said(trouble.facts)
        == "In row 1 of 'Stage 1', the 4th time the shapings in 'part 1' need 2 stitches, and it has 1."
    )
    assert [said(mend.says) for mend in trouble.mends] == ["3 times only", "cast on 10 instead"]


# -- evenly, trial pieces ------------------------------------------------------------------------------------------


def test_evenly_is_the_known_rhythm():
    """Bresenham 1965; Toussaint 2005: x..x..x. and x.xx.xx. up to rotation."""

    def turned(changes, over):
        found = "".join("x" if each else "." for each in evenly(changes, over))
        return {found[at:] + found[:at] for at in range(over)}

    assert "x..x..x." in turned(3, 8)
    assert "x.xx.xx." in turned(5, 8)


@given(st.integers(0, 60), st.integers(0, 200))
def test_changes_are_spread_so_that_gaps_differ_by_one_at_most(changes, over):
    if changes > over:
        with pytest.raises(ValueError, match="cannot be spread"):
            evenly(changes, over)
        return
    assert sum(evenly(changes, over)) == changes
    found = gaps(changes, over)
    assert not found or max(found) - min(found) <= 1


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_a_trial_piece_meets_every_stage_and_every_line_and_is_small(name):
    whole, small = made(name), trial_piece(made(name))
    one, other = forecast_of(whole), forecast_of(small)
    assert not other.troubles
    assert [stage.stage.name for stage in other.stages] == [stage.stage.name for stage in one.stages]
    assert all(stage.rows >= stage.stage.rhythm for stage in other.stages if stage.stage.shapings)
    assert [line.name for line in small.lines] == [line.name for line in whole.lines]
    assert other.stitches < one.stitches / 3
    knitted(small)


def test_a_trial_piece_has_a_whole_repeat_of_its_fabrics():
    plan = staged(bare(24, 24, fabric="rib3x3"), Shaping(("line 1",), Beside.BOTH, "yo", (1,)), until=Count(121))
    assert [part.count for part in trial_piece(plan).parts] == [6, 6]
