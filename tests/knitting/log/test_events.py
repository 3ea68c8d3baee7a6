"""Events as they are sent and kept: what is no event is refused with the reason, what is one comes back equal."""

import contextlib
import dataclasses
import json
from datetime import timedelta
from pathlib import Path
from uuid import uuid4

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.log import KINDS, Event, NotAnEvent, details, event_from_json, event_from_parts, events_of_request
from knitting.log.events import LONGEST_NOTE
from knitting.saying.events import TITLES, event_details
from knitting.saying.statements import said_refusal
from tests.knitting.log.seen import NOON, PHONE, sent

OWN = {
    "part": {"part": 2},
    "count": {"counts": [24, 1, 24]},
    "mended": {"differences": [{"row": 20, "counts": [24, 23]}], "says": "Left as it is."},
    "measured": {"stitches": 20.5, "rows": 30.0},
    "needle": {"size_mm": 4.0, "length_cm": 80.0},
    "weighed": {"grams": 42.0},
    "ball": {"colour": "A", "grams": 50.0},
    "ticked": {"what": "wash"},
    "note": {"text": "two lines\nof it"},
}
"""What belongs to a kind, for those of which the log says something."""
CASES = json.loads(Path(__file__).with_name("cases.json").read_text("utf-8"))


def fields(kind):
    """What belongs to a kind: as it stands above, or as in the first case in which it happens."""
    happens = [event.get("data", {}) for case in CASES for event in case["events"] if event["kind"] == kind]
    assert happens, f"Add a case to cases.json with {kind}."
    return OWN.get(kind, happens[0])


def raw(kind="row", row=1, **more):
    return {"id": str(uuid4()), "kind": kind, "row": row, "revision": 1, "data": {"device": str(PHONE)}, **more}


@pytest.mark.parametrize(("wrong", "why"), [
    ({"id": "x"}, "id: an id of 32 figures and letters is expected."),
    ({"kind": "dance"}, "Its kind is none that can happen at the needles."),
    ({"row": -1}, "row: a whole number from 0 to 1,000,000 is expected."),
    ({"row": 0}, "row: a whole number from 1 up is expected."),
    ({"row": True}, "row: a whole number from 0 to 1,000,000 is expected."),
    ({"row": 1.5}, "row: a whole number from 0 to 1,000,000 is expected."),
    ({"copy": 9_999}, "copy: a whole number from 1 to 3,600 is expected."),
    ({"kind": "measured", "data": {"stitches": 0, "rows": 30}}, "stitches to 10 cm: a number from 1 to 200 is expected."),
    ({"kind": "measured", "data": {"stitches": float("inf"), "rows": 30}},
     "stitches to 10 cm: a number from 1 to 200 is expected."),
    ({"kind": "measured", "data": {"rows": 30}}, "stitches: it is missing."),
    ({"kind": "weighed", "data": {"grams": "much"}}, "weight in grams: a number from 0 to 100,000 is expected."),
    ({"kind": "count", "data": {"counts": [3, -1]}}, "a count: a whole number from 0 to 99,999 is expected."),
    ({"kind": "count", "data": {"counts": []}}, "counts: 1 to 2,000 are expected."),
    ({"kind": "mended", "data": {"differences": [5]}}, "differences[0]: an object is expected."),
    ({"data": {"takes_back": ["no"]}}, "takes_back[0]: an id of 32 figures and letters is expected."),
])  # fmt: skip
def test_what_is_no_event_is_refused_with_the_reason(wrong, why):
    with pytest.raises(NotAnEvent) as refused:
        sent({**raw(), **wrong})
    assert said_refusal(refused.value) == why


@pytest.mark.parametrize("kind", KINDS)
def test_an_event_of_every_kind_is_kept_and_read_again_equal(kind):
    event = sent(raw(kind, 20, data={"device": str(PHONE), "epoch": 3, **fields(kind)}))
    bare = {"id": event.id, "row": event.row, "copy": event.copy, "revision": event.revision}
    stored = json.loads(json.dumps(details(event)))
    assert event_from_parts(kind, bare, event.happened_at, stored) == event


@pytest.mark.parametrize("kind", KINDS)
def test_the_log_has_a_sentence_for_every_kind(kind):
    event = sent(raw(kind, 20, data=fields(kind)))
    assert TITLES.get(kind), f"'{kind}' has no title: add it to TITLES in knitting/saying/events.py."
    own = {field.name for field in dataclasses.fields(KINDS[kind])} - {
        field.name for field in dataclasses.fields(Event)
    }
    says = bool(event_details(event))
    assert says == (kind in OWN and kind != "part") or (own and kind not in OWN)


@pytest.mark.parametrize(("kind", "says"), [
    ("count", "24 · 1 · 24"), ("mended", "Left as it is."), ("measured", "20.5 stitches and 30 rows to 10 cm"),
    ("needle", "4 mm, 80 cm"), ("weighed", "42 g left"), ("ball", "A, 50 g"), ("note", "two lines\nof it"),
])  # fmt: skip
def test_what_the_log_says_of_an_event(kind, says):
    assert event_details(sent(raw(kind, 20, data=OWN[kind]))) == says
    assert event_details(sent(raw("jump", 20, data={"reason": "found again"}))) == "found again"


def test_a_clock_set_wrong_gives_way_to_the_time_of_arrival():
    for at in ("2099-01-01T00:00:00Z", "1970-01-01T00:00:00Z", "yesterday", "2026-13-40T99:00:00Z", 7, None):
        assert event_from_json(raw(at=at), NOON).happened_at == NOON
    earlier = NOON - timedelta(hours=5)
    assert event_from_json(raw(at=earlier.isoformat()), NOON).happened_at == earlier


def test_notes_are_cut_and_hold_nothing_that_cannot_be_kept():
    note = sent(raw("note", data={"text": "a\0b\ud800" + "x" * 5000}))
    assert note.text == "ab?" + "x" * (LONGEST_NOTE - 3)


def test_what_was_kept_and_is_no_longer_read_still_says_its_row():
    bare = {"id": uuid4(), "row": 4, "copy": 1, "revision": 1}
    assert event_from_parts("row", bare, NOON, {"epoch": "many"}).row == 4
    assert event_from_parts("weighed", bare, NOON, {"grams": "many"}) is None
    assert event_from_parts("dance", bare, NOON, {}) is None


@given(st.recursive(st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=9),
                    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.sampled_from(
                        ["id", "kind", "row", "copy", "data", "counts", "takes_back", "differences", "at"]), inner)))  # fmt: skip
def test_nonsense_is_an_event_or_refused(data):
    for given_data in (data, {"id": str(uuid4()), "kind": "mended", "row": 1, "data": data}):
        kind = ""
        with contextlib.suppress(NotAnEvent):
            kind = event_from_json(given_data, NOON).kind
        assert kind in ("", *KINDS)


@pytest.mark.parametrize(("body", "why"), [
    (b"", "This could not be read."), (b"[" * 5000, "This could not be read."), (b"[]", "There is no event in it."),
    (b'{"events": 3}', "There is no event in it."), (b'{"events": []}', "There is no event in it."),
    (json.dumps({"events": [1] * 501}).encode(), "There are 501 events in it; 500 can be taken at once."),
])  # fmt: skip
def test_a_request_without_events_is_refused(body, why):
    with pytest.raises(NotAnEvent) as refused:
        events_of_request(body)
    assert said_refusal(refused.value) == why
