"""How known pieces lie: folds, angles and what is said of them, from closed forms (plane geometry; Gauss and Bonnet:
a fold that changes along a wall bends the cloth by as many degrees). Thresholds of the verdicts are guesses."""

from math import atan2, degrees

import numpy as np
import pytest
from shapely import Polygon

from knitting.cloth import lay_flat, measure, outline
from knitting.cloth.meant import meant_to
from knitting.constructions import CONSTRUCTIONS
from knitting.curvature import Curvature
from knitting.flatness import Bend, Verdict, verdict_of
from knitting.flatness.finder import flat_increases, flatness, top_angle_deg
from knitting.flatness.folding import folds, leans_deg, plateaus
from knitting.measures import Gauge
from knitting.saying.statements import said
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE

GARTER = Gauge(10, 20)
STOCKINETTE = Gauge(10, 10 / 0.75)
CAPELET = {"parts": "13,1,15,1,27,1,15,1,13", "fast": "12", "slow": "6"}


def lean(rate: float, ratio: float) -> float:
    """How far a side leans that gains ``rate`` stitches a row: atan(rate w / h)."""
    return degrees(atan2(rate, ratio))


def test_a_capelet_folds_by_67_then_37_degrees_a_line_and_cups_by_30_where_it_changes():
    """18 x 24 to 10 cm: 0.75. One stitch each side every 2nd row, then every 4th: 2 atan(1 / 1.5), 2 atan(1 / 3)."""
    layout = lay_flat(knitted(made("capelet", **CAPELET)), Gauge(18, 24))
    lines = folds(layout)
    assert len(lines) == 4
    for line in lines:
        assert [plateau.fold_deg for plateau in line.plateaus[:2]] == pytest.approx([67.38, 36.87], abs=0.5)
        assert line.changes[0][1] == pytest.approx(30.51, abs=1)
    found = flatness(layout, Curvature.CUPS)
    assert [(each.bend, each.wished) for each in found] == [(Bend.CHANGE, True)]
    assert "cups by 31° at each of the lines, as it should at the shoulders" in said(found[0].about)


def test_the_same_capelet_meant_to_lie_flat_is_said_to_cup():
    (change, *_) = flatness(lay_flat(knitted(made("capelet", **CAPELET)), Gauge(18, 24)), Curvature.FLAT)
    assert (change.bend, change.wished, change.verdict) == (Bend.CHANGE, False, Verdict.SHOWS)
    assert said(change.about) == (
        "Rows 26 to 53 cup by 31° at each of the lines, and that should show: they gain 2 a row there, and 4 would lie flat."
    )


def test_a_triangle_in_garter_has_a_straight_neck_and_nothing_to_say():
    layout = lay_flat(worked(TRIANGLE), GARTER)
    assert top_angle_deg(layout) == pytest.approx(180, abs=0.5)
    assert flatness(layout) == ()


def test_the_triangle_at_three_quarters_bends_its_neck_by_45_degrees():
    """Four leans of atan(0.5 / 0.75): 134.76."""
    layout = lay_flat(worked(TRIANGLE), STOCKINETTE)
    assert top_angle_deg(layout) == pytest.approx(4 * lean(0.5, 0.75), abs=0.5)
    (found,) = flatness(layout)
    assert said(found.about) == "In this gauge the top edges meet at 135°, not straight: they bend down by 45°."
    assert (found.bend, found.verdict) == (Bend.TOP, Verdict.SHOWS)
    assert found.defect_deg == pytest.approx(180 - 134.76, abs=0.5)


@pytest.mark.parametrize(("wedges", "ratio"), [(8, 0.75), (8, 0.5), (3, 0.5), (5, 0.75)])
def test_the_rounds_of_a_disc_make_the_wedges_together(wedges, ratio):
    """Two increases a wedge every second round are one on each side of a line: 2 atan(0.5 / ratio) a wedge."""
    plan = made("disc", wedges=wedges, start=2, rounds=30)
    (found,) = (f for f in flatness(lay_flat(knitted(plan), Gauge(10, 10 / ratio))) if f.bend is Bend.CENTRE)
    assert 360 - found.defect_deg == pytest.approx(wedges * 2 * lean(0.5, ratio), abs=0.5)
    assert ("ruffles" in said(found.about)) is (found.defect_deg < -10)


