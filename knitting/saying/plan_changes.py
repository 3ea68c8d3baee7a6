"""What a mend of a plan does, in words."""

from __future__ import annotations

from knitting.measures import said_length
from knitting.plan.changes import (
    CallIt,
    CastOnInstead,
    DecreaseByOne,
    EndInstead,
    KeepFirst,
    KnitTab,
    LeaveGaugeOpen,
    LeaveOut,
    LeaveRowOut,
    LeaveSecondOut,
    MarkLine,
    OneStitchFurther,
    OneStitchIn,
    PlainRowFirst,
    PutBothSides,
    PutOnLine,
    ShapeAt,
    ShapeInRow,
    TakeGarter,
    TakeGarterFor,
    TakeRhythm,
    TakeYarnOver,
    TimesOnly,
)
from knitting.plan.plan import Count, End, Length, PartCount, Repeats, Rows, YarnShare
from knitting.saying.language import _
from knitting.saying.sentences import Templates, counted
from knitting.statements import N_


def said_end(until: End) -> str:
    """An end of a stage in words.

    >>> said_end(Count(61)), said_end(Length(18)), said_end(PartCount("wing", 20))
    ('until 61 stitches', 'for 18 cm', "until 'wing' has 20 stitches")
    """
    match until:
        case Count(stitches):
            return _("until {stitches}").format(stitches=counted(stitches, "stitches"))
        case PartCount(part, stitches):
            return _("until '{part}' has {stitches}").format(part=part, stitches=counted(stitches, "stitches"))
        case Rows(rows):
            return _("for {rows}").format(rows=counted(rows, "rows"))
        case Repeats(times):
            return _("once") if times == 1 else counted(times, "times")
        case Length(cm):
            return _("for {length}").format(length=said_length(cm))
        case YarnShare(share):
            return _("until {share} of the yarn is used").format(share=f"{share:.0%}")


def _cast_on(change: CastOnInstead) -> str:
    return (_("cast on {count} instead") if change.instead else _("cast on {count}")).format(count=change.count)


def _end(change: EndInstead) -> str:
    return said_end(change.until)


TEMPLATES: Templates = {
    CastOnInstead: _cast_on,
    OneStitchIn: N_("one stitch in '{part}'"),
    CallIt: N_("call it '{name}'"),
    LeaveGaugeOpen: N_("leave the gauge open"),
    TakeGarter: N_("take garter"),
    TakeGarterFor: N_("take garter for '{fabric}'"),
    TakeRhythm: N_("take {rows}"),
    KeepFirst: N_("keep the first {count}"),
    LeaveOut: N_("leave it out"),
    LeaveSecondOut: N_("leave the second out"),
    LeaveRowOut: N_("leave that row out"),
    ShapeInRow: N_("shape in row {row}"),
    ShapeAt: N_("shape at '{line}'"),
    TakeYarnOver: N_("take a yarn over"),
    PutBothSides: N_("put it on both sides"),
    PutOnLine: N_("put it on the line"),
    DecreaseByOne: N_("decrease by one there"),
    MarkLine: N_("mark '{line}'"),
    PlainRowFirst: N_("work a plain row first"),
    OneStitchFurther: N_("work one plain stitch beyond it"),
    KnitTab: N_("cast on {stitches} and knit {rows:rows}"),
    TimesOnly: N_("{times:times} only"),
    EndInstead: _end,
}
