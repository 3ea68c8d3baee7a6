"""A resized plan in the words that it was read from: only the figures that the size changes are written anew."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from knitting.compiling import compiled
from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import lines_of
from knitting.forecast.forecast import Forecast
from knitting.needle.worked import WorkedPiece
from knitting.recognise.same_knitting import first_other
from knitting.rows import Piece
from knitting.sizing.resized_orders import ResizedOrders, without_counts
from knitting.sizing.row_ranges import NotInTheseWords, RowRanges
from knitting.sorting.roles import Role
from knitting.words.gauges import gauge_in_prose
from knitting.words.headers import header_of
from knitting.words.other_numbers import with_numbers
from knitting.words.patching import patched
from knitting.words.reader import Reading
from knitting.words.writer import Writer
from knitting.working.piece_worker import work_piece
from knitting.written import work_text

_MOST_MENDED = 12


@dataclass(frozen=True, slots=True)
class ResizedWords:
    """The words of a plan in another size, and the lines whose talk has figures that may not hold any more."""

    text: str
    outdated: tuple[int, ...]


def resized_words(text: str, before: Forecast, after: Forecast) -> ResizedWords | None:
    """The text of ``before`` as ``after`` is knitted, or nothing where more than figures would differ.

    What it gives was read and worked again: it comes to every stitch of the resized plan.
    """
    found = work_text(text)
    wanted = work_piece(compiled(after))
    if found.worked.problems or wanted.problems or len(before.stages) != len(after.stages):
        return None
    try:
        piece = _fitted(found.worked, wanted, before, after)
    except NotInTheseWords:
        return None
    if piece is None:
        return None
    words = _with_gauge(text, found.reading, after)
    written = patched(words, found.worked.piece, piece, found.reading.dialect)
    again = work_text(written).worked
    if again.problems or first_other(wanted, again) is not None:
        return None
    return ResizedWords(written, tuple(_outdated(text, found.reading)))


def _fitted(old: WorkedPiece, wanted: WorkedPiece, before: Forecast, after: Forecast) -> Piece | None:
    """The orders in the new size; rows that then come to other stitches are told as the plan tells them."""
    ranges = RowRanges(old, before, after)
    orders = ResizedOrders(old, ranges, wanted, before, after)
    piece = orders.piece()
    headers = replace(piece.headers, gauge=after.plan.gauge)
    piece = replace(piece, headers=headers)
    for _ in range(_MOST_MENDED):
        worked = work_piece(without_counts(piece))
        at = first_other(wanted, worked)
        if at is None and not worked.problems:
            return orders.with_counts(piece, worked)
        if at is None or at >= len(worked.rows):
            at = _first_wrong(worked)
        if at is None:
            return None
        mended = orders.mended(piece, worked, at)
        if mended is None:
            return None
        piece = mended
    return None


def _first_wrong(worked: WorkedPiece) -> int | None:
    """The first row on whose line something does not add up."""
    lines = {problem.where.line for problem in worked.problems}
    return next((at for at, row in enumerate(worked.rows) if row.span.line in lines), None)


def _with_gauge(text: str, reading: Reading, after: Forecast) -> str:
    """The text with the gauge of the resized plan in the line that says one."""
    gauge = after.plan.gauge
    if gauge is None or gauge == reading.piece.headers.gauge:
        return text
    lines = lines_of(text)
    for understood in reading.roles:
        at = understood.where.line - 1
        header = header_of(lines[at]) if understood.role is Role.SETTING else None
        if understood.role is Role.SETTING and _says_gauge(lines[at], header, reading.dialect):
            writer, old = Writer(reading.dialect), reading.piece.headers.gauge
            was = writer.gauge(old) if old is not None else ""
            now = writer.gauge(replace(gauge, fabric=old.fabric if old is not None else ""))
            lines[at] = with_numbers(lines[at], was, now) or now
    return "\n".join(lines)


def _says_gauge(line: str, header: tuple[str, str, int] | None, words: Dialect) -> bool:
    if header is not None and words.headers.get(header[0].lower()) == "gauge":
        return True
    return gauge_in_prose(line, words) is not None


def _outdated(text: str, reading: Reading) -> Iterator[int]:
    """Lines of talk, counted from 1, that have figures: they speak of the size that was."""
    lines = lines_of(text)
    talk = {each.where.line for each in reading.roles if each.role in (Role.TALK, Role.NOTE)}
    rows = {each.where.line for each in reading.roles if each.role in (Role.ROW, Role.ORDER)}
    for number in sorted(talk - rows):
        if any(letter.isdigit() for letter in lines[number - 1]):
            yield number
