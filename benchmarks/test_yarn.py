"""Yarn: sums that follow the runs, what weighings tell, stripes from leftovers; and made-up knitters."""

from dataclasses import replace
from time import perf_counter

import numpy as np
import pytest

from benchmarks.pace import paced
from benchmarks.yarn_simulation import SHAPES, WORLDS, outcome, shape
from knitting.measures import Gauge
from knitting.sizing.could_become import could_become
from knitting.written import work_text
from knitting.yarn.metres import by_stitch, spent
from knitting.yarn.outlook import endings, outlook
from knitting.yarn.stripes import Bands, stripes
from knitting.yarn.weighing import Weighing, Yarn, learned

GAUGE = Gauge(20, 28, washed=True)
TRIANGLE = """Cast on 3 sts.
Mark the centre stitch.
Row 1 (RS): K1, yo, k to centre st, yo, k1, yo, k to last st, yo, k1.
Row 2 (WS): Purl.
Repeat rows 1 and 2 until there are {stitches} sts.
Bind off."""


def best(ask, times=5):
    """The best of some times, in seconds."""
    taken = []
    for _ in range(times):
        begun = perf_counter()
        ask()
        taken.append(perf_counter() - begun)
    return min(taken)


@pytest.fixture(scope="module")
def large():
    return work_text(TRIANGLE.format(stitches=1003)).worked


def test_metres_of_a_quarter_of_a_million_stitches(large):
    runs = best(lambda: spent(large, GAUGE))
    one_by_one = best(lambda: by_stitch(large, GAUGE), 1)
    print(f"\n{large.stitches} stitches: {runs * 1000:.1f} ms, stitch by stitch {one_by_one / runs:.0f} times as long")
    assert runs < paced(0.005)
    assert one_by_one > 100 * runs


def test_ten_times_the_stitches_at_the_same_runs():
    words = (
        "Cast on {count} sts.\nRow 1 (RS): K1, yo, k to end.\nRow 2 (WS): Knit.\nRepeat rows 1 and 2 199 more times."
    )
    small, wide = (work_text(words.format(count=count)) for count in (400, 4000))
    taken = [best(lambda each=each: spent(each.worked, GAUGE), 9) for each in (small, wide)]
    print(
        f"\n{small.worked.stitches} stitches {taken[0] * 1000:.2f} ms, {wide.worked.stitches} {taken[1] * 1000:.2f} ms"
    )
    assert taken[1] < 1.5 * taken[0]


def test_fit_and_outlook_of_five_hundred_stops(large):
    sums = spent(large, GAUGE)
    yarn = Yarn(sums.colours[0], 100.0, float(sums.whole[0]), weighed=True)
    every = tuple(replace(stop, row=min(row, sums.rows)) for row, stop in enumerate(2 * endings(large, sums, GAUGE)))[
        :500
    ]
    weighings = [Weighing(row, sums.colours[0], 100.0 * (1 - row / sums.rows) ** 2) for row in (100, 250, 400)]
    taken = best(lambda: outlook(learned(sums, [yarn], weighings), every))
    print(f"\n{len(every)} stops: {taken * 1000:.1f} ms")
    assert len(every) == 500
    assert taken < paced(0.010)


def test_a_free_order_of_twelve_leftovers():
    rng = np.random.default_rng(12)
    row_m = np.linspace(0.2, 4.0, 300)
    yarns = [Yarn(chr(65 + at), 50.0, float(metres)) for at, metres in enumerate(rng.uniform(15, 70, 12))]
    taken = best(lambda: stripes(row_m, yarns, Bands.FREE, bind_off_m=5.0), 3)
    print(f"\n12 yarns: {taken * 1000:.0f} ms")
    assert taken < paced(0.300)


def test_what_it_could_become():
    taken = best(lambda: list(could_become(600.0)), 2)
    print(f"\nall shapes: {taken * 1000:.0f} ms")
    assert taken < paced(1.0)


def test_made_up_knitters_have_enough_as_often_as_they_are_told():
    """Bounds for the world of the prior: nine hands in ten, and a tenth of a hundred more for the sample."""
    world = WORLDS[0]
    rng = np.random.default_rng(7)
    by_shape = [[outcome(of, world, 2, rng) for _ in range(300)] for of in map(shape, SHAPES)]
    held = np.mean([each.held for found in by_shape for each in found])
    out = [np.mean([each.ran_out for each in found]) for found in by_shape]
    print(f"\n90 % band holds {held:.0%}, runs out {np.mean(out):.1%}, worst {max(out):.1%}")
    assert 0.86 <= held <= 0.99
    assert max(out) <= 0.113
