"""Everything she has, out as a file and in again: equal to the last press, twice without change, nonsense told."""

import io
import json
import zipfile
from fnmatch import fnmatch

import jsonschema
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from bias.accounts.models import Knitter, Ways
from bias.archive import incoming, outgoing
from bias.archive.models import Incoming, Outgoing
from bias.archive.schema import basket_schema
from bias.archive.tables import COLUMNS, LEFT_OUT
from bias.at_needles.models import Event
from bias.home.demo import load_demo
from bias.home.demo_things import load_demo_things
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.sharing.models import TakenPiece
from bias.things.actions import begin_own, tick
from bias.things.models import Thing
from bias.writing.actions import keep_draft
from bias.writing.models import Draft
from bias.yarns.actions import keep_whole
from bias.yarns.models import Yarn
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send


def taken_out(client):
    """The file, as the page makes it."""
    client.post("/everything/out/")
    for _ in range(400):
        page = client.post("/everything/out/on/", headers={"HX-Request": "true"})
        if b"<progress" not in page.content:
            break
    answer = client.get("/everything/bias.zip")
    assert answer.status_code == 200
    return b"".join(answer.streaming_content)


def brought_in(client, data, name="bias.zip"):
    """What the page says at the end."""
    answer = client.post("/everything/in/", {"file": SimpleUploadedFile(name, data, "application/zip")})
    if answer.status_code != 302:
        return shown(answer)
    for _ in range(400):
        page = client.post("/everything/in/on/", headers={"HX-Request": "true"})
        if b"<progress" not in page.content:
            break
    return shown(client.get("/everything/"))


def all_of(owner):
    """Every row of a knitter's that an archive tells, without the numbers of one server."""

    def row(each):
        return {name: getattr(each, name) for name in COLUMNS[type(each)]}

    pieces = [
        {
            **row(piece),
            "revisions": [row(each) for each in piece.revisions.order_by("number")],
            "events": [row(each) for each in piece.events.order_by("pk")],
            "copies": [row(each) for each in piece.copies.all()],
            "yarns": [{**row(each), "yarn": each.yarn and each.yarn.uid} for each in piece.yarns.order_by("colour")],
            "instalments": [row(each) for each in piece.instalments.all()],
            "remarks": [row(each) for each in piece.remarks.order_by("made_at")],
            "taken": [row(each) for each in TakenPiece.objects.filter(piece=piece)],
            "drafts": [row(each) for each in piece.drafts.all()],
        }
        for piece in Piece.objects.filter(owner=owner).order_by("uid")
    ]
    things = [
        {
            **row(thing),
            "members": [{**row(each), "piece": each.piece and each.piece.uid} for each in thing.members.all()],
            "steps": [row(each) for each in thing.steps_done.order_by("step")],
        }
        for thing in Thing.objects.filter(owner=owner).order_by("uid")
    ]
    yarns = [
        {**row(yarn), "lots": [row(lot) for lot in yarn.lots.all()]}
        for yarn in Yarn.objects.filter(owner=owner).order_by("uid")
    ]
    return json.dumps([pieces, things, yarns], cls=DjangoJSONEncoder, sort_keys=True)


@pytest.fixture
def demo(knitter):
    """All demo pieces, two of them joined to a thing with something done about it, and a yarn with its lots."""
    pieces = load_demo(knitter)
    load_demo_things(knitter)
    thing = begin_own(knitter, "Two of a kind", pieces[:2])
    tick(thing, "weave in all ends")
    yarn = Yarn.objects.create(owner=knitter, name="Estuary", price="6.50", ball_grams=50, ball_metres=105)
    yarn.lots.create(name="12 b", whole=4, opened_grams=31.5)
    keep_whole(pieces[0], yarn, "A")
    keep_draft(knitter, pieces[1], "Title: half typed")
    pieces[0].remarks.create(row=3, text="one fewer here", counts="24, 1, 23", name="Dunnock", revision=1, answer="yes")
    TakenPiece.objects.create(
        piece=pieces[2], owner=knitter, title="Gangway", who="wren", revision=2, until_row=4, base="Cast on 3 sts."
    )
    pieces[3].instalments.create(until_row=4, opens_at=timezone.now())
    return knitter


def test_every_column_is_told_or_left_out_for_a_reason():
    for model, columns in COLUMNS.items():
        fields = {field.name for field in model._meta.get_fields() if isinstance(field, models.Field)}
        assert fields == set(columns) | LEFT_OUT[model], model.__name__


