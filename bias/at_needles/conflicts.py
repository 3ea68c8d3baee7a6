"""What only the knitter can say: where the piece is, when the log alone cannot tell."""

from __future__ import annotations

import json
from dataclasses import dataclass

from django.utils.translation import gettext as _

from bias.at_needles.press_form import PressForm
from knitting.log import Progress


@dataclass(frozen=True, slots=True)
class Question:
    """A question with its answers."""

    title: str
    says: str
    presses: tuple[PressForm, ...]


def questions(progress: Progress) -> tuple[Question, ...]:
    """What has to be asked where a piece stands; usually nothing."""
    found = []
    if progress.stale:
        found.append(_changed(progress))
    if progress.conflict is not None:
        found.append(_conflict(progress))
    return tuple(found)


def _changed(progress: Progress) -> Question:
    worked, now = progress.stale, progress.rows
    says = _(
        "You worked up to row {worked} as it was written before. Row {now} is written otherwise now. "
        "What you worked is kept in the log: say whether it counts."
    ).format(worked=worked, now=now + 1)
    why = _("the piece was changed")
    return Question(
        _("The piece was changed since"),
        says,
        (
            PressForm(
                _("It counts: I am after row {worked}").format(worked=worked),
                "jump",
                worked,
                _("{why}: what was worked counts").format(why=why),
            ),
            PressForm(
                _("I ripped it: I am after row {now}").format(now=now),
                "jump",
                now,
                _("{why}: ripped back").format(why=why),
                events_above(progress, now),
            ),
        ),
    )


def _conflict(progress: Progress) -> Question:
    assert progress.conflict is not None
    low, high = progress.conflict.low, progress.conflict.high
    settles = json.dumps([str(each) for each in progress.conflict.settles])
    says = _(
        "On one you went back to after row {low}; on the other, rows up to {high} were noted without "
        "knowing of it. Nothing is lost: say where the piece is."
    ).format(low=low, high=high)
    return Question(
        _("Two devices do not agree"),
        says,
        (
            PressForm(
                _("After row {high}").format(high=high), "jump", high, _("two devices: the higher row"), settles=settles
            ),
            PressForm(
                _("After row {low}").format(low=low),
                "jump",
                low,
                _("two devices: the lower row"),
                events_above(progress, low),
                settles,
            ),
        ),
    )


def events_above(progress: Progress, row: int) -> str:
    """The events of the rows above one, as a form sends them."""
    return json.dumps([str(known) for known, at in progress.live if at > row])
