"""What does not add up in a piece, in words."""

from __future__ import annotations

from types import MappingProxyType

from knitting.figures import figure
from knitting.problems import NOWHERE
from knitting.rows import Side, ToEnd, Work, WorkTo
from knitting.saying.language import _, ngettext
from knitting.saying.sentences import Said, Sentences, counted
from knitting.stitches import KNIT, STITCHES
from knitting.words.writer import Writer
from knitting.working.facts import (
    BindOffCount,
    CastOnCount,
    CastOnParts,
    CountNeverReached,
    CountSteppedPast,
    EmptyTab,
    HeldAlready,
    NoCentre,
    NoSuchRow,
    NothingCastOn,
    NothingOnNeedle,
    NotMarkable,
    OtherCount,
    OtherGain,
    OtherParts,
    OtherSide,
    PieceLimit,
    PieceTooLong,
    PointsNowhere,
    RepeatedNotWritten,
    RowBeforeCastOn,
    RowsNotWritten,
    TabCount,
    TooFewRows,
    TooHighNumber,
    TooLargeTab,
    TooManyCastOn,
    TooManyMarks,
    TooManySpared,
    UnknownYarn,
    WrittenTwice,
)

_MOST_NAMED = 5


def _parts(counts: tuple[int, ...]) -> str:
    return "-".join(map(str, counts))


def _right(number: int) -> str:
    return _("{number} would be right.").format(number=number)


def _other_count(facts: OtherCount, writer: Writer) -> Said:
    message = _("The row ends with {total}, and the count says {stated}.").format(
        total=facts.total, stated=facts.stated
    )
    more = facts.total - facts.stated
    gap = _("That is {stitches} more than stated; {total} would be right.")
    gap = gap if more > 0 else _("That is {stitches} fewer than stated; {total} would be right.")
    return Said(message, gap.format(stitches=counted(abs(more), "stitches"), total=facts.total))


def _other_parts(facts: OtherParts, writer: Writer) -> Said:
    real, stated = _parts(facts.parts), _parts(facts.stated)
    message = _("The parts are {real}, and the count says {stated}.").format(real=real, stated=stated)
    return Said(message, _("({parts}) would be right.").format(parts=real))


def _change(change: int) -> str:
    if change == 0:
        return _("the count stands still")
    return (_("adds {number}") if change > 0 else _("takes {number}")).format(number=abs(change))


def _stepped_past(facts: CountSteppedPast, writer: Writer) -> Said:
    wanted, before, after = facts.wanted, facts.before, facts.after
    message = _("There are never {wanted}: each time {change}, so the count goes from {before} to {after}.")
    said = message.format(wanted=wanted, change=_change(after - before), before=before, after=after)
    hint = _("Write {before} or {after} instead of {wanted}.").format(before=before, after=after, wanted=wanted)
    return Said(said, hint)


def _never_reached(facts: CountNeverReached, writer: Writer) -> Said:
    message = _("There are never {wanted}: each time {change}, from {before} to {after}.")
    change = _change(facts.after - facts.before)
    return Said(message.format(wanted=facts.wanted, change=change, before=facts.before, after=facts.after))


def _row_before_cast_on(facts: RowBeforeCastOn, writer: Writer) -> Said:
    message = _("{row} comes before any cast-on.").format(row=facts.label)
    return Said(message, _("Begin with '{order}'").format(order=writer.order(facts.cast_on)))


def _nothing_on_needle(facts: NothingOnNeedle, writer: Writer) -> Said:
    hint = _("Begin with '{order}'").format(order=writer.order(facts.cast_on))
    return Said(_("There is nothing on the needle yet."), hint)


def _unknown_yarn(facts: UnknownYarn, writer: Writer) -> Said:
    message = _("The yarn '{name}' is not named at the top.").format(name=facts.colour)
    return Said(message, _("The yarns there are {names}.").format(names=", ".join(facts.known)))


