"""What goes on with stitches that were picked up: those of further edges and corners, and how it was told."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, span_of
from knitting.problems import Span
from knitting.rows import CastOn, Marking, MarkStitches, Order
from knitting.words.order_makers import number_in
from knitting.words.slots import Slots


def further_edge(
    slots: Slots, dialect: Dialect, tokens: tuple[Token, ...], at: int, last: Order | None
) -> tuple[CastOn, int] | None:
    """ "... and 2 stitches from the cast-on edge", after stitches that were picked up elsewhere; the place after it."""
    if not _is_pick_up(last):
        return None
    many = slots.form("pick_up_more", tokens, at)
    if many is None or many[1] >= len(tokens) or tokens[many[1]].text not in dialect.classes["alongside"]:
        return None
    where = slots.form("pick_up_where", tokens, many[1])
    if where is None:
        return None
    span = span_of(tokens[at : where[1]])
    return CastOn(number_in(many[0], "n"), span, picked_up=True, manner=str(where[0]["manner"])), where[1]


def marker_after(slots: Slots, tokens: tuple[Token, ...], at: int, orders: Sequence[Order]) -> int | None:
    """The place after "pm" that follows stitches which were picked up and has more of them behind it."""
    if not orders or not _is_pick_up(orders[-1]):
        return None
    found = slots.form("place", tokens, at)
    return found[1] if found is not None else None


def with_marks(orders: Sequence[Order], marks: Sequence[int]) -> list[Order]:
    """Orders with the marks between stitches that were picked up, as soon as all of these are there.

    ``marks`` are the places in ``orders`` that they were read at. Behind the last stitches is no place for one.
    """
    found: list[Order] = []
    positions: list[int] = []
    picked = 0
    for at, order in enumerate(orders):
        if positions and not _is_pick_up(order):
            found.append(_marks(positions, found[-1].span))
            positions, picked = [], 0
        if at in marks and picked:
            positions.append(picked + 1)
        picked = picked + order.count if isinstance(order, CastOn) and order.picked_up else 0
        found.append(order)
    return [*found, _marks(positions, found[-1].span)] if positions else found


def _marks(positions: Sequence[int], span: Span) -> MarkStitches:
    return MarkStitches(tuple(dict.fromkeys(positions)), span, Marking.BEFORE)


def tells_how(tokens: tuple[Token, ...], at: int, last: Order | None) -> bool:
    """Whether what follows tells how stitches were picked up (": 47 ridges, one in each"): that is no row to work."""
    return at > 0 and tokens[at - 1].text == ":" and _is_pick_up(last)


def _is_pick_up(order: Order | None) -> bool:
    return isinstance(order, CastOn) and order.picked_up
