"""The shelf, the yarn of a piece, its stripes, and what is due of it at the needles."""

import csv
import io
import re

import jsonschema
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.yarns.actions import keep_whole
from bias.yarns.models import PieceYarn, Yarn
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.files.yarn_schema import shelf_schema
from tests.bias.pages import text_of
from tests.bias.pressing import SHAWL, press, send

LABEL = {
    "name": "Kelp",
    "ball_grams": "50",
    "ball_metres": "104,5",
    "colour": "#40706a",
    "fibre": "wool",
    "weight": "3",
}
LOTS = {
    "lot-TOTAL_FORMS": "2", "lot-INITIAL_FORMS": "0", "lot-MIN_NUM_FORMS": "0", "lot-MAX_NUM_FORMS": "60",
    "lot-0-name": "7", "lot-0-whole": "3", "lot-0-opened_grams": "12,5",
    "lot-1-name": "", "lot-1-whole": "0", "lot-1-opened_grams": "",
}  # fmt: skip


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def keep(client, piece, **typed):
    return client.post(f"/pieces/{piece.pk}/yarn/keep/", {"colour": "", "do": "keep", **typed})


# -- the shelf ----------------------------------------------------------------------------------------------


def test_a_yarn_is_put_on_the_shelf_with_its_balls(client, knitter):
    assert client.post("/yarns/new/", {**LABEL, **LOTS}).status_code == 302
    yarn = Yarn.objects.get()
    assert (yarn.owner, yarn.ball_metres, yarn.whole_balls, yarn.grams) == (knitter, 104.5, 3, 162.5)
    page = text_of(client.get("/yarns/"))
    assert "340 m" in page
    assert "162.5 g, 3 whole balls" in page


def test_the_same_form_sent_twice_puts_one_yarn_on_the_shelf(client, knitter):
    form = {**LABEL, **LOTS, "form_id": "00000000-0000-4000-8000-000000000001"}
    for _ in range(2):
        assert client.post("/yarns/new/", form).status_code == 302
    assert Yarn.objects.count() == 1


@pytest.mark.parametrize(
    "wrong", [{"ball_grams": "0"}, {"ball_metres": "much"}, {"name": ""}, {"colour": "red"}, {"lot-0-whole": "-1"}]
)
def test_what_is_no_yarn_is_refused_and_stays_typed(client, knitter, wrong):
    answer = client.post("/yarns/new/", {**LABEL, **LOTS, **wrong})
    assert answer.status_code == 200
    assert not Yarn.objects.exists()
    assert 'value="104,5"' in answer.content.decode() or "ball_metres" in wrong
    assert 'role="alert"' in answer.content.decode() or "errorlist" in answer.content.decode()


def test_a_yarn_is_put_away_and_back_and_pieces_keep_it(client, kelp, shawl):
    keep_whole(shawl, kelp)
    client.post(f"/yarns/{kelp.pk}/put-away/")
    assert "Put away" in text_of(client.get("/yarns/"))
    assert PieceYarn.objects.get().name == "Kelp"
    client.post(f"/yarns/{kelp.pk}/put-away/", {"do": "bring-back"})
    assert Yarn.objects.get().put_away_at is None


def test_nothing_is_promised_twice_without_being_told(client, kelp, shawl, knitter):
    keep_whole(shawl, kelp)
    keep_whole(keep_piece(knitter, SHAWL.replace("Quay", "Gull")), kelp)
    page = text_of(client.get("/yarns/"))
    assert "162 g kept for Quay shawl" in page
    assert "162 g more are promised than there are" in page


def test_the_shelf_goes_out_and_comes_in_as_csv(client, kelp):
    text = client.get("/yarns.csv").content.decode()
    (row,) = csv.DictReader(io.StringIO(text))
    assert (row["name"], row["lot"], row["whole"], row["price"]) == ("Kelp", "7", "3", "6.50")
    more = text + "Rush,linen,2,50,140,,#aa8844,,L1,4,0\r\nBroken,,,none,90,,,,,1,\r\n"
    answer = client.post("/yarns/bring-in/", {"file": SimpleUploadedFile("shelf.csv", more.encode())})
    assert "Line 4: grams and metres of a ball are needed." in text_of(answer)
    assert {yarn.name: yarn.whole_balls for yarn in Yarn.objects.all()} == {"Kelp": 3, "Rush": 4}
    again = client.post("/yarns/bring-in/", {"file": SimpleUploadedFile("shelf.csv", text.encode())})
    assert again.status_code == 302
    assert Yarn.objects.count() == 2


