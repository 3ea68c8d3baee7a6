"""Letters and hues of marks, the same on the cloth and in the strip."""

from __future__ import annotations

from collections.abc import Sequence

_HUES = 4
_LETTERS = "ABDEFGHJKLMNPQRSTUVWXYZ"


def letters(names: Sequence[str]) -> list[tuple[str, int]]:
    """A letter and a hue for every mark in right-side order; C is kept for the centre.

    >>> letters(["", "centre", ""])
    [('A', 0), ('C', 1), ('B', 2)]
    """
    free = iter(_LETTERS)
    return [("C" if name == "centre" else next(free, "+"), at % _HUES) for at, name in enumerate(names)]
