"""What only the knitter can say: where the piece is, when the log alone cannot tell."""

from __future__ import annotations

import json
from dataclasses import dataclass

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
    says = (
        f"You worked up to row {worked} as it was written before. Row {now + 1} is written otherwise now. What you "
        "worked is kept in the log: say whether it counts."
    )
    why = "the piece was changed"
    return Question(
        "The piece was changed since",
        says,
        (
            PressForm(f"It counts: I am after row {worked}", "jump", worked, f"{why}: what was worked counts"),
            PressForm(
                f"I ripped it: I am after row {now}", "jump", now, f"{why}: ripped back", events_above(progress, now)
            ),
        ),
    )


def _conflict(progress: Progress) -> Question:
    assert progress.conflict is not None
    low, high = progress.conflict.low, progress.conflict.high
    settles = json.dumps([str(each) for each in progress.conflict.settles])
    says = (
        f"On one you went back to after row {low}; on the other, rows up to {high} were noted without knowing of it. "
        "Nothing is lost: say where the piece is."
    )
    return Question(
        "Two devices do not agree",
        says,
        (
            PressForm(f"After row {high}", "jump", high, "two devices: the higher row", settles=settles),
            PressForm(
                f"After row {low}", "jump", low, "two devices: the lower row", events_above(progress, low), settles
            ),
        ),
    )


def events_above(progress: Progress, row: int) -> str:
    """The events of the rows above one, as a form sends them."""
    return json.dumps([str(known) for known, at in progress.live if at > row])
