"""A household with a planned and a written piece, and a stranger who knows the addresses."""

import pytest
from django.test import Client

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece, keep_plan
from tests.bias.changing import SHAWL
from tests.bias.pressing import SHAWL as WORDS


@pytest.fixture
def knitter(db):
    return household_knitter()


@pytest.fixture
def client():
    """A browser that is answered as a server would answer it: with a page, whatever breaks."""
    return Client(raise_request_exception=False)


@pytest.fixture
def planned(knitter):
    return keep_plan(knitter, SHAWL)


@pytest.fixture
def written(knitter):
    return keep_piece(knitter, WORDS)
