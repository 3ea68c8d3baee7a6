"""What a technical edit sends back, in words."""

from __future__ import annotations

from knitting.dialects.dialect import Dialect
from knitting.needle.worked import WorkedPiece
from knitting.problems import Problem, Question
from knitting.publishing.technical_edit import LONGEST_TITLE, EditKind, EditRemark
from knitting.saying.language import _
from knitting.saying.problems import problems_of
from knitting.saying.questions import questions_of
from knitting.saying.statements import said
from knitting.statements import N_, Sentence

_SENTENCES = {
    EditKind.NO_COUNT: N_("{row} changes the count and does not say what it is then."),
    EditKind.OTHER_WORDS: N_("'{word}' is a word of another vocabulary."),
    EditKind.NO_TITLE: N_("It has no title."),
    EditKind.LONG_TITLE: N_("The title is longer than {longest} letters: a running title would not hold it."),
    EditKind.NO_GAUGE: N_("No gauge is told: nobody can tell how large it becomes."),
    EditKind.LENGTH_WITHOUT_GAUGE: N_("A length is asked for, and no gauge says how many rows that is."),
    EditKind.NO_YARN: N_("No yarn is told: nobody knows how much to buy."),
    EditKind.NEAR_A_BALL: N_("{yarn} runs near a whole ball: it leaves {share:.0%}, and hands differ by more."),
    EditKind.NOT_BOUND_OFF: N_("The last row leaves stitches on the needle, and nothing says to bind them off."),
    EditKind.LEFT_ON_HOLDER: N_("Stitches stay on the holder '{word}' for good."),
    EditKind.REPEAT_DOES_NOT_FIT: N_("The repeat of {word} does not come out even."),
    EditKind.NO_CARE: N_("No line tells how to wash it."),
    EditKind.NO_TERMS: N_("No terms say what others may do with it."),
}


def said_remark(remark: EditRemark, worked: WorkedPiece, words: Dialect) -> str:
    """A remark as a sentence, with the size that it speaks of.

    >>> from knitting.dialects.dialect import dialect
    >>> from knitting.written import work_text
    >>> said_remark(EditRemark(EditKind.NO_COUNT, 2, "Row 1"), work_text("").worked, dialect())
    'Row 1 changes the count and does not say what it is then.'
    """
    sentence = _sentence(remark, worked, words)
    return _("Size {size}: {sentence}").format(size=remark.size, sentence=sentence) if remark.size else sentence


def _sentence(remark: EditRemark, worked: WorkedPiece, words: Dialect) -> str:
    match remark.of:
        case Problem() as problem:
            every = problems_of(worked, words)
            same = (each for each in every if (each.where, each.kind) == (problem.where, problem.kind))
            return next(each.message for each in same)
        case Question() as question:
            return next(f"{each.asks} {each.taken}" for each in questions_of((question,), words))
        case Sentence() as told:
            return said(told)
    row = remark.row or _("the row")
    yarn = _("Yarn {colour}").format(colour=remark.word) if remark.word else _("The yarn")
    facts = {"row": row[:1].upper() + row[1:], "word": remark.word, "yarn": yarn, "share": remark.share}
    return _(_SENTENCES[remark.kind]).format(**facts, longest=LONGEST_TITLE)
