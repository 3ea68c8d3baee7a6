"""Nonsense in every form: how long the longest answer takes, and what the process holds in the end."""

from __future__ import annotations

import resource
import time

import pytest
from django.test import Client

from benchmarks.pace import paced
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece, keep_plan
from tests.attacks.forms import forms_of
from tests.attacks.test_nonsense import WORST
from tests.bias.changing import SHAWL
from tests.bias.pressing import SHAWL as WORDS

_MOST_S, _MOST_MB = 1.0, 300.0
_HEAVY = ["\n" * 190_000, "\n".join(f"Fabric f{at}: k2, yo, k2tog / k4" for at in range(6300))[:199_000], "k " * 99_000]


@pytest.mark.django_db
def test_nonsense_in_every_form():
    """Each value in each field of each form; a text that is as long as may be in each that takes words."""
    knitter, client = household_knitter(), Client(raise_request_exception=False)
    pieces = [keep_plan(knitter, SHAWL).pk, keep_piece(knitter, WORDS).pk]
    took: list[tuple[float, str]] = []
    for form in forms_of(client, pieces):
        if "put-away" in form.to:
            continue
        for field in form.fields:
            for value in [*WORST[::4], *(_HEAVY if field in ("words", "text", "typed") else ())]:
                begun = time.perf_counter()
                status = client.post(form.to, {**form.fields, field: value}).status_code
                took.append((time.perf_counter() - begun, f"{status} {form.to} {field}={value[:20]!r}"))
    held = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    took.sort(reverse=True)
    print(f"\n{len(took)} answers, the longest in {took[0][0] * 1000:.0f} ms ({took[0][1]}); {held:.0f} MB at most")
    assert took[0][0] < paced(_MOST_S)
    assert held < _MOST_MB
