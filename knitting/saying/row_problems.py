"""What does not add up in a row, in words."""

from __future__ import annotations

from types import MappingProxyType

from knitting.figures import figure
from knitting.in_pattern.facts import UnclearGrowth
from knitting.needle.facts import (
    Ahead,
    BeyondGoal,
    Doing,
    DoNotFit,
    LeftOver,
    Limit,
    MarkerInTheWay,
    NoCentreMarked,
    NoMarkAhead,
    NoMarkForShaping,
    NoNeighbour,
    NoRowBelow,
    NotHeld,
    OverLimit,
    PastGoal,
    PlaceNotSaid,
    ShapingNotSaid,
    TooFew,
    UnevenRepeat,
    UsesNothing,
    WhichMarker,
    WhichStitch,
)
from knitting.needle.worked import FabricWork, GroupWork, Workable
from knitting.problems import NOWHERE
from knitting.rows import MarkStitches, Shape, Step, ToEnd, ToMarker
from knitting.saying.language import _, ngettext
from knitting.saying.sentences import Said, Sentences, counted, did_you_mean, in_sentence, said_left
from knitting.stitches import StitchKind
from knitting.words.writer import Writer


def _named(what: Workable | Doing, writer: Writer) -> str:
    """What is worked, or done, as a sentence names it."""
    match what:
        case StitchKind():
            words = writer.dialect.written["stitches"]
            return f"'{writer.dialect.word('stitches', what.key) if what.key in words else what.said}'"
        case Doing.MARK_NEXT:
            return _("A mark in the next stitch")
        case Doing.MARK_MADE:
            return _("A mark in the stitch just made")
        case Doing.HOLD:
            return _("The holder")
        case FabricWork():
            return _("The pattern")
        case GroupWork():
            return _("The repeat")
    return _("The cluster")


def _quoted(step: Step | None, writer: Writer) -> str:
    """A step as a sentence names it; none is a repeat."""
    return f"'{writer.step(step)}'" if step else _("The repeat")


def _room(facts: TooFew | BeyondGoal, writer: Writer) -> str:
    """What the whole row comes to, or the goal that would leave room for the rest of it."""
    if facts.row_has:
        uses = _("The row uses {uses} of {start}").format(uses=facts.row_uses, start=facts.row_has)
        if not facts.missing_in:
            return f"{uses}."
        earlier = in_sentence(facts.missing_in)
        return _("{uses}: did an increase in {row} go missing?").format(uses=uses, row=earlier)
    if facts.nearer is not None:
        better = writer.step(facts.nearer)
        return _("The steps after it use {rest}: write '{better}'?").format(rest=facts.rest, better=better)
    return ""


def _too_few(facts: TooFew, writer: Writer) -> Said:
    message = _("{what} needs {stitches} and {left}.").format(
        what=_named(facts.what, writer),
        stitches=counted(facts.needs, "stitches"),
        left=said_left(facts.left, facts.needs),
    )
    return Said(message, _room(facts, writer))


def _beyond_goal(facts: BeyondGoal, writer: Writer) -> Said:
    goal = facts.goal
    end = isinstance(goal, ToEnd)
    of_what = _("the end") if end else _("the marker") if isinstance(goal, ToMarker) else _("the marked stitch")
    left = said_left(facts.left)
    message = _("{step} stops {stitches} before {goal}, and {left} before it.").format(
        step=_quoted(facts.step, writer), stitches=counted(goal.short, "stitches"), goal=of_what, left=left
    )
    return Said(message, _room(facts, writer))


def _marker_in_the_way(facts: MarkerInTheWay, writer: Writer) -> Said:
    before = ngettext("{number} stands", "{number} stand", facts.left).format(number=facts.left)
    message = _("{what} needs {stitches} and {before} before the marker.").format(
        what=_named(facts.what, writer), stitches=counted(facts.needs, "stitches"), before=before
    )
    return Said(message, _("The marker is in the way: remove it, or shift it."))


