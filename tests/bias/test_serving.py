"""What stands round the pages: faults of the disk, the log of requests, who is let in, what may be kept of a page."""

import json
import logging
import sqlite3
from contextlib import closing, suppress
from pathlib import Path

import pytest
from django.db import OperationalError, connection
from django.test import Client
from psycopg import errors

from bias.accounts.checks import household_stays_home
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from bias.results import forget_all
from bias.serving import request_log
from bias.serving.checks import start_only_sound
from bias.serving.database_check import database_trouble
from bias.serving.database_faults import database_fault
from bias.writing.models import Draft
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send
from tests.database_faults import database_broken, of_sqlite

SECRET = "my own wool and nobody else's"


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


@pytest.fixture
def calm(client):
    """A browser that is shown the page of a fault, as a server shows it."""
    client.raise_request_exception = False
    client.get("/")
    return client


# -- the disk ---------------------------------------------------------------------------------------------------


@pytest.fixture
def full_disk(transactional_db):
    """No page more fits into the database: SQLite says that the disk is full."""

    def fill():
        with connection.cursor() as cursor:
            pages = cursor.execute("PRAGMA page_count").fetchone()[0]
            cursor.execute(f"PRAGMA max_page_count = {pages}")
            for size in (3000, 300, 30):
                with suppress(OperationalError):
                    while True:
                        row = f"hex(randomblob(16)), hex(randomblob({size})), 0"
                        cursor.execute(f"INSERT INTO django_session VALUES ({row})")

    yield fill
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA max_page_count = 1073741823")


FULL = "The server's disk is full. Nothing was changed. What you press at the needles waits on this device"


@of_sqlite
def test_a_full_disk_is_said_and_presses_go_on_waiting(calm, shawl, full_disk):
    full_disk()
    status, said = send(calm, shawl, row := press("row", 1, data={"device": None, "reason": "x" * 190}))
    assert (status, said["why"]) == (503, "The server's disk is full.")
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA max_page_count = 1073741823")
    assert send(calm, shawl, row)[1]["taken"] == [row["id"]]
    assert Event.objects.count() == 1


@of_sqlite
def test_signing_in_with_a_full_disk_is_told_what_is_wrong(calm, full_disk, settings, django_user_model):
    settings.BIAS_HOUSEHOLD = False
    wren = {"login": "wren", "password": "a long pass phrase"}
    django_user_model.objects.create_user(wren["login"], password=wren["password"])
    calm.cookies.clear()
    full_disk()
    answer = calm.post("/sign-in/", wren)
    assert answer.status_code == 503
    assert FULL in shown(answer).replace("&#x27;", "'")


@of_sqlite
def test_what_was_typed_is_given_back_where_it_cannot_be_kept(calm, shawl, full_disk):
    full_disk()
    typed = SHAWL + "Row 3: " + "K1, " * 4000
    answer = calm.post(f"/pieces/{shawl.pk}/words/", {"words": typed, "started_from": 1})
    assert (answer.status_code, answer["Retry-After"]) == (503, "5")
    assert FULL in shown(answer).replace("&#x27;", "'")
    assert "K1, K1, K1" in shown(answer)


@pytest.fixture
def read_only(transactional_db):
    """A database that can only be read."""
    yield lambda: connection.cursor().execute("PRAGMA query_only = 1")
    connection.cursor().execute("PRAGMA query_only = 0")


@of_sqlite
def test_a_database_that_can_only_be_read_still_shows_its_pages(calm, shawl, read_only):
    calm.get(f"/pieces/{shawl.pk}/needles/")
    read_only()
    assert calm.get(f"/pieces/{shawl.pk}/needles/").status_code == 200
    status, said = send(calm, shawl, press("row", 1))
    assert (status, said["why"]) == (503, "The server's database can only be read at the moment.")
    answer = calm.post(f"/pieces/{shawl.pk}/words/check/", {"words": SHAWL}, headers={"HX-Request": "true"})
    assert (answer.status_code, answer["Content-Type"]) == (503, "text/plain; charset=utf-8")


