"""How long yarn is: by gauge, by stitch, by what a piece is begun and closed with."""

import numpy as np
import pytest

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.fabric import FABRICS
from knitting.forecast.forecast import forecast_of
from knitting.forecast.metres import metres_of
from knitting.measures import Gauge
from knitting.stitches import STITCHES
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from knitting.written import work_text
from knitting.yarn.exchange import metres_a_square_metre, metres_in_same_size, metres_of_same_counts
from knitting.yarn.labels import label_of
from knitting.yarn.lengths import loop_cm, loops_a_stitch, work_length
from knitting.yarn.metres import KNITTED, SPENDINGS, Knitted, Spending, by_stitch, spent
from knitting.yarn.tails import Seam, bind_off_m, cast_on_m, fringe_m, seam_m, waste_yarn_m

TRIANGLE = """Gauge: 20 sts and 28 rows = 10 cm, washed
Cast on 3 sts.
Mark the centre stitch.
Row 1 (RS): K1, yo, k to centre st, yo, k1, yo, k to last st, yo, k1.
Row 2 (WS): Purl.
Repeat rows 1 and 2 {times} more times.
Bind off."""


def triangle(times):
    return work_text(TRIANGLE.format(times=times)).worked


@pytest.mark.parametrize(
    ("gauge", "expected"),
    [
        (Gauge(20, 28, washed=True), 2.05),
        (Gauge(20, 28, washed=False), 1.90),
        (Gauge(20, 28, guessed=True), 1.975),
        (Gauge(20, 28), 1.975),
        (Gauge(20, 28, "rib2x2", washed=True), 2.05 / 0.65),
        (Gauge(20, 28, "reeds of her own", washed=True), 2.05),
    ],
)
def test_a_loop_is_as_long_as_its_swatch_tells(gauge, expected):
    """D. L. Munden 1959 (values from memory): 3.8 stitch widths unwashed, 4.1 wet-relaxed."""
    assert loop_cm(gauge) == pytest.approx(expected, abs=1e-9)


@pytest.mark.parametrize(
    ("key", "loops"),
    [("k", 1), ("p", 1), ("yo", 0.8), ("kfb", 1.9), ("k2tog", 1.12), ("cdd", 1.24), ("sl", 0.24), ("c4l", 4.08),
     ("hold", 0), ("drop", 0), ("m1", 1), ("pick_up", 1.1)],
)  # fmt: skip
def test_a_stitch_takes_so_many_loops(key, loops):
    """From geometry: a further loop drawn through is 0.12, a float over a slipped stitch 0.24."""
    assert work_length(STITCHES[key]).loops == pytest.approx(loops)


@pytest.mark.parametrize(
    ("fabric", "loops"), [("garter", 1.0), ("rib1x1", 1.03), ("rib2x2", 1.015), ("rib3x3", 1.01), ("seed", 1.03)]
)
def test_crossings_make_a_ribbed_stitch_longer(fabric, loops):
    """Geometry: the yarn goes through once for each change between knit and purl."""
    assert loops_a_stitch(FABRICS[fabric]) == pytest.approx(loops, abs=0.002)


def test_three_into_five_takes_five_loops():
    worked = work_text("Cast on 3 sts.\nRow 1: (K1, yo, k1, yo, k1) in next 3 sts.\n").worked
    assert not worked.problems
    assert spent(worked).loops[0] == pytest.approx(5.2, abs=0.05)


@pytest.mark.parametrize("times", [0, 7, 249])
def test_sums_by_runs_are_the_sums_stitch_by_stitch(times):
    worked, gauge = triangle(times), Gauge(20, 28, washed=True)
    assert spent(worked, gauge).by_spending[0, 1] == pytest.approx(by_stitch(worked, gauge), abs=1e-6)


def test_running_sums_only_grow_and_come_to_the_whole():
    found = spent(triangle(20))
    assert (np.diff(found.of("")) > 0).all()
    assert found.whole[0] == pytest.approx(found.by_spending[0].sum())
    assert found.closing[0] == pytest.approx(found.by_spending[0, SPENDINGS.index(Spending.BIND_OFF)])


def test_a_corner_cloth_has_as_many_stitches_as_its_sums():
    """Cast on 4, one more a row up to 45, one fewer a row back to 4: 5 + ... + 45 + 44 + ... + 4, by hand 2,009."""
    text = """Cast on 4 sts.
Row 1: K2, m1, k to end.
Repeat row 1 until there are 45 sts.
Section: Back
Row 1: K1, k2tog, k to end.
Repeat row 1 until 4 sts remain."""
    worked = work_text(text).worked
    assert (worked.problems, worked.stitches) == ((), 2009)


