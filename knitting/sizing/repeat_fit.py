"""How whole repeats of a stitch pattern fit the counts of a part, which cast-ons do, what a change of fabric asks."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from knitting.compiling import compiled
from knitting.fabric import Fabric, with_own
from knitting.forecast.forecast import Forecast, forecast_of
from knitting.in_pattern.growing_edges import GrowingEdges
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, Beside, Plan, SetupRow, Shaping
from knitting.plan.split import RowSplit
from knitting.plan.troubles import PlanMend
from knitting.plan.works import OWN
from knitting.problems import NOWHERE
from knitting.rows import CastOn, Step, Work
from knitting.statements import Sentence, sentence
from knitting.stitches import STITCHES
from knitting.working.piece_worker import counted

_MOST_OFFERED = 2
_MOST_TRIED = 24
MOST_IN_PART = 10_000


@dataclass(frozen=True, slots=True)
class RepeatFit:
    """Whole repeats in a part: how many stitches are over at its beginning and at its end, and the counts of the part
    with their cast-ons with which none are, nearest first."""

    part: str
    fabric: Fabric
    begins: int
    ends: int
    most: int
    whole_at_start: tuple[tuple[int, int], ...]
    whole_at_end: tuple[tuple[int, int], ...]
    whole_at_both: tuple[tuple[int, int], ...]

    @property
    def over(self) -> tuple[int, int]:
        """Stitches over at the beginning and at the end."""
        return self.begins % self.fabric.width, self.ends % self.fabric.width

    @property
    def comes_out_even(self) -> bool:
        """Whether both counts fit: with whole repeats, or so that both ends are alike."""
        return all(count in nearest_even(self.fabric, count) for count in (self.begins, self.ends))

    @property
    def too_narrow(self) -> bool:
        """Whether no repeat ever fits."""
        return self.most < self.fabric.width

    @property
    def says(self) -> Sentence:
        """In a sentence."""
        width = self.fabric.width
        if self.too_narrow:
            return sentence(
                "A repeat of {fabric} takes {width} stitches, and '{part}' never has more than {most}: it stays plain.",
                fabric=self.fabric.key,
                width=width,
                part=self.part,
                most=self.most,
            )
        begin, end = self.over
        return sentence(
            "'{part}' begins with {begins} and ends with {ends}, of {width:stitches} each.",
            part=self.part,
            begins=_repeats(self.begins // width, begin),
            ends=_repeats(self.ends // width, end),
            width=width,
        )


def _repeats(repeats: int, over: int) -> Sentence:
    if over:
        return sentence("{repeats:whole repeats} and {over} over", repeats=repeats, over=over)
    return sentence("{repeats:whole repeats}", repeats=repeats)


def repeat_fits(forecast: Forecast) -> Iterator[RepeatFit]:
    """How the repeats fit in every part that is in a stitch pattern, one for parts that are alike."""
    plan = forecast.plan
    known = with_own(plan.fabrics)
    seen: set[tuple[str, int]] = set()
    for part in plan.parts:
        fabric = known.get(part.fabric)
        if fabric is None or fabric.width == 1 or (part.fabric, part.count) in seen or not forecast.stages:
            continue
        seen.add((part.fabric, part.count))
        begins, ends, most = part.count, _end_of(forecast, part.name), _most_of(forecast, part.name)
        near = list(_near(forecast, part.name, fabric.width))
        at_start = [(count, on) for count, on, _ in near if count % fabric.width == 0]
        at_end = [(count, on) for count, on, last in near if last % fabric.width == 0]
        both = [pair for pair in at_start if pair in at_end]
        offered = tuple(tuple(each[:_MOST_OFFERED]) for each in (at_start, at_end, both))
        yield RepeatFit(part.name, fabric, begins, ends, most, *offered)


def uneven_fits(forecast: Forecast) -> list[RepeatFit]:
    """The parts in which a pattern does not come out even, or never fits."""
    return [each for each in repeat_fits(forecast) if each.too_narrow or not each.comes_out_even]


def _end_of(forecast: Forecast, part: str) -> int:
    """The count of a part in the last stage that has it."""
    for stage in reversed(forecast.stages):
        found = stage.closing.part(part)
        if found is not None:
            return stage.closing.parts[found].count
    return 0


def _most_of(forecast: Forecast, part: str) -> int:
    """The most stitches that a part has where a stage begins or ends."""
    splits = [split for stage in forecast.stages for split in (stage.opening, stage.closing)]
    places = [(split, split.part(part)) for split in splits]
    return max((split.parts[at].count for split, at in places if at is not None), default=0)


def _near(forecast: Forecast, part: str, width: int) -> Iterator[tuple[int, int, int]]:
    """Other counts of a part, nearest first: the count, the cast-on, and the count at the end."""
    plan = forecast.plan
    count = next(each.count for each in plan.parts if each.name == part)
    if not isinstance(plan.start, CastOn):
        return
    by = sorted(range(-2 * width, 2 * width + 1), key=lambda more: (abs(more), -more))
    tried = 0
    for more in by:
        if more == 0 or count + more < 1 or tried == 4 * _MOST_TRIED:
            continue
        other = forecast_of(with_count(plan, part, count + more))
        tried += 1
        if not other.troubles:
            yield count + more, other.plan.cast_on, _end_of(other, part)


def with_count(plan: Plan, name: str, count: int) -> Plan:
    """The plan with another count in a part, and in the one that mirrors it."""
    at = next(at for at, part in enumerate(plan.parts) if part.name == name)
    twin = len(plan.parts) - 1 - at
    alike = {at, twin} if plan.parts[at].count == plan.parts[twin].count else {at}
    parts = tuple(replace(part, count=count) if place in alike else part for place, part in enumerate(plan.parts))
    return replace(plan, parts=parts).recast()


def edges_of(forecast: Forecast) -> GrowingEdges | None:
    """The growing edges of a plan row by row; ``None`` where it has troubles."""
    return GrowingEdges(counted(compiled(forecast), gauge=forecast.plan.gauge)) if forecast.sound else None


# -- a fabric that changes at a stage ------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Adjustment:
    """A part whose new fabric does not come out even with its count, and the smallest changes that make it."""

    stage: int
    part: str
    says: Sentence
    mends: tuple[PlanMend, ...]


def adjustments(forecast: Forecast) -> Iterator[Adjustment]:
    """Parts that change their fabric with a stage and have stitches over in the new one."""
    plan = forecast.plan
    known = with_own(plan.fabrics)
    for at, stage in enumerate(plan.stages[: len(forecast.stages)]):
        here = forecast.stages[at]
        split = here.setup[-1].after if here.setup else here.opening
        for name, key in stage.fabrics:
            fabric, place = known.get(key), split.part(name)
            if fabric is None or place is None or fabric.width == 1:
                continue
            count = split.parts[place].count
            even = nearest_even(fabric, count)
            if not even or count in even:
                continue
            mends = tuple(mend for wanted in even for mend in _adjusted(plan, at, split, place, wanted - count))
            says = sentence(
                "'{part}' has {count} stitches when {fabric} begins in '{stage}': it comes out even with {even}.",
                part=name,
                count=count,
                fabric=key,
                stage=stage.name,
                even=_either(even),
            )
            yield Adjustment(at, name, says, mends)


def _either(counts: tuple[int, ...]) -> Sentence | int:
    if len(counts) == 1:
        return counts[0]
    return sentence("{one} or {other}", one=counts[0], other=counts[-1])


def nearest_even(fabric: Fabric, count: int) -> tuple[int, ...]:
    """The counts nearest to one with which a fabric ends as it began: whole repeats, or so many stitches more that
    both ends are alike.

    >>> from knitting.fabric import FABRICS
    >>> nearest_even(FABRICS["rib2x2"], 31), nearest_even(FABRICS["rib3x3"], 203)
    ((30, 32), (201, 204))
    """
    width = fabric.width
    rests = {0} | {rest for rest in range(1, width) if _mirrors(fabric, rest)}
    fitting = [even for even in range(max(count - width, 1), count + width + 1) if even % width in rests]
    if count in fitting:
        return (count,)
    below, above = [even for even in fitting if even < count], [even for even in fitting if even > count]
    near = sorted([*below[-1:], *above[:1]], key=lambda even: (abs(even - count), even))
    return tuple(sorted(near))


def _mirrors(fabric: Fabric, rest: int) -> bool:
    """Whether whole repeats and so many stitches more look the same from both ends, row by row."""
    return fabric.plain and all((face + face[:rest]) == (face + face[:rest])[::-1] for face in fabric.faces)


def _adjusted(plan: Plan, at: int, split: RowSplit, place: int, change: int) -> Iterator[PlanMend]:
    """A row before the stage in which the part gains or loses its stitches at its ends, where a line hides them."""
    right = split.lines[place - 1].name if place else RIGHT_EDGE
    left = split.lines[place].name if place < len(split.lines) else LEFT_EDGE
    many = abs(change)
    shapings = []
    for name, side, share in ((right, Beside.AFTER, many - many // 2), (left, Beside.BEFORE, many // 2)):
        if share:
            beside = Beside.INSIDE if name in (RIGHT_EDGE, LEFT_EDGE) else side
            shapings.append(Shaping((name,), beside, OWN, (1,), away=1, steps=_steps(change > 0, share)))
    stage = plan.stages[at]
    name = split.parts[place].name
    for rows in (1, 2):
        setup = (*stage.setup, SetupRow(tuple(shapings)), *(SetupRow() for _ in range(rows - 1)))
        other = plan.with_stage(at, replace(stage, setup=setup))
        before, after = forecast_of(plan).troubles, forecast_of(other).troubles
        if len(after) <= len(before):
            yield PlanMend(_beside_lines(change, name), other)
            return


def _beside_lines(change: int, part: str) -> Sentence:
    facts = {"many": abs(change), "part": part}
    if abs(change) == 1:
        if change > 0:
            return sentence("increase {many:stitches} of '{part}' beside one of its lines, in a row before it", **facts)
        return sentence("decrease {many:stitches} of '{part}' beside one of its lines, in a row before it", **facts)
    if change > 0:
        return sentence("increase {many:stitches} of '{part}' beside its lines, in a row before it", **facts)
    return sentence("decrease {many:stitches} of '{part}' beside its lines, in a row before it", **facts)


def _steps(increase: bool, times: int) -> tuple[Step, ...]:
    """So many increases with a stitch between them, or decreases beside each other."""
    if not increase:
        return (Work(STITCHES["k2tog"], times, NOWHERE),)
    one = (Work(STITCHES["m1"], 1, NOWHERE), Work(STITCHES["k"], 1, NOWHERE))
    return one * times
