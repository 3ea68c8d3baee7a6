"""The log: what devices send, together and apart, offline and late, and what becomes of it."""

import json
import random
from datetime import timedelta

import pytest

from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from tests.bias.pressing import SHAWL, press, send


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


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
    ({"id": "x"}, "id: an id of 32 figures and letters is expected."),
    ({"kind": "dance"}, "Its kind is none that can happen at the needles."),
    ({"kind": "weighed", "data": {"grams": "much"}}, "weight in grams: a number from 0 to 100,000 is expected."),
])  # fmt: skip
def test_what_is_no_event_is_refused_with_the_reason_and_the_others_are_taken(client, shawl, wrong, why):
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
