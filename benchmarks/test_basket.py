"""How soon a basket of a thousand pieces opens: the first time, once its cards are kept, and each further twenty."""

from __future__ import annotations

from itertools import cycle
from pathlib import Path
from time import perf_counter

import pytest
from django.test import Client

from benchmarks.pace import paced
from benchmarks.test_speed import median
from bias.accounts.household import household_knitter
from bias.pieces.models import Piece, Revision
from bias.results import forget_all

PIECES = 1_000
FIRST_S, HOME_S, MORE_S, MOST_BYTES = 0.5, 0.2, 0.15, 250_000
DEMO = sorted((Path(__file__).parents[1] / "demo").glob("*.txt"))


def fill(pieces: int) -> None:
    """So many pieces of the demo's kinds, each with a title of its own."""
    owner, kinds = household_knitter(), cycle(path.read_text("utf-8") for path in DEMO)
    made = Piece.objects.bulk_create(Piece(owner=owner, title=f"Piece {number}") for number in range(pieces))
    texts = (f"# copy {piece.pk}\n{next(kinds)}" for piece in made)
    Revision.objects.bulk_create(
        Revision(piece=piece, number=1, written=text) for piece, text in zip(made, texts, strict=True)
    )


def taken(client: Client, address: str, **headers: str) -> float:
    began = perf_counter()
    assert client.get(address, headers=headers).status_code == 200
    return perf_counter() - began


@pytest.mark.django_db
def test_a_basket_of_a_thousand_pieces_opens_at_once(settings):
    settings.BIAS_CARD_SECONDS = 0.12  # as it is in use
    client = Client()
    taken(client, "/")
    fill(PIECES)
    first = taken(client, "/")
    waiting = client.get("/").content.decode().count("is-waiting")
    while "is-waiting" in client.get("/").content.decode():
        pass
    forget_all()
    home = median(lambda: taken(client, "/"), 5)
    size = len(client.get("/").content)
    more = [taken(client, f"/?page={page}", **{"HX-Request": "true"}) for page in (2, 3)]
    for page in (2, 3):
        while "is-waiting" in client.get(f"/?page={page}").content.decode():
            pass
    kept = [taken(client, f"/?page={page}", **{"HX-Request": "true"}) for page in (2, 3)]
    print(
        f"\n{PIECES} pieces: first {first * 1000:.0f} ms, {waiting} of 20 still to draw, then {home * 1000:.0f} ms, "
        f"{size / 1000:.0f} kB; a further twenty {max(more) * 1000:.0f} ms, kept {max(kept) * 1000:.0f} ms"
    )
    assert first < paced(FIRST_S)
    assert home < paced(HOME_S)
    assert size < MOST_BYTES
    assert max(kept) < paced(MORE_S)
