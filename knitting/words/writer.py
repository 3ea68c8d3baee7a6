"""A piece printed back as written rows, in the words of a dialect."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum

from knitting.dialects.dialect import Dialect, dialect
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Piece, Repeat, Row, SameAs, Section, Step, Stretch
from knitting.words.order_writer import OrderWriter
from knitting.words.step_writer import StepWriter


def write(piece: Piece, words: Dialect | None = None) -> str:
    """The piece as text that reads back to the same rows, one order a line."""
    return Writer(words or dialect()).piece(piece)


def say_step(step: Step, words: Dialect | None = None) -> str:
    """One step in the words of a dialect: "k to last 3 sts"."""
    return StepWriter(words or dialect()).step(step)


def say_cast_on(count: int, words: Dialect | None = None) -> str:
    """A cast-on, as an example to begin with: "Cast on 41 sts."."""
    return Writer(words or dialect()).order(CastOn(count, NOWHERE))


class WrittenKind(Enum):
    """What a line is."""

    SETTING = "setting"
    HEADING = "heading"
    NOTE = "note"
    ROWS = "rows"
    ORDER = "order"


@dataclass(frozen=True, slots=True)
class WrittenLine:
    """A line as it is ``written``, and as it ``reads`` on a page, where a heading is set apart by its look."""

    kind: WrittenKind
    written: str
    reads: str

    @classmethod
    def head(cls, written: str) -> WrittenLine:
        """A line of the head, which sets something."""
        return cls(WrittenKind.SETTING, written, written)


class Writer(OrderWriter):
    """Says whole pieces in the words of one dialect."""

    def piece(self, piece: Piece) -> str:
        """The whole piece, one order a line."""
        lines = [*self.headers(piece.headers), ""]
        for line in self.lines(piece):
            lines += ["", line.written] if line.kind is WrittenKind.HEADING else [line.written]
        return "\n".join(lines).strip("\n") + "\n"

    def lines(self, piece: Piece) -> Iterator[WrittenLine]:
        """The lines after the headers, each with what it is."""
        notes = list(piece.notes)
        self.spells_out = True
        for place, section in enumerate(piece.sections):
            if section.name or place:
                yield self._heading(section)
            for order in section.orders:
                while notes and 0 < notes[0][0].line < order.span.line:
                    yield self._noted(notes.pop(0)[1])
                said = self.order(order)
                kind = WrittenKind.ROWS if isinstance(order, Row | SameAs | Repeat | Stretch) else WrittenKind.ORDER
                yield WrittenLine(kind, said, said)
                self.heed(order)
        yield from (self._noted(text) for _, text in notes)

    def _heading(self, section: Section) -> WrittenLine:
        said = self.dialect.counting["copies"].format(n=section.copies)
        copies = f" ({said})" if section.copies else ""
        name = f"{section.name}{copies}".strip()
        return WrittenLine(WrittenKind.HEADING, f"{self.key('section')}: {name}".rstrip(), name)

    def _noted(self, text: str) -> WrittenLine:
        written = self.note(text)
        return WrittenLine(WrittenKind.NOTE, written, written.lstrip("# "))
