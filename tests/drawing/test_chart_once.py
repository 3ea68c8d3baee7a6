"""Charts of a printed pattern: nothing is left out that a frame, a figure or a mirror image does not tell."""

from itertools import groupby

import pytest

from drawing.chart import Frame
from drawing.chart_once import charts_once
from drawing.chart_svg import cells, chart_svg
from drawing.columns import units_of
from drawing.mirrored import half_of
from drawing.shown_row import CUT_TO, MOST_OF_ONE, shown_row
from knitting.constructions import CONSTRUCTIONS
from knitting.stitches import STITCHES, StitchKind, mirrored
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE

TWO_SECTIONS = """CO 5
Section: Body
Row 1 (RS): K1, yo, k1, yo, mark next st, k1, yo, k1, yo, k1.
Row 2: Purl.
Row 3: K1, yo, k to marked st, yo, k1, yo, k to last st, yo, k1.
Row 4: Purl.
Repeat rows 3 and 4 until 85 sts.
Knit 4 rows.
Section: Border
Row 1 (RS): *k2, p2; rep from * to last st, k1.
Row 2: P1, *k2, p2; rep from * to end.
Rows 3-6: Knit.
Repeat rows 1-6 twice more.
"""
LEAF = """CO 17
Row 1 (RS): K1, yo, ssk, k3, k2tog, yo, k1, yo, ssk, k3, k2tog, yo, k1.
Row 2: Purl.
Row 3: K2, yo, ssk, k1, k2tog, yo, k3, yo, ssk, k1, k2tog, yo, k2.
Row 4: Purl.
"""
RAILS = """CO 16
Row 1 (RS): K3, yo, ssk, k6, k2tog, yo, k3.
Row 2: Purl.
"""
BEGUN_AGAIN = (
    "CO 9\nRow 1 (RS): Knit.\nRow 2: Purl.\nRow 3: P2tog, k to end.\nRepeat rows 1-3 until 3 sts, ending with row 1.\n"
)
PIECES = {
    "two sections": TWO_SECTIONS,
    "a leaf": LEAF,
    "rails": RAILS,
    "begun again": BEGUN_AGAIN,
    "corner": CORNER,
    "mitre": MITRE,
    "triangle": TRIANGLE,
    "garter": "CO 12\nKnit 5 rows.",
    "a hold": "CO 12\nKnit 2 rows.\nRow 3: k4, place next 4 sts on hold as a, k4\nReturn a to needle.\nRow 5: Knit.",
}
EVERY = {**{name: lambda text=text: worked(text) for name, text in PIECES.items()}} | {
    name: lambda name=name: knitted(made(name)) for name in sorted(CONSTRUCTIONS)
}


@pytest.mark.parametrize("name", EVERY)
def test_rows_with_their_frames_are_all_rows_again(name):
    piece = EVERY[name]()
    for by_wale in (False, True):
        found = []
        for chart in charts_once(piece, by_wale):
            found += [(chart.section, label) for label in unfolded(chart.page)]
        assert found == [(row.section, row.label) for row in piece.rows]


def unfolded(page):
    """The names of all rows, those of frames as often as they say."""
    of_rows = {frame.first: frame for frame in page.frames if frame.columns is None}
    at, found = 1, []
    while at <= len(page.rows):
        frame = of_rows.get(at, Frame(at, at, 1))
        found += [row.label for row in page.rows[frame.first - 1 : frame.last]] * frame.times
        at = frame.last + 1
    return found


@pytest.mark.parametrize("name", EVERY)
def test_every_row_shown_is_the_row_that_is_worked_again_once_it_is_unfolded(name):
    for row in EVERY[name]().rows:
        shown = shown_row(row)
        whole = [unit.work for item in shown.items for unit in item.units * item.times for _ in range(unit.times)]
        assert whole == [unit.work for unit in units_of(row) for _ in range(unit.times)]
        stands = [shown.before.of(place) for place in range(row.start + 1)]
        assert (stands[0], stands[-1], sorted(stands)) == (0, shown.uses, stands)
        half = half_of([shown])
        if half is not None:
            half_units = [unit for item in half.rows[0].items for unit in item.units * item.times]
            singles = [work for unit in half_units for work in [unit.work] * unit.times]
            back = [mirrored(work) if isinstance(work, StitchKind) else work for work in reversed(singles)]
            assert [*singles, *back[half.stitch :]] == whole


