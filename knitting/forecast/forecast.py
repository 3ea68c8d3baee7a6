"""What a plan comes to, stage after stage, before a stitch is knitted."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import combinations

from knitting.forecast.facts import (
    CrossedInSetup,
    HangingMarker,
    LineBeyondPart,
    NamesTaken,
    NoLineInSetup,
    NoLineToTakeOff,
    NoMiddle,
    NoPartToDivide,
    NotAcrossInSetup,
    NotANewPart,
    NotHeld,
    NotLastOfRow,
    NoWorkInSetup,
    RestsInSetup,
    TooFewInSetup,
    TooManyInRow,
    WrittenRowUnfit,
    WrongSideStart,
)
from knitting.forecast.lifted_increases import lifting_troubles
from knitting.forecast.size_limits import too_many_rows, too_many_stitches
from knitting.forecast.stage_ends import EndQuestion, reach
from knitting.forecast.stages import (
    Cycle,
    PlannedRow,
    StageForecast,
    cycle_of,
    set_up,
    set_up_as_written,
    tab_rows,
    with_lines,
    without_line,
)
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.plan.changes import PlainRowFirst
from knitting.plan.checks import start_troubles
from knitting.plan.fabric_rules import grows_unseen
from knitting.plan.plan import AddedLine, Plan, SetupRow, Stage
from knitting.plan.row_composition import row_shaping
from knitting.plan.split import RowSplit, rests_at, shaping_places
from knitting.plan.stage_checks import cross_one_line, sound_stage, takes, unmarked_troubles
from knitting.plan.troubles import PlanMend, Trouble
from knitting.plan.works import work_of
from knitting.problems import Facts
from knitting.rows import Side, Tab
from knitting.working.piece_state import MOST_ROWS, MOST_STITCHES


@dataclass(frozen=True)
class Forecast:
    """Every stage as it comes to be, and what is to be said of the plan."""

    plan: Plan
    stages: tuple[StageForecast, ...]
    troubles: tuple[Trouble, ...]

    @property
    def rows(self) -> int:
        """Rows in all, those of a tab too."""
        return tab_rows(self.plan) + sum(stage.rows + len(stage.setup) for stage in self.stages)

    @property
    def ends(self) -> int:
        """Stitches on the needle after the last row."""
        return self.stages[-1].ends if self.stages else self.plan.counted

    @property
    def most(self) -> int:
        """The most stitches that are ever on the needle."""
        return max([self.plan.counted, *(total for stage in self.stages for total in stage.totals)])

    @property
    def stitches(self) -> int:
        """Stitches worked in all, counted after each row; those of a tab's rows before its last are left out."""
        return sum(stage.stitches for stage in self.stages)

    @property
    def sound(self) -> bool:
        """Whether every row can be worked as intended."""
        return not any(trouble.stops for trouble in self.troubles)


def forecast_of(plan: Plan) -> Forecast:
    """The course of a plan. What cannot be worked is left out, and said."""
    troubles = list(start_troubles(plan))
    stages: list[StageForecast] = []
    unfit = ("parts", "start")
    if any(trouble.stops and trouble.where[0] in unfit and trouble.where != ("start",) for trouble in troubles):
        return Forecast(plan, (), tuple(troubles))
    split, side = RowSplit(plan.parts, plan.lines), Side.RS if plan.in_round else plan.begins
    rows, stitches = tab_rows(plan), 0
    for at in range(len(plan.stages)):
        forecast, said = _stage(plan, at, split, side, rows, stitches)
        troubles += said
        stages.append(forecast)
        split, side = forecast.closing, forecast.closing_side
        rows += forecast.rows + len(forecast.setup)
        stitches += forecast.stitches
        if rows > MOST_ROWS:
            troubles.append(too_many_rows(plan, at))
            break
        if stitches + _in_tab(plan) > MOST_STITCHES:
            troubles.append(too_many_stitches(plan, at, forecast.totals[1:], stitches + _in_tab(plan)))
            break
    return Forecast(plan, tuple(stages), tuple(troubles))


