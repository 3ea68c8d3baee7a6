"""Steps that come again and again within a row, found and written once."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.problems import NOWHERE
from knitting.rows.steps import Group, Marker, Step, Work

MOST_STEPS = 80
"""Rows of more steps are left as they are."""


def in_groups(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """Stretches that come again and again, each once with its number of times."""
    while len(steps) <= MOST_STEPS:
        best = _best_repeat(steps)
        if best is None:
            break
        start, period, times = best
        group = Group(steps[start : start + period], NOWHERE, times)
        steps = (*steps[:start], group, *steps[start + period * times :])
    return steps


def _best_repeat(steps: Sequence[Step]) -> tuple[int, int, int] | None:
    """Start, length and times of the repeat that saves most words."""
    said: dict[Step, int] = {}
    words = [said.setdefault(step, len(said)) for step in steps]
    best, most = None, 0
    for period in range(1, len(words) // 2 + 1):
        equal = 0
        for end in range(period, len(words) + 1):
            # ``equal`` counts the steps up to ``end`` that are the ones a period before them.
            if end < len(words) and words[end] == words[end - period]:
                equal += 1
                continue
            start, times = end - equal - period, equal // period + 1
            saved = (times - 1) * period
            if saved > most and not (period == 1 and isinstance(steps[start], Work | Marker)):
                best, most = (start, period, times), saved
            equal = 0
    return best
