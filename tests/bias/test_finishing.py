"""Bind off and block: the list of what is left, ticked off in the log."""

import re

import pytest

from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from knitting.assembly.finishing import FinishingStep, ThingStep, ends_to_weave_in
from knitting.saying.finishing import STEPS
from knitting.written import work_text
from tests.bias.pages import text_of
from tests.bias.pressing import SHAWL, press, send


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def test_what_is_left_to_do_stands_with_its_figures(client, shawl):
    page = text_of(client.get(f"/pieces/{shawl.pk}/finishing/"))
    assert "30 rows are still to be worked" in page
    assert "Bind off 69 stitches" in page
    assert "Weave in the ends 2 ends" in page
    assert re.search(r"about \d+ pins", page)
    assert "Measures to pin it to" in page


def test_a_step_is_ticked_off_and_not_yet_after_all(client, shawl):
    where = f"/pieces/{shawl.pk}/finishing/"
    send(client, shawl, press("ticked", 0, data={"what": "wash"}))
    assert client.get(where).content.decode().count("is-done") == 1
    assert "Wash it as it will be washed" in text_of(client.get(f"/pieces/{shawl.pk}/needles/log/"))
    (ticked,) = Event.objects.filter(kind="ticked")
    send(client, shawl, press("undone", 0, data={"takes_back": [str(ticked.pk)]}))
    assert "is-done" not in client.get(where).content.decode()


def test_a_form_without_scripts_ticks_off_too(client, shawl):
    form = {"kind": "ticked", "row": "0", "copy": "1", "what": "bind off", "id": "00000000-0000-4000-8000-00000000abce"}
    assert client.post(f"/pieces/{shawl.pk}/needles/events/", form).status_code == 302
    assert client.get(f"/pieces/{shawl.pk}/finishing/").content.decode().count("is-done") == 1


def test_a_piece_without_rows_has_nothing_to_measure(client, knitter):
    empty = keep_piece(knitter, "Title: Nothing\nCast on 5 sts.\n")
    assert client.get(f"/pieces/{empty.pk}/finishing/").status_code == 200


def test_every_step_has_its_words():
    assert {step.value for kind in (FinishingStep, ThingStep) for step in kind} == set(STEPS)


@pytest.mark.parametrize(("rows", "ends"), [(60, 2), (2, 4), (10, 12)])
def test_ends_are_two_for_every_stretch_that_is_not_cut(rows, ends):
    """60 rows of one colour; in two-row stripes both are carried; in stripes of ten each of six is cut."""
    colours = "Yarn A: one\nYarn B: two\n" + (f"Stripes: {rows} rows A, {rows} rows B\n" if rows < 60 else "")
    worked = work_text(f"{colours}Cast on 9 sts.\nRow 1: Knit.\nRepeat row 1 59 more times.").worked
    assert ends_to_weave_in(worked) == ends
