"""The basket: twenty cards at a time, kept once they were worked out, found by their titles."""

from datetime import timedelta
from uuid import uuid4

import pytest
from django.db import DatabaseError
from django.utils import timezone

from bias.at_needles.actions import row_done
from bias.home.models import KeptCard
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.results import Results, forget_all
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
    assert ("No piece has" in page) is (many == 0)
    assert "<b>'" not in page


def test_the_basket_is_sorted_by_what_was_touched_by_title_or_by_what_was_begun(client, basket):
    client.post(f"/pieces/{basket[3].pk}/bring-back/")  # touched last

    def first(**asked):
        page = shown(client.get("/", asked, headers={"HX-Request": "true"}))
        return [number for number in range(45) if f"Quay {number}</a>" in page.partition("</li>")[0]]

    assert (first(), first(sort="title"), first(sort="begun"), first(sort="nonsense")) == ([3], [0], [44], [3])
    assert "sort=title" in shown(client.get("/", {"sort": "title"}))


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


def test_a_piece_that_is_put_away_comes_back_with_its_log(client, knitter, basket):
    piece = basket[44]
    row_done(piece, uuid4(), 1, 2)
    answer = client.post(f"/pieces/{piece.pk}/put-away/")
    assert answer.headers["Location"] == f"/?away={piece.pk}"
    page = shown(client.get(answer.headers["Location"]))
    assert "'Quay 44' is put away until" in page
    assert "One piece is put away" in page
    assert page.count("Quay 44") == 1
    assert "Quay 44" in shown(client.get("/put-away/"))
    for name in ("", "words/", "plan/"):
        own = shown(client.get(f"/pieces/{piece.pk}/{name}"))
        assert "This piece is put away until" in own
        assert "Bring it back" in own
    assert "Put it away" not in shown(client.get(f"/pieces/{piece.pk}/"))
    answer = client.post(f"/pieces/{piece.pk}/bring-back/")
    assert answer.headers["Location"] == f"/pieces/{piece.pk}/"
    assert "Quay 44, row 2" in shown(client.get("/"))
    assert "Nothing is put away." in shown(client.get("/put-away/"))


def test_after_thirty_days_it_goes_for_good_and_nothing_else_does(client, knitter, basket):
    for piece, days in ((basket[0], 31), (basket[1], 29)):
        Piece.objects.filter(pk=piece.pk).update(put_away_at=timezone.now() - timedelta(days=days))
    page = shown(client.get("/put-away/"))
    assert ("Quay 0<" in page, "Quay 1<" in page) == (False, True)
    client.post(f"/pieces/{basket[2].pk}/put-away/")
    assert not Piece.objects.filter(pk=basket[0].pk).exists()
    assert Piece.objects.filter(pk__in=[basket[1].pk, basket[2].pk]).count() == 2
    assert Piece.objects.in_basket().count() == 42
    client.post(f"/pieces/{basket[2].pk}/put-away/")  # sent twice: it keeps its day
    assert Piece.objects.put_away().count() == 2


def test_no_card_of_somebody_else(client, django_user_model):
    other = django_user_model.objects.create_user("another")
    piece = keep_piece(other, WORDS.format(title="Quay"))
    assert client.get(f"/cards/{piece.pk}/").status_code == 404
    assert Piece.objects.get(pk=piece.pk).owner == other


def test_a_card_that_cannot_be_drawn_says_so_and_the_others_stand(client, basket, monkeypatch):
    def fails(results, rows):
        if "Quay 43" in results.text:
            raise ZeroDivisionError
        return "<svg></svg>"

    monkeypatch.setattr(Results, "silhouette_svg", fails)
    page = shown(client.get("/"))
    assert page.count('<li class="card') == 20
    assert page.count("This card could not be drawn") == 1
    assert KeptCard.objects.count() == 19
    monkeypatch.undo()
    assert "This card could not be drawn" not in shown(client.get("/"))


