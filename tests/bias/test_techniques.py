"""How it is made, on pages: every technique opens small, is found by any word, and stands wherever its word does."""

import pytest
from django.test import Client
from django.urls import reverse

from bias.accounts.models import ways_of
from bias.at_needles.worked_copy import worked_copy_of
from bias.learning.actions import FIRST_PIECES
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.results import cluster_in_short
from knitting.problems import NOWHERE
from knitting.rows import Cluster, Work
from knitting.stitches import STITCHES
from knitting.techniques import techniques
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send

MOST_BYTES = 50_000


@pytest.mark.parametrize("key", techniques())
def test_every_technique_opens_small_with_all_its_steps(client, knitter, key):
    page = client.get(f"/learn/how/{key}/").content.decode()
    assert len(page.encode()) < MOST_BYTES
    assert page.count('class="technique-step"') == sum(len(school.steps) for school in techniques()[key].schools)
    assert page.count("<svg viewBox") >= page.count('class="technique-step"')


def test_a_left_handed_knitter_sees_the_mirror_and_may_see_the_other(client, knitter):
    ways = ways_of(knitter)
    ways.left_handed = True
    ways.save()
    own, other = (shown(client.get(f"/learn/how/k2tog/{asked}")) for asked in ("", "?hand=right"))
    assert "Put the left tip into the second one" in own
    assert "Put the right tip into the second one" in other
    assert "matrix(-1 0 0 1 340 0)" in own
    assert "matrix(-1 0 0 1 340 0)" not in other
    assert "Put the left tip" in shown(client.get("/learn/how/k2tog/?hand=%3Cscript%3E"))


@pytest.mark.parametrize(
    ("asked", "title"),
    [("2 ins dir", "Knit two together"), ("SSK", "Slip, slip, knit"), ("tink", "Undo stitch by stitch")],
)
def test_the_index_knows_any_vocabulary(client, knitter, asked, title):
    assert title in shown(client.get("/learn/how/", {"for": asked}))


@pytest.mark.parametrize("asked", ["<b>x</b>", "q" * 5_000, "\N{SNOWMAN}", "%00"])
def test_nonsense_in_the_index_is_told(client, knitter, asked):
    page = client.get("/learn/how/", {"for": asked}).content.decode()
    assert "<b>x</b>" not in page
    assert "Show all" in page


@pytest.mark.parametrize("address", ["/learn/how/nothing/", "/learn/how/in_pattern/", "/learn/how/K2TOG/"])
def test_there_is_no_other_technique(client, knitter, address):
    assert client.get(address).status_code == 404


def test_a_row_a_word_and_a_search_lead_to_the_steps(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    assert "/learn/how/yo/" in shown(client.get(f"/pieces/{piece.pk}/needles/"))
    assert "/learn/how/yo/" in shown(client.get(reverse("written", args=[piece.pk])))
    found = shown(client.get("/find/", {"for": "yarn over"}))
    assert "/learn/how/yo/" in found
    assert "/learn/how/mattress/" in shown(client.get("/find/", {"for": "mattress stitch"}))


def test_a_row_of_the_cloth_leads_to_the_steps(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    assert 'href="/learn/how/yo/">yarn over</a>' in shown(client.get(f"/pieces/{piece.pk}/row/1/"))
    assert 'href="/learn/how/p/">purl</a>' in shown(client.get(f"/pieces/{piece.pk}/row/2/"))


def test_who_reads_a_shared_piece_sees_the_steps_without_an_account(settings, db):
    settings.BIAS_HOUSEHOLD = False
    stranger = Client()
    assert stranger.get("/").status_code == 302
    assert "Lay it over the right needle" in shown(stranger.get("/learn/how/yo/"))
    assert "Yarn over" in shown(stranger.get("/learn/how/"))


def test_a_finding_and_what_mends_it_lead_to_the_steps(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    send(client, piece, *(press("row", row) for row in range(1, 4)))
    page = shown(client.get(reverse("count", args=[piece.pk]), {"part0": "7", "part1": "9"}))
    assert "/learn/how/" in page


@pytest.mark.parametrize("first", FIRST_PIECES)
def test_a_first_piece_shows_how_all_of_each_row_is_made(client, knitter, first):
    answer = client.post(f"/learn/first/{first}/", {"form_id": "0b5f9c4e-7f6e-4a39-9d43-54f1a2a8a111"})
    again = client.post(f"/learn/first/{first}/", {"form_id": "0b5f9c4e-7f6e-4a39-9d43-54f1a2a8a111"})
    assert answer["Location"] == again["Location"]
    piece = Piece.objects.get(owner=knitter)
    assert piece.for_learning
    page = shown(client.get(answer["Location"]))
    assert '<details class="how" open>' in page
    assert "/learn/how/long_tail/" in page
    rows = worked_copy_of(knitter, piece.pk).row_view
    for row in range(len(rows.all_rows)):
        view = rows.after(row)
        kinds = {run.work.key for part in view.row.work for run in part.runs}
        assert kinds <= {each.key for each in view.techniques}
    assert rows.after(len(rows.all_rows) - 1).techniques[0].key == "bo"
    assert client.get(f"/pieces/{piece.pk}/drills/").status_code == 302


def test_the_first_pieces_are_as_small_as_they_say(client, knitter):
    triangle, corner = (client.post(f"/learn/first/{first}/") for first in ("triangle", "corner"))
    small, cloth = (
        Piece.objects.get(pk=int(each["Location"].split("/")[2])).results.worked for each in (triangle, corner)
    )
    assert len(small.rows) - small.tab_rows == 12
    assert max(row.end for row in cloth.rows) == 15
    assert cloth.rows[-1].end == 5


@pytest.mark.parametrize(("first", "status"), [("scarf", 404), ("triangle/x", 404)])
def test_there_is_no_other_first_piece(client, knitter, first, status):
    assert client.post(f"/learn/first/{first}/").status_code == status
    assert client.get("/learn/first/triangle/").status_code == 405


def test_a_stitch_of_the_patterns_own_is_shown_worked_into_one(client, knitter):
    own = "S3 = (k1, yo, k1) into next st\nCast on 12 sts.\nRow 1: K3, S3, k to end."
    page = shown(client.get(f"/pieces/{keep_piece(knitter, own).pk}/needles/"))
    assert "1 stitch becomes 3" in page
    assert "Work all of it into the same place, and only then let the old stitch off: knit, yarn over, knit." in page


@pytest.mark.parametrize(("key", "times"), [("sl", 2), ("k", 40)])
def test_of_what_cannot_be_drawn_it_is_said(key, times):
    found = cluster_in_short(Cluster((Work(STITCHES[key], times, NOWHERE),), 1, NOWHERE), 0)
    assert (found.key, found.svg) == ("", "")
    assert found.says == "It is the pattern's own: there are no steps of it here."
