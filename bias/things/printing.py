"""A thing on paper, part by part: how its pieces meet, then each piece once as it is printed by itself."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django.db import transaction

from bias.printing.actions import make_parts
from bias.printing.print_parts import PrintChoices, PrintPart, chart_pages, print_parts
from bias.results import Results
from bias.results.memory import digest
from bias.things.boards import board_results, square_piece
from bias.things.models import Thing, ThingPrinting
from bias.things.page_context import thing_view

_MOST_KEPT = 3


def pieces_of(owner: Any, thing: Thing) -> Iterator[tuple[str, Results]]:
    """What comes of each piece of a thing, under the names of all pieces that are knitted by the same rows."""
    if thing.board:
        square = square_piece(thing)
        if square is not None and square.current.readable:
            yield square.title, square.results
        return
    names: dict[int, list[str]] = {}
    found: dict[int, Results] = {}
    for view in thing_view(owner, thing).members:
        if view.results is not None:
            names.setdefault(id(view.results), []).append(view.name)
            found[id(view.results)] = view.results
    for key, results in found.items():
        yield ", ".join(names[key]), results


def parts_of(owner: Any, thing: Thing, choices: PrintChoices) -> list[PrintPart]:
    """Every part of a print of a thing, in its order."""
    title = thing.title
    if thing.board:
        board = board_results(thing)
        about = {"title": title, "board": board, "drawing": board.svg(title, alone=True)}
        first = PrintPart("things/pdf_board.html", title, about)
    else:
        view = thing_view(owner, thing)
        first = PrintPart(
            "things/pdf_thing.html",
            title,
            {
                "title": title,
                "view": view,
                "drawing": view.results.svg(title, pressed=False, alone=True),
                "folded": view.results.folded_svg(title, alone=True),
            },
        )
    pieces = list(pieces_of(owner, thing))
    return [first, *(part for _, results in pieces for part in print_parts(results, choices))]


def chart_pages_of(owner: Any, thing: Thing, choices: PrintChoices) -> int:
    """How many pages the charts of all its pieces fill."""
    if not choices.chart:
        return 0
    return sum(len(chart_pages(results, choices)) for _, results in pieces_of(owner, thing) if results.worked.rows)


@transaction.atomic
def ask(owner: Any, thing: Thing, choices: PrintChoices) -> ThingPrinting:
    """A print of a thing as it stands; one that was asked for before goes on."""
    made_of = _made_of(owner, thing)
    found = thing.printings.filter(made_of=made_of, choices=choices.as_json()).order_by("-pk").first()
    if found is not None:
        return found
    wanted = len(parts_of(owner, thing, choices))
    made = thing.printings.create(choices=choices.as_json(), made_of=made_of, parts_in_all=wanted)
    older = thing.printings.order_by("-pk").values_list("pk", flat=True)[_MOST_KEPT:]
    thing.printings.filter(pk__in=list(older)).delete()
    return made


def go_on(owner: Any, printing: ThingPrinting) -> bool:
    """Make the next parts for about half a second; whether the thing is still what the print was asked of."""
    thing = printing.thing
    if not printing.ready and printing.made_of != _made_of(owner, thing):
        return False
    if not printing.ready:
        make_parts(printing, parts_of(owner, thing, PrintChoices(**printing.choices)), thing.title)
    return True


def _made_of(owner: Any, thing: Thing) -> str:
    pieces = [(name, results.text) for name, results in pieces_of(owner, thing)]
    return digest(repr((thing.title, thing.joined, thing.board, pieces)))
