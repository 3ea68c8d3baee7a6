"""Every address of a piece or a thing, told from the urls: others find nothing there, nor who is not signed in."""

import pytest

from bias.pieces.actions import keep_plan
from bias.printing.models import Printing
from bias.things.actions import begin_own
from tests.addresses import address, patterns
from tests.bias.test_planning import SHAWL

OWNED = {pattern.name: pattern for pattern in patterns() if {"piece_id", "thing_id"} & set(pattern.pattern.converters)}
NOT_SO_ASKED = 405


@pytest.fixture
def theirs(knitter, django_user_model):
    """The address of everything that a stranger has, by name."""
    stranger = django_user_model.objects.create_user("stranger", password="a long enough word")
    piece = keep_plan(stranger, SHAWL)
    made = Printing.objects.create(revision=piece.current, choices={}, parts_in_all=1)
    thing = begin_own(stranger, "Hers", [piece])
    known = {"piece_id": piece.pk, "printing_id": made.pk, "thing_id": thing.pk}
    return {name: address(pattern, known) for name, pattern in OWNED.items()}


@pytest.mark.parametrize("name", OWNED)
def test_what_another_knitter_has_is_not_there(client, theirs, name):
    answers = [client.get(theirs[name]).status_code, client.post(theirs[name]).status_code]
    assert set(answers) in ({404}, {404, NOT_SO_ASKED}), f"'{name}' must find pieces of the signed-in knitter alone."


def test_a_number_larger_than_any_is_not_there(client, knitter):
    for pattern in OWNED.values():
        for number in (2**31, 2**63, 10**40):
            names = ("piece_id", "printing_id", "row", "row_group", "number", "thing_id")
            where = address(pattern, dict.fromkeys(names, number))
            assert (client.get(where).status_code, client.post(where).status_code) == (404, 404), where


@pytest.mark.parametrize("name", OWNED)
def test_nobody_is_let_in_without_signing_in(client, theirs, settings, name):
    settings.BIAS_HOUSEHOLD = False
    for answer in (client.get(theirs[name]), client.post(theirs[name])):
        assert answer.status_code == 302
        assert answer.headers["Location"].startswith("/sign-in/")
