"""Problems: what is said to the knitter when words or rows do not add up.

A problem is a value, collected beside the result; an exception means a bug of ours.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from enum import Enum
from typing import ClassVar, Protocol, TypeVar

from knitting.statements import Statement


class ProblemKind(Enum):
    """The stable slug of a problem, as published in the JSON."""

    CANNOT_READ = "cannot-read"
    UNKNOWN_STITCH = "unknown-stitch"
    TOO_FEW_STITCHES = "too-few-stitches"
    STITCHES_LEFT_OVER = "stitches-left-over"
    WRONG_COUNT = "wrong-count"
    WRONG_PARTS = "wrong-parts"
    NO_MARKER = "no-marker"
    MARKER_IN_THE_WAY = "marker-in-the-way"
    NO_CENTRE = "no-centre"
    NEVER_REACHED = "never-reached"
    STEPPED_PAST = "stepped-past"
    WRONG_SIDE = "wrong-side"
    ROW_TWICE = "row-twice"
    ROW_MISSING = "row-missing"
    NO_CAST_ON = "no-cast-on"
    NOT_A_MULTIPLE = "not-a-multiple"
    COLOUR_UNKNOWN = "colour-unknown"
    NOTHING_TO_LIFT = "nothing-to-lift"
    AMBIGUOUS = "ambiguous"
    TOO_LONG = "too-long"


@dataclass(frozen=True, slots=True, order=True)
class Span:
    """A stretch of the text: line and column count from 1, length in characters."""

    line: int
    column: int
    length: int = 0

    @property
    def end(self) -> int:
        """The column just after the stretch."""
        return self.column + self.length

    def to(self, other: Span) -> Span:
        """The stretch from the start of this one to the end of another on the same line."""
        if other.line != self.line:
            return self
        return Span(self.line, self.column, max(other.end, self.end) - self.column)

    def within(self, body: Span) -> Span:
        """The same stretch in the text, where this one counts from the start of a row's body.

        A stretch within a body has no line (0), so that equal bodies have equal steps wherever they stand.
        """
        return self if self.line else Span(body.line, body.column + self.column - 1, self.length)


NOWHERE = Span(0, 1)
"""The place of what was never written, and the start of a row's body."""


class Facts(Statement):
    """What a problem is about: one class a sentence, with the figures of it."""

    __slots__ = ()
    kind: ClassVar[ProblemKind]


@dataclass(frozen=True, slots=True)
class Mend:
    """A replacement of a stretch of the text that would mend a problem; what is put there, its kinds say."""

    span: Span


@dataclass(frozen=True, slots=True)
class TextMend(Mend):
    """The same as text."""

    text: str


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing that does not add up: where, what, and what would mend it.

    ``row`` is the head of the worked row ("Row 2") and ``time`` which time of it; both are empty
    (``""`` and 0) where the trouble is in the reading and no row was worked.
    """

    where: Span
    facts: Facts
    mends: tuple[Mend, ...] = ()
    row: str = ""
    time: int = 0

    @property
    def kind(self) -> ProblemKind:
        """Its slug."""
        return self.facts.kind

    def in_row(self, row: str, time: int) -> Problem:
        """The same problem, said of one worked row."""
        return replace(self, row=row, time=time)

    def within(self, body: Span) -> Problem:
        """The same problem with its places counted in the text instead of in a row's body."""
        mends = tuple(replace(mend, span=mend.span.within(body)) for mend in self.mends)
        return replace(self, where=self.where.within(body), mends=mends)


@dataclass(frozen=True, slots=True)
class Unreadable(Facts):
    """Words that cannot be read: why, and what would be read instead. The reader, who knows the words, says so."""

    kind: ProblemKind  # type: ignore[misc]
    why: Statement
    hint: Statement | None = None


@dataclass(frozen=True, slots=True)
class Question:
    """What is asked, where, and what may be answered: the first answer is taken until another one is pressed."""

    where: Span
    asks: Statement
    answers: tuple[Mend, ...]
    row: str = ""


@dataclass(frozen=True, slots=True)
class InSize(Facts):
    """What does not add up in another size than the chosen one."""

    kind: ProblemKind  # type: ignore[misc]
    size: str
    facts: Facts


def unreadable(
    kind: ProblemKind, where: Span, why: Statement, hint: Statement | None = None, mends: tuple[TextMend, ...] = ()
) -> Problem:
    """A problem of reading."""
    return Problem(where, Unreadable(kind, why, hint), mends)


def said_row(row: str, time: int) -> str:
    """A worked row as it is said in a sentence.

    >>> said_row("Row 2", 14), said_row("Row 2", 1)
    ('row 2, the 14th time', 'row 2')
    """
    name = row[:1].lower() + row[1:]
    return name if time < 2 else f"{name}, the {ordinal(time)} time"


def ordinal(number: int) -> str:
    """A number as a place in a row.

    >>> [ordinal(n) for n in (1, 2, 3, 11, 22)]
    ['1st', '2nd', '3rd', '11th', '22nd']
    """
    ending = "th" if number % 100 in (11, 12, 13) else {1: "st", 2: "nd", 3: "rd"}.get(number % 10, "th")
    return f"{number}{ending}"


def plural(number: int, word: str) -> str:
    """A number with its word.

    >>> plural(1, "stitch"), plural(2, "stitch"), plural(3, "row")
    ('1 stitch', '2 stitches', '3 rows')
    """
    if number == 1:
        return f"1 {word}"
    return f"{number} {word}{'es' if word.endswith('ch') else 's'}"


class _Placed(Protocol):
    @property
    def where(self) -> Span: ...


Placed = TypeVar("Placed", bound=_Placed)


def in_reading_order(problems: Iterable[Placed]) -> tuple[Placed, ...]:
    """The problems in the order in which a reader meets them."""
    return tuple(sorted(problems, key=lambda problem: (problem.where.line, problem.where.column)))
