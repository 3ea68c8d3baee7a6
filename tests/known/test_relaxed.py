"""Pieces whose parts do not fit flat: the relaxed mesh against the exact layout, and against closed forms.

Lengths in stitch widths; plane geometry (a flat disc's circumference grows by 2 pi a unit of radius)."""

import math

import numpy as np
import pytest
from shapely import Polygon

from knitting.cloth import lay_flat, measure, outline, outlines
from knitting.cloth.joining import join, unrolled
from knitting.cloth.mesh import build_mesh
from knitting.cloth.relaxing import relax
from knitting.cloth.sheet import spread
from knitting.measures import Gauge
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE

GARTER = Gauge(10, 20)
STOCKINETTE = Gauge(10, 10 / 0.75)
HELD = (
    "Cast on 12 sts.\nKnit 2 rows.\nRow 3: k8, turn\nRow 4: k4, turn\nRow 5: k to end\nRow 6: Knit.\n"
    "Row 7: k4, place next 4 sts on hold as a, k4\nRow 8: Knit.\nRow 9: Knit.\nReturn a to needle.\nRow 10: Knit.\n"
    "Row 11: k2, bo 3, k to end\nRow 12: k7, co 3, k2\nRow 13: Knit."
)


def relaxed(layout, start):
    mesh = build_mesh(layout.zones, layout.walls, layout.gauge.stitch_cm)
    return mesh, relax(mesh, start(mesh), 2000)


@pytest.mark.parametrize("text", [CORNER, MITRE, TRIANGLE])
@pytest.mark.parametrize("gauge", [GARTER, STOCKINETTE])
def test_the_mesh_agrees_with_the_exact_layout_where_both_apply(text, gauge):
    layout = lay_flat(worked(text), gauge)
    _, found = relaxed(layout, unrolled)
    edge = [-found.points[[0, -1]].conjugate(), layout.points[[0, -1]]]
    ends = [
        (np.abs(np.diff(points[:, [0, -1]], axis=1)), np.abs(np.diff(points[:, [0, -1]], axis=0))) for points in edge
    ]
    for one, other in zip(*ends, strict=True):
        assert one == pytest.approx(other, rel=0.005, abs=0.05)
    assert float(found.strain.max()) < 0.02


