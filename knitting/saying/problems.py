"""Problems in words: what is wrong, in the reader's dialect, and what would mend it as text."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from knitting.dialects.dialect import Dialect, dialect
from knitting.needle.worked import WorkedPiece
from knitting.problems import InSize, Mend, Problem, ProblemKind, Span, TextMend, Unreadable, said_row
from knitting.rows.replacements import (
    CountInstead,
    GaugeHeader,
    NumberInstead,
    OrderInstead,
    ShapingHeader,
    SideInstead,
    StepsInstead,
    UntilInstead,
)
from knitting.saying.language import _
from knitting.saying.piece_problems import SENTENCES as OF_PIECES
from knitting.saying.row_problems import SENTENCES as OF_ROWS
from knitting.saying.sentences import Said
from knitting.saying.statements import said
from knitting.words.writer import Writer

_SENTENCES = {**OF_ROWS, **OF_PIECES}


@dataclass(frozen=True, slots=True)
class SaidProblem:
    """A problem as a person reads it: where, the sentence, a hint, and texts that would mend it."""

    kind: ProblemKind
    where: Span
    message: str
    hint: str = ""
    row: str = ""
    time: int = 0
    mends: tuple[TextMend, ...] = ()

    def __str__(self) -> str:
        """The one line that the command line prints.

        >>> print(SaidProblem(ProblemKind.WRONG_COUNT, Span(3, 9, 8), "The row ends with 6."))
        line 3, column 9: The row ends with 6.
        """
        where = f"line {self.where.line}, column {self.where.column}"
        if self.row:
            where += f" \N{MIDDLE DOT} {said_row(self.row, self.time)}"
        hint = f" {self.hint}" if self.hint else ""
        return f"{where}: {self.message}{hint}"


def said_problems(problems: Iterable[Problem], words: Dialect | None = None) -> tuple[SaidProblem, ...]:
    """Problems in the words of a dialect, each in its place."""
    writer = Writer(words or dialect())
    return tuple(_said(problem, writer) for problem in problems)


def problems_of(worked: WorkedPiece, words: Dialect | None = None) -> tuple[SaidProblem, ...]:
    """What does not add up in a piece, in reading order."""
    return said_problems(worked.problems, words)


def sentence_of(problem: Problem, words: Dialect | None = None) -> str:
    """What is wrong, without its hint."""
    return _sentence(problem, Writer(words or dialect())).message


def _said(problem: Problem, writer: Writer) -> SaidProblem:
    said = _sentence(problem, writer)
    mends = tuple(mend_as_text(mend, writer) for mend in problem.mends)
    return SaidProblem(problem.kind, problem.where, said.message, said.hint, problem.row, problem.time, mends)


def _sentence(problem: Problem, writer: Writer) -> Said:
    facts = problem.facts
    if isinstance(facts, Unreadable):
        return Said(said(facts.why), said(facts.hint) if facts.hint is not None else "")
    if isinstance(facts, InSize):
        inner = _sentence(replace(problem, facts=facts.facts), writer)
        return Said(_("In size {size}: {message}").format(size=facts.size, message=inner.message), inner.hint)
    return _SENTENCES[type(facts)](facts, writer)


def mend_as_text(mend: Mend, writer: Writer) -> TextMend:
    """A mend as what is put into the text, in the words of a dialect."""
    match mend:
        case TextMend():
            return mend
        case StepsInstead(steps=steps):
            text = ", ".join(writer.step(step) for step in steps)
        case OrderInstead(order=order, own_line=own_line):
            text = f"{writer.order(order)}\n" if own_line else writer.order(order).rstrip(".")
        case CountInstead(total=total, parts=parts):
            text = writer.count(total, parts)
        case UntilInstead(until=until):
            text = writer.until(until)
        case SideInstead(side=side):
            text = writer.dialect.word("sides", side.value)
        case NumberInstead(number=number):
            text = str(number)
        case GaugeHeader(gauge=gauge):
            text = f"{writer.gauge(gauge)}\n"
        case ShapingHeader(increase=increase, key=key):
            text = f"{shaping_header(increase, key, writer)}\n"
        case _:
            raise TypeError(f"no words for {type(mend).__name__}")
    return TextMend(mend.span, text)


def said_mend(mend: TextMend) -> str:
    """What pressing a mend of the words does.

    >>> from knitting.problems import NOWHERE
    >>> said_mend(TextMend(NOWHERE, "k2tog")), said_mend(TextMend(NOWHERE, ""))
    ("write 'k2tog'", 'leave it out')
    """
    if not mend.text:
        return _("leave it out")
    if mend.text.endswith(": "):
        return _("keep it as a line of '{key}'").format(key=mend.text.rstrip())
    line = mend.text.removesuffix("\n")
    return (_("write '{line}'") if line == mend.text else _("put in '{line}'")).format(line=line)


def shaping_header(increase: bool, key: str, writer: Writer) -> str:
    """The header that says once which increase or decrease is meant.

    >>> shaping_header(True, "m1_pair", Writer(dialect()))
    'Increase: m1 pair'
    """
    table = "recipes" if key in writer.dialect.written["recipes"] else "stitches"
    name = writer.dialect.word("headers", "increase" if increase else "decrease").capitalize()
    return f"{name}: {writer.dialect.word(table, key)}"


def with_said_problems(worked: WorkedPiece, words: Dialect | None = None) -> WorkedPiece:
    """A worked piece whose problems are said: for those who only read them."""
    return replace(worked, problems=said_problems(worked.problems, words))  # type: ignore[arg-type]
