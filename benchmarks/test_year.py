"""What a request costs as the tables grow: ten knitters on a server beside a thousand with a year of knitting."""

from __future__ import annotations

from statistics import median
from time import perf_counter

import pytest
from django.test import Client

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
from tests.bias.pressing import SHAWL, press, send
from tests.bias.year import lay_out

_FEW, _MANY, _PIECES, _ROWS = 10, 1_000, 6, 20
_TIMES = 25


def _cost(client: Client, piece) -> dict[str, float]:
    """Milliseconds of a press and of the pages that are asked for most, the middle of many."""
    row = iter(range(1, 10_000))
    asks = {
        "a press": lambda: send(client, piece, press("row", 1 + next(row) % 25)),
        "the basket": lambda: client.get("/"),
        "a search": lambda: client.get("/?q=quay"),
        "the needles": lambda: client.get(f"/pieces/{piece.pk}/needles/"),
        "the yarns": lambda: client.get("/yarns/"),
    }
    found = {}
    for name, ask in asks.items():
        ask()
        took = []
        for _ in range(_TIMES):
            begun = perf_counter()
            ask()
            took.append((perf_counter() - begun) * 1000)
        found[name] = median(took)
    return found


@pytest.mark.django_db
def test_a_year_of_a_thousand_knitters_makes_no_request_dearer():
    client, wren = Client(), household_knitter()
    pieces = [keep_piece(wren, SHAWL.replace("Quay", f"Quay {at}")) for at in range(5)]
    lay_out(_FEW, _PIECES, _ROWS)
    few = _cost(client, pieces[0])
    lay_out(_MANY - _FEW, _PIECES, _ROWS)
    many = _cost(client, pieces[0])
    for name, took in many.items():
        print(f"\n{name}: {few[name]:.1f} ms with {_FEW} knitters, {took:.1f} ms with {_MANY}", end="")
    print()
    assert not {name: took / few[name] for name, took in many.items() if took > 1.5 * few[name]}
