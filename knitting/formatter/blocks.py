"""Rows that are written over and over, each once: wrong-side rows gathered, equal blocks pointed to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from knitting.needle.worked import WorkedPiece
from knitting.problems import Span
from knitting.rows import Order, Piece, Repeat, Row, SameAs, Section, Side, Step
from knitting.rows.without_places import without_places

_LONGEST_BLOCK = 24
_FEWEST_GATHERED = 2


def wrong_side_gathered(piece: Piece, worked: WorkedPiece) -> Piece:
    """Equal wrong-side rows of a section as one, "Row 2 and all WS rows"."""
    sides = {row.span: row.side for row in worked.rows}
    return replace(piece, sections=tuple(_gathered(section, sides) for section in piece.sections))


def _gathered(section: Section, sides: dict[Span, Side]) -> Section:
    rows = [order for order in section.orders if isinstance(order, Row)]
    if any(row.gathered for row in rows):
        return section
    even = [row for row in rows if _single(row) and row.numbers[0] % 2 == 0 and sides.get(row.span) is Side.WS]
    by_words: dict[object, list[Row]] = {}
    for row in even:
        by_words.setdefault(_words(row), []).append(row)
    equal = max(by_words.values(), key=len, default=[])
    if len(equal) < _FEWEST_GATHERED:
        return section
    first = equal[0]
    called = _called_later(section.orders)
    dropped = {row.span for row in equal[1:] if called[row.numbers[0]]}
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


def blocks_folded(piece: Piece, worked: WorkedPiece) -> Piece:
    """Rows that repeat the ones before them as "Rows 5-12: Repeat rows 3 and 4 4 times", equal ones as one."""
    return replace(piece, sections=tuple(_folded(section) for section in piece.sections))


def _folded(section: Section) -> Section:
    keys = _keys(section.orders)
    found: list[Order] = []
    at = 0
    while at < len(section.orders):
        best = _best_block(keys, at)
        if best is None:
            found.append(section.orders[at])
            at += 1
            continue
        period, times = best
        found += _fold(section.orders, at, period, times)
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
