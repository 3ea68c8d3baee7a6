"""Mistakes in a knitter's words: what happened, what to look for, how to mend it now, whether it matters at all."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.diagnosis.mistakes import Mistake, MistakeKind, MistakePlace
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece
from knitting.plan.plan import EDGES
from knitting.saying.language import _, ngettext
from knitting.saying.marks import said_mark
from knitting.saying.pieces import said_label
from knitting.saying.sentences import counted
from knitting.statements import N_

_MANY = (N_("One"), N_("Two"), N_("Three"), N_("Four"), N_("Five"), N_("Six"))


def said_mistakes(worked: WorkedPiece, mistakes: Sequence[Mistake]) -> str:
    """What happened, and in which rows."""
    first, *others = [_said(worked, each) for each in mistakes]
    return _(" And ").join([first, *(each[:1].lower() + each[1:] for each in others)])


def _said(worked: WorkedPiece, mistake: Mistake) -> str:
    wrong = abs(mistake.stitches)
    facts = {"rows": _rows(worked, mistake), "part": part_named(worked, mistake), "mark": said_mark(mistake.spot.mark)}
    match mistake.kind:
        case MistakeKind.WRONG_CAST_ON:
            return _wrong_cast_on(mistake.stitches)
        case MistakeKind.SKIPPED_ROW | MistakeKind.ROW_TWICE:
            return _(_SAID[mistake.kind]).format(rows=_rows(worked, mistake, alone=True))
        case MistakeKind.MARK_SHIFTED:
            by = counted(max(map(abs, mistake.change)), "stitches")
            return _("'{mark}' slid by {by} {rows}.").format(**facts, by=by)
        case MistakeKind.HALF_ROW:
            sentence = _("Row {row} ({label}) is worked only in part: its first {parts}.")
            label = said_label(worked.rows[mistake.first - 1])
            return sentence.format(row=mistake.first, label=label, parts=counted(mistake.part, "parts"))
        case kind if kind in _SAID:
            return _(_SAID[kind]).format(**facts)
    number = _(_MANY[wrong - 1]) if wrong <= len(_MANY) else str(wrong)
    return _of_changes(mistake.kind, wrong).format(number=number, where=_where(worked, mistake), rows=facts["rows"])


_SAID = {
    MistakeKind.DROPPED_STITCH: N_("A stitch of {part} was dropped {rows}."),
    MistakeKind.EXTRA_STITCH: N_("A stitch of {part} was worked and not slipped off {rows}."),
    MistakeKind.SKIPPED_ROW: N_("A row was left out: one like {rows}."),
    MistakeKind.ROW_TWICE: N_("A row was worked twice: one like {rows}."),
    MistakeKind.WRONG_COLOUR: N_("The wrong colour was taken up {rows}."),
    MistakeKind.WRONG_STITCH: N_("Stitches were purled where they should be knitted, or the other way round, {rows}."),
}


def _of_changes(kind: MistakeKind, wrong: int) -> str:
    """The sentence for increases and decreases that were left out or worked too often."""
    match kind:
        case MistakeKind.MISSED_INCREASE:
            return ngettext(
                "{number} increase{where} was forgotten {rows}.",
                "{number} increases{where} were forgotten {rows}.",
                wrong,
            )
        case MistakeKind.MISSED_DECREASE:
            return ngettext(
                "{number} decrease{where} was forgotten, or took in a stitch too few, {rows}.",
                "{number} decreases{where} were forgotten, or took in a stitch too few, {rows}.",
                wrong,
            )
        case MistakeKind.EXTRA_INCREASE:
            return ngettext(
                "{number} increase{where} too many was worked {rows}, perhaps in a row of rest.",
                "{number} increases{where} too many were worked {rows}, perhaps in a row of rest.",
                wrong,
            )
    return ngettext(
        "{number} decrease{where} too many was worked {rows}.",
        "{number} decreases{where} too many were worked {rows}.",
        wrong,
    )


def _wrong_cast_on(stitches: int) -> str:
    wrong = abs(stitches)
    if stitches > 0:
        sentence = ngettext(
            "1 stitch more than written was cast on.", "{number} stitches more than written were cast on.", wrong
        )
    else:
        sentence = ngettext(
            "1 stitch fewer than written was cast on.", "{number} stitches fewer than written were cast on.", wrong
        )
    return sentence.format(number=wrong)


def part_named(worked: WorkedPiece, mistake: Mistake) -> str:
    """The part of a mistake as it is called: parts between marks are counted, marked stitches are not."""
    needle = worked.rows[max(mistake.last, 1) - 1].after
    before = sum(not _is_marked(needle, at) for at in range(mistake.part))
    if not needle.marks:
        return _("the row")
    if len(needle.counts) == 2:
        return _("the right half") if before == 0 else _("the left half")
    return _("part {number} from the right").format(number=before + 1)


def _is_marked(needle: Needle, part: int) -> bool:
    """Whether a part is a marked stitch."""
    at = 0
    for mark in needle.marks:
        at += 1
        if mark.in_stitch:
            if at == part:
                return True
            at += 1
    return False


def _where(worked: WorkedPiece, mistake: Mistake) -> str:
    """Beside which marks and edges it may have been."""
    if not mistake.spot.mark:
        return _(" in {part}").format(part=part_named(worked, mistake))
    return " " + _(" or ").join(_at(spot) for spot in mistake.spots if spot.mark)


def _at(spot: MistakePlace) -> str:
    if spot.mark in EDGES:
        return _("at the {edge}").format(edge=_(spot.mark))
    sentence = {"before": _("before '{mark}'"), "after": _("after '{mark}'"), "on": _("on '{mark}'")}[spot.side]
    return sentence.format(mark=said_mark(spot.mark))


def _rows(worked: WorkedPiece, mistake: Mistake, alone: bool = False) -> str:
    """The row or rows that it was in; ``alone`` without the "in"."""
    first, last = mistake.first, mistake.last
    if first < last:
        rows = _("one of rows {first} to {last}") if alone else _("in one of rows {first} to {last}")
    elif first:
        rows = _("row {first} ({label})") if alone else _("in row {first} ({label})")
    else:
        rows = _("row {first}") if alone else _("in row {first}")
    return rows.format(first=first, last=last, label=said_label(worked.rows[first - 1]) if first else "")


_LOOK = {
    MistakeKind.MISSED_INCREASE: N_(
        "Look along the line of increases: where one is missing, the gap between two is wider."
    ),
    MistakeKind.EXTRA_INCREASE: N_("Look along the line of increases for two that follow each other too closely."),
    MistakeKind.MISSED_DECREASE: N_("Look along the line of decreases for a row where the stitches go straight on."),
    MistakeKind.EXTRA_DECREASE: N_("Look for a stitch that lies over its neighbour where the line has none."),
    MistakeKind.DROPPED_STITCH: N_("Look for a loop that hangs free, or a ladder of bars above it."),
    MistakeKind.EXTRA_STITCH: N_("Look for two stitches that come out of one."),
    MistakeKind.SKIPPED_ROW: N_(
        "Compare the rows with the fabric: a ridge, an eyelet or a line of changes is missing."
    ),
    MistakeKind.ROW_TWICE: N_("Compare the rows with the fabric: two rows of changes follow each other."),
    MistakeKind.MARK_SHIFTED: N_("Follow the stitch under the mark down to the line: it should be the same wale."),
    MistakeKind.WRONG_CAST_ON: N_("Count the cast-on edge."),
    MistakeKind.WRONG_COLOUR: N_(
        "Follow the stripes up from the cast-on edge to the first that is too wide or missing."
    ),
    MistakeKind.WRONG_STITCH: N_(
        "Look along the row for a ridge of bumps where the fabric has none, or a gap in its bumps."
    ),
    MistakeKind.HALF_ROW: N_("See on which side of the mark the working yarn hangs."),
}

_MEND = {
    MistakeKind.MISSED_INCREASE: N_(
        "Lift the bar below where it is missing and work that as a stitch: nothing is ripped."
    ),
    MistakeKind.EXTRA_INCREASE: N_(
        "Let the yarn over or the lifted bar fall, or work two together there in the next row."
    ),
    MistakeKind.MISSED_DECREASE: N_("Work the decrease in the next row at the same place."),
    MistakeKind.EXTRA_DECREASE: N_(
        "Lift a leg of the stitch below and work it as a stitch of its own in the next row."
    ),
    MistakeKind.DROPPED_STITCH: N_("Hook it up bar by bar to the needle."),
    MistakeKind.EXTRA_STITCH: N_("Let the extra loop go from the needle, or work it together with its neighbour."),
    MistakeKind.SKIPPED_ROW: N_("Work the changes of that row in the next one; rip back if the fabric shows it."),
    MistakeKind.ROW_TWICE: N_("Leave out the changes of the next such row; rip back if the fabric shows it."),
    MistakeKind.MARK_SHIFTED: N_("Move the mark back to its stitch: the count as a whole is right."),
    MistakeKind.WRONG_CAST_ON: N_(
        "Work an increase or a decrease where it is hidden, or go on with the count as it is."
    ),
    MistakeKind.WRONG_COLOUR: N_(
        "Go on in the right colour and leave it, or rip back to where the stripe should have changed."
    ),
    MistakeKind.WRONG_STITCH: N_(
        "Drop each wrong stitch down to that row and hook it up from the other side: nothing is ripped."
    ),
    MistakeKind.HALF_ROW: N_("Go on with the row where the yarn hangs."),
}


NAMES = {
    MistakeKind.MISSED_INCREASE: N_("missed increase"),
    MistakeKind.EXTRA_INCREASE: N_("extra increase"),
    MistakeKind.MISSED_DECREASE: N_("missed decrease"),
    MistakeKind.EXTRA_DECREASE: N_("extra decrease"),
    MistakeKind.DROPPED_STITCH: N_("dropped stitch"),
    MistakeKind.EXTRA_STITCH: N_("extra stitch"),
    MistakeKind.SKIPPED_ROW: N_("skipped row"),
    MistakeKind.ROW_TWICE: N_("row twice"),
    MistakeKind.MARK_SHIFTED: N_("mark shifted"),
    MistakeKind.WRONG_CAST_ON: N_("wrong cast on"),
    MistakeKind.HALF_ROW: N_("half row"),
    MistakeKind.WRONG_COLOUR: N_("wrong colour"),
    MistakeKind.WRONG_STITCH: N_("wrong stitch"),
}
"""What each kind is called."""


def looked_for(mistakes: Sequence[Mistake]) -> str:
    """What to look for in the cloth."""
    return " ".join(_(_LOOK[each.kind]) for each in mistakes)


def mended(mistakes: Sequence[Mistake]) -> str:
    """How they are mended now, without ripping where that can be."""
    return " ".join(_(_MEND[each.kind]) for each in mistakes)
