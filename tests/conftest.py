"""Shared by every test."""

import pytest
from hypothesis import HealthCheck, settings

from bias.results import results_of_words

# How long something takes is measured in benchmarks/: here the tests run beside others.
settings.register_profile("bias", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("bias")


@pytest.fixture(autouse=True)
def nothing_kept():
    """No test sees the results that another one left."""
    results_of_words.cache_clear()
