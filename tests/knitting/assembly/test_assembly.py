"""Edges that meet, stitches picked up along them, openings and boards, against closed forms."""

import json
from math import cos, hypot, isclose, radians, sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.assembly.board import board
from knitting.assembly.board_colours import coloured
from knitting.assembly.finishing import dropped_fringe, pins
from knitting.assembly.folding import folded
from knitting.assembly.joints import Assembly, Ease, PickUp, Seam, ease
from knitting.assembly.laid import laid
from knitting.assembly.openings import Head, openings
from knitting.assembly.picked_piece import picked_plan
from knitting.assembly.picking import corner_gain, curve_gain, picked, spread
from knitting.assembly.ready_made import READY_MADE, assembled
from knitting.assembly.spans import EdgeName, Span, edge_cm, edge_units, places
from knitting.cloth import lay_flat
from knitting.command_line.commands import main
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.saying.assemblies import assembly_lines
from knitting.saying.statements import said_refusal
from knitting.statements import Refused
from knitting.working.piece_worker import work_piece

GAUGE = Gauge(20, 20 / 0.75)
W = GAUGE.stitch_cm


def laid_flat(key, gauge=None, **given):
    plan = answered(CONSTRUCTIONS[key], {name: str(value) for name, value in given.items()}).plan()
    worked = work_piece(compiled(forecast_of(plan)))
    return lay_flat(worked, gauge) if gauge else lay_flat(worked)


def poncho(collar="none", gauge=GAUGE):
    return assembled(READY_MADE["mini-poncho"], {"cast_on": "27", "to": "67", "collar": collar}, gauge)


# -- edges ----------------------------------------------------------------------------------------------------


def test_edges_of_a_poncho_panel_in_closed_form():
    """27 to 67 at rows of 0.75 stitches: 40 rows of one stitch more in two, 40 x 0.75 = 30 stitch widths."""
    panel = poncho().pieces["front"]
    assert edge_cm(panel, Span("front", EdgeName.START)) == pytest.approx(30 * W, rel=0.005)
    assert edge_cm(panel, Span("front", EdgeName.FIRST)) == pytest.approx(27 * W)
    assert edge_cm(panel, Span("front", EdgeName.LAST)) == pytest.approx(67 * W)
    assert edge_cm(panel, Span("front", EdgeName.LAST, 0.25, 0.75)) == pytest.approx(33.5 * W)


def test_half_a_neck_edge_of_a_triangle():
    """94 rows of garter at half a stitch, each a stitch further out: 94 / sqrt 2 stitch widths, in 47 ridges."""
    triangle = laid_flat("triangle", to=201)
    width = triangle.gauge.stitch_cm
    half = Span("triangle", EdgeName.START)
    assert edge_cm(triangle, half) / width == pytest.approx(94 / sqrt(2), rel=0.005)
    assert edge_units(triangle, half) == 47
    found = picked(Assembly("t", {"triangle": triangle}), PickUp("border", (half,), width))
    assert (found.total, sum(found.rows), set(found.rows)) == (66, 66, {1, 2})
    assert found.rows.count(2) == 19


def test_a_square_is_as_high_as_it_is_wide():
    """37 stitches of garter: 18 ridges on each side, and 18 stitch widths."""
    square = laid_flat("mitre", cast_on=37)
    for edge in (EdgeName.START, EdgeName.END):
        assert edge_cm(square, Span("s", edge)) / square.gauge.stitch_cm == pytest.approx(18.0, rel=0.005)
        assert edge_units(square, Span("s", edge)) == 18


@pytest.mark.parametrize("key", [key for key in CONSTRUCTIONS if key != "held-wing"])
def test_places_of_an_edge_are_as_long_as_it_is_where_the_cloth_lies_flat(key):
    layout = laid_flat(key)
    if layout.relaxed:
        return
    for edge in (EdgeName.START, EdgeName.END):
        line = places(layout, Span("p", edge))
        assert np.abs(np.diff(line)).sum() == pytest.approx(edge_cm(layout, Span("p", edge)), rel=0.01)


@given(st.floats(0, 0.98), st.floats(0.01, 1))
def test_stretches_of_an_edge_add_up(first, share):
    square = SQUARE
    last = min(first + share, 1.0)
    if last <= first:
        return
    whole = Span("s", EdgeName.END)
    parts = [Span("s", EdgeName.END, a, b) for a, b in ((0.0, first), (first, last), (last, 1.0)) if b > a]
    assert sum(edge_cm(square, part) for part in parts) == pytest.approx(edge_cm(square, whole))


