"""Plans in other sizes and for other gauges, and the words of the pieces that they were read from in those sizes."""

import re
from dataclasses import replace
from itertools import product

import pytest

from knitting.constructions import CONSTRUCTIONS
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.recognise.recognition import recognise
from knitting.saying.statements import said
from knitting.sizing.parameters import WHOLE, parameters
from knitting.sizing.rescaled import Scale, more_often, near_size, regauged
from knitting.sizing.resized_words import resized_words
from knitting.written import work_text
from tests.knitting.asking import worked
from tests.knitting.planning import made
from tests.knitting.test_recognise import NOT_TOLD, PIECES
from tests.searching import some_of

TOLD = [name for name in PIECES if name not in NOT_TOLD]
SHAPES = [f"shape {name}" for name in CONSTRUCTIONS]
SIZES = (0.7, 1.25, 1.6)
RIGID = {"irregular motif in the middle"}
"""Pieces with rows that stay as they are written, on so many stitches and no others."""


def plan_of(name):
    """The plan of a written piece, or of a construction with its defaults."""
    if name in SHAPES:
        return made(name.removeprefix("shape "))
    found = recognise(worked(PIECES[name])).plan
    assert found is not None
    return found


def resized(name, by):
    before = forecast_of(plan_of(name))
    plan = near_size(before, Scale(by, by, by))
    return before, forecast_of(plan) if plan is not None else None


@pytest.mark.parametrize(("name", "by"), some_of(product([*TOLD, *SHAPES], SIZES), 7))
def test_every_plan_has_every_size_and_keeps_its_rules(name, by):
    before, after = resized(name, by)
    if name in RIGID or (name == "shape framed-chart" and by < 1):
        assert after is None  # its chart is as wide as it is
        return
    assert after is not None
    assert after.sound
    assert len(after.troubles) <= len(before.troubles)
    change = max(abs(stage.cycle.change) for stage in before.stages)
    repeats = max((s.steps[0].times for st in before.plan.stages for s in st.shapings if _is_repeat(s)), default=0)
    step = before.most / repeats if repeats else 0
    assert after.most == pytest.approx(before.most * by, rel=0.15, abs=max(change, step) + 8)
    for old, new in zip(before.stages, after.stages, strict=True):
        assert new.stage.rhythm == old.stage.rhythm
        assert [shaping.work for shaping in new.stage.shapings] == [shaping.work for shaping in old.stage.shapings]
        mirrored = [
            at for at in range(len(old.closing.counts)) if old.closing.counts[at] == old.closing.counts[-1 - at]
        ]
        assert all(new.closing.counts[at] == new.closing.counts[-1 - at] for at in mirrored)


def _is_repeat(shaping):
    return shaping.work == "own" and len(shaping.steps) == 1 and hasattr(shaping.steps[0], "times")


@pytest.mark.parametrize("name", [*TOLD, *SHAPES])
def test_at_another_gauge_it_is_as_wide_as_it_was(name):
    before, gauge = forecast_of(plan_of(name)), Gauge(24, 44)
    plan = regauged(before, gauge)
    assert (plan is None) is (name in RIGID)
    if plan is None:
        return
    after = forecast_of(plan)
    assert plan.gauge == gauge
    known = before.plan.gauge_at(1)
    change = max(abs(stage.cycle.change) for stage in before.stages)
    repeats = max((s.steps[0].times for st in before.plan.stages for s in st.shapings if _is_repeat(s)), default=0)
    step = before.most / repeats if repeats else 0
    room = (max(change, step) + 8) * gauge.stitch_cm
    assert after.most * gauge.stitch_cm == pytest.approx(before.most * known.stitch_cm, rel=0.1, abs=room)


@pytest.mark.parametrize(("name", "by"), some_of(product([each for each in TOLD if each not in RIGID], SIZES), 7))
def test_another_size_is_told_in_the_words_of_the_piece(name, by):
    """What is given comes to the plan's stitches (the function works it again); here: that little else is changed."""
    before, after = resized(name, by)
    found = resized_words(PIECES[name], before, after)
    assert found is not None
    assert not work_text(found.text).worked.problems
    pairs = list(zip(PIECES[name].split("\n"), found.text.split("\n"), strict=True))
    reworded = [old for old, new in pairs if re.sub(r"\d+", "0", old) != re.sub(r"\d+", "0", new)]
    assert len(reworded) <= 2