def test_a_whole_basket_goes_out_and_comes_in_equal_and_twice_without_change(client, demo):
    before = all_of(demo)
    data = taken_out(client)
    Piece.objects.all().delete()
    Thing.objects.all().delete()
    Yarn.objects.all().delete()
    said = brought_in(client, data)
    assert "31 pieces came in." in said
    assert "things came in." in said
    assert "yarns came in." in said
    assert "left out" not in said
    assert all_of(demo) == before
    assert "31 pieces were here already." in brought_in(client, data)
    assert all_of(demo) == before


def test_the_file_is_read_by_people_and_other_programs(client, demo):
    with zipfile.ZipFile(io.BytesIO(taken_out(client))) as whole:
        names = whole.namelist()
        assert len(names) == len(set(names))
        shawl = next(name for name in names if name.endswith("-tideline-shawl/words.txt")).removesuffix("words.txt")
        assert "Bind off loosely." in whole.read(f"{shawl}words.txt").decode()
        assert whole.read(f"{shawl}cloth.svg").startswith(b"<svg")
        assert whole.read(f"{shawl}log.csv").decode().startswith("happened_at,kind,copy,row")
        assert json.loads(whole.read("basket.json"))["format"] == "bias-basket"
        assert any(name.endswith("/plan.json") for name in names)
        assert any(name.startswith("things/") for name in names)


def test_every_file_is_as_its_schema_says(client, demo):
    parts = basket_schema()["properties"]
    found = set()
    with zipfile.ZipFile(io.BytesIO(taken_out(client))) as whole:
        for name in whole.namelist():
            for pattern, schema in parts.items():
                if fnmatch(name, pattern):
                    found.add(pattern)
                    jsonschema.validate(json.loads(whole.read(name)), schema)
    assert found == set(parts)


def test_another_knitter_of_the_same_server_gets_the_same_with_ids_of_her_own(client, django_user_model, knitter):
    piece = keep_piece(knitter, SHAWL)
    row = press("row", 1)
    send(client, piece, row, press("undone", 1, data={"takes_back": [row["id"]]}), press("row", 1))
    data = taken_out(client)
    other = Knitter.objects.create_user("dunnock", password="a long pass phrase")
    taken = incoming.look_at(other, SimpleUploadedFile("bias.zip", data))
    while not taken.ready:
        incoming.go_on(taken)
    (hers,) = Piece.objects.filter(owner=other)
    mine = {each.pk for each in piece.events.all()}
    assert len(mine) == hers.events.count() == 3
    assert not mine & {each.pk for each in hers.events.all()}
    (undone,) = hers.events.filter(kind="undone")
    assert undone.event.takes_back[0] in {each.pk for each in hers.events.filter(kind="row")}
    again = incoming.look_at(other, SimpleUploadedFile("bias.zip", data))
    while not again.ready:
        incoming.go_on(again)
    assert hers.events.count() == 3


