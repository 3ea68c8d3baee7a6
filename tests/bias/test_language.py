"""The language of the pages: hers, else the browser's, else English; what a pattern is written in stays apart."""

import re

import pytest

from bias.accounts.actions import keep_ways
from bias.language import in_language
from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.results import begun_text, results_of_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from tests.bias.changing import SHAWL as SHAWL_PLAN
from tests.bias.changing import plan_now, send
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL
from tests.bias.publishing import published

LARGE = (
    "Title: Long pier\nGauge: 20 sts and 40 rows = 10 cm\nCast on 9 sts.\nRow 1: Knit.\nRepeat row 1, 1499 more times."
)


@pytest.mark.parametrize(
    ("browser", "own", "said"),
    [("", "", "Basket"), ("it", "", "Cesto"), ("it-IT,it;q=0.9,en;q=0.5", "", "Cesto"), ("fi", "", "Basket")]
    + [("it", "en", "Basket"), ("en", "it", "Cesto"), ("", "it", "Cesto")],
)
def test_the_language_is_hers_else_the_browsers_else_english(client, knitter, browser, own, said):
    if own:
        keep_ways(knitter, language=own)
    answer = client.get("/", headers={"Accept-Language": browser} if browser else {})
    assert f">{said}</a>" in shown(answer)
    assert "Accept-Language" in answer["Vary"]


def test_a_pages_language_is_told_and_its_pattern_keeps_its_words(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    page = shown(client.get(f"/pieces/{piece.pk}/", headers={"Accept-Language": "it"}))
    assert '<html lang="it"' in page
    assert "Row 1" in page
    assert "Continua a lavorare" in page


def test_figures_and_dates_are_written_as_the_language_writes_them(client, knitter):
    piece = keep_piece(knitter, LARGE)
    italian = {"Accept-Language": "it"}
    assert "13.500 maglie" in shown(client.get(f"/pieces/{piece.pk}/chart/", headers=italian))
    assert "13,500 stitches" in shown(client.get(f"/pieces/{piece.pk}/chart/"))
    revised = shown(client.get(f"/pieces/{piece.pk}/words/revisions/", headers=italian))
    months = ("gennaio", "febbraio", "marzo", "aprile", "maggio", "giugno")
    months += ("luglio", "agosto", "settembre", "ottobre", "novembre", "dicembre")
    assert any(month in revised for month in months)


def test_what_is_remembered_in_one_language_is_not_said_in_another(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    address = f"/pieces/{piece.pk}/"
    first, italian, again = (
        shown(client.get(address, headers={"Accept-Language": language})).partition("<main")[2]
        for language in ("en", "it", "en")
    )
    assert italian != first
    assert again == first


def test_a_pattern_is_made_in_the_language_of_who_makes_it_and_in_the_words_that_she_chose(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    published(client, piece)
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/", headers={"Accept-Language": "it"}))
    assert "di A. Quay" in page
    assert "<h2>Istruzioni</h2>" in page
    assert "Row 2: Purl." in page


@pytest.mark.parametrize("address", ["/nowhere/", "/pieces/999999/"])
def test_pages_of_faults_are_said_in_it_too(client, knitter, address):
    page = shown(client.get(address, headers={"Accept-Language": "it"}))
    assert "A questo indirizzo non c&#x27;è nulla" in page


def test_the_manifest_and_the_page_without_a_network_are_said_in_it(client, knitter):
    italian = {"Accept-Language": "it"}
    assert client.get("/manifest.webmanifest", headers=italian).json()["shortcuts"][0]["name"] == "Continua a lavorare"
    assert "Senza rete" in shown(client.get("/offline/", headers=italian))


def test_what_is_begun_in_italian_has_italian_names_and_keeps_them_at_another_size(client, knitter):
    italian = {"Accept-Language": "it"}
    client.post("/begin/triangle/", {"form_id": "6a0c3f52-30b1-4f5c-9ad7-0a8f1b1a7d11"}, headers=italian)
    piece = Piece.objects.get()
    assert piece.title == "Triangolo dal centro"
    address = f"/pieces/{piece.pk}"
    page = shown(client.get(f"{address}/plan/", headers=italian))
    assert 'value="ala sinistra"' in page
    assert 'value="Crescita"' in page
    sized = shown(client.get(f"{address}/size/"))
    before = re.search(r'name="seen" value="(\d+)"', sized)[1]
    client.post(f"{address}/size/", {"seen": before, "do": "answers", "ask.rows": "60"})
    sized = shown(client.get(f"{address}/size/"))
    assert re.search(r'name="ask.rows"\s[^>]*value="60"', sized)
    changed = shown(client.get(f"{address}/plan/"))
    assert 'value="ala sinistra"' in changed
    assert "left wing" not in changed
    assert piece.results.reading.dialect.code == "it"
    assert "avviare 4 m" in piece.words


def test_the_centre_has_its_name_in_every_language_and_is_kept_as_the_centre(client, knitter):
    italian = {"Accept-Language": "it"}
    piece = keep_plan(knitter, SHAWL_PLAN)
    page = shown(client.get(f"/pieces/{piece.pk}/plan/", headers=italian))
    assert re.search(r'<input name="lines.1.name"\s[^>]*value="centro"', page)
    client.cookies["django_language"] = "it"
    send(client, piece, **{"lines.1.name": "filo"})
    assert plan_now(piece).lines[1].name == "filo"
    send(client, piece, **{"lines.1.name": "centro"})
    assert plan_now(piece).lines[1].name == "centre"


@pytest.mark.parametrize(
    ("rows", "code"),
    [
        ("Cast on 3 sts.\nRow 1: K1, yo, k to end.\nRepeat row 1 until there are 41 sts.", "us"),
        ("Avviare 3 m.\nFerro 1: 1 dir, gett, dir fino alla fine.\nRipetere il ferro 1 fino ad avere 41 m.", "it"),
    ],
)
@pytest.mark.parametrize("language", ["en", "it"])
def test_a_plan_that_was_read_keeps_the_words_of_its_rows(client, knitter, rows, code, language):
    piece = keep_piece(knitter, rows)
    client.post(f"/pieces/{piece.pk}/plan/read/", headers={"Accept-Language": language})
    piece = Piece.objects.get()
    assert piece.is_planned
    assert piece.results.reading.dialect.code == code


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_every_shape_begun_in_italian_is_written_and_worked_in_italian(key):
    with in_language("it"):
        found = results_of_plan(begun_text(answered(CONSTRUCTIONS[key], {}).plan())).results
        assert found.reading.dialect.code == "it"
        assert not found.problems


@pytest.mark.parametrize(("code", "language"), [("us", "en"), ("uk", "en"), ("it", "it"), ("de", "de"), ("fr", "fr")])
def test_who_reads_rows_aloud_is_told_their_language(client, knitter, code, language):
    piece = keep_piece(knitter, SHAWL)
    page = shown(client.get(f"/pieces/{piece.pk}/words/written/", {"dialect": code}))
    assert f'<pre class="printed" lang="{language}"' in page
    assert f'<dt lang="{language}">' in page
    assert '<html lang="en"' in page
