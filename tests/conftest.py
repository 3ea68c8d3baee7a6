"""Shared by every test."""

import pytest

from bias.results import forget_all
from tests.searching import begin

begin()


@pytest.fixture(autouse=True)
def nothing_kept():
    """No test sees the results that another one left."""
    forget_all()
