"""The rooms of a piece, what its menu does, and finding from anywhere."""

import html
from uuid import uuid4

import pytest

from bias.at_needles.actions import row_done
from bias.home.rooms import ROOMS
from bias.pieces.actions import NO_TITLE, keep_piece, keep_plan, revise, revise_plan
from bias.pieces.models import Piece
from bias.planning.models import Sketch
from bias.writing.models import Draft
from knitting.files import plan_from_text, plan_text
from tests.knitting.planning import made

GULL = "Title: Gull\nCast on 9 sts.\nRow 1: Knit."


def shown(answer):
    return html.unescape(answer.content.decode())


@pytest.fixture
def gull(knitter):
    return keep_piece(knitter, GULL)


@pytest.fixture
def planned(knitter):
    return keep_plan(knitter, plan_text(made("mitre", cast_on=49)))


@pytest.mark.parametrize("at", [page for room in ROOMS for page in room.pages], ids=lambda page: page.key)
def test_every_page_says_which_room_it_is_in(client, planned, at):
    room = next(room for room in ROOMS if at in room.pages)
    answer = shown(client.get(at.link(planned, planned=True), follow=True))
    begins = answer.index('class="room on"')
    assert f"<span>{room.title}</span>" in answer[begins : answer.index("</a>", begins)]
    assert answer.count('class="on" aria-current="page"') == (len(room.pages) > 1)  # else the room is the page
    assert answer.count(">Go on knitting<") == (room.key != "needles")


def test_written_rows_have_no_pages_that_change_a_plan(client, gull):
    answer = shown(client.get(f"/pieces/{gull.pk}/plan/", follow=True))
    assert "/size/" not in answer
    assert "/stitches/" not in answer


def test_another_name_is_a_revision_and_the_words_say_it(client, gull):
    answer = client.post(f"/pieces/{gull.pk}/name/", {"name": " Little  tern ", "back": f"/pieces/{gull.pk}/words/"})
    assert answer.headers["Location"] == f"/pieces/{gull.pk}/words/"
    gull.refresh_from_db()
    assert (gull.title, gull.current.number) == ("Little tern", 2)
    assert gull.words == GULL.replace("Gull", "Little tern")


def test_another_name_of_a_plan_goes_into_what_is_not_saved_yet(client, planned):
    client.post(f"/pieces/{planned.pk}/plan/change/", {"cast_on": "53", "seen": "0"})
    client.post(f"/pieces/{planned.pk}/name/", {"name": "Tern"})
    planned.refresh_from_db()
    assert planned.title == planned.results.title == "Tern"
    sketch = Sketch.objects.get(piece=planned)
    assert sketch.started_from == planned.current.number
    client.post(f"/pieces/{planned.pk}/plan/change/", {"do": "save", "seen": str(sketch.changes)})
    planned.refresh_from_db()
    assert planned.title == planned.results.title == "Tern"
    assert plan_from_text(planned.current.plan).start.count == 53


def test_another_name_goes_into_what_is_typed_and_not_saved_yet(client, gull):
    typed = GULL + "\nRow 2: Purl."
    client.post(f"/pieces/{gull.pk}/words/check/", {"words": typed, "started_from": "1"})
    client.post(f"/pieces/{gull.pk}/name/", {"name": "Tern"})
    draft = Draft.objects.get(piece=gull)
    assert (draft.words, draft.started_from) == (typed.replace("Gull", "Tern"), 2)


@pytest.mark.parametrize("name", ["Tern", "", "{title}"])
def test_another_name_hides_no_saving_that_overtook_what_is_changed(client, gull, planned, name):
    client.post(f"/pieces/{planned.pk}/plan/change/", {"cast_on": "53", "seen": "0"})
    revise_plan(planned, 1, plan_text(made("mitre", cast_on=61)))
    client.post(f"/pieces/{gull.pk}/words/check/", {"words": GULL + "\nRow 2: Purl.", "started_from": "1"})
    revise(gull, 1, GULL + "\nRow 2: Knit.")
    for piece in (gull, planned):
        client.post(f"/pieces/{piece.pk}/name/", {"name": name.format(title=piece.title)})
    assert Sketch.objects.get(piece=planned).started_from == 1
    assert Draft.objects.get(piece=gull).started_from == 1


def test_a_plan_that_cannot_be_read_is_called_nothing_else_and_copied_as_it_is(client, planned):
    planned.revisions.update(plan='{"format": "bias-plan", "version": 99}')
    client.post(f"/pieces/{planned.pk}/name/", {"name": "Tern"})
    client.post(f"/pieces/{planned.pk}/copy/")
    assert planned.revisions.count() == 1
    assert {piece.current.plan for piece in Piece.objects.all()} == {planned.current.plan}


