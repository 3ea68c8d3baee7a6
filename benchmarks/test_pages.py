"""The page of a piece of 250,000 stitches: server time, and what goes over the wire."""

from __future__ import annotations

import gzip
import time

import pytest
from django.test import Client

from benchmarks.test_speed import TEXT
from bias.joining.household import household_knitter
from bias.keeping.actions import keep_piece
from bias.workbench import workout


@pytest.mark.django_db
@pytest.mark.parametrize("address", ["/pieces/{}/", "/pieces/{}/needles/", "/pieces/{}/words/"])
def test_page_of_a_large_piece(address):
    piece = keep_piece(household_knitter(), TEXT)
    client = Client()
    client.get("/")
    workout.cache_clear()
    start = time.perf_counter()
    answer = client.get(address.format(piece.pk), headers={"accept-encoding": "gzip"})
    first = time.perf_counter() - start
    start = time.perf_counter()
    client.get(address.format(piece.pk))
    again = time.perf_counter() - start
    body = gzip.decompress(answer.content)
    wire = f"{len(answer.content) / 1000:.0f} kB of {len(body) / 1000:.0f}"
    print(f"\n{address}: {first * 1000:.0f} ms, again {again * 1000:.0f} ms; {wire}")
    assert first < 0.250
    assert len(answer.content) < 300_000
