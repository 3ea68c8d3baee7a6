"""A whole plan in another size: its cast-on, its ends and its divisions in proportion, its rhythms as they are."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import gcd, lcm

from knitting.fabric import Fabric, with_own
from knitting.forecast.forecast import Forecast, forecast_of
from knitting.forecast.stages import StageForecast
from knitting.measures import Gauge
from knitting.needle.group_work import group_work
from knitting.plan.plan import (
    AddedLine,
    Count,
    End,
    Length,
    PartCount,
    Plan,
    PlannedPart,
    Repeats,
    Rows,
    Shaping,
    Stage,
)
from knitting.plan.split import RowSplit, shaping_places
from knitting.plan.works import OWN
from knitting.rows import Group, Tab
from knitting.sizing.borders import borders

_POINT = 4
"""So many times larger the widest row is than one that counts as a point, which no size changes."""
_MOST_STEP = 24
_FEW_ROWS = 2
"""So many rows of a stage are one thing: a ridge, a row to set something up."""
_FAR_OFF = 0.08
_ALMOST = 1e-6
_FEW_STITCHES = 2
_FAR_IN = 4
"""Stitches from an edge or a line from which on what is worked there is a figure, and no shaping of the edge."""
_NEAR = (0.0, -0.005, 0.005, -0.01, 0.01, -0.02, 0.02, -0.035, 0.035, -0.05, 0.05, -0.1, 0.1)
"""Shares by which a size may differ from the one that is asked for, where that one breaks a rule."""


@dataclass(frozen=True, slots=True)
class Scale:
    """Factors for stitches, for rows, and for lengths in centimetres that a stage ends at."""

    across: float
    along: float
    lengths: float = 1.0


def rescaled(forecast: Forecast, scale: Scale) -> Plan | None:
    """The plan in another size, or nothing where a rule of it would be broken.

    Borders keep their stitches, points stay points, parts keep whole repeats of their fabrics and what is left over of
    them, and equal halves stay equal. Every stage keeps its rhythm: how often it comes is what changes.
    """
    if not forecast.sound or not forecast.stages:
        return None
    for step, losses in ((2, True), (2, False), (1, False)):
        rescaling = _Rescaling(forecast, scale, step, losses)
        plan = rescaling.plan()
        after = forecast_of(plan) if plan is not None else None
        if after is not None and _keeps_the_rules(forecast, after) and rescaling.is_met(after):
            return plan
    return None


def near_size(forecast: Forecast, scale: Scale) -> Plan | None:
    """The plan in another size or, where a rule stands against that, in the next one that keeps every rule."""
    tried = (Scale(scale.across * (1 + by), scale.along * (1 + by), scale.lengths) for by in _NEAR)
    return next((plan for each in tried if (plan := rescaled(forecast, each)) is not None), None)


def regauged(forecast: Forecast, gauge: Gauge) -> Plan | None:
    """The plan for another gauge in the same size: as many centimetres across and along as before."""
    known = forecast.plan.gauge_at(1)
    plan = near_size(forecast, Scale(gauge.stitches / known.stitches, gauge.rows / known.rows))
    return replace(plan, gauge=gauge, gauges=(), known_from=None) if plan is not None else None


def more_often(forecast: Forecast, at: int, times: int) -> Plan | None:
    """The plan with one stage worked so many whole times, all others as they are."""
    stage = forecast.stages[at]
    until = _end(stage, stage, times - stage.times, 1.0)
    plan = forecast.plan.with_stage(at, replace(forecast.plan.stages[at], until=until))
    after = forecast_of(plan)
    return plan if after.sound and not _stops_elsewhere(after) else None


def _keeps_the_rules(before: Forecast, after: Forecast) -> bool:
    if not after.sound or _stops_elsewhere(after) or len(after.stages) != len(before.stages):
        return False
    if len(after.troubles) > len(before.troubles):
        return False
    pairs = zip(before.stages, after.stages, strict=True)
    return all(_as_even(old.split, new.split) and _as_even(old.closing, new.closing) for old, new in pairs)


def _stops_elsewhere(forecast: Forecast) -> bool:
    """Whether a stage does not come to its end."""
    return any(trouble.where[-1] == "until" for trouble in forecast.troubles)


def _as_even(old: RowSplit, new: RowSplit) -> bool:
    """Whether halves that mirrored each other still do."""
    many = len(old.counts)
    if many != len(new.counts):
        return False
    return all(new.counts[at] == new.counts[-1 - at] for at in range(many) if old.counts[at] == old.counts[-1 - at])


class _Rescaling:
    """One size. Counts of parts differ by whole steps; ``losses`` keeps, too, what a decrease leaves over of them."""

    def __init__(self, forecast: Forecast, scale: Scale, step: int, losses: bool) -> None:
        self.forecast, self.scale, self.step, self.losses = forecast, scale, step, losses
        self.known: Mapping[str, Fabric] = with_own(forecast.plan.fabrics)
        self.borders = borders(forecast)
        self.repeats = gcd(*(group.times for group in _across_the_row(forecast.plan)))
        self.beside = 0
        if self.repeats:  # rows of so many repeats have whole ones in every size, and as many stitches beside them
            whole = max(round(self.repeats * scale.across), 1)
            self.scale = replace(scale, across=whole / self.repeats)
            self.beside = _beside_repeats(forecast)

    def is_met(self, after: Forecast) -> bool:
        """Whether the widest row of a plan is about as wide as it was to become."""
        return abs(after.most - self._scaled(self.forecast.most)) <= max(_FAR_OFF * after.most, self._largest_change)

    @property
    def _largest_change(self) -> int:
        return max(abs(stage.cycle.change) for stage in self.forecast.stages)

    @property
    def _doubles(self) -> bool:
        """Whether a row makes several stitches of each: it can only become wider from its cast-on."""
        setup = (row for stage in self.forecast.stages for row in stage.setup)
        return any(row.after.total >= 2 * row.before.total > 0 for row in setup)

    def _scaled(self, stitches: int) -> float:
        """Stitches of a row in this size, its borders and lines as they are."""
        kept = sum(line.stitches for line in self.forecast.plan.lines)
        kept += sum(self.forecast.plan.parts[at].count for at in self.borders)
        return kept + (stitches - kept) * self.scale.across

    def plan(self) -> Plan | None:
        """The plan, or nothing where a stage cannot begin any more."""
        plan = self.forecast.plan
        begins_at_point = plan.counted * _POINT <= self.forecast.most and not self.repeats and not self._doubles
        if not begins_at_point and not isinstance(plan.start, Tab):
            parts = (self._part(at, part) for at, part in enumerate(plan.parts))
            plan = replace(plan, parts=tuple(parts)).recast()
        gauges = (replace(each, row=max(round(each.row * self.scale.along), 1)) for each in plan.gauges)
        plan = replace(plan, gauges=tuple(gauges))
        before = RowSplit(plan.parts, plan.lines)
        for at, old in enumerate(self.forecast.stages):
            plan = plan.with_stage(at, self._opened(plan.stages[at], old, before))
            begun = forecast_of(replace(plan, stages=plan.stages[: at + 1])).stages
            if len(begun) <= at:
                return None
            until = _end(old, begun[at], self._more(old, begun[at]), self.scale.lengths)
            plan = plan.with_stage(at, replace(plan.stages[at], until=until))
            following = plan.stages[at + 1 : at + 2]
            if any(stage.add_lines or stage.shapings for stage in following):
                before = forecast_of(replace(plan, stages=plan.stages[: at + 1])).stages[at].closing
        return plan

    def _part(self, at: int, part: PlannedPart) -> PlannedPart:
        return part if at in self.borders else replace(part, count=self._count(part))

    def _count(self, part: PlannedPart) -> int:
        """The count of a part in this size, which leaves over as many stitches of its steps as before."""
        width = self.known[part.fabric].width
        exact = self.beside + (part.count - self.beside) * self.scale.across
        if self.repeats and abs(exact - round(exact)) < _ALMOST:
            return round(exact)
        losses = [_loss(stage, part.name) for stage in self.forecast.stages] if self.losses else []
        step = lcm(width, self.step, *(loss for loss in losses if loss))
        step = step if step <= _MOST_STEP else width
        over = part.count % step
        return over + step * max(
            round((part.count * self.scale.across - over) / step), 0 if over or not part.count else 1
        )

    def _opened(self, planned: Stage, old: StageForecast, before: RowSplit) -> Stage:
        """A stage whose new parts have as many stitches as they have in this size, in which ``before`` precedes it."""
        setup = tuple(
            replace(row, cast_on=replace(row.cast_on, count=self._count(row.cast_on))) if row.cast_on else row
            for row in planned.setup
        )
        lines = tuple(self._lines(planned.add_lines, old.opening, before))
        shapings = tuple(self._shaping(shaping, old, before) for shaping in planned.shapings)
        return replace(planned, setup=setup, add_lines=lines, shapings=shapings)

    def _shaping(self, shaping: Shaping, old: StageForecast, before: RowSplit) -> Shaping:
        """A shaping in this size: a repeat as often as it fits, a figure of own steps where it stood in its part."""
        groups = [replace(each, times=round(each.times * self.scale.across)) for each in _groups(shaping)]
        if groups:
            return replace(shaping, steps=tuple(groups))
        places = shaping_places(old.split, shaping, old.side) if shaping.work == OWN else ""
        work = group_work(shaping.steps) if shaping.away > _FAR_IN else None
        if work is None or isinstance(places, str) or len(old.split.parts) != len(before.parts):
            return shaping
        was, now = old.split.parts[places[0].part].count, before.parts[places[0].part].count
        beyond = was - shaping.away - work.uses
        share = 0.5 if abs(beyond - shaping.away) <= 1 else shaping.away / max(beyond + shaping.away, 1)
        return replace(shaping, away=max(shaping.away + round((now - was) * share), 0))

    def _lines(self, added: Sequence[AddedLine], old: RowSplit, new: RowSplit) -> Iterator[AddedLine]:
        """Lines that divide parts in this size: pieces that were equal, or mirrored each other, still are.

        ``old`` has the lines already, ``new`` not yet. Pieces of a stitch or two stay as they are.
        """
        for first in (each for each in added if each.part not in {other.left for other in added}):
            chain = _chain(first, added)
            counts = [old.parts[old.part(name) or 0].count for name in (first.part, *(each.left for each in chain))]
            place = new.part(first.part)
            own = sum(each.line.stitches for each in chain)
            room = new.parts[place].count - own if place is not None else 0
            shared = _shared(counts, room) or counts
            for each, count in zip(chain, shared, strict=False):
                yield each if each.after is None else replace(each, after=count)

    def _more(self, old: StageForecast, new: StageForecast) -> int:
        """How many times more a stage comes, below zero fewer."""
        change = old.cycle.change
        if old.rows <= max(old.stage.rhythm, _FEW_ROWS):  # once is once
            return 0
        if change and old.ends != old.begins:
            return max(round((self._target(old) - new.begins) / change), 1) - old.times
        unit = self._unit(old)
        over = old.rows % unit
        rows = over + unit * max(round((old.rows * self.scale.along - over) / unit), 0 if over else 1)
        return (rows - old.rows) // old.stage.rhythm

    def _unit(self, old: StageForecast) -> int:
        """The rows by which an even stage grows: whole times of its rhythm, and of a figure that came out whole."""
        rhythm = old.stage.rhythm
        unit = rhythm if old.in_round else lcm(rhythm, 2)
        heights = lcm(unit, *(self.known[part.fabric].height for part in old.split.parts))
        return heights if old.rows % heights == 0 else unit

    def _target(self, old: StageForecast) -> float:
        """The stitches that a shaped stage should end with; a point stays one."""
        if old.ends * _POINT <= self.forecast.most:
            return old.ends
        return self._scaled(old.ends)


def _across_the_row(plan: Plan) -> Iterator[Group]:
    """The repeats of rows that are shaped by one repeat from end to end: "[k8, k2tog] 8 times"."""
    for stage in plan.stages:
        for shaping in stage.shapings:
            yield from _groups(shaping)


def _beside_repeats(forecast: Forecast) -> int:
    """The stitches beside the repeat in the first row that is shaped by one."""
    for stage in forecast.stages:
        for group in (each for shaping in stage.stage.shapings for each in _groups(shaping)):
            work = group_work((group,))
            if work is not None and 0 <= work.uses <= stage.begins:
                return stage.begins - work.uses
    return 0


def _groups(shaping: Shaping) -> Iterator[Group]:
    if shaping.work == OWN and len(shaping.steps) == 1 and isinstance(shaping.steps[0], Group):
        yield shaping.steps[0]


def _chain(first: AddedLine, added: Sequence[AddedLine]) -> list[AddedLine]:
    """Lines that divide one part, each what the one before it left."""
    chain = [first]
    while (following := next((each for each in added if each.part == chain[-1].left), None)) is not None:
        chain.append(following)
    return chain


def _shared(counts: Sequence[int], room: int) -> list[int] | None:
    """Stitches shared out about in proportion to some counts, equal ones equally; ``None`` where that cannot be."""
    by = room / max(sum(counts), 1)
    shares = {count: count if count <= _FEW_STITCHES else round(count * by) for count in counts}
    over = room - sum(shares[count] for count in counts)
    for count in sorted(shares, reverse=True):
        each, rest = divmod(over, counts.count(count))
        if not rest and abs(each) <= _FEW_STITCHES and shares[count] + each >= 0:
            shares[count] += each
            return [shares[count] for count in counts]
    return None


def _loss(stage: StageForecast, part: str) -> int:
    """Stitches that a part loses in one time of a stage, 0 where it loses none."""
    at = stage.split.part(part)
    return max(-sum(gains[at] for gains in stage.cycle.gains), 0) if at is not None else 0


def _end(old: StageForecast, new: StageForecast, more: int, lengths: float) -> End:
    """The end of a stage that comes so many times more than before, and begins as ``new`` does."""
    until, times = old.stage.until, old.times + more
    if isinstance(until, Repeats):
        return Repeats(max(until.times + more, min(until.times, 1)))
    if isinstance(until, Rows):
        return Rows(max(until.rows + more * old.stage.rhythm, 1))
    if isinstance(until, Length):
        return Length(until.cm * lengths)
    if isinstance(until, Count):
        over = old.ends - old.begins - old.times * old.cycle.change
        return Count(new.begins + times * new.cycle.change + over)
    if isinstance(until, PartCount) and (at := old.split.part(until.part)) is not None:
        gain = sum(each[at] for each in old.cycle.gains) * old.cycle.rhythm // len(old.cycle.rows)
        return PartCount(until.part, new.split.counts[at] + until.stitches - old.split.counts[at] + more * gain)
    return until
