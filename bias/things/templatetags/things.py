"""What other pages show of things: what can be begun, and the thing that a piece is of."""

from __future__ import annotations

from typing import Any

from django import template

from bias.pieces.models import Piece
from bias.things.models import Member, Thing
from knitting.assembly.ready_made import READY_MADE

register = template.Library()
_MOST_SHOWN = 12


@register.simple_tag
def ready_made_things() -> list[Any]:
    """The things that can be begun, in their order."""
    return list(READY_MADE.values())


@register.simple_tag
def things_of(owner: Any) -> list[Thing]:
    """The things in a knitter's basket, the last touched first."""
    return list(Thing.objects.of(owner).in_basket()[:_MOST_SHOWN])


@register.simple_tag
def thing_of(piece: Piece, copy: int) -> Member | None:
    """The thing that a copy of a piece is of, by its membership; ``None`` where it is of none, and nothing is asked."""
    if not piece.joined:
        return None
    members = list(Member.objects.filter(piece=piece, thing__put_away_at=None).select_related("thing"))
    return next((member for member in members if member.copy == copy), members[0] if members else None)