@pytest.mark.parametrize(("ratio", "lines", "flat"), [(0.75, 0, 4.71), (0.5, 0, 3.14)])
def test_scattered_increases_lie_flat_at_two_pi_heights_to_a_width(ratio, lines, flat):
    assert flat_increases(Gauge(10, 10 / ratio), lines) == pytest.approx(flat, abs=0.01)


STACKED = (
    "Cast on 16 sts.\nJoin to work in the round.\nRnd 1: *K2, pm; rep from * 6 more times, k2.\n"
    "Rnd 2: *K to m, m1, sm; rep from * 6 more times, k to end, m1.\nRnd 3: Knit.\nRepeat rnds 2 and 3 40 more times."
)


@pytest.mark.parametrize(("gauge", "total"), [(STOCKINETTE, 294.96), (GARTER, 425.04)])
def test_eight_stacked_single_increases_every_second_round_make_the_angle_of_the_table(gauge, total):
    """8 x 2 atan(0.25 w / h): each side of a line takes half of a single increase; the mesh comes within 3 degrees."""
    layout = lay_flat(worked(STACKED), gauge)
    found = [each for each in flatness(layout) if each.bend is Bend.CENTRE]
    assert 360 - found[0].defect_deg == pytest.approx(total, abs=0.5)
    if total < 360:
        start, end = (layout.points[-1, at] - layout.points[30, at] for at in (0, -1))
        assert 360 - degrees(np.angle(start / end)) == pytest.approx(total, abs=3)
    else:
        assert layout.cut
    (pull,) = (each for each in flatness(layout) if "longer" in said(each.about))
    assert "each of 8 lines" in said(pull.about)


EIGHT_ROWS = (
    "Cast on 41 sts.\nMark the center stitch.\nRow 1 (RS): Kfb, k to 1 st before center st, cdd, k to last st, kfb.\n"
    "Row 2: Kfb, k to last st, kfb.\nRow 3: As row 1.\nRow 4: K to last st, kfb.\nRow 5: As row 1.\nRow 6: Knit.\n"
    "Row 7: As row 1.\nRow 8: Knit.\nRepeat rows 1-8 24 more times."
)


def test_an_asymmetric_triangle_of_eight_rows_has_the_apexes_and_the_notch_of_the_table():
    """Six stitches at one edge and five at the other in eight rows, half a stitch off each side of the centre a row:
    atan(6/4) - 45 and atan(5/4) - 45; the last row turns by 90 at the centre."""
    layout = lay_flat(worked(EIGHT_ROWS), GARTER)
    assert layout.method == "exact"
    apexes = [
        plateaus(leans_deg(zone, last=False))[0].fold_deg + plateaus(leans_deg(zone, last=True))[0].fold_deg
        for zone in layout.zones
    ]
    assert apexes == pytest.approx([11.31, 6.34], abs=0.5)
    centre = layout.points[-1]
    notch = degrees(np.angle((centre[2] - centre[1]) / (centre[0] - centre[1]))) % 360
    assert min(notch, 360 - notch) == pytest.approx(90, abs=0.5)
    assert Polygon([(at.real, at.imag) for at in outline(layout)]).is_valid


def test_a_poncho_panel_has_the_lines_and_corners_of_the_table():
    """27 to 67 in 40 rows at 0.75: 40 hypot(0.5, 0.75) along the centre, 40 times 0.75 along a side."""
    found = measure(lay_flat(knitted(made("poncho-panel", cast_on=27, to=67)), STOCKINETTE))
    assert (found.angles["centre"], found.angles["centre end"]) == (
        pytest.approx(247.38, abs=0.5),
        pytest.approx(112.62, abs=0.5),
    )
    assert found.marks_cm["centre"] == pytest.approx(36.06, rel=0.005)
    assert [side.length for side in found.sides if "edge" in side.edge] == pytest.approx([30, 30], rel=0.005)


