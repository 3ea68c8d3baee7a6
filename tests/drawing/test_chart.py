"""The chart: columns by wales, signs, marks, frames, windows for pages, and the data for the canvas."""

import re
from collections import Counter
from itertools import pairwise
from xml.etree import ElementTree

import networkx as nx
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from drawing.canvas import to_canvas
from drawing.chart import lay_out_chart
from drawing.chart_svg import cells, chart_svg, windows
from drawing.columns import place_columns, units_of
from drawing.signs import face_of, sign_of
from drawing.tiles import CELL, Dashes, Tiles
from knitting.cloth import lay_flat
from knitting.constructions import CONSTRUCTIONS
from knitting.needle.lineage import lineage
from knitting.rows import Side
from knitting.stitches import STITCHES, Face
from tests.knitting.asking import one_row, worked
from tests.knitting.planning import knitted, made
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE
from tests.searching import searched

ZIGZAG = "CO 42\nRow 1: *k6, k2tog, k5, kfb; rep from * to end.\nRepeat row 1 59 more times."
LACE = (
    "CO 20\nRow 1 (RS): K2, *yo, k2tog, k2; rep from * to last 2 sts, k2.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2 9 more times."
)
HELD = (
    "Cast on 12 sts.\nKnit 2 rows.\nRow 3: k4, place next 4 sts on hold as a, k4\nRow 4: Knit.\n"
    "Return a to needle.\nRow 5: Knit.\nRow 6: Knit."
)
PIECES = [CORNER, MITRE, TRIANGLE, ZIGZAG, LACE, HELD]


def columns_of(piece):
    return place_columns(piece, [units_of(row) for row in piece.rows])


@pytest.mark.parametrize("text", PIECES)
def test_every_stitch_has_a_column_of_its_own_in_right_side_order(text):
    piece = worked(text)
    for row, columns in zip(piece.rows, columns_of(piece).columns, strict=True):
        assert len(columns) == row.end
        assert all(a < b for a, b in pairwise(columns.tolist()))


@pytest.mark.parametrize("name", sorted(CONSTRUCTIONS))
def test_the_columns_of_every_construction_stand_in_order(name):
    piece = knitted(made(name))
    found = columns_of(piece)
    assert all((columns[1:] > columns[:-1]).all() for columns in found.columns)
    assert max(int(columns.max()) for columns in found.columns if len(columns)) < found.total


@pytest.mark.parametrize(("text", "most"), [(ZIGZAG, 42), (LACE, 20), (TRIANGLE, 61), (CORNER, 45), (MITRE, 49)])
def test_no_more_columns_than_stitches_are_needed(text, most):
    """Lace and zigzags move over within their columns; wales that grow out of a centre add theirs."""
    assert columns_of(worked(text)).total == most


@pytest.mark.parametrize("text", [CORNER, MITRE, TRIANGLE, ZIGZAG, LACE])
def test_plain_wales_keep_their_column(text):
    """Where nothing makes up for anything else in the part, a knitted stitch stands over the one it was worked into."""
    piece = worked(text)
    found = columns_of(piece)
    for at, row in enumerate(piece.rows):
        if any(run.work.uses != run.work.makes for part in row.work for run in part.runs if hasattr(run.work, "key")):
            continue
        if any(not hasattr(run.work, "key") for part in row.work for run in part.runs):
            continue
        assert found.columns[at].tolist() == found.below[at].tolist()


def test_the_lineage_is_a_graph_without_circles_that_reaches_every_stitch_once():
    """networkx as the referee: every stitch is made by one cell, every stitch but the last ones is taken by one."""
    piece = worked(TRIANGLE)
    rows = piece.rows[piece.tab_rows :]
    graph = nx.DiGraph()
    for at, row in enumerate(rows):
        for link in lineage(row):
            for time in range(link.times):
                unit = (at, link.new + time * link.makes, link.old + time * link.uses)
                for k in range(link.uses):
                    graph.add_edge(("stitch", at, link.old + time * link.uses + k), unit)
                for k in range(link.makes):
                    graph.add_edge(unit, ("stitch", at + 1, link.new + time * link.makes + k))
    assert nx.is_directed_acyclic_graph(graph)
    for at, row in enumerate(rows):
        for stitch in range(row.end):
            assert graph.in_degree(("stitch", at + 1, stitch)) == 1
        for stitch in range(row.start):
            assert graph.out_degree(("stitch", at, stitch)) == 1


