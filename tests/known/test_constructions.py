"""Every construction against the facts of the trade, row by row, in totals and parts.

The facts are common practice, no source; sums are arithmetic series. The numbers asked for here are those of the
facts: what a construction does by default is other.
"""

from dataclasses import replace
from itertools import pairwise
from math import atan2, degrees, pi

import pytest
from shapely import Polygon

from knitting.cloth import lay_flat, measure
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.rows import Side
from knitting.sizing.parameters import following_measures
from tests.knitting.planning import knitted, made


def ends(name: str, **answers: object) -> list[int]:
    return [row.end for row in knitted(made(name, **answers)).rows]


def test_corner_cloth_grows_by_one_a_row_and_shrinks_by_one():
    """Cast on 3, 45 after 42 rows; 4 after 41 rows of the other half; a last row leaves 3."""
    assert ends("corner-cloth", cast_on=3, to=45, leave=3) == [*range(4, 46), *range(44, 3, -1), 3]


def test_another_school_of_corner_cloth_casts_on_4_and_turns_at_37():
    assert ends("corner-cloth", cast_on=4, to=37, leave=4) == [*range(5, 38), *range(36, 3, -1)]
    plain = ends("corner-cloth", cast_on=4, to=37, leave=4, eyelets="plain")
    assert plain == [*range(5, 38), *range(36, 3, -1)]


