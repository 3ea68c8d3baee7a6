"""What weighings tell, whether the yarn lasts, and where to stop, to weigh and to turn."""

from itertools import pairwise, permutations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import lsq_linear

from knitting.measures import Gauge
from knitting.saying.yarn import said_last_safe, said_lots, said_turn, said_weigh_next, yarn_lines
from knitting.statements import Refused
from knitting.written import work_text
from knitting.yarn.balls import balls_needed, turning_row, turning_stitches, way_back
from knitting.yarn.lots import lots
from knitting.yarn.metres import spent
from knitting.yarn.outlook import Reserve, last_safe, outlook
from knitting.yarn.report import yarn_report
from knitting.yarn.stripes import Bands, rhythm, stripes
from knitting.yarn.tails import cut_join_m
from knitting.yarn.weighing import Prior, Scale, Weighing, Yarn, learned, used
from tests.knitting.yarn.test_lengths_and_metres import triangle

GAUGE = Gauge(20, 28, washed=True)


def report(grams=50.0, weighings=(), **more):
    worked = triangle(50)
    metres = float(spent(worked, GAUGE).whole[0])
    yarns = (Yarn("", grams, metres * grams / 50, ball_grams=25),)
    return yarn_report(worked, GAUGE, yarns, weighings, **more)


def test_what_is_learned_is_least_squares_with_the_prior_as_data():
    """Checked against scipy's least squares over the stacked equations."""
    worked = triangle(40)
    sums, prior = spent(worked, GAUGE), Prior()
    yarn = Yarn("", 60.0, float(sums.whole[0]))
    weighings = [Weighing(30, "", 52.0), Weighing(60, "", 30.0), Weighing(81, "", 4.0)]
    hand = learned(sums, [yarn], weighings, prior)
    before = learned(sums, [yarn], [], prior)
    rows = [weighing.row for weighing in weighings]
    grams, adds = used(sums, 0, yarn.grams_a_metre, rows)
    equations = -adds
    equations[:, 2] = yarn.grams  # the label of the ball
    off = np.array([weighing.grams for weighing in weighings]) - (yarn.grams - grams)
    sd = np.sqrt(np.diag(before.covariance))
    stacked = np.vstack([equations / np.sqrt(prior.noise), np.diag(1 / sd)])
    wanted = np.concatenate([off / np.sqrt(prior.noise), np.zeros(len(sd))])
    assert hand.mean == pytest.approx(lsq_linear(stacked, wanted, tol=1e-15).x, abs=1e-8)
    assert hand.covariance == pytest.approx(np.linalg.inv(stacked.T @ stacked), abs=1e-8)


def test_the_order_of_weighings_does_not_matter():
    one, other = Weighing(40, "", 45), Weighing(80, "", 20)
    assert report(weighings=(one, other)).hand.mean == pytest.approx(report(weighings=(other, one)).hand.mean)


def test_a_weighing_of_the_piece_tells_as_much_as_one_of_what_is_left():
    left = report(weighings=(Weighing(80, "", 24.0),)).hand.factor
    piece = report(weighings=(Weighing(80, "", 26.0, Scale.PIECE),)).hand.factor
    assert left == pytest.approx(piece, abs=0.02)
    assert left < 1.0


def test_before_any_weighing_a_range_and_no_safe_row():
    found = report(grams=46)
    assert found.last_safe is None
    low, high = found.reach
    assert 0 < low < high
    assert "weigh it" in said_last_safe(found)
    assert f"row {low}" in said_last_safe(found)


def test_weighed_the_last_safe_row_is_told_with_the_next():
    found = report(grams=46, weighings=(Weighing(70, "", 21.0),))
    safe = found.last_safe
    assert safe.chance >= 0.9
    following = next(chance for chance in found.outlook if chance.row > safe.row)
    assert following.chance < 0.9
    assert f"Stop after row {safe.row}:" in said_last_safe(found)
    assert len(found.near_limit) == 7
    assert safe.row in [chance.row for chance in found.near_limit]


def test_what_is_reserved_is_left():
    free = report(grams=46, weighings=(Weighing(70, "", 21.0),))
    kept = report(grams=46, weighings=(Weighing(70, "", 21.0),), reserves=(Reserve("collar", "", 20.0),))
    assert kept.last_safe.row < free.last_safe.row


def test_it_is_weighed_where_that_tells_something():
    first = report(grams=46).weigh_next
    limit = report(grams=46).reach[0]
    assert 0 < first < limit
    assert f"after row {first}" in said_weigh_next(report(grams=46))
    assert report(grams=200, weighings=(Weighing(60, "", 180),)).weigh_next is None


