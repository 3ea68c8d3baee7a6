"""Charting by hand on a plan: in one row or in every row like it; counts follow, what would break them is refused."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.forecast.forecast import forecast_of
from knitting.plan.works import WORKS
from knitting.plan_editing.chart_edits import leave_out, move, put
from knitting.plan_editing.chosen_stitch import choose
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.statements import said_refusal
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import work_reading
from tests.knitting.planning import made
from tests.searching import searched

TAB = 9
"""Rows of the default triangle's tab; row 24 is a right-side row of 4, 16, 1, 16 and 4 stitches."""


def ends(plan):
    """The counts after every row, as the engine works them."""
    forecast = forecast_of(plan)
    piece = work_piece(compiled(forecast))
    assert not piece.problems
    return [row.end for row in piece.rows]


@pytest.fixture(name="triangle")
def _triangle():
    return forecast_of(made("triangle"))


def test_a_stitch_put_in_one_row_changes_that_row_and_every_count_above_it(triangle):
    plan = put(triangle, choose(triangle, 24, 12), "yo", only_here=True)
    before, after = ends(triangle.plan), ends(plan)
    assert after[:23] == before[:23]
    assert after[23:] == [count + 1 for count in before[23:]]
    assert "Row 24 by hand" in write(compiled(forecast_of(plan)))


def test_the_words_of_that_row_say_where_it_stands(triangle):
    words = write(compiled(forecast_of(put(triangle, choose(triangle, 24, 12), "m1", only_here=True))))
    assert (
        "Set-up row (RS): K4, yo, k to 8 sts before center st, m1, k8, yo, k1, yo, k to last 4 sts, yo, k4. (46 sts)"
        in words
    )


def test_one_increase_left_out_of_one_row_takes_one_from_every_count_above(triangle):
    before_centre = choose(triangle, 24, 4 + 16, between=0)
    assert before_centre.work is not None
    plan = leave_out(triangle, before_centre, only_here=True)
    assert ends(plan)[23:] == [count - 1 for count in ends(triangle.plan)[23:]]


def test_left_out_of_every_such_row_the_rule_changes(triangle):
    plan = leave_out(triangle, choose(triangle, 24, 4 + 16, between=0), only_here=False)
    assert len(plan.stages) == 1
    assert ends(plan)[TAB] - 13 == 3


def test_put_in_every_such_row_beside_a_mark_the_rule_changes(triangle):
    chosen = choose(triangle, 24, 4)
    assert (chosen.near, chosen.apart) == ("A", 0)
    plan = put(triangle, chosen, "kfb", only_here=False)
    assert ends(plan)[TAB] - 13 == 5


def test_an_increase_is_moved_from_its_mark_and_the_counts_stay(triangle):
    plan = move(triangle, choose(triangle, 24, 4 + 16, between=0), -1, only_here=True)
    assert ends(plan) == ends(triangle.plan)
    assert ends(plan)[23] == 45
    assert "k to 1 st before center st, yo, k2, yo" in write(compiled(forecast_of(plan)))


def test_a_decrease_on_a_centre_stitch_is_put_there_and_nowhere_else():
    forecast = forecast_of(made("mitre"))
    with pytest.raises(CannotEdit, match="worked on a line's own stitch"):
        put(forecast, choose(forecast, 2, 5), "cdd", only_here=True)
    plan = put(forecast, choose(forecast, 2, 17), "cdd", only_here=True)
    assert ends(plan)[1] == ends(forecast.plan)[1] - 2


REFUSED = [
    ("triangle", 3, 1, "yo", True, "The rows of a tab stay as they are."),
    (
        "triangle",
        24,
        12,
        "m1",
        False,
        "That would break the count. In row 1 of 'Grow' the shapings in 'right wing' need",
    ),
    ("triangle", 24, 19, "k2tog", True, "There is no room for it beside what is worked there"),
    ("held-wing", 53, 0, "cdd", True, "'right wing' is on a holder"),
    ("mitre", 25, 5, "cdd", True, "Two shapings go across one line in the set-up of 'Row 25 by hand, then Shrink'."),
    ("triangle", 24, 12, "bobble", True, "There is no such increase or decrease."),
]


@pytest.mark.parametrize(("name", "row", "stitch", "work", "here", "why"), REFUSED)
def test_what_would_break_the_count_is_refused_with_the_reason(name, row, stitch, work, here, why):
    forecast = forecast_of(made(name))
    with pytest.raises(CannotEdit) as refused:
        put(forecast, choose(forecast, row, stitch), work, here)
    assert why in said_refusal(refused.value)


def test_a_plain_stitch_has_nothing_to_leave_out_or_move(triangle):
    plain = choose(triangle, 24, 8)
    with pytest.raises(CannotEdit, match="Nothing is increased"):
        leave_out(triangle, plain, only_here=True)
    with pytest.raises(CannotEdit, match="beside a line"):
        move(triangle, plain, 1, only_here=True)


def test_a_change_that_leaves_no_row_of_a_piece_says_what_is_missing():
    forecast = forecast_of(made("poncho-panel"))
    after = forecast_of(put(forecast, choose(forecast, 26, 14, -1), "eyelet_decrease", only_here=False))
    assert not work_piece(compiled(after)).rows
    assert after.ends == after.plan.cast_on
    assert [type(trouble.facts).__name__ for trouble in after.troubles] == ["TooFewInRow"]


@searched(150)
@given(st.data())
def test_any_change_by_hand_is_refused_or_works_as_foreseen(data):
    """Foreseen counts are the engine's, words read back to the same rows, and one row alone differs below its own."""
    forecast = forecast_of(made(data.draw(st.sampled_from(sorted(CONSTRUCTIONS)))))
    piece = work_piece(compiled(forecast))
    row = data.draw(st.integers(1, len(piece.rows)))
    stitch = data.draw(st.integers(0, max(piece.rows[row - 1].start - 1, 0)))
    only_here = data.draw(st.booleans())
    deed = data.draw(st.sampled_from(["put", "out", "left", "right"]))
    try:
        chosen = choose(forecast, row, stitch, data.draw(st.sampled_from([-1, 0, 1])))
        if deed == "put":
            plan = put(forecast, chosen, data.draw(st.sampled_from(sorted(WORKS))), only_here)
        elif deed == "out":
            plan = leave_out(forecast, chosen, only_here)
        else:
            plan = move(forecast, chosen, 1 if deed == "left" else -1, only_here)
    except CannotEdit:
        return
    after = forecast_of(plan)
    changed = work_piece(compiled(after))
    assert not changed.problems or not after.sound
    if after.sound:
        again = work_reading(read(write(compiled(after))))
        assert [each.end for each in again.rows] == [each.end for each in changed.rows]
        # Where the first row has too few stitches for its shaping, no row is left: what was cast on is what there is.
        assert after.ends == (changed.rows[-1].end if changed.rows else plan.cast_on)
    if only_here:
        assert [each.end for each in changed.rows[: row - 1]] == [each.end for each in piece.rows[: row - 1]]
