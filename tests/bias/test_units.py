"""Lengths in the reader's units, and the needles that she owns."""

import re

import pytest

from bias.accounts.models import Knitter, Ways, ways_of
from bias.pieces.actions import keep_piece
from knitting.measures import Units, lengths_said_in, said_area, said_length, said_metres, said_to
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL


def size_of(client, page):
    """How wide and high the cloth is, as a page says it."""
    return re.search(r"[0-9.]+ (?:cm|in) by [0-9.]+ (cm|in)", shown(client.get(page)))[1]


WAYS = {"rest_minutes": "0", "volume": "100"}


@pytest.mark.parametrize(
    ("cm", "said"),
    [(2.54, "1 in"), (50.8, "20 in"), (254, "100 in"), (91.44, "36 in"), (0, "0 in"), (49.5, "19.5 in")],
)
def test_an_inch_is_two_and_a_half_centimetres_and_a_little(cm, said):
    """International yard and pound agreement, 1959: a yard is 0.9144 m, an inch the 36th of it."""
    with lengths_said_in(lambda: Units.INCHES):
        assert said_length(cm) == said
        assert said_metres(0.9144 * 50) == "50 yd"
        assert said_area(0.9144**2 * 1e4 * 3) == "3.00 sq yd"
        assert said_to(19.685) == (pytest.approx(20.0, abs=0.01), "4 in")


def test_one_reads_inches_and_another_centimetres_of_one_piece(client, knitter, django_user_model):
    piece = keep_piece(knitter, SHAWL)
    page = f"/pieces/{piece.pk}/"
    assert size_of(client, page) == "cm"
    assert client.post("/ways/", WAYS | {"units": "in"}).status_code == 302
    assert size_of(client, page) == "in"
    stranger = django_user_model.objects.create_user("stranger")
    assert (ways_of(stranger).units, ways_of(Knitter.objects.get(pk=knitter.pk)).units) == ("", "in")
    client.post("/ways/", WAYS | {"units": ""})
    assert size_of(client, page) == "cm"


@pytest.mark.parametrize(
    ("typed", "kept"),
    [("4", "4"), ("5 3.5,4", "3.5, 4, 5"), ("4,5; 3.25 4.5", "3.25, 4.5"), ("", ""), (" 10 2 ", "2, 10")],
)
def test_own_needles_are_kept_thinnest_first(client, knitter, typed, kept):
    client.post("/ways/", WAYS | {"needles": typed})
    assert Ways.objects.get().needles == kept


@pytest.mark.parametrize("typed", ["US 7", "0.5", "31", "four", "<b>"])
def test_what_is_no_needle_is_said_and_nothing_is_kept(client, knitter, typed):
    refused = client.post("/ways/", WAYS | {"needles": typed})
    assert (refused.status_code, "A needle has 1 to 30 mm, not" in shown(refused)) == (422, True)
    assert not Ways.objects.exists()


def test_own_needles_are_offered_where_one_is_asked_for(client, knitter):
    client.post("/ways/", WAYS | {"needles": "3.5 4"})
    piece = keep_piece(knitter, SHAWL)
    assert '<option value="3.5">' in shown(client.get(f"/pieces/{piece.pk}/needles/log/"))
