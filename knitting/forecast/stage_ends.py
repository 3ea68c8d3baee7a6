"""Where a stage ends: as many rows as meet what is wished, or come nearest to it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from knitting.forecast.facts import (
    EndNeverReached,
    EndSteppedPast,
    NoPartToCount,
    OverTheLimit,
    TooFewInRow,
    TooFewToGoOn,
    YarnUnknown,
)
from knitting.forecast.stages import Counts, Cycle, walk
from knitting.forecast.stitch_metres import cast_on_metres, metres_a_stitch
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.plan.changes import CastOnInstead, EndInstead, TimesOnly
from knitting.plan.plan import Count, End, Length, PartCount, Plan, Repeats, Rows, Stage, YarnShare
from knitting.plan.split import RowSplit
from knitting.plan.troubles import PlanMend, Trouble
from knitting.rows import CastOn
from knitting.working.piece_state import MOST_ROWS

_FEWER_ROWS = 400
"""Rows that are offered instead of more than are worked."""


@dataclass(frozen=True, slots=True)
class StageEnd:
    """The counts after each row up to the end (0: before the first), and what is to be said of it."""

    counts: tuple[Counts, ...]
    troubles: tuple[Trouble, ...] = ()


@dataclass(frozen=True, slots=True)
class EndQuestion:
    """A stage that is to be ended: in which plan and place, from where, after how many rows and stitches."""

    plan: Plan
    at: int
    split: RowSplit
    cycle: Cycle
    rows_before: int
    stitches_before: int

    @property
    def stage(self) -> Stage:
        """The stage itself."""
        return self.plan.stages[self.at]

    @property
    def path(self) -> tuple[str | int, ...]:
        """Where its end stands in the plan."""
        return ("stages", self.at, "until")

    def total(self, counts: Counts) -> int:
        """Stitches on the needle at some counts."""
        if not self.split.held:
            return self.lines_own + sum(counts)
        return self.lines_own + sum(counts[at] for at in self.split.live)

    @property
    def follows_cast_on(self) -> bool:
        """Whether the stage begins with the parts that were cast on, so that another cast-on can mend it."""
        parts = [part.name for part in self.split.parts] == [part.name for part in self.plan.parts]
        plain = not any(row.shapings or row.cast_on or row.hold for row in self.stage.setup)
        return self.at == 0 and parts and plain and isinstance(self.plan.start, CastOn)

    @property
    def lines_own(self) -> int:
        """Stitches that the lines have of their own."""
        return sum([line.stitches for line in self.split.lines])

    def ended(self, until: End) -> PlanMend:
        """The plan with another end of the stage."""
        return PlanMend(EndInstead(until), self.plan.with_stage(self.at, replace(self.stage, until=until)))


def reach(asked: EndQuestion) -> StageEnd:
    """The rows of a stage up to its end, or to the nearest that can be met."""
    until = asked.stage.until
    match until:
        case Count(stitches):
            return _towards(asked, asked.total, stitches, Count)
        case PartCount(part, stitches):
            at = asked.split.part(part)
            if at is None:
                return StageEnd((asked.split.counts,), (_no_part(asked, part),))
            return _towards(asked, lambda counts: counts[at], stitches, lambda n: PartCount(part, n))
        case Rows(rows):
            return _for_rows(asked, rows)
        case Repeats(times):
            return _for_rows(asked, _whole(asked.stage, times))
        case Length(cm):
            height = asked.plan.gauge_at(asked.rows_before + 1).row_cm
            times = max(round(cm / (height * asked.stage.rhythm)), 0)
            return _for_rows(asked, _whole(asked.stage, times))
        case YarnShare(share):
            return _for_yarn(asked, share)


def _whole(stage: Stage, times: int) -> int:
    """Rows of so many times, the last of which may stop inside."""
    rows = times * stage.rhythm
    return rows - stage.rhythm + stage.ending if stage.ending and times else rows


def _stops(stage: Stage, row: int) -> bool:
    """Whether a stage may end after so many rows."""
    return row % stage.rhythm == stage.ending % stage.rhythm


# -- so many rows ----------------------------------------------------------------------------------------


def _for_rows(asked: EndQuestion, rows: int) -> StageEnd:
    counts, short = _walked(asked, lambda _, row: row >= rows, rows)
    if short is None and len(counts) - 1 == rows:
        return StageEnd(counts)
    return StageEnd(counts, (_runs_out(asked, counts, short),))


def _for_yarn(asked: EndQuestion, share: float) -> StageEnd:
    if not asked.plan.yarn_m:
        trouble = Trouble(YarnUnknown(), asked.path, (asked.ended(Count(_next_count(asked))),), stops=True)
        return StageEnd((asked.split.counts,), (trouble,))
    plan = asked.plan
    left_m = share * plan.yarn_m - cast_on_metres(plan)
    left_m -= asked.stitches_before * metres_a_stitch(plan, asked.rows_before)
    counts: list[Counts] = [asked.split.counts]
    kept = 1
    for row, found in enumerate(walk(asked.cycle, asked.split.counts), start=1):
        if isinstance(found, int) or row + asked.rows_before > MOST_ROWS:
            break
        left_m -= asked.total(found) * metres_a_stitch(plan, asked.rows_before + row)
        if left_m < 0:
            break
        counts.append(found)
        if _stops(asked.stage, row):
            kept = row + 1
    return StageEnd(tuple(counts[:kept]))


def _next_count(asked: EndQuestion) -> int:
    return max(asked.total(asked.split.counts) + 10 * asked.cycle.change, 1)


# -- until a count ---------------------------------------------------------------------------------------


def _towards(asked: EndQuestion, of: Callable[[Counts], int], wanted: int, end: Callable[[int], End]) -> StageEnd:
    """Rows until ``of`` the counts is what is wanted, or as near as the rhythm brings it."""
    begun = of(asked.split.counts)
    if begun == wanted:
        return StageEnd((asked.split.counts,))
    growing = wanted > begun

    def is_there(counts: Counts, row: int) -> bool:
        return _stops(asked.stage, row) and (of(counts) >= wanted if growing else of(counts) <= wanted)

    def is_lost(counts: Sequence[Counts]) -> bool:
        return abs(of(counts[-1]) - wanted) >= abs(begun - wanted)

    counts, short = _walked(asked, is_there, is_lost=is_lost)
    stops = [row for row in range(len(counts)) if row == 0 or _stops(asked.stage, row)]
    if of(counts[-1]) == wanted and len(counts) > 1 and short is None:
        return StageEnd(counts)
    passed = len(counts) > 1 and short is None and is_there(counts[-1], len(counts) - 1)
    if not passed:
        if short is not None and of(counts[stops[-1]]) == begun:
            return StageEnd(counts[: stops[-1] + 1], (_runs_out(asked, counts, short),))
        return _not_met(asked, counts[: stops[-1] + 1], short, of, wanted, end)
    last, before = stops[-1], stops[-2]
    over, under = of(counts[last]), of(counts[before])
    nearest = last if abs(over - wanted) < abs(under - wanted) else before
    facts = EndSteppedPast(asked.stage.name, wanted, under, over, of(counts[nearest]))
    mends = [asked.ended(end(n)) for n in (under, over) if n != begun]
    mends += _casts_on(asked, wanted - under)
    return StageEnd(counts[: nearest + 1], (Trouble(facts, asked.path, tuple(mends)),))


def _not_met(
    asked: EndQuestion,
    counts: tuple[Counts, ...],
    short: int | None,
    of: Callable[[Counts], int],
    wanted: int,
    end: Callable[[int], End],
) -> StageEnd:
    begun, reached = of(counts[0]), of(counts[-1])
    if short is not None:
        part = asked.split.parts[short]
        facts = TooFewToGoOn(asked.stage.name, wanted, len(counts) - 1, part.name, counts[-1][short], reached)
        return StageEnd(counts, (Trouble(facts, asked.path, (asked.ended(end(reached)),)),))
    onward = begun + 10 * asked.cycle.change if asked.cycle.change > 0 else max(begun + asked.cycle.change, 1)
    mends = [asked.ended(end(onward))] if asked.cycle.change else []
    mends.append(asked.ended(Repeats(10)))
    never = EndNeverReached(asked.stage.name, wanted, begun, asked.cycle.change)
    return StageEnd(counts[:1], (Trouble(never, asked.path, tuple(mends), stops=True),))


def _casts_on(asked: EndQuestion, more: int) -> list[PlanMend]:
    """The plan cast on with as many more stitches as would meet the end, where they can be shared out."""
    if more == 0 or not asked.follows_cast_on:
        return []
    gains = [sum(row) for row in zip(*asked.cycle.gains, strict=True)]
    growing = [at for at, gain in enumerate(gains) if gain]
    symmetric = [growing] if growing and more % len(growing) == 0 else []
    for places in symmetric:
        each = more // len(places)
        plan = asked.plan
        for at in places:
            plan = plan.with_part(plan.parts[at].name, plan.parts[at].count + each)
        if all(part.count >= 0 for part in plan.parts):
            return [PlanMend(CastOnInstead(plan.cast_on, instead=True), plan)]
    return []


# -- walking -----------------------------------------------------------------------------------------------


def _walked(
    asked: EndQuestion,
    is_there: Callable[[Counts, int], bool],
    rows: int = MOST_ROWS,
    is_lost: Callable[[Sequence[Counts]], bool] | None = None,
) -> tuple[tuple[Counts, ...], int | None]:
    """The counts row by row up to where it is, or to where no row can follow; and the part that has too few.

    A stage that is lost after two cycles, no nearer to its end, is given up at once.
    """
    counts: list[Counts] = [asked.split.counts]
    if rows == 0:
        return tuple(counts), None
    most = MOST_ROWS - asked.rows_before
    for row, found in enumerate(walk(asked.cycle, asked.split.counts), start=1):
        if isinstance(found, int):
            return tuple(counts), found
        if row > most or asked.total(found) > MOST_ON_NEEDLE:
            break
        counts.append(found)
        if is_there(found, row):
            break
        if is_lost is not None and row == 2 * len(asked.cycle.rows) and is_lost(counts):
            break
    return tuple(counts), None


def _runs_out(asked: EndQuestion, counts: tuple[Counts, ...], short: int | None) -> Trouble:
    """A row that cannot be worked, or more rows and stitches than any piece has."""
    rows = len(counts) - 1
    if short is None:
        over = OverTheLimit(asked.stage.name, rows, MOST_ROWS, MOST_ON_NEEDLE)
        return Trouble(over, asked.path, (asked.ended(Rows(min(rows, _FEWER_ROWS))),))
    row = asked.cycle.rows[rows % len(asked.cycle.rows)]
    part, need = asked.split.parts[short], row.needs[short]
    number, time = rows % asked.stage.rhythm + 1, rows // asked.stage.rhythm + 1
    facts = TooFewInRow(number, asked.stage.name, time, part.name, need, counts[-1][short])
    mends: list[PlanMend] = []
    if rows >= asked.stage.rhythm:
        times = rows // asked.stage.rhythm
        mends.append(PlanMend(TimesOnly(times), asked.ended(Repeats(times)).plan))
    if asked.follows_cast_on:
        enough = asked.plan.with_part(part.name, part.count + need - counts[-1][short])
        mends.append(PlanMend(CastOnInstead(enough.cast_on, instead=True), enough))
    return Trouble(facts, asked.path, tuple(mends), stops=rows == 0)


def _no_part(asked: EndQuestion, part: str) -> Trouble:
    first, names = asked.split.parts[0], tuple(each.name for each in asked.split.parts)
    mends = (asked.ended(PartCount(first.name, first.count + 20)),)
    return Trouble(NoPartToCount(asked.stage.name, part, names), asked.path, mends, stops=True)
