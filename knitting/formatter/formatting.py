"""The whole piece edited, and proven to come to the same rows."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from knitting.formatter.blocks import blocks_folded, folded
from knitting.formatter.row_words import edited
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.problems import NOWHERE, Span
from knitting.rows import Claim, Order, Piece, Repeat, Row, SameAs, Side, Step, UntilCount
from knitting.rows.lists import different_steps
from knitting.rows.without_places import SharedByWords
from knitting.working.comparison import differing_rows
from knitting.working.piece_worker import work_piece

_First = dict[Span, tuple[WorkedRow, WorkedRow]]
"""For each place in the text, the first and the last row that was worked from it."""

_MOST_EDITED = 6_000
"""Different steps up to which a piece is edited."""


def format_piece(worked: WorkedPiece) -> Piece:
    """The piece as a good editor would print it, with the same rows under the same numbers.

    Words that do not add up are left as they are: what they mean is not known. So are those of a pattern in which
    more is different than an editor can weigh in a moment.
    """
    if worked.problems or not worked.rows or different_steps(worked.piece) > _MOST_EDITED:
        return worked.piece
    edited_rows = _rows_edited(worked)
    piece = _if_the_same(worked, edited_rows, folded)
    if piece is edited_rows:  # gathered rows may come out otherwise where a section is worked in another order
        piece = _if_the_same(worked, edited_rows, blocks_folded)
    return _if_the_same(worked, piece, _counted)


def _if_the_same(worked: WorkedPiece, piece: Piece, edit: Callable[[Piece, WorkedPiece], Piece]) -> Piece:
    """The piece after one more edit, or before it where the rows would not be the same."""
    after = edit(piece, worked)
    if after == piece:
        return piece
    again = work_piece(after, gauge=worked.piece.headers.gauge)
    return piece if again.problems or differing_rows(worked, again) else after


def _rows_edited(worked: WorkedPiece) -> Piece:
    """Every row's words edited; a row that would come out otherwise keeps its own."""
    kept: set[Span] = set()
    firsts = _first_and_last(worked.rows)
    words = SharedByWords[Needle, tuple[Step, ...]](edited)

    def one(row: Row) -> Row:
        return row if row.span in kept else _edited_row(row, firsts, words)

    while True:
        piece = _with_rows(worked.piece, one)
        again = work_piece(piece, gauge=worked.piece.headers.gauge)
        wrong = {worked.rows[min(at, len(worked.rows) - 1)].span for at in differing_rows(worked, again)}
        wrong |= {problem.where for problem in again.problems}
        found = {row.span for row in _rows(piece) if row.span in wrong or row.span.line in {w.line for w in wrong}}
        if not wrong:
            return piece
        if found <= kept:
            return worked.piece
        kept |= found


def _edited_row(row: Row, firsts: _First, words: SharedByWords[Needle, tuple[Step, ...]]) -> Row:
    known = firsts.get(row.span)
    if known is None:
        return row
    before = known[0].before
    return replace(row, steps=words.of(row.steps, before if known[0].side is Side.RS else before.turned()))


def _rows(piece: Piece) -> list[Row]:
    return [order for section in piece.sections for order in section.orders if isinstance(order, Row)]


def _with_rows(piece: Piece, change: Callable[[Row], Row]) -> Piece:
    def one(order: Order) -> Order:
        return change(order) if isinstance(order, Row) else order

    return replace(piece, sections=tuple(replace(s, orders=tuple(map(one, s.orders))) for s in piece.sections))


def _first_and_last(rows: Sequence[WorkedRow]) -> _First:
    found: _First = {}
    for row in rows:
        first = found.get(row.span, (row, row))[0]
        found[row.span] = (first, row)
    return found


def _counted(piece: Piece, worked: WorkedPiece) -> Piece:
    """Counts at the ends of the rows that change, and of the repeats that do not name theirs."""
    again = work_piece(piece, gauge=worked.piece.headers.gauge)
    by_place = _by_place(again.rows)
    starts = {count.line: count.first_start for count in again.lines}
    by_line = {count.line: again.rows[count.last_row].end for count in again.lines if count.last_row is not None}

    def one(order: Order) -> Order:
        if isinstance(order, Row | SameAs):
            times = order.times if isinstance(order, Row) and not order.numbers else len(order.numbers)
            gathered = isinstance(order, Row) and order.gathered
            rows = by_place.get(order.span, [])[:times]
            return replace(order, claim=_claim_of(rows) if rows and not gathered else None)
        if isinstance(order, Repeat) and isinstance(order.until, UntilCount):
            begin = starts.get(order.span.line, 0)
            return replace(order, until=replace(order.until, remain=begin > order.until.count))
        if isinstance(order, Repeat):
            end = by_line.get(order.span.line)
            changed = order.claim or end != starts.get(order.span.line)
            return replace(order, claim=Claim(end, NOWHERE) if end and changed else None)
        return order

    sections = (replace(section, orders=tuple(map(one, section.orders))) for section in piece.sections)
    return replace(piece, sections=tuple(sections))


def _by_place(rows: Sequence[WorkedRow]) -> dict[Span, list[WorkedRow]]:
    """The rows worked from each place in the text, in their order."""
    found: dict[Span, list[WorkedRow]] = {}
    for row in rows:
        found.setdefault(row.span, []).append(row)
    return found


def _claim_of(rows: Sequence[WorkedRow]) -> Claim | None:
    """The count after some rows, where they change it."""
    last = rows[-1]
    if last.end == rows[0].before.total or not last.end:
        return None
    return Claim(last.end, NOWHERE, last.parts if 1 < len(last.parts) < last.end else ())
