"""Shared by every test."""

import pytest

from bias.results import results_of_words


@pytest.fixture(autouse=True)
def empty_workbench():
    """No test sees what another one left on the workbench."""
    results_of_words.cache_clear()