def _in_tab(plan: Plan) -> int:
    """Stitches worked in a tab, counted after each of its rows."""
    tab = plan.start
    return (tab.rows - 1) * tab.cast_on + tab.total if isinstance(tab, Tab) else 0


def _stage(
    plan: Plan, at: int, split: RowSplit, side: Side, rows: int, stitches: int
) -> tuple[StageForecast, list[Trouble]]:
    troubles: list[Trouble] = []
    opening, added = _opened(plan, at, split, troubles)
    setup: list[PlannedRow] = []
    split = opening
    for place, row in enumerate(plan.stages[at].setup):
        worked = _set_up(plan, at, place, row, split, side, troubles)
        if worked is None:
            continue
        setup.append(worked)
        split = worked.after
        side = side if plan.in_round else side.other
    stage, said = sound_stage(plan, at, split, side)
    troubles += said
    cycle = cycle_of(stage, split, side, plan.in_round)
    if _begins_on_wrong_side(stage, side, plan):
        troubles.append(_on_wrong_side(plan, at))
    here = stitches + sum(row.after.total for row in setup)
    asked = EndQuestion(plan.with_stage(at, stage), at, split, cycle, rows + len(setup), here)
    found = reach(asked)
    troubles += [_of_plan(plan, at, stage, trouble) for trouble in found.troubles]
    forecast = StageForecast(
        stage, opening, tuple(setup), split, side, cycle, found.counts, rows + 1, tuple(added), plan.in_round
    )
    unmarked = list(unmarked_troubles(plan, at, split, forecast.grows))
    if unmarked:
        forecast = replace(forecast, cycle=Cycle((row_shaping(split, (), side),), 1), counts=found.counts[:1])
    return forecast, [*troubles, *unmarked, *lifting_troubles(plan, at, forecast)]


def _of_plan(plan: Plan, at: int, sound: Stage, trouble: Trouble) -> Trouble:
    """A trouble whose mends keep what was left out of the stage to find its end."""
    if sound == plan.stages[at]:
        return trouble
    mends = []
    for mend in trouble.mends:
        kept = replace(mend.plan.stages[at], shapings=plan.stages[at].shapings, rhythm=plan.stages[at].rhythm)
        mends.append(PlanMend(mend.says, mend.plan.with_stage(at, kept)))
    return replace(trouble, mends=tuple(mends))


def _begins_on_wrong_side(stage: Stage, side: Side, plan: Plan) -> bool:
    return side is Side.WS and stage.rhythm % 2 == 0 and bool(stage.shapings) and not plan.in_round


def _on_wrong_side(plan: Plan, at: int) -> Trouble:
    stage = plan.stages[at]
    mend = PlanMend(PlainRowFirst(), plan.with_stage(at, replace(stage, setup=(*stage.setup, SetupRow()))))
    return Trouble(WrongSideStart(stage.name), ("stages", at, "rhythm"), (mend,))


def _opened(plan: Plan, at: int, split: RowSplit, troubles: list[Trouble]) -> tuple[RowSplit, list[AddedLine]]:
    """The split with the lines and fabrics that a stage begins with."""
    stage = plan.stages[at]
    for name in stage.drop_lines:
        fewer = without_line(split, name)
        if fewer is None:
            troubles.append(Trouble(NoLineToTakeOff(name, stage.name), ("stages", at), stops=True))
        split = fewer or split
    added: list[AddedLine] = []
    for line in stage.add_lines:
        more = with_lines(split, line)
        if more is None or split.line(line.line.name) is not None or split.part(line.left) is not None:
            troubles.append(_no_room(plan, at, split, line))
            continue
        added.append(line)
        split = more
    hanging = split.unmarkable() if added or stage.drop_lines else None
    if hanging is not None:
        troubles.append(Trouble(HangingMarker(hanging.name, stage.name), ("stages", at), stops=True))
    return split.with_fabrics(stage.fabrics), added


