"""What does not come out in the course of a plan, in words."""

from __future__ import annotations

from knitting.forecast.facts import (
    BareInSetup,
    BareMakeOne,
    CrossedInSetup,
    EndNeverReached,
    EndSteppedPast,
    HangingMarker,
    LiftsInFirstRow,
    LiftsInFirstSetup,
    LineBeyondPart,
    NamesTaken,
    NoLineInSetup,
    NoLineToTakeOff,
    NoMiddle,
    NoPartToCount,
    NoPartToDivide,
    NotAcrossInSetup,
    NotANewPart,
    NotHeld,
    NotLastOfRow,
    NoWorkInSetup,
    OverTheLimit,
    RestsInSetup,
    TooFewInRow,
    TooFewInSetup,
    TooFewToGoOn,
    TooManyInRow,
    TooManyRows,
    TooManyStitches,
    WrittenRowUnfit,
    WrongSideStart,
    YarnUnknown,
)
from knitting.problems import ordinal
from knitting.saying.language import _
from knitting.saying.sentences import Templates, filled
from knitting.statements import N_


def _no_middle(facts: NoMiddle) -> str:
    if facts.odd_wanted:
        sentence = _("'{part}' has {count:stitches} before '{stage}', and '{line}' in its middle needs an odd count.")
    else:
        sentence = _("'{part}' has {count:stitches} before '{stage}', and '{line}' in its middle needs an even count.")
    return filled(sentence, facts)


def _never_reached(facts: EndNeverReached) -> str:
    if facts.change == 0:
        moves = _("its count stands still each time")
    else:
        moves = _("gains {number} each time") if facts.change > 0 else _("loses {number} each time")
    sentence = _("'{stage}' never comes to {wanted:stitches}: it begins with {begun}, and {moves}.")
    return filled(sentence, facts, moves=moves.format(number=abs(facts.change)))


def _too_few_in_row(facts: TooFewInRow) -> str:
    if facts.time > 1:
        sentence = _(
            "In row {row} of '{stage}', the {time} time the shapings in '{part}' need {needed:stitches}, "
            "and it has {count}."
        )
    else:
        sentence = _("In row {row} of '{stage}' the shapings in '{part}' need {needed:stitches}, and it has {count}.")
    return filled(sentence, facts, time=ordinal(facts.time))


TEMPLATES: Templates = {
    WrongSideStart: N_("'{stage}' begins on a wrong-side row: its row 1 is one."),
    NoLineToTakeOff: N_("There is no line '{line}' for '{stage}' to take off."),
    HangingMarker: N_("The marker of '{line}' has no stitch to its left when '{stage}' begins."),
    NoPartToDivide: N_("There is no part '{part}' for '{line}' to divide."),
    NamesTaken: N_("'{line}' or '{part}' is there already."),
    NoMiddle: _no_middle,
    LineBeyondPart: N_("'{line}' is to stand after {after} of {count:stitches} in '{part}'."),
    NoLineInSetup: N_("There is no line '{line}' in the set-up of '{stage}'."),
    NoWorkInSetup: N_("'{work}' cannot be worked there in the set-up of '{stage}'."),
    RestsInSetup: N_("'{work}' cannot be worked there in the set-up of '{stage}': '{part}' is on a holder."),
    NotAcrossInSetup: N_(
        "'{work}' cannot be worked there in the set-up of '{stage}': its line has no single stitch for it."
    ),
    CrossedInSetup: N_("Two shapings go across one line in the set-up of '{stage}'."),
    NotHeld: N_("'{part}' is not held when '{stage}' needs it back."),
    NotLastOfRow: N_("'{part}' is not the last part of that row: only that one can be put on a holder."),
    NotANewPart: N_("'{part}' cannot be cast on: it needs a new name and at least one stitch."),
    TooManyInRow: N_("{count:,} stitches cannot be cast on: at most {most:,} are worked."),
    WrittenRowUnfit: N_("Row {row} of '{stage}' is kept as it is written, and does not come out on {count:stitches}."),
    TooFewInSetup: N_("The set-up of '{stage}' needs {needed:stitches} in '{part}', and it has {count}."),
    LiftsInFirstRow: N_("Row 1 of '{stage}' lifts stitches of the row below, and it is the first row."),
    BareMakeOne: N_(
        "In row {row} of '{stage}' a make-one stands at the very edge, with no stitch on one of its sides."
    ),
    LiftsInFirstSetup: N_("The set-up of '{stage}' lifts stitches of the row below, and its row is the first."),
    BareInSetup: N_("In the set-up of '{stage}' a make-one stands at the very edge."),
    TooManyRows: N_("With '{stage}' the piece has more than {most:,} rows."),
    TooManyStitches: N_("With '{stage}' the piece has more than {most:,} stitches in all."),
    YarnUnknown: N_("The stage ends at a share of the yarn, and the plan does not know how much there is."),
    EndSteppedPast: N_(
        "'{stage}' steps past {wanted:stitches}: it comes to {under} and then to {over}. {taken} is taken, the nearest."
    ),
    TooFewToGoOn: N_(
        "'{stage}' cannot go on to {wanted:stitches}: after {rows:rows} '{part}' has {left:stitches}, "
        "too few to go on. It stops at {reached}."
    ),
    EndNeverReached: _never_reached,
    OverTheLimit: N_(
        "'{stage}' runs over a limit after {rows:rows}: at most {most_rows:,} rows and {most_stitches:,} "
        "stitches on the needle are worked."
    ),
    TooFewInRow: _too_few_in_row,
    NoPartToCount: N_("'{stage}' ends with the count of '{part}', and the parts are {parts:names}."),
}
