"""What is said of a piece's yarn: how much of each colour, whether it lasts and after which row to stop."""

from __future__ import annotations

from collections.abc import Mapping

from knitting.measures import said_fine_length, said_length, said_metres, said_number
from knitting.saying.language import _, ngettext
from knitting.saying.sentences import counted
from knitting.yarn.balls import BallEnd
from knitting.yarn.lots import lots
from knitting.yarn.outlook import Chance
from knitting.yarn.report import ColourYarn, YarnReport

_PER_CENT = 100


def yarn_lines(report: YarnReport) -> list[str]:
    """Everything that is said of a piece's yarn, a sentence a line."""
    lines = [said_loop(report)]
    lines += [said_colour(each) for each in report.colours]
    lines += [said_ball_end(end) for end in report.ball_ends]
    lines += [said_last_safe(report), said_turn(report), said_weigh_next(report), said_tails(report)]
    return [line for line in lines if line]


def said_loop(report: YarnReport) -> str:
    """What all is counted from: the yarn of one stitch, and where that is known from."""
    length = said_fine_length(report.loop_cm)
    gauge = report.gauge
    if gauge.guessed:
        return _("A stitch takes {length} of yarn at a guess: no gauge is known.").format(length=length)
    if gauge.washed is None:
        told = _("A stitch takes about {length} of yarn; it is not told whether the gauge was washed.")
        return told.format(length=length)
    told = _("A stitch takes {length} of yarn, by the washed gauge.")
    if not gauge.washed:
        told = _("A stitch takes {length} of yarn, by the unwashed gauge.")
    return told.format(length=length)


def said_grams(grams: float) -> str:
    """Grams as they are said: whole ones from 20 up.

    >>> said_grams(92.4), said_grams(7.02)
    ('92 g', '7 g')
    """
    return f"{grams:.0f} g" if grams >= 20 else f"{said_number(grams)} g"


def said_colour(each: ColourYarn) -> str:
    """How much of a colour the whole piece takes."""
    about = said_metres(each.metres)
    if each.grams:
        balls = ngettext("1 ball", "{number} balls", each.balls).format(number=each.balls)
        about = f"{about}, {said_grams(each.grams)}, {balls}"
    name = each.colour or _("Yarn")
    return _("{name}: {about}, give or take {sd}.").format(name=name, about=about, sd=said_metres(1.28 * each.sd_m))


def said_ball_end(end: BallEnd) -> str:
    """Where a ball is let go, and why there."""
    sentence = _("Ball {ball} of {colour} ends: join the next after row {row}; {left} stay over.")
    if not end.colour:
        sentence = _("Ball {ball} ends: join the next after row {row}; {left} stay over.")
    return sentence.format(ball=end.ball, colour=end.colour, row=end.row, left=said_metres(max(end.left_m, 0.0)))


def said_chance(chance: float) -> str:
    """A chance in a hundred; never more sure than it can be.

    >>> said_chance(0.943), said_chance(0.9999)
    ('94', 'over 99')
    """
    if chance > 0.995:
        return _("over 99")
    return str(round(chance * _PER_CENT)) if chance >= 0.005 else _("under 1")


def short_chance(chance: float) -> str:
    """The same in a narrow cell.

    >>> short_chance(0.943), short_chance(0.9999), short_chance(0.001)
    ('94', '>99', '<1')
    """
    if chance > 0.995:
        return ">99"
    return str(round(chance * _PER_CENT)) if chance >= 0.005 else "<1"


def said_last_safe(report: YarnReport) -> str:
    """Where to stop, with what comes after it; before any weighing a range, and nothing where no yarn is known."""
    if not report.known:
        return _("Say how much yarn there is, and it is told how far it goes.")
    if not report.hand.weighed:
        return _said_range(report)
    if report.lasts:
        chance = said_chance(report.outlook[-1].chance)
        return _("The yarn lasts to the end: {chance} in 100.").format(chance=chance)
    safe = report.last_safe
    if safe is None:
        return _("No row is safe to stop after: the yarn is too short for what is to follow.")
    words = _("Stop after row {row}: {chance} in 100 that what follows is still yours.")
    words = words.format(row=safe.row, chance=said_chance(safe.chance))
    following = _next_stop(report, safe)
    if following is None:
        return words
    after = _("After row {row} it is {chance}.").format(row=following.row, chance=said_chance(following.chance))
    return f"{words} {after}"


