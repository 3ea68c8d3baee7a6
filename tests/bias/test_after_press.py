"""What a device is told after a press, whatever its process remembers: the same as one that remembers nothing."""

import random
from datetime import timedelta
from uuid import uuid4

import pytest
from django.db import connection
from django.http import Http404
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from bias.accounts.models import Knitter
from bias.at_needles.actions import last_events, take_in
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece, revise
from bias.pieces.models import Piece, Revision
from bias.prepared import Prepared
from knitting import log
from tests.bias.pressing import SHAWL, press, send

ROWS = 30


def told_by_one_that_remembers_nothing(piece, copy=1):
    current = piece.current
    _events, found = last_events(current, copy)
    return {
        "rows": found.rows,
        "epoch": found.epoch,
        "asks": bool(found.stale or found.conflict),
        "count": Event.objects.filter(piece=piece, copy=copy).count(),
    }


class Needles:
    """Several hands that press a piece: most by this process, some by another."""

    def __init__(self, client, piece, seed):
        self.client, self.piece = client, piece
        self.chance = random.Random(seed)
        self.sent = []

    def step(self):
        do = self.chance.choice([self.row] * 8 + [self.again, self.back, self.note, self.both, self.elsewhere])
        return do()

    def row(self):
        rows = told_by_one_that_remembers_nothing(self.piece)["rows"]
        return self.send(press("row", min(rows + self.chance.choice([1, 1, 1, 2]), ROWS)))

    def again(self):
        return self.send(self.chance.choice(self.sent)) if self.sent else self.row()

    def back(self):
        current = told_by_one_that_remembers_nothing(self.piece)
        live = last_events(self.piece.current, 1)[1].last
        if not live:
            return self.row()
        data = {"takes_back": [str(each) for each in live]}
        return self.send({**press("back", current["rows"]), "data": data})

    def note(self):
        return self.send({**press("note", 1), "data": {"text": "Steam rose from the harbour."}})

    def both(self):
        self.elsewhere_event()
        return self.again()

    def elsewhere(self):
        self.elsewhere_event()
        return self.row()

    def elsewhere_event(self):
        row = min(told_by_one_that_remembers_nothing(self.piece)["rows"] + 1, ROWS)
        at = timezone.now() + timedelta(microseconds=self.chance.randrange(900))
        take_in(self.piece.current, [log.RowWorked(id=uuid4(), row=row, copy=1, revision=1, happened_at=at)], ROWS)

    def send(self, event):
        self.sent.append(event)
        status, said = send(self.client, self.piece, event)
        assert status == 200
        return said


@pytest.mark.parametrize("seed", range(6))
def test_a_process_that_remembers_says_what_one_says_that_does_not(client, knitter, seed):
    needles = Needles(client, keep_piece(knitter, SHAWL), seed)
    for _ in range(40):
        said = needles.step()
        assert {key: said[key] for key in ("rows", "epoch", "asks", "count")} == told_by_one_that_remembers_nothing(
            needles.piece
        )


def test_a_press_that_is_the_only_news_reads_no_event(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    send(client, piece, press("row", 1))
    with CaptureQueriesContext(connection) as asked:
        assert send(client, piece, press("row", 2))[1]["rows"] == 2
    about_events = [each["sql"] for each in asked.captured_queries if 'FROM "making_event"' in each["sql"]]
    assert len(about_events) == 1
    assert "COUNT(" in about_events[0]


def test_rows_that_were_changed_since_are_asked_about_by_a_process_that_remembers_them(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    for row in (1, 2, 3):
        send(client, piece, press("row", row))
    revise(piece, 1, SHAWL.replace("Row 1: K1", "Row 1: Sl1"))
    said = send(client, piece, press("row", 4))[1]
    assert said["asks"]
    assert {key: said[key] for key in ("rows", "epoch", "asks", "count")} == told_by_one_that_remembers_nothing(piece)


def test_the_newest_revision_without_its_text_is_the_same_one(knitter):
    piece = keep_piece(knitter, SHAWL)
    revise(piece, 1, f"{SHAWL}\nBind off.")
    whole, bare = (Revision.objects.newest_of(knitter, piece.pk, bare=each) for each in (False, True))
    for field in Piece._meta.concrete_fields:
        assert getattr(bare.piece, field.attname) == getattr(whole.piece, field.attname), field
    assert (bare, bare.number, bare.made_at) == (whole, 2, whole.made_at)
    assert {"written", "plan"} == bare.get_deferred_fields()
    assert bare.written == whole.written


def test_the_newest_revision_of_somebody_elses_piece_is_not_found(knitter):
    piece = keep_piece(knitter, SHAWL)
    other = Knitter.objects.create_user("Wren", password="nothing to guess here")
    with pytest.raises(Http404):
        Revision.objects.newest_of(other, piece.pk, bare=True)


def test_a_query_whose_numbers_are_not_all_asked_for_is_our_own_bug():
    with pytest.raises(AssertionError, match="once"):
        Prepared(lambda piece, _copy: Event.objects.filter(piece=piece).values_list("pk"), 2).rows(1, 2)
