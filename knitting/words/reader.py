"""The one way from text to a piece: lines to headers, sections, rows and orders."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from knitting.dialects.detection import detect
from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import MOST_BYTES, MOST_IN_LINE, MOST_LINES, Token, lines_of, span_of
from knitting.problems import NOWHERE, Problem, ProblemKind, Span, in_reading_order, unreadable
from knitting.rows import CastOn, Order, Piece, Row, SameAs, Section, Tab
from knitting.sorting.headings import heading_of, looks_like_heading
from knitting.sorting.roles import Role, Understood
from knitting.statements import Sentence, sentence
from knitting.tidying import TidyLine, tidied
from knitting.tidying.sizes import ONE_SIZE, Sizes, sizes_of
from knitting.tidying.tidy import Begins
from knitting.words.beginnings import beginnings
from knitting.words.gauges import gauge_in_prose
from knitting.words.headers import HeaderReader, header_of
from knitting.words.like_sections import likeness, under
from knitting.words.line_reader import LineRead, problem_in_text, read_in_text, read_line
from knitting.words.own_stitches import definition_of, is_abbreviation, own_stitches
from knitting.words.unread_lines import cannot_read
from knitting.words.writer import say_cast_on

_MOST_PROBLEMS = 200
_NOT_KNITTING = frozenset({Role.TALK, Role.HEADING})


@dataclass(frozen=True, slots=True)
class Reading:
    """A piece as read, and what could not be read."""

    piece: Piece
    problems: tuple[Problem, ...]
    dialect: Dialect
    roles: tuple[Understood, ...] = ()
    sizes: Sizes = ONE_SIZE


def read(text: str, words: Dialect | None = None, size: int | None = None) -> Reading:
    """Read written rows; whatever the text, the answer is a piece and a list of problems.

    The dialect is the one given, or the one that the text is written in. Of several sizes the one that the text names
    is read, or the first; ``size`` asks for another, from 0.

    >>> reading = read("Cast on 5 sts.\\nRow 1: Knit.")
    >>> len(reading.piece.sections[0].orders), reading.problems
    (2, ())
    """
    words = own_stitches(lines_of(text)[:MOST_LINES], words or detect(text))
    reader = _Reader(words)
    length = len(text.encode("utf-8", "replace"))
    if length > MOST_BYTES:
        reader.say(
            ProblemKind.TOO_LONG,
            Span(1, 1),
            sentence(
                "The text has {size:,} bytes and at most {most_bytes:,} are read.", size=length, most_bytes=MOST_BYTES
            ),
            sentence("Bring it in as several pieces."),
        )
        return reader.reading()
    lines = lines_of(text)
    reader.lines = lines
    reader.sizes = sizes_of(lines[:MOST_LINES], reader.dialect, size)
    for line in tidied(lines[:MOST_LINES], reader.dialect, beginnings(reader.dialect), reader.sizes):
        if reader.said >= _MOST_PROBLEMS:
            reader.stop(
                line.number,
                sentence("Reading stopped at line {number}: too much before it could not be read.", number=line.number),
            )
            break
        reader.line(line)
    else:
        if len(lines) > MOST_LINES:
            number = MOST_LINES + 1
            reader.stop(
                number,
                sentence(
                    "Reading stopped at line {number}: at most {most:,} lines are read.", number=number, most=MOST_LINES
                ),
            )
    return reader.reading()


class _Reader:
    def __init__(self, words: Dialect) -> None:
        self.dialect = words
        self.plain = words.with_stitches({})
        self.headers = HeaderReader(words)
        self.problems: list[Problem] = []
        self.notes: list[tuple[Span, str]] = []
        self.unknown_keys: list[Span] = []
        self.roles: list[Understood] = []
        self.heading: tuple[TidyLine, Span] | None = None
        self.titled = False
        self.lines: list[str] = []
        self.sizes = ONE_SIZE
        self.sections = [_SectionRead()]

    @property
    def begun(self) -> bool:
        return any(section.orders for section in self.sections)

    @property
    def said(self) -> int:
        """How many problems there are by now."""
        return len(self.problems) + len(self.headers.problems)

    def reading(self) -> Reading:
        self._end_heading(None)
        for section in self.sections:
            if section.name and not section.orders:  # a heading over nothing but talk
                self.notes.append((section.where, section.name))
        sections = tuple(
            Section(section.name, tuple(section.orders), section.copies)
            for section in self.sections
            if section.orders or not section.name
        )
        piece = Piece(self.headers.headers(), sections, tuple(sorted(self.notes, key=lambda note: note[0].line)))
        strange = self.unknown_keys or [each.where for each in self.roles if each.role in _NOT_KNITTING]
        if strange and not self.begun and not self.problems:
            message = sentence("No cast-on and no row could be found, only lines such as this one.")
            knit = self.dialect.word("stitches", "k")
            row = self.dialect.row_head
            hint = sentence(
                "Begin with '{cast_on}' and a row such as '{row} 1: {knit}.'",
                cast_on=say_cast_on(41, self.dialect),
                row=row,
                knit=knit.capitalize(),
            )
            self.say(ProblemKind.NO_CAST_ON, strange[0], message, hint)
        problems = in_reading_order([*self.problems, *self.headers.problems])
        roles = tuple(sorted(self.roles, key=lambda each: each.where))
        return Reading(piece, problems, self.dialect, roles, self.sizes)

    def say(self, kind: ProblemKind, span: Span, message: Sentence, hint: Sentence | None = None) -> None:
        self.problems.append(unreadable(kind, span, message, hint))

    def stop(self, number: int, why: Sentence) -> None:
        """Nothing is read from a line on."""
        self.say(ProblemKind.TOO_LONG, Span(number, 1), why)

    def line(self, line: TidyLine) -> None:
        """Read one line."""
        if len(line.text) > MOST_IN_LINE:
            message = sentence(
                "The line has {letters:,} characters and at most {most:,} are read.",
                letters=len(line.text),
                most=MOST_IN_LINE,
            )
            self.say(ProblemKind.TOO_LONG, Span(line.number, 1), message)
            return
        self._end_heading(line)
        stripped = line.text.strip()
        whole = line.in_text(Span(line.number, len(line.text) - len(line.text.lstrip()) + 1, len(stripped)))
        header = header_of(line.text)
        meaning = self._meaning(header[0]) if header else ""
        raw = self.lines[line.number - 1]
        if meaning and meaning != "section" and line.text != raw:  # what is kept is kept as it was typed
            header, stripped = header_of(raw) or header, raw.strip()
        if header and not meaning and not self.begun and self.headers.names_a_fabric(header[0]):
            meaning = "fabric"
        if stripped.startswith("#") or meaning == "note":
            self.notes.append((whole, stripped if stripped.startswith("#") or header is None else header[1]))
            self._understood(whole, Role.NOTE)
        elif self.dialect.own and definition_of(line.text, self.plain) is not None:
            self._understood(whole, Role.SETTING)
        elif is_abbreviation(line.text, self.dialect) and beginnings(self.dialect).of_line(line.text) is None:
            self._understood(whole, Role.TALK)
        elif header and meaning == "section":
            self.sections.append(_SectionRead(*self._copies(header[1]), whole))
            self._understood(whole, Role.HEADING)
        elif header and meaning and not self.begun and (header[1] or meaning not in ("increase", "decrease")):
            self.headers.take(header[0], header[1], whole)
            self.dialect = self.headers.dialect
            self._understood(whole, Role.SETTING)
        else:
            self._worked_line(line, whole)

    def _meaning(self, key: str) -> str:
        """What a header sets; one of a yarn may name it: "Yarn A"."""
        words = key.lower().split()
        found = self.dialect.headers.get(" ".join(words), "")
        if not found and len(words) == 2 and self.dialect.headers.get(words[0]) == "yarn" and not self.begun:
            return "yarn"
        return found

    def _worked_line(self, line: TidyLine, whole: Span) -> None:
        found = read_line(self.dialect, line.number, line.text, self.begun)
        if not line.in_place:
            found = read_in_text(found, line)
        self.sections[-1].orders.extend(found.orders)
        self.problems.extend(found.problems)
        if found.orders or found.problems:
            is_row = isinstance(found.orders[0], Row | SameAs) if found.orders else True
            self._understood(whole, Role.ROW if is_row else Role.ORDER)
        if found.orders or found.problems:
            for span in found.talk:
                self._understood(span, Role.TALK)
            self.notes += [(whole, words) for words in found.said]
            self._unread(found.unread, line)
            return
        self._wordy_line(found, line, whole)

    def _wordy_line(self, found: LineRead, line: TidyLine, whole: Span) -> None:
        """A line without a row and without an order: a heading, a setting in words, talk, or something unread."""
        header = header_of(line.text)
        in_prose = None if self.begun else gauge_in_prose(line.text, self.dialect)
        if in_prose is not None and self.headers.gauge is None:
            self.headers.take_gauge(in_prose)
            self._understood(whole, Role.SETTING)
        elif self._may_be_heading(line, found):
            self.heading = line, whole
        elif header and header[1] and not self.begun:
            self.unknown_keys.append(whole)
            self.headers.take(header[0], header[1], whole)
            self._understood(whole, Role.SETTING)
        elif found.unread:
            self._unread(found.unread, line)
        else:
            self._set_aside(line, whole)

    def _copies(self, name: str) -> tuple[str, int]:
        """The name of a section as it is written, and how many copies it asks for behind it: "Panel (make 2)"."""
        bare, copies = heading_of(name, self.dialect)
        said = f" ({self.dialect.counting['copies'].format(n=copies)})"
        return (bare, copies) if copies and name == bare + said else (name, 0)

    def _set_aside(self, line: TidyLine, whole: Span) -> None:
        """A line that asks for nothing: it is kept as a note."""
        self.notes.append((whole, line.text.strip()))
        self._understood(whole, Role.TALK)

    def _as_section(self, tokens: tuple[Token, ...], line: TidyLine) -> bool:
        """ "Work as for the first square": the rows of a part that was read, under this line; its cast-on only where
        nothing is on the needle of this part yet."""
        parts = [Section(each.name or self.headers.title, tuple(each.orders)) for each in self.sections[:-1]]
        found = likeness(tokens, parts, self.dialect)
        if found is None:
            return False
        where = line.in_text(span_of(tokens))
        begun = any(isinstance(order, CastOn | Tab) for order in self.sections[-1].orders)
        first, *others = under(found.sections, where, begun)
        self.sections[-1].orders.extend(first.orders)
        self.sections.extend(_SectionRead(each.name, each.copies, where, list(each.orders)) for each in others)
        self._understood(where, Role.ORDER, sentence("The rows of '{part}' are worked.", part=found.name))
        return True

    def _unread(self, unread: Sequence[tuple[Token, ...]], line: TidyLine) -> None:
        for tokens in unread:
            if self._as_section(tokens, line):
                continue
            problem = cannot_read(tokens, line.text, self.dialect)
            if not line.in_place:
                problem = problem_in_text(problem, line)
            self.problems.append(problem)
            self._understood(problem.where, Role.UNREAD)

    def _understood(self, where: Span, role: Role, sense: Sentence | None = None) -> None:
        self.roles.append(Understood(where, role, sense))

    # -- headings ---------------------------------------------------------------------------------------

    def _may_be_heading(self, line: TidyLine, found: LineRead) -> bool:
        copies = heading_of(line.text, self.dialect)[1]
        return (not found.unread or copies > 0) and looks_like_heading(line.text, self.dialect)

    def _end_heading(self, following: TidyLine | None) -> None:
        """A heading waits for the line after it: before a row or an order it begins a section, else it is talk."""
        if self.heading is None:
            return
        (line, whole), self.heading = self.heading, None
        name, copies = heading_of(line.text, self.dialect)
        begins = beginnings(self.dialect).of_line(following.text) if following is not None else None
        first = not self.titled and not self.begun and len(self.sections) == 1
        self.titled = True
        if first and not self.headers.title and not copies and not line.text.rstrip().endswith(":"):
            self.headers.title = name
            self._understood(whole, Role.HEADING)
        elif begins in (Begins.ROW, Begins.BARE_HEAD, Begins.ORDER):
            self.sections.append(_SectionRead(name, copies, whole))
            sense = (
                sentence("{copies} of this part are made; the rows are those of one.", copies=copies)
                if copies
                else None
            )
            self._understood(whole, Role.HEADING, sense)
        else:
            self._set_aside(line, whole)


@dataclass(slots=True)
class _SectionRead:
    """A section so far; ``where`` is its heading."""

    name: str = ""
    copies: int = 0
    where: Span = NOWHERE
    orders: list[Order] = field(default_factory=list)
