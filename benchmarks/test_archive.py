"""Everything of a knitter with 300 pieces and 100,000 presses: out as a file, and in again."""

import resource
import time
from datetime import UTC, datetime, timedelta
from uuid import uuid4

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from benchmarks.pace import paced
from bias.accounts.models import Knitter
from bias.archive import incoming, outgoing
from bias.at_needles.models import Event
from bias.pieces.actions import keep_plan
from knitting.files import plan_text
from tests.knitting.planning import made

PIECES, EVENTS_EACH = 300, 334
SHAPES = ("triangle", "capelet", "mitre", "asymmetric", "yoke")


@pytest.fixture
def owner(db):
    owner = Knitter.objects.create_user("collector", password="a long pass phrase")
    plans = [plan_text(made(shape)) for shape in SHAPES]
    now = datetime(2027, 3, 1, tzinfo=UTC)
    for at in range(PIECES):
        piece = keep_plan(owner, plans[at % len(plans)], form_id=uuid4())
        events = [
            Event(id=uuid4(), piece=piece, kind="row", row=row, revision=1, happened_at=now + timedelta(minutes=row))
            for row in range(1, EVENTS_EACH + 1)
        ]
        Event.objects.bulk_create(events)
    return owner


def test_everything_goes_out_and_comes_in(owner):
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    begun = time.perf_counter()
    out = outgoing.ask(owner)
    longest = 0.0
    while not out.ready:
        step = time.perf_counter()
        out = outgoing.go_on(out)
        longest = max(longest, time.perf_counter() - step)
    took = time.perf_counter() - begun
    data = out.path.read_bytes()
    print(f"\nout: {took:.1f} s of 20, the longest step {longest:.2f} s, {len(data) / 1e6:.1f} MB")
    other = Knitter.objects.create_user("other", password="a long pass phrase")
    begun = time.perf_counter()
    taken = incoming.look_at(other, SimpleUploadedFile("bias.zip", data))
    while not taken.ready:
        taken = incoming.go_on(taken)
    came = time.perf_counter() - begun
    grew = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1_000
    print(f"in, with every id exchanged: {came:.1f} s of 60; {grew:.0f} MB more memory of 200")
    assert Event.objects.filter(piece__owner=other).count() == PIECES * EVENTS_EACH
    assert took < paced(20)
    assert came < paced(60)
    assert grew < 200