def test_a_fringe_triangle_begins_at_126_87_degrees():
    """One stitch a row at each edge in garter: 2 atan(2)."""
    points = lay_flat(knitted(made("fringe-triangle")), GARTER).points
    start, end = points[-1, 0] - points[20, 0], points[-1, -1] - points[20, -1]
    assert abs(degrees(np.angle(start / end))) == pytest.approx(126.87, abs=0.5)


@pytest.mark.parametrize("text", [CORNER, MITRE])
def test_squares_are_squares_in_garter_and_none_in_stockinette(text):
    assert flatness(lay_flat(worked(text), GARTER)) == ()
    (found,) = flatness(lay_flat(worked(text), STOCKINETTE))
    assert said(found.about) == "Its corners are 67° and 113°: in this gauge it is no square."


@pytest.mark.parametrize("name", ["triangle", "corner-cloth", "mitre", "fringe-triangle", "zigzag", "framed-chart"])
def test_what_is_made_to_lie_flat_does_in_its_own_gauge(name):
    layout = lay_flat(knitted(made(name)))
    assert [each for each in flatness(layout, CONSTRUCTIONS[name].curvature) if not each.wished] == []


@pytest.mark.parametrize(
    ("degrees_", "verdict"), [(9, Verdict.FLAT), (-12, Verdict.BLOCKS), (30, Verdict.BLOCKS), (-31, Verdict.SHOWS)]
)
def test_a_missing_angle_has_a_verdict(degrees_, verdict):
    assert verdict_of(degrees_) is verdict


def test_a_series_is_told_in_plateaus_and_what_is_short_belongs_to_a_change():
    found = plateaus([10.0] * 8 + [25.0] * 3 + [40.0] * 8)
    assert [(each.first, each.last, each.fold_deg) for each in found] == [(0, 9, 10.0), (10, 18, 40.0)]


def test_one_side_longer_than_the_other_pulls():
    """After the mark the cloth leans by half a stitch a row, before it it stands: sqrt(0.25 + 0.25) to 0.5."""
    text = "Cast on 41 sts.\nMark the center stitch.\nRow 1: K to center st, k1, yo, k to end.\nRow 2: Knit.\nRepeat rows 1 and 2 19 more times."
    found = [each for each in flatness(lay_flat(worked(text), GARTER)) if each.bend is Bend.PULL]
    assert said(found[0].about) == "The side after 'centre' is 41% longer than the other: it should pull."


def test_eyelets_always_in_one_order_are_warned_of():
    same = "Cast on 40 sts.\nRow 1: *k6, yo, k2tog; rep from * to end.\nRow 2: Purl.\nRepeat rows 1 and 2 9 more times."
    turned = same.replace(
        "Row 2: Purl.", "Row 2: Purl.\nRow 3: *k6, ssk, yo; rep from * to end.\nRow 4: Purl."
    ).replace("1 and 2", "1-4")
    bends = [[each.bend for each in flatness(lay_flat(worked(text)))] for text in (same, turned)]
    assert (Bend.SLANT in bends[0], Bend.SLANT in bends[1]) == (True, False)


@pytest.mark.parametrize(
    ("text", "meant"),
    [
        ("Cast on 40 sts.\nJoin to work in the round.\nRnd 1: Knit.\nRepeat rnd 1 9 more times.", Curvature.TUBE),
        (TRIANGLE, Curvature.FLAT),
        (
            "Cast on 60 sts.\nMark sts 15 and 45.\nRow 1: *k to marked st, yo, k1, yo; rep from * once, k to end.",
            Curvature.FLAT,
        ),
    ],
)
def test_what_a_piece_is_meant_for_is_told_from_its_shape(text, meant):
    layout = lay_flat(worked(text + "\nKnit 6 rows." if "Join" not in text else text))
    assert meant_to(layout) is (Curvature.CUPS if "15 and 45" in text and layout.rows[-1].end > 60 else meant)
