"""What only the knitter can say: where the piece is, when the log alone cannot tell."""

from __future__ import annotations

import json
from dataclasses import dataclass

from bias.at_needles.progress import Standing


@dataclass(frozen=True, slots=True)
class Press:
    """An answer: the row after which the piece is then, what it takes back, and what it settles."""

    does: str
    row: int
    reason: str
    takes_back: str = ""
    settles: str = ""


@dataclass(frozen=True, slots=True)
class Ask:
    """A question with its answers."""

    title: str
    says: str
    presses: tuple[Press, ...]


def asks(standing: Standing) -> tuple[Ask, ...]:
    """What has to be asked where a piece stands; usually nothing."""
    found = []
    if standing.stale:
        found.append(_changed(standing))
    if standing.parted is not None:
        found.append(_parted(standing))
    return tuple(found)


def _changed(standing: Standing) -> Ask:
    worked, now = standing.stale, standing.rows
    says = (
        f"You worked up to row {worked} as it was written before. Row {now + 1} is written otherwise now. What you "
        "worked is kept in the log: say whether it counts."
    )
    why = "the piece was changed"
    return Ask(
        "The piece was changed since",
        says,
        (
            Press(f"It counts: I am after row {worked}", worked, f"{why}: what was worked counts"),
            Press(f"I ripped it: I am after row {now}", now, f"{why}: ripped back", above(standing, now)),
        ),
    )


def _parted(standing: Standing) -> Ask:
    assert standing.parted is not None
    low, high = standing.parted.low, standing.parted.high
    settles = json.dumps([str(each) for each in standing.parted.settles])
    says = (
        f"On one you went back to after row {low}; on the other, rows up to {high} were noted without knowing of it. "
        "Nothing is lost: say where the piece is."
    )
    return Ask(
        "Two devices do not agree",
        says,
        (
            Press(f"After row {high}", high, "two devices: the higher row", settles=settles),
            Press(f"After row {low}", low, "two devices: the lower row", above(standing, low), settles),
        ),
    )


def above(standing: Standing, row: int) -> str:
    """The events of the rows above one, as a form sends them."""
    return json.dumps([str(known) for known, at in standing.live if at > row])
