"""Rows that are written over and over, each once: wrong-side rows gathered, equal blocks pointed to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from knitting.needle.worked import WorkedPiece
from knitting.problems import Span
from knitting.rows import Order, Piece, Repeat, Row, SameAs, Section, Side, Step
from knitting.rows.unplaced import unplaced

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
    words, times = next(iter(Counter(_words(row) for row in even).most_common(1)), (None, 0))
    if words is None or times < _FEWEST_GATHERED:
        return section
    equal = [row for row in even if _words(row) == words]
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
    orders = list(section.orders)
    at = 0
    while at < len(orders):
        best = _best_block(orders, at)
        if best is not None:
            period, times = best
            orders[at : at + period * times] = _fold(orders, at, period, times)
            at += period
        else:
            at += 1
    return replace(section, orders=tuple(orders))


def _best_block(orders: Sequence[Order], at: int) -> tuple[int, int] | None:
    """Length and times of the block from ``at`` that spares most rows."""
    run = 0
    words: list[tuple[object, ...]] = []
    while at + run < len(orders):
        order = orders[at + run]
        first = orders[at]
        if not (isinstance(order, Row) and isinstance(first, Row) and _single(order)):
            break
        if order.gathered or order.numbers[0] != first.numbers[0] + run:
            break
        words.append(_words(order))
        run += 1
    best, most = None, 0
    for period in range(1, min(run // 2, _LONGEST_BLOCK) + 1):
        times = 1
        while words[:period] == words[period * times : period * (times + 1)]:
            times += 1
        spared = (times - 1) * period
        if spared > most and (period > 1 or times > 1):
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
    return (*unplaced(row.steps), row.name, row.colour, row.in_round)