SQUARE = laid_flat("mitre", cast_on=37)


# -- seams, pick-ups, openings --------------------------------------------------------------------------------


def test_two_panels_meet_without_a_mismatch_and_their_neck_is_both_cast_ons():
    found = poncho()
    for seam in found.seams:
        assert found.length_cm(seam.a) == pytest.approx(found.length_cm(seam.b))
    neck, hem = openings(found)
    assert neck.cm == pytest.approx(54 * W)
    assert hem.cm == pytest.approx(134 * W)
    assert neck.holds(EdgeName.FIRST)
    assert not neck.holds(EdgeName.LAST)


@pytest.mark.parametrize(
    ("stitches_to_10_cm", "soft", "head"),
    [
        (18, False, Head.NONE),
        (18, True, Head.NONE),
        (12, False, Head.ADULT),
        (15, False, Head.NONE),
        (15, True, Head.CHILD),
    ],
)
def test_whose_head_goes_through_the_neck(stitches_to_10_cm, soft, head):
    """54 stitches are 30 cm at 18 and 45 cm at 12 to 10 cm; edges stretch by 1.35, soft ones by 1.6 (a judgement)."""
    neck = openings(poncho(gauge=Gauge(stitches_to_10_cm, stitches_to_10_cm / 0.75)), soft)[0]
    assert neck.cm == pytest.approx(54 * 10 / stitches_to_10_cm)
    assert neck.head is head


def test_folded_it_is_as_wide_as_its_panel():
    """The halves of the last row lie at atan(1 / 1.5) to the level: 67 cos(33.69 degrees) = 55.75 stitch widths."""
    size = folded(poncho())
    assert size.width_cm / W == pytest.approx(67 * cos(radians(33.69)), rel=0.01)
    assert size.height_cm / W == pytest.approx(43.54, rel=0.01)


@pytest.mark.parametrize(("collar", "stitches"), [("flat", 54), ("round", 56)])
def test_a_collar_in_rib_has_whole_repeats(collar, stitches):
    found = poncho(collar)
    (pick_up,) = found.pick_ups
    assert picked(found, pick_up).total == stitches


def test_a_capelet_has_a_collar_and_bands():
    found = assembled(READY_MADE["capelet"], {})
    totals = [picked(found, each).total for each in found.pick_ups]
    assert totals == [90, 41, 41]
    assert openings(found)[0].cm == pytest.approx(91 * found.pieces["capelet"].gauge.stitch_cm)


def test_pieces_are_laid_edge_on_edge_and_the_seam_that_closes_the_ring_stays_open():
    found = laid(poncho())
    here, there = found.seams[0]
    assert np.abs(here - there[::-1]).max() < 0.02
    assert found.open == (1,)


@pytest.mark.parametrize(
    ("a", "b", "how"),
    [(30, 30.2, Ease.EDGE_TO_EDGE), (30, 30.8, Ease.PIN_ENDS_AND_MIDDLE), (30, 32, Ease.PIN_QUARTERS),
     (30, 34.5, Ease.BY_COUNT), (30, 60, Ease.REFUSE), (0, 0, Ease.EDGE_TO_EDGE)],
)  # fmt: skip
def test_edges_are_eased_by_how_much_they_differ(a, b, how):
    assert ease(a, b)[0] is how


@given(st.integers(0, 300), st.integers(1, 120))
def test_stitches_are_spread_evenly(stitches, units):
    found = spread(stitches, units)
    assert (sum(found), len(found)) == (stitches, units)
    assert max(found) - min(found) <= 1


def test_what_a_border_gains_at_a_corner():
    """Garter round a right angle: one stitch a row, two in every second; rows of 0.75 at 112.62 degrees: one a row."""
    assert corner_gain(Gauge(20, 40), 90) == pytest.approx(1.0, rel=0.01)
    assert corner_gain(GAUGE, 112.62) == pytest.approx(1.0, rel=0.01)
    assert corner_gain(GAUGE, 270) < 0
    assert curve_gain(Gauge(20, 40)) == pytest.approx(np.pi)


