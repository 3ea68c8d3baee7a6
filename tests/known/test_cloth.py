"""How known pieces lie: angles, sides and areas from a feasibility study's closed forms (plane geometry:
Pythagoras; a row is w wide a stitch and h high), lengths in stitch widths."""

import math
from itertools import pairwise

import numpy as np
import pytest
from shapely import Polygon

from knitting.cloth import Layout, NoLayout, lay_flat, measure, outline
from knitting.cloth.layout import FITS
from knitting.cloth.zones import straightened
from knitting.measures import Gauge
from knitting.saying.pieces import said_corners
from knitting.saying.statements import said
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE

GARTER = Gauge(10, 20)
STOCKINETTE = Gauge(10, 10 / 0.75)
ZIGZAG = "CO 70\nRow 1: *k6, k2tog, k5, kfb; rep from * to end.\nRepeat row 1 99 more times.\nBind off."
LARGE_TRIANGLE = TRIANGLE.replace("61", "249")


def laid(text: str, gauge: Gauge) -> Layout:
    layout = lay_flat(worked(text), gauge)
    assert isinstance(layout, Layout)
    assert layout.method == "exact"
    return layout


def test_corner_cloth_is_a_square_of_29_7_with_its_widest_row_of_45():
    measures = measure(laid(CORNER, GARTER))
    assert [corner.angle for corner in measures.corners] == pytest.approx([90] * 4, abs=0.5)
    assert [side.length for side in measures.sides] == pytest.approx([21 * math.sqrt(2)] * 4, abs=0.5)
    assert max(row.end for row in worked(CORNER).rows) == 45


def test_mitred_square_has_a_right_corner_and_sides_of_24():
    measures = measure(laid(MITRE, GARTER))
    assert measures.angles["centre"] == pytest.approx(90, abs=0.5)
    assert sorted(side.length for side in measures.sides) == pytest.approx([24, 24, 24.5, 24.5], abs=0.5)
    assert measures.area_cm2 == pytest.approx(600, rel=0.03)


def test_centre_out_triangle_has_a_straight_neck_and_a_right_angle_at_the_tip():
    measures = measure(laid(LARGE_TRIANGLE, GARTER))
    assert measures.angles["centre"] == pytest.approx(180, abs=0.5)
    assert measures.angles["centre end"] == pytest.approx(90, abs=0.5)
    neck = max(side.length for side in measures.sides)
    assert neck / 2 == pytest.approx(measures.marks_cm["centre"], rel=0.005)


def test_the_same_triangle_in_stockinette_bends_its_neck():
    measures = measure(laid(LARGE_TRIANGLE, STOCKINETTE))
    assert measures.angles["centre"] == pytest.approx(134.76, abs=0.5)
    assert measures.angles["centre end"] == pytest.approx(112.62, abs=0.5)


def test_corner_cloth_in_stockinette_is_no_square():
    angles = sorted(corner.angle for corner in measure(laid(CORNER, STOCKINETTE)).corners)
    assert angles == pytest.approx([67.4, 67.4, 112.6, 112.6], abs=0.5)


@pytest.mark.parametrize(("gauge", "lean", "factor"), [(GARTER, 45.0, 0.707), (STOCKINETTE, 33.69, 0.832)])
def test_zigzag_legs_lean_and_narrow_the_scarf(gauge, lean, factor):
    layout = laid(ZIGZAG, gauge)
    measures = measure(layout)
    assert measures.width_cm == pytest.approx(70 * factor, rel=0.005)
    side = next(side for side in measures.sides if side.edge == "start edge")
    legs = [leg for leg in measures.sides if leg.edge == "last row"]
    leans = [abs(90 - math.degrees(abs(math.atan2(*_turned(leg, side))))) for leg in legs]
    assert leans == pytest.approx([lean] * len(legs), abs=0.5)
    assert len(legs) == 10


def _turned(leg, side):
    direction = leg.direction / side.direction
    return direction.imag, direction.real


@pytest.mark.parametrize("text", [CORNER, MITRE, TRIANGLE, ZIGZAG])
@pytest.mark.parametrize("gauge", [GARTER, STOCKINETTE])
def test_area_and_outline_agree_with_shapely(text, gauge):
    layout = laid(text, gauge)
    shape = Polygon([(at.real, at.imag) for at in outline(layout)])
    assert shape.is_valid
    assert measure(layout).area_cm2 == pytest.approx(shape.area)


@pytest.mark.parametrize("text", [CORNER, MITRE, ZIGZAG])
def test_area_is_that_of_the_stitches(text):
    """Every stitch is a rectangle: the rows' mean counts times their height, as the cloth is only bent."""
    layout = laid(text, GARTER)
    counts = [layout.rows[0].start, *(row.end for row in layout.rows)]
    area = sum(low + high for low, high in pairwise(counts)) / 2 * 0.5
    assert measure(layout).area_cm2 == pytest.approx(area, rel=0.01)


@pytest.mark.parametrize("text", [CORNER, MITRE, TRIANGLE, LARGE_TRIANGLE, ZIGZAG])
def test_parts_that_fit_are_called_exact(text):
    assert measure(laid(text, GARTER)).exact


