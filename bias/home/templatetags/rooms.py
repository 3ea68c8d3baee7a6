"""The bars that say where one is: the rooms of a piece with their pages, and the menu of the piece."""

from __future__ import annotations

from typing import Any

from django import template

from bias.home.rooms import ROOMS, keys_of, room_of

register = template.Library()


@register.inclusion_tag("home/_rooms.html", takes_context=True)
def rooms(context: dict[str, Any], on: str) -> dict[str, Any]:
    """The rooms of the ``piece`` of a page, the pages of the room that the page ``on`` stands in, and the menu."""
    piece = context["piece"]
    here = room_of(on)
    planned = here is not None and here.varies and piece.is_planned
    shown = [{"room": room, "link": room.pages[0].link(piece, planned), "here": room is here} for room in ROOMS]
    pages = here.pages_of(planned) if here else ()
    return {
        "piece": piece,
        "on": on,
        "rooms": shown,
        "pages": [{"page": page, "link": page.link(piece, planned), "here": page.key == on} for page in pages],
        "keys": keys_of(on),
        "knits": here is not None and here.key == "needles",
        "asked": context.get("asked", ""),
        "back": context["request"].get_full_path(),
        "request": context["request"],
        "csrf_token": context.get("csrf_token"),
    }