@pytest.mark.parametrize(
    ("count", "words", "cells_", "columns"),
    [
        ("6", "k2, yo, k4", [("k", 2), ("yo", 1), ("k", 4)], [(0, 7)]),
        ("6", "k2, k2tog, k2", [("k", 2), ("k2tog", 1), ("k", 2)], [(0, 2), (3, 3)]),
        ("6", "k2, ssk, k2", [("k", 2), ("ssk", 1), ("k", 2)], [(0, 3), (4, 2)]),
        ("7", "k2, cdd, k2", [("k", 2), ("cdd", 1), ("k", 2)], [(0, 2), (3, 1), (5, 2)]),
        ("6", "k2, k2tog, yo, k2", [("k", 2), ("k2tog", 1), ("yo", 1), ("k", 2)], [(0, 6)]),
        ("6", "bo 2, k4", [("bo", 2), ("k", 4)], [(2, 4)]),
        ("4", "kfb, k3", [("kfb", 1), ("k", 3)], [(0, 5)]),
    ],
)
def test_a_row_becomes_cells_and_columns(count, words, cells_, columns):
    page = lay_out_chart(one_row(count, words))
    row = page.rows[0]
    assert [(page.entries[number].said, times) for number, times in row.cells] == cells_
    assert list(row.columns) == columns


def test_a_wrong_side_row_is_charted_from_its_end():
    page = lay_out_chart(worked("Cast on 6 sts.\nRow 1 (WS): K1, yo, k to end."))
    assert [(page.entries[number].said, times) for number, times in page.rows[0].cells] == [
        ("k", 5),
        ("yo", 1),
        ("k", 1),
    ]


def test_stitches_bound_off_stand_in_the_columns_that_they_had():
    page = lay_out_chart(worked("Cast on 6 sts.\nRow 1: Knit.\nRow 2 (WS): P4, bo 2."))
    found = [(page.entries[cell.entry].said, cell.column) for cell in cells(page, page.rows[1])]
    assert found == [("bo", 0), ("bo", 1), ("p", 2), ("p", 3), ("p", 4), ("p", 5)]


def test_a_thread_stays_beside_the_stitch_that_it_was_beside():
    """Markers on both sides of a stitch with yarn overs outside them: both stay at its edges."""
    text = (
        "Cast on 9 sts.\nRow 1: K4, pm, k1, pm, k4.\n"
        "Row 2: Knit.\nRow 3: K to m, yo, sm, k1, sm, yo, k to end.\nRow 4: Knit.\nRepeat rows 3 and 4 5 more times."
    )
    page = lay_out_chart(worked(text))
    edges = [[edge for _, _, _, edge in row.marks] for row in page.rows[1:]]
    assert all(second - first == 1 for first, second in edges)


def test_repeats_are_framed():
    page = lay_out_chart(worked(ZIGZAG))
    assert [(frame.first, frame.last, frame.times, frame.columns) for frame in page.frames] == [
        (2, 2, 59, None),
        (1, 60, 3, (0, 14)),
    ]


def test_the_key_names_only_signs_in_use_and_tells_the_sides_apart():
    page = lay_out_chart(worked("Cast on 6 sts.\nRow 1: K2, yo, k4.\nRow 2: Knit."))
    assert [words for words, _ in page.key()] == ["knit", "yarn over", "knit on a wrong-side row"]
    assert [words for words, _ in page.key(as_worked=True)] == ["knit", "yarn over"]


