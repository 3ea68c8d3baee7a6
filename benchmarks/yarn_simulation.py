"""Made-up knitters who weigh their yarn: is what they are told true?

``python -m benchmarks.yarn_simulation [KNITTERS]``. Each knitter has a hand, fabrics, a yarn and a tension of her own,
none of which the core is told; she weighs what is left so many times on the way, and stops after the row that is called
safe. One table is for a world that is as the prior takes it, the others for worlds that are not. Seeds are fixed. It
checks the sums, not knitters: nobody has knitted these.
"""

from __future__ import annotations

import sys
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.working.piece_worker import work_piece
from knitting.yarn.metres import KNITTED, Spent, spent
from knitting.yarn.outlook import SAFE, Ending, endings, last_safe, outlook
from knitting.yarn.weighing import Numbers, Weighing, Yarn, learned

SHAPES = ("triangle", "corner-cloth", "asymmetric", "fringe-triangle", "poncho-panel", "disc")
WEIGHINGS = (0, 1, 2, 3, 5)
SEED = 20_261_129
_GAUGE = Gauge(20, 40, washed=True)
_SHARE_OF_NEED = 0.85
_Z90 = 1.645


@dataclass(frozen=True)
class World:
    """How knitters really are: standard deviations, and what everybody is off by."""

    name: str
    hand: float = 0.12
    fabric: float = 0.08
    yarn: float = 0.03
    ramp: float = 0.03
    walk: float = 0.0
    ball: float = 0.005
    hand_off: float = 0.0
    label_off: float = 0.0


WORLDS = (
    World("as the prior takes it"),
    World("every hand takes 12 % more", hand_off=0.12),
    World("tension wanders by 6 %", ramp=0.0, walk=0.06),
    World("the label is 5 % wrong", label_off=-0.05),
)


@dataclass(frozen=True)
class Shape:
    """A shape with its sums, the stops and what is there of its yarn."""

    sums: Spent
    stops: tuple[Ending, ...]
    yarn: Yarn


@dataclass(frozen=True)
class Outcome:
    """Of one knitter: grams by which the prediction was off, as a share of the ball, whether its band held, whether the
    yarn ran out before the row that was called safe was bound off, and grams over there."""

    off: float
    held: bool
    ran_out: bool
    over_g: float


def shape(key: str) -> Shape:
    """A shape at the usual answers, with 85 in 100 of the yarn that it is thought to need, in one weighed ball."""
    worked = work_piece(compiled(forecast_of(answered(CONSTRUCTIONS[key], {}).plan())))
    sums = spent(worked, _GAUGE)
    metres = float(sums.whole.sum()) * _SHARE_OF_NEED
    yarn = Yarn(sums.colours[0], 100.0, metres, weighed=True)
    return Shape(sums, endings(worked, sums, _GAUGE), yarn)


def true_use(of: Shape, world: World, rng: np.random.Generator) -> tuple[Numbers, Numbers]:
    """Metres that a knitter really takes by each row, and what binding off after each row really takes."""
    sums = of.sums
    hand = rng.normal(world.hand_off, world.hand) + rng.normal(0, world.yarn)
    fabrics = rng.normal(0, world.fabric, len(KNITTED))
    rows = np.diff(sums.metres[:, 0], axis=0, prepend=0.0) @ (1 + hand + fabrics)
    along = np.linspace(0, 1, len(rows))
    tension = 1 + rng.normal(0, world.ramp) * (along - 0.5) * 2
    if world.walk:
        steps = rng.normal(0, world.walk / np.sqrt(len(rows)), len(rows))
        tension = tension + np.cumsum(steps)
    bind = np.array([stop.bind_off[0] for stop in of.stops]) * (1 + hand + fabrics[-1])
    running: Numbers = np.cumsum(rows * tension)
    return running, bind * tension[[stop.row for stop in of.stops]]


def outcome(of: Shape, world: World, weighings: int, rng: np.random.Generator) -> Outcome:
    """One knitter from cast-on to the row that she is told to stop after."""
    running, bind = true_use(of, world, rng)
    off_label = 1 + (rng.normal(0, world.ball) if not world.label_off else world.label_off)
    had_g = of.yarn.grams * off_label
    grams = of.yarn.grams_a_metre
    reached = int(np.searchsorted(running * grams, had_g))
    seen = []
    for at in range(1, weighings + 1):
        row = max(int(np.searchsorted(running * grams, had_g * at / (weighings + 1))), 1)
        if row < min(reached, len(running) - 1):
            left = had_g - running[row] * grams + rng.normal(0, 0.5)
            seen.append(Weighing(row, of.yarn.colour, float(round(left))))
    yarn = replace(of.yarn, weighed=not world.label_off)
    hand = learned(of.sums, [yarn], seen)
    chances = outlook(hand, of.stops)
    safe = last_safe(chances, SAFE) or chances[0]
    place = next(at for at, chance in enumerate(chances) if chance.row == safe.row)
    true_over = had_g - (running[safe.row] + bind[place]) * grams
    off = true_over - safe.over_g
    return Outcome(
        abs(off) / of.yarn.grams, abs(off) <= _Z90 * safe.sd_g, bool(true_over < 0), max(float(true_over), 0)
    )


def table(world: World, knitters: int) -> list[str]:
    """The rows of a world's table, one for each number of weighings."""
    shapes = [shape(key) for key in SHAPES]
    lines = []
    for weighings in WEIGHINGS:
        rng = np.random.default_rng(SEED + weighings)
        by_shape = [[outcome(of, world, weighings, rng) for _ in range(knitters)] for of in shapes]
        every = [each for found in by_shape for each in found]
        out = [_mean([each.ran_out for each in found]) * 100 for found in by_shape]
        off, held = _mean([each.off for each in every]) * 100, _mean([each.held for each in every]) * 100
        over_g = _mean([each.over_g for each in every])
        lines.append(f"| {weighings} | {off:.1f} | {held:.0f} | {_mean(out):.1f} ({max(out):.1f}) | {over_g:.1f} |")
    return lines


def _mean(values: Sequence[float]) -> float:
    return float(np.mean(values))


def main() -> None:
    """Print the tables of every world."""
    knitters = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    for world in WORLDS:
        print(f"\n{world.name}, {knitters} knitters of each of {len(SHAPES)} shapes, seed {SEED}\n")
        print("| weighings | error, % of the ball | 90 % band holds | runs out, mean (worst) | g over |")
        print("|---|---|---|---|---|")
        for line in table(world, knitters):
            print(line, flush=True)


if __name__ == "__main__":
    main()
