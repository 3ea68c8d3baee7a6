"""Stripes from what yarn there is: which colour each row has, so that whole pairs of rows use it up.

Everything is counted in pairs of rows (or in single rounds), so that a yarn comes back to the edge where it waits. A
plan of stripes is for the rows that are still to be knitted; it is made anew at every change of colour.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from itertools import groupby

import numpy as np

from knitting.rows import Stripe
from knitting.statements import Refused, sentence
from knitting.yarn.joins import joins
from knitting.yarn.tails import cut_join_m
from knitting.yarn.weighing import Numbers, Yarn

MOST_FREE = 14
"""Yarns whose order is searched at most: every further one doubles the time."""
_FADE_PAIRS = 2


class Bands(Enum):
    """How the rows are shared among the yarns."""

    YARN = "yarn"
    HEIGHT = "height"
    ORDER = "order"
    FREE = "free"
    FADE = "fade"


@dataclass(frozen=True, slots=True)
class Band:
    """Rows (counted from 1) of one colour, one after the other."""

    colour: str
    first: int
    last: int


@dataclass(frozen=True, slots=True)
class StripePlan:
    """The bands in the order of the rows, metres that stay over of each yarn, and the rows that there is yarn for.

    ``short`` are metres by which a yarn does not reach, where bands were asked for that do not go by the yarn.
    """

    bands: tuple[Band, ...]
    unused_m: Mapping[str, float]
    rows: int
    short: Mapping[str, float]

    @property
    def stripes(self) -> tuple[Stripe, ...]:
        """The same as the header of a piece tells it."""
        return tuple(Stripe(band.last - band.first + 1, band.colour) for band in self.bands)


def stripes(
    row_m: Sequence[float] | Numbers,
    yarns: Sequence[Yarn],
    bands: Bands = Bands.ORDER,
    *,
    pair: int = 2,
    first: int = 1,
    bind_off_m: float = 0.0,
) -> StripePlan:
    """Share the rows from ``first`` on among some yarns; ``row_m`` are the metres of every row from there on.

    ``bind_off_m`` is kept of the last yarn. ``Refused`` where there are no yarns or no rows, or too many yarns to try
    every order.
    """
    if not yarns or len(row_m) == 0:
        raise Refused(sentence("Stripes need rows to knit and a yarn at least."))
    if len({yarn.colour for yarn in yarns}) < len(yarns):
        raise Refused(sentence("Two of the yarns have the same name."))
    sums = np.concatenate([[0.0], np.cumsum(np.asarray(row_m, dtype=float))])
    stops = [*range(0, len(sums) - 1, pair), len(sums) - 1]
    share = _Shares(sums, stops, yarns, bind_off_m)
    if bands is Bands.FREE:
        cuts = share.in_free_order()
    elif bands in (Bands.ORDER, Bands.FADE):
        cuts = share.in_order(range(len(yarns)))
    else:
        cuts = share.equally(by_yarn=bands is Bands.YARN)
    colours = _colours(cuts, len(sums) - 1)
    if bands is Bands.FADE:
        colours = share.faded(colours, cuts, pair)
    return share.plan(colours, first)


def rhythm(
    row_m: Sequence[float] | Numbers, yarns: Sequence[Yarn], rows_each: int, *, first: int = 1, bind_off_m: float = 0.0
) -> StripePlan:
    """So many rows of each yarn in turn, until one of them runs short."""
    sums = np.concatenate([[0.0], np.cumsum(np.asarray(row_m, dtype=float))])
    left = [yarn.metres for yarn in yarns]
    colours: list[int] = []
    turn = 0
    while len(colours) < len(sums) - 1:
        colour, until = turn % len(yarns), min(len(colours) + rows_each, len(sums) - 1)
        needs = float(sums[until] - sums[len(colours)])
        closes = bind_off_m if until == len(sums) - 1 else 0.0
        if needs + closes > left[colour]:
            break
        left[colour] -= needs
        colours += [colour] * (until - len(colours))
        turn += 1
    return _Shares(sums, [], yarns, bind_off_m).plan(colours, first)


class _Shares:
    """Cuts of the running sums: for each band its yarn and the stop at which it ends."""

    def __init__(self, sums: Numbers, stops: Sequence[int], yarns: Sequence[Yarn], bind_off_m: float) -> None:
        self.sums, self.yarns, self.bind_off_m = sums, yarns, bind_off_m
        self.stops = np.array(stops, dtype=np.intp)
        self.at_stops = sums[self.stops] if len(stops) else np.zeros(0)

    def reach(self, begun: int, yarn: int, first: bool) -> int:
        """The stop that a yarn reaches from another one; the last only if the bind-off is left then."""
        had = self.yarns[yarn].metres - (0.0 if first else cut_join_m())
        until = int(np.searchsorted(self.at_stops, self.at_stops[begun] + had + 1e-9, side="right")) - 1
        last = len(self.stops) - 1
        if until == last and self.at_stops[last] - self.at_stops[begun] + self.bind_off_m > had + 1e-9:
            until -= 1
        return max(until, begun)

    def in_order(self, order: Sequence[int]) -> list[tuple[int, int]]:
        """Each yarn to its last whole pair: nothing reaches further in that order."""
        cuts: list[tuple[int, int]] = []
        at = 0
        for yarn in order:
            until = self.reach(at, yarn, not cuts)
            if until > at:
                cuts.append((yarn, int(self.stops[until])))
            at = until
        return cuts

    def in_free_order(self) -> list[tuple[int, int]]:
        """The order that reaches furthest, found over all sets of yarns, each after its smaller ones."""
        many = len(self.yarns)
        if many > MOST_FREE:
            raise Refused(
                sentence("Orders are tried for {most} yarns at most; these are {many}.", most=MOST_FREE, many=many)
            )
        furthest, came_from = self._furthest(many)
        last = len(self.stops) - 1
        whole = [used for used in range(1 << many) if furthest[used] == last]
        best = min(whole, key=lambda used: (_metres(self.yarns, used), used)) if whole else (1 << many) - 1
        order = []
        while best:
            order.append(came_from[best])
            best &= ~(1 << came_from[best])
        return self.in_order(order[::-1])

    def _furthest(self, many: int) -> tuple[list[int], list[int]]:
        had = [yarn.metres for yarn in self.yarns]
        sums = self.at_stops.tolist()
        furthest, came_from = [0] * (1 << many), [0] * (1 << many)
        ahead = [
            [
                np.searchsorted(self.at_stops, self.at_stops + metres - cut + 1e-9, side="right") - 1
                for cut in (0.0, cut_join_m())
            ]
            for metres in had
        ]
        reach = [
            [
                self._closing(stops.tolist(), sums, metres - cut)
                for stops, cut in zip(each, (0.0, cut_join_m()), strict=True)
            ]
            for each, metres in zip(ahead, had, strict=True)
        ]
        for used in range(1, 1 << many):
            best, by = -1, 0
            for yarn in range(many):
                if used >> yarn & 1:
                    before = used & ~(1 << yarn)
                    until = reach[yarn][1 if before else 0][furthest[before]]
                    if until > best:
                        best, by = until, yarn
            furthest[used], came_from[used] = best, by
        return furthest, came_from

    def _closing(self, ahead: Sequence[int], sums: Sequence[float], had: float) -> list[int]:
        last = len(sums) - 1
        closed = [
            until - 1 if until == last and sums[last] - sums[begun] + self.bind_off_m > had + 1e-9 else until
            for begun, until in enumerate(ahead)
        ]
        return [max(until, begun) for begun, until in enumerate(closed)]

    def equally(self, by_yarn: bool) -> list[tuple[int, int]]:
        """As many metres, or as many rows, of every yarn: cuts at the nearest stops."""
        many = len(self.yarns)
        along = self.at_stops if by_yarn else self.stops.astype(float)
        total = float(along[-1]) + (self.bind_off_m if by_yarn else 0.0)
        cuts: list[tuple[int, int]] = []
        for at in range(many - 1):
            cuts.append((at, int(self.stops[np.abs(along - total * (at + 1) / many).argmin()])))
        return [*cuts, (many - 1, len(self.sums) - 1)]

    def faded(self, colours: list[int], cuts: Sequence[tuple[int, int]], pair: int) -> list[int]:
        """The pairs beside each change in turn A B A B, where both yarns have as much as they need then."""
        for _, cut in cuts[:-1]:
            low, high = cut - _FADE_PAIRS * pair, cut + _FADE_PAIRS * pair
            if low < pair or high > len(colours) or len(set(colours[low:cut])) > 1 or len(set(colours[cut:high])) > 1:
                continue
            tried = list(colours)
            one, other = colours[cut - 1], colours[cut]
            for at in range(low + pair, high - pair):
                tried[at] = other if (at - low) // pair % 2 else one
            if not any(self._short(tried).values()):
                colours = tried
        return colours

    def plan(self, colours: Sequence[int], first: int) -> StripePlan:
        """The colours row by row as bands, with what is over."""
        bands, at = [], first
        for colour, rows in groupby(colours):
            many = len(list(rows))
            bands.append(Band(self.yarns[colour].colour, at, at + many - 1))
            at += many
        needs = self._needs(colours)
        unused = {yarn.colour: max(yarn.metres - needs[n], 0.0) for n, yarn in enumerate(self.yarns)}
        short = {self.yarns[n].colour: by for n, by in self._short(colours).items() if by > 0}
        return StripePlan(tuple(bands), unused, len(colours), short)

    def _needs(self, colours: Sequence[int]) -> list[float]:
        needs = [0.0] * len(self.yarns)
        for at, colour in enumerate(colours):
            needs[colour] += float(self.sums[at + 1] - self.sums[at])
        for join in joins(colours):
            needs[join.colour] += 0.0 if join.rested else cut_join_m()
        if colours and len(colours) == len(self.sums) - 1:
            needs[colours[-1]] += self.bind_off_m
        return needs

    def _short(self, colours: Sequence[int]) -> dict[int, float]:
        needs = self._needs(colours)
        return {n: max(needs[n] - yarn.metres - 1e-6, 0.0) for n, yarn in enumerate(self.yarns)}


def _colours(cuts: Sequence[tuple[int, int]], rows: int) -> list[int]:
    found: list[int] = []
    for yarn, until in cuts:
        found += [yarn] * (min(until, rows) - len(found))
    return found


def _metres(yarns: Sequence[Yarn], used: int) -> float:
    return sum(yarn.metres for n, yarn in enumerate(yarns) if used >> n & 1)
