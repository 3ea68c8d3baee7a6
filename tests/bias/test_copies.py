"""Copies of a piece: places of their own, names, put away and brought back."""

import pytest

from bias.at_needles.actions import progress_of
from bias.at_needles.models import Copy
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def test_copies_have_places_of_their_own(client, shawl):
    client.post(f"/pieces/{shawl.pk}/needles/copies/")
    send(client, shawl, press("row", 1), press("row", 2))
    send(client, shawl, press("row", 1, copy=2))
    assert (progress_of(shawl, 1).rows, progress_of(shawl, 2).rows) == (2, 1)
    assert "copy 2" in shown(client.get(f"/pieces/{shawl.pk}/needles/?copy=2"))


@pytest.fixture
def panels(client, shawl):
    """A piece with two copies, of which the second was worked last."""
    client.post(f"/pieces/{shawl.pk}/needles/copies/")
    send(client, shawl, press("row", 1, at="2026-11-20T10:00:00Z"), press("row", 2, at="2026-11-20T10:10:00Z"))
    send(client, shawl, press("row", 1, copy=2, at="2026-11-21T10:00:00Z"))
    return shawl


def page(client, piece, address=""):
    return shown(client.get(f"/pieces/{piece.pk}/needles/{address}"))


def copy_press(client, piece, number, what, **fields):
    return client.post(f"/pieces/{piece.pk}/needles/copies/{number}/{what}/", fields, follow=True)


def test_the_copy_worked_last_is_gone_on_with(client, panels):
    assert 'data-copy="2" data-asked="?copy=2"' in page(client, panels)
    assert 'data-copy="1" data-asked="?copy=1"' in page(client, panels, "?copy=1")
    assert client.get(f"/pieces/{panels.pk}/needles/worked.json").json()["rows"] == 1


@pytest.mark.parametrize("asked", ["count", "lost"])
def test_what_is_asked_about_the_first_copy_is_answered_for_it(client, panels, asked):
    """The other one was worked last: every form names its own."""
    said = page(client, panels, f"{asked}/?copy=1")
    assert '<input type="hidden" name="copy" value="1">' in said
    assert f'href="/pieces/{panels.pk}/needles/?copy=1">Back to the row' in said
    row = page(client, panels, "?copy=1")
    assert f'href="/pieces/{panels.pk}/needles/{asked}/?copy=1"' in row


def test_a_piece_without_further_copies_needs_none_in_its_addresses(client, shawl):
    assert 'data-copy="1" data-asked=""' in page(client, shawl)


@pytest.mark.parametrize(
    ("given", "kept"),
    [
        ("left panel", "left panel"),
        ("  two\n\nwords\0 ", "two words"),
        ("<b>&", "&lt;b&gt;&amp;"),
        ("x" * 60, "x" * 40),
        ("", "copy 2"),
    ],
)
def test_a_copy_is_called_as_the_knitter_calls_it(client, panels, given, kept):
    said = shown(copy_press(client, panels, 2, "name", name=given))
    assert f"Log of {kept}</h1>" in said
    assert f">{kept}</a>" in page(client, panels, "?copy=1")


def test_a_copy_is_put_away_with_its_log_and_brought_back(client, panels):
    copy_press(client, panels, 1, "name", name="left panel")
    copy_press(client, panels, 1, "away", do="put-away")
    assert "left panel" not in page(client, panels)
    assert "Bring left panel back" in page(client, panels, "log/")
    assert "is put away" in page(client, panels, "?copy=1")
    back = shown(copy_press(client, panels, 1, "away", do="bring-back"))
    assert "Log of left panel</h1>" in back
    assert progress_of(panels, 1).rows == 2


def test_the_basket_goes_on_with_what_is_out(client, panels):
    copy_press(client, panels, 2, "away", do="put-away")
    assert "row 3" in shown(client.get("/"))
    assert 'data-copy="1"' in page(client, panels)


def test_the_last_copy_that_is_out_stays(client, shawl):
    answer = copy_press(client, shawl, 1, "away", do="put-away")
    assert answer.status_code == 422
    assert "only copy that is out" in shown(answer)
    assert not Copy.objects.filter(put_away=True).exists()


def test_no_number_is_given_twice_and_there_is_an_end(client, panels):
    copy_press(client, panels, 2, "away", do="put-away")
    for number in range(3, 13):
        assert client.post(f"/pieces/{panels.pk}/needles/copies/").url.endswith(f"?copy={number}")
    answer = client.post(f"/pieces/{panels.pk}/needles/copies/")
    assert answer.status_code == 422
    assert "There are 12 copies already" in shown(answer)


@pytest.mark.parametrize("what", ["name", "away"])
def test_a_copy_that_there_is_not_is_passed_over(client, shawl, what):
    assert copy_press(client, shawl, 7, what, name="x").status_code == 200
    assert not Copy.objects.exists()


@pytest.mark.parametrize("what", ["name", "away"])
def test_somebody_elses_copies_are_not_found(client, panels, django_user_model, what):
    Piece.objects.filter(pk=panels.pk).update(owner=django_user_model.objects.create(username="another"))
    assert copy_press(client, panels, 2, what, name="mine").status_code == 404