def _cast_on_parts(facts: CastOnParts, writer: Writer) -> Said:
    message = _("{parts} makes {total}, and {number} are cast on.")
    return Said(message.format(parts=_parts(facts.parts), total=facts.total, number=facts.cast_on))


def _cast_on_count(facts: CastOnCount, writer: Writer) -> Said:
    message = ngettext(
        "1 stitch is cast on, and the count says {stated}.",
        "{number} stitches are cast on, and the count says {stated}.",
        facts.cast_on,
    )
    return Said(message.format(number=facts.cast_on, stated=facts.stated), _right(facts.cast_on))


def _nothing_cast_on(facts: NothingCastOn, writer: Writer) -> Said:
    return Said(_("At least one stitch must be cast on."))


def _too_many_cast_on(facts: TooManyCastOn, writer: Writer) -> Said:
    message = _("{number} stitches are cast on and at most {most} are worked.")
    return Said(message.format(number=figure(facts.count, ","), most=figure(facts.most, ",")))


def _empty_tab(facts: EmptyTab, writer: Writer) -> Said:
    return Said(_("A tab needs at least one stitch and one row."))


def _too_large_tab(facts: TooLargeTab, writer: Writer) -> Said:
    message = _("A tab of {stitches} stitches and {rows} rows is more than is worked.")
    return Said(message.format(stitches=figure(facts.tab.total, ","), rows=figure(facts.tab.rows, ",")))


def _tab_count(facts: TabCount, writer: Writer) -> Said:
    tab = facts.tab
    message = _("The tab gives {cast_on} + {side} + {edge} = {total} stitches, and the count says {stated}.")
    said = message.format(cast_on=tab.cast_on, side=tab.side, edge=tab.edge, total=tab.total, stated=facts.stated)
    return Said(said, _right(tab.total))


def _not_markable(facts: NotMarkable, writer: Writer) -> Said:
    message = _("Stitch {stitch} cannot be marked: there are {total} on the needle.")
    return Said(message.format(stitch=facts.stitch, total=facts.total))


def _too_many_marks(facts: TooManyMarks, writer: Writer) -> Said:
    return Said(_("More than {most} marks.").format(most=facts.most))


def _no_centre(facts: NoCentre, writer: Writer) -> Said:
    message = _("There is no centre stitch among {total}: the count is even.").format(total=facts.total)
    if not facts.total:
        return Said(message, _("Cast on first."))
    hint = _("Cast on {more} or {fewer} instead.").format(more=facts.total + 1, fewer=facts.total - 1)
    return Said(message, hint)


def _too_high_number(facts: TooHighNumber, writer: Writer) -> Said:
    message = _("Row {number} is beyond the {most} rows that are worked.")
    return Said(message.format(number=facts.number, most=figure(facts.most, ",")), _("Is the row's number a slip?"))


def _other_gain(facts: OtherGain, writer: Writer) -> Said:
    message = _("The count changes by {gain:+d}, and {stated:+d} is stated.").format(
        gain=facts.gain, stated=facts.stated
    )
    return Said(message, _("Compare the increases and decreases with what is stated."))


def _no_such_row(facts: NoSuchRow, writer: Writer) -> Said:
    return Said(
        _("No row is called '{name}'.").format(name=facts.name),
        _("Write that row first, with its name and a colon before its stitches."),
    )


def _too_few_rows(facts: TooFewRows, writer: Writer) -> Said:
    message = ngettext(
        "{wanted} rows are to be repeated and 1 is written.",
        "{wanted} rows are to be repeated and {written} are written.",
        facts.written,
    )
    return Said(message.format(wanted=facts.wanted, written=facts.written))


def _rows_not_written(facts: RowsNotWritten, writer: Writer) -> Said:
    number = facts.last - facts.first + 1
    message = ngettext("Row {first} is not written.", "Rows {first} to {last} are not written.", number)
    return Said(message.format(first=facts.first, last=facts.last))