@pytest.mark.parametrize(
    "kind", [kind for kind in STITCHES.values() if kind.key != "unworked"], ids=lambda kind: kind.key
)
def test_every_stitch_has_a_sign_for_both_faces(kind):
    for face in Face:
        assert sign_of(kind, face).path.startswith("M")


def test_stitches_that_look_otherwise_have_other_signs():
    """What the eye must tell apart: family, how many, lean, face; two ways of one decrease may share theirs."""
    alike = {}
    for kind in STITCHES.values():
        look = (kind.family, kind.uses, kind.makes, kind.lean, kind.face_on_rs, kind.look)
        alike.setdefault(sign_of(kind, kind.face_on_rs).path, {}).setdefault(look, kind.key)
    for keys in (tuple(looks.values()) for path, looks in alike.items() if path):
        assert len(keys) == 1, f"{' and '.join(keys)} have one sign: tell them apart in _path of drawing/signs.py."


def test_a_stitch_worked_on_the_wrong_side_shows_its_other_face():
    assert face_of(STITCHES["k"], right_side=False) is Face.PURL
    assert (
        sign_of(STITCHES["p2tog"], face_of(STITCHES["p2tog"], right_side=False)).path
        == sign_of(STITCHES["k2tog"], Face.KNIT).path
    )


# -- ink ---------------------------------------------------------------------------------------------------


def test_the_svg_has_a_cell_for_every_stitch_and_numbers_where_rows_begin():
    page = lay_out_chart(worked(MITRE))
    root = ElementTree.fromstring(chart_svg(page))
    tones = Counter()
    for row in page.rows:
        for cell in cells(page, row):
            entry = page.entries[cell.entry]
            tones[(entry.on_ws if row.side is Side.WS else entry.on_rs).tone] += cell.wide
    assert {tone: area / CELL**2 for tone, area in seen_areas(root).items()} == tones
    numbers = {text.text: (float(text.get("x")), text.get("text-anchor")) for text in root.findall("{*}text")}
    assert numbers["1"][1] == "start"
    assert numbers["2"][1] == "end"
    assert numbers["1"][0] > numbers["2"][0]


def seen_areas(root):
    """What is seen of each tone: each is painted over those before it."""
    over, seen = shapely.Polygon(), {}
    for path in reversed([each for each in root.findall(".//{*}path") if each.get("class").startswith("tone-")]):
        found = re.findall(r"M([\d.]+) ([\d.]+)H([\d.]+)V([\d.]+)", path.get("d"))
        boxes = [shapely.box(*map(float, corners)) for corners in found]
        assert sum(each.area for each in boxes) == pytest.approx(shapely.union_all(boxes).area)
        seen[path.get("class").removeprefix("tone-")] = (shapely.union_all(boxes) - over).area
        over = shapely.union_all([over, *boxes])
    return seen


def test_rib_is_one_ground_with_a_box_for_each_column_of_purls():
    page = lay_out_chart(worked("Cast on 40 sts.\nRow 1: *K1, p1; rep from * to end.\nRepeat row 1 9 more times."))
    root = ElementTree.fromstring(chart_svg(page))
    assert [path.get("d").count("M") for path in root.findall(".//{*}path")][:2] == [1, 20]
    assert seen_areas(root) == {"knit": 200 * CELL**2, "purl": 200 * CELL**2}


def test_the_grid_draws_each_edge_of_a_cell_once_and_as_long_as_it_goes_on():
    tiles = Tiles()
    for left, top in ((0, 0), (CELL, 0), (0, CELL), (5 * CELL, CELL)):
        tiles.put(left, top, CELL)
    assert tiles.filled() == "M0 0H32V16H0zM0 16H16V32H0zM80 16H96V32H80z"
    assert set(re.findall(r"M[^M]+", tiles.lines())) == {
        "M0 0H32", "M0 16H32", "M80 16H96", "M0 32H16", "M80 32H96",
        "M0 0V32", "M16 0V32", "M32 0V16", "M80 16V32", "M96 16V32",
    }  # fmt: skip