@pytest.mark.parametrize("name", ["", "   ", "Gull"])
def test_no_name_or_its_own_changes_nothing(client, gull, name):
    client.post(f"/pieces/{gull.pk}/name/", {"name": name})
    gull.refresh_from_db()
    assert (gull.title, gull.current.number) == ("Gull", 1)


@pytest.mark.parametrize("name", ["ש" * 200, "🧶 W" * 90, "Row 1: Knit.", "<b>&", "W" * 500])
def test_a_strange_name_is_kept_as_it_is(client, gull, planned, name):
    for piece in (gull, planned):
        rows = [row.parts for row in piece.results.worked.rows]
        assert client.post(f"/pieces/{piece.pk}/name/", {"name": name}).status_code == 302
        piece.refresh_from_db()
        assert piece.title == name[:200]
        assert [row.parts for row in piece.results.worked.rows] == rows
        assert name[:200] in shown(client.get("/"))


@pytest.mark.parametrize("back", ["https://elsewhere.example/", "//elsewhere.example/", "javascript:alert(1)", ""])
def test_after_another_name_one_is_never_led_elsewhere(client, gull, back):
    answer = client.post(f"/pieces/{gull.pk}/name/", {"name": "Tern", "back": back})
    assert answer.headers["Location"] == f"/pieces/{gull.pk}/"


def test_a_piece_is_knitted_again_with_changes(client, gull, planned):
    for piece, page in ((gull, "words"), (planned, "plan")):
        answer = client.post(f"/pieces/{piece.pk}/copy/")
        twin = Piece.objects.latest("pk")
        assert answer.headers["Location"] == f"/pieces/{twin.pk}/{page}/"
        assert twin.title == twin.results.title == f"{piece.title}, again"
        assert [row.parts for row in twin.results.worked.rows] == [row.parts for row in piece.results.worked.rows]
        assert not twin.events.exists()


def test_rows_without_a_name_are_given_one_that_stays(knitter):
    piece = keep_piece(knitter, "Cast on 9 sts.\nRow 1: Knit.")
    begin, end = NO_TITLE.split("{date}")
    assert piece.title.startswith(begin)
    assert piece.title.endswith(end)
    assert piece.title[len(begin) :].split()[0].isdigit()
    Piece.objects.filter(pk=piece.pk).update(title="Piece of 1 May")
    piece.refresh_from_db()
    revise(piece, 1, "Cast on 9 sts.\nRow 1: Purl.")
    assert piece.title == "Piece of 1 May"


FOUND = [
    ("gull", ["Gull"]),
    ("chart", ["Chart", "Gull, Cloth"]),
    ("K2TOG", ["knit two together", "uses 2, makes 1"]),
    ("2 ins dir", ["knit two together"]),
    ("your ways", ["Your ways"]),
    ("%", ["Nothing is called '%'"]),
    ('"', ["Nothing is called '\"'"]),
    ("x" * 10_000, ["Nothing is called 'xxx"]),
]


@pytest.mark.parametrize(("asked", "says"), FOUND, ids=[asked[:12] for asked, _ in FOUND])
def test_a_piece_a_page_or_a_word_is_found(client, gull, asked, says):
    for headers in ({}, {"HX-Request": "true"}):
        answer = shown(client.get("/find/", {"for": asked, "piece": gull.pk}, headers=headers))
        for each in says:
            assert each in " ".join(answer.split())
        assert len(answer) < 20_000


def test_finding_shows_nothing_of_others(client, gull, django_user_model):
    keep_piece(django_user_model.objects.create_user("stranger"), GULL.replace("Gull", "Gannet"))
    assert "Gannet</a>" not in shown(client.get("/find/", {"for": "gannet"}))


def test_a_device_is_told_how_to_install_it(client, settings):
    settings.BIAS_HOUSEHOLD = False
    answer = client.get("/manifest.webmanifest")  # asked for without a session
    assert answer["Content-Type"] == "application/manifest+json"
    about = answer.json()
    assert (about["name"], about["start_url"], about["display"]) == ("Bias", "/", "standalone")
    assert [icon["sizes"] for icon in about["icons"]] == ["192x192", "512x512", "512x512"]
    assert [shortcut["url"] for shortcut in about["shortcuts"]] == ["/go-on/", "/bring-in/"]


def test_going_on_leads_to_the_row_that_was_worked_last(client, gull, planned):
    assert client.get("/go-on/").headers["Location"] == "/"
    for piece in (gull, planned):
        row_done(piece, uuid4(), 1, piece.current.number)
        assert client.get("/go-on/").headers["Location"] == f"/pieces/{piece.pk}/needles/"
    client.post(f"/pieces/{planned.pk}/put-away/")
    assert client.get("/go-on/").headers["Location"] == f"/pieces/{gull.pk}/needles/"
