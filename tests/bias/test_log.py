"""The log: what devices send, together and apart, offline and late, and what becomes of it."""

import csv
import io
import json
import random
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bias.joining.actions import keep_ways
from bias.keeping.actions import keep_piece, revise
from bias.making.actions import standing
from bias.making.intake import NotAnEvent, event
from bias.making.models import Event
from bias.making.standing import fold
from bias.making.table import table_of

NOON = datetime(2026, 1, 5, 12, tzinfo=UTC)
PHONE, TABLET = str(uuid4()), str(uuid4())
SHAWL = (
    "Title: Quay shawl\nGauge: 20 sts x 40 rows = 10 cm\nCast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 14 more times."
)


@dataclass(frozen=True)
class Seen:
    """An event as ``fold`` sees it."""

    id: UUID
    kind: str
    row: int
    data: dict = field(default_factory=dict, hash=False)
    revision: int = 1
    takes_back: UUID | None = None
    happened_at: datetime = NOON


def seen(kind, row, device=PHONE, epoch=0, **data):
    return Seen(uuid4(), kind, row, {"device": device, "epoch": epoch, **data})


def rows(first, last, **more):
    return [seen("row", row, **more) for row in range(first, last + 1)]


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def send(client, piece, *events):
    answer = client.post(
        f"/pieces/{piece.pk}/needles/events/", json.dumps({"events": list(events)}), content_type="application/json"
    )
    return answer.status_code, answer.json()


def press(kind, row, **more):
    return {"id": str(uuid4()), "kind": kind, "row": row, "revision": 1, "data": {"device": PHONE}, **more}


# -- folding -------------------------------------------------------------------------------------------------


@st.composite
def sessions(draw):
    """Two devices that work, take back and rip, each knowing what it has done itself."""
    found = []
    for device in (PHONE, TABLET):
        live, epoch = [], 0
        for _ in range(draw(st.integers(0, 12))):
            kind = draw(st.sampled_from(["row", "row", "row", "back", "ripped", "jump", "note", "part"]))
            row = max((each.row for each in live), default=0)
            if kind == "row":
                live.append(seen("row", row + 1, device, epoch))
                found.append(live[-1])
            elif kind in ("back", "ripped", "jump") and live:
                to = row - 1 if kind == "back" else draw(st.integers(0, row))
                gone = [each for each in live if each.row > to]
                live = [each for each in live if each.row <= to]
                at = row if kind == "back" else to
                found.append(seen(kind, at, device, epoch, takes_back=[str(each.id) for each in gone]))
                live += [found[-1]] if kind == "jump" and to else []
                epoch += 1
            elif kind in ("note", "part"):
                found.append(seen(kind, row + 1, device, epoch, text="x", part=1))
    return found


@given(sessions(), st.randoms())
def test_events_in_any_order_doubled_and_interleaved_fold_to_the_same_place(events, chance):
    mixed = [*events, *events]
    chance.shuffle(mixed)
    assert fold(mixed) == fold(events)


@given(st.integers(0, 30), st.data())
def test_two_devices_that_worked_the_same_rows_count_them_once(last, data):
    first, second = rows(1, last), rows(1, data.draw(st.integers(0, 30)), device=TABLET)
    found = fold([*first, *second])
    assert found.rows == max(len(first), len(second))
    assert found.parted is None


def test_rows_worked_without_knowing_of_a_ripping_are_asked_about_and_kept():
    """The phone rips from 12 to 8 while the tablet, offline, works 13 and 14."""
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    late = rows(13, 14, device=TABLET)
    found = fold([*known, ripped, *late])
    assert (found.rows, found.parted.low, found.parted.high) == (14, 8, 14)
    higher = seen("jump", 14, epoch=1, settles=[str(each) for each in found.parted.settles])
    assert (fold([*known, ripped, *late, higher]).rows, fold([*known, ripped, *late, higher]).parted) == (14, None)
    lower = seen("jump", 8, epoch=1, settles=higher.data["settles"], takes_back=[str(each.id) for each in late])
    assert (fold([*known, ripped, *late, lower]).rows, fold([*known, ripped, *late, lower]).parted) == (8, None)


