"""What does not come out in a plan and in its fabrics, in words."""

from __future__ import annotations

from knitting.fabric.facts import (
    CountChangesInFabric,
    EmptyFabric,
    NotFromBehind,
    OtherWidthInFabric,
    TooLargeFabric,
)
from knitting.plan.facts import (
    AskedBesideLine,
    AskedOnLine,
    CrossedTwice,
    EmptyPlanTab,
    EvenWithCentre,
    GrowsUnseen,
    LinesWanted,
    NameTwice,
    NegativePart,
    NoPartOrStage,
    NoRowToStandIn,
    NoStitchLeftOf,
    NoSuchFabric,
    NoSuchLine,
    NoSuchWork,
    NotAcross,
    NotAFabricName,
    NotAName,
    NotAPartFabric,
    NotTheSum,
    NotToldApart,
    RestsOnHolder,
    RhythmOutside,
    RowOutsideRhythm,
    ShapingNowhere,
    SidesUnequal,
    TooFewCastOn,
    TooLongTab,
    TooManyFabrics,
    TooManyLines,
    TooManyPlanned,
    TooManyShapings,
    UnbelievableGauge,
    UnknownYarnCategory,
)
from knitting.saying.language import _
from knitting.saying.sentences import Templates, filled
from knitting.statements import N_


def _no_such_fabric(facts: NoSuchFabric) -> str:
    sentence = _("'{fabric}' is no fabric; there are {known}.")
    return sentence.format(fabric=facts.fabric, known=", ".join(facts.known))


def _not_the_sum(facts: NotTheSum | EvenWithCentre) -> str:
    if facts.on_lines:
        hold = _("The parts hold {sum} and {on_lines} on the lines, {all} in all;")
    else:
        hold = _("The parts hold {sum}, {all} in all;")
    then = _("{cast_on} are picked up with the tab.") if facts.tab else _("{cast_on} are cast on.")
    sum_ = " + ".join(map(str, facts.parts))
    return filled(f"{hold} {then}", facts, sum=sum_, all=sum(facts.parts) + facts.on_lines)


def _even_with_centre(facts: EvenWithCentre) -> str:
    even = _("{cast_on} is even: with a centre stitch both sides cannot be equal.")
    return f"{filled(even, facts)} {_not_the_sum(facts)}"


def _not_across(facts: NotAcross) -> str:
    if facts.stitches == 1:
        sentence = _(
            "'{work}' goes across one stitch of a line, and '{line}' is marked beside it: mark it in the stitch."
        )
    elif facts.stitches:
        sentence = _("'{work}' goes across one stitch of a line, and '{line}' has {stitches} of its own.")
    else:
        sentence = _("'{work}' goes across one stitch of a line, and '{line}' is a marker between two.")
    return filled(sentence, facts)


TEMPLATES: Templates = {
    EmptyFabric: N_("'{fabric}' has no stitches."),
    CountChangesInFabric: N_(
        "Row {row} of '{fabric}' uses {uses:stitches} and makes {makes}: it would change the count."
    ),
    OtherWidthInFabric: N_("Row {row} of '{fabric}' has {columns} columns, and row 1 has {width}."),
    NotFromBehind: N_(
        "Row {row} of '{fabric}' is a wrong-side row when worked flat, and '{stitch}' cannot be worked there."
    ),
    TooLargeFabric: N_(
        "'{fabric}' has {width} columns and {height} rows: at most {most_columns} columns and "
        "{most_rows} rows are worked."
    ),
    NoPartOrStage: N_("A plan has one part and one stage at least."),
    LinesWanted: N_("{parts:parts} need {lines:lines} between them."),
    UnbelievableGauge: N_("The gauge is not one that hand knitting has: 2 to 200 stitches or rows to 10 cm."),
    UnknownYarnCategory: N_("There is no category {category} of yarn: there are 0 to {most}."),
    TooManyFabrics: N_("A plan has {most} fabrics of its own at most, each with a name that no other has."),
    NotAFabricName: N_("'{fabric}' cannot be a fabric's name, or begins too far on."),
    NoSuchFabric: _no_such_fabric,
    TooLongTab: N_("A tab of {rows:,} rows is more than is worked."),
    EmptyPlanTab: N_("A tab of {stitches:stitches} and {rows:rows} cannot be worked: it has one of each at least."),
    TooFewCastOn: N_("{count:stitches} cannot be cast on: at least one is needed."),
    TooManyPlanned: N_("{count:,} stitches cannot be cast on: at most {most:,} are worked."),
    NotTheSum: _not_the_sum,
    EvenWithCentre: _even_with_centre,
    SidesUnequal: N_("The centre stitch has {right} to its right and {left} to its left: the sides are not equal."),
    NoStitchLeftOf: N_("The marker of '{line}' has no stitch to its left to stand before."),
    NameTwice: N_("The name '{name}' stands for more than one thing."),
    NotAName: N_(
        "A part cannot be called '{name}': a name is letters first, then letters, figures, spaces and "
        "hyphens, 60 at most."
    ),
    TooManyLines: N_("At most {lines} lines and {stages} stages are planned."),
    NegativePart: N_("'{part}' cannot have fewer than no stitches."),
    NotAPartFabric: N_("'{fabric}' is no fabric that a part can be in."),
    RhythmOutside: N_("A rhythm of {rows:rows}: 1 to {most} are possible."),
    TooManyShapings: N_("'{stage}' has {count} shapings: at most {most} are planned in a stage."),
    ShapingNowhere: N_("A shaping of '{stage}' stands at no line and no edge."),
    NoSuchLine: N_("There is no line '{line}' in '{stage}'; there are {near:names} and the edges."),
    NoSuchWork: N_("'{work}' is no way of shaping that a line can have."),
    AskedOnLine: N_("This shaping stands beside a line, and is asked for on '{line}' itself."),
    AskedBesideLine: N_("This shaping goes across a line's stitch, and is asked for beside '{line}'."),
    NotAcross: _not_across,
    RestsOnHolder: N_("'{work}' cannot be worked there in '{stage}': '{part}' is on a holder."),
    GrowsUnseen: N_(
        "'{work}' stands {away} stitches inside '{part}', which is in a pattern: on which side of it the "
        "pattern grows is not said. Put a marked line there."
    ),
    CrossedTwice: N_("Two shapings of '{stage}' go across '{line}' in the same row."),
    NoRowToStandIn: N_("This shaping of '{stage}' has no row to stand in."),
    RowOutsideRhythm: N_("Row {row} is outside a rhythm of {rhythm:rows}."),
    NotToldApart: N_("'{one}' and '{other}' both change in '{stage}', and no mark tells them apart."),
}
