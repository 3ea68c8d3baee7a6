"""What mends a cloth that does not lie as it should: each change is laid out again, its angles from closed forms
(plane geometry; Gauss and Bonnet)."""

from dataclasses import replace
from itertools import product

import pytest

from knitting.cloth import lay_flat
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.curvature import Curvature
from knitting.flatness import Bend
from knitting.flatness.finder import flatness, top_angle_deg
from knitting.flatness.folding import folds
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import Beside, Plan, Rows, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.recognise.recognition import recognise
from knitting.remedies import advise, advise_words
from knitting.remedies.rates import at_rate
from knitting.rows import Work
from knitting.saying.statements import said
from knitting.stitches import STITCHES
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import worked
from tests.knitting.planning import bare, knitted, made, staged
from tests.known.test_flatness import STACKED, lean
from tests.searching import WHOLE, some_of


def test_a_bent_neck_is_mended_by_increases_on_wrong_side_rows_or_by_garter():
    """A stitch a row at the edges: 2 (atan(1 / 0.75) + atan(0.5 / 0.75)) = 173.6, nearly straight."""
    (advice,) = advise(replace(made("triangle"), gauge=Gauge(18, 24)))
    assert [said(mend.says) for mend in advice.mends] == [
        "work it in garter (then straight)",
        "increase at each edge on wrong-side rows too (then 174°)",
    ]
    for mend, angle in zip(advice.mends, (180.0, 2 * lean(1, 0.75) + 2 * lean(0.5, 0.75)), strict=True):
        layout = lay_flat(knitted(mend.plan), mend.plan.gauge)
        assert top_angle_deg(layout) == pytest.approx(angle, abs=0.5)
        assert not forecast_of(mend.plan).troubles


def test_a_ruffled_disc_is_mended_by_another_rhythm_that_lies_flatter():
    (advice,) = advise(made("disc", wedges=8))
    assert advice.mends
    for mend in advice.mends:
        layout = lay_flat(knitted(mend.plan), mend.plan.gauge)
        left = [each for each in flatness(layout) if each.bend is Bend.CENTRE]
        assert abs(left[0].defect_deg) < 0.6 * abs(advice.finding.defect_deg)


def test_increases_on_one_side_of_a_line_are_mended_by_working_both_sides_in_turn():
    plan = made("yoke")
    stages = tuple(
        replace(stage, shapings=tuple(replace(each, side=Beside.AFTER, work="m1") for each in stage.shapings))
        for stage in plan.stages
    )
    found = [each for each in advise(replace(plan, stages=stages)) if each.finding.bend is Bend.PULL]
    assert "longer than the other" in said(found[0].finding.about)
    (mend,) = found[0].mends
    assert said(mend.says) == "work it in turn on one side of its line and on the other (then even)"
    bends = [each.bend for each in flatness(lay_flat(knitted(mend.plan), mend.plan.gauge))]
    assert Bend.PULL not in bends


def test_a_square_that_is_none_is_mended_by_garter_or_by_more_decreases():
    """Where a row is 0.75 of a stitch high, half again as many decreases: in 3 of 4 rows instead of 2 of 4."""
    (advice,) = advise(replace(made("mitre"), gauge=Gauge(18, 24)))
    assert [said(mend.says) for mend in advice.mends] == [
        "work it in garter (then square)",
        "decrease in 3 of 4 rows (then square)",
    ]
    assert flatness(lay_flat(knitted(advice.mends[0].plan), advice.mends[0].plan.gauge)) == ()


def three_rates() -> Plan:
    """A disc that grows every second round, then every round, then every fourth."""
    plan = made("disc")
    grow = plan.stages[0]
    stages = (
        replace(grow, until=Rows(30)),
        replace(grow, name="More", rhythm=1, until=Rows(14), setup=()),
        replace(grow, name="Less", rhythm=4, until=Rows(24), setup=()),
    )
    return replace(plan, gauge=Gauge(18, 24), stages=stages)


def slower_later() -> Plan:
    plan = made("triangle")
    grow = plan.stages[0]
    stages = (replace(grow, until=Rows(40)), replace(grow, name="Slow", rhythm=4, until=Rows(40)))
    return replace(plan, gauge=Gauge(18, 36), stages=stages)


def one_sided_eyelets() -> Plan:
    """Beside a line a yarn over and its decrease, always in one order."""
    steps = tuple(Work(STITCHES[key], 1, NOWHERE) for key in ("yo", "k2tog"))
    return staged(bare(20, 20), Shaping(("line 1",), Beside.AFTER, "own", (1,), 1, steps=steps), until=Rows(40))


MENDED = {
    "disc": (replace(made("disc"), gauge=Gauge(18, 24)), None, {Bend.CENTRE}),
    "finer disc": (replace(made("disc"), gauge=Gauge(22, 30)), None, {Bend.CENTRE}),
    "ruffled disc": (replace(made("disc"), gauge=Gauge(20, 32)), None, {Bend.CENTRE}),
    "flat capelet": (replace(made("capelet"), gauge=Gauge(18, 24)), Curvature.FLAT, {Bend.CHANGE, Bend.STRAIN}),
    "slower later": (slower_later(), None, {Bend.CHANGE}),
    "eyelets": (one_sided_eyelets(), None, {Bend.SLANT}),
}
if WHOLE:  # it tries more changes than all the others
    MENDED["three rates"] = (three_rates(), None, {Bend.CENTRE, Bend.CHANGE, Bend.STRAIN})


