"""Where loops hang on two needles, and how the right needle lies while its tip is in a loop."""

from __future__ import annotations

from dataclasses import dataclass

from drawing.steps.fabric import PITCH
from drawing.svg import Place
from knitting.techniques.needles import Into, Loop, Needles, Origin

NEEDLE_Y = 66.0
"""The height of the left needle."""
MIDDLE = 168.0
"""Where both tips meet."""
HANGS = 46.0
"""From the needle to the feet of a loop."""
_SQUEEZED = 15.0
"""How near each other loops come that are worked as one."""
BACK_LEG, NEEDLE, FRONT_LEG = 10.0, 12.0, 14.0
"""Depths: the back leg of a loop, the needle, the front leg."""


@dataclass(frozen=True, slots=True)
class Hung:
    """A loop with its place: where its feet are, and where it lies over the needle."""

    loop: Loop
    foot: Place
    head: Place


def left_places(now: Needles) -> list[Hung]:
    """Those that are worked as one lean together; what was lifted hangs before them and pushes them away a little."""
    together = max(now.tip.count if now.tip else 0, len(now.attached), 1)
    lifted = bool(now.left) and now.left[0].origin is not Origin.STITCH
    found, column = [], 0
    for at, loop in enumerate(now.left):
        if at == 0 and lifted:
            found.append(Hung(loop, (MIDDLE - 4, NEEDLE_Y + HANGS), (MIDDLE - 14, NEEDLE_Y)))
            continue
        foot = MIDDLE - 26 - PITCH * column - (13 if lifted else 0)
        head = foot
        if together > 1 and at < together:
            head = MIDDLE - 22 - _SQUEEZED * at - (together - 2) * 2
        column += 1
        found.append(Hung(loop, (foot, NEEDLE_Y + HANGS), (head, NEEDLE_Y)))
    return found


def right_places(now: Needles, left: list[Hung]) -> list[Hung]:
    """Those that hang in old loops crowd at the tip; those that stand on several take more room."""
    found: list[Hung] = []
    fresh = 0
    if now.attached:
        fresh = next((at for at, loop in enumerate(now.right) if not loop.is_new), len(now.right))
    for at, loop in enumerate(now.right[:fresh]):
        x = MIDDLE + 16 + 17 * at
        y = _right_height(now, left, x)
        found.append(Hung(loop, (x, y + HANGS), (x, y)))
    x = MIDDLE + 26 + max(0, fresh * 17 - 12)
    for loop in now.right[fresh:]:
        shared = loop.through and sum(each.through == loop.through for each in now.right) > 1
        wider = 0 if shared else max(0, len(loop.through) + len(loop.passed) - 1) * 7
        x += wider
        y = _right_height(now, left, x)
        found.append(Hung(loop, (x, y + HANGS), (x, y)))
        x += (28 if shared and len(loop.through) > 1 else PITCH) + wider
    return found


def right_needle(now: Needles, left: list[Hung]) -> tuple[float, Place]:
    """The right needle: how much it falls towards the right, and its tip."""
    if now.tip is None:
        return 0.0, (MIDDLE + 4, NEEDLE_Y)
    heads = [hung.head[0] for hung in left[: max(1, now.tip.count)]] or [MIDDLE - 20]
    middle = (heads[0] + heads[-1]) / 2
    if now.tip.into is Into.KNIT:
        return 0.46, (middle - 44, NEEDLE_Y + 16 - 0.46 * 44)
    if now.tip.into is Into.PURL:
        return 0.16, (heads[-1] - 34, NEEDLE_Y + 3 - 0.16 * 20)
    return -0.06, (heads[-1] - 34, NEEDLE_Y - 7)


def _right_height(now: Needles, left: list[Hung], x: float) -> float:
    slope, (tx, ty) = right_needle(now, left)
    return ty + slope * (x - tx)
