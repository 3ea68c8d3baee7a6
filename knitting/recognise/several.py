"""Several pieces of one text, each a plan of its own."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from knitting.needle.worked import WorkedPiece
from knitting.recognise.recognition import Recognition, recognise
from knitting.rows import CastOn, Piece, Repeat, Row, SameAs, Section, Stretch, Tab
from knitting.working.piece_worker import work_piece


@dataclass(frozen=True)
class RecognisedPart:
    """One of several pieces: what it is called, the plan of it or why there is none, and the last line of its rows."""

    title: str
    found: Recognition
    last_line: int


def recognise_each(worked: WorkedPiece) -> tuple[RecognisedPart, ...]:
    """The pieces of a text with several cast-ons, in their order; none where it has one, or does not add up."""
    parts = list(_parts(worked.piece)) if not worked.problems else []
    if len(parts) < 2:
        return ()
    gauge = worked.piece.headers.gauge
    return tuple(
        RecognisedPart(part.title, recognise(work_piece(part, gauge=gauge)), _last_line(part)) for part in parts
    )


def _last_line(part: Piece) -> int:
    return max(order.span.line for section in part.sections for order in section.orders)


def _parts(piece: Piece) -> Iterator[Piece]:
    """The piece cut before every cast-on that comes after rows."""
    groups: list[list[Section]] = [[]]
    worked = False
    for section in piece.sections:
        groups[-1].append(replace(section, orders=()))
        for order in section.orders:
            if worked and (isinstance(order, Tab) or (isinstance(order, CastOn) and not order.picked_up)):
                groups.append([replace(section, orders=())])
                worked = False
            worked = worked or isinstance(order, Row | SameAs | Repeat | Stretch)
            last = groups[-1][-1]
            groups[-1][-1] = replace(last, orders=(*last.orders, order))
    for number, sections in enumerate(groups, start=1):
        held = [section for section in sections if section.orders]
        name = next((section.name for section in held if section.name), str(number))
        title = f"{piece.title}, {name}" if piece.title else name
        yield replace(piece, headers=replace(piece.headers, title=title), sections=tuple(held), notes=())
