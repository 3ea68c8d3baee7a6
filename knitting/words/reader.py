"""The one way from text to a piece: lines to headers, sections, rows and orders."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from knitting.dialects.detection import detect
from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import MOST_BYTES, MOST_IN_LINE, MOST_LINES, Token, lines_of, span_of, tokens_of
from knitting.nearest import nearest_word
from knitting.problems import Problem, ProblemKind, Span, TextMend, in_reading_order, unreadable
from knitting.rows import Order, Piece, Section
from knitting.statements import Sentence, sentence
from knitting.words.headers import HeaderReader, header_of
from knitting.words.orders import order_reader
from knitting.words.row_reader import head_of, read_row
from knitting.words.writer import say_cast_on

_MOST_PROBLEMS = 200
_MOST_KEPT = 16_384


@dataclass(frozen=True, slots=True)
class Reading:
    """A piece as read, and what could not be read."""

    piece: Piece
    problems: tuple[Problem, ...]
    dialect: Dialect


def read(text: str, words: Dialect | None = None) -> Reading:
    """Read written rows; whatever the text, the answer is a piece and a list of problems.

    The dialect is the one given, or the one that the text is written in.

    >>> reading = read("Cast on 5 sts.\\nRow 1: Knit.")
    >>> len(reading.piece.sections[0].orders), reading.problems
    (2, ())
    """
    reader = _Reader(words or detect(text))
    size = len(text.encode("utf-8", "replace"))
    if size > MOST_BYTES:
        reader.say(
            ProblemKind.TOO_LONG,
            Span(1, 1),
            sentence(
                "The text has {size:,} bytes and at most {most_bytes:,} are read.", size=size, most_bytes=MOST_BYTES
            ),
            sentence("Bring it in as several pieces."),
        )
        return reader.reading()
    for number, line_text in enumerate(lines_of(text), start=1):
        if reader.said >= _MOST_PROBLEMS or number > MOST_LINES:
            message = sentence(
                "Reading stopped at line {number}: at most {most:,} lines are read.", number=number, most=MOST_LINES
            )
            if number <= MOST_LINES:
                message = sentence(
                    "Reading stopped at line {number}: too much before it could not be read.", number=number
                )
            reader.say(ProblemKind.TOO_LONG, Span(number, 1), message)
            break
        reader.line(number, line_text)
    return reader.reading()


class _Reader:
    def __init__(self, words: Dialect) -> None:
        self.dialect = words
        self.headers = HeaderReader(words)
        self.problems: list[Problem] = []
        self.notes: list[tuple[Span, str]] = []
        self.unknown_keys: list[Span] = []
        self.sections: list[tuple[str, list[Order]]] = [("", [])]

    @property
    def begun(self) -> bool:
        return any(orders for _, orders in self.sections)

    @property
    def said(self) -> int:
        """How many problems there are by now."""
        return len(self.problems) + len(self.headers.problems)

    def reading(self) -> Reading:
        sections = tuple(Section(name, tuple(orders)) for name, orders in self.sections if orders or not name)
        piece = Piece(self.headers.headers(), sections, tuple(self.notes))
        if self.unknown_keys and not self.begun:
            message = sentence("No cast-on and no row could be found, only lines such as this one.")
            knit = self.dialect.word("stitches", "k")
            row = self.dialect.heads[self.dialect.of_class("row", 1)].one
            hint = sentence(
                "Begin with '{cast_on}' and a row such as '{row} 1: {knit}.'",
                cast_on=say_cast_on(41, self.dialect),
                row=row,
                knit=knit.capitalize(),
            )
            self.say(ProblemKind.NO_CAST_ON, self.unknown_keys[0], message, hint)
        problems = in_reading_order([*self.problems, *self.headers.problems])
        return Reading(piece, problems, self.dialect)

    def say(self, kind: ProblemKind, span: Span, message: Sentence, hint: Sentence | None = None) -> None:
        self.problems.append(unreadable(kind, span, message, hint))

    def line(self, number: int, line_text: str) -> None:
        stripped = line_text.strip()
        if not stripped:
            return
        if len(line_text) > MOST_IN_LINE:
            message = sentence(
                "The line has {letters:,} characters and at most {most:,} are read.",
                letters=len(line_text),
                most=MOST_IN_LINE,
            )
            self.say(ProblemKind.TOO_LONG, Span(number, 1), message)
            return
        whole = Span(number, len(line_text) - len(line_text.lstrip()) + 1, len(stripped))
        header = header_of(line_text)
        meaning = self.dialect.headers.get(header[0].lower(), "") if header else ""
        if header and not meaning and not self.begun and self.headers.names_a_fabric(header[0]):
            meaning = "fabric"
        if stripped.startswith("#") or meaning == "note":
            self.notes.append((whole, stripped))
        elif header and meaning == "section":
            self.sections.append((header[1], []))
        elif header and meaning and not self.begun:
            self.headers.take(header[0], header[1], whole)
            self.dialect = self.headers.dialect
        else:
            self._worked_line(number, line_text, whole)

    def _worked_line(self, number: int, line_text: str, whole: Span) -> None:
        found = _read_line(self.dialect, number, line_text)
        self.sections[-1][1].extend(found.orders)
        self.problems.extend(found.problems)
        if not found.rest:
            return
        header = header_of(line_text)
        if header and not self.begun:
            self.unknown_keys.append(whole)
            self.headers.take(header[0], header[1], whole)
        else:
            self.problems.append(_cannot_read(found.rest, line_text, self.dialect))


@dataclass(frozen=True, slots=True)
class _LineRead:
    orders: tuple[Order, ...]
    problems: tuple[Problem, ...] = ()
    rest: tuple[Token, ...] = ()


@lru_cache(maxsize=_MOST_KEPT)
def _read_line(words: Dialect, number: int, line_text: str) -> _LineRead:
    """What one line says; while a text is edited, the lines that stay as they are need no second reading."""
    colon = line_text.find(":")
    head = head_of(line_text[: colon + 1] if colon > 0 else line_text, number, words)
    if head is not None:
        row, problems = read_row(head, number, line_text[head.end - 1 :], head.end, words)
        return _LineRead((row,), tuple(problems))
    tokens = tokens_of(line_text, number)
    orders, rest = order_reader(words).read(tokens)
    return _LineRead(tuple(orders), (), rest)


def _cannot_read(tokens: Sequence[Token], line_text: str, words: Dialect) -> Problem:
    span = span_of(tuple(tokens))
    said = line_text[span.column - 1 : span.end - 1]
    said = said if len(said) <= 60 else said[:59] + "…"
    first = tokens[0].text
    near = nearest_word(first, order_reader(words).openings) if first.isascii() and first.isalpha() else ""
    head, note = words.heads[words.of_class("row", 1)].one, words.word("headers", "note").capitalize()
    hint = sentence(
        "A row begins with its name, such as '{head} 3:'. What is not to be worked begins with '{note}:'.",
        head=head,
        note=note,
    )
    mends: tuple[TextMend, ...] = (TextMend(Span(span.line, span.column), f"{note}: "),)
    if near and near != first:
        near = near.capitalize() if tokens[0].raw[:1].isupper() else near
        hint, mends = sentence("Did you mean '{near}'?", near=near), (TextMend(tokens[0].span, near), *mends)
    return unreadable(ProblemKind.CANNOT_READ, span, sentence("'{said}' cannot be read.", said=said), hint, mends=mends)
