"""Stripes of several yarns: shown on the cloth, written into rows and plans."""

import pytest

from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.yarns.models import PieceYarn, Yarn
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files import plan_from_text, plan_text
from tests.bias.pages import text_of
from tests.bias.pressing import SHAWL, press, send


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


@pytest.fixture
def rush(knitter):
    return Yarn.objects.create(owner=knitter, name="Rush", ball_grams=50, ball_metres=120, colour="#aa8844")


def test_stripes_are_shown_on_the_cloth_in_their_colours(client, shawl, kelp, rush):
    asked = {f"grams-{kelp.pk}": "8", f"grams-{rush.pk}": "14", "bands": "order"}
    answer = client.get(f"/pieces/{shawl.pk}/yarn/stripes/", asked)
    page = answer.content.decode()
    assert 'fill="#40706a"' in page
    assert 'fill="#aa8844"' in page
    assert "Write these stripes in" in page
    assert shawl.revisions.count() == 1


@pytest.mark.parametrize("bands", ["order", "free", "yarn", "height", "rhythm", "fade", "nonsense"])
def test_every_way_of_sharing_writes_stripes_that_read_back(client, shawl, kelp, rush, bands):
    given = {f"grams-{kelp.pk}": "8", f"grams-{rush.pk}": "10", "bands": bands, "rows": "2", "seen": "1"}
    assert client.post(f"/pieces/{shawl.pk}/yarn/stripes/", given).status_code == 302
    found = Piece.objects.get().results
    assert not found.worked.problems
    assert {row.colour for row in found.worked.rows} == {"A", "B"}
    assert {kept.colour: kept.grams for kept in PieceYarn.objects.all()} == {"A": 8, "B": 10}


def test_rows_that_are_knitted_keep_their_colours(client, shawl, kelp, rush):
    given = {f"grams-{kelp.pk}": "8", f"grams-{rush.pk}": "30", "bands": "order", "seen": "1"}
    client.post(f"/pieces/{shawl.pk}/yarn/stripes/", given)
    before = [row.colour for row in Piece.objects.get().results.worked.rows]
    send(client, shawl, *[press("row", row, revision=2) for row in range(1, 11)])
    given = {f"grams-{rush.pk}": "60", "bands": "order", "seen": "2"}
    client.post(f"/pieces/{shawl.pk}/yarn/stripes/", given)
    after = [row.colour for row in Piece.objects.get().results.worked.rows]
    assert after[:10] == before[:10]
    assert set(after[10:]).isdisjoint(before[:10])


def test_stripes_are_written_into_a_plan(client, knitter, kelp, rush):
    piece = keep_plan(knitter, plan_text(answered(CONSTRUCTIONS["corner-cloth"], {}).plan()))
    given = {f"grams-{kelp.pk}": "12", f"grams-{rush.pk}": "60", "bands": "order", "seen": "1"}
    assert client.post(f"/pieces/{piece.pk}/yarn/stripes/", given).status_code == 302
    plan = plan_from_text(piece.current.plan)
    assert [stripe.colour for stripe in plan.stripes] == ["A", "B"]
    assert sum(stripe.rows for stripe in plan.stripes) == len(piece.results.worked.rows)


def test_stripes_of_a_piece_that_was_saved_meanwhile_are_not_written(client, shawl, kelp, rush):
    given = {f"grams-{kelp.pk}": "8", f"grams-{rush.pk}": "14", "bands": "order", "seen": "7"}
    answer = client.post(f"/pieces/{shawl.pk}/yarn/stripes/", given)
    assert answer.status_code == 409
    assert "saved elsewhere" in text_of(answer)
    assert shawl.revisions.count() == 1


def test_a_stripe_page_without_yarn_or_rows_says_so(client, knitter, kelp):
    empty = keep_piece(knitter, "Title: Nothing\nCast on 5 sts.\n")
    for asked in ({}, {f"grams-{kelp.pk}": "8"}, {f"grams-{kelp.pk}": "lots"}):
        assert client.get(f"/pieces/{empty.pk}/yarn/stripes/", asked).status_code == 200
    assert client.get(f"/pieces/{empty.pk}/yarn/").status_code == 200