def test_centre_out_triangle_gains_four_in_every_right_side_row_from_a_tab_of_nine():
    piece = knitted(made("triangle", tab=3, to=61))
    tab = [row.end for row in piece.rows if row.in_tab]
    assert tab == [3] * 6 + [9]
    grown = [row for row in piece.rows if not row.in_tab]
    assert [row.end for row in grown] == [n for n in range(13, 62, 4) for _ in range(2)]
    assert [row.parts for row in grown[::2]] == [((n - 1) // 2, 1, (n - 1) // 2) for n in range(13, 62, 4)]


@pytest.mark.parametrize("marking", ["stitch", "needle-before", "needle-after", "needle-both"])
def test_the_triangle_is_the_same_in_every_school_of_marking(marking):
    assert ends("triangle", tab=3, to=61, marking=marking) == ends("triangle", tab=3, to=61)


def test_triangle_for_rows_instead_of_a_count():
    """Twenty rows hold ten increase rows."""
    assert ends("triangle", tab=3, rows=20)[-1] == 9 + 10 * 4


def test_fringe_triangle_has_room_for_two_increases_first_and_gains_four_after_it():
    """8 = 3, 2, 3; then 10; then 14, 18, ...; the three at each side are dropped."""
    piece = knitted(made("fringe-triangle", edge=3, middle=2, to=50))
    assert [row.start for row in piece.rows[:1]] == [8]
    assert [row.end for row in piece.rows] == [10, 10, *(n for n in range(14, 51, 4) for _ in range(2))]
    assert (piece.bound_off, piece.dropped) == (44, 6)


def test_mitred_square_loses_two_in_every_right_side_row_to_one_stitch():
    """49 = 24 + 1 + 24; 24 of them to 1 stitch."""
    piece = knitted(made("mitre", cast_on=49))
    assert [row.end for row in piece.rows] == [n for n in range(47, 0, -2) for _ in range(2)]
    assert [row.parts for row in piece.rows[::2]] == [(n, 1, n) for n in range(23, -1, -1)]
    assert piece.rows[4].colour == "A"
    assert piece.rows[2].colour == "B"
    assert piece.bound_off == 1


def test_bias_rectangle_grows_goes_straight_on_and_shrinks():
    """5 to 25 by one a row, 40 rows at 25, and back: each straight row has one more and one fewer."""
    counts = ends("bias-rectangle", cast_on=5, to=25, rows=40)
    assert counts == [*range(6, 26), *([26, 25] if counts[20] == 26 else [25, 25]) * 20, *range(24, 4, -1)]


def test_bias_rectangle_has_square_corners_and_the_sides_that_it_is_asked_for():
    """Garter of two rows to a stitch: both edges lie at 45 degrees to the rows, so that its corners are right angles. Its
    short side is as many diagonals of half a stitch as rows, its long one longer by those of the straight rows."""
    plan = replace(made("bias-rectangle", cast_on=3, to=63, rows=80), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    short = 63 * 0.5 / 2**0.5
    assert found.area_cm2 == pytest.approx(short * (short + 80 * 0.25 * 2**0.5), rel=0.01)
    assert [corner.angle for corner in found.corners] == pytest.approx([90, 90, 90, 90], abs=1.0)
    measures = {each.key: each.of(forecast_of(plan)) for each in following_measures(plan)}
    assert measures["width_cm"] == pytest.approx(short, rel=0.03)
    assert measures["length_cm"] == pytest.approx(short + 80 * 0.25 * 2**0.5, rel=0.03)


def test_bias_scarf_is_a_parallelogram_of_half_a_right_angle_in_garter():
    """The count stands still. Sides at 45 degrees: as wide as the cast-on by the sine of that, and 60 rows as long."""
    assert ends("bias-scarf", cast_on=20, rows=6) == [20] * 6
    plan = replace(made("bias-scarf", cast_on=40, rows=120), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    assert found.area_cm2 == pytest.approx(40 * 0.5 * 120 * 0.25, rel=0.01)
    assert sorted(corner.angle for corner in found.corners) == pytest.approx([45, 45, 135, 135], abs=1.0)
    measures = {each.key: each.of(forecast_of(plan)) for each in following_measures(plan)}
    assert measures["width_cm"] == pytest.approx(20 / 2**0.5, rel=0.01)
    assert measures["length_cm"] == pytest.approx(30 * 2**0.5, rel=0.01)


def test_sideways_triangle_grows_at_one_edge_every_fourth_row_and_shrinks_so():
    """6 to 30 in 24 times four rows, and back; the other edge stays straight, as long as all rows."""
    counts = ends("sideways-triangle", cast_on=6, to=30, every=4)
    assert counts == [n for n in range(7, 31) for _ in range(4)] + [n for n in range(29, 5, -1) for _ in range(4)]
    plan = replace(made("sideways-triangle", cast_on=6, to=30, every=4), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    straight = next(side for side in found.sides if side.edge == "end edge")
    assert straight.length == pytest.approx(192 * 0.25, rel=0.01)


def test_square_from_the_centre_gains_eight_in_two_rounds_and_has_right_angles_in_garter():
    """3 on each side, 20 increase rounds: 4 x (3 + 40); each side is as long as its stitches, 43 halves of a cm."""
    counts = ends("square-from-centre", start=3, rounds=20)
    assert counts == [12, *(n for n in range(20, 173, 8) for _ in range(2))]
    plan = replace(made("square-from-centre", start=3, rounds=20), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    assert found.area_cm2 == pytest.approx((43 * 0.5) ** 2, rel=0.03)
    assert [found.angles[f"mark {line} end"] for line in (1, 2, 3)] == pytest.approx([90, 90, 90], abs=0.5)


@pytest.mark.parametrize("wedges", [2, 3])
def test_wedge_shawl_gains_two_a_wedge_and_its_rows_bend_by_right_angles_in_garter(wedges):
    """A tab of 3, 2n - 1 and 3; then 2n more in every right-side row. Rows of neighbours meet at 90 degrees."""
    first = 6 + 2 * wedges - 1
    to = first + 24 * 2 * wedges
    plan = replace(made("wedge-shawl", wedges=wedges, tab=3, to=to), gauge=Gauge(20, 40, "garter"))
    grown = [row.end for row in knitted(plan).rows if not row.in_tab]
    assert grown == [n for n in range(first + 2 * wedges, to + 1, 2 * wedges) for _ in range(2)]
    found = measure(lay_flat(knitted(plan)))
    bends = [angle for name, angle in found.angles.items() if name.endswith("end") and not name.startswith("corner")]
    assert bends == pytest.approx([90] * (wedges - 1), abs=0.5)


def test_triangle_from_the_long_edge_loses_four_in_every_right_side_row():
    """101 = 50 + 1 + 50; 97, 93, ... 5; as high as half its neck edge in garter."""
    counts = ends("long-edge-triangle", cast_on=101)
    assert counts == [n for n in range(97, 4, -4) for _ in range(2)]
    plan = replace(made("long-edge-triangle", cast_on=101), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    assert found.width_cm == pytest.approx(2 * found.height_cm, rel=0.02)
    assert found.width_cm == pytest.approx(101 * 0.5 / 2**0.5, rel=0.03)


@pytest.mark.parametrize(("lines", "more"), [(2, 4), (4, 8)])
def test_round_poncho_gains_two_a_line_every_second_round(lines, more):
    counts = ends("round-poncho", cast_on=60, lines=lines, rounds=5)
    assert counts == [60, *(n for n in range(60 + more, 61 + 5 * more, more) for _ in range(2))]


@pytest.mark.parametrize(("gain", "two_rows"), [(4, (2, 2)), (6, (4, 2))])
def test_crescent_gains_at_both_ends_of_every_row(gain, two_rows):
    """A tab of 3, 3 and 3. Two ends, each a stitch more in every row, with six one more in right-side rows; as deep as
    its rows, as wide as its last one."""
    to = 9 + 20 * gain
    grown = [row.end for row in knitted(made("crescent", tab=3, to=to, gain=gain)).rows if not row.in_tab]
    assert grown == [9 + gain * at + sum(two_rows[: more + 1]) for at in range(20) for more in range(2)]
    plan = replace(made("crescent", tab=3, to=to, gain=gain), gauge=Gauge(20, 40, "garter"))
    found = measure(lay_flat(knitted(plan)))
    assert found.width_cm == pytest.approx(to * 0.5, rel=0.02)
    assert found.area_cm2 == pytest.approx(sum(grown) * 0.5 * 0.25, rel=0.03)
    slope = degrees(atan2(0.25, gain / 4 * 0.5))
    assert sorted(corner.angle for corner in found.corners)[:2] == pytest.approx([slope, slope], abs=1.0)


def test_polygon_loses_two_a_corner_every_second_round_and_five_sides_are_nearly_a_turn_in_stockinette():
    """5 x (21 + 1) stitches of half a cm, rows of 3/8 cm. A side leans by half a stitch a row on both sides of a corner:
    each corner turns by 2 atan(1 / 1.5) = 67.4 degrees, five of them by 336.9 of 360, and measures 180 less that."""
    counts = ends("polygon", sides=5, side=21)
    assert counts == [n for n in range(100, 0, -10) for _ in range(2)]
    plan = replace(made("polygon", sides=5, side=21), gauge=Gauge(20, 80 / 3, "stockinette"))
    found = lay_flat(knitted(plan))
    stitches = sum(start + end for start, end in pairwise([110, *counts])) / 2
    assert found.area_cm2 == pytest.approx(stitches * 0.5 * 0.375, rel=0.01)
    corner = 2 * degrees(atan2(1, 2 * 0.75))
    angles = measure(found).angles
    assert [angles[f"mark {at}"] for at in range(1, 6)] == pytest.approx([180 - corner] * 5, abs=0.5)
    assert angles["mark 1 end"] == pytest.approx(5 * corner, abs=0.5)


def test_cowl_gains_two_in_front_every_second_round():
    counts = ends("cowl", cast_on=81, rounds=12)
    assert counts == [81, *(n for n in range(83, 106, 2) for _ in range(2))]


@pytest.mark.parametrize(("part", "begins", "first"), [("full", 8, 3), ("half", 4, 4)])
def test_circle_by_doubling_doubles_its_count_and_the_rows_between(part, begins, first):
    """Two rows of the centre; a ring of 3 rounds (4 rows, so that the next begins on the right side), of 6, of 12."""
    counts = ends("doubling-circle", part=part, start=8, doublings=4, last=17)
    assert counts == [begins] * 2 + [2 * begins] * first + [4 * begins] * 6 + [8 * begins] * 12 + [16 * begins] * 18
    piece = knitted(made("doubling-circle", part=part, start=8, doublings=4, last=17))
    grows = [row.side for row in piece.rows if row.change]
    assert set(grows) == {Side.RS}


@pytest.mark.parametrize(("part", "begins", "turn", "rows"), [("full", 8, 2 * pi, 41), ("half", 4, pi, 42)])
def test_circle_by_doubling_is_pinned_out_to_a_circle(part, begins, turn, rows):
    """Stitches of half a cm, rows of 3/8 cm: as far out as its rows are high, beyond the circle that its cast-on makes."""
    plan = replace(
        made("doubling-circle", part=part, start=8, doublings=4, last=17), gauge=Gauge(20, 80 / 3, "stockinette")
    )
    found = measure(lay_flat(knitted(plan)))
    radius = begins * 0.5 / turn + rows * 0.375
    assert found.width_cm == pytest.approx(2 * radius, rel=0.005)
    assert found.height_cm == pytest.approx(2 * radius if part == "full" else radius, rel=0.005)


def test_hat_is_a_tube_and_loses_two_a_wedge_every_second_round():
    """6 x 10 stitches of half a cm, rounds of 3/8 cm: 18 rounds of 60, then 12 fewer every second one."""
    counts = ends("crown", wedges=6, each=10, tube=18)
    assert counts == [60] * 18 + [n for n in (48, 36, 24, 12) for _ in range(2)]
    plan = replace(made("crown", wedges=6, each=10, tube=18), gauge=Gauge(20, 80 / 3, "stockinette"))
    layout = lay_flat(knitted(plan))
    assert layout.method == "exact"
    (outline,) = layout.outlines
    stitches = sum(start + end for start, end in pairwise([60, *counts])) / 2
    assert Polygon([(at.real, at.imag) for at in outline]).area == pytest.approx(stitches * 0.5 * 0.375, rel=0.01)
    assert layout.points.real.max() - layout.points.real.min() == pytest.approx(60 * 0.5)
    assert layout.points.imag.max() - layout.points.imag.min() == pytest.approx(26 * 0.375)


@pytest.mark.parametrize("repeats", [1, 3, 7])
def test_zigzag_uses_fourteen_and_makes_fourteen(repeats):
    assert ends("zigzag", repeats=repeats, rows=20) == [14 * repeats] * 20


def test_asymmetric_triangle_grows_shrinks_and_closes():
    """Set-up 3 to 11; +3 in six rows and the same back; the count stands still on the odd rows."""
    piece = knitted(made("asymmetric", cast_on=3, set_up=11, to=41, back_to=14, leave=2))
    found = [row.end for row in piece.rows]
    assert found[:8:2] == [5, 7, 9, 11]
    at = 8
    for begun in range(11, 41, 3):
        assert found[at : at + 6] == [begun, begun + 2, begun + 2, begun + 3, begun + 3, begun + 3]
        at += 6
    for begun in range(41, 14, -3):
        assert found[at : at + 6] == [begun, begun - 2, begun - 2, begun - 3, begun - 3, begun - 3]
        at += 6
    assert found[at::2] == [12, 10, 8, 6, 4, 2]
    assert piece.bound_off == 2


@pytest.mark.parametrize(("cast_on", "half"), [(25, 12), (27, 13), (29, 14), (31, 15)])
def test_poncho_panel_in_every_size(cast_on, half):
    """27 = 13 + 1 + 13 becomes 67 = 33 + 1 + 33 after 20 increase rows; the other sizes grow as much."""
    piece = knitted(made("poncho-panel", cast_on=cast_on, to=cast_on + 40))
    assert [row.parts for row in piece.rows[::2]] == [(half + n, 1, half + n) for n in range(1, 21)]
    assert len(piece.rows) == 40


@pytest.mark.parametrize(("cast_on", "lines", "rounds"), [(40, 4, 3), (72, 8, 5), (66, 7, 2), (18, 1, 4)])
def test_yoke_ends_on_its_cast_on_and_four_for_every_line_and_increase_round(cast_on, lines, rounds):
    """A cluster of 3 into 5 on each side of a line, every fourth round."""
    piece = knitted(made("yoke", cast_on=cast_on, lines=lines, rounds=rounds))
    assert piece.rows[-1].end == cast_on + 4 * lines * rounds
    changing = [at for at, row in enumerate(piece.rows) if row.change]
    assert changing == list(range(1, 1 + 4 * rounds, 4))
    assert {row.change for row in piece.rows} == {0, 4 * lines}


def test_capelet_grows_by_eight_first_every_second_then_every_fourth_row():
    """13, 1, 15, 1, 27, 1, 15, 1, 13 makes 87."""
    piece = knitted(made("capelet", parts="13,1,15,1,27,1,15,1,13", fast=10, slow=5))
    fast, slow = piece.rows[:20:2], piece.rows[20:40:4]
    assert [row.end for row in fast] == [87 + 8 * n for n in range(1, 11)]
    assert [row.end for row in slow] == [167 + 8 * n for n in range(1, 6)]
    assert fast[0].parts == (14, 1, 17, 1, 29, 1, 17, 1, 14)
    assert slow[-1].parts == (28, 1, 45, 1, 57, 1, 45, 1, 28)


@pytest.mark.parametrize(("wedges", "start", "rounds"), [(8, 2, 11), (6, 4, 5), (5, 3, 20)])
def test_disc_has_so_many_wedges_of_two_stitches_more_in_every_increase_round(wedges, start, rounds):
    """w (s + 2n) after n increase rounds, every second round."""
    piece = knitted(made("disc", wedges=wedges, start=start, rounds=rounds))
    grown = [row for row in piece.rows if row.change]
    assert [row.end for row in grown] == [wedges * (start + 2 * n) for n in range(1, rounds + 1)]
    assert set(piece.rows[-1].parts) == {start + 2 * rounds}


def test_a_wedge_of_eight_is_worked_with_lifted_increases_one_stitch_inside():
    """`k1, rli, k6, lli, k1`: 8 to 10."""
    row = next(row for row in knitted(made("disc", wedges=4, start=8, rounds=1)).rows if row.change)
    assert [(run.work.key, run.times) for run in row.work[0].runs] == [
        ("k", 1),
        ("rli", 1),
        ("k", 6),
        ("lli", 1),
        ("k", 1),
    ]


def test_framed_chart_uses_eighteen_and_makes_eighteen_and_its_halves_mirror():
    """`k2, m1r, k3, ssk, k4, k2tog, k3, m1l, k2`."""
    piece = knitted(made("framed-chart", frame=10, times=6, edge=2, leg=3, middle=4))
    chart = next(row for row in piece.rows if any(len(part.runs) > 1 for part in row.work))
    assert chart.parts == (10, 18, 10)
    runs = [(run.work.key, run.times) for run in chart.work[1].runs]
    assert runs == [("k", 2), ("m1r", 1), ("k", 3), ("ssk", 1), ("k", 4), ("k2tog", 1), ("k", 3), ("m1l", 1), ("k", 2)]
    mirror = {"m1r": "m1l", "m1l": "m1r", "ssk": "k2tog", "k2tog": "ssk", "k": "k"}
    assert [(mirror[key], times) for key, times in reversed(runs)] == runs


@pytest.mark.parametrize("half", [10, 20, 33])
def test_held_wing_side_has_five_more_after_its_border_row(half):
    """A side of L has L + 5 after an edge kfb, a make-one and three cast on; with centre and other side 2L + 6."""
    piece = knitted(made("held-wing", cast_on=2 * half + 1, rows=12, wing_rows=8))
    border = next(row for row in piece.rows if row.change == 5)
    assert border.parts == (half, 1, half + 5)
    assert border.end == 2 * half + 6
    held = piece.rows[piece.rows.index(border) + 1]
    assert held.end == half + 6
    assert not piece.held
