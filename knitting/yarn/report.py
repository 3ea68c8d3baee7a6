"""All that is told of a piece's yarn at once: metres by colour, whether it lasts, where balls end, when to weigh."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from knitting.measures import GUESS_IN_GARTER, Gauge, GaugesFrom
from knitting.needle.worked import WorkedPiece
from knitting.rows import BindOff, CastOn, Tab
from knitting.yarn.balls import BallEnd, Turn, ball_ends, balls_needed, expected_m, turn_of
from knitting.yarn.lengths import loop_cm
from knitting.yarn.metres import SPENDINGS, Spending, Spent, spent
from knitting.yarn.outlook import (
    SAFE,
    Chance,
    CoursePoint,
    Ending,
    Reserve,
    course,
    endings,
    last_safe,
    outlook,
    weigh_next,
)
from knitting.yarn.tails import bind_off_tail_cm, cast_on_tail_cm
from knitting.yarn.weighing import Hand, Weighing, Yarn, learned, prior_for

_SHOWN_BESIDE = 3


@dataclass(frozen=True, slots=True)
class ColourYarn:
    """A colour's yarn for the whole piece: loops and metres as predicted, and as this hand takes them with their sd.

    ``grams`` and ``balls`` are 0 where no yarn is named for it. ``parts_m`` are the metres by :data:`SPENDINGS`.
    """

    colour: str
    loops: float
    metres: float
    sd_m: float
    grams: float
    balls: int
    parts_m: tuple[float, ...]

    def part(self, spending: Spending) -> float:
        """Metres that go into one thing."""
        return self.parts_m[SPENDINGS.index(spending)]


@dataclass(frozen=True, eq=False)
class YarnReport:
    """What is known of a piece's yarn after its weighings, at the row where it stands (``now``)."""

    worked: WorkedPiece
    gauge: Gauge
    yarns: tuple[Yarn, ...]
    weighings: tuple[Weighing, ...]
    spent: Spent
    hand: Hand
    stops: tuple[Ending, ...]
    safe: float
    now: int

    @property
    def loop_cm(self) -> float:
        """The plain loop that all is counted in, in centimetres."""
        return loop_cm(self.gauge)

    @property
    def known(self) -> bool:
        """Whether it is known how much yarn of some colour there is."""
        return any(yarn.grams for yarn in self.hand.yarns)

    @cached_property
    def colours(self) -> tuple[ColourYarn, ...]:
        """Every colour's yarn."""
        return tuple(self._colour(place) for place in range(len(self.spent.colours)))

    @cached_property
    def outlook(self) -> tuple[Chance, ...]:
        """The chance of every stop; nothing where no yarn is known."""
        return outlook(self.hand, self.stops)

    @cached_property
    def last_safe(self) -> Chance | None:
        """The last stop that is safe. Before anything was weighed there is none: only :attr:`reach` is told."""
        return last_safe(self.outlook, self.safe, self._colours_known) if self.hand.weighed else None

    @cached_property
    def lasts(self) -> bool:
        """Whether the last row of all is safe."""
        return bool(self.outlook) and self.last_safe is not None and self.last_safe.row == self.outlook[-1].row

    @property
    def reach(self) -> tuple[int, int]:
        """The first row after which it may run short, and the last which it may still reach, each with one chance in
        ten; 0 and 0 where no yarn is known."""
        if not self.outlook:
            return 0, 0
        sure = last_safe(self.outlook, SAFE, self._colours_known)
        likely = [chance.row for chance in self.outlook if chance.chance >= 1 - SAFE]
        return (sure.row if sure else 0), max(likely, default=0)

    @cached_property
    def weigh_next(self) -> int | None:
        """The row after which a weighing is worth it next."""
        if not self.known:
            return None
        return weigh_next(self.hand, self.stops, self.now, [weighing.row for weighing in self.weighings])

    @cached_property
    def ball_ends(self) -> tuple[BallEnd, ...]:
        """Where balls end."""
        return ball_ends(self.hand, self.worked)

    @cached_property
    def turn(self) -> Turn | None:
        """When to turn, for a piece that grows and then shrinks."""
        return turn_of(self.hand, self.worked)

    @property
    def near_limit(self) -> tuple[Chance, ...]:
        """Seven stops around the last safe one, or around where it may first run short."""
        centre = self.last_safe.row if self.last_safe else self.reach[0]
        places = [at for at, chance in enumerate(self.outlook) if chance.row <= centre]
        middle = places[-1] if places else 0
        first = max(min(middle - _SHOWN_BESIDE, len(self.outlook) - 2 * _SHOWN_BESIDE - 1), 0)
        return self.outlook[first : first + 2 * _SHOWN_BESIDE + 1]

    def sections_m(self, colour: str) -> tuple[tuple[str, float], ...]:
        """The sections of the piece in which a colour is knitted, with the metres that this hand takes there."""
        sums = expected_m(self.hand, self.spent.colours.index(colour))
        found: dict[str, float] = {}
        for at, row in enumerate(self.worked.rows):
            begins = sums[at] if at else 0.0
            found[row.section] = found.get(row.section, 0.0) + float(sums[at + 1] - begins)
        return tuple((name, metres) for name, metres in found.items() if metres > 0)

    def course(self, colour: str) -> tuple[CoursePoint, ...]:
        """What is left of a colour from row to row; nothing where it is not known how much there is."""
        place = self.spent.colours.index(colour)
        return course(self.hand, colour, self.stops) if self.hand.yarns[place].grams else ()

    @property
    def tails_cm(self) -> tuple[float, float]:
        """The tail to leave at the first cast-on, and the yarn to keep for the last bind-off, in centimetres."""
        course = self.worked.course
        begins = next((done.order for done in course if isinstance(done.order, CastOn | Tab)), None)
        closes = next((done.order for done in reversed(course) if isinstance(done.order, BindOff)), None)
        stitches = begins.cast_on if isinstance(begins, Tab) else begins.count if begins else 0
        picked_up = isinstance(begins, CastOn) and begins.picked_up
        tail = cast_on_tail_cm(stitches, self.gauge) if stitches and not picked_up else 0.0
        end = self.worked.rows[-1].end if self.worked.rows and closes else 0
        return tail, bind_off_tail_cm(end, self.gauge, closes.manner if isinstance(closes, BindOff) else "")

    @property
    def _colours_known(self) -> int:
        return sum(1 for yarn in self.hand.yarns if yarn.grams)

    def _colour(self, place: int) -> ColourYarn:
        yarn, found = self.hand.yarns[place], self.spent
        metres = float(expected_m(self.hand, place)[-1] + found.closing[place] * self.hand.factor)
        sd = metres * (self.hand.factor_sd**2 + float(self.hand.prior.fabric**2 if not self.hand.weighed else 0)) ** 0.5
        grams = metres * yarn.grams_a_metre
        ball_m = (yarn.ball_grams or yarn.grams) / yarn.grams_a_metre if yarn.grams else 0.0
        longest = float(np.diff(found.metres[:, place].sum(axis=1)).max(initial=0.0))
        return ColourYarn(
            found.colours[place],
            float(found.loops[place]),
            metres,
            sd,
            grams,
            balls_needed(metres, sd, ball_m, longest) if ball_m else 0,
            tuple(float(each) for each in found.by_spending[place]),
        )


def yarn_report(
    worked: WorkedPiece,
    gauge: Gauge | None = None,
    yarns: Sequence[Yarn] = (),
    weighings: Sequence[Weighing] = (),
    reserves: Sequence[Reserve] = (),
    *,
    later: GaugesFrom = (),
    safe: float = SAFE,
    now: int = 0,
) -> YarnReport:
    """The yarn of a worked piece. The gauge is its own where none is given, and a guess where it has none.

    ``Refused`` says what a weighing cannot be.
    """
    known = gauge or worked.piece.headers.gauge or GUESS_IN_GARTER
    sums = spent(worked, known, later)
    hand = learned(sums, yarns, weighings, prior_for(known))
    manner = next((d.order.manner for d in reversed(worked.course) if isinstance(d.order, BindOff)), "")
    stops = endings(worked, sums, known, reserves, manner)
    return YarnReport(worked, known, hand.yarns, tuple(weighings), sums, hand, stops, safe, now)