@of_sqlite
def test_a_database_that_another_program_writes_to_is_said_so(calm, shawl, transactional_db):
    calm.get(f"/pieces/{shawl.pk}/needles/")
    connection.cursor().execute("PRAGMA busy_timeout = 20")
    with closing(sqlite3.connect(connection.settings_dict["NAME"])) as other:
        other.execute("BEGIN IMMEDIATE")
        status, said = send(calm, shawl, row := press("row", 1))
        other.rollback()
    connection.cursor().execute("PRAGMA busy_timeout = 10000")
    assert (status, said["why"]) == (503, "Something else is writing to the server's database.")
    assert send(calm, shawl, row)[1]["taken"] == [row["id"]]


FAULTS = [
    (11, "The server's database is damaged.", "Whoever runs Bias has to look at it."),
    (26, "The server's database is damaged.", "Whoever runs Bias has to look at it."),
    (10 | 3 << 8, "The server's disk cannot be written or read.", ""),
    (14, "The server's disk cannot be written or read.", ""),
    (13, "The server's disk is full.", ""),
    (6, "Something else is writing to the server's database.", ""),
]


@pytest.mark.parametrize(("code", "says", "asks"), FAULTS)
def test_what_sqlite_says_is_told_in_plain_words(calm, knitter, monkeypatch, code, says, asks):
    monkeypatch.setattr("bias.home.views.card_page", database_broken(code))
    answer = calm.get("/")
    assert answer.status_code == 503
    told = shown(answer).replace("&#x27;", "'")
    assert says in told
    assert asks in told


STATES = [
    (errors.DiskFull, "The server's disk is full."),
    (errors.ReadOnlySqlTransaction, "The server's database can only be read at the moment."),
    (errors.DeadlockDetected, "Something else is writing to the server's database."),
    (errors.LockNotAvailable, "Something else is writing to the server's database."),
    (errors.DataCorrupted, "The server's database is damaged."),
    (errors.AdminShutdown, "The server's database does not answer."),
    (errors.TooManyConnections, "The server's database does not answer."),
    (errors.OperationalError, "The server's database does not answer."),
]


@pytest.mark.parametrize(("kind", "says"), STATES)
def test_what_postgresql_says_is_told_in_plain_words(kind, says):
    """The classes of its own library, which have the SQLSTATE codes of the manual."""
    met = OperationalError("as PostgreSQL has it")
    met.__cause__ = kind("as PostgreSQL has it")
    assert database_fault(met).said == says


def test_a_fault_of_a_statement_is_not_one_of_the_database():
    met = OperationalError("no such column")
    met.__cause__ = errors.UndefinedColumn("no such column")
    assert database_fault(met) is None


def test_where_even_the_page_of_a_fault_breaks_its_words_are_told(calm, knitter, monkeypatch):
    def break_(*_args, **_kwargs):
        raise ValueError(SECRET)

    monkeypatch.setattr("bias.home.views.card_page", break_)
    monkeypatch.setattr("bias.serving.error_pages.render", break_)
    answer = calm.get("/")
    assert (answer.status_code, answer["Content-Type"]) == (500, "text/plain; charset=utf-8")
    assert answer.content.decode().startswith("Something broke. The fault is ours, not yours.")


@pytest.mark.filterwarnings("ignore:Overriding setting DATABASES")
def test_the_file_of_the_database_is_looked_at_before_anything_is_served(tmp_path, settings, capsys):
    foreign, text, broken = tmp_path / "foreign", tmp_path / "text", tmp_path / "broken"
    with sqlite3.connect(foreign) as other:
        other.execute("CREATE TABLE invoices (number)")
    text.write_text("Row 1: Knit. " * 9)
    broken.write_bytes(foreign.read_bytes()[:4096] + b"\7" * 4096)
    assert "is the database of another program" in database_trouble(foreign)[0]
    assert "is no database" in database_trouble(text)[0]
    assert "is damaged" in database_trouble(broken)[0]
    assert database_trouble(tmp_path / "new") == ("", "")
    settings.DATABASES = {"default": {"ENGINE": "django.db.backends.sqlite3", "NAME": text}}
    settings.ALLOWED_HOSTS = []
    with pytest.raises(SystemExit) as ended:
        start_only_sound()
    assert ended.value.code == 3
    assert f"Bias does not start. {text} is no database. Move it away" in capsys.readouterr().err