def _said_range(report: YarnReport) -> str:
    low, high = report.reach
    last = report.outlook[-1].row
    if low >= last:
        return _("By what is known so far the yarn lasts to the end. Weigh it on the way to be sure.")
    if not high:
        return _("By what is known so far the yarn is too short even for the first rows.")
    if high >= last:
        return _("It may run short after row {low}, or last to the end: weigh it, and it is known better.").format(
            low=low
        )
    words = _("It runs short somewhere between row {low} and row {high} of {rows}: weigh it, and it is known better.")
    return words.format(low=low, high=high, rows=last)


def _next_stop(report: YarnReport, safe: Chance) -> Chance | None:
    return next((chance for chance in report.outlook if chance.row > safe.row), None)


def said_turn(report: YarnReport) -> str:
    """When to turn a piece that grows and then shrinks; nothing for others."""
    turn = report.turn
    if turn is None:
        return ""
    if turn.row >= turn.as_it_is:
        words = _("It turns after row {row} as it is written: nine chances in ten that the way back is still there.")
        return words.format(row=turn.as_it_is)
    words = _(
        "Turn after row {row}, at {stitches} stitches, not after row {later}: so the way back lasts, nine times in ten."
    )
    return words.format(row=turn.row, stitches=turn.stitches, later=turn.as_it_is)


def said_lots(report: YarnReport, colour: str, had: Mapping[str, float]) -> str:
    """Which dye lot each section is knitted from, by the metres of each lot; nothing where there are not two lots."""
    if len(had) < 2:
        return ""
    sections = report.sections_m(colour)
    whole = sum(metres for _section, metres in sections)
    alone = next((lot for lot in sorted(had, key=lambda lot: had[lot]) if had[lot] >= whole), None)
    if alone is not None:
        return _("Lot {lot} alone has enough for all of it.").format(lot=alone)
    shared = lots([metres for _section, metres in sections], had) if len(sections) > 1 else None
    if shared is None:
        return _("No lot alone has enough: knit two rows of one and two of another in turn, and no line shows.")
    told = [f"{name}: {lot}" for (name, _metres), lot in zip(sections, shared, strict=True)]
    return _("One lot for each part: {parts}.").format(parts="; ".join(told))


def said_weigh_next(report: YarnReport) -> str:
    """When a weighing is worth it, and why."""
    if not report.known or report.weigh_next is None:
        return ""
    if not report.hand.weighed:
        words = _("Weigh what is left after row {row}: two thirds of what is sure to last are knitted then.")
    else:
        words = _("Weigh again after row {row}: it tells the last row better by more than half a stop.")
    return words.format(row=report.weigh_next)


def said_tails(report: YarnReport) -> str:
    """The tails to leave."""
    cast_on, bind_off = report.tails_cm
    told = []
    if cast_on:
        told.append(_("Leave a tail of {length} for the cast-on.").format(length=said_length(round(cast_on))))
    if bind_off:
        told.append(_("Keep {length} for the bind-off.").format(length=said_length(round(bind_off))))
    return " ".join(told)


def said_hand(report: YarnReport) -> str:
    """What the weighings tell of the hand."""
    hand = report.hand
    if not hand.weighed:
        return ""
    by = round((hand.factor - 1) * _PER_CENT)
    times = counted(hand.weighed, "times")
    if by > 0:
        return _("Weighed {times}: your stitches take {by} % more yarn than predicted.").format(times=times, by=by)
    if by < 0:
        return _("Weighed {times}: your stitches take {by} % less yarn than predicted.").format(times=times, by=-by)
    return _("Weighed {times}: your stitches take the yarn that was predicted.").format(times=times)