WHAT = [
    ("Row 1 (RS): Knit.\nRow 2 (WS): Knit.\nRepeat rows 1 and 2 5 more times.", Knitted.GARTER),
    ("Row 1 (RS): Knit.\nRow 2 (WS): Purl.\nRepeat rows 1 and 2 5 more times.", Knitted.STOCKINETTE),
    ("Row 1 (RS): *K2, p2; rep from * to end.\nRow 2 (WS): *K2, p2; rep from * to end.", Knitted.RIBBED),
    ("Row 1 (RS): *K2tog, yo; rep from * to end.\nRow 2 (WS): *K2tog, yo; rep from * to end.", Knitted.LACE),
    ("Join to work in the round.\nRnd 1: Knit.\nRnd 2: Knit.\nRnd 3: Knit.\nRnd 4: Knit.", Knitted.STOCKINETTE),
]


@pytest.mark.parametrize(("rows", "most"), WHAT)
def test_rows_are_told_apart_by_what_is_knitted(rows, most):
    worked = work_text(f"Cast on 24 sts.\n{rows}").worked
    assert not worked.problems
    shares = spent(worked).metres[-1].sum(axis=0) - spent(worked).metres[0].sum(axis=0)
    assert KNITTED[int(shares.argmax())] is most


def test_colours_are_carried_or_cut():
    body = "Yarn A: Slate\nYarn B: Ember\nStripes: {a} rows A, {b} rows B\nCast on 10 sts.\n" + (
        "Row 1: Knit.\nRepeat row 1 59 more times."
    )
    joins = SPENDINGS.index(Spending.JOINS)
    carried = spent(work_text(body.format(a=2, b=2)).worked).by_spending[:, joins].sum()
    cut = spent(work_text(body.format(a=10, b=10)).worked).by_spending[:, joins].sum()
    assert 0 < carried < 29 * 0.1
    assert cut == pytest.approx(5 * 0.30)


def test_gauges_from_a_row_on_count_from_there():
    worked = work_text("Cast on 10 sts.\nRow 1: Knit.\nRepeat row 1 9 more times.").worked
    loose = Gauge(10, 20)
    rows = spent(worked, Gauge(20, 40), ((6, loose),)).of("")
    assert np.diff(rows)[0] * 2 == pytest.approx(np.diff(rows)[5])


def test_what_no_row_shows():
    gauge = Gauge(20, 28, washed=True)
    assert cast_on_m(100, gauge) == pytest.approx(2.05 + 2.05 + 0.20)
    assert cast_on_m(100, gauge, picked_up=True) == pytest.approx(2.255)
    assert cast_on_m(100, gauge, "backward_loop") == pytest.approx(2.05 * 0.8 + 0.15)
    assert bind_off_m(100, gauge, "stretchy") == pytest.approx(2.05 * 1.25 + 0.15)
    assert bind_off_m(0, gauge) == 0
    assert seam_m(100, Seam.WHIP) == pytest.approx(3.70)
    assert waste_yarn_m(80, gauge) == pytest.approx(0.70)
    assert fringe_m(20, 18) == pytest.approx(7.2)


def test_a_square_metre_of_plain_cloth():
    """28 rows to 10 cm, plain, washed: 100 x 4.1 / (10 / 28 cm) metres, by hand."""
    assert metres_a_square_metre(Gauge(20, 28, washed=True)) == pytest.approx(1148, abs=1)


def test_another_yarn_for_the_same_counts_and_for_the_same_size():
    fine, thick = Gauge(24, 32, washed=True), Gauge(12, 16, washed=True)
    assert metres_of_same_counts(100, fine, thick) == pytest.approx(200)
    assert metres_in_same_size(100, fine, thick) == pytest.approx(50)


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_a_forecast_tells_the_metres_of_the_worked_piece(key):
    """Kinds of stitches move a piece by about a hundredth; a forecast takes them as plain."""
    forecast = forecast_of(answered(CONSTRUCTIONS[key], {}).plan())
    worked = work_piece(compiled(forecast))
    assert metres_of(forecast) == pytest.approx(float(spent(worked, forecast.plan.gauge_at(1)).whole.sum()), rel=0.05)


@pytest.mark.parametrize(
    ("text", "fabric", "washed"),
    [
        ("garter, unwashed", "garter", False),
        ("garter stitch, after blocking", "garter", True),
        ("washed", "", True),
        ("in stockinette after washing", "stockinette", True),
        ("garter", "garter", None),
    ],
)
def test_a_gauge_tells_which_swatch_it_was(text, fabric, washed):
    piece = read(f"Gauge: 20 sts and 40 rows = 10 cm, {text}\nCast on 5 sts.").piece
    assert (piece.headers.gauge.fabric, piece.headers.gauge.washed) == (fabric, washed)
    assert read(write(piece)).piece.headers.gauge == piece.headers.gauge


@pytest.mark.parametrize(
    ("said", "grams", "metres", "balls"),
    [
        ("Kelp, 50 g, 104 m", 50, 104, 0),
        ("Kelp, 3 x 50g/104m", 50, 104, 3),
        ("2 balls of kelp, 100 g / 210 metres", 100, 210, 2),
        ("Kelp, 115 yds, 50 g", 50, 105.16, 0),
        ("Kelp", 0, 0, 0),
    ],
)
def test_a_label_is_read(said, grams, metres, balls):
    found = label_of(said)
    assert (found.grams, found.metres, found.balls) == (grams, metres, balls)
