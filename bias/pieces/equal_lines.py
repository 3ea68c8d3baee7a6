"""What two texts have in common at both ends."""

from __future__ import annotations

from collections.abc import Sequence


def equal_ends(one: Sequence[str], other: Sequence[str]) -> tuple[int, int]:
    """How many lines are the same at the beginning, and of the rest how many at the end.

    >>> equal_ends(["a", "b", "c"], ["a", "x", "y", "c"]), equal_ends(["a", "a"], ["a", "a", "a"])
    ((1, 1), (2, 0))
    """
    head = _equal(one, other)
    rest = min(len(one), len(other)) - head
    return head, _equal(one[len(one) - rest :][::-1], other[len(other) - rest :][::-1])


def _equal(one: Sequence[str], other: Sequence[str]) -> int:
    pairs = enumerate(zip(one, other, strict=False))
    return next((at for at, (mine, theirs) in pairs if mine != theirs), min(len(one), len(other)))
