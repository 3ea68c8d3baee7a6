"""The size of a piece: gauge, wished measures, yarn, sizes side by side, through Django's client."""

import re

import pytest

from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.files import plan_text
from knitting.plan.plan import Count
from tests.bias.changing import SHAWL, plan_now, send
from tests.bias.pages import shown
from tests.knitting.planning import made


@pytest.fixture
def shawl(knitter):
    return keep_plan(knitter, SHAWL)


def size(client, piece, **fields):
    return shown(client.get(f"/pieces/{piece.pk}/size/", fields))


def press(client, piece, fields=(), **more):
    """A press on the page of the size, which has seen everything."""
    seen = {"seen": sketch_state(piece).changes}
    return client.post(f"/pieces/{piece.pk}/size/", {**seen, **dict(fields), **more})


def test_a_wished_measure_gives_the_nearest_size_and_its_neighbours(client, shawl):
    press(client, shawl, {"do": "gauge", "way": "swatch", "after_stitches": "17", "after_rows": "34", "over": "10"})
    page = size(client, shawl, measure="width_cm", wish="150", unit="cm")
    assert "grow to 365" in page
    do = re.search(r'value="(take:to:\d+)">Take the nearest', page)[1]
    press(client, shawl, do=do)
    assert plan_now(shawl).stages[0].until == Count(int(do.rpartition(":")[2]))
    assert plan_now(shawl).gauge.stitches == 17
    assert "59" in size(client, shawl, measure="width_cm", wish="59", unit="in")


SIZES_SAID = [
    ({"measure": "width_cm", "wish": "wide"}, "A measure needs a number above 0"),
    ({"measure": "width_cm", "wish": "-3"}, "A measure needs a number above 0"),
    ({"yarn": "lots", "yarn_knob": "to"}, "Give the metres of yarn"),
    ({"yarn": "0.1", "yarn_knob": "to"}, "Even the smallest size of this plan needs more yarn."),
    ({"knob": "to", "sizes": "a, b"}, "Sizes are 2 to 6 whole numbers"),
    ({"knob": "to", "sizes": "101, 999999"}, "Sizes are 2 to 6 whole numbers"),
    ({"knob": "to", "sizes": "101, 99999"}, "cannot be: 10 to 3,000 is possible."),
]


@pytest.mark.parametrize(("fields", "says"), SIZES_SAID, ids=[case[1] for case in SIZES_SAID])
def test_what_no_size_has_is_said(client, shawl, fields, says):
    assert says in size(client, shawl, **fields)


def test_three_sizes_stand_side_by_side_with_words_in_one(client, knitter):
    panel = keep_plan(knitter, plan_text(made("poncho-panel", cast_on=35, to=75)))
    page = size(client, panel, knob="cast_on", sizes="35, 39, 43")
    assert "Cast on 35 (39, 43) sts. (17 (19, 21)-1-17 (19, 21))" in page
    assert "cast on 43" in page
    assert size(client, panel, knob="cast_on", sizes="35, 36").count("an odd number of") == 1


def test_the_largest_size_for_the_yarn_is_offered(client, shawl):
    page = size(client, shawl, yarn="300", yarn_knob="to")
    used = [int(found) for found in re.findall(r"<b>(\d+) m of yarn</b>", page)]
    assert used == sorted(used)
    assert used[1] <= 300 < used[2]


WASHED = {"before_stitches": "20", "before_rows": "40", "after_stitches": "19", "after_rows": "36", "over": "10"}
INCHES = {"before_stitches": "5", "before_rows": "7", "over": "1", "gauge_unit": "in"}
GAUGES = [
    ({"way": "guess", "weight": "4", "needle": "5", "fabric": "garter"}, "a guess, 1 more or fewer stitches"),
    ({"way": "swatch", **WASHED}, "after washing. On the needles it is 20 and 40."),
    ({"way": "swatch", **INCHES}, "19.7 stitches and 27.6 rows"),
]


@pytest.mark.parametrize(("fields", "says"), GAUGES, ids=[case[1] for case in GAUGES])
def test_a_gauge_comes_from_a_swatch_or_a_guess_and_says_which(client, shawl, fields, says):
    press(client, shawl, do="gauge", **fields)
    assert says in size(client, shawl)
    assert plan_now(shawl).gauge.guessed is (fields["way"] == "guess")


