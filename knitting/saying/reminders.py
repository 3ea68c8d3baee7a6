"""What is due at a row, in words."""

from __future__ import annotations

from knitting.reminders import Reminder, ReminderKind, Tail
from knitting.saying.language import _, ngettext
from knitting.saying.yarn import said_chance


def said_reminder(reminder: Reminder) -> str:
    """One thing that is due.

    >>> said_reminder(Reminder(ReminderKind.CROWDED, 180, needle_cm=80))
    'From here on the needle gets crowded (180 stitches): change to one of 80 cm.'
    """
    if reminder.kind in _OF_YARN:
        return _said_of_yarn(reminder)
    number = reminder.stitches
    match reminder.kind:
        case ReminderKind.NEW_COLOUR:
            return _("Change colour at the beginning of this row.")
        case ReminderKind.BACK_ON_NEEDLE:
            said = ngettext(
                "Put '{holder}' back on the needle first: 1 stitch.",
                "Put '{holder}' back on the needle first: {number} stitches.",
                number,
            )
        case ReminderKind.TO_HOLDER:
            said = ngettext(
                "1 stitch of this row goes on a holder: have waste yarn ready.",
                "{number} stitches of this row go on a holder: have waste yarn ready.",
                number,
            )
        case ReminderKind.CAST_ON:
            said = ngettext("1 stitch is cast on in this row.", "{number} stitches are cast on in this row.", number)
        case ReminderKind.TURN:
            return _("Turn before the end of this row.")
        case ReminderKind.CROWDED:
            longer = _("one of {cm} cm").format(cm=reminder.needle_cm)
            wanted = longer if reminder.needle_cm else _("two circular needles")
            said = _("From here on the needle gets crowded ({number} stitches): change to {needle}.")
            return said.format(number=number, needle=wanted)
        case ReminderKind.MARK_UP:
            return _("Move the mark up to the newest row.")
        case ReminderKind.WEIGH:
            return _("Weigh the ball: the forecast has not been told for a while.")
    return said.format(number=number, holder=reminder.holder)


_OF_YARN = (
    ReminderKind.WEIGH_NOW,
    ReminderKind.BALL_ENDS,
    ReminderKind.LAST_SAFE,
    ReminderKind.TURN_NOW,
    ReminderKind.FROM_BALL,
)


def _said_of_yarn(reminder: Reminder) -> str:
    if reminder.kind is ReminderKind.WEIGH_NOW:
        return _("Weigh what is left of the yarn now: it tells best after how many rows it ends.")
    if reminder.kind is ReminderKind.LAST_SAFE:
        safe = _("Stop here: {chance} in 100 that what follows is still yours. Further rows are less sure.")
        return safe.format(chance=said_chance(reminder.chance))
    if reminder.kind is ReminderKind.FROM_BALL:
        return _("Take {colour} from its ball {ball}.").format(colour=reminder.colour, ball=reminder.ball)
    if reminder.kind is ReminderKind.TURN_NOW:
        turn = _("Turn here, at {number} stitches: the yarn lasts for the way back, and not for more.")
        return turn.format(number=reminder.stitches)
    ends = _("Join the next ball of {colour} before this row: ball {ball} would end in the middle of one.")
    if not reminder.colour:
        ends = _("Join the next ball before this row: ball {ball} would end in the middle of one.")
    return ends.format(colour=reminder.colour, ball=reminder.ball)


def said_tail(tail: Tail | None) -> str:
    """Where the cast-on tail hangs; nothing where that tells nothing."""
    if tail is None:
        return ""
    return {
        Tail.RIGHT_EDGE: _("the cast-on tail hangs at the right edge"),
        Tail.LEFT_EDGE: _("the cast-on tail hangs at the left edge"),
        Tail.RIGHT_OF_CENTRE: _("the cast-on tail hangs right of the centre"),
        Tail.LEFT_OF_CENTRE: _("the cast-on tail hangs left of the centre"),
    }[tail]
