"""Shapes altered at random (another rhythm, one side only, a stage more, a line less, another gauge or fabric): whatever
of them does not lie as it should has a change that mends it, as a plan and as written rows."""

import random
from collections.abc import Sequence
from dataclasses import replace
from itertools import islice

import pytest

from knitting.cloth import lay_flat
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.curvature import Curvature
from knitting.flatness.finder import top_angle_deg
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import Beside, Plan, Rows, Stage
from knitting.recognise.recognition import recognise
from knitting.remedies import advise, advise_words
from knitting.saying.statements import said
from knitting.words.writer import write
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.searching import WHOLE

GAUGES = [Gauge(18, 24), Gauge(18, 36), Gauge(20, 26), Gauge(22, 30), Gauge(20, 32), Gauge(16, 30)]


def in_rhythm(stage: Stage, rhythm: int) -> Stage:
    shapings = tuple(
        replace(each, rows=tuple(sorted({min(row, rhythm) for row in each.rows}))) for each in stage.shapings
    )
    return replace(stage, rhythm=rhythm, shapings=shapings)


def altered(plan: Plan, chance: random.Random) -> Plan:
    at = chance.randrange(len(plan.stages))
    stage, names = plan.stages[at], {line.name for line in plan.lines}
    match chance.randrange(7):
        case 0:
            stage = in_rhythm(stage, max(stage.rhythm + chance.choice([-2, -1, 1, 2, 4]), 1))
        case 1:
            side = chance.choice([Beside.BEFORE, Beside.AFTER, Beside.BOTH])
            turned = [each.side is not Beside.ON and bool(set(each.at) & names) for each in stage.shapings]
            shapings = (replace(each, side=side) if at_line else each for each, at_line in zip(stage.shapings, turned))
            stage = replace(stage, shapings=tuple(shapings))
        case 2:
            stage = replace(stage, until=Rows(chance.choice([8, 14, 20, 34, 60])), ending=0)
        case 3 if stage.shapings:
            rows = Rows(chance.choice([12, 24, 40]))
            more = replace(
                stage, name=f"{stage.name} more", setup=(), add_lines=(), drop_lines=(), until=rows, ending=0
            )
            more = in_rhythm(more, chance.choice([1, 2, 3, 4, 6, 8]))
            return replace(plan, stages=(*plan.stages[: at + 1], more, *plan.stages[at + 1 :]))
        case 4 if len(stage.shapings) > 1:
            gone = chance.randrange(len(stage.shapings))
            stage = replace(stage, shapings=stage.shapings[:gone] + stage.shapings[gone + 1 :])
        case 5:
            return replace(plan, gauge=chance.choice(GAUGES))
        case 6:
            fabric = chance.choice(["seed", "rib2x2", "stockinette", "garter", "gull"])
            return replace(plan, parts=tuple(replace(part, fabric=fabric) for part in plan.parts))
    return plan.with_stage(at, stage)


AMONG = (
    "asymmetric", "bias-rectangle", "bias-scarf", "capelet", "corner-cloth", "disc", "framed-chart", "fringe-triangle",
    "held-wing", "long-edge-triangle", "mitre", "poncho-panel", "round-poncho", "sideways-triangle",
    "square-from-centre", "triangle", "wedge-shawl", "yoke", "zigzag",
)  # fmt: skip
"""The shapes that a seed chooses among. Later ones have seeds of their own, so that no shape moves another's."""


def an_altered_shape(seed: int | str, among: Sequence[str] = AMONG) -> Plan | None:
    """A shape altered up to three times; ``None`` if it does not come out."""
    chance = random.Random(seed)
    plan = replace(made(chance.choice(among)), gauge=chance.choice(GAUGES))
    for _ in range(chance.randint(1, 3)):
        plan = altered(plan, chance)
    return plan if forecast_of(plan).sound else None


LATER = [(f"{name} {at}", (name,)) for name in CONSTRUCTIONS if name not in AMONG for at in range(4 if WHOLE else 1)]
TRIED = [*((seed, AMONG) for seed in range(40 if WHOLE else 8)), *LATER]
SHAPES = {seed: plan for seed, among in TRIED if (plan := an_altered_shape(seed, among)) is not None}


NO_MEND_YET = {11: "rounds in lace that would have to gain four times as much, at lines that written rows do not have"}
"""Shapes for which nothing is found that would lie better; each is to be mended, and then taken out here."""
EVERY = [
    pytest.param(seed, marks=pytest.mark.xfail(reason=NO_MEND_YET[seed], strict=True)) if seed in NO_MEND_YET else seed
    for seed in SHAPES
]


@pytest.mark.parametrize("seed", EVERY)
def test_whatever_does_not_lie_as_it_should_has_a_mend(seed):
    plan = SHAPES[seed]
    piece = worked(write(compiled(forecast_of(plan))))
    for advice in (*advise(plan, Curvature.FLAT), *advise_words(piece, recognise(piece))):
        assert bool(advice.mends) is advice.finding.asks, said(advice.finding.about)


def test_some_of_them_do_not_lie_flat():
    """The tests above see more than cloth that is flat anyway."""
    bent = (seed for seed, plan in SHAPES.items() if any(each.finding.asks for each in advise(plan, Curvature.FLAT)))
    wanted = 6 if WHOLE else 2
    assert len(list(islice(bent, wanted))) == wanted


def test_a_straight_edge_is_one_that_was_measured():
    """A triangle that grows at its borders alone, then along its middle as well: a mend whose edges meet at less than a
    right angle has no top edge any more, and is none."""
    plan = made("triangle")
    grow = plan.stages[0]
    slow = replace(in_rhythm(grow, 4), name="More", setup=(), until=Rows(12))
    plan = replace(plan, gauge=Gauge(18, 36), stages=(replace(grow, shapings=grow.shapings[:1]), slow))
    (advice,) = advise(plan, Curvature.FLAT)
    assert advice.mends
    for mend in advice.mends:
        assert top_angle_deg(lay_flat(knitted(mend.plan), mend.plan.gauge)) == pytest.approx(180, abs=20)
