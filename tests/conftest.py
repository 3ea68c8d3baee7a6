"""Shared by every test."""

import pytest

from bias.results import forget_all
from tests.searching import begin

begin()


@pytest.hookimpl(trylast=True)
def pytest_collection_modifyitems(items):
    """The killed server first: it mostly waits, and at the end it would wait alone."""
    items.sort(key=lambda item: "strength" not in item.path.parts)


@pytest.fixture(autouse=True)
def nothing_kept(request):
    """No test sees the results that another one left; what a page works out is the same whoever asked first."""
    if "browser" not in request.path.parts:
        forget_all()