WRONG_GAUGES = [
    ({"way": "swatch"}, "A swatch needs its stitches and its rows"),
    ({"way": "swatch", "after_stitches": "900", "after_rows": "3"}, "That is not a gauge that hand knitting has"),
    ({"way": "swatch", "after_stitches": "x", "after_rows": "3"}, "A swatch needs two numbers"),
    ({"way": "guess", "weight": "12", "fabric": "garter"}, "A guess needs a category of yarn"),
    ({"way": "guess", "weight": "4", "needle": "700", "fabric": "garter"}, "A needle has 1 to 30 mm"),
]


@pytest.mark.parametrize(("fields", "says"), WRONG_GAUGES, ids=[case[1] for case in WRONG_GAUGES])
def test_an_absurd_gauge_is_refused_with_a_sentence(client, shawl, fields, says):
    answer = shown(press(client, shawl, do="gauge", **fields))
    assert says in answer
    assert sketch_state(shawl).plan == SHAWL


def test_another_gauge_from_a_row_on_and_off_again(client, shawl):
    press(
        client,
        shawl,
        {"do": "gauge-from", "row": "40", "from_stitches": "16", "from_rows": "30", "why": "thicker needle"},
    )
    assert [(each.row, each.why) for each in plan_now(shawl).gauges] == [(40, "thicker needle")]
    assert "thicker needle" in size(client, shawl)
    press(client, shawl, do="forget-gauge:40")
    assert not plan_now(shawl).gauges
    answer = press(client, shawl, {"do": "gauge-from", "row": "soon", "from_stitches": "", "from_rows": ""})
    assert "needs three numbers" in shown(answer)


def test_questions_of_a_construction_are_answered_until_it_is_changed_by_hand(client, shawl):
    press(client, shawl, {"do": "answers", "ask.tab": "5", "ask.increase": "m1_pair", "ask.fabric": "stockinette"})
    assert plan_now(shawl).cast_on == 15
    answer = shown(press(client, shawl, {"do": "answers", "ask.tab": "50"}))
    assert "can be 2 to 20, not 50. Nothing was changed." in answer
    send(client, shawl, **{"stages.0.rhythm": "4"})
    assert "Counts and schools" not in size(client, shawl)
    assert "&#x27;Grow&#x27; until stitches" in size(client, shawl)


def test_a_stage_may_end_at_a_share_of_the_yarn_at_hand(client, shawl):
    send(client, shawl, **{"stages.0.until_kind": "yarn"})
    assert "does not know how much there is" in shown(client.get(f"/pieces/{shawl.pk}/plan/"))
    press(client, shawl, do="yarn", yarn_m="220")
    assert results_of_plan(sketch_state(shawl).plan).forecast.sound
    assert "Give the metres of yarn" in shown(press(client, shawl, do="yarn", yarn_m="much"))


def test_openings_that_go_over_a_head_are_measured(client, knitter):
    panel = keep_plan(knitter, plan_text(made("poncho-panel")))
    assert "It must pass over a head." in size(client, panel)


def test_a_press_on_the_size_that_has_not_seen_the_last_change_changes_nothing(client, shawl):
    press(client, shawl, do="yarn", yarn_m="220")
    answer = shown(client.post(f"/pieces/{shawl.pk}/size/", {"do": "yarn", "yarn_m": "90", "seen": "0"}))
    assert "changed in another tab or on another device meanwhile" in answer
    assert plan_now(shawl).yarn_m == 220


BROUGHT_IN = """\
Quayside wrap
Gauge: 20 sts and 40 rows = 10 cm, garter
It is 30 cm deep when it is blocked.
CO 40 sts loosely.
R1: K2, yo, k to last 4 sts, k2tog, k2.
R2: K. (40 sts)
Rep rows 1-2 29 more times.
Work 4 rows in garter.
Bind off.
"""


@pytest.fixture
def wrap(client, knitter):
    """A plan read out of written rows."""
    piece = keep_piece(knitter, BROUGHT_IN)
    answer = client.post(f"/pieces/{piece.pk}/plan/read/", {"then": "size"})
    assert answer.headers["Location"] == f"/pieces/{piece.pk}/size/"
    return piece


