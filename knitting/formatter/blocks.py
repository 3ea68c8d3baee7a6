"""Rows that are written over and over, each once: wrong-side rows gathered, equal blocks pointed to.

No row points to one that stands nowhere in words of its own.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from knitting.needle.worked import WorkedPiece
from knitting.problems import Span
from knitting.rows import Order, Piece, Repeat, Row, SameAs, Section, Side, Step
from knitting.rows.without_places import without_places

_LONGEST_BLOCK = 24
_FEWEST_GATHERED = 2


def folded(piece: Piece, worked: WorkedPiece) -> Piece:
    """Each section in the fewest lines: its equal blocks pointed to, or its wrong-side rows gathered, or both."""
    sides = {row.span: row.side for row in worked.rows}
    return replace(piece, sections=tuple(_shortest(section, sides) for section in piece.sections))


def blocks_folded(piece: Piece, _: WorkedPiece) -> Piece:
    """Rows that repeat the ones before them as "Rows 5-12: Repeat rows 3 and 4 4 times", equal ones as one."""
    return replace(piece, sections=tuple(_folded(section) for section in piece.sections))


def _shortest(section: Section, sides: dict[Span, Side]) -> Section:
    blocks = _folded(section)
    ways = [blocks, _gathered(blocks, sides), _equal_joined(_gathered(_written_out(section), sides))]
    return min(ways, key=lambda way: len(way.orders))


# -- wrong-side rows ---------------------------------------------------------------------------------------


def _gathered(section: Section, sides: dict[Span, Side]) -> Section:
    """Equal wrong-side rows of a section as one, "Row 2 and all WS rows"."""
    rows = [order for order in section.orders if isinstance(order, Row)]
    if any(row.gathered for row in rows):
        return section
    models = {number for order in section.orders if isinstance(order, SameAs) for number in order.model}
    even = [row for row in rows if _single(row) and row.numbers[0] % 2 == 0 and sides.get(row.span) is Side.WS]
    by_words: dict[object, list[Row]] = {}
    for row in even:
        by_words.setdefault(_words(row), []).append(row)
    equal = max(by_words.values(), key=len, default=[])
    if len(equal) < _FEWEST_GATHERED:
        return section
    first = equal[0]
    called = _called_later(section.orders)
    dropped = {row.span for row in equal[1:] if called[row.numbers[0]] and row.numbers[0] not in models}
    if not dropped:
        return section
    gathered = replace(first, gathered=True, head="gathered_ws", side=None, claim=None)
    orders = [gathered if order is first else order for order in section.orders]
    return replace(section, orders=tuple(o for o in orders if not (isinstance(o, Row) and o.span in dropped)))


def _called_later(orders: Sequence[Order]) -> Counter[int]:
    """For each row number, how many orders after it call for it: a later number, or a repeat."""
    found: Counter[int] = Counter()
    for at, order in enumerate(orders):
        if isinstance(order, Row) and len(order.numbers) == 1:
            number = order.numbers[0]
            for later in orders[at + 1 :]:
                if isinstance(later, Row | SameAs) and later.numbers and later.numbers[0] > number:
                    found[number] += 1
                    break
                if isinstance(later, Repeat) and number in later.numbers:
                    found[number] += 1
                    break
    return found


def _equal_joined(section: Section) -> Section:
    """Equal rows one after another, with gathered rows between them, as one: "Rows 3, 5 and 7"."""
    joined: list[Order] = []
    for order in section.orders:
        last = joined[-1] if joined else None
        if isinstance(last, Row) and isinstance(order, Row) and _follows(order, last):
            numbers = (*last.numbers, *order.numbers)
            joined[-1] = replace(last, numbers=numbers, claim=None)
        else:
            joined.append(order)
    return replace(section, orders=tuple(joined))


def _follows(row: Row, before: Row) -> bool:
    """Whether a row could be told with the one before it, the wrong-side rows between them being gathered."""
    alike = _single(row) and not row.gathered and before.times == 1 and not before.note and not before.gathered
    if not alike or not before.numbers or _words(row) != _words(before):
        return False
    numbers = (*before.numbers, *row.numbers)
    return all(later == earlier + 2 for earlier, later in pairwise(numbers))


# -- equal blocks ------------------------------------------------------------------------------------------


def _written_out(section: Section) -> Section:
    """Rows that only point to another written row, in its words."""
    known: dict[int, Row] = {}
    orders: list[Order] = []
    for order in section.orders:
        if isinstance(order, SameAs) and len(order.numbers) == 1 and order.model[0] in known and order.gain is None:
            model = known[order.model[0]]
            order = replace(
                model,
                name=order.name,
                numbers=order.numbers,
                span=order.span,
                side=order.side,
                colour=order.colour,
                claim=order.claim,
                head=order.head,
            )
        if isinstance(order, Row) and _single(order) and not order.gathered:
            known[order.numbers[0]] = order
        orders.append(order)
    return replace(section, orders=tuple(orders))


def _folded(section: Section) -> Section:
    written = _written_out(section).orders
    keys = _keys(written)
    found: list[Order] = []
    at = 0
    while at < len(written):
        best = _best_block(keys, at)
        if best is None:
            found.append(section.orders[at])
            at += 1
            continue
        period, times = best
        found += _fold(written, at, period, times)
        at += period * times
    return replace(section, orders=tuple(found))


def _keys(orders: Sequence[Order]) -> list[tuple[int, int] | None]:
    """For each order that is one numbered row: what it says, as a number of its own, less its place.

    Equal first figures mean equal words; equal second ones that the row numbers go on without a gap.
    """
    said: dict[object, int] = {}
    found: list[tuple[int, int] | None] = []
    for place, order in enumerate(orders):
        if isinstance(order, Row) and _single(order) and not order.gathered:
            found.append((said.setdefault(_words(order), len(said)), order.numbers[0] - place))
        else:
            found.append(None)
    return found


def _best_block(keys: Sequence[tuple[int, int] | None], at: int) -> tuple[int, int] | None:
    """Length and times of the block from ``at`` that spares most rows."""
    best, most = None, 0
    for period in range(1, min((len(keys) - at) // 2, _LONGEST_BLOCK) + 1):
        end = at + period
        # Each row is the one a block before it, for as long as that holds.
        while end < len(keys) and keys[end] is not None and keys[end] == keys[end - period]:
            end += 1
        times = (end - at) // period
        spared = (times - 1) * period
        if times > 1 and spared > most and None not in keys[at : at + period]:
            best, most = (period, times), spared
    return best


def _fold(orders: Sequence[Order], at: int, period: int, times: int) -> list[Order]:
    block = [order for order in orders[at : at + period] if isinstance(order, Row)]
    last = orders[at + period * times - 1]
    assert isinstance(last, Row)
    first = block[0]
    numbers = tuple(range(first.numbers[0], last.numbers[0] + 1))
    if period == 1:
        return [replace(first, numbers=numbers, claim=None)]
    model = numbers[:period] * (times - 1)
    return [*block, SameAs(first.name, numbers[period:], model, last.span, claim=None, head=first.head)]


def _single(row: Row) -> bool:
    return len(row.numbers) == 1 and row.times == 1 and not row.note


def _words(row: Row) -> tuple[Step | str | bool, ...]:
    """What makes two rows the same but for number, side and count."""
    return (*without_places(row.steps), row.name, row.colour, row.in_round)