def test_the_shelf_as_json_keeps_its_schema(client, kelp):
    found = client.get("/yarns.json").json()
    jsonschema.validate(found, shelf_schema())
    assert found["yarns"][0]["lots"] == [{"name": "7", "whole": 3, "opened_grams": 12.0}]


@pytest.mark.parametrize(
    "text", ["", "name,ball\nKelp,50\n", "\x00\x01", '"', "name,ball_grams,ball_metres\n" + "x" * 600_000]
)
def test_what_is_no_shelf_is_said(client, knitter, text):
    answer = client.post("/yarns/bring-in/", {"file": SimpleUploadedFile("shelf.csv", text.encode())})
    assert answer.status_code == 422
    assert 'role="alert"' in answer.content.decode()
    assert not Yarn.objects.exists()


# -- what it could become -----------------------------------------------------------------------------------


def test_each_shape_is_shown_in_the_size_that_the_yarn_allows(client, kelp):
    page = client.get(f"/yarns/could/?yarn={kelp.pk}").content.decode()
    assert page.count('hx-get="/yarns/could/') == len(CONSTRUCTIONS)
    card = client.get(f"/yarns/could/mitre/?yarn={kelp.pk}")
    assert "<svg" in card.content.decode()
    assert re.search(r"side \d+ cm", text_of(card))


def test_one_press_begins_it_with_its_yarn_kept(client, kelp):
    answer = client.post("/yarns/could/mitre/begin/", {"yarn": kelp.pk})
    piece = Piece.objects.get()
    assert answer["Location"] == f"/pieces/{piece.pk}/plan/"
    assert piece.yarns.get().yarn == kelp
    assert {row.colour for row in piece.results.worked.rows} == {"A"}
    assert "the yarn lasts to the end. Weigh it on the way" in text_of(client.get(f"/pieces/{piece.pk}/yarn/"))


def test_what_is_begun_from_a_yarn_in_italian_is_in_italian(client, kelp):
    client.post("/yarns/could/mitre/begin/", {"yarn": kelp.pk}, headers={"Accept-Language": "it"})
    piece = Piece.objects.get()
    assert piece.results.reading.dialect.code == "it"
    assert piece.yarns.get().yarn == kelp


@pytest.mark.parametrize("asked", ["/yarns/could/?yarn=999", "/yarns/could/gate/?yarn=1", "/yarns/could/mitre/"])
def test_nothing_could_become_of_no_yarn(client, knitter, asked):
    assert client.get(asked).status_code == 404


# -- the yarn of a piece ------------------------------------------------------------------------------------


def test_metres_are_told_before_any_yarn_is_named(client, shawl):
    page = text_of(client.get(f"/pieces/{shawl.pk}/yarn/"))
    assert re.search(r"\d+ m give or take", page)
    assert "Say how much yarn there is" in page


def test_a_yarn_of_the_shelf_is_kept_and_the_forecast_shown(client, shawl, kelp):
    assert keep(client, shawl, yarn=kelp.pk, balls="1").status_code == 302
    answer = client.get(f"/pieces/{shawl.pk}/yarn/")
    assert "yarn-forecast" in answer.content.decode()
    assert "Weigh what is left after row" in text_of(answer)
    assert client.get(f"/pieces/{shawl.pk}/yarn.json").json()["last_safe"] is None


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ({}, "Choose a yarn of the shelf, or give grams and metres of a ball."),
        ({"ball_grams": "50", "ball_metres": "-4"}, "greater than or equal to 0.5"),
        ({"ball_grams": "50", "ball_metres": "90", "balls": "many"}, "Enter a number"),
        ({"yarn": "9999"}, "Select a valid choice"),
    ],
)
def test_what_cannot_be_kept_is_said_and_stays_typed(client, shawl, typed, says):
    answer = keep(client, shawl, name="My own", **typed)
    assert answer.status_code == 422
    assert says in text_of(answer)
    assert 'value="My own"' in answer.content.decode()
    assert not PieceYarn.objects.exists()


def test_a_yarn_is_given_back(client, shawl, kelp):
    keep(client, shawl, yarn=kelp.pk, balls="2")
    keep(client, shawl, do="give-back")
    assert not PieceYarn.objects.exists()


@pytest.fixture
def weighed(client, shawl, kelp):
    """A shawl of about 34 m in 20 g, weighed once on the way: the yarn ends before the rows do."""
    keep(client, shawl, yarn=kelp.pk, balls="1", start_grams="15")
    send(client, shawl, *[press("row", row) for row in range(1, 17)])
    send(client, shawl, press("weighed", 16, data={"grams": 22, "tare": 14, "of": "left"}))
    return shawl