@pytest.mark.parametrize(("plan", "wanted", "bends"), MENDED.values(), ids=MENDED)
def test_each_thing_that_does_not_lie_as_it_should_has_a_change_that_mends_it(plan, wanted, bends):
    found = advise(plan, wanted)
    assert {each.finding.bend for each in found} == bends
    for each in found:
        assert each.mends, said(each.finding.about)
        for mend in each.mends:
            assert not forecast_of(mend.plan).troubles


def test_where_a_rate_changes_the_rows_and_the_rate_that_would_lie_flat_are_said():
    (change, *_) = advise(slower_later())
    assert said(change.finding.about) == (
        "Rows 51 to 89 cup by 37° at 'centre', and that should show: they gain 0.5 a row there, and 1 would lie flat."
    )
    assert said(change.mends[0].says) == "go on as in 'Grow' (then flat)"


@pytest.mark.parametrize(
    ("factor", "in_round", "says", "rows"),
    [
        (10 / 9, True, "increase in 5 of 9 rounds", (1, 3, 5, 7, 9)),
        (0.5, True, "increase in every 4th round", (1,)),
        (2.0, True, "increase in every round", (1,)),
        (0.5, False, "increase in every 4th row", (1,)),
        (1.5, False, "increase in 3 of 4 rows", (1, 2, 3)),
    ],
)
def test_the_nearest_rate_that_a_rhythm_can_keep_comes_first(factor, in_round, says, rows):
    stage = Stage("Grow", 2, (Shaping(("A",), Beside.BOTH, "m1", (1,)),), Rows(60))
    first = next(at_rate(stage, factor, in_round))
    assert (said(first.says), first.stage.shapings[0].rows) == (says, rows)


def test_shapings_of_several_rows_go_slower_by_plain_rows_between_their_times():
    shapings = (Shaping(("A",), Beside.BOTH, "m1", (1,)), Shaping(("B",), Beside.BOTH, "k2tog", (3,)))
    stage = Stage("Both", 4, shapings, Rows(60))
    first = next(at_rate(stage, 2 / 3, in_round=False))
    assert said(first.says) == "2 plain rows more each time"
    assert (first.stage.rhythm, [each.rows for each in first.stage.shapings]) == (6, [(1,), (3,)])


def test_a_wing_that_waits_is_no_longer_side_and_its_line_is_still_the_centre():
    """While one wing waits the other ends in an edge that nothing holds: no fold, and no side that pulls."""
    layout = lay_flat(knitted(made("held-wing")), Gauge(18, 24))
    assert [fold.name for fold in folds(layout)] == ["centre"]
    assert flatness(layout) == ()


EYELETS = (
    "Cast on 42 sts.\nRow 1: K2, *yo, k2tog, k2; rep from * to end.\nRow 2: Purl.\nRow 3: Knit.\nRow 4: Purl.\n"
    "Repeat rows 1-4 {more} more times."
)


@pytest.mark.parametrize("more", [5, 6, 12])
def test_eyelets_of_written_rows_are_turned_in_every_other_time(more):
    piece = worked(EYELETS.format(more=more))
    (advice,) = advise_words(piece, recognise(piece))
    assert advice.finding.bend is Bend.SLANT
    (mend,) = advice.mends
    turned = work_piece(mend.piece)
    assert [row.end for row in turned.rows] == [row.end for row in piece.rows]
    assert flatness(lay_flat(turned)) == ()


def test_written_rows_are_mended_as_the_plan_that_they_can_be_read_as():
    piece = worked(f"Gauge: 18 sts and 36 rows to 10 cm\n{STACKED}")
    advice = advise_words(piece, recognise(piece))
    assert {each.finding.bend for each in advice} == {Bend.CENTRE, Bend.PULL, Bend.STRAIN}
    assert all(mend.plan is not None for each in advice for mend in each.mends)
    assert all(each.mends for each in advice)


@pytest.mark.parametrize(("name", "rows"), some_of(product(sorted(CONSTRUCTIONS), (24, 40)), 3))
def test_whatever_does_not_lie_as_it_should_has_a_mend_and_none_makes_it_worse(name, rows):
    plan = replace(made(name), gauge=Gauge(18, rows))
    piece = worked(write(compiled(forecast_of(plan))))
    of_words = advise_words(piece, recognise(piece))
    for advice in (*advise(plan, CONSTRUCTIONS[name].curvature), *advise(plan, Curvature.FLAT), *of_words):
        assert bool(advice.mends) is advice.finding.asks, said(advice.finding.about)
        assert all(not forecast_of(mend.plan).troubles for mend in advice.mends if mend.plan is not None)
        assert all(not work_piece(mend.piece).problems for mend in advice.mends if getattr(mend, "piece", None))
