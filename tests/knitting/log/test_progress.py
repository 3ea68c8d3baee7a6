"""Where a piece stands after its events: in any order, doubled, from two devices, as the page folds them as well."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.log import KINDS, Event, PartWorked, RowWorked, TakenBack, progress
from tests.knitting.log.seen import TABLET, rows, seen, sent

CASES = json.loads(Path(__file__).with_name("cases.json").read_text("utf-8"))


@st.composite
def sessions(draw):
    """Two devices that work, take back and rip, each knowing what it has done itself."""
    found: list[Event] = []
    for device in (None, TABLET):
        live, epoch = [], 0
        for _ in range(draw(st.integers(0, 12))):
            kind = draw(st.sampled_from(["row", "row", "row", "back", "ripped", "jump", "note", "part"]))
            row = max((each.row for each in live), default=0)
            if kind == "row":
                live.append(seen("row", row + 1, device, epoch))
                found.append(live[-1])
            elif KINDS[kind].lowers and live:
                to = row - 1 if kind == "back" else draw(st.integers(0, row))
                gone = [each for each in live if each.row > to]
                live = [each for each in live if each.row <= to]
                at = row if kind == "back" else to
                found.append(seen(kind, at, device, epoch, takes_back=tuple(each.id for each in gone)))
                live += [found[-1]] if kind == "jump" and to else []
                epoch += 1
            elif kind == "note":
                found.append(seen("note", row + 1, device, epoch, text="x"))
            elif kind == "part":
                found.append(seen("part", row + 1, device, epoch, part=1))
    return found


@pytest.mark.parametrize("case", CASES, ids=lambda case: case["name"])
def test_every_case_that_the_page_folds_too(case):
    found = progress(map(sent, case["events"]))
    told = {"rows": found.rows, "part": found.part, "epoch": found.epoch, "live": len(found.live)}
    assert told == case["leads_to"]


def test_there_is_a_case_of_every_kind():
    happens = {event["kind"] for case in CASES for event in case["events"]}
    assert set(KINDS) == happens, f"Add a case to cases.json with {', '.join(set(KINDS) - happens)}."


@given(sessions(), st.randoms())
def test_events_in_any_order_doubled_and_interleaved_lead_to_the_same_place(events, chance):
    mixed = [*events, *events]
    chance.shuffle(mixed)
    assert progress(mixed) == progress(events)


@given(sessions())
def test_the_place_is_the_highest_row_that_is_not_taken_back(events):
    backs = [event for event in events if isinstance(event, TakenBack)]
    by_back = {each for event in backs for each in event.takes_back}
    lowering = [event for event in events if event.lowers and event.id not in by_back]
    gone = by_back | {each for event in lowering for each in event.takes_back}
    left = [event.row for event in events if event.kind in ("row", "jump") and event.id not in gone]
    assert progress(events).rows == max(left, default=0)


@given(st.integers(0, 30), st.data())
def test_two_devices_that_worked_the_same_rows_count_them_once(last, data):
    first, second = rows(1, last), rows(1, data.draw(st.integers(0, 30)), device=TABLET)
    found = progress([*first, *second])
    assert found.rows == max(len(first), len(second))
    assert found.conflict is None


def test_rows_worked_without_knowing_of_a_ripping_are_asked_about_and_kept():
    """The phone rips from 12 to 8 while the tablet, offline, works 13 and 14."""
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=tuple(each.id for each in known[8:]))
    late = rows(13, 14, device=TABLET)
    found = progress([*known, ripped, *late])
    assert (found.rows, found.conflict.low, found.conflict.high) == (14, 8, 14)
    higher = seen("jump", 14, epoch=1, settles=found.conflict.settles)
    settled = progress([*known, ripped, *late, higher])
    assert (settled.rows, settled.conflict) == (14, None)
    lower = seen("jump", 8, epoch=1, settles=higher.settles, takes_back=tuple(each.id for each in late))
    settled = progress([*known, ripped, *late, lower])
    assert (settled.rows, settled.conflict) == (8, None)


def test_rows_worked_anew_after_a_ripping_that_was_known_ask_nothing():
    known = rows(1, 12)
    ripped = seen("ripped", 8, takes_back=tuple(each.id for each in known[8:]))
    found = progress([*known, ripped, *rows(9, 10, device=TABLET, epoch=1)])
    assert (found.rows, found.conflict) == (10, None)


def test_what_was_worked_as_it_was_written_before_stands_up_to_the_first_row_that_differs():
    worked = rows(1, 12)
    found = progress(worked, {1: 8})
    assert (found.rows, found.stale) == (7, 12)
    counted = sent({"id": str(worked[0].id)[:-4] + "ffff", "kind": "jump", "row": 12, "revision": 2})
    found = progress([*worked, counted], {1: 8})
    assert (found.rows, found.stale) == (12, 0)


@given(events=sessions(), seen_rows=st.integers(1, 5))
def test_the_newest_rows_tell_where_a_piece_stands(events, seen_rows):
    """As after a press: read from the top, rows that were taken back make one look further."""
    others = [each for each in events if not isinstance(each, RowWorked)]
    worked = sorted((each for each in events if isinstance(each, RowWorked)), key=lambda each: -each.row)
    while True:
        read = worked[:seen_rows]
        found = progress([*others, *read])
        if len(read) < seen_rows or read[-1].row <= found.rows:
            break
        seen_rows *= 8
    whole = progress(events)
    assert (found.rows, found.epoch, found.part, found.stale) == (whole.rows, whole.epoch, whole.part, whole.stale)


def test_a_stop_is_that_of_the_next_row_alone():
    assert progress([*rows(1, 3), seen("part", 4, part=2)]).part == 2
    assert progress([*rows(1, 4), seen("part", 4, part=2)]).part == 0
    assert isinstance(seen("part", 4, part=2), PartWorked)
