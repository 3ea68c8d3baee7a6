"""The steps of techniques, drawn, and drawings of what to look for."""

import re
from xml.etree import ElementTree

import pytest

from drawing.clues import clue
from drawing.steps import step_svg
from knitting.diagnosis import MistakeKind
from knitting.techniques import techniques
from knitting.techniques.scene import WIDE

STEPS = [
    (each.key, way, at)
    for each in techniques().values()
    for way, school in enumerate(each.schools)
    for at, _ in enumerate(school.steps)
]
SHAPED = [each for each in STEPS if each[0] in ("k2tog", "ssk", "m1", "kfb", "cdd")]
SVG = "{http://www.w3.org/2000/svg}"


def drawn(key, way, at, **manner):
    school = techniques()[key].schools[way]
    return ElementTree.fromstring(step_svg(school, school.steps[at], "a", **manner))


@pytest.mark.parametrize(("key", "way", "at"), STEPS)
def test_every_step_is_drawn_once_and_said(key, way, at):
    root = drawn(key, way, at)
    step = techniques()[key].schools[way].steps[at]
    assert root.attrib["role"] == "img"
    assert root[0].text == step.said()
    names = [path.attrib["id"] for path in root.iter() if "id" in path.attrib]
    assert len(names) == len(set(names))
    for use in root.iter(f"{SVG}use"):
        assert use.attrib["href"].removeprefix("#") in names, "what is used is there"
    assert len(list(root.iter())) > 4


@pytest.mark.parametrize("key", ["k2tog", "m1l", "rli", "hold"])
def test_for_the_left_hand_the_picture_is_its_mirror(key):
    plain, mirrored = (
        step_svg(s := techniques()[key].schools[0], s.steps[1], "a", each, silent=True) for each in (False, True)
    )
    inside = re.sub(r"^<svg[^>]*>|</svg>$", "", plain)
    assert re.sub(r'^<svg[^>]*><g transform="matrix\(-1 0 0 1 \d+ 0\)">|</g></svg>$', "", mirrored) == inside
    assert f"matrix(-1 0 0 1 {WIDE} 0)" in mirrored


def test_figures_stay_readable_in_a_mirror():
    mirrored = drawn("tab", 0, 6, mirrored=True)
    assert [group.attrib["class"] for group in mirrored.iter(f"{SVG}g") if "transform" in group.attrib] == [
        "st-mirrored"
    ]


@pytest.mark.parametrize(("key", "way", "at"), SHAPED)
def test_new_loops_are_seen_where_there_are_any(key, way, at):
    step = techniques()[key].schools[way].steps[at]
    kinds = {group.attrib.get("class") for group in drawn(key, way, at).iter(f"{SVG}g")}
    new = step.finished or (step.after and any(loop.is_new for loop in step.after.right))
    assert not new or "st-new" in kinds


@pytest.mark.parametrize("kind", MistakeKind)
def test_every_mistake_has_a_clue_to_look_for(kind):
    root = ElementTree.fromstring(clue(kind))
    assert root[0].text == f"What to look for: {kind.value.replace('-', ' ')}"
    assert len(root) > 30
