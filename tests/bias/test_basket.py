"""The basket: twenty cards at a time, kept once they were worked out, found by their titles."""

from uuid import uuid4

import pytest
from django.db import DatabaseError

from bias.at_needles.actions import row_done
from bias.home.models import KeptCard
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.results import forget_all
from tests.bias.pages import shown

WORDS = "Title: {title}\nCast on 9 sts.\nRow 1: K2, yo, k to end. (10 sts)\nRow 2: Knit.\n"


@pytest.fixture
def basket(knitter):
    """Forty-five pieces, the last one kept first in the basket."""
    return [keep_piece(knitter, WORDS.format(title=f"Quay {number}")) for number in range(45)]


def test_twenty_cards_at_a_time_and_more_behind_them(client, basket):
    page = shown(client.get("/"))
    assert page.count('<li class="card') == 20
    assert "Quay 44" in page
    assert "Quay 24" not in page
    more = shown(client.get("/", {"page": 2}, headers={"HX-Request": "true"}))
    assert (more.count('<li class="card'), "<html" in more, "page=3" in more) == (20, False, True)
    last = shown(client.get("/", {"page": 3}))
    assert (last.count('<li class="card'), "More pieces" in last) == (5, False)
    assert client.get("/", {"page": "99999"}).status_code == 200
    assert client.get("/", {"page": "-3"}).status_code == 200


FOUND = [("quay 44", 1), ("QUAY", 20), ("", 20), ("%", 0), ('"', 0), ("nothing such", 0), ("x" * 10_000, 0), ("<b>", 0)]


@pytest.mark.parametrize(("search", "many"), FOUND, ids=[case[0][:12] or "nothing" for case in FOUND])
def test_a_search_finds_titles_and_nothing_is_a_pattern(client, basket, search, many):
    page = shown(client.get("/", {"q": search}))
    assert page.count('<li class="card') == many
    assert ("in its title" in page) is (many == 0)
    assert "<b>'" not in page


def test_a_card_is_worked_out_once_and_kept(client, knitter, basket, monkeypatch):
    client.get("/")
    assert KeptCard.objects.filter(owner=knitter).count() == 20
    forget_all()

    def twice(revision, progress):
        raise AssertionError("it was worked out twice")

    monkeypatch.setattr("bias.home.cards._worked_out", twice)
    page = shown(client.get("/"))
    assert page.count("cloth silhouette") == 20
    assert "2 rows, every one adds up" in page


def test_kept_cards_may_be_deleted_and_come_again(client, basket):
    before = shown(client.get("/")).partition("cards")[2]
    KeptCard.objects.all().delete()
    assert shown(client.get("/")).partition("cards")[2] == before


def test_what_is_not_drawn_in_time_is_asked_for_card_by_card(client, settings, basket):
    settings.BIAS_CARD_SECONDS = 0
    page = shown(client.get("/"))
    assert page.count("being drawn") == 19
    waiting = basket[-2]
    assert f'hx-get="/cards/{waiting.pk}/"' in page
    card = shown(client.get(f"/cards/{waiting.pk}/"))
    assert "cloth silhouette" in card
    assert waiting.title in card
    assert shown(client.get("/")).count("being drawn") == 17


def test_what_is_on_the_needles_is_never_waited_for(client, settings, basket):
    settings.BIAS_CARD_SECONDS = 0
    row_done(basket[30], uuid4(), 1, 2)
    page = shown(client.get("/"))
    assert "Quay 30, row 2" in page
    assert "Go on knitting" in page


def test_a_database_that_cannot_be_written_shows_the_basket_all_the_same(client, basket, monkeypatch):
    def full(*_args, **_more):
        raise DatabaseError("database or disk is full")

    monkeypatch.setattr(KeptCard.objects, "bulk_create", full)
    assert shown(client.get("/")).count("cloth silhouette") == 20


def test_another_row_and_other_words_are_another_card(client, knitter):
    piece = keep_piece(knitter, WORDS.format(title="Quay"))
    client.get("/")
    client.post(
        f"/pieces/{piece.pk}/words/", {"words": WORDS.format(title="Quay") + "Row 3: Knit.", "started_from": "1"}
    )
    page = shown(client.get("/"))
    assert "3 rows, every one adds up" in page
    assert KeptCard.objects.filter(owner=knitter).count() == 2


def test_no_card_of_somebody_else(client, django_user_model):
    other = django_user_model.objects.create_user("another")
    piece = keep_piece(other, WORDS.format(title="Quay"))
    assert client.get(f"/cards/{piece.pk}/").status_code == 404
    assert Piece.objects.get(pk=piece.pk).owner == other