@of_sqlite
def test_the_database_of_these_tests_is_sound(transactional_db):
    assert database_trouble(Path(connection.settings_dict["NAME"])) == ("", "")


# -- the log ----------------------------------------------------------------------------------------------------


def test_a_fault_is_written_down_with_its_id_and_no_text_of_hers(calm, shawl, monkeypatch, caplog):
    def break_(*_args, **_kwargs):
        raise ValueError(SECRET)

    monkeypatch.setattr("bias.writing.views.keep_draft", break_)
    with caplog.at_level(logging.ERROR, "django.request"):
        answer = calm.post(f"/pieces/{shawl.pk}/words/?{SECRET}", {"words": SECRET})
    assert answer.status_code == 500
    assert f"this is request {answer['X-Request-Id']}." in shown(answer)
    record = next(each for each in caplog.records if each.name == "django.request")
    written = request_log.WithoutTexts().format(record)
    assert written.endswith("builtins.ValueError")
    assert "in break_" in written
    assert "POST /pieces/<number:piece_id>/words/" in written
    assert SECRET not in written


def test_what_takes_long_is_written_down_with_what_it_did(client, shawl, monkeypatch, caplog):
    monkeypatch.setattr(request_log, "SLOW_S", 0.0)
    forget_all()
    with caplog.at_level(logging.WARNING, "bias.slow"):
        client.get(f"/pieces/{shawl.pk}/?{SECRET}")
    written = caplog.records[-1].getMessage()
    assert "GET /pieces/<number:piece_id>/ took" in written
    assert "results_of_words" in written
    assert "Results.layout" in written
    assert "statements" in written
    assert SECRET not in written


# -- who is let in ----------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "changed", [{"ALLOWED_HOSTS": ["knit.example"]}, {"SESSION_COOKIE_SECURE": True}, {"BIAS_BIND": "0.0.0.0:80"}]
)
def test_a_household_that_others_could_reach_does_not_start(settings, changed, capsys):
    settings.ALLOWED_HOSTS = ["localhost"]
    assert household_stays_home() == []
    for name, value in changed.items():
        setattr(settings, name, value)
    with pytest.raises(SystemExit):
        start_only_sound()
    assert "whoever comes would be signed in" in capsys.readouterr().err
    settings.BIAS_HOUSEHOLD = False
    assert household_stays_home() == []


@pytest.mark.parametrize("header", ["Forwarded", "X-Forwarded-For", "X-Forwarded-Host", "X-Real-IP", "Via"])
def test_a_household_refuses_whoever_comes_through_another_server(client, knitter, header):
    answer = client.get("/", headers={header: "203.0.113.9"})
    assert answer.status_code == 403
    assert "This Bias serves its own machine only." in shown(answer)
    assert "sessionid" not in answer.cookies


def test_a_form_without_its_token_has_a_page_that_gives_back_what_was_typed(knitter, shawl):
    strict = Client(enforce_csrf_checks=True)
    answer = strict.post(f"/pieces/{shawl.pk}/words/", {"words": SHAWL})
    assert answer.status_code == 403
    assert "This page is too old" in shown(answer)
    assert "Title: Quay shawl" in shown(answer)
    assert Draft.objects.count() == 0


def test_what_is_too_large_is_said_so(client, shawl, settings):
    settings.DATA_UPLOAD_MAX_MEMORY_SIZE = 1000
    answer = client.post(f"/pieces/{shawl.pk}/words/", {"words": "k1 " * 1000})
    assert answer.status_code == 413
    assert "larger than Bias takes at once" in shown(answer)
    body = json.dumps({"events": [press("row", 1, note="x" * 2000)]})
    answer = client.post(f"/pieces/{shawl.pk}/needles/events/", body, content_type="application/json")
    assert answer.status_code == 413
    assert "larger" in answer.json()["why"]