def test_rows_worked_anew_after_a_ripping_that_was_known_ask_nothing():
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    again = rows(9, 10, device=TABLET, epoch=1)
    found = fold([*known, ripped, *again])
    assert (found.rows, found.parted) == (10, None)


def test_a_ripping_that_is_taken_back_took_nothing():
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    undone = seen("back", 9, epoch=1, takes_back=[str(ripped.id)])
    assert fold([*known, ripped, undone]).rows == 12


def test_what_was_worked_as_it_was_written_before_stands_up_to_the_first_row_that_differs():
    worked = rows(1, 12)
    found = fold(worked, {1: 8})
    assert (found.rows, found.stale) == (7, 12)
    kept = Seen(uuid4(), "jump", 12, {"device": PHONE}, revision=2)
    assert (fold([*worked, kept], {1: 8}).rows, fold([*worked, kept], {1: 8}).stale) == (12, 0)


def test_a_stop_within_a_row_is_kept_until_the_row_is_done():
    worked = rows(1, 3)
    stopped = seen("part", 4, part=2)
    assert fold([*worked, stopped]).part == 2
    assert fold([*worked, stopped, seen("row", 4)]).part == 0


@given(events=sessions(), seen_rows=st.integers(1, 5))
def test_the_newest_rows_tell_where_a_piece_stands(events, seen_rows):
    """As after a press: read from the top, rows that were taken back make one look further."""
    others = [each for each in events if each.kind != "row"]
    worked = sorted((each for each in events if each.kind == "row"), key=lambda each: -each.row)
    while True:
        read = worked[:seen_rows]
        found = fold([*others, *read])
        if len(read) < seen_rows or read[-1].row <= found.rows:
            break
        seen_rows *= 8
    whole = fold(events)
    assert (found.rows, found.epoch, found.part, found.stale) == (whole.rows, whole.epoch, whole.part, whole.stale)


# -- taking in ----------------------------------------------------------------------------------------------


def test_an_event_replayed_a_thousand_times_is_one(client, shawl):
    one = press("row", 1)
    for _ in range(10):
        status, said = send(client, shawl, *[one] * 100)
        assert (status, said["rows"], said["refused"]) == (200, 1, [])
    assert Event.objects.count() == 1


def test_presses_that_waited_are_taken_at_once_in_any_order(client, shawl):
    waited = [press("row", row) for row in range(1, 21)]
    random.Random(4).shuffle(waited)
    status, said = send(client, shawl, *waited)
    assert (status, said["rows"], len(said["taken"])) == (200, 20, 20)


@pytest.mark.parametrize(("wrong", "why"), [
    ({"id": "x"}, "It has no id that one could tell it by."),
    ({"kind": "dance"}, "Its kind is none that can happen at the needles."),
    ({"row": -1}, "Its row is a whole number from 1 to 1,000,000."),
    ({"row": True}, "Its row is a whole number from 1 to 1,000,000."),
    ({"row": 1.5}, "Its row is a whole number from 1 to 1,000,000."),
    ({"copy": 99}, "Its copy is a whole number from 1 to 12."),
    ({"kind": "measured", "data": {"stitches": 0, "rows": 30}}, "The stitches to 10 cm is a number from 1 to 200."),
    (
        {"kind": "measured", "data": {"stitches": float("inf"), "rows": 30}},
        "The stitches to 10 cm is a number from 1 to 200.",
    ),
    ({"kind": "weighed", "data": {"grams": "much"}}, "The weight in grams is a number from 0 to 100000."),
    ({"kind": "count", "data": {"counts": [3, -1]}}, "Its count is a whole number from 0 to 99,999."),
    (
        {"kind": "mended", "data": {"differences": [5]}},
        "What is otherwise than written is a short list of rows with their counts.",
    ),
    ({"data": {"takes_back": ["no"]}}, "It has no id that one could tell it by."),
])  # fmt: skip
def test_what_is_no_event_is_refused_with_the_reason_and_the_others_are_taken(client, shawl, wrong, why):
    with pytest.raises(NotAnEvent) as refused:
        event({**press("row", 1), **wrong})
    assert str(refused.value) == why
    sent = json.loads(json.dumps({**press("row", 2), **wrong}))
    status, said = send(client, shawl, press("row", 1), sent)
    assert (status, said["rows"], [each["why"] for each in said["refused"]]) == (200, 1, [why])


