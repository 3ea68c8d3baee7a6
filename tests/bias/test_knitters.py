"""The knitters of a server by the command, and whether all is well by the address for who watches."""

import io
import json
import logging
from datetime import timedelta

import pytest
from django.core.cache import cache
from django.core.management import CommandError, call_command
from django.db import DatabaseError, connection
from django.forms import model_to_dict
from django.test import Client
from django.utils import timezone

from bias.accounts.actions import keep_ways
from bias.accounts.models import Knitter, ways_of
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.serving import health
from bias.serving.request_log import AsJson
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL

RIGHT = "a long pass phrase"


def knitter_command(monkeypatch, *words, typed=f"{RIGHT}\n"):
    said = io.StringIO()
    monkeypatch.setattr("sys.stdin", io.StringIO(typed))
    call_command("knitter", *words, stdout=said)
    return said.getvalue()


@pytest.mark.django_db
def test_a_knitter_is_added_signs_in_and_is_listed(monkeypatch, settings):
    settings.BIAS_HOUSEHOLD = False
    assert "wren can sign in now." in knitter_command(monkeypatch, "add", "wren")
    assert Client().login(username="wren", password=RIGHT)
    assert "wren: 0 pieces, last here" in knitter_command(monkeypatch, "list")


WRONG = [
    (("add", "wren"), "short\n", "at least 12 characters"),
    (("add", "a name / with a slash"), f"{RIGHT}\n", "A name has letters, figures"),
    (("add",), "", "Whom?"),
    (("close", "nobody"), "", "There is no knitter nobody."),
]


@pytest.mark.django_db
@pytest.mark.parametrize(("words", "typed", "why"), WRONG)
def test_what_cannot_be_is_told_and_nobody_is_made(monkeypatch, words, typed, why):
    with pytest.raises(CommandError, match=why.replace("?", r"\?")):
        knitter_command(monkeypatch, *words, typed=typed)
    assert not Knitter.objects.exists()


def test_a_closed_account_lets_nobody_in_and_goes_after_two_weeks(monkeypatch, settings, django_user_model, db):
    settings.BIAS_HOUSEHOLD = False
    wren = django_user_model.objects.create_user("wren", password=RIGHT)
    keep_piece(wren, SHAWL)
    browser = Client()
    browser.force_login(wren)
    assert "gone for good in 14 days" in knitter_command(monkeypatch, "close", "wren")
    assert browser.get("/").headers["Location"].startswith("/sign-in/")
    assert not Client().login(username="wren", password=RIGHT)
    assert "wren is open again." in knitter_command(monkeypatch, "open", "wren")
    assert Client().login(username="wren", password=RIGHT)
    knitter_command(monkeypatch, "close", "wren")
    Knitter.objects.update(closed_at=timezone.now() - timedelta(days=14, seconds=1))
    assert "Gone for good after 14 days: wren" in knitter_command(monkeypatch, "list")
    assert not Piece.objects.exists()


def test_a_name_is_taken_whatever_its_capitals(monkeypatch, django_user_model, db):
    django_user_model.objects.create_user("wren", password=RIGHT)
    with pytest.raises(CommandError, match="already"):
        knitter_command(monkeypatch, "add", "Wren")


@pytest.mark.django_db(transaction=True)
def test_all_is_well_where_the_database_takes_writing_and_there_is_room(client, monkeypatch):
    answer = client.get("/health/")
    assert (answer.status_code, answer.json()["well"], answer.json()["database"]) == (200, True, "ok")
    monkeypatch.setattr(health, "LEAST_ROOM_MB", 10**12)
    assert client.get("/health/").status_code == 503


@pytest.mark.django_db(transaction=True)
def test_a_database_that_does_not_answer_is_told_by_its_kind(client, monkeypatch):
    def broken(*_given, **_more):
        raise DatabaseError("disk I/O error in /home/wren")

    monkeypatch.setattr(connection, "cursor", broken)
    assert health._database() == "DatabaseError"


def test_a_log_of_json_has_one_line_a_record():
    record = logging.LogRecord("bias.slow", logging.WARNING, "x.py", 1, "took %.1f s", (1.5,), None)
    told = json.loads(AsJson().format(record))
    assert (told["level"], told["from"]) == ("WARNING", "bias.slow")
    assert told["message"] == "took 1.5 s"


@pytest.fixture
def wren(settings, django_user_model, db):
    """A browser in which Wren has signed in."""
    settings.BIAS_HOUSEHOLD = False
    cache.clear()
    browser = Client()
    browser.force_login(django_user_model.objects.create_user("wren", password=RIGHT))
    yield browser
    cache.clear()


def test_she_closes_her_own_account_with_her_password(wren):
    assert "Take everything out as one file first" in shown(wren.get("/ways/close/"))
    refused = wren.post("/ways/close/", {"password": "another long phrase"})
    assert (refused.status_code, "Nothing was closed." in shown(refused)) == (422, True)
    assert Knitter.objects.get().closed_at is None
    after = wren.post("/ways/close/", {"password": RIGHT}, follow=True)
    assert "Your account is closed. For 14 days who runs this server can open it again." in shown(after)
    closed = Knitter.objects.get()
    assert (closed.is_active, closed.closed_at is None) == (False, False)
    assert wren.get("/").headers["Location"].startswith("/sign-in/")


def test_a_password_is_not_guessed_there(wren):
    for _ in range(5):
        wren.post("/ways/close/", {"password": "another long phrase"})
    assert wren.post("/ways/close/", {"password": RIGHT}).status_code == 429
    assert Knitter.objects.get().is_active


def test_a_household_has_no_account_to_close(client, knitter):
    assert client.get("/ways/close/").status_code == 404
    assert "Close my account" not in shown(client.get("/ways/"))


@pytest.mark.parametrize("chosen", [{}, {"units": "in", "language": "it", "rest_minutes": 30}])
def test_who_asks_is_read_as_django_reads_her(knitter, django_assert_num_queries, chosen):
    if chosen:
        keep_ways(knitter, **chosen)
    knitter.signed_out_at = timezone.now()
    knitter.save()
    read = Knitter.objects.filter(pk=knitter.pk).get()
    with django_assert_num_queries(1):
        asked = Knitter.objects.get(pk=knitter.pk)
        ways = ways_of(asked)
    assert {name: vars(asked)[name] for name in vars(read) if name != "_state"} == {
        name: value for name, value in vars(read).items() if name != "_state"
    }
    assert model_to_dict(ways) == model_to_dict(ways_of(read))
    assert bool(ways.pk) is bool(chosen)
    asked.username = "wren"
    asked.save()
    assert Knitter.objects.get(username="wren").pk == knitter.pk


@pytest.mark.parametrize("key", [0, 9_999, "x", None])
def test_there_is_nobody_by_another_key(knitter, key):
    with pytest.raises((Knitter.DoesNotExist, ValueError)):
        Knitter.objects.get(pk=key)
