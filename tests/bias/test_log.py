"""The log: what devices send, together and apart, offline and late, and what becomes of it."""

import json
import random
from datetime import timedelta
from uuid import uuid4

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bias.at_needles.actions import progress_of
from bias.at_needles.event_parsing import NotAnEvent, event
from bias.at_needles.models import Event
from bias.at_needles.progress import progress_of_events
from bias.pieces.actions import keep_piece
from tests.bias.pressing import PHONE, SHAWL, TABLET, Seen, press, send


def seen(kind, row, device=PHONE, epoch=0, **data):
    return Seen(uuid4(), kind, row, {"device": device, "epoch": epoch, **data})


def rows(first, last, **more):
    return [seen("row", row, **more) for row in range(first, last + 1)]


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


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
    assert progress_of_events(mixed) == progress_of_events(events)


@given(st.integers(0, 30), st.data())
def test_two_devices_that_worked_the_same_rows_count_them_once(last, data):
    first, second = rows(1, last), rows(1, data.draw(st.integers(0, 30)), device=TABLET)
    found = progress_of_events([*first, *second])
    assert found.rows == max(len(first), len(second))
    assert found.parted is None


def test_rows_worked_without_knowing_of_a_ripping_are_asked_about_and_kept():
    """The phone rips from 12 to 8 while the tablet, offline, works 13 and 14."""
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    late = rows(13, 14, device=TABLET)
    found = progress_of_events([*known, ripped, *late])
    assert (found.rows, found.parted.low, found.parted.high) == (14, 8, 14)
    higher = seen("jump", 14, epoch=1, settles=[str(each) for each in found.parted.settles])
    assert (
        progress_of_events([*known, ripped, *late, higher]).rows,
        progress_of_events([*known, ripped, *late, higher]).parted,
    ) == (14, None)
    lower = seen("jump", 8, epoch=1, settles=higher.data["settles"], takes_back=[str(each.id) for each in late])
    assert (
        progress_of_events([*known, ripped, *late, lower]).rows,
        progress_of_events([*known, ripped, *late, lower]).parted,
    ) == (8, None)


def test_rows_worked_anew_after_a_ripping_that_was_known_ask_nothing():
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    again = rows(9, 10, device=TABLET, epoch=1)
    found = progress_of_events([*known, ripped, *again])
    assert (found.rows, found.parted) == (10, None)


def test_a_ripping_that_is_taken_back_took_nothing():
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=[str(each.id) for each in known[8:]])
    undone = seen("back", 9, epoch=1, takes_back=[str(ripped.id)])
    assert progress_of_events([*known, ripped, undone]).rows == 12


def test_what_was_worked_as_it_was_written_before_stands_up_to_the_first_row_that_differs():
    worked = rows(1, 12)
    found = progress_of_events(worked, {1: 8})
    assert (found.rows, found.stale) == (7, 12)
    kept = Seen(uuid4(), "jump", 12, {"device": PHONE}, revision=2)
    assert (progress_of_events([*worked, kept], {1: 8}).rows, progress_of_events([*worked, kept], {1: 8}).stale) == (
        12,
        0,
    )


def test_a_stop_within_a_row_is_kept_until_the_row_is_done():
    worked = rows(1, 3)
    stopped = seen("part", 4, part=2)
    assert progress_of_events([*worked, stopped]).part == 2
    assert progress_of_events([*worked, stopped, seen("row", 4)]).part == 0


@given(events=sessions(), seen_rows=st.integers(1, 5))
def test_the_newest_rows_tell_where_a_piece_stands(events, seen_rows):
    """As after a press: read from the top, rows that were taken back make one look further."""
    others = [each for each in events if each.kind != "row"]
    worked = sorted((each for each in events if each.kind == "row"), key=lambda each: -each.row)
    while True:
        read = worked[:seen_rows]
        found = progress_of_events([*others, *read])
        if len(read) < seen_rows or read[-1].row <= found.rows:
            break
        seen_rows *= 8
    whole = progress_of_events(events)
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
    assert progress_of(shawl).rows == 1


def test_nobody_else_sees_or_moves_a_log(client, shawl, django_user_model):
    other = django_user_model.objects.create_user("other", password="a long one for it")
    theirs = keep_piece(other, SHAWL)
    for page in ("", "now/", "rows.json", "count/", "lost/", "log/", "log.csv", "log.json", "worked.json"):
        assert client.get(f"/pieces/{theirs.pk}/needles/{page}").status_code == 404
    sent = json.dumps({"events": [press("row", 1)]})
    answer = client.post(f"/pieces/{theirs.pk}/needles/events/", sent, content_type="application/json")
    assert answer.status_code == 404
    assert not Event.objects.exists()