@pytest.mark.parametrize(
    "body", ["", "[]", "{}", '{"events": []}', '{"events": 3}', "[" * 5000, "\x00", '{"events": [[]]}']
)
def test_nonsense_in_the_place_of_events_breaks_nothing(client, shawl, body):
    answer = client.post(f"/pieces/{shawl.pk}/needles/events/", body, content_type="application/json")
    assert answer.status_code in (200, 422)
    assert not Event.objects.exists()


def test_a_clock_set_wrong_gives_way_to_the_time_of_arrival(client, shawl):
    for at in ("2099-01-01T00:00:00Z", "1970-01-01T00:00:00Z", "yesterday", "2026-13-40T99:00:00Z", 7):
        send(client, shawl, press("row", 1, at=at))
    arrived = [(each.received_at - each.happened_at) for each in Event.objects.all()]
    assert len(arrived) == 5
    assert all(abs(gap) < timedelta(minutes=1) for gap in arrived)
    assert standing(shawl).rows == 1


def test_nobody_else_sees_or_moves_a_log(client, shawl, django_user_model):
    other = django_user_model.objects.create_user("other", password="a long one for it")
    theirs = keep_piece(other, SHAWL)
    for page in ("", "now/", "rows.json", "count/", "lost/", "log/", "log.csv", "log.json", "worked.json"):
        assert client.get(f"/pieces/{theirs.pk}/needles/{page}").status_code == 404
    sent = json.dumps({"events": [press("row", 1)]})
    answer = client.post(f"/pieces/{theirs.pk}/needles/events/", sent, content_type="application/json")
    assert answer.status_code == 404
    assert not Event.objects.exists()


# -- what becomes of it ---------------------------------------------------------------------------------------


def test_a_piece_changed_while_it_is_knitted_asks_what_counts_and_drops_nothing(client, shawl):
    send(client, shawl, *[press("row", row) for row in range(1, 13)])
    revise(shawl, 1, SHAWL.replace("14 more times", "15 more times"))
    assert "was changed since" not in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    revise(shawl, 2, SHAWL.replace("Row 2: Purl.", "Row 2: K1, p to last st, k1."))
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "You worked up to row 12 as it was written before. Row 2 is written otherwise now." in page
    assert (standing(shawl).rows, Event.objects.count()) == (1, 12)
    send(client, shawl, press("jump", 12, revision=3))
    assert standing(shawl).rows == 12
    assert "was changed since" not in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_a_count_that_is_left_as_it_is_holds_for_every_row_after_it(client, shawl):
    """Row 20 ends with 24-1-24; one stitch fewer on the left stays one fewer."""
    send(client, shawl, *[press("row", row) for row in range(1, 21)])
    left = press("mended", 20, data={"differences": [{"row": 20, "counts": [24, 23]}], "says": "Left as it is."})
    send(client, shawl, left)
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "26 · 1 · 25" in page
    assert "Left as it is." in page
    send(client, shawl, press("back", 20, data={"takes_back": [str(left["id"])], "device": PHONE}))
    assert "26 · 1 · 26" in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_counts_of_another_piece_are_left_out(client, shawl):
    send(client, shawl, press("row", 1), press("mended", 1, data={"differences": [{"row": 1, "counts": [1, 2, 3, 4]}]}))
    assert client.get(f"/pieces/{shawl.pk}/needles/").status_code == 200


