"""As the tables grow: no page reads a table from end to end, none works more pieces than it shows."""

import re

import pytest
from django.core.cache import cache
from django.db import connection
from django.test.utils import CaptureQueriesContext

from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.results import forget_all, results_of_words
from bias.results.memory import known
from bias.sharing.actions import share
from bias.things.actions import begin_own
from tests.bias.pressing import SHAWL, press, send
from tests.bias.year import lay_out
from tests.database_faults import of_sqlite

PAGES = (
    "/", "/?q=quay", "/?chapter=Chapter+1", "/?shelf=finished", "/find/?q=quay", "/yarns/", "/yarns/{yarn}/", "/ways/",
    "/put-away/", "/chapters/", "/everything/",
    "/pieces/{piece}/", "/pieces/{piece}/words/", "/pieces/{piece}/words/revisions/", "/pieces/{piece}/needles/",
    "/pieces/{piece}/needles/log/", "/pieces/{piece}/yarn/", "/pieces/{piece}/share/",
    "/pieces/{piece}/instalments/", "/pieces/{piece}/remarks/", "/things/{thing}/", "/shared/{secret}/",
)  # fmt: skip
WHOLE = re.compile(r"^SCAN (?:TABLE )?(\w+)(?! USING)")
"""How SQLite says that it reads a table, or an index of it, from end to end."""


@pytest.fixture
def year(client, knitter, settings):
    """A server with other knitters, and one of ours; what stands in the addresses of her pages."""
    lay_out(knitters=5, pieces=4, rows=3)
    client.force_login(knitter)
    pieces = [keep_piece(knitter, SHAWL.replace("Quay shawl", f"Quay shawl {at}")) for at in range(3)]
    yarn = knitter.yarns.create(name="Kelp", ball_grams=50, ball_metres=90)
    thing = begin_own(knitter, "Two", pieces[:2])
    cache.clear()
    return {"piece": pieces[0].pk, "yarn": yarn.pk, "thing": thing.pk, "secret": share(pieces[2], None, False)}


def read_whole(asked):
    """The tables that a statement reads from end to end, by the plan that the database makes for it."""
    if not asked["sql"].startswith("SELECT"):
        return set()
    with connection.cursor() as cursor:
        cursor.execute(f"EXPLAIN QUERY PLAN {asked['sql']}")
        steps = [row[3] for row in cursor.fetchall()]
    return {found[1] for step in steps if (found := WHOLE.match(step)) and not step.startswith("SCAN (")}


@of_sqlite
@pytest.mark.parametrize("page", PAGES)
def test_no_page_reads_a_table_from_end_to_end(client, year, page):
    with CaptureQueriesContext(connection) as asked:
        answer = client.get(page.format(**year))
    assert answer.status_code == 200, page
    assert len(asked) > 1
    found = {each["sql"][:300]: whole for each in asked.captured_queries if (whole := read_whole(each))}
    assert not found, "\n".join(f"{tables}: {sql}" for sql, tables in found.items())


@of_sqlite
def test_no_press_reads_a_table_from_end_to_end(client, year):
    piece = Piece.objects.get(pk=year["piece"])
    with CaptureQueriesContext(connection) as asked:
        assert send(client, piece, press("row", 1))[0] == 200
    assert not [each["sql"] for each in asked.captured_queries if read_whole(each)]


def test_a_page_of_the_basket_works_no_more_pieces_than_it_shows(client, knitter):
    for at in range(45):
        keep_piece(knitter, SHAWL.replace("14 more times", f"{at} more times"))
    forget_all()
    client.get("/?q=quay")
    worked = [piece for piece in Piece.objects.all() if known(results_of_words, piece.current.written) is not None]
    assert 0 < len(worked) <= 20
