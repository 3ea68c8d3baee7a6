"""A count behind every row of a printed pattern, where an editor would leave most of them out."""

from __future__ import annotations

from dataclasses import replace

from knitting.needle.worked import LineCount, WorkedPiece
from knitting.problems import NOWHERE
from knitting.rows import Claim, Order, Piece, Row


def counted_everywhere(worked: WorkedPiece) -> Piece:
    """The piece of a text with a count behind every row: what there is after its first time.

    Rows that state a count, and those that do not add up, stay as they are.
    """
    lines = {line.line: line for line in worked.lines}
    sections = tuple(
        replace(section, orders=tuple(_counted(order, lines, worked) for order in section.orders))
        for section in worked.piece.sections
    )
    return replace(worked.piece, sections=sections)


def _counted(order: Order, lines: dict[int, LineCount], worked: WorkedPiece) -> Order:
    if not isinstance(order, Row) or order.claim is not None or order.gain is not None:
        return order
    line = lines.get(order.span.line)
    if line is None or line.first_row is None or not line.complete:
        return order
    return replace(order, claim=Claim(worked.rows[line.first_row].end, NOWHERE))
