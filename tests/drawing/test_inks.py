"""Drawings that stand alone, in files and in print, bring every colour that they need."""

import re

import pytest

from drawing import inks
from drawing.board_svg import board_svg
from drawing.cloth import lay_out
from drawing.film import film_of, stills_svg
from drawing.folded_svg import folded_svg
from drawing.thing_svg import thing_svg
from knitting.assembly.board import Turns, order
from knitting.assembly.folding import folded
from knitting.assembly.ready_made import READY_MADE, assembled
from knitting.assembly.thing import Thing, standing
from knitting.cloth import lay_flat
from tests.knitting.assembly.test_boards import designed
from tests.knitting.planning import knitted, made

WITHOUT_INK = {"thing", "thing-seam", "thing-name", "folded", "board", "film-stills"}
"""Groups, whose elements have their own, and words, which all have one."""
STYLES = {name: style for name, style in vars(inks).items() if name.isupper()}


def poncho_svg():
    made = assembled(READY_MADE["mini-poncho"], {"collar": "round"})
    return thing_svg(standing(Thing("poncho", tuple(made.pieces), made.joints), made.pieces), "A", pressed=False)


def board():
    found = designed(3, 4, Turns.PINWHEEL)
    return board_svg(found, order(found.board), "A", [(0, 0)])


def stills():
    layout = lay_flat(knitted(made("corner-cloth")))
    return stills_svg(film_of(lay_out(layout), layout))


DRAWN = [
    (poncho_svg, inks.THING),
    (lambda: folded_svg(folded(assembled(READY_MADE["capelet"], {})), "A"), inks.FOLDED),
    (board, inks.BOARD),
    (stills, inks.FILM),
]


@pytest.mark.parametrize(("draw", "style"), DRAWN, ids=["thing", "folded", "board", "film"])
def test_whatever_is_drawn_has_its_colour(draw, style):
    drawn = {name for classes in re.findall(r'class="([^"]+)"', draw()) for name in classes.split()}
    assert drawn - set(re.findall(r"\.([a-z0-9-]+)", style)) <= WITHOUT_INK
    assert len(drawn) > 2


@pytest.mark.parametrize("name", STYLES)
def test_letters_are_told_one_property_at_a_time(name):
    """Printing reads no ``font`` that tells several."""
    assert not re.search(r"[{;]font:", STYLES[name])
