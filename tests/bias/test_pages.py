"""Every page answers, says what it should, and belongs to its owner."""

import json
from concurrent.futures import ThreadPoolExecutor
from uuid import uuid4

import pytest
from django.core.management import call_command
from django.db import connection
from django.test import Client, override_settings
from django.urls import reverse
from django.utils import timezone

from bias.accounts.checks import household_stays_home
from bias.accounts.household import household_knitter
from bias.accounts.models import Knitter
from bias.at_needles.actions import progress_of, row_done
from bias.at_needles.models import Event
from bias.home.cards import A_PAGE, card_page
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.results import results_of_plan, results_of_words
from bias.results.memory import MOST_BYTES, remembered
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from tests.bias.conftest import WORDS
from tests.bias.pressing import SHAWL, press, send


def test_the_basket_shows_the_demo_with_silhouettes_and_progress(client, demo):
    page = client.get("/").content.decode()
    for title in (
        "Tideline shawl",
        "Harbour corner cloth",
        "Sash Window",
        "Switchback scarf",
        "Spinnaker",
        "Gable capelet",
    ):
        assert title in page
    assert page.count('class="cloth silhouette"') == A_PAGE < len(demo)
    assert "2 places to mend" in page
    assert "Tideline shawl, row 69" in page
    assert "Go on knitting" in page


def test_an_empty_basket_teaches(client, knitter):
    assert "Your basket is empty" in client.get("/").content.decode()


def test_the_demo_loaded_twice_is_there_once(knitter):
    call_command("demo", verbosity=0)
    pieces = Piece.objects.of(knitter).count()
    call_command("demo", verbosity=0)
    assert Piece.objects.of(knitter).count() == pieces > 12


def test_the_demo_has_a_planned_piece_of_every_shape_and_all_of_them_come_out(demo):
    plans = [results_of_plan(piece.current.plan) for piece in demo if piece.is_planned]
    missing = set(CONSTRUCTIONS) - {found.plan.construction for found in plans}
    assert not missing, f"No demo piece is a {', '.join(sorted(missing))}: add one to demo/plans.toml."
    for found in plans:
        assert not found.forecast.troubles
        assert not found.results.worked.problems
        assert found.plan.answers != answered(CONSTRUCTIONS[found.plan.construction], {}).plan().answers


def test_a_piece_shows_cloth_strip_ledger_and_words_of_one_row(client, demo):
    tideline = Piece.objects.get(title="Tideline shawl")
    page = client.get(f"/pieces/{tideline.pk}/?row=68").content.decode()
    assert 'class="cloth-needle"' in page
    assert ">Row 1</h2>" in page.replace("\n", "").replace('<span class="soft"></span>', "")
    assert "68 of 119" in page
    assert "Mark the centre stitch." in page
    assert "98 cm by 49 cm; " in page
    assert " cm², corners of " in page


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


@pytest.mark.parametrize("name", ["edit", "check-piece", "event", "put-away", "bring-back"])
def test_nobody_changes_the_piece_of_another(client, knitter, name):
    other = keep_piece(Knitter.objects.create(username="other"), WORDS)
    assert client.post(reverse(name, args=[other.pk]), {"words": "x"}).status_code == 404
    assert Piece.objects.filter(pk=other.pk).exists()


@override_settings(BIAS_HOUSEHOLD=False)
def test_outside_a_household_signing_in_is_required(client, piece):
    for address in ("/", "/bring-in/", f"/pieces/{piece.pk}/"):
        assert client.get(address).status_code == 302
        assert client.get(address)["Location"].startswith("/sign-in/")
    Knitter.objects.create_user(username="wren", password="a long pass phrase")
    assert "do not go together" in client.post("/sign-in/", {"login": "wren", "password": "no"}).content.decode()
    client.post("/sign-in/", {"login": "wren", "password": "a long pass phrase"})
    assert client.get("/").status_code == 200
    assert client.get(f"/pieces/{piece.pk}/").status_code == 404


def test_a_household_machine_serves_itself_only(client, knitter):
    assert client.get("/", REMOTE_ADDR="192.168.1.20").status_code == 403


@pytest.mark.parametrize(("bind", "household", "errors"), [
    ("127.0.0.1:8000", True, 0), ("[::1]:8000", True, 0), ("0.0.0.0:8000", True, 1), ("0.0.0.0:8000", False, 0),
])  # fmt: skip
def test_a_household_bound_to_the_world_does_not_start(bind, household, errors):
    with override_settings(BIAS_BIND=bind, BIAS_HOUSEHOLD=household, ALLOWED_HOSTS=["localhost"]):
        assert len(household_stays_home()) == errors


