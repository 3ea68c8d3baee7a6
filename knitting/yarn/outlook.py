"""Whether the yarn lasts: the chance of every row to stop after, the last safe one, and when to weigh next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import erf, sqrt

import numpy as np

from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.rows import Side
from knitting.yarn.metres import KNITTED, Knitted, Spent
from knitting.yarn.tails import bind_off_m
from knitting.yarn.weighing import Hand, Numbers, Terms, conditioned, reading_adds, used

SAFE = 0.9
"""The chance with which a row is called safe, where nothing else is asked."""
_FIRST_SHARE = 2 / 3
_LEAST_USED_G = 6.0
_Z90 = 1.28


@dataclass(frozen=True, slots=True)
class Reserve:
    """Metres of a colour that are kept for something after the last row: a collar, a seam, ends."""

    what: str
    colour: str
    metres: float


@dataclass(frozen=True, slots=True)
class Ending:
    """What binding off after a row takes of each colour, and what is kept beside it, in metres."""

    row: int
    bind_off: tuple[float, ...]
    kept: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Chance:
    """A row to stop after: what is over then of the colour that is nearest to running short.

    ``left_g`` is what is left before the ending, ``over_g`` after it with its standard deviation, and ``chance`` how
    likely it is that none runs short.
    """

    row: int
    colour: str
    left_g: float
    over_g: float
    sd_g: float
    chance: float
    safe_chance: float


def stop_rows(worked: WorkedPiece) -> tuple[int, ...]:
    """Rows after which one may stop: those that a right-side row or another round follows, and the last one."""
    rows = worked.rows
    found = [at for at, row in enumerate(rows, start=1) if row.in_round or row.side is Side.WS or at == len(rows)]
    return tuple(found)


def endings(
    worked: WorkedPiece, spent: Spent, gauge: Gauge, reserves: Sequence[Reserve] = (), manner: str = ""
) -> tuple[Ending, ...]:
    """What stopping after each of :func:`stop_rows` takes: the bind-off in the colour in hand, and the reserves.

    A piece that closes at a point, or whose stitches are bound off by its own last orders, is bound off as they say.
    """
    kept = [0.0] * len(spent.colours)
    for reserve in reserves:
        if reserve.colour in spent.colours:
            kept[spent.colours.index(reserve.colour)] += reserve.metres
    found = []
    for row in stop_rows(worked):
        binds = [0.0] * len(spent.colours)
        if row == spent.rows and spent.closing.any():
            binds = [float(metres) for metres in spent.closing]
        else:
            binds[spent.row_colours[row - 1]] = bind_off_m(worked.rows[row - 1].end, gauge, manner)
        found.append(Ending(row, tuple(binds), tuple(kept)))
    return tuple(found)


def outlook(hand: Hand, stops: Sequence[Ending]) -> tuple[Chance, ...]:
    """The chance of every stop, by the colour whose yarn is the nearest to running short there.

    A colour of which it is not known how much there is, is not asked.
    """
    asked = [at for at, yarn in enumerate(hand.yarns) if yarn.grams > 0]
    if not stops or not asked:
        return ()
    left, over, sd = (np.array(each) for each in zip(*(_margins(hand, at, stops) for at in asked), strict=True))
    chances = np.array(
        [[_below(float(o / s)) for o, s in zip(*each, strict=True)] for each in zip(over, sd, strict=True)]
    )
    worst = chances.argmin(axis=0)
    every = np.maximum(1 - (1 - chances).sum(axis=0), 0.0) if len(asked) > 1 else chances[0]
    found = []
    for at, stop in enumerate(stops):
        which = int(worst[at])
        found.append(
            Chance(
                stop.row,
                hand.spent.colours[asked[which]],
                float(left[which, at]),
                float(over[which, at]),
                float(sd[which, at]),
                float(every[at]),
                float(chances[which, at]),
            )
        )
    return tuple(found)


@dataclass(frozen=True, slots=True)
class CoursePoint:
    """What is left of a colour after a row in grams, its standard deviation, and what of it the ending takes there."""

    row: int
    left_g: float
    sd_g: float
    bind_off_g: float
    kept_g: float


def course(hand: Hand, colour: str, stops: Sequence[Ending]) -> tuple[CoursePoint, ...]:
    """What is left of a colour from the cast-on to the last stop, as the picture of the forecast shows it."""
    place = hand.spent.colours.index(colour)
    grams = hand.yarns[place].grams_a_metre
    begins = Ending(0, (0.0,) * len(hand.yarns), stops[0].kept if stops else (0.0,) * len(hand.yarns))
    every = (begins, *stops)
    bare = [Ending(stop.row, (0.0,) * len(hand.yarns), (0.0,) * len(hand.yarns)) for stop in every]
    left, _, sd = _margins(hand, place, bare)
    factor = hand.factor
    return tuple(
        CoursePoint(
            stop.row,
            float(left[at]),
            float(sd[at]),
            stop.bind_off[place] * grams * factor,
            stop.kept[place] * grams * factor,
        )
        for at, stop in enumerate(every)
    )


def _margins(hand: Hand, colour: int, stops: Sequence[Ending]) -> tuple[Numbers, Numbers, Numbers]:
    """Grams left of a colour at each stop, those over after its ending, and their standard deviation."""
    yarn = hand.yarns[colour]
    terms = Terms(len(hand.yarns))
    grams, adds = used(hand.spent, colour, yarn.grams_a_metre, [stop.row for stop in stops])
    adds = -adds
    adds[:, terms.ball(colour)] = yarn.grams
    left = yarn.grams - grams + adds @ hand.mean
    binds = np.array([stop.bind_off[colour] for stop in stops]) * yarn.grams_a_metre
    kept = np.array([stop.kept[colour] for stop in stops]) * yarn.grams_a_metre
    ahead = binds + kept
    adds[:, 0] -= ahead
    adds[:, terms.yarn(colour)] -= ahead
    adds[:, terms.knitted.start + KNITTED.index(Knitted.BIND_OFF)] -= binds
    adds[:, terms.knots] -= ahead[:, None] * (adds[:, terms.knots] != 0)
    over = yarn.grams - grams - ahead + adds @ hand.mean
    spread = np.einsum("ri,ij,rj->r", adds, hand.covariance, adds)
    return left, over, np.sqrt(np.maximum(spread, 1e-12))


def _below(z: float) -> float:
    """The standard normal distribution."""
    return 0.5 * (1 + erf(z / sqrt(2)))


def last_safe(chances: Sequence[Chance], safe: float = SAFE, colours: int = 1) -> Chance | None:
    """The last stop up to which every colour lasts with the chance that is asked; ``None`` where none does.

    The chance that something runs short is shared among the colours.
    """
    wanted = 1 - (1 - safe) / max(colours, 1)
    found = None
    for chance in chances:
        if chance.safe_chance < wanted:
            break
        found = chance
    return found


def weigh_next(hand: Hand, stops: Sequence[Ending], now: int, weighed: Sequence[int] = ()) -> int | None:
    """The row after which a weighing is worth it next, or ``None`` where none would gain half a stop.

    The first one comes when two thirds of the yarn on the way to the last safe row are used, later ones at two thirds
    of what was left at the one before. Below six grams used a scale tells nothing.
    """
    chances = outlook(hand, stops)
    limit = last_safe(chances, SAFE, len(hand.yarns)) or (chances[0] if chances else None)
    if limit is None or (hand.weighed and limit.row == chances[-1].row):
        return None
    colour = hand.spent.colours.index(limit.colour)
    running = hand.spent.of(limit.colour) * hand.yarns[colour].grams_a_metre
    begun = running[max(weighed, default=0)] if weighed else 0.0
    wanted = max(begun + _FIRST_SHARE * (running[limit.row] - begun), _LEAST_USED_G)
    due = max(int(np.searchsorted(running, wanted)), now)
    row = next((stop.row for stop in stops if stop.row >= due), due)
    if row >= limit.row or row > hand.spent.rows:
        return None
    if not hand.weighed:
        return row
    return row if _gains(hand, row, colour, limit, chances, stops) else None


def _gains(
    hand: Hand, row: int, colour: int, limit: Chance, chances: Sequence[Chance], stops: Sequence[Ending]
) -> bool:
    """Whether a weighing after a row would move the last safe stop by half a stop: known before it is done."""
    expected = reading_adds(hand, row, colour)
    after = conditioned(hand, expected[None, :], np.array([float(expected @ hand.mean)]))
    at = next(place for place, chance in enumerate(chances) if chance.row == limit.row)
    following = chances[min(at + 1, len(chances) - 1)]
    a_stop = abs(limit.over_g - following.over_g)
    sd = float(_margins(after, colour, [stops[at]])[2][0])
    return _Z90 * (limit.sd_g - sd) >= a_stop / 2


def grams_needed(hand: Hand, ending: Ending) -> Mapping[str, tuple[float, float]]:
    """Grams of every colour up to an ending, and their standard deviation; only of colours whose weight is known."""
    found = {}
    for at, yarn in enumerate(hand.yarns):
        if yarn.grams:
            _, over, sd = _margins(hand, at, [ending])
            found[yarn.colour] = (yarn.grams - float(over[0]), float(sd[0]))
    return found
