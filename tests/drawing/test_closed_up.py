"""The chart closed up: rows without holes around a mark, the same stitches, links and threads as by wale."""

import numpy as np
import pytest
from hypothesis import given

from drawing.canvas import to_canvas
from drawing.chart import BY_WALE, lay_out_chart
from drawing.chart_svg import cells, chart_svg
from drawing.closed_up import MIDDLE, closed_up, letters_of, share_empty, usual
from drawing.columns import place_columns, units_of
from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.working.piece_worker import work_piece
from tests.drawing.test_chart import HELD, PIECES
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made, plans

MARKED = (
    "CO 11 sts.\nRow 1: k5, pm, k1, pm, k5.\nRow 2: p.\n"
    "Row 3: k2tog, k to m, yo, sm, k1, sm, yo, k to end.\nRow 4: p.\nRep rows 3-4 5 times more."
)


def by_wale(piece):
    return place_columns(piece, [units_of(row) for row in piece.rows])


def assert_closed_up(piece, around):
    """Every row has its stitches; one that does not add up has those that it has by wale."""
    known = by_wale(piece)
    places = closed_up(piece, known, around)
    for at, (row, columns, below) in enumerate(zip(piece.rows, places.columns, places.below, strict=True)):
        counts = (len(known.columns[at]), len(known.below[at])) if piece.problems else (row.end, row.start)
        assert (len(columns), len(below)) == counts
        assert all((np.diff(each) == 1).all() for each in (columns, below))
    every = [int(each) for row in (*places.columns, *places.below) for each in row[[0, -1] if len(row) else []]]
    assert (min(every), max(every) + 1) == (0, places.total) or not every


@pytest.mark.parametrize("text", PIECES)
def test_every_row_stands_side_by_side(text):
    piece = worked(text)
    for around in (MIDDLE, *letters_of(piece)):
        assert_closed_up(piece, around)


@pytest.mark.parametrize("name", sorted(CONSTRUCTIONS))
def test_every_construction_is_closed_up_and_no_wider_than_by_wale(name):
    piece = knitted(made(name))
    assert_closed_up(piece, usual(piece))
    assert closed_up(piece, by_wale(piece), usual(piece)).total <= by_wale(piece).total


@given(plans())
def test_any_plan_is_closed_up(plan):
    try:
        piece = work_piece(compile_plan(plan))
    except ValueError:
        return
    if piece.rows:
        assert_closed_up(piece, usual(piece))


def test_the_mark_chosen_stands_in_one_column_and_the_others_lean():
    piece = knitted(made("asymmetric"))
    threads = [mark[3] for row in lay_out_chart(piece, "C").rows for mark in row.marks]
    assert len(set(threads)) == 1
    marked = worked(MARKED)
    assert letters_of(marked) == ("A", "B")
    for around, still in (("A", 0), ("B", 1)):
        edges = [[mark[3] for mark in row.marks] for row in lay_out_chart(marked, around).rows]
        assert len({each[still] for each in edges}) == 1
    assert {row.columns[0][0] + row.marks[0][2] for row in lay_out_chart(marked, "A").rows} == {5}


@pytest.mark.parametrize(
    ("name", "around", "columns"), [("asymmetric", "C", 103), ("zigzag", BY_WALE, 56), ("capelet", BY_WALE, 243)]
)
def test_a_grid_that_were_a_third_empty_is_closed_up_unless_asked_otherwise(name, around, columns):
    piece = knitted(made(name))
    page = lay_out_chart(piece)
    assert (page.around, page.columns) == (around, columns)
    assert (share_empty(by_wale(piece)) > 1 / 3) is (around != BY_WALE)
    assert lay_out_chart(piece, BY_WALE).columns == by_wale(piece).total


def test_cells_and_links_are_the_same_as_by_wale():
    piece = worked(HELD)
    wale, closed = lay_out_chart(piece, BY_WALE), lay_out_chart(piece, MIDDLE)
    for one, other in zip(wale.rows, closed.rows, strict=True):
        assert [cell.entry for cell in cells(wale, one)] == [cell.entry for cell in cells(closed, other)]
    data = [to_canvas(page) for page in (wale, closed)]
    linked = [[[each["shared"][at] for at in row[9:]] for row in each["rows"]] for each in data]
    assert linked[0] == linked[1]
    assert all(len(data[1]["shared"][row[6]]) == 2 for row in data[1]["rows"])


def test_a_closed_up_chart_is_drawn_without_holes():
    drawn = chart_svg(lay_out_chart(knitted(made("asymmetric"))))
    assert drawn.count("<svg") == 1
    assert f'viewBox="0 0 {103 * 16 + 92} ' in drawn