def test_a_measurement_moves_every_length_ahead(client, knitter):
    """10 cm are 40 rows at first; after 20 rows measured at 30 to 10 cm, 5 cm done and 5 cm at 3 rows to the cm: 35."""
    piece = keep_piece(
        knitter,
        "Gauge: 20 sts x 40 rows = 10 cm\nCast on 20 sts.\nRow 1: Knit.\nRepeat row 1 until piece measures 10 cm.",
    )
    assert len(table_of(knitter, piece.pk).sitting.all_rows) == 40
    send(client, piece, *[press("row", row) for row in range(1, 21)])
    send(client, piece, press("measured", 20, data={"stitches": 20, "rows": 30}))
    table = table_of(knitter, piece.pk)
    assert (len(table.sitting.all_rows), table.standing.rows) == (35, 20)


def test_copies_have_places_of_their_own(client, shawl):
    client.post(f"/pieces/{shawl.pk}/needles/copies/")
    send(client, shawl, press("row", 1), press("row", 2))
    send(client, shawl, press("row", 1, copy=2))
    assert (standing(shawl, 1).rows, standing(shawl, 2).rows) == (2, 1)
    assert "copy 2" in client.get(f"/pieces/{shawl.pk}/needles/?copy=2").content.decode()


def test_rows_ahead_are_given_as_they_are_shown(client, shawl):
    said = client.get(f"/pieces/{shawl.pk}/needles/rows.json").json()
    assert (said["rows"], said["items"][0]["number"], said["items"][-1]["number"]) == (30, 1, 31)
    assert "All rows worked" in said["items"][-1]["html"]
    assert "11 · 1 · 11" not in said["items"][0]["html"]
    assert "6 · 1 · 6" in said["items"][0]["html"]


def test_the_log_is_a_table_and_a_text_that_other_programs_read(client, shawl):
    send(client, shawl, press("row", 1), press("note", 2, data={"text": '=HYPERLINK("x"), "Ärmel"\nzweite Zeile'}))
    lines = list(csv.DictReader(io.StringIO(client.get(f"/pieces/{shawl.pk}/needles/log.csv").content.decode())))
    assert [line["kind"] for line in lines] == ["row", "note"]
    assert (lines[0]["label"], lines[0]["stitches"], lines[0]["counts"]) == ("Row 1", "13", "6 1 6")
    told = client.get(f"/pieces/{shawl.pk}/needles/log.json").json()
    assert (told["piece"], told["rows_worked"], told["rows"]) == ("Quay shawl", 1, 30)
    assert told["events"][1]["details"]["text"].endswith("zweite Zeile")


def test_a_left_handed_knitter_in_italian_words_reads_her_own(client, shawl, knitter):
    keep_ways(knitter, left_handed=True, dialect="it", size="largest")
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "parts, from the left edge" in page
    assert "the cast-on tail hangs at the left edge" in page
    assert "gett" in page
    assert 'class="letters-largest"' in page


@pytest.mark.parametrize("asked", [
    {"counts": "24-1-24"}, {"counts": "49", "facing": "RS"}, {"counts": "49", "tail": "right"}, {"counts": "49, about"},
    {"counts": "<script>"}, {"counts": "1" * 300}, {"about": "20"}, {"facing": "sideways"}, {"colour": "Z"}, {},
])  # fmt: skip
def test_lost_answers_whatever_is_asked(client, shawl, asked):
    send(client, shawl, *[press("row", row) for row in range(1, 26)])
    answer = client.get(f"/pieces/{shawl.pk}/needles/lost/", asked)
    assert answer.status_code == 200
    page = answer.content.decode()
    if asked.get("counts", "") in ("24-1-24", "49") and "sideways" not in str(asked):
        assert "After row 20, Row 2, time 10" in page
    assert "<script>" not in page.replace("<script defer", "").replace("<script src", "").replace('<script id="', "")


def test_ripped_back_with_counts_goes_on_from_there(client, shawl):
    send(client, shawl, *[press("row", row) for row in range(1, 26)])
    page = client.get(
        f"/pieces/{shawl.pk}/needles/lost/", {"ripped": 1, "counts": "16-1-16", "facing": "RS"}
    ).content.decode()
    assert "One row fits" in page
    assert "After row 12" in page
    assert "I ripped back to here" in page
