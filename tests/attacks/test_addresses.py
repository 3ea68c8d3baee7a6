"""Every address of the site, told from the urls, in every way of asking: as nobody, and as another knitter."""

import pytest
from django.test import Client

from bias.at_needles.models import Event
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch
from bias.printing.models import Printing
from bias.writing.models import Draft
from bias.yarns.models import Lot, PieceYarn, Yarn
from tests.addresses import address, patterns

WAYS = ("get", "head", "post", "put", "patch", "delete", "options", "trace")
OPEN = {
    "health",
    "account_login",
    "account_logout",
    "account_signup",
    "account_inactive",
    "account_reset_password",
    "account_reset_password_done",
    "account_reset_password_from_key",
    "account_reset_password_from_key_done",
    "account_confirm_email",
    "account_email_verification_sent",
    "forgotten",
    "join",
    "service-worker",
    "manifest",
    "shared",
    "shared-words",
    "shared-chart",
    "shared-copied",
    "shared-group",
    "shared-pattern",
    "technique",
    "techniques",
}
"""What is open to somebody who is not signed in; what is shared to who has the link (``test_sharing``)."""
NOTHING_HERE = {302, 403, 404, 405}
EVERY = {pattern.name: pattern for pattern in patterns()}


def everything():
    """How much is kept of everybody."""
    return [table.objects.count() for table in (Piece, Revision, Sketch, Draft, Event, Printing, Yarn, Lot, PieceYarn)]


@pytest.fixture
def theirs(planned, settings):
    """The addresses of what the household has, while people sign in."""
    settings.BIAS_HOUSEHOLD = False
    made = Printing.objects.create(revision=planned.current, choices={}, parts_in_all=1)
    yarn = Yarn.objects.create(owner=planned.owner, name="Kelp", ball_grams=50, ball_metres=90)
    known = {"piece_id": planned.pk, "printing_id": made.pk, "yarn_id": yarn.pk}
    return {name: address(pattern, known) for name, pattern in EVERY.items()}


@pytest.mark.parametrize("way", WAYS)
def test_nobody_is_let_in_anywhere(client, theirs, way):
    before = everything()
    for name, where in theirs.items():
        answer = getattr(client, way)(where)
        if name not in OPEN:
            assert answer.status_code == 302, (way, where)
            assert answer["Location"].startswith("/sign-in/"), (way, where)
    assert everything() == before


@pytest.mark.parametrize("way", WAYS)
def test_another_knitter_finds_nothing_of_a_piece_or_a_yarn(theirs, django_user_model, way):
    stranger = Client(raise_request_exception=False)
    stranger.force_login(django_user_model.objects.create_user("stranger", password="a long enough word"))
    before = everything()
    for name, where in theirs.items():
        if {"piece_id", "yarn_id"} & EVERY[name].pattern.converters.keys():
            answer = getattr(stranger, way)(where)
            assert answer.status_code in NOTHING_HERE - {302}, (way, where)
    assert everything() == before