def _uneven_repeat(facts: UnevenRepeat, writer: Writer) -> Said:
    once = _("The repeat uses {stitches} and {distance} lie before its goal: one time leaves {over} over.")
    more = _("The repeat uses {stitches} and {distance} lie before its goal: {times} times leave {over} over.")
    message = (once if facts.distance // facts.uses == 1 else more).format(
        stitches=counted(facts.uses, "stitches"),
        distance=facts.distance,
        times=facts.distance // facts.uses,
        over=facts.over,
    )
    fewer = facts.distance - facts.over
    hint = _("{fewer} or {more} stitches there would come out.").format(fewer=fewer, more=fewer + facts.uses)
    return Said(message, hint)


def _past_goal(facts: PastGoal, writer: Writer) -> Said:
    return Said(
        _("The last time of the repeat runs {over} past its goal.").format(over=counted(facts.over, "stitches"))
    )


def _uses_nothing(facts: UsesNothing, writer: Writer) -> Said:
    return Said(_("The repeat uses no stitches, so it never reaches its goal."))


def _not_held(facts: NotHeld, writer: Writer) -> Said:
    message = _("No stitches are held as '{name}'.").format(name=facts.name)
    if not facts.held:
        return Said(message, _("Nothing is on a holder here."))
    return Said(message, _("On holders are: {names}.").format(names=", ".join(facts.held)))


def _no_mark_ahead(facts: NoMarkAhead, writer: Writer) -> Said:
    what = facts.what
    said = _named(what, writer) if isinstance(what, Doing) else _quoted(what, writer)
    match facts.wanted:
        case Ahead.MARKED_STITCH:
            message = _("{step}: there is no marked stitch ahead in this row.")
        case Ahead.STITCH_JUST_MADE:
            message = _("{step}: no stitch of this part was made just before.")
        case Ahead.MARKER_HERE if facts.ahead:
            stitches = counted(facts.ahead, "stitches")
            message = _("{step}: there is no marker after the next {stitches}.").replace("{stitches}", stitches)
        case Ahead.MARKER_HERE:
            message = _("{step}: there is no marker just ahead in this row.")
        case _ if facts.name:
            message = _("{step}: there is no marker {name} ahead in this row.").replace("{name}", facts.name)
        case _:
            message = _("{step}: there is no marker ahead in this row.")
    hint = did_you_mean(writer.step(facts.better)) if facts.better is not None else ""
    return Said(message.format(step=said), hint)


def _no_centre(facts: NoCentreMarked, writer: Writer) -> Said:
    message = _("{step}: no stitch is marked as the centre.").format(step=_quoted(facts.step, writer))
    order = writer.order(MarkStitches((), NOWHERE))
    return Said(message, _("Write '{order}' before this row.").format(order=order))


def _over_limit(facts: OverLimit, writer: Writer) -> Said:
    sentence = {
        Limit.STITCHES_ON_NEEDLE: _("More than {most} stitches on the needle."),
        Limit.MARKS: _("More than {most} marks in one row."),
        Limit.STEPS: _("More than {most} steps in one row."),
    }[facts.limit]
    return Said(sentence.format(most=figure(facts.most, ",")))


def _left_over(facts: LeftOver, writer: Writer) -> Said:
    left = ngettext("1 stitch is left over", "{number} stitches are left over", facts.left).format(number=facts.left)
    uses, start = facts.start - facts.left, facts.start
    message = _("{left}: the row uses {uses} of {start}.").format(left=left, uses=uses, start=start)
    if facts.better is None:
        return Said(message)
    better = writer.step(facts.better)
    if facts.step is None:
        return Said(message, _("Write '{better}' at the end?").format(better=better))
    hint = _("'{step}' leaves {left} too many: write '{better}'?")
    return Said(message, hint.format(step=writer.step(facts.step), left=facts.left, better=better))


def _no_row_below(facts: NoRowBelow, writer: Writer) -> Said:
    message = _("{stitch} lifts a stitch of the row below, and this is the first row.")
    hint = _("Work a plain row first, or use a yarn over.")
    return Said(message.format(stitch=_named(facts.stitch, writer)), hint)


