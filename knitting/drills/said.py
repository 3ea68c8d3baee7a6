"""What is said of a drill: the question, each answer, and why the right one is right."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.diagnosis import Matters
from knitting.dialects.dialect import Dialect
from knitting.drills.drill import (
    Answer,
    CountFacts,
    CountsFacts,
    Drill,
    DrillKind,
    MarkFacts,
    NewStitchFacts,
    RowWork,
    StitchFacts,
    TailFacts,
    WorkFacts,
)
from knitting.formatter.worked_runs import say_runs
from knitting.needle.worked import Run, WorkedPiece
from knitting.rows import Side
from knitting.saying.language import _, ngettext
from knitting.statements import N_
from knitting.stitches import LETTERS, STITCHES, Family, Lean, StitchKind

_LEANS = {
    Lean.LEFT: N_("to the left"),
    Lean.RIGHT: N_("to the right"),
    Lean.UPRIGHT: N_("neither way: it stands upright"),
}
_MATTERS = {
    Matters.RIGHT: N_("No: the counts are right."),
    Matters.MARK_MOVED: N_("Hardly: only a mark stands elsewhere."),
    Matters.ONE_STITCH: N_("Little: one stitch is put right in the next row."),
    Matters.FEW_STITCHES: N_("Some: a few stitches are hidden over the next rows."),
    Matters.MANY_STITCHES: N_("Yes: find out what happened before going on."),
}


@dataclass(frozen=True, slots=True)
class SaidDrill:
    """A drill in words."""

    question: str
    answers: tuple[str, ...]
    why: str


def said_drill(drill: Drill, worked: WorkedPiece, words: Dialect) -> SaidDrill:
    """A drill of a piece as it is asked in a reader's language, its rows in the words of a dialect."""
    answers = tuple(_answer(drill.kind, each, words) for each in drill.answers)
    return SaidDrill(_question(drill, worked, words), answers, _why(drill, worked))


def _question(drill: Drill, worked: WorkedPiece, words: Dialect) -> str:
    match drill.facts:
        case CountFacts() as facts:
            told = _("Row {row} is worked: {work}. There were {start} stitches. How many are there now?")
            work = written(worked.rows[drill.row - 1].work, words)
            return told.format(row=drill.row, work=work, start=facts.start)
        case MarkFacts() as facts:
            told = _("You begin row {row}. How many stitches stand in part {part} of {of}, from one mark to the next?")
            return told.format(row=drill.row, part=facts.part, of=facts.of)
        case NewStitchFacts() as facts:
            told = _(
                "Row {row} makes a new stitch: stitch {place} of {of} in part {part}, from the right side's start. "
                "What does it become in the next row, seen on the right side?"
            )
            return told.format(row=drill.row, place=facts.place, of=facts.of, part=facts.part)
        case CountsFacts() as facts if drill.kind is DrillKind.WHICH_ROW:
            told = _("You count {counts} between the marks. Which row was worked last?")
            return told.format(counts=_counts(facts.seen))
        case CountsFacts() as facts:
            told = _("After row {row} you count {counts}; it should be {should}. Does it matter?")
            return told.format(row=drill.row, counts=_counts(facts.seen), should=_counts(facts.should))
        case TailFacts() as facts:
            if facts.hangs == "right":
                return _("The tail of the cast-on hangs at the right, before you begin a row. Which side faces you?")
            return _("The tail of the cast-on hangs at the left, before you begin a row. Which side faces you?")
        case StitchFacts() as facts:
            if drill.kind is DrillKind.WHICH_LEAN:
                return _("Which way does it lean on the right side: {stitch}?").format(stitch=_spoken(facts.key))
            return _("Which stitch is made so?")
        case WorkFacts() as facts:
            if drill.kind is DrillKind.IN_PLAIN_WORDS:
                told = _("Row {row} reads: {work}. What do you do?")
                return told.format(row=drill.row, work=written(facts.work, words))
            return _("How is this written: {work}?").format(work=in_plain_words(facts.work))


def _answer(kind: DrillKind, answer: Answer, words: Dialect) -> str:
    match answer:
        case Matters():
            return _(_MATTERS[answer])
        case Side():
            return _("the right side") if answer is Side.RS else _("the wrong side")
        case Lean():
            return _(_LEANS[answer])
        case int():
            return _("row {row}").format(row=answer) if kind is DrillKind.WHICH_ROW else str(answer)
        case str():
            return _spoken(answer) if kind is DrillKind.WHICH_STITCH else _(LETTERS[answer].said)
    return in_plain_words(answer) if kind is DrillKind.IN_PLAIN_WORDS else written(answer, words)


def _why(drill: Drill, worked: WorkedPiece) -> str:
    match drill.facts:
        case CountFacts() as facts:
            told = _("{start} and {more} more and {fewer} fewer make {end}.")
            return told.format(
                start=facts.start, more=facts.more, fewer=facts.fewer, end=facts.start + facts.more - facts.fewer
            )
        case MarkFacts() as facts:
            told = _("That is what stands there as the row begins; after it there are {after}.")
            return told.format(after=facts.after)
        case NewStitchFacts():
            return _("The pattern goes on over it as its part grows.")
        case CountsFacts() as facts if drill.kind is DrillKind.WHICH_ROW:
            return _("Row {row} leaves {counts}.").format(
                row=drill.row, counts=_counts(worked.rows[drill.row - 1].parts)
            )
        case CountsFacts() as facts:
            off = sum(facts.seen) - sum(facts.should)
            if not off:
                return _("The sum is {sum}, as it should be.").format(sum=sum(facts.should))
            fewer = ngettext("{number} stitch is missing.", "{number} stitches are missing.", -off)
            more = ngettext("There is {number} stitch too many.", "There are {number} stitches too many.", off)
            return (more if off > 0 else fewer).format(number=abs(off))
        case TailFacts():
            return _("It hangs at the right as a right-side row begins, and at the left as a wrong-side row does.")
        case StitchFacts() as facts:
            return _("{stitch}: it leans {lean}.").format(stitch=_spoken(facts.key), lean=_lean(STITCHES[facts.key]))
    return in_plain_words(drill.facts.work)


def written(work: RowWork, words: Dialect) -> str:
    """What a row does, in the words of a dialect, its marks as short lines."""
    return " | ".join(say_runs(part.runs, words) or "–" for part in work)


def in_plain_words(work: RowWork) -> str:
    """What a row does, in plain words."""
    parts = (", ".join(_run(run) for run in part.runs) for part in work)
    return _("; past the mark: ").join(part or _("nothing") for part in parts)


def _run(run: Run) -> str:
    assert isinstance(run.work, StitchKind), "rows of a drill have single stitches"
    name = _spoken(run.work.key)
    if run.work.family is Family.PLAIN:
        return f"{name} {run.times}"
    if run.times == 1:
        return name
    return ngettext("{stitch}, {times} time", "{stitch}, {times} times", run.times).format(stitch=name, times=run.times)


def _counts(parts: tuple[int, ...]) -> str:
    return "-".join(map(str, parts))


def _spoken(key: str) -> str:
    return _(STITCHES[key].spoken)


def _lean(kind: StitchKind) -> str:
    return _(_LEANS.get(kind.lean, N_("no way")))
