"""Pages through Django's client, signed in as the household's knitter."""

from decimal import Decimal

import pytest
from django.core.cache import cache
from django.test import Client

from bias.accounts.household import household_knitter
from bias.home.demo import load_demo
from bias.pieces.actions import keep_piece
from bias.yarns.models import Yarn

WORDS = "Title: Quay cloth\nCast on 5 sts.\nRow 1: K2, yo, k to end.\nRepeat row 1 until there are 30 sts.\nBind off.\n"


@pytest.fixture
def knitter(db):
    return household_knitter()


@pytest.fixture
def client():
    """A browser without its own CSRF leave: forms must carry their token where it matters."""
    return Client()


@pytest.fixture
def piece(knitter):
    return keep_piece(knitter, WORDS)


@pytest.fixture
def demo(knitter):
    return load_demo(knitter)


@pytest.fixture
def kelp(knitter):
    yarn = Yarn.objects.create(
        owner=knitter, name="Kelp", ball_grams=50, ball_metres=100, colour="#40706a", weight=3, price=Decimal("6.50")
    )
    yarn.lots.create(name="7", whole=3, opened_grams=12)
    return yarn


@pytest.fixture
def no_tries():
    """Nothing was tried in vain before, nor is after."""
    cache.clear()
    yield
    cache.clear()
