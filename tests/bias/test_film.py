"""The film on pages: of a piece, of a shape to begin from, of what the log says was knitted; in print."""

import pytest
from django.urls import reverse

from bias.pieces.actions import keep_piece
from bias.printing.print_parts import PrintChoices, print_parts
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send

LONG = "Cast on 5 sts.\nRow 1: K1, yo, k to end.\nRepeat row 1, 4999 more times."
ODD = {
    "no rows": "",
    "rows that do not add up": "Cast on 9 sts.\nRow 1: K20.\nRow 2: P40.",
    "one row": "Cast on 9 sts.\nRow 1: Knit.",
}


@pytest.fixture
def piece(knitter):
    return keep_piece(knitter, SHAWL)


def test_a_piece_is_played_from_its_own_data(client, knitter, piece):
    page = shown(client.get(f"/pieces/{piece.pk}/film/"))
    assert f'data-film="/pieces/{piece.pk}/film.json"' in page
    assert "data-knitted" not in page
    answer = client.get(f"/pieces/{piece.pk}/film.json")
    assert len(answer.content) < 30_000
    data = answer.json()
    assert data["rows"][-1] == len(piece.results.worked.rows)
    assert data["counts"][-1] == piece.results.worked.rows[-1].end


def test_from_the_log_it_goes_as_far_as_was_knitted(client, knitter, piece):
    send(client, piece, *(press("row", row) for row in range(1, 4)))
    page = shown(client.get(f"/pieces/{piece.pk}/film/"))
    assert "data-knitted" in page
    assert 'id="film-knitted"' in page
    assert "[[3, " in page
    assert f"/pieces/{piece.pk}/film/" in shown(client.get(reverse("log", args=[piece.pk])))


@pytest.mark.parametrize("kind", ODD)
def test_what_cannot_be_laid_is_told(client, knitter, kind):
    piece = keep_piece(knitter, ODD[kind])
    page = shown(client.get(f"/pieces/{piece.pk}/film/"))
    assert "data-film" not in page
    assert client.get(f"/pieces/{piece.pk}/film.json").status_code == 404


def test_five_thousand_rows_are_a_short_film(client, knitter):
    piece = keep_piece(knitter, LONG)
    assert len(client.get(f"/pieces/{piece.pk}/film.json").content) < 30_000


@pytest.mark.parametrize("key", ["triangle", "capelet", "crown"])
def test_a_shape_to_begin_from_grows(client, knitter, key):
    answer = client.get(f"/begin/{key}/film.json")
    assert answer.json()["rows"][0] >= 0
    assert f'data-grow="/begin/{key}/film.json"' in shown(client.get("/begin/"))


def test_no_other_shape_grows(client, knitter):
    assert client.get("/begin/scarf-of-nothing/film.json").status_code == 404


def test_another_knitters_piece_has_no_film(client, knitter, piece, django_user_model):
    piece.owner = django_user_model.objects.create_user("somebody else")
    piece.save()
    assert client.get(f"/pieces/{piece.pk}/film/").status_code == 404
    assert client.get(f"/pieces/{piece.pk}/film.json").status_code == 404


def test_the_stills_are_a_part_of_a_print(knitter, piece):
    parts = print_parts(piece.results, PrintChoices(words=False, cloth=False, chart=False, film=True))
    assert [part.template for part in parts] == ["printing/film.html"]
    assert parts[0].about["stills"].count("<text") == 6
