"""How often the database is asked: each thing is read once for a request."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from bias.pieces.actions import keep_piece
from tests.bias.pressing import SHAWL, press, send

_BOUNDS = ("SAVEPOINT", "RELEASE", "BEGIN", "COMMIT")


@pytest.fixture
def shawl(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    send(client, piece, *[press("row", row) for row in range(1, 5)])
    return piece


def statements(ask):
    """What reads or writes; where a transaction begins and ends is not counted."""
    with CaptureQueriesContext(connection) as asked:
        ask()
    return [each["sql"] for each in asked.captured_queries if not each["sql"].startswith(_BOUNDS)]


def test_a_press_asks_eight_times_at_most(client, shawl):
    asked = statements(lambda: send(client, shawl, press("row", 5)))
    assert any("INSERT" in sql for sql in asked)
    assert len(asked) <= 8, "\n".join(asked)


@pytest.mark.parametrize("page", ["", "now/", "log/", "count/", "lost/", "rows.json"])
def test_a_page_at_the_needles_asks_six_times_at_most(client, shawl, page):
    asked = statements(lambda: client.get(f"/pieces/{shawl.pk}/needles/{page}"))
    assert len(asked) <= 6, "\n".join(asked)
