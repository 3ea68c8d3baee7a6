"""Drawings of how stitches are made and of what to look for."""

from xml.etree import ElementTree

import pytest

from drawing.clues import clue
from drawing.techniques import technique
from knitting.diagnosis import MistakeKind
from knitting.stitches import STITCHES, Family, Lean

SHAPED = [key for key, kind in STITCHES.items() if kind.family in (Family.INCREASE, Family.DECREASE, Family.YARN_OVER)]


@pytest.mark.parametrize("key", SHAPED)
def test_every_stitch_that_shapes_is_drawn_and_said_with_its_lean(key):
    found = technique(key)
    assert found, f"How '{key}' is made is not said: add [{key}] to drawing/techniques.toml."
    root = ElementTree.fromstring(found.svg)
    assert root.attrib["role"] == "img"
    assert root[0].text == f"{found.name}: {found.says}"
    lean = STITCHES[key].lean
    if lean in (Lean.LEFT, Lean.RIGHT) and "leans" in found.says:
        assert f"leans {lean.value}" in found.says


def test_plain_stitches_need_no_drawing():
    assert technique("k") is None
    assert technique("no such stitch") is None


@pytest.mark.parametrize("kind", MistakeKind)
def test_every_mistake_has_a_clue_to_look_for(kind):
    root = ElementTree.fromstring(clue(kind))
    assert root[0].text == f"What to look for: {kind.value.replace('-', ' ')}"
    assert len(root) > 30
