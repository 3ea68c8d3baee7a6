"""How soon long texts are compared, and nonsense answered: each beside a limit of one second."""

from __future__ import annotations

import pytest
from django.test import Client

from benchmarks.pace import paced
from benchmarks.test_speed import median
from bias.pieces.differences import line_differences
from bias.results import forget_all, results_of_words
from tests.bias.long_texts import LONG_TEXTS, NONSENSE

LIMIT_S = 1.0


@pytest.mark.parametrize(("old", "new"), LONG_TEXTS)
def test_the_difference_of_long_texts(old, new):
    one, other = results_of_words(old), results_of_words(new)
    taken = median(lambda: line_differences(one, other), 3)
    print(f"\na difference: {taken * 1000:.0f} ms")
    assert taken < paced(LIMIT_S)


@pytest.mark.django_db
@pytest.mark.parametrize("words", NONSENSE, ids=[ascii(words[:24]) for words in NONSENSE])
def test_nonsense(words):
    client = Client()
    client.get("/bring-in/")

    def check() -> None:
        forget_all()
        client.post("/bring-in/check/", {"words": words})

    taken = median(check, 3)
    print(f"\nnonsense: {taken * 1000:.0f} ms")
    assert taken < paced(LIMIT_S)
