"""All constructions as they are drawn: outlines that do not cross themselves, rows that do not cross each other,
the right edge on top, straight edges straight, marks where their eyelets are. shapely is the referee."""

from itertools import combinations

import numpy as np
import pytest
from shapely import LineString, Polygon

from drawing.cloth import lay_out
from knitting.cloth import lay_flat, measure, outlines, texture_patches, upright
from knitting.constructions import CONSTRUCTIONS
from knitting.stitches import Look
from tests.knitting.planning import knitted, made


def laid(name):
    return lay_flat(knitted(made(name)))


PRESSED = {"doubling-circle": 0.04}
"""After a doubling there is twice as much cloth as room for it."""


@pytest.mark.parametrize("name", sorted(CONSTRUCTIONS))
def test_no_outline_crosses_itself_and_the_cloth_has_the_area_of_its_stitches(name):
    layout = laid(name)
    shapes = [Polygon([(at.real, at.imag) for at in edge]) for edge in outlines(layout)]
    assert all(shape.is_valid for shape in shapes)
    row = [(at.real, at.imag) for at in layout.points[0]]
    tab = Polygon(row).area if layout.from_tab and len(row) > 2 else 0.0  # a straight neck holds no area
    pressed = PRESSED.get(name, 0.02)
    assert sum(shape.area for shape in shapes) - tab == pytest.approx(layout.area_cm2, rel=pressed)


@pytest.mark.parametrize("name", sorted(CONSTRUCTIONS))
def test_no_row_crosses_another_and_each_lies_on_the_cloth(name):
    layout = laid(name)
    page = lay_out(layout)
    rows = range(0, page.boundaries, max(page.boundaries // 24, 1))
    lines = [LineString(line) for row in rows for line in page.needle(row) if len(line) > 1]
    assert not any(one.crosses(other) for one, other in combinations(lines, 2))
    cloth = [Polygon(line).buffer(1.0) for line in page.outlines]
    tabbed = (Polygon if len(page.tab) > 2 else LineString)(page.tab).buffer(1.0) if page.tab else None
    for line in lines:
        assert any(shape.covers(line) for shape in [*cloth, *([tabbed] if tabbed else [])])


def height(layout, row, share):
    """How high a place of a row lies when the cloth is laid as it is used."""
    return (layout.place(row, layout.sheet.counts[row] * share) * upright(layout)).imag


TOPS = [
    ("triangle", (0, 0.5), (-1, 0.5), "the neck above the point"),
    ("fringe-triangle", (-1, 0.5), (0, 0.5), "the bound-off edge above the point"),
    ("poncho-panel", (0, 0.5), (-1, 0.5), "the neck above the point"),
    ("capelet", (0, 0.5), (-1, 0.5), "the neck above the hem at the back"),
    ("capelet", (0, 0.0), (0, 0.5), "the front opening above the back of the neck"),
    ("yoke", (-1, 0.0), (-1, 0.5), "the beginning of the round above the back"),
    ("disc", (-1, 0.0), (-1, 0.5), "the beginning of the round on top"),
    ("zigzag", (-1, 0.5), (0, 0.5), "the last row"),
    ("bias-scarf", (-1, 0.5), (0, 0.5), "the last row"),
    ("framed-chart", (-1, 0.5), (0, 0.5), "the last round"),
    ("held-wing", (48, 0.5), (0, 0.0), "the end of the centre line above the wings"),
]


@pytest.mark.parametrize(("name", "above", "below", "says"), TOPS, ids=[f"{case[0]}: {case[3]}" for case in TOPS])
def test_the_edge_that_the_construction_says_lies_on_top(name, above, below, says):
    layout = laid(name)
    last = len(layout.rows)
    (row, share), (other, other_share) = [(last if at < 0 else at, part) for at, part in (above, below)]
    assert height(layout, row, share) > height(layout, other, other_share)


@pytest.mark.parametrize("name", ["corner-cloth", "mitre"])
def test_a_square_lies_on_its_side(name):
    layout = laid(name)
    directions = [side.direction * upright(layout) for side in measure(layout).sides]
    assert all(min(abs(each.real), abs(each.imag)) < 0.02 for each in directions)


def test_the_long_edge_of_a_triangle_is_straight_and_level():
    layout = laid("triangle")
    edge = np.concatenate([layout.points[::-1, -1], layout.points[:, 0]]) * upright(layout)
    assert np.ptp(edge.imag) < 0.05 * layout.gauge.stitch_cm + 1e-6


@pytest.mark.parametrize("name", ["triangle", "poncho-panel", "held-wing"])
def test_the_thread_of_a_centre_runs_where_its_eyelets_are(name):
    """Yarn overs on both sides of the centre stitch lie within two stitches of its line."""
    layout = laid(name)
    centre = next(at for at, wall in enumerate(layout.walls) if wall.name == "centre")
    found = 0
    for row, study in enumerate(layout.studies[:40], start=1):
        line = layout.wall_points(centre)[row]
        places = [layout.place(row, e.new) for e in study.count_changes if e.stitch and e.stitch.look is Look.HOLE]
        near = [place for place in places if abs(place - line) < 2.1 * layout.gauge.stitch_cm]
        found += len(near)
        assert len(near) in (0, 2)
    assert found >= 30


def test_no_texture_of_a_hat_lies_between_its_wedges():
    layout = laid("crown")
    cloth = Polygon([(at.real, at.imag) for at in layout.outlines[0]]).buffer(0.01)
    patches = [Polygon([(at.real, at.imag) for at in patch.outline]).buffer(0) for patch in texture_patches(layout)]
    assert patches
    assert all(cloth.covers(patch) for patch in patches)