def _no_neighbour(facts: NoNeighbour, writer: Writer) -> Said:
    message = _("{stitch} needs a stitch on both sides, and it stands at the very edge.")
    hint = _("Work one stitch beyond it, or use a yarn over.")
    return Said(message.format(stitch=_named(facts.stitch, writer)), hint)


def _which_marker(facts: WhichMarker, writer: Writer) -> Said:
    message = _("'{shaping}' does not say which of {number} markers.")
    said = message.format(shaping=writer.step(facts.shape), number=facts.markers)
    return Said(said, did_you_mean(writer.step(facts.every)))


def _no_mark_for_shaping(facts: NoMarkForShaping, writer: Writer) -> Said:
    message = (
        _("'{shaping}': no stitch is marked.") if facts.in_stitch else _("'{shaping}': there is no marker in this row.")
    )
    return Said(message.format(shaping=writer.step(facts.shape)))


def _place_not_said(facts: PlaceNotSaid, writer: Writer) -> Said:
    message = _("'{shaping}' stands among other steps, and it is not said which of them come before it.")
    return Said(message.format(shaping=writer.step(facts.shape)), _("Write each change in its own place."))


def _which(shape: Shape, writer: Writer) -> str:
    message = (
        _("'{shaping}' does not say which increase.")
        if shape.increase
        else _("'{shaping}' does not say which decrease.")
    )
    return message.format(shaping=writer.step(shape))


def _which_stitch(facts: WhichStitch, writer: Writer) -> Said:
    shape, pair = facts.shape, facts.pair
    if pair is None:
        hint = _("Write the increase itself.") if shape.increase else _("Write the decrease itself.")
        return Said(_which(shape, writer), hint)
    message = _("'{shaping}' does not say which of the pair.").format(shaping=writer.step(shape))
    leans = (
        _("'{stitch}' leans {way}.").format(stitch=writer.stitch(kind, 1), way=_(kind.lean.value)) for kind in pair
    )
    return Said(message, " ".join(leans))


def _do_not_fit(facts: DoNotFit, writer: Writer) -> Said:
    return Said(
        _("'{shaping}': a row of {total} stitches has no room for so many.").format(
            shaping=writer.step(facts.shape), total=facts.total
        )
    )


def _shaping_not_said(facts: ShapingNotSaid, writer: Writer) -> Said:
    name = writer.dialect.word("headers", "increase" if facts.shape.increase else "decrease").capitalize()
    header = f"{name}: {writer.dialect.word('recipes', facts.example)}"
    return Said(_which(facts.shape, writer), _("Say it once at the top, such as '{header}'.").format(header=header))


def _unclear_growth(facts: UnclearGrowth, writer: Writer) -> Said:
    return Said(
        _("An increase stands among stitches in pattern: on which side of it the pattern grows is not said."),
        _("Set a marker beside it, so that each side has its own pattern."),
    )


SENTENCES: Sentences = MappingProxyType(
    {
        TooFew: _too_few,
        BeyondGoal: _beyond_goal,
        MarkerInTheWay: _marker_in_the_way,
        UnevenRepeat: _uneven_repeat,
        PastGoal: _past_goal,
        UsesNothing: _uses_nothing,
        NotHeld: _not_held,
        NoMarkAhead: _no_mark_ahead,
        NoCentreMarked: _no_centre,
        OverLimit: _over_limit,
        LeftOver: _left_over,
        NoRowBelow: _no_row_below,
        NoNeighbour: _no_neighbour,
        WhichMarker: _which_marker,
        NoMarkForShaping: _no_mark_for_shaping,
        PlaceNotSaid: _place_not_said,
        DoNotFit: _do_not_fit,
        WhichStitch: _which_stitch,
        ShapingNotSaid: _shaping_not_said,
        UnclearGrowth: _unclear_growth,
    }
)
"""For each class of facts of a row what makes its sentence."""
