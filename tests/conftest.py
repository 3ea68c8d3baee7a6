"""Shared by every test."""

import pytest

from bias.results import workout


@pytest.fixture(autouse=True)
def empty_workbench():
    """No test sees what another one left on the workbench."""
    workout.cache_clear()
