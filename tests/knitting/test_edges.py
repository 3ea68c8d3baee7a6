"""The ends of parts: which columns stand there row by row, when the next repeat is whole, and what lies about a mark."""

from itertools import accumulate, pairwise

import pytest

from knitting.fabric import FABRICS
from knitting.forecast.forecast import forecast_of
from knitting.in_pattern.growing_edges import SEEN, GrowingEdges, close_up
from knitting.in_pattern.piece_in_pattern import PatternWorker, cells, near
from knitting.in_pattern.whole_repeats import next_repeat, whole_at
from knitting.plan_editing.fabric_use import FabricUse, in_fabric
from knitting.sizing.repeat_fit import edges_of
from knitting.words.reader import read
from knitting.working.piece_worker import counted
from tests.knitting.asking import BOTH, GROWS, START, text_of
from tests.knitting.planning import made


def test_the_next_whole_repeat_is_foretold_with_its_end():
    """Eight stitches grow by one at the start of every second row: the ninth to the sixteenth make the next repeat."""
    found = GrowingEdges(counted(read(text_of("gull lace", 8, GROWS + START * 9)).piece))
    following = next_repeat(found, 1, 0)
    assert following is not None
    assert (following.row, following.right) == (17, True)
    assert [found.part(row, 0).waiting for row in (14, 16, 18)] == [(7, 0), (0, 0), (1, 0)]
    assert whole_at(found, 0, 2) == following.row
    assert found.part(following.row - 1, 0).is_whole


def test_a_close_up_says_of_every_new_stitch_what_it_becomes():
    found = GrowingEdges(counted(read(text_of("3x3 rib", 12, GROWS + BOTH + BOTH)).piece))
    rows = close_up(found, 0, True, 3, across=6)
    new = [(row.number, cell.letter, cell.becomes) for row in rows for cell in row.cells if cell.new]
    assert new == [(3, "o", "p")]
    left = close_up(found, 0, False, 5, across=6)
    assert [(row.number, cell.becomes) for row in left for cell in row.cells if cell.new] == [(3, "k"), (5, "k")]


def test_stitches_that_wait_for_a_whole_repeat_are_told_from_those_in_one():
    found = GrowingEdges(counted(read(text_of("gull lace", 10, GROWS)).piece))
    (row, *_) = close_up(found, 0, False, 1, across=10)
    assert [cell.waits for cell in row.cells] == [False] * 8 + [True] * 2
    assert [cell.begins_repeat for cell in row.cells] == [True] + [False] * 9


@pytest.mark.parametrize("key", ["rib3x3", "gull", "seed"])
@pytest.mark.parametrize(("name", "part", "answers"), [
    ("triangle", "right wing", {"to": "201"}), ("asymmetric", "cloth", {}), ("capelet", "back", {}),
])  # fmt: skip
def test_an_edge_far_up_is_the_one_that_every_row_leads_to(name, part, answers, key):
    """Rows of rest far below are passed over: that changes no column and no letter."""
    forecast = forecast_of(in_fabric(made(name, **answers), part, FabricUse(key, FABRICS[key].joins)))
    at_once, step_by_step = edges_of(forecast), edges_of(forecast)
    for place in range(at_once.wide(0)):
        for row in range(90):
            step_by_step.part(row, place)
        assert at_once.part(89, place) == step_by_step.part(89, place)
        assert at_once.part(40, place) == step_by_step.part(40, place)


# -- columns about a mark ---------------------------------------------------------------------------------------


def in_order(piece) -> bool:
    """Whether in every part after every row the columns of each fabric follow one another from the right."""
    found = GrowingEdges(piece)
    for row in range(len(piece.rows)):
        for part in found.parts(row):
            for places in (part.right_places, part.left_places):
                columns = [column for number, column in places if number == part.number]
                if any(later <= earlier for earlier, later in pairwise(columns)):
                    return False
    return True


@pytest.mark.parametrize("worked_into", ["(k1, yo, k1) in next st", "kfb", "k1, yo", "yo, k1, yo"])
@pytest.mark.parametrize("beside", ["k", "work in seed", "work in 3x3 rib"])
def test_what_is_worked_into_a_marked_stitch_takes_columns_in_the_part_that_it_came_to(worked_into, beside):
    text = (
        "Cast on 33 sts.\nMark the center stitch.\n"
        f"Row 1: {beside} to center st, k1, {beside} to end.\n"
        f"Row 2: {beside} to center st, {worked_into}, {beside} to end.\nRepeat rows 1 and 2 3 more times."
    )
    assert in_order(counted(read(text).piece))


@pytest.mark.parametrize("times", [1, 3, 8])
@pytest.mark.parametrize("rows_before", [1, 2, 5])
def test_the_ends_of_parts_that_are_marked_later_show_what_every_stitch_shows(times, rows_before):
    """The close-up follows the parts near the one that is asked for; before there are marks that is the whole row."""
    before = "\n".join(f"Row {row}: work in 3x3 rib." for row in range(1, rows_before + 1))
    text = (
        f"Cast on 41 sts.\n{before}\nMark the center stitch.\n"
        f"Row {rows_before + 1}: work in pattern to center st, yo, k1, yo, work in pattern.\n"
        f"Row {rows_before + 2}: work in pattern to center st, p1, work in pattern.\n"
        f"Repeat rows {rows_before + 1} and {rows_before + 2}, {times} more times."
    )
    piece = counted(read(text).piece)
    for row, shown in enumerate(cells(piece)):
        ends = [(stretch.right, stretch.left) for stretch in GrowingEdges(piece).parts(row)]
        wide = [*accumulate(piece.rows[row].parts, initial=0)]
        parts = [shown[first:last] for first, last in pairwise(wide)][:: 2 if len(wide) > 2 else 1]
        assert ends == [(part[:SEEN], part[-SEEN:]) for part in parts]


@pytest.mark.parametrize("row", ["Knit", "k3, yo, k to end", "k2tog, k to last 2 sts, k2"])
def test_parts_that_were_not_looked_at_keep_their_columns_in_order_on_wrong_side_rows(row):
    text = f"Cast on 13 sts.\nRow 1: {row}.\nRow 2: {row}.\nMark the center stitch.\nRow 3: {row}.\nRow 4: {row}."
    piece = counted(read(text).piece)
    assert len(piece.rows[-1].parts) == 3
    worker = PatternWorker((), list(near(piece.rows, 2, 3)))
    for at, each in enumerate(piece.rows):
        worker.row(at, each)
        for first, last in pairwise(accumulate(each.parts, initial=0)):
            columns = worker.on_needle.column[first:last].tolist()
            assert columns == sorted(set(columns))