def _no_room(plan: Plan, at: int, split: RowSplit, added: AddedLine) -> Trouble:
    place, name = split.part(added.part), added.line.name
    count = split.parts[place].count if place is not None else 0
    facts: Facts
    if place is None:
        facts = NoPartToDivide(added.part, name)
    elif split.line(name) is not None or split.part(added.left) is not None:
        facts = NamesTaken(name, added.left)
    elif added.after is None:
        facts = NoMiddle(added.part, count, plan.stages[at].name, name, odd_wanted=bool(added.line.stitches % 2))
    else:
        facts = LineBeyondPart(name, added.after, count, added.part)
    return Trouble(facts, ("stages", at, "add_lines"), stops=True)


def _set_up(
    plan: Plan, at: int, place: int, row: SetupRow, split: RowSplit, side: Side, troubles: list[Trouble]
) -> PlannedRow | None:
    stage = plan.stages[at].name
    if row.steps:
        written = set_up_as_written(split, row.steps, side, plan.in_round)
        if written is None:
            unfit = WrittenRowUnfit(stage, place + 1, split.total)
            troubles.append(Trouble(unfit, ("stages", at, "setup", place), stops=True))
        return written
    amiss = _shapings_amiss(stage, row, split, side) or _holding_trouble(row, split, side, stage)
    worked = set_up(split, row, side) if amiss is None else None
    if worked is not None:
        amiss = _too_few(stage, row, worked, side)
    if amiss is not None:
        troubles.append(Trouble(amiss, ("stages", at, "setup", place), stops=True))
        return None
    return worked


def _shapings_amiss(stage: str, row: SetupRow, split: RowSplit, side: Side) -> Facts | None:
    for shaping in row.shapings:
        missing = shaping_places(split, shaping, side)
        if isinstance(missing, str):
            return NoLineInSetup(missing, stage)
        across = any(spot.line >= 0 for spot in missing)
        work = work_of(shaping.work, shaping.steps, across)
        if work is None or work.across != across:
            return NoWorkInSetup(shaping.work, stage)
        resting = rests_at(replace(split, held=split.held - {row.back}), missing)
        if resting:
            return RestsInSetup(work.said, stage, resting)
        if any(spot.line >= 0 and not takes(split.lines[spot.line], work) for spot in missing):
            return NotAcrossInSetup(work.said, stage)
        unclear = grows_unseen(split, missing, shaping, work)
        if unclear is not None:
            return unclear
    crossed = any(cross_one_line(one, other) for one, other in combinations(row.shapings, 2))
    return CrossedInSetup(stage) if crossed else None


def _too_few(stage: str, row: SetupRow, found: PlannedRow, side: Side) -> Facts | None:
    needs = row_shaping(found.before, row.shapings, side).needs
    short = next((i for i, part in enumerate(found.before.parts) if needs[i] > part.count), None)
    if short is None:
        return None
    part = found.before.parts[short]
    return TooFewInSetup(stage, needs[short], part.name, part.count)


def _holding_trouble(row: SetupRow, split: RowSplit, side: Side, stage: str) -> Facts | None:
    if row.back and row.back not in split.held:
        return NotHeld(row.back, stage)
    live = list(split.live) + ([split.part(row.back) or 0] if row.back else [])
    ends = split.parts[max(live) if side is Side.RS else min(live)].name if live else ""
    if row.hold and (len(live) < 2 or row.hold != ends):
        return NotLastOfRow(row.hold)
    if row.cast_on and (split.part(row.cast_on.name) is not None or row.cast_on.count < 1):
        return NotANewPart(row.cast_on.name)
    if row.cast_on and row.cast_on.count > MOST_ON_NEEDLE:
        return TooManyInRow(row.cast_on.count, MOST_ON_NEEDLE)
    return None
