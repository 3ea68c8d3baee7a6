"""The bars that say where one is: the rooms of a piece with their pages, and the menu of the piece."""

from __future__ import annotations

from typing import Any

from django import template

from bias.at_needles.actions import last_events
from bias.home.rooms import ROOMS, keys_of, room_of
from bias.pieces.models import Piece

register = template.Library()


AT_THE_NEEDLE = ("chart",)
"""Pages that open at the row that is on the needle."""


def needle_row(piece: Piece) -> int:
    """The row of a piece that comes next; 0 where none was worked yet."""
    rows = last_events(piece.current, 1)[1].rows
    return rows + 1 if rows else 0


@register.inclusion_tag("home/_rooms.html", takes_context=True)
def rooms(context: dict[str, Any], on: str) -> dict[str, Any]:
    """The rooms of the ``piece`` of a page, the pages of the room that the page ``on`` stands in, and the menu."""
    piece = context["piece"]
    here = room_of(on)
    planned = here is not None and here.varies and piece.is_planned
    shown = [{"room": room, "link": room.pages[0].link(piece, planned), "here": room is here} for room in ROOMS]
    pages = here.pages_of(planned) if here else ()
    row = needle_row(piece) if any(page.key in AT_THE_NEEDLE for page in pages) else 0
    return {
        "piece": piece,
        "on": on,
        "rooms": shown,
        "pages": [
            {
                "page": page,
                "link": page.link(piece, planned) + (f"?row={row}" if row and page.key in AT_THE_NEEDLE else ""),
                "here": page.key == on,
            }
            for page in pages
        ],
        "keys": keys_of(on),
        "knits": here is not None and here.key == "needles",
        "asked": context.get("asked", ""),
        "back": context["request"].get_full_path(),
        "request": context["request"],
        "csrf_token": context.get("csrf_token"),
    }