@pytest.mark.parametrize("name", EVERY)
def test_the_cells_of_every_chart_lie_within_it_and_beside_each_other(name):
    piece = EVERY[name]()
    for by_wale in (False, True):
        for chart in charts_once(piece, by_wale):
            for row in chart.page.rows:
                found = sorted((cell.column, cell.wide) for cell in cells(chart.page, row))
                assert all(first >= 0 and first + wide <= chart.page.columns for first, wide in found)
                if not by_wale:
                    live = [column for first, many in row.columns for column in range(first, first + many)]
                    assert live == list(range(live[0], live[0] + len(live))) if live else True


def test_two_sections_are_two_charts_and_repeats_stand_once():
    body, border = charts_once(worked(TWO_SECTIONS))
    assert (body.section, border.section) == ("Body", "Border")
    assert [row.said for row in body.page.rows] == ["1", "2", "3", "4", "Knit", "Knit"]
    assert body.page.frames == (Frame(3, 4, 19), Frame(5, 6, 2))
    assert body.grows
    assert not border.grows
    assert border.page.frames == (Frame(1, 6, 3), Frame(1, 2, 10, (0, 4)), Frame(1, 2, 10, (8, 12)))
    assert {each.times for each in border.page.counted} == {42}
    assert {each.wide for each in border.page.counted} == {CUT_TO}
    drawn = chart_svg(border.page)
    assert drawn.count(">42</text>") == 8
    assert drawn.count(">10×</text>") == 2


def test_a_long_run_is_a_figure_and_a_short_one_is_not():
    piece = worked(f"CO {2 * MOST_OF_ONE + 1}\nRow 1: K{MOST_OF_ONE}, p{MOST_OF_ONE + 1}.")
    (chart,) = charts_once(piece)
    assert [each.times for each in chart.page.counted] == [MOST_OF_ONE + 1]
    assert chart.page.columns == MOST_OF_ONE + CUT_TO


def test_halves_that_mirror_each_other_are_drawn_once():
    (leaf,), (rails,) = charts_once(worked(LEAF)), charts_once(worked(RAILS))
    assert (leaf.mirrored, leaf.middle, leaf.page.columns) == (True, True, 9)
    assert (rails.mirrored, rails.middle, rails.page.columns) == (True, False, 8)
    assert {row.columns for row in leaf.page.rows} == {((0, 9),)}
    other = charts_once(worked(LEAF.replace("K2, yo, ssk", "K2, yo, k2tog")))[0]
    assert (other.mirrored, other.page.columns) == (False, 17)


def test_a_half_is_not_drawn_where_the_middle_is_now_a_stitch_and_now_none():
    (chart,) = charts_once(
        worked("CO 17\nRow 1 (RS): K8, sl 1, k8.\nRow 2: P8, yo, p1, yo, p8.\nRow 3: K8, k3tog, k8.")
    )
    assert not chart.mirrored
    (chart,) = charts_once(worked("CO 16\nRow 1 (RS): K8, yo, k8.\nRow 2: Purl."))
    assert not chart.mirrored


def test_a_repeat_that_ends_early_shows_what_comes_after_its_last_whole_time():
    (chart,) = charts_once(worked(BEGUN_AGAIN))
    assert [frame.columns for frame in chart.page.frames] == [None]
    assert [name for name, _ in groupby(unfolded(chart.page))][:3] == ["Row 1", "Row 2", "Row 3"]


def test_by_wale_every_stitch_of_the_rows_shown_has_its_cell_and_no_column_is_empty():
    piece = worked(TWO_SECTIONS)
    for chart in charts_once(piece, by_wale=True):
        used = {at for row in chart.page.rows for first, many in row.columns for at in range(first, first + many)}
        below = {at for each in chart.page.below for first, many in each for at in range(first, first + many)}
        assert used | below == set(range(chart.page.columns))
        assert all(sum(many for _, many in row.columns) == row.end for row in chart.page.rows)
        assert not chart.page.counted


def test_stitches_that_a_row_does_not_reach_are_told():
    piece = worked("CO 30\nRow 1 (RS): K10, turn.\nRow 2: P10.")
    (chart,) = charts_once(piece)
    assert STITCHES["unworked"].spoken in [says for says, _ in chart.page.key()]
