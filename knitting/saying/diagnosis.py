"""What is said of counts that are off: whether it matters, what can be done and what it costs, where one may be."""

from __future__ import annotations

from knitting.diagnosis.options import HiddenInRow, HiddenStitch, LeftAsItIs, MendedInPlace, Option, RippedRows
from knitting.diagnosis.verdicts import Matters, NoSuch, Verdict, WhatDiffers, WrongCounts
from knitting.diagnosis.whereabouts import PossibleRow, RowLook
from knitting.measures import said_length
from knitting.rows import Side
from knitting.saying.language import _, ngettext
from knitting.saying.mistakes import mended
from knitting.saying.sentences import counted


def said_verdict(verdict: Verdict) -> str:
    """Whether a difference matters at all: what may be left, what is easily absorbed, what wants a mend."""
    match verdict.matters:
        case Matters.RIGHT:
            return _("The counts are right.")
        case Matters.OTHERWISE_SEEN:
            return _("The counts are right, but {differs}.").format(differs="; ".join(_differs(verdict.differs)))
        case Matters.MARK_MOVED:
            return _("The sum is right: only a mark stands elsewhere. Move it back and go on.")
        case Matters.ONE_STITCH if verdict.stitches > 0:
            return _(
                "It is one stitch too many: in plain stitches it may stay, if no repeat has to fit. Work two together "
                "among them in the next row, and the count is right again."
            )
        case Matters.ONE_STITCH:
            return _(
                "It is one stitch too few: in plain stitches it may stay, if no repeat has to fit. Make one among them "
                "in the next row, and the count is right again."
            )
        case Matters.FEW_STITCHES:
            said = _(
                "It is {number} stitches off: hide them in the next rows, one at a time, beside a line or an edge."
            )
            return said.format(number=abs(verdict.stitches))
    return _("So many stitches show in the shape: find out what happened before going on.")


def _differs(differs: WhatDiffers) -> list[str]:
    found = []
    if differs.facing is Side.RS:
        found.append(_("the right side faces you, and the other one should"))
    elif differs.facing is Side.WS:
        found.append(_("the wrong side faces you, and the other one should"))
    if differs.colours:
        seen, should = differs.colours
        said = _("the row on the needle is in {seen}, and should be in {should}")
        found.append(said.format(seen=seen, should=should))
    if differs.shows:
        knits = _("the row shows knit stitches where it should not")
        found.append(knits if differs.shows == "k" else _("the row shows purl stitches where it should not"))
    return found


def said_wrong_counts(wrong: WrongCounts) -> str:
    """Why counts are none of a piece, and what would be."""
    match wrong.why:
        case NoSuch.ROW:
            rows = ngettext("1 row", "{number} rows", wrong.rows).format(number=wrong.rows)
            return _("There is no row {row}: this piece has {rows}.").format(row=wrong.row, rows=rows)
        case NoSuch.COUNT:
            return _("Counts are whole numbers from 0 up, as many as stitches can be on a needle.")
    given = ngettext("1 count", "{number} counts", wrong.given).format(number=wrong.given)
    parts = ngettext("1 part", "{number} parts", len(wrong.parts)).format(number=len(wrong.parts))
    said = _("{counts} for {parts}: give all of {all}, or the sum alone.")
    return said.format(counts=given, parts=parts, all="-".join(map(str, wrong.parts)))


def said_option(option: Option) -> tuple[str, str]:
    """What can be done, and what it costs."""
    match option.facts:
        case LeftAsItIs() as facts:
            return _left(facts)
        case HiddenInRow() as facts:
            doing = _(" and ").join(_hidden(each) for each in facts.stitches)
            says = _("In row {row}, {doing}.").format(row=facts.row, doing=doing)
            cost = _("{stitches} to work otherwise in row {row}; from there on every count is as written.")
            return says, cost.format(stitches=counted(facts.to_work, "stitches"), row=facts.row)
        case MendedInPlace() as facts:
            return mended(facts.explanation.mistakes), _below(facts.rows_below)
        case RippedRows() as facts:
            return _ripped(facts)


