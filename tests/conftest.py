"""Shared by every test."""

import pytest

from bias.results import results_of_words
from tests.searching import begin

begin()


@pytest.fixture(autouse=True)
def nothing_kept():
    """No test sees the results that another one left."""
    results_of_words.cache_clear()