WORDS = [
    (
        "hat crown sections",
        1.25,
        ["CO 100 sts. Join.", "Repeat rnd 1 11 more times.", "Work 25 rnds in stockinette.", "Rnd 38: [K8, k2tog] 10 times."],
    ),
    (
        "capelet with seed edges",
        1.25,
        ["CO 75 sts.", "Row 9: [K1, p1] twice, k1, k13, pm, k13, pm, k13, pm, k13, pm, k to last 5 sts, [k1, p1] twice, k1."],
    ),
    ("yoke evenly", 1.25, ["CO 80 sts. Join.", "Next rnd: Knit, inc 16 sts evenly. (96 sts)"]),
    ("disc", 1.25, ["CO 10 sts. Join.", "Rnd 2: *K1, yo; rep from * to end. (20 sts)"]),
    ("mitre marked", 1.25, ["CO 49 sts."]),
    ("mitre with k counts", 1.25, ["CO 25 sts.", "Row 2: K11, cdd, k11.", "Row 8: K8, cdd, k8."]),
    ("centre that begins in row 9", 1.25, ["Row 13: K10, mark next st, k1, k10.", "Repeat rows 15 and 16 12 more times."]),
    ("rounds with markers at both", 1.25, ["Rnd 1: *Pm, k12; rep from * to end."]),
]  # fmt: skip


@pytest.mark.parametrize(("name", "by", "lines"), WORDS, ids=[case[0] for case in WORDS])
def test_only_the_figures_of_a_line_are_others(name, by, lines):
    found = resized_words(PIECES[name], *resized(name, by))
    assert [line for line in lines if line not in found.text.split("\n")] == []


TALKED = """\
The Quayside Wrap
Gauge: 20 sts and 40 rows = 10 cm, garter
It measures 30 cm across when it is blocked.
Using a long tail, CO 40 sts. loosely.
R1: K. 2, yo, k to last 4 sts, k2tog, k2
2nd row: Purl to the end of the row. (40 sts)
Rep. rows 1-2 until 60 rows have been worked.
The edge will roll at first.
Cast off.
"""


def test_free_words_stay_and_those_with_figures_are_named():
    plan = recognise(worked(TALKED)).plan
    before = forecast_of(plan)
    found = resized_words(TALKED, before, forecast_of(regauged(before, Gauge(25, 50))))
    assert found.text.split("\n")[:7] == [
        "The Quayside Wrap",
        "Gauge: 25 sts and 50 rows = 10 cm, garter",
        "It measures 30 cm across when it is blocked.",
        "Using a long tail, CO 50 sts. loosely.",
        "R1: K. 2, yo, k to last 4 sts, k2tog, k2",
        "2nd row: Purl to the end of the row. (50 sts)",
        "Rep. rows 1-2 until 76 rows have been worked.",
    ]
    assert found.outdated == (3,)


LENGTHS = [
    ("Row 1: K.\nRow 2: P.\nRepeat rows 1 and 2 until piece measures 15 cm.", "Repeat rows 1 and 2 until piece measures 15 cm."),
    ("Knit 6 rows.\nWork in stockinette for 10 cm.\nKnit 6 rows.", "Work in stockinette for 10 cm."),
    ("Row 1: K.\nRow 2: P.\nRepeat rows 1 and 2 until piece measures 6 in.", "Repeat rows 1 and 2 until piece measures 6 in."),
]  # fmt: skip


@pytest.mark.parametrize(("rows", "line"), LENGTHS, ids=[case[1] for case in LENGTHS])
def test_a_length_stays_what_it_is_at_another_gauge(rows, line):
    text = f"Gauge: 20 sts and 28 rows = 10 cm\nCO 40 sts.\n{rows}\nBind off."
    before = forecast_of(recognise(worked(text)).plan)
    found = resized_words(text, before, forecast_of(regauged(before, Gauge(24, 36))))
    assert found is not None
    assert line in found.text.split("\n")


def test_a_stage_comes_more_often_or_half_as_often():
    before = forecast_of(plan_of("capelet with seed edges"))
    last = len(before.stages) - 1
    assert before.stages[last].times == 10
    for times in (5, 20):
        after = forecast_of(more_often(before, last, times))
        assert (after.stages[last].times, after.ends) == (times, before.ends + 8 * (times - 10))


def test_what_lies_around_rows_as_they_are_written_can_be_changed():
    name = "irregular motif in the middle"
    before = forecast_of(plan_of(name))
    written = next(stage for stage in before.stages if stage.stage.as_written)
    assert (written.first_row, len(written.setup), written.rows) == (11, 3, 0)
    last = len(before.stages) - 1
    after = forecast_of(more_often(before, last, 15))
    assert (after.ends, len(after.troubles)) == (60, 0)
    found = resized_words(PIECES[name], before, after)
    assert "Row 13: K9, p2, k3, ssk, yo, k14." in found.text.split("\n")
    assert "Repeat rows 15 and 16 14 more times." in found.text.split("\n")
    wider = forecast_of(replace(before.plan, parts=(replace(before.plan.parts[0], count=32),)).recast())
    assert not wider.sound
    assert said(wider.troubles[0].facts) == (
        "Row 1 of 'As written' is kept as it is written, and does not come out on 32 stitches."
    )


def test_everything_in_proportion_is_the_first_knob_of_a_plan_without_questions():
    knob = parameters(plan_of("bias"))[0]
    assert (knob.key, knob.value) == (WHOLE, 100)
    assert forecast_of(knob.turned(150)).most == 44
    assert knob.turned(100) == plan_of("bias")
