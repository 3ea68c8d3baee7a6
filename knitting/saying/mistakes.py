"""Mistakes in a knitter's words: what happened, what to look for, how to mend it now, whether it matters at all."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.diagnosis.mistakes import Mistake, MistakeKind, MistakePlace
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece
from knitting.problems import plural
from knitting.saying.language import _

_MANY = {1: "One", 2: "Two", 3: "Three", 4: "Four", 5: "Five", 6: "Six"}


def said_mistakes(worked: WorkedPiece, mistakes: Sequence[Mistake]) -> str:
    """What happened, and in which rows."""
    first, *others = [_said(worked, each) for each in mistakes]
    return _(" And ").join([first, *(each[:1].lower() + each[1:] for each in others)])


def _said(worked: WorkedPiece, mistake: Mistake) -> str:  # noqa: C901 - a table: one sentence for each kind
    where = _where(worked, mistake)
    rows = _rows(worked, mistake)
    wrong = abs(mistake.stitches)
    match mistake.kind:
        case MistakeKind.MISSED_INCREASE:
            return f"{_of(wrong, 'increase')}{where} {_was(wrong)} forgotten {rows}."
        case MistakeKind.MISSED_DECREASE:
            return f"{_of(wrong, 'decrease')}{where} {_was(wrong)} forgotten, or took in a stitch too few, {rows}."
        case MistakeKind.EXTRA_INCREASE:
            return f"{_of(wrong, 'increase')}{where} too many {_was(wrong)} worked {rows}, perhaps in a row of rest."
        case MistakeKind.EXTRA_DECREASE:
            return f"{_of(wrong, 'decrease')}{where} too many {_was(wrong)} worked {rows}."
        case MistakeKind.DROPPED_STITCH:
            return f"A stitch of {part_named(worked, mistake)} was dropped {rows}."
        case MistakeKind.EXTRA_STITCH:
            return f"A stitch of {part_named(worked, mistake)} was worked and not slipped off {rows}."
        case MistakeKind.SKIPPED_ROW:
            return f"A row was left out: one like {rows.removeprefix('in ')}."
        case MistakeKind.ROW_TWICE:
            return f"A row was worked twice: one like {rows.removeprefix('in ')}."
        case MistakeKind.MARK_SHIFTED:
            by = max(map(abs, mistake.change))
            return f"'{mistake.spot.mark}' slid by {plural(by, 'stitch')} {rows}."
        case MistakeKind.HALF_ROW:
            label = worked.rows[mistake.first - 1].label
            return f"Row {mistake.first} ({label}) is worked only in part: its first {plural(mistake.part, 'part')}."
        case MistakeKind.WRONG_COLOUR:
            return f"The wrong colour was taken up {rows}."
        case MistakeKind.WRONG_STITCH:
            return f"Stitches were purled where they should be knitted, or the other way round, {rows}."
    more = "more" if mistake.stitches > 0 else "fewer"
    return f"{plural(wrong, 'stitch')} {more} than written {_was(wrong)} cast on."


def _of(count: int, what: str) -> str:
    return f"{_MANY.get(count, str(count))} {what}{'' if count == 1 else 's'}"


def _was(count: int) -> str:
    return "was" if count == 1 else "were"


def part_named(worked: WorkedPiece, mistake: Mistake) -> str:
    """The part of a mistake as it is called: parts between marks are counted, marked stitches are not."""
    needle = worked.rows[max(mistake.last, 1) - 1].after
    before = sum(not _is_marked(needle, at) for at in range(mistake.part))
    if not needle.marks:
        return "the row"
    if len(needle.counts) == 2:
        return "the right half" if before == 0 else "the left half"
    return f"part {before + 1} from the right"


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
        return f" in {part_named(worked, mistake)}"
    return " " + " or ".join(_at(spot) for spot in mistake.spots if spot.mark)


def _at(spot: MistakePlace) -> str:
    return f"at the {spot.mark}" if spot.mark.endswith("edge") else f"{spot.side} '{spot.mark}'"


def _rows(worked: WorkedPiece, mistake: Mistake) -> str:
    first, last = mistake.first, mistake.last
    if first == last:
        label = f" ({worked.rows[first - 1].label})" if first else ""
        return f"in row {first}{label}"
    return f"in one of rows {first} to {last}"


_LOOK = {
    MistakeKind.MISSED_INCREASE: (
        "Look along the line of increases: where one is missing, the gap between two is wider."
    ),
    MistakeKind.EXTRA_INCREASE: "Look along the line of increases for two that follow each other too closely.",
    MistakeKind.MISSED_DECREASE: "Look along the line of decreases for a row where the stitches go straight on.",
    MistakeKind.EXTRA_DECREASE: "Look for a stitch that lies over its neighbour where the line has none.",
    MistakeKind.DROPPED_STITCH: "Look for a loop that hangs free, or a ladder of bars above it.",
    MistakeKind.EXTRA_STITCH: "Look for two stitches that come out of one.",
    MistakeKind.SKIPPED_ROW: "Compare the rows with the fabric: a ridge, an eyelet or a line of changes is missing.",
    MistakeKind.ROW_TWICE: "Compare the rows with the fabric: two rows of changes follow each other.",
    MistakeKind.MARK_SHIFTED: "Follow the stitch under the mark down to the line: it should be the same wale.",
    MistakeKind.WRONG_CAST_ON: "Count the cast-on edge.",
    MistakeKind.WRONG_COLOUR: "Follow the stripes up from the cast-on edge to the first that is too wide or missing.",
    MistakeKind.WRONG_STITCH: (
        "Look along the row for a ridge of bumps where the fabric has none, or a gap in its bumps."
    ),
    MistakeKind.HALF_ROW: "See on which side of the mark the working yarn hangs.",
}

_MEND = {
    MistakeKind.MISSED_INCREASE: "Lift the bar below where it is missing and work that as a stitch: nothing is ripped.",
    MistakeKind.EXTRA_INCREASE: "Let the yarn over or the lifted bar fall, or work two together there in the next row.",
    MistakeKind.MISSED_DECREASE: "Work the decrease in the next row at the same place.",
    MistakeKind.EXTRA_DECREASE: "Lift a leg of the stitch below and work it as a stitch of its own in the next row.",
    MistakeKind.DROPPED_STITCH: "Hook it up bar by bar to the needle.",
    MistakeKind.EXTRA_STITCH: "Let the extra loop go from the needle, or work it together with its neighbour.",
    MistakeKind.SKIPPED_ROW: "Work the changes of that row in the next one; rip back if the fabric shows it.",
    MistakeKind.ROW_TWICE: "Leave out the changes of the next such row; rip back if the fabric shows it.",
    MistakeKind.MARK_SHIFTED: "Move the mark back to its stitch: the count as a whole is right.",
    MistakeKind.WRONG_CAST_ON: "Work an increase or a decrease where it is hidden, or go on with the count as it is.",
    MistakeKind.WRONG_COLOUR: (
        "Go on in the right colour and leave it, or rip back to where the stripe should have changed."
    ),
    MistakeKind.WRONG_STITCH: (
        "Drop each wrong stitch down to that row and hook it up from the other side: nothing is ripped."
    ),
    MistakeKind.HALF_ROW: "Go on with the row where the yarn hangs.",
}


def looked_for(mistakes: Sequence[Mistake]) -> str:
    """What to look for in the cloth."""
    return " ".join(_(_LOOK[each.kind]) for each in mistakes)


def mended(mistakes: Sequence[Mistake]) -> str:
    """How they are mended now, without ripping where that can be."""
    return " ".join(_(_MEND[each.kind]) for each in mistakes)