def _repeated_not_written(facts: RepeatedNotWritten, writer: Writer) -> Said:
    message = ngettext(
        "Row {rows} is to be repeated and is not written in this section.",
        "Rows {rows} are to be repeated and are not written in this section.",
        len(facts.numbers),
    )
    return Said(message.format(rows=", ".join(map(str, facts.numbers[:_MOST_NAMED]))))


def _points_nowhere(facts: PointsNowhere, writer: Writer) -> Said:
    message = _("{row} points to row {wanted}, which is not written above it.")
    return Said(message.format(row=facts.label, wanted=facts.wanted))


def _written_twice(facts: WrittenTwice, writer: Writer) -> Said:
    message = _("{row} is written twice in this section.").format(row=facts.label)
    return Said(message, _("Is this row {following}?").format(following=facts.following))


def _bind_off_count(facts: BindOffCount, writer: Writer) -> Said:
    message = _("{stated} stitches are bound off here, and {total} are on the needle.")
    if facts.stated > facts.total:
        return Said(message.format(stated=facts.stated, total=facts.total))
    hint = _("A row that binds off some of them says what is done with the others: '{row}'.")
    row = writer.steps((Work(STITCHES["bo"], facts.stated, NOWHERE), WorkTo(KNIT, ToEnd(), NOWHERE)))
    return Said(message.format(stated=facts.stated, total=facts.total), hint.format(row=row))


def _too_many_spared(facts: TooManySpared, writer: Writer) -> Said:
    message = _("{spared} stitches are not to be bound off, and there are {total}.")
    return Said(message.format(spared=facts.spared, total=facts.total))


def _held_already(facts: HeldAlready, writer: Writer) -> Said:
    message = _("Stitches are held as '{name}' already.").format(name=facts.name)
    return Said(message, _("Give these another name, so that it is clear which come back."))


def _other_side(facts: OtherSide, writer: Writer) -> Said:
    message = {
        Side.RS: _("{row} is written as a right-side row, and here a wrong-side row comes."),
        Side.WS: _("{row} is written as a wrong-side row, and here a right-side row comes."),
    }[facts.written]
    return Said(message.format(row=facts.label), _("Has a row been left out, or worked twice?"))


def _piece_too_long(facts: PieceTooLong, writer: Writer) -> Said:
    message = _("More than {most} rows: the rest is not worked.")
    if facts.limit is PieceLimit.STITCHES:
        message = _("More than {most} stitches in all: the rest is not worked.")
    return Said(message.format(most=figure(facts.most, ",")), _("Is a repeat longer than it was meant to be?"))


SENTENCES: Sentences = MappingProxyType(
    {
        OtherCount: _other_count,
        OtherGain: _other_gain,
        NoSuchRow: _no_such_row,
        OtherParts: _other_parts,
        CountSteppedPast: _stepped_past,
        CountNeverReached: _never_reached,
        RowBeforeCastOn: _row_before_cast_on,
        NothingOnNeedle: _nothing_on_needle,
        UnknownYarn: _unknown_yarn,
        CastOnParts: _cast_on_parts,
        CastOnCount: _cast_on_count,
        NothingCastOn: _nothing_cast_on,
        TooManyCastOn: _too_many_cast_on,
        EmptyTab: _empty_tab,
        TooLargeTab: _too_large_tab,
        TabCount: _tab_count,
        NotMarkable: _not_markable,
        TooManyMarks: _too_many_marks,
        NoCentre: _no_centre,
        TooHighNumber: _too_high_number,
        TooFewRows: _too_few_rows,
        RowsNotWritten: _rows_not_written,
        RepeatedNotWritten: _repeated_not_written,
        PointsNowhere: _points_nowhere,
        WrittenTwice: _written_twice,
        BindOffCount: _bind_off_count,
        TooManySpared: _too_many_spared,
        HeldAlready: _held_already,
        OtherSide: _other_side,
        PieceTooLong: _piece_too_long,
    }
)
"""For each class of facts of a piece what makes its sentence."""