def test_what_was_pressed_meanwhile_is_added_and_what_was_changed_here_stays(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    send(client, piece, press("row", 1))
    early = taken_out(client)
    send(client, piece, press("row", 2))
    late = taken_out(client)
    Event.objects.filter(row=2).delete()
    assert "1 piece grew by what it lacked." in brought_in(client, late)
    assert piece.events.count() == 2
    assert "1 piece was here already." in brought_in(client, early)
    revision = piece.current
    type(revision).objects.filter(pk=revision.pk).update(written=SHAWL.replace("Quay", "Other"))
    assert "1 piece was changed here as well, and stays as it is here." in brought_in(client, late)
    assert "Other" in piece.current.written


def zipped(**files):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as whole:
        for name, text in files.items():
            whole.writestr(name.replace("__", "/"), text)
    return out.getvalue()


UID = "00000000-0000-4000-8000-000000000001"
OURS = json.dumps({"format": "bias-basket", "version": 1})
EVENT = {"id": UID, "kind": "row", "row": 1, "happened_at": "2027-03-01T10:00:00+00:00", "takes_back": UID}
BENT_THING = {"uid": UID, "title": "Bent", "joined": "no thing"}


def bent_piece(log=(), **beside):
    """A file with one piece of which something is not as it should be."""
    piece = {"uid": UID, "title": "Bent", **beside}
    revision = {"number": 1, "written": SHAWL, "plan": ""}
    inside = {
        "pieces__1__piece.json": piece,
        "pieces__1__revisions__1.json": revision,
        "pieces__1__log.json": list(log),
    }
    return zipped(**{"basket.json": OURS}, **{name: json.dumps(each) for name, each in inside.items()})


NONSENSE = [
    (b"", "The submitted file is empty|no file that Bias made"),
    (b"no zip at all", "no file that Bias made, or only a part of one"),
    (zipped(other="x"), "made by another program"),
    (zipped(**{"basket.json": "[]"}), "made by another program"),
    (zipped(**{"basket.json": json.dumps({"format": "bias-basket", "version": 9})}), "of version 9"),
    (zipped(**{"basket.json": OURS}), "There was nothing in it."),
    (zipped(**{"basket.json": OURS, "../../etc/passwd": "x", "pieces__1__piece.json": "{"}), "could not be read"),
    (zipped(**{"basket.json": OURS, "pieces__1__piece.json": '{"uid": "no id", "title": 3}'}), "could not be read"),
    (zipped(**{"basket.json": OURS, "things__1.json": '{"title": "no uid"}'}), "could not be read"),
    (zipped(**{"basket.json": OURS, "pieces__1__piece.json": "[" * 100_000}), "could not be read"),
    (zipped(**{"basket.json": "{"}), "no file that Bias made"),
    (zipped(**{"basket.json": "[" * 100_000}), "no file that Bias made"),
    (zipped(**{"basket.json": OURS, "things__1.json": json.dumps(BENT_THING)}), "could not be read"),
    (bent_piece(log=[{**EVENT, "data": ["no", "object"]}]), "could not be read"),
    (bent_piece(sketch={"started_from": 1, "plans": 5, "at": 3}), "could not be read"),
    (bent_piece(sketch={"started_from": 1, "plans": ["{}"], "at": 3}), "could not be read"),
]


@pytest.mark.parametrize(("data", "why"), NONSENSE)
def test_what_is_no_archive_is_told_and_changes_nothing(client, knitter, data, why):
    said = brought_in(client, data)
    assert any(each in said for each in why.split("|")), said
    assert not Piece.objects.exists()


def test_half_of_a_file_is_told(client, demo):
    data = taken_out(client)
    many = Piece.objects.count()
    assert "only a part of one" in brought_in(client, data[: len(data) // 2])
    assert Piece.objects.count() == many


def test_a_bomb_is_not_unpacked(client, knitter, monkeypatch):
    monkeypatch.setattr(incoming, "MOST_UNPACKED", 1_000)
    bomb = zipped(**{"basket.json": OURS, "pieces__1__piece.json": "0" * 5_000})
    assert "it is not unpacked" in brought_in(client, bomb)
    monkeypatch.setattr(incoming, "MOST_BYTES", 10)
    assert "larger than 0 MB" in brought_in(client, bomb)


def test_a_file_that_broke_off_is_made_anew(client, demo):
    client.post("/everything/out/")
    client.post("/everything/out/on/")
    made = Outgoing.objects.get()
    assert made.done
    made.path.write_bytes(made.path.read_bytes()[:-20])
    data = taken_out_from(client)
    with zipfile.ZipFile(io.BytesIO(data)) as whole:
        assert whole.testzip() is None
        assert sum(name.endswith("/piece.json") for name in whole.namelist()) == Piece.objects.count()


def taken_out_from(client):
    while not Outgoing.objects.get().ready:
        client.post("/everything/out/on/")
    return b"".join(client.get("/everything/bias.zip").streaming_content)


def test_old_files_go(client, demo):
    taken_out(client)
    first = Outgoing.objects.get().path
    assert first.exists()
    client.post("/everything/out/")
    assert not first.exists()
    outgoing.forget(Outgoing.objects.all())
    assert not Incoming.objects.exists()


def test_ways_come_in_where_she_has_none(client, knitter):
    Ways.objects.create(knitter=knitter, dialect="it", left_handed=True)
    data = taken_out(client)
    Ways.objects.all().delete()
    brought_in(client, data)
    assert Ways.objects.get().left_handed
    Ways.objects.update(dialect="uk")
    brought_in(client, data)
    assert Ways.objects.get().dialect == "uk"


def test_a_second_tab_that_begins_anew_breaks_nothing(client, knitter):
    keep_piece(knitter, SHAWL)
    first = outgoing.ask(knitter)
    outgoing.ask(knitter)
    assert not outgoing.go_on(first).ready
    data = taken_out(client)
    early = incoming.look_at(knitter, SimpleUploadedFile("bias.zip", data))
    incoming.look_at(knitter, SimpleUploadedFile("bias.zip", data))
    assert not incoming.go_on(early).ready
    Incoming.objects.get().path.unlink()
    assert client.post("/everything/in/on/", headers={"HX-Request": "true"}).status_code == 200
    assert not Incoming.objects.exists()


def test_what_is_typed_for_no_piece_yet_goes_with_it(client, knitter):
    keep_draft(knitter, None, "Title: half typed\nCast on 9 sts.")
    data = taken_out(client)
    Draft.objects.all().delete()
    brought_in(client, data)
    assert Draft.objects.get().words.startswith("Title: half typed")
    brought_in(client, data)
    assert Draft.objects.count() == 1