def test_single_strokes_in_one_line_are_drawn_as_one_dashed_line():
    dashes = Dashes((14, 86), upright=True)
    for left, top in ((0, 0), (0, CELL), (0, 3 * CELL), (CELL, 0)):
        dashes.put(left, top)
    root = ElementTree.fromstring(dashes.drawn("chart-sign"))
    on, off = map(float, root.get("stroke-dasharray").split())
    assert (on + off, on) == (CELL, pytest.approx(0.72 * CELL))
    lines = [tuple(map(float, each)) for each in re.findall(r"M([\d.]+) ([\d.]+)V([\d.]+)", root.get("d"))]
    assert [x for x, _, _ in lines] == [8, 8, 24]
    for _, first, last in lines:  # whole strokes: the last one ends where its line does
        assert first % CELL == pytest.approx(0.14 * CELL, abs=0.06)
        assert last % CELL == pytest.approx(0.86 * CELL, abs=0.06)
    assert [round((last - first - on) / CELL) + 1 for _, first, last in lines] == [2, 1, 1]


def test_titles_are_escaped():
    text = "Title: <b onload='x'>&\n" + MITRE
    assert "<b " not in chart_svg(lay_out_chart(worked(text)))


def test_a_chart_is_cut_to_pages_that_overlap_and_together_show_everything():
    page = lay_out_chart(worked(TRIANGLE))
    found = windows(page, 20, 30)
    shown = {
        (row, column)
        for each in found
        for row in range(each.first_row, each.last_row + 1)
        for column in range(each.first, each.end)
    }
    wanted = {(row.number, first + k) for row in page.rows for first, many in row.columns for k in range(many)}
    assert wanted <= shown
    assert all(each.end - each.first <= 20 and each.last_row - each.first_row < 30 for each in found)
    rows = sorted({(each.first_row, each.last_row) for each in found})
    assert all(after[0] == before[1] - 1 for before, after in pairwise(rows))


def opened(data, row):
    """A row's cells as the page opens them: entry, stitches before, stitches after."""
    _, _, _, start, end, cells_, columns, below, *_ = data["rows"][row]
    runs = data["shared"][cells_]
    pairs = list(zip(runs[::2], runs[1::2], strict=True))
    spread = [data["shared"][place] for place in (columns, below)]
    return (
        start,
        end,
        pairs,
        [[first + k for first, many in zip(s[::2], s[1::2], strict=True) for k in range(many)] for s in spread],
    )


@pytest.mark.parametrize("text", PIECES)
def test_the_canvas_gets_what_the_layout_has(text):
    """The same golden data for both inks: the page's cells and columns, row by row."""
    piece = worked(text)
    page = lay_out_chart(piece)
    data = to_canvas(page, lay_flat(piece))
    for at, row in enumerate(page.rows):
        start, end, pairs, (columns, below) = opened(data, at)
        assert (start, end, pairs) == (row.start, row.end, list(row.cells))
        assert len(columns) == end
        assert len(below) == start
        entries = data["entries"]
        assert sum(entries[n]["uses"] * times for n, times in pairs) == start
        assert sum(entries[n]["makes"] * times for n, times in pairs) == end
    slant = data["slant"]
    assert len(slant["places"]) == len(slant["positions"]) == len(page.rows) - slant["first"] + 1


@searched(60)
@given(
    st.lists(
        st.sampled_from(["k2", "p1", "yo", "k2tog", "ssk", "kfb", "cdd", "m1", "sl1", "(k1, yo, k1) in next st"]),
        min_size=1,
        max_size=9,
    ),
    st.integers(20, 40),
)
def test_any_rows_have_columns_in_order(words, count):
    row = ", ".join(words)
    piece = worked(f"Cast on {count} sts.\nRow 1: {row}, k to end.\nRow 2: {row}, p to end.\nRow 3: {row}, k to end.")
    for worked_row, columns in zip(piece.rows, columns_of(piece).columns, strict=True):
        assert len(columns) == worked_row.end
        assert all(a < b for a, b in pairwise(columns.tolist()))
