"""Wrong answers beside a right one: each once, none of them right, in no order."""

from __future__ import annotations

from collections.abc import Iterable
from random import Random

from knitting.drills.drill import Answer, Drill, DrillKind, Facts

MOST = 4
"""Answers to choose from."""


def asked(
    kind: DrillKind, row: int, facts: Facts, right: Answer, wrong: Iterable[Answer], chance: Random
) -> Drill | None:
    """A drill with at most four answers, the likeliest wrong ones first taken; ``None`` where there is no wrong one."""
    taken: list[Answer] = []
    for each in wrong:
        if each != right and each not in taken:
            taken.append(each)
    if not taken:
        return None
    answers: list[Answer] = [right, *taken[: MOST - 1]]
    chance.shuffle(answers)
    return Drill(kind, row, facts, tuple(answers), answers.index(right))
