"""What a construction does by itself, and what it says: defaults, cautions, how it lies, its measures and sizes."""

from dataclasses import replace

import pytest

from knitting.cloth import lay_flat, measure
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.cautions import Caution
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.saying.statements import said
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.sizes import fitting_yarn, nearest_sizes
from tests.knitting.planning import knitted, made
from tests.known.test_constructions import ends

FACTS = {
    "corner-cloth": {"cast_on": (3, 4), "to": (45, 37)},
    "triangle": {"tab": (3,), "to": (61,)},
    "asymmetric": {"cast_on": (3,), "set_up": (11,)},
    "fringe-triangle": {"edge": (3,)},
    "mitre": {"cast_on": (49,)},
    "poncho-panel": {"cast_on": (25, 27, 29, 31), "to": (67,)},
    "capelet": {"parts": ((13, 1, 15, 1, 27, 1, 15, 1, 13),)},
    "framed-chart": {"edge": (2,), "leg": (3,), "middle": (4,)},
}


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_defaults_come_out_and_are_not_the_numbers_of_the_facts(name):
    construction = CONSTRUCTIONS[name]
    forecast = forecast_of(made(name))
    assert not forecast.troubles
    assert knitted(made(name)).finished
    for key, facts in FACTS.get(name, {}).items():
        assert construction.defaults[key] not in facts


CARE = {
    "triangle": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "corner-cloth": {Caution.PAUSE, Caution.FIBRE},
    "asymmetric": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "fringe-triangle": {Caution.PAUSE, Caution.CORDS, Caution.PINS, Caution.FIBRE},
    "mitre": {Caution.PAUSE, Caution.FIBRE, Caution.FLAME},
    "zigzag": {Caution.PAUSE, Caution.FIBRE},
    "poncho-panel": {Caution.PAUSE, Caution.CORDS, Caution.FIBRE},
    "yoke": {Caution.PAUSE, Caution.CORDS, Caution.FIBRE},
    "capelet": {Caution.PAUSE, Caution.CORDS, Caution.FIBRE},
    "disc": {Caution.PAUSE, Caution.FIBRE, Caution.FLAME},
    "framed-chart": {Caution.PAUSE, Caution.FIBRE},
    "held-wing": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "sideways-triangle": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "bias-rectangle": {Caution.PAUSE, Caution.FIBRE},
    "bias-scarf": {Caution.PAUSE, Caution.FIBRE},
    "square-from-centre": {Caution.PAUSE, Caution.FIBRE, Caution.FLAME},
    "wedge-shawl": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "long-edge-triangle": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "round-poncho": {Caution.PAUSE, Caution.CORDS, Caution.FIBRE},
    "crescent": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "polygon": {Caution.PAUSE, Caution.FIBRE, Caution.FLAME},
    "cowl": {Caution.PAUSE, Caution.CORDS, Caution.FIBRE},
    "doubling-circle": {Caution.PAUSE, Caution.PINS, Caution.FIBRE},
    "crown": {Caution.PAUSE, Caution.FIBRE},
}
"""Which cautions each construction shows: fringe, and what is worn at the neck, can entrap; shawls are pinned out."""


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_each_construction_shows_the_cautions_that_fit_it(name):
    assert name in CARE, f"Which cautions fit '{name}'? Add it to CARE, told from its shape and how it is worn."
    assert set(CONSTRUCTIONS[name].care) == CARE[name]


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_each_construction_says_how_it_lies_and_which_edge_is_on_top(name):
    construction = CONSTRUCTIONS[name]
    assert said(construction.curvature.value).startswith("It ")
    assert construction.top
    assert construction.built.endswith(".")
    assert construction.rules
    worn = name in ("poncho-panel", "yoke", "capelet", "round-poncho", "cowl")
    assert (construction.over_head is not None) is worn


@pytest.mark.parametrize("name", ["triangle", "poncho-panel", "capelet", "mitre", "asymmetric", "held-wing"])
@pytest.mark.parametrize("marking", ["stitch", "needle-before", "needle-after", "needle-both"])
def test_every_way_of_marking_gives_the_same_counts(name, marking):
    assert ends(name, marking=marking) == ends(name)


@pytest.mark.parametrize("increase", ["yo", "m1_pair", "lifted_pair", "kfb"])
@pytest.mark.parametrize("name", ["triangle", "poncho-panel", "capelet"])
def test_every_increase_gives_the_same_counts(name, increase):
    if increase == "lifted_pair" and name != "triangle":
        assert said(forecast_of(made(name, increase=increase)).troubles[0].mends[0].says) == "work a plain row first"
        return
    assert ends(name, increase=increase) == ends(name)


GARTER = Gauge(18, 36)
DRAWN = [
    ("triangle", "width_cm", lambda found: found.width_cm),
    ("triangle", "depth_cm", lambda found: found.height_cm),
    ("corner-cloth", "side_cm", lambda found: found.width_cm),
    ("fringe-triangle", "width_cm", lambda found: found.width_cm),
    ("fringe-triangle", "depth_cm", lambda found: found.height_cm),
    ("mitre", "side_cm", lambda found: found.width_cm),
    ("zigzag", "width_cm", lambda found: found.width_cm),
    ("framed-chart", "round_cm", lambda found: found.width_cm),
    ("framed-chart", "length_cm", lambda found: found.height_cm),
]


@pytest.mark.parametrize(("name", "key", "drawn"), DRAWN, ids=[f"{case[0]} {case[1]}" for case in DRAWN])
@pytest.mark.parametrize("wished", [40, 90])
def test_a_measure_is_that_of_the_cloth_when_it_is_laid(name, key, drawn, wished):
    """The sums before casting on against the cloth laid from every row; 2 % for tips, tabs and last rows."""
    plan = replace(made(name), gauge=GARTER)
    stick = next(each for each in following_measures(plan) if each.key == key)
    knob = next(each for each in parameters(plan) if each.key == stick.knob)
    size = nearest_sizes(knob, stick.of, wished).nearest
    laid = measure(lay_flat(knitted(size.forecast.plan), GARTER))
    assert drawn(laid) == pytest.approx(size.comes_to, rel=0.02, abs=0.6)


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_the_nearest_size_lies_between_its_neighbours_and_keeps_the_rules(name):
    plan = replace(made(name), gauge=GARTER)
    for stick in following_measures(plan):
        knob = next(each for each in parameters(plan) if each.key == stick.knob)
        for wished in (31.0, 77.5):
            found = nearest_sizes(knob, stick.of, wished)
            for size in found.offered:
                assert not size.forecast.troubles
                assert abs(found.nearest.comes_to - wished) <= abs(size.comes_to - wished)
                knitted(size.forecast.plan)
            values = [size.comes_to for size in found.offered]
            assert values == sorted(values)


def test_as_large_as_the_yarn_allows_never_needs_more():
    plan = replace(made("triangle"), gauge=GARTER)
    knob = next(each for each in parameters(plan) if each.key == "to")
    for metres in (60, 210, 800):
        found = fitting_yarn(knob, metres)
        assert found.nearest.comes_to <= metres < found.larger.comes_to