WRONG = [
    (
        lambda: Assembly("x", {"s": SQUARE}, (Seam(Span("t", EdgeName.START), Span("s", EdgeName.END)),)),
        "no such piece",
    ),
    (
        lambda: picked(Assembly("x", {"s": SQUARE}), PickUp("c", (Span("s", EdgeName.END, 0, 0.02),), 0.5, 30)),
        "too few",
    ),
    (lambda: assembled(READY_MADE["mini-poncho"], {"collar": "ruff"}), "can be none, flat, round, strip"),
    (lambda: assembled(READY_MADE["mini-poncho"], {"cast_on": "x"}), "whole number"),
    (lambda: board(0, 4, 18), "1 to 3,600 squares"),
    (lambda: board(4, 4, 900), "1 to 200 ridges"),
    (lambda: coloured(board(2, 2, 5), ["A"]), "need two"),
]


@pytest.mark.parametrize(("ask", "says"), WRONG)
def test_what_cannot_be(ask, says):
    with pytest.raises(Refused) as refused:
        ask()
    assert says in said_refusal(refused.value)


def test_a_stretch_lies_on_its_edge():
    for first, last in ((0.5, 0.5), (-0.1, 1), (0, 1.1), (0.9, 0.1)):
        with pytest.raises(ValueError, match="no stretch"):
            Span("p", EdgeName.END, first, last)


@pytest.mark.parametrize("key", READY_MADE)
def test_every_thing_is_told_in_sentences(key):
    lines = assembly_lines(assembled(READY_MADE[key], {}))
    assert lines
    assert all(line.endswith(".") for line in lines)


def test_a_fringe_and_pins():
    fringe = dropped_fringe(4, 76, Gauge(10, 20, washed=True))
    assert (fringe.loops, fringe.yarn_cm, fringe.hangs_cm) == (38, pytest.approx(32.8), pytest.approx(16.4))
    assert pins([hypot(3, 4), 5.1, 0]) == 3
    assert isclose(pins([50], points=7), 17)


# -- the command line -----------------------------------------------------------------------------------------


def test_a_thing_is_printed_as_json(capsys):
    assert main(["assemble", "mini-poncho", "cast_on=27", "to=67", "collar=round", "--gauge", "18x24", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert list(found) == ["seams", "openings", "picked_up", "folded", "pieces"]
    assert [seam["mismatch_pct"] for seam in found["seams"]] == [0, 0]
    assert found["openings"][0]["stitches"] == 54
    assert found["openings"][0]["head"] == "none"
    assert found["picked_up"][0]["stitches"] == sum(found["picked_up"][0]["rows"]) == 56
    assert main(["assemble", "mini-poncho"]) == 0
    assert "Sew the start edge of the front" in capsys.readouterr().out


def test_a_board_is_printed_as_json(capsys):
    assert main(["board", "rows=2", "columns=3", "ridges=10", "turns=stripes", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert list(found) == [
        "order", "picked", "joined", "sewn", "first_rows", "seams_m", "edging_sts", "width_cm", "height_cm", "ends", "stitches"
    ]  # fmt: skip
    assert sorted(found["order"]) == [[r, c] for r in range(2) for c in range(3)]
    assert found["first_rows"] == [21] * 6
    assert main(["board", "rows=2", "ridges=10"]) == 0
    assert "21 stitches in every first row" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("asked", "says"),
    [(["assemble", "hat"], "There is no thing 'hat'"), (["assemble", "capelet", "x"], "write it as key=value"),
     (["board", "rows=x"], "'rows' needs a whole number"), (["board", "turns=round"], "'turns' can be"),
     (["board", "hats=2"], "A board is told"), (["board", "rows=99999"], "1 to 3,600 squares")],
)  # fmt: skip
def test_what_cannot_be_asked(capsys, asked, says):
    assert main(asked) == 2
    assert says in capsys.readouterr().err


def test_a_border_of_the_triangle_gains_two_at_its_tip_in_every_second_row():
    """The last row of 201, one in each: 100, the tip, 100. In garter a right angle wants 2 stitches in 2 rows."""
    made = assembled(READY_MADE["bordered-triangle"], {"to": "201"}, Gauge(20, 40, "garter"))
    (border,) = made.pick_ups
    found = picked(made, border)
    assert (found.total, found.each) == (201, (100, 100))
    plan = picked_plan(border, found, Gauge(20, 40, "garter"), "along the last row", closed=False)
    rows = work_piece(compiled(forecast_of(plan))).rows
    assert [row.end for row in rows[:6]] == [203, 203, 205, 205, 207, 207]
    assert rows[-1].parts[0] == rows[-1].parts[2] == (rows[-1].end - 1) // 2