def test_a_border_without_increases_overlaps_at_the_tip_and_is_not_called_exact():
    """Where a fan of 90 degrees goes on straight, its halves would lie over one another by the border's square."""
    bordered = LARGE_TRIANGLE.replace("Bind off.", "Knit 4 rows.\nBind off.")
    layout = lay_flat(worked(bordered), GARTER)
    assert layout.misfit < FITS, "its walls fit closely: only the area tells"
    assert layout.method == "relaxed"
    assert not measure(layout).exact


def test_corners_are_said_unless_there_are_very_many():
    assert said_corners(measure(laid(CORNER, GARTER))) == "90, 90, 90 and 90 degrees"
    assert said_corners(measure(laid(ZIGZAG, GARTER))) == ""


@pytest.mark.parametrize("moves", [[0, 1], [1], [0, 0, 0, 1], [1, -1, 1], [2, 0, 1, 0, 0, 1]])
def test_a_stepped_edge_becomes_the_line_through_the_middles_of_its_steps(moves):
    steps = np.cumsum([0.0, *(moves * 12)])
    line = straightened(steps)
    slope = sum(moves) / len(moves)
    assert np.diff(line)[6:-6] == pytest.approx([slope] * (len(line) - 13), abs=1e-9)


@pytest.mark.parametrize(
    ("text", "reason"),
    [("Cast on 5 sts.", "two rows"), ("Cast on 5 sts.\nRow 1: Knit.", "two rows")],
)
def test_what_cannot_be_laid_is_refused_with_a_sentence(text, reason):
    layout = lay_flat(worked(text))
    assert isinstance(layout, NoLayout)
    assert reason in said(layout.reason)
    assert measure(layout).area_cm2 == 0


def test_rows_from_the_first_that_does_not_add_up_are_not_drawn():
    layout = lay_flat(worked("Cast on 9 sts.\nRow 1: Knit.\nRow 2: Knit.\nRow 3: K4\nRow 4: Knit."))
    assert len(layout.rows) == 2
    assert not layout.whole


def test_a_missing_gauge_is_guessed_and_says_so():
    garter = lay_flat(worked("Cast on 9 sts.\nKnit 6 rows."))
    stockinette = lay_flat(worked("Cast on 9 sts.\nRow 1: Knit.\nRow 2: Purl.\nRow 3: Knit."))
    assert (garter.gauge.fabric, garter.gauge.guessed) == ("garter", True)
    assert stockinette.gauge.fabric == "stockinette"


def test_what_begins_anew_is_not_drawn_on_what_was_before():
    second = "Cast on 9 sts.\nKnit 4 rows.\nLeave sts on hold as wing.\nCast on 9 sts.\nKnit 6 rows."
    pieces = "Cast on 9 sts.\nKnit 4 rows.\nBind off.\nCast on 9 sts.\nKnit 6 rows."
    for text in (second, pieces):
        layout = lay_flat(worked(text))
        assert isinstance(layout, Layout)
        assert (len(layout.rows), layout.whole) == (4, False)


def test_a_later_gauge_makes_rows_higher_and_stitches_wider_from_there_on():
    """Half of the rows at 40 to 10 cm, half at 20: 5 cm and 10 cm; 40 stitches at 20 and at 16 to 10 cm."""
    piece = worked("Cast on 40 sts.\nRow 1: Knit.\nRepeat row 1 39 more times.")
    found = measure(lay_flat(piece, Gauge(20, 40), later=((21, Gauge(16, 20)),)))
    assert (found.width_cm, found.height_cm) == (pytest.approx(25.0), pytest.approx(15.0))


def test_rounds_are_laid_cut_open_at_their_beginning():
    """A tube is a rectangle: 40 stitches and 30 rounds at 20 by 28 to 10 cm."""
    layout = lay_flat(
        worked("Cast on 40 sts.\nJoin to work in the round.\nRnd 1: Knit.\nRepeat rnd 1 29 more times."), Gauge(20, 28)
    )
    assert layout.in_round
    found = measure(layout)
    assert (found.width_cm, found.height_cm) == (pytest.approx(20.0), pytest.approx(30 / 2.8))


@pytest.mark.parametrize(("wedges", "ratio", "wedge"), [(3, 0.5, 90.0), (4, 0.5, 90.0), (5, 0.75, 67.38)])
def test_wedges_of_a_disc_lie_side_by_side_and_leave_what_is_missing_to_a_round(wedges, ratio, wedge):
    """One stitch a round in a wedge: 2 atan(w / 2h), 90 degrees in garter and 67.38 at 0.75; plane geometry."""
    layout = lay_flat(knitted(made("disc", wedges=wedges, start=2, rounds=40)), Gauge(20, 20 / ratio))
    first, last = (np.angle(side[-1] - side[0]) for side in (layout.points[-40:, 0], layout.points[-40:, -1]))
    assert float(np.degrees(first - last)) == pytest.approx(360 - wedges * wedge, abs=0.5)


@pytest.mark.parametrize("marking", ["stitch", "needle-before", "needle-after", "needle-both"])
def test_the_triangle_is_the_same_cloth_however_its_centre_is_marked(marking):
    """The neck edge is straight and the tip a right angle in garter, as in the first row of the table."""
    found = measure(lay_flat(knitted(made("triangle", marking=marking)), GARTER))
    assert found.exact
    assert said_corners(found) == "45, 90 and 45 degrees"
