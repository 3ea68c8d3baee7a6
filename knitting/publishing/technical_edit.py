"""A technical edit: what a careful editor would send back before a pattern goes out, each with its place."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from enum import Enum

from knitting.dialects.dialect import Dialect, dialect, dialect_codes
from knitting.dialects.tokens import lines_of
from knitting.needle.worked import WorkedPiece
from knitting.problems import Problem, Question
from knitting.publishing.materials import MARGIN, BallNeed
from knitting.rows import BindOff, FastenOff, Repeat, Row
from knitting.rows.repeat_ends import UntilCount, UntilLength
from knitting.statements import Sentence
from knitting.words.reader import Reading

_WORD = re.compile(r"[^\W\d_]{3,}")
LONGEST_TITLE = 80


class EditKind(Enum):
    """What an editor would say."""

    DOES_NOT_ADD_UP = "does not add up"
    LEFT_OPEN = "left open"
    NO_COUNT = "no count"
    OTHER_WORDS = "a word of another dialect"
    NO_TITLE = "no title"
    LONG_TITLE = "a long title"
    NO_GAUGE = "no gauge"
    LENGTH_WITHOUT_GAUGE = "a length without a gauge"
    NO_YARN = "no yarn"
    NEAR_A_BALL = "yarn near a whole ball"
    NOT_BOUND_OFF = "not bound off"
    LEFT_ON_HOLDER = "left on a holder"
    HEAD = "too small for a head"
    REPEAT_DOES_NOT_FIT = "a repeat that does not fit"
    NO_CARE = "no care"
    NO_TERMS = "no terms"


@dataclass(frozen=True, slots=True)
class EditRemark:
    """One remark. ``line`` is of the written words (0: of none), ``row`` the row's name, ``size`` the size's.

    ``word`` is what it speaks of: a word, a colour, a part, a holder; ``share`` how much yarn whole balls leave. A
    problem or a question of the words comes as it is.
    """

    kind: EditKind
    line: int = 0
    row: str = ""
    size: str = ""
    word: str = ""
    share: float = 0.0
    of: Problem | Question | Sentence | None = None


@dataclass(frozen=True, slots=True)
class Surroundings:
    """What stands about the rows: yarn by size, repeats that do not fit, an opening's head, the writer's own lines."""

    yarn: tuple[tuple[str, tuple[BallNeed, ...]], ...] = ()
    unfit: tuple[tuple[str, str], ...] = ()
    """The name of a size and of the part of it in which a repeat does not come out."""
    head: Sentence | None = None
    care: str = ""
    terms: str = ""
    gauge_told: bool = field(default=True)
    """Whether the gauge of a plan is a swatch's and no guess; written rows tell it themselves."""


def technical_edit(text: str, reading: Reading, worked: WorkedPiece, around: Surroundings) -> tuple[EditRemark, ...]:
    """Everything that an editor would send back, in reading order, what belongs to no line at the end."""
    found = [
        *(EditRemark(EditKind.DOES_NOT_ADD_UP, each.where.line, of=each) for each in worked.problems),
        *(EditRemark(EditKind.LEFT_OPEN, each.where.line, of=each) for each in worked.questions),
        *_without_count(worked),
        *_other_words(text, reading, worked),
        *_lengths(worked),
    ]
    return (*sorted(found, key=lambda each: each.line), *_of_the_whole(worked, around))


def _without_count(worked: WorkedPiece) -> Iterator[EditRemark]:
    """Rows that change the count and do not say what it is then; once a line."""
    told = {line for section in worked.piece.sections for order in section.orders for line in _told(order)}
    for line in worked.lines:
        row = worked.rows[line.first_row] if line.first_row is not None else None
        if row is not None and row.complete and line.end != line.first_start and line.line not in told:
            yield EditRemark(EditKind.NO_COUNT, line.line, row.label)


def _told(order: object) -> Iterator[int]:
    if not isinstance(order, Row | Repeat):
        span = getattr(order, "span", None)
        if span is not None:
            yield span.line
    elif order.claim or order.gain or (isinstance(order, Repeat) and isinstance(order.until, UntilCount)):
        yield order.span.line


def _other_words(text: str, reading: Reading, worked: WorkedPiece) -> Iterator[EditRemark]:
    """Words in rows and orders that belong to another dialect and not to the one that the pattern is written in."""
    lines = lines_of(text)
    own = reading.dialect
    others = [each for each in map(dialect, dialect_codes()) if each.code != own.code]
    for number in sorted({line.line for line in worked.lines}):
        if 0 < number <= len(lines):
            for word in _strange(lines[number - 1].lower(), own, others):
                yield EditRemark(EditKind.OTHER_WORDS, number, word=word)


def _strange(line: str, own: Dialect, others: Sequence[Dialect]) -> Iterator[str]:
    known = set(_WORD.findall(" ".join(own.telling))) | own.vocabulary
    for other in others:
        for phrase in other.telling:
            if phrase in line and phrase not in own.telling and not set(_WORD.findall(phrase)) <= known:
                yield phrase.strip()
        for word in dict.fromkeys(_WORD.findall(line)):
            if word in other.vocabulary and word not in known:
                yield word


def _lengths(worked: WorkedPiece) -> Iterator[EditRemark]:
    if worked.piece.headers.gauge is not None:
        return
    for section in worked.piece.sections:
        for order in section.orders:
            if isinstance(order, Repeat) and isinstance(order.until, UntilLength):
                yield EditRemark(EditKind.LENGTH_WITHOUT_GAUGE, order.span.line)


def _of_the_whole(worked: WorkedPiece, around: Surroundings) -> Iterator[EditRemark]:
    title = worked.piece.headers.title.strip()
    if not title:
        yield EditRemark(EditKind.NO_TITLE)
    elif len(title) > LONGEST_TITLE:
        yield EditRemark(EditKind.LONG_TITLE, word=title[:LONGEST_TITLE])
    if worked.piece.headers.gauge is None or not around.gauge_told:
        yield EditRemark(EditKind.NO_GAUGE)
    if not any(yarns for _, yarns in around.yarn):
        yield EditRemark(EditKind.NO_YARN)
    for size, yarns in around.yarn:
        for each in yarns:
            if each.spare < MARGIN:
                yield EditRemark(EditKind.NEAR_A_BALL, size=size, word=each.colour, share=each.spare)
    for size, part in around.unfit:
        yield EditRemark(EditKind.REPEAT_DOES_NOT_FIT, size=size, word=part)
    if around.head is not None:
        yield EditRemark(EditKind.HEAD, of=around.head)
    yield from _ends(worked)
    if not around.care.strip():
        yield EditRemark(EditKind.NO_CARE)
    if not around.terms.strip():
        yield EditRemark(EditKind.NO_TERMS)


def _ends(worked: WorkedPiece) -> Iterator[EditRemark]:
    orders = [order for section in worked.piece.sections for order in section.orders]
    ended = worked.finished or any(isinstance(order, BindOff | FastenOff) for order in orders[-2:])
    if worked.rows and worked.on_needle and not ended:
        yield EditRemark(EditKind.NOT_BOUND_OFF, worked.rows[-1].span.line)
    for name, stitches in worked.held.items():
        if stitches:
            yield EditRemark(EditKind.LEFT_ON_HOLDER, word=name)
