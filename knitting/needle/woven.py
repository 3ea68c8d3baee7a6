"""What stands on the needle after a row in pattern, put together stitch by stitch and parted at its marks."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from itertools import accumulate, pairwise
from typing import NamedTuple

import numpy as np

from knitting.needle.grain import Flags, Grain, NewStitches, joined

_NO_FLAGS: Flags = np.zeros(0, dtype=bool)


class Woven:
    """What stands on the needle after a row, in working order, while it is put together."""

    def __init__(self) -> None:
        self.grains: list[Grain] = []
        self.fresh: list[bool | Sequence[bool]] = []
        self.told: list[bool] = []
        self.twins: list[int] = []
        self.figured: list[int] = []
        """Places of stitches in a fabric of several columns."""
        self.renumbered: list[int] = []
        """Places about which columns must be counted anew: stitches are new there, or came into a fabric."""
        self.made = 0

    def add(self, grain: Grain, fresh: bool | Sequence[bool] = False, told_: bool = False) -> None:
        """Some stitches more."""
        self.grains.append(grain)
        self.fresh.append(fresh)
        self.told.append(told_)
        if fresh is not False:
            self.renumbered.append(self.made)
        self.made += grain.stitches

    def parts(self, counts: Sequence[int], behind: bool) -> list[WovenPart]:
        """The parts in right-side order. ``counts`` are theirs in working order; together they are all stitches."""
        grain = joined(self.grains)
        ends = list(accumulate(counts))
        changed = {bisect_right(ends, at) for at in (*self.renumbered, *self.twins)}
        figured = {bisect_right(ends, at) for at in self.figured}
        fresh, told_ = self._flags() if changed else (_NO_FLAGS, _NO_FLAGS)
        found = []
        for at, (first, last) in enumerate(pairwise([0, *ends])):
            part, new = grain.cut(first, last), None
            if at in changed:
                twins = [place - first for place in self.twins if first <= place < last - 1]
                new = _turned(fresh[first:last], told_[first:last], twins, behind)
            found.append(WovenPart(part.turned() if behind else part, new, at in figured))
        return found[::-1] if behind else found

    def worked_in_pattern(self) -> Flags:
        """Which stitches were worked as a fabric asks, in working order."""
        return np.repeat(np.array(self.told, dtype=bool), [each.stitches for each in self.grains])

    def _flags(self) -> tuple[Flags, Flags]:
        counts = [each.stitches for each in self.grains]
        fresh = np.concatenate([np.full(count, new) for count, new in zip(counts, self.fresh, strict=True)])
        return fresh, self.worked_in_pattern()


def _turned(fresh: Flags, told_: Flags, twins: Sequence[int], behind: bool) -> NewStitches:
    if not behind:
        return NewStitches(fresh, told_, tuple(twins))
    return NewStitches(fresh[::-1], told_[::-1], tuple(len(fresh) - 2 - at for at in twins))


class WovenPart(NamedTuple):
    """A part after a row, in right-side order; what is new in it where columns must be counted."""

    grain: Grain
    new: NewStitches | None
    figured: bool