def test_a_brought_in_piece_takes_my_gauge_and_stays_in_its_words(client, wrap):
    page = size(client, wrap, my_stitches="25", my_rows="50")
    assert "20 cm by 16 cm" in page
    assert "cast on 50; it was 20 cm by 16 cm" in page
    answer = press(client, wrap, {"do": "regauge", "my_stitches": "25", "my_rows": "50", "sizes": "80"})
    assert answer.headers["Location"] == f"/pieces/{wrap.pk}/size/?sizes=80"
    plan = plan_now(wrap)
    assert (plan.counted, plan.gauge.stitches) == (50, 25)
    page = size(client, wrap)
    assert "64 rows became 80." in page
    assert "CO <b>40</b> sts loosely." in page
    assert "CO <b>50</b> sts loosely." in page
    assert "Rep rows 1-2 <b>37</b> more times." in page
    assert re.search(r"may still speak of the size that was:.*It is 30 cm deep when it is blocked", page, re.DOTALL)
    client.post(f"/pieces/{wrap.pk}/plan/words/", {"words": "own"})
    words = Piece.objects.get(pk=wrap.pk).words
    assert words.split("\n")[:4] == [
        "Quayside wrap",
        "Gauge: 25 sts and 50 rows = 10 cm, garter",
        "It is 30 cm deep when it is blocked.",
        "CO 50 sts loosely.",
    ]


MY_GAUGE_REFUSED = [
    ({"my_stitches": "wide", "my_rows": "30"}, "A gauge needs two numbers, not"),
    ({"my_stitches": "25", "my_rows": ""}, "A gauge needs two numbers, not"),
    ({"my_stitches": "900", "my_rows": "30"}, "That is not a gauge that hand knitting has"),
    ({"my_stitches": "2", "my_rows": "2"}, "No size near this one keeps the rules of its rows at that gauge."),
]


@pytest.mark.parametrize(("fields", "says"), MY_GAUGE_REFUSED, ids=[str(case[0]) for case in MY_GAUGE_REFUSED])
def test_a_gauge_that_cannot_be_is_refused_where_it_was_asked(client, wrap, fields, says):
    before = plan_now(wrap)
    assert says in size(client, wrap, **fields)
    assert says in shown(press(client, wrap, fields, do="regauge"))
    assert plan_now(wrap) == before


def test_a_brought_in_piece_becomes_another_size_by_a_measure_by_yarn_and_by_its_repeats(client, wrap):
    page = size(client, wrap, measure="width_cm", wish="30", unit="cm")
    do = re.search(r'value="(take:whole:\d+)">Take the nearest', page)[1]
    assert re.search(r"everything, in per cent of this size 1[45]\d", page)
    assert "take:whole:" in size(client, wrap, yarn="30", yarn_knob="whole")
    assert "take:stage1:60" in page
    press(client, wrap, do=do)
    assert (plan_now(wrap).counted, plan_now(wrap).gauge.stitches) == (60, 20)
    press(client, wrap, do="take:stage1:10")
    assert results_of_plan(sketch_state(wrap).plan).forecast.stages[0].times == 10
    table = size(client, wrap, knob="whole", sizes="80, 100, 120")
    assert "everything, in per cent of this size 80" in table


def test_where_more_than_figures_differ_the_words_are_written_anew(client, wrap):
    send(client, wrap, do="add-stage")
    page = size(client, wrap)
    assert "More than figures would differ from the words that were brought in" in page
    assert "The whole pattern in this size" in page


MOTIF = """\
Quayside band
CO 30 sts.
Row 1: K.
Row 2: P.
Repeat rows 1 and 2 4 more times.
Row 11: K5, yo, k2tog, k7, p4, k12.
Row 12: P3, k2, p25.
Row 13: K9, p2, k3, ssk, yo, k14.
Row 14: P.
Row 15: K2, yo, k to last 2 sts, yo, k2.
Row 16: P.
Repeat rows 15 and 16 9 more times.
Bind off.
"""


def test_rows_of_no_rhythm_stay_as_they_are_written_in_a_plan_of_the_others(client, knitter):
    piece = keep_piece(knitter, MOTIF)
    assert "Rows 11 to 13: as they are written." in shown(client.get(f"/pieces/{piece.pk}/plan/"))
    client.post(f"/pieces/{piece.pk}/plan/read/")
    page = shown(client.get(f"/pieces/{piece.pk}/plan/"))
    assert "K5, yo, k2tog, k7, p4, k12." in page
    assert "These rows stay as they are written." in page
    page = size(client, piece, my_stitches="27", my_rows="36")
    assert "Rows 11 to 13 stay as they are written, on 30 stitches" in page
    assert "No size near this one keeps the rules of its rows at that gauge." in page
    press(client, piece, do="take:times4:5")
    assert "Repeat rows 15 and 16 <b>4</b> more times." in size(client, piece)
    saved = plan_now(piece)
    assert results_of_plan(sketch_state(piece).plan).plan == saved
    send(client, piece, do="save")
    assert "Row 1 (RS): K5, yo, k2tog, k7, p4, k12." in Piece.objects.get(pk=piece.pk).words