def test_balls_end_before_the_row_that_would_run_out():
    found = report()
    running = found.spent.of("")
    for end in found.ball_ends:
        assert end.left_m >= 0
        assert end.row < found.spent.rows
    assert [end.ball for end in found.ball_ends] == [1]
    assert running[found.ball_ends[0].row] <= 25 / found.yarns[0].grams_a_metre
    assert balls_needed(300, 0, 100, 2) == 4


def test_no_chance_grows_from_stop_to_stop():
    chances = [chance.chance for chance in report(grams=46, weighings=(Weighing(60, "", 32),)).outlook]
    assert all(later <= earlier + 1e-9 for earlier, later in pairwise(chances))


@pytest.mark.parametrize(
    ("weighing", "says"),
    [(Weighing(500, "", 10), "none is row 500"), (Weighing(10, "Q", 10), "No yarn 'Q' is in the piece")],
)
def test_what_a_weighing_cannot_be(weighing, says):
    with pytest.raises(Refused) as refused:
        report(weighings=(weighing,))
    from knitting.saying.statements import said_refusal

    assert says in said_refusal(refused.value)


def test_nothing_is_told_of_yarn_that_is_not_known():
    found = yarn_report(triangle(10), GAUGE)
    assert (found.outlook, found.last_safe, found.weigh_next, found.reach) == ((), None, None, (0, 0))
    assert yarn_lines(found)
    assert last_safe(outlook(found.hand, ())) is None


@given(st.lists(st.floats(0.5, 9), min_size=2, max_size=60), st.floats(1, 400))
def test_the_turning_row_is_the_one_of_brute_force(rows, metres):
    growing = np.concatenate([[0.0], np.cumsum(rows)])
    back = way_back(growing)
    fits = [row for row in range(len(growing)) if growing[row] + back[row] <= metres]
    assert turning_row(growing, back, metres) == max(fits, default=0)


def test_the_turn_of_a_corner_cloth_in_closed_form():
    assert turning_stitches(2009, 4) == 45


# -- stripes ------------------------------------------------------------------------------------------------


def yarns(*metres):
    return [Yarn(chr(ord("A") + n), 100.0, each) for n, each in enumerate(metres)]


def test_bands_of_a_triangle_from_its_point():
    """A triangle from a point: equal yarn at the square roots of quarters, equal heights take yarn as 1:3:5:7."""
    row_m = [0.001 * (row + 0.5) for row in range(2000)]
    equal = stripes(row_m, yarns(9e9, 9e9, 9e9, 9e9), Bands.YARN)
    heights = [band.last - band.first + 1 for band in equal.bands]
    assert [height / 2000 for height in heights] == pytest.approx([0.5, 0.207, 0.159, 0.134], abs=0.001)
    by_height = stripes(row_m, yarns(9e9, 9e9, 9e9, 9e9), Bands.HEIGHT)
    taken = [sum(row_m[band.first - 1 : band.last]) for band in by_height.bands]
    assert [each / taken[0] for each in taken] == pytest.approx([1, 3, 5, 7], rel=0.01)


row_lengths = st.lists(st.floats(0.3, 4), min_size=4, max_size=40)


@given(row_lengths, st.lists(st.floats(1, 60), min_size=1, max_size=5), st.floats(0, 3))
def test_a_free_order_reaches_as_far_as_any(row_m, had, bind_off):
    found = stripes(row_m, yarns(*had), Bands.FREE, bind_off_m=bind_off)
    every = [stripes(row_m, list(order), Bands.ORDER, bind_off_m=bind_off).rows for order in permutations(yarns(*had))]
    assert found.rows == max(every)


@given(
    row_lengths,
    st.lists(st.floats(1, 60), min_size=1, max_size=4),
    st.sampled_from([Bands.ORDER, Bands.FREE, Bands.FADE]),
)
def test_bands_follow_one_another_and_no_yarn_is_overdrawn(row_m, had, bands):
    found = stripes(row_m, yarns(*had), bands)
    at = 1
    for band in found.bands:
        assert band.first == at
        at = band.last + 1
    assert at == found.rows + 1
    assert not found.short
    for yarn in yarns(*had):
        rows = [row for band in found.bands if band.colour == yarn.colour for row in range(band.first, band.last + 1)]
        assert sum(row_m[row - 1] for row in rows) <= yarn.metres + 1e-6


def test_each_yarn_goes_to_its_last_whole_pair():
    found = stripes([1.0] * 20, yarns(7.5, 5 + cut_join_m(), 99), Bands.ORDER)
    assert [(band.colour, band.first, band.last) for band in found.bands] == [("A", 1, 6), ("B", 7, 10), ("C", 11, 20)]
    assert found.unused_m["A"] == pytest.approx(1.5)