def test_a_triangle_in_garter_comes_to_a_straight_neck_from_a_bad_start():
    """The table asks for 180 degrees within 1; the start is a fan of half a circle."""
    layout = lay_flat(worked(TRIANGLE.replace("61", "249")), GARTER)

    def fanned(mesh):
        rows, lines = np.meshgrid(mesh.samples, np.linspace(-1, 1, mesh.lines), indexing="ij")
        return (3.0 + rows * 0.5) * np.exp(1j * (math.pi / 2 - lines * math.pi / 4))

    mesh, found = relaxed(layout, fanned)
    late = found.points[len(mesh.samples) // 2 :]
    start, end = late[-1, 0] - late[0, 0], late[-1, -1] - late[0, -1]
    assert abs(math.degrees(np.angle(start / end))) == pytest.approx(180, abs=1)
    rows = mesh.samples[-1] - mesh.samples[len(mesh.samples) // 2]
    assert [abs(start), abs(end)] == pytest.approx([rows * 0.5 * math.sqrt(2)] * 2, rel=0.01)


def scattered(rate: float, rounds: int, start: int = 60) -> str:
    """Rounds with so many increases, set at other places in each."""
    lines = [f"Cast on {start} sts.", "Join to work in the round."]
    count, due = start, 0.0
    for number in range(1, rounds + 1):
        due += rate
        more, due = int(due), due - int(due)
        apart = count // max(more, 1)
        first = max((number * 7) % apart, 1)
        gaps = [first, *[apart] * (more - 1), count - first - apart * (more - 1)] if more else [count]
        lines.append(f"Rnd {number}: " + ", m1, ".join(f"k{gap}" for gap in gaps if gap))
        count += more
    return "\n".join(lines)


@pytest.mark.parametrize(("gauge", "rate"), [(STOCKINETTE, 2 * math.pi * 0.75), (GARTER, 2 * math.pi * 0.5)])
def test_a_disc_with_scattered_increases_lies_flat_at_its_rate(gauge, rate):
    """2 pi h / w increases a round: 4.71 at 0.75 and 3.14 in garter; 360 degrees within 4 %."""
    layout = lay_flat(worked(scattered(rate, 60)), gauge)
    assert layout.method == "relaxed"
    start, end = (layout.points[-1, at] - layout.points[40, at] for at in (0, -1))
    missing = math.degrees(np.angle(start / end))
    assert 360 - missing == pytest.approx(360, rel=0.04)


def test_a_capelet_is_relaxed_and_its_outline_is_whole():
    """The area of the cloth is that of its stitches, within the strain that it shows; shapely as the referee."""
    layout = lay_flat(knitted(made("capelet")))
    shape = Polygon([(at.real, at.imag) for at in outline(layout)])
    assert layout.method == "relaxed"
    assert shape.is_valid
    assert measure(layout).area_cm2 == pytest.approx(shape.area)
    assert shape.area == pytest.approx(layout.area_cm2, rel=0.02)
    assert 0.01 < layout.strain < 0.08


@pytest.mark.parametrize("text", [HELD, CORNER])
def test_every_row_of_the_sheet_covers_the_whole_breadth(text):
    sheet = spread(worked(text), 0)
    for at, links in enumerate(sheet.maps):
        assert links[-1].old + links[-1].uses * links[-1].times == sheet.counts[at]
        assert links[-1].new + links[-1].makes * links[-1].times == sheet.counts[at + 1]


def test_what_rests_keeps_its_place_on_the_sheet_and_gets_no_height():
    """4 of 12 stitches held for two rows after their own row, 3 bound off and cast on in mid-row, two turns."""
    sheet = spread(worked(HELD), 0)
    assert set(sheet.counts) == {15}
    assert [len(each) for each in sheet.resting] == [1, 1, 1, 2, 2, 1, 2, 2, 2, 1, 1, 1, 1]
    layout = lay_flat(worked(HELD), GARTER)
    assert layout.area_cm2 == pytest.approx(sum(_worked(row) for row in layout.rows) * 0.5, rel=0.08)


def _worked(row):
    rests = {"unworked", "hold", "bo", "co"}
    runs = [run for part in row.work for run in part.runs]
    left = row.start - sum(run.work.uses * run.times for run in runs) if row.turned else 0
    return row.end - left - sum(run.work.makes * run.times for run in runs if run.work.key in rests)


def test_stitches_on_a_holder_at_the_end_leave_a_live_edge():
    text = "Cast on 20 sts.\nKnit 10 rows.\nRow 11: k10, place next 10 sts on hold as left.\nKnit 20 rows."
    found = measure(lay_flat(worked(text), GARTER))
    assert {side.edge for side in found.sides} >= {"live row", "slit"}
    assert found.area_cm2 == pytest.approx((20 * 11 - 10 + 10 * 20) * 0.5, rel=0.03)
    assert (found.width_cm, found.height_cm) == (pytest.approx(20, abs=0.5), pytest.approx(15.5, abs=0.5))


def test_a_round_that_turns_more_than_once_is_laid_in_sectors():
    """Eight wedges of 90 degrees are two whole turns: drawn in pieces, none of which overlaps another."""
    layout = lay_flat(knitted(made("disc", wedges=8, start=2, rounds=30)), GARTER)
    shapes = [Polygon([(at.real, at.imag) for at in edge]) for edge in outlines(layout)]
    assert len(shapes) >= 3
    assert sum(shape.area for shape in shapes) == pytest.approx(layout.area_cm2, rel=0.01)
    assert all(not a.intersects(b) for at, a in enumerate(shapes) for b in shapes[at + 1 :])


def test_zones_joined_start_a_mesh_where_they_lie():
    layout = lay_flat(worked(MITRE), GARTER)
    mesh = build_mesh(layout.zones, layout.walls, layout.gauge.stitch_cm)
    assert join(layout.zones).on(mesh)[0, 0] == pytest.approx(-layout.points[0, 0].conjugate())
