"""Which technique helps on an occasion: with what is due, a mistake that was found, a way to put it right."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from knitting.diagnosis import MistakeKind, OptionKind
from knitting.reminders import ReminderKind

Occasion = ReminderKind | MistakeKind | OptionKind

_HELPFUL: Mapping[Occasion, str] = MappingProxyType(
    {
        ReminderKind.NEW_COLOUR: "change_colour",
        ReminderKind.BACK_ON_NEEDLE: "return_held",
        ReminderKind.TO_HOLDER: "hold_flat",
        ReminderKind.CAST_ON: "mid_row",
        ReminderKind.MARK_UP: "mark_stitch",
        ReminderKind.BALL_ENDS: "join_ball",
        ReminderKind.FROM_BALL: "join_ball",
        MistakeKind.MISSED_INCREASE: "m1",
        MistakeKind.EXTRA_INCREASE: "yo",
        MistakeKind.MISSED_DECREASE: "k2tog",
        MistakeKind.EXTRA_DECREASE: "k2tog",
        MistakeKind.DROPPED_STITCH: "drop",
        MistakeKind.EXTRA_STITCH: "p",
        MistakeKind.SKIPPED_ROW: "rip",
        MistakeKind.ROW_TWICE: "rip",
        MistakeKind.MARK_SHIFTED: "mark_needle",
        MistakeKind.WRONG_CAST_ON: "long_tail",
        MistakeKind.HALF_ROW: "undo",
        MistakeKind.WRONG_COLOUR: "change_colour",
        MistakeKind.WRONG_STITCH: "undo",
        OptionKind.MEND: "undo",
        OptionKind.RIP: "rip",
    }
)


def technique_for(occasion: Occasion) -> str:
    """The key of the technique that helps; empty where none does.

    >>> technique_for(ReminderKind.MARK_UP)
    'mark_stitch'
    """
    return _HELPFUL.get(occasion, "")