def test_a_rhythm_goes_on_until_a_yarn_runs_short():
    found = rhythm([1.0] * 40, yarns(10, 99), 2)
    assert found.rows == 20
    assert [band.colour for band in found.bands[:3]] == ["A", "B", "A"]


def test_a_fade_mixes_the_pairs_beside_a_change():
    found = stripes([1.0] * 40, yarns(22, 99), Bands.FADE)
    assert [band.colour for band in found.bands] == ["A", "B", "A", "B"]
    assert not found.short


@pytest.mark.parametrize(
    ("row_m", "had"),
    [([], yarns(5)), ([1.0], []), ([1.0], [Yarn("A", 1, 1), Yarn("A", 1, 1)]), ([1.0], yarns(*[1] * 40))],
)
def test_stripes_that_cannot_be(row_m, had):
    with pytest.raises(Refused):
        stripes(row_m, had, Bands.FREE)


def test_lots_are_shared_by_parts():
    assert lots([60, 50, 40], {"11": 100, "12": 60}) == ("12", "11", "11")
    assert lots([60, 60], {"11": 100, "12": 50}) is None
    assert lots([1.0] * 200, {str(lot): 10.5 for lot in range(20)}) is not None


CORNER = """Gauge: 20 sts and 40 rows = 10 cm, garter, washed
Cast on 4 sts.
Row 1: K2, yo, k to end.
Repeat row 1 until there are 84 sts.
Section: Back
Row 1: K1, k2tog, k to end.
Repeat row 1 until 4 sts remain.
Bind off."""


def corner(share):
    worked = work_text(CORNER).worked
    metres = float(spent(worked).whole[0]) * share
    return yarn_report(worked, None, (Yarn("", 100.0, metres, weighed=True),), (Weighing(40, "", 87.0),))


def test_a_cloth_is_turned_where_its_way_back_still_lasts():
    short = corner(0.7)
    turn = short.turn
    sums = short.spent.of("") * short.hand.factor
    assert turn.row < turn.as_it_is == 80
    assert turn.stitches == turn.row + 4
    assert 2 * sums[turn.row] <= short.yarns[0].metres < 2 * sums[80]
    assert f"Turn after row {turn.row}, at {turn.stitches} stitches" in said_turn(short)
    assert "as it is written" in said_turn(corner(1.6))


def test_only_what_grows_and_shrinks_turns():
    assert report().turn is None
    assert said_turn(report()) == ""


def test_forty_colours_and_two_hundred_balls_are_told():
    names = [f"C{at}" for at in range(40)]
    headers = "\n".join(f"Yarn {name}: wool {name}" for name in names)
    stripes_line = ", ".join(f"2 rows {name}" for name in names)
    worked = work_text(
        f"{headers}\nStripes: {stripes_line}\nCast on 30 sts.\nRow 1: Knit.\nRepeat row 1 399 more times."
    ).worked
    balls = tuple(Yarn(name, 200 * 0.5, 200 * 0.9, ball_grams=0.5) for name in names)
    found = yarn_report(worked, GAUGE, balls, (Weighing(90, "C3", 98.0),))
    assert len(found.colours) == 40
    assert found.ball_ends
    assert 0 <= found.outlook[-1].chance <= 1
    assert len(yarn_lines(found)) > 40


LOTS = [
    ({"7": 500.0, "9": 60.0}, "Lot 7 alone has enough"),
    ({"7": 55.0, "9": 60.0}, "One lot for each part: First half: "),
    ({"7": 20.0, "9": 21.0}, "two rows of one and two of another in turn"),
    ({"7": 500.0}, ""),
]


@pytest.mark.parametrize(("had", "says"), LOTS)
def test_each_part_has_one_lot_where_that_can_be(had, says):
    rows = "Row 1 (RS): Knit.\nRow 2 (WS): Knit.\nRepeat rows 1 and 2 24 more times."
    worked = work_text(f"Cast on 50 sts.\nSection: First half\n{rows}\nSection: Second half\n{rows}").worked
    found = yarn_report(worked, GAUGE, (Yarn("", 100.0, 500.0),))
    sections = found.sections_m("")
    assert [name for name, _ in sections] == ["First half", "Second half"]
    assert sum(metres for _, metres in sections) == pytest.approx(float(found.spent.whole[0]), rel=0.05)
    assert says in said_lots(found, "", had)
    assert bool(says) == bool(said_lots(found, "", had))