def test_a_change_without_its_token_is_refused(knitter, piece):
    strict = Client(enforce_csrf_checks=True)
    assert strict.post(f"/pieces/{piece.pk}/put-away/").status_code == 403
    assert Piece.objects.in_basket().filter(pk=piece.pk).exists()


def test_every_page_says_what_may_be_loaded(client, knitter):
    policy = client.get("/")["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "unsafe" not in policy


def test_progress_is_counted_in_stitches_and_ends_at_a_hundred(client, piece, knitter):
    rows = len(results_of_words(piece.words).worked.rows)
    for done, percent in ((0, 0), (10, 23), (rows, 100)):
        Event.objects.filter(piece=piece).delete()
        Event.objects.bulk_create(
            Event(id=uuid4(), piece=piece, kind="row", row=row, happened_at=timezone.now())
            for row in range(1, done + 1)
        )
        (shelved,) = card_page(knitter).cards
        assert shelved.facts.percent == percent
        assert (shelved.begun, shelved.done) == (done > 0, done == rows)
    assert "all rows worked" in client.get("/").content.decode()


def test_words_cut_short_after_knitting_still_open_everywhere(client, piece):
    row_done(piece, uuid4(), 20, 25)
    client.post(
        f"/pieces/{piece.pk}/words/", {"words": "Title: Short\nCast on 5 sts.\nKnit 3 rows.", "started_from": "1"}
    )
    for name in ("piece", "edit", "needles"):
        assert client.get(reverse(name, args=[piece.pk])).status_code == 200
    needles = client.get(f"/pieces/{piece.pk}/needles/").content.decode()
    assert "You worked up to row 20 as it was written before. Row 1 is written otherwise now." in needles
    assert client.get("/").status_code == 200


def test_a_post_that_is_too_large_is_refused_with_a_page(client, knitter):
    answer = client.post(
        "/bring-in/check/", "words=" + "k" * 3_000_000, content_type="application/x-www-form-urlencoded"
    )
    assert answer.status_code == 413
    assert "That is too large" in answer.content.decode()


@pytest.mark.parametrize("address", ["/pieces/999999/", "/nowhere/", "/pieces/999999/needles/"])
def test_what_is_not_there_is_said(client, knitter, address):
    answer = client.get(address)
    assert answer.status_code == 404
    assert "Not in your basket" in answer.content.decode()


@pytest.mark.parametrize("address", ["/", "/bring-in/"])
def test_a_page_is_asked_for_by_its_head_too(client, knitter, address):
    assert client.head(address).status_code == (200 if address == "/" else 405)


def test_the_same_words_are_worked_once(client, piece, monkeypatch):
    first = results_of_words(piece.words)
    assert results_of_words(piece.words) is first
    monkeypatch.setattr("bias.results.pieces.work_text", None)
    assert client.get(f"/pieces/{piece.pk}/").status_code == 200


def test_what_is_remembered_stays_within_its_bytes(monkeypatch):
    """What was used longest ago goes first, and what is larger than all of it is not kept."""
    worked = []

    @remembered(weigh=lambda size: size)
    def made(size: int) -> int:
        worked.append(size)
        return size

    third = MOST_BYTES // 3
    for size in (third - 1, third - 2, third - 1, third - 3, third - 4, third - 2, 4 * third, 4 * third):
        made(size)
    assert worked == [third - 1, third - 2, third - 3, third - 4, third - 2, 4 * third, 4 * third]


def test_two_presses_at_the_same_moment_both_count_once(transactional_db):
    knitter = household_knitter()
    piece = keep_piece(knitter, WORDS)
    ids = [uuid4() for _ in range(6)]
    with ThreadPoolExecutor(6) as pool:
        list(pool.map(lambda id_: _press(piece, id_), [*ids, *ids]))
    assert Event.objects.filter(piece=piece).count() == 6
    assert progress_of(piece).rows == 1


def _press(piece, id_):
    try:
        row_done(piece, id_, 1, 25)
    finally:
        connection.close()


def test_the_usual_chart_is_laid_out_once(piece):
    """Asked for by its name, by none or by nonsense, it is the one that is kept."""
    found = results_of_words(piece.words)
    assert all(found.chart_data_around(around) is found.chart_data for around in ("", found.chart.around, "nonsense"))


def test_the_chart_opens_at_the_row_on_the_needle(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    assert f'href="/pieces/{piece.pk}/chart/"' in client.get(f"/pieces/{piece.pk}/").content.decode()
    send(client, piece, *[press("row", row) for row in (1, 2, 3, 4)])
    assert f'href="/pieces/{piece.pk}/chart/?row=5"' in client.get(f"/pieces/{piece.pk}/").content.decode()
    assert 'data-row="5"' in client.get(f"/pieces/{piece.pk}/chart/?row=5").content.decode()
