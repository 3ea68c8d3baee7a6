"""Every page answers, says what it should, and belongs to its owner."""

import json

import pytest
from django.core.management import call_command
from django.test import Client, override_settings
from django.urls import reverse

from bias.joining.checks import household_stays_home
from bias.joining.models import Knitter
from bias.keeping.actions import keep_piece
from bias.keeping.models import Piece
from tests.bias.conftest import WORDS


def test_the_basket_shows_the_demo_with_silhouettes_and_progress(client, demo):
    page = client.get("/").content.decode()
    for title in ("Tideline shawl", "Harbour corner cloth", "Sash Window", "Switchback scarf", "Spinnaker"):
        assert title in page
    assert page.count('class="cloth silhouette"') == 5
    assert "2 places to mend" in page
    assert "Tideline shawl, row 69" in page
    assert "Go on knitting" in page


def test_an_empty_basket_teaches(client, knitter):
    assert "Your basket is empty" in client.get("/").content.decode()


def test_the_demo_loaded_twice_is_there_once(knitter):
    call_command("demo", verbosity=0)
    call_command("demo", verbosity=0)
    assert Piece.objects.of(knitter).count() == 5


def test_a_piece_shows_cloth_strip_ledger_and_words_of_one_row(client, demo):
    tideline = Piece.objects.get(title="Tideline shawl")
    page = client.get(f"/pieces/{tideline.pk}/?row=68").content.decode()
    assert 'class="cloth-needle"' in page
    assert ">Row 1</h2>" in page.replace("\n", "").replace('<span class="soft"></span>', "")
    assert "68 of 119" in page
    assert "Mark the centre stitch." in page
    assert "96 cm by 48 cm" in page


@pytest.mark.parametrize("row", ["0", "-3", "999999", "abc", "", "１"])
def test_a_row_that_is_none_shows_the_nearest(client, piece, row):
    assert client.get(f"/pieces/{piece.pk}/", {"row": row}).status_code == 200


def test_one_row_and_one_fold_can_be_asked_for(client, piece):
    assert "7" in client.get(f"/pieces/{piece.pk}/row/2/").content.decode()
    assert client.get(f"/pieces/{piece.pk}/row/26/").status_code == 404
    assert client.get(f"/pieces/{piece.pk}/fold/1/").content.decode().count("<tr") == 24
    assert client.get(f"/pieces/{piece.pk}/fold/9/").status_code == 404


def test_counts_and_words_can_be_taken_along(client, piece):
    assert json.loads(client.get(f"/pieces/{piece.pk}/rows.json").content)["rows"][0]["end"] == 6
    assert client.get(f"/pieces/{piece.pk}/words.txt").content.decode() == WORDS


def test_a_piece_without_rows_or_cloth_still_has_its_pages(client, knitter):
    for words in (
        "Title: Nothing",
        "hello",
        "Cast on 5 sts.\nRow 1: Knit.",
        "Cast on 4 sts.\nRnd 1: Knit.\nRnd 2: Knit.",
    ):
        piece = keep_piece(knitter, words)
        for name in ("piece", "edit", "needles"):
            assert client.get(reverse(name, args=[piece.pk])).status_code == 200
    assert client.get("/").status_code == 200


def test_the_letters_of_a_pattern_are_never_read_as_markup(client, knitter):
    piece = keep_piece(
        knitter, "Title: <script>alert(1)</script>\nYarn <b>: x\nCast on 5 sts.\nRow 1: <i>k5\nRow 2: Knit."
    )
    for name in ("piece", "edit", "needles"):
        assert "<script>alert" not in client.get(reverse(name, args=[piece.pk])).content.decode()
    assert "<script>alert" not in client.get("/").content.decode()


PAGES = ["piece", "edit", "needles", "rows-json", "words-txt"]


@pytest.mark.parametrize("name", PAGES)
def test_nobody_sees_the_piece_of_another(client, knitter, name):
    other = keep_piece(Knitter.objects.create(username="other"), WORDS)
    assert client.get(reverse(name, args=[other.pk])).status_code == 404


@pytest.mark.parametrize("name", ["edit", "check-piece", "event", "take-out"])
def test_nobody_changes_the_piece_of_another(client, knitter, name):
    other = keep_piece(Knitter.objects.create(username="other"), WORDS)
    assert client.post(reverse(name, args=[other.pk]), {"words": "x"}).status_code == 404
    assert Piece.objects.filter(pk=other.pk).exists()


@override_settings(BIAS_HOUSEHOLD=False)
def test_outside_a_household_signing_in_is_required(client, piece):
    for address in ("/", "/begin/", f"/pieces/{piece.pk}/"):
        assert client.get(address).status_code == 302
        assert client.get(address)["Location"].startswith("/sign-in/")
    Knitter.objects.create_user(username="wren", password="a long pass phrase")
    assert "do not go together" in client.post("/sign-in/", {"username": "wren", "password": "no"}).content.decode()
    client.post("/sign-in/", {"username": "wren", "password": "a long pass phrase"})
    assert client.get("/").status_code == 200
    assert client.get(f"/pieces/{piece.pk}/").status_code == 404


def test_a_household_machine_serves_itself_only(client, knitter):
    assert client.get("/", REMOTE_ADDR="192.168.1.20").status_code == 403


@pytest.mark.parametrize(("bind", "household", "errors"), [
    ("127.0.0.1:8000", True, 0), ("[::1]:8000", True, 0), ("0.0.0.0:8000", True, 1), ("0.0.0.0:8000", False, 0),
])  # fmt: skip
def test_a_household_bound_to_the_world_does_not_start(bind, household, errors):
    with override_settings(BIAS_BIND=bind, BIAS_HOUSEHOLD=household):
        assert len(household_stays_home()) == errors


def test_a_change_without_its_token_is_refused(knitter, piece):
    strict = Client(enforce_csrf_checks=True)
    assert strict.post(f"/pieces/{piece.pk}/take-out/").status_code == 403
    assert Piece.objects.filter(pk=piece.pk).exists()


def test_every_page_says_what_may_be_loaded(client, knitter):
    policy = client.get("/")["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "unsafe" not in policy


def test_a_piece_can_be_taken_out(client, piece):
    assert client.post(f"/pieces/{piece.pk}/take-out/").status_code == 302
    assert not Piece.objects.filter(pk=piece.pk).exists()