def test_after_a_weighing_the_last_safe_row_is_told(client, weighed):
    page = text_of(client.get(f"/pieces/{weighed.pk}/yarn/"))
    assert re.search(r"Last safe row \d+ Stop after row \d+: 9\d in 100", page)
    found = client.get(f"/pieces/{weighed.pk}/yarn.json").json()
    assert 16 < found["last_safe"]["row"] < 30


def test_the_needles_say_when_to_stop_also_for_rows_ahead(client, weighed):
    safe = client.get(f"/pieces/{weighed.pk}/yarn.json").json()["last_safe"]["row"]
    rows = client.get(f"/pieces/{weighed.pk}/needles/rows.json").json()["items"]
    said = [each["html"] for each in rows if "Stop here:" in each["html"]]
    assert len(said) == 1
    send(client, weighed, *[press("row", row) for row in range(17, safe + 1)])
    assert "Stop here:" in text_of(client.get(f"/pieces/{weighed.pk}/needles/"))


def test_what_cannot_be_weighed_is_left_out_and_said(client, weighed):
    send(client, weighed, press("weighed", 16, data={"grams": 900, "of": "left"}))
    assert "900 g after row 16 are left out" in text_of(client.get(f"/pieces/{weighed.pk}/yarn/"))


def test_a_form_without_scripts_weighs_too(client, weighed):
    form = {"kind": "weighed", "row": "16", "copy": "1", "grams": "10,5", "of": "left", "tare": "",
            "id": "00000000-0000-4000-8000-00000000abcd"}  # fmt: skip
    assert client.post(f"/pieces/{weighed.pk}/needles/events/", form).status_code == 302
    assert "10.5 g left" in text_of(client.get(f"/pieces/{weighed.pk}/needles/log/"))


def test_an_older_weighing_counts_as_what_was_left(client, shawl, kelp):
    keep(client, shawl, yarn=kelp.pk, balls="1")
    send(client, shawl, *[press("row", row) for row in range(1, 17)], press("weighed", 16, data={"grams": 46}))
    assert "Weighed 1 time" in text_of(client.get(f"/pieces/{shawl.pk}/yarn/"))


def test_the_demo_is_told_that_its_collar_is_not_reached(client, demo):
    (poncho,) = (piece for piece in demo if piece.title.startswith("Lantern"))
    assert "Stop after row" in text_of(client.get(f"/pieces/{poncho.pk}/yarn/"))
    (tideline,) = (piece for piece in demo if piece.title == "Tideline shawl")
    assert "Weighed 3 times" in text_of(client.get(f"/pieces/{tideline.pk}/yarn/"))


def test_a_piece_is_found_by_its_yarn(client, shawl, kelp):
    keep(client, shawl, yarn=kelp.pk, balls="1")
    assert "Quay shawl" in text_of(client.get("/?q=kelp"))
    assert "No piece has" in text_of(client.get("/?q=seaweed"))


def test_more_sums_are_counted(client, knitter, kelp):
    piece = keep_plan(knitter, plan_text(answered(CONSTRUCTIONS["corner-cloth"], {}).plan()))
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=6)
    page = text_of(client.get(f"/pieces/{piece.pk}/yarn/more/", {"stitches": "10", "rows": "20", "seam": "100"}))
    assert "The largest that this yarn allows, nine times in ten:" in page
    assert "The next size up," in page
    assert re.search(r"As large as this one: \d+ m. With the same stitches and rows: \d+ m.", page)
    assert "mattress stitch 3 m" in page
    for typed in ({"stitches": "x"}, {"seam": "-4"}, {"fringe": "1e999"}):
        assert client.get(f"/pieces/{piece.pk}/yarn/more/", typed).status_code == 200


def test_where_no_yarn_is_chosen_one_is_asked_for(client, kelp):
    answer = client.get("/yarns/could/")
    assert answer.status_code == 200
    assert "Choose a yarn first" in text_of(answer)


def test_a_weighing_that_was_a_mistake_is_taken_back_and_no_row_with_it(client, weighed):
    before = client.get(f"/pieces/{weighed.pk}/yarn.json").json()["last_safe"]
    send(client, weighed, press("weighed", 16, data={"grams": 2.0}))
    page = client.get(f"/pieces/{weighed.pk}/yarn/").content.decode()
    assert "after row 16: 2 g left" in page
    (wrong,) = Event.objects.filter(kind="weighed", data__grams=2.0)
    send(client, weighed, press("undone", 16, data={"takes_back": [str(wrong.pk)]}))
    assert client.get(f"/pieces/{weighed.pk}/yarn.json").json()["last_safe"] == before
    assert "after row 16: 2 g left" not in client.get(f"/pieces/{weighed.pk}/yarn/").content.decode()
    assert "row 17 of 30" in text_of(client.get(f"/pieces/{weighed.pk}/needles/"))