def test_a_finished_piece_stands_apart_until_it_is_taken_up_again(client, knitter):
    first, second = (keep_piece(knitter, WORDS.format(title=title)) for title in ("Quay", "Weir"))
    row_done(first, uuid4(), 1, 2)
    row_done(first, uuid4(), 2, 2)
    assert "It is finished" in shown(client.get("/"))
    assert client.post(f"/pieces/{first.pk}/finished/", {"back": "/?sort=title"}).url == "/?sort=title"
    day = Piece.objects.get(pk=first.pk).finished_at
    client.post(f"/pieces/{first.pk}/finished/")  # sent twice: it keeps its day
    assert Piece.objects.get(pk=first.pk).finished_at == day
    cards = [shown(client.get("/", {"shelf": shelf, "page": 1})) for shelf in ("", "finished")]
    assert [("Quay</a>" in page, "Weir</a>" in page) for page in cards] == [(False, True), (True, False)]
    assert "finished on" in cards[1]
    assert "Quay</a>" in shown(client.get("/", {"q": "quay"}))  # a search looks everywhere
    client.post(f"/pieces/{first.pk}/chapter/", {"chapter": "Harbour"})
    assert "Quay</a>" in shown(client.get("/", {"chapter": "Harbour"}))  # and so does a chapter
    assert "Quay</a>" not in shown(client.get("/", {"chapter": "", "sort": "title"}))
    client.post(f"/pieces/{first.pk}/finished/", {"again": "1"})
    assert "Quay</a>" in shown(client.get("/"))
    client.post(f"/pieces/{first.pk}/finished/")
    client.post(f"/pieces/{second.pk}/finished/")
    assert "Your basket is empty" not in shown(client.get("/"))  # every piece is finished


CHAPTERS = [
    ("winter market", "winter market"),
    ("  Winter   MARKET ", "winter market"),
    ("", ""),
    ("x" * 200, "x" * 60),
    ("<b>%", "<b>%"),
]


@pytest.mark.parametrize(("typed", "stands"), CHAPTERS, ids=[case[0][:12] or "none" for case in CHAPTERS])
def test_a_piece_is_put_into_a_chapter_of_the_basket(client, knitter, typed, stands):
    other, piece = (keep_piece(knitter, WORDS.format(title=title)) for title in ("Weir", "Quay"))
    client.post(f"/pieces/{other.pk}/chapter/", {"chapter": "winter market"})
    client.post(f"/pieces/{piece.pk}/chapter/", {"chapter": typed})
    piece.refresh_from_db()
    assert piece.chapter == stands
    assert Piece.objects.of(knitter).chapters() == sorted({"winter market", stands} - {""})
    offered = shown(client.get("/chapters/"))
    assert ('value="winter market"' in offered, "<b>" in offered) == (True, False)
    page = shown(client.get("/", {"chapter": stands}))
    assert "Quay</a>" in page
    assert ("Weir</a>" in page) is (stands in ("winter market", ""))
    assert "<b>%" not in page


def test_a_search_finds_the_chapter_and_the_shape_that_a_plan_was_made_as(client, knitter):
    made = client.post("/begin/capelet/").url
    number = int(made.split("/")[2])
    client.post(f"/pieces/{number}/name/", {"name": "Quay"})
    keep_piece(knitter, WORDS.format(title="Weir"))
    client.post(f"/pieces/{number}/chapter/", {"chapter": "winter market"})
    for search, found in [
        ("capelet", True),
        ("CAPELET quay", True),
        ("market", True),
        ("mitred", False),
        ("weir", False),
    ]:
        assert ("Quay</a>" in shown(client.get("/", {"q": search}))) is found, search
        assert ("Quay" in shown(client.get("/find/", {"for": search}))) is found, search


def test_a_copy_asked_for_twice_by_one_form_is_one_piece(client, knitter):
    piece = keep_piece(knitter, WORDS.format(title="Quay"))
    page = client.get(f"/pieces/{piece.pk}/")
    given = {"form_id": page.content.decode().split('name="form_id"')[1].split('"')[1]}
    assert client.post(f"/pieces/{piece.pk}/copy/", given).url == client.post(f"/pieces/{piece.pk}/copy/", given).url
    client.post(f"/pieces/{piece.pk}/copy/", {"form_id": "nonsense"})
    assert Piece.objects.of(knitter).count() == 3


def form_of(page, near):
    """The id of the form behind a place of a page."""
    return page.partition(near)[2].split('name="form_id"')[1].split('"')[1]


def test_a_form_that_makes_a_piece_makes_one_when_it_is_sent_twice(client, knitter):
    begin = client.get("/begin/").content.decode()
    for address in ("/begin/capelet/", "/begin/bare/"):
        given = {"form_id": form_of(begin, address)}
        assert client.post(address, given).url == client.post(address, given).url
    rows = {"words": WORDS.format(title="Quay"), "form_id": form_of(client.get("/bring-in/").content.decode(), "keep")}
    assert client.post("/bring-in/", rows).url == client.post("/bring-in/", rows).url
    assert Piece.objects.of(knitter).count() == 3
    Piece.objects.of(knitter).update(begun_at=timezone.now() - timedelta(minutes=2))
    client.post("/begin/capelet/", {"form_id": form_of(begin, "/begin/capelet/")})  # gone back to: another wish
    client.post("/begin/capelet/")
    assert Piece.objects.of(knitter).count() == 5