def _left(facts: LeftAsItIs) -> tuple[str, str]:
    if facts.stuck:
        says = _("You can leave it until row {row} ({label}); that row needs the right count.")
        return says.format(row=facts.stuck, label=facts.label), _("Put it right before that row.")
    cost = _("Nothing to work again; repeats that have to fit may come out otherwise.") if facts.fits else _("Nothing.")
    if facts.all_the_same:
        says = _("You can work every row ahead as it is, and the last one ends with {stitches} all the same.")
        return says.format(stitches=counted(facts.ends, "stitches")), cost
    says = _("You can work every row ahead as it is. The last one ends with {stitches} instead of {instead}{wide}.")
    wide = ""
    if facts.wider_cm is not None:
        wide = _(", about {cm} wider") if facts.wider_cm > 0 else _(", about {cm} narrower")
        wide = wide.format(cm=said_length(abs(facts.wider_cm)))
    return says.format(stitches=counted(facts.ends, "stitches"), instead=facts.instead, wide=wide), cost


def _hidden(stitch: HiddenStitch) -> str:
    wrong = stitch.wrong
    if wrong > 0:
        doing = ngettext("work two together once", "work two together {number} times", wrong).format(number=wrong)
    else:
        doing = ngettext("make one", "make {number}, not side by side,", -wrong).format(number=-wrong)
    if stitch.mark:
        where = _("before '{mark}', one plain stitch away from it")
        where = where if stitch.before else _("after '{mark}', one plain stitch away from it")
        return f"{doing} {where.format(mark=stitch.mark)}"
    near = {
        "right": _("among the plain stitches near the right edge"),
        "left": _("among the plain stitches near the left edge"),
        "either": _("among the plain stitches near an edge"),
    }[stitch.edge]
    return f"{doing} {near}"


def _below(rows: int) -> str:
    if rows <= 0:
        return _("No row is ripped, in the row on the needle.")
    said = ngettext(
        "No row is ripped, 1 row below the needle or more.",
        "No row is ripped, {rows} rows below the needle or more.",
        rows,
    )
    return said.format(rows=rows)


def _ripped(facts: RippedRows) -> tuple[str, str]:
    says = ngettext(
        "Rip back 1 row, to before row {before}.", "Rip back {rows} rows, to before row {before}.", facts.rows
    )
    says = says.format(rows=facts.rows, before=facts.before_row)
    if facts.minutes is None:
        return says, _("{stitches} stitches to work again.").format(stitches=facts.stitches)
    cost = ngettext(
        "{stitches} stitches to work again, about 1 minute to rip and work again.",
        "{stitches} stitches to work again, about {minutes} minutes to rip and work again.",
        facts.minutes,
    )
    return says, cost.format(stitches=facts.stitches, minutes=facts.minutes)


def said_place(place: PossibleRow) -> str:
    """What to look for in a row after which everything fits, or where within the next one work was stopped."""
    if place.parts:
        said = ngettext(
            "You stopped within row {row} ({label}): its first part is worked.",
            "You stopped within row {row} ({label}): its first {parts} parts are worked.",
            place.parts,
        )
        return said.format(row=place.row + 1, label=place.within, parts=place.parts)
    shows = _shows(place.look)
    if place.look.only:
        return _("Only this row fits: it is {shows}.").format(shows=shows)
    if place.look.alike:
        said = _("The row on the needle is {shows}. So are others: count the rows from the start.")
        return said.format(shows=shows)
    return _("The row on the needle is {shows}.").format(shows=shows)


def _shows(look: RowLook) -> str:
    """What can be seen of a row in the cloth, in a few words."""
    parts = []
    if look.eyelets:
        parts.append(ngettext("1 eyelet", "{number} eyelets", look.eyelets).format(number=look.eyelets))
    if look.increases:
        parts.append(ngettext("1 increase", "{number} increases", look.increases).format(number=look.increases))
    if look.decreases:
        parts.append(ngettext("1 decrease", "{number} decreases", look.decreases).format(number=look.decreases))
    in_colour = _(" in {colour}").format(colour=look.colour) if look.colour else ""
    if not parts:
        return _("a row of rest{in_colour}").format(in_colour=in_colour)
    return _("one with {changes}{in_colour}").format(changes=_(" and ").join(parts), in_colour=in_colour)
