"""Questions in words, with their answers as they are written into the text."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect, dialect
from knitting.problems import Question, Span, TextMend
from knitting.saying.language import _
from knitting.saying.problems import mend_as_text
from knitting.words.writer import Writer
from knitting.working.questions import WhichCentre, WhichChange, WhichGauge, WhichRepeats, WhichRows, WhichTimes


@dataclass(frozen=True, slots=True)
class SaidQuestion:
    """A question as it is read: what was taken meanwhile, and the answers, the one that is taken first."""

    where: Span
    asks: str
    taken: str
    answers: tuple[TextMend, ...]
    row: str = ""


def questions_of(questions: Sequence[Question], words: Dialect | None = None) -> tuple[SaidQuestion, ...]:
    """Questions in the words of a dialect, in reading order."""
    writer = Writer(words or dialect())
    said = [_said(question, writer) for question in questions]
    return tuple(sorted(said, key=lambda each: each.where))


def _said(question: Question, writer: Writer) -> SaidQuestion:
    answers = tuple(mend_as_text(mend, writer) for mend in question.answers)
    match question.asks:
        case WhichCentre(middle, total):
            asks = _("Which stitch is the center?")
            taken = _("Stitch {middle} of {total} is taken.").format(middle=middle, total=total)
        case WhichChange(True, True):
            asks, taken = _("Which increase is meant?"), _("A make-one is taken.")
        case WhichChange(False, True):
            asks, taken = _("Which decrease is meant?"), _("Two knitted together are taken.")
        case WhichChange(True):
            asks, taken = _("Which increase is meant?"), _("A pair of make-ones is taken, one stitch in at an edge.")
        case WhichChange(False):
            asks, taken = _("Which decrease is meant?"), _("A mirrored pair is taken, one stitch in at an edge.")
        case WhichGauge(gauge):
            asks = _("How many rows make this length?")
            taken = _("{stitches:g} stitches and {rows:g} rows to 10 cm are taken.").format(
                stitches=gauge.stitches, rows=gauge.rows
            )
        case WhichRepeats(times):
            asks = _("Is the first time one of the {times}?").format(times=times)
            taken = _("{times} in all are taken: no more fit the row.").format(times=times)
        case WhichRows(rows):
            asks = _("Which rows go on in this way?")
            taken = _("The last {rows} are taken.").format(rows=rows)
        case WhichTimes(times):
            asks = _("Is the time already worked one of the {times}?").format(times=times)
            taken = _("It is taken as one of them: {times} in all.").format(times=times)
        case _:
            raise TypeError(f"no words for {type(question.asks).__name__}")
    return SaidQuestion(question.where, asks, taken, answers, question.row)
