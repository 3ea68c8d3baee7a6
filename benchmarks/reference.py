"""A plain per-stitch engine for comparing: every stitch an object on a list, worked one by one.

It does for each stitch what any such engine must: takes it off the left needle, makes a new one that knows
its kind and what it was made from, watches for the centre and keeps the counts of the parts.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(slots=True)
class Stitch:
    """One stitch with the stitches it was made from."""

    kind: str
    parents: tuple[Stitch, ...]
    centre: bool = False


def triangle(until: int) -> list[tuple[int, int, int]]:
    """The centre-out triangle from nine stitches, worked stitch by stitch: the parts after every row."""
    needle = [Stitch("k", ()) for _ in range(9)]
    needle[4].centre = True
    counts = []
    side = 0
    while len(needle) < until or side == 1:
        made: list[Stitch] = []
        length = len(needle)
        for at, stitch in enumerate(needle):
            if side == 0 and at == length - 3:
                made.append(Stitch("yo", ()))
            if side == 0 and stitch.centre:
                made.append(Stitch("yo", ()))
            made.append(Stitch("k", (stitch,), stitch.centre))
            if side == 0 and (stitch.centre or at == 2):
                made.append(Stitch("yo", ()))
        needle = made
        centre = next(at for at, stitch in enumerate(needle) if stitch.centre)
        counts.append((centre, 1, len(needle) - centre - 1))
        for stitch in needle:
            for parent in stitch.parents:
                parent.parents = ()  # let the rows before go, as a needle does
        side = 1 - side
    return counts
