"""What a stage must be before its rows can be told: rhythms, shapings that fit their lines, marks between parts."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

from knitting.plan.changes import (
    DecreaseByOne,
    KeepFirst,
    LeaveOut,
    LeaveRowOut,
    LeaveSecondOut,
    MarkLine,
    PutBothSides,
    PutOnLine,
    ShapeAt,
    ShapeInRow,
    TakeRhythm,
    TakeYarnOver,
)
from knitting.plan.fabric_rules import grows_unseen
from knitting.plan.facts import (
    AskedBesideLine,
    AskedOnLine,
    CrossedTwice,
    NoRowToStandIn,
    NoSuchLine,
    NoSuchWork,
    NotAcross,
    NotToldApart,
    RestsOnHolder,
    RhythmOutside,
    RowOutsideRhythm,
    ShapingNowhere,
    TooManyShapings,
)
from knitting.plan.plan import EDGES, Beside, Line, LineKind, Plan, Shaping, Stage
from knitting.plan.split import RowSplit, rests_at, shaping_places
from knitting.plan.troubles import Path, PlanMend, Trouble
from knitting.plan.works import LineWork, makes, work_of
from knitting.problems import ProblemKind
from knitting.rows import Side

MOST_RHYTHM = 200
MOST_SHAPINGS = 40
"""Shapings of one stage."""

WithShapings = Callable[[tuple[Shaping, ...]], Plan]


def sound_stage(plan: Plan, at: int, split: RowSplit, side: Side) -> tuple[Stage, list[Trouble]]:
    """A stage without what cannot be worked in it, and what is said of that."""
    stage = plan.stages[at]
    troubles: list[Trouble] = []
    if not 1 <= stage.rhythm <= MOST_RHYTHM:
        mend = PlanMend(TakeRhythm(2), plan.with_stage(at, replace(stage, rhythm=2)))
        path: Path = ("stages", at, "rhythm")
        troubles.append(Trouble(RhythmOutside(stage.rhythm, MOST_RHYTHM), path, (mend,), stops=True))
        stage = replace(stage, rhythm=2)
    if stage.ending >= stage.rhythm:
        stage = replace(stage, ending=0)

    def changed(shapings: tuple[Shaping, ...]) -> Plan:
        return plan.with_stage(at, replace(plan.stages[at], shapings=shapings))

    if len(stage.shapings) > MOST_SHAPINGS:
        many = TooManyShapings(stage.name, len(stage.shapings), MOST_SHAPINGS)
        fewer = PlanMend(KeepFirst(MOST_SHAPINGS), changed(plan.stages[at].shapings[:MOST_SHAPINGS]))
        troubles.append(Trouble(many, ("stages", at), (fewer,), stops=True))
        stage = replace(stage, shapings=stage.shapings[:MOST_SHAPINGS])
    kept: list[Shaping] = []
    for place, shaping in enumerate(stage.shapings):
        path = ("stages", at, "shapings", place)
        trouble = _shaping_trouble(stage, place, split, side, changed, path)
        if trouble is None and any(
            cross_one_line(shaping, other) and set(shaping.rows) & set(other.rows) for other in kept
        ):
            trouble = _crossed_twice(stage, place, changed, path)
        if trouble is None:
            kept.append(shaping)
            continue
        troubles.append(trouble)
        inside = tuple(row for row in shaping.rows if 1 <= row <= stage.rhythm)
        if trouble.kind is ProblemKind.ROW_MISSING and inside:
            kept.append(replace(shaping, rows=inside))
    return replace(stage, shapings=tuple(kept)), troubles


def _shaping_trouble(
    stage: Stage, place: int, split: RowSplit, side: Side, changed: WithShapings, path: Path
) -> Trouble | None:
    shaping = stage.shapings[place]

    def put(*instead: Shaping) -> Plan:
        return changed((*stage.shapings[:place], *instead, *stage.shapings[place + 1 :]))

    leave_out = PlanMend(LeaveOut(), put())
    if not shaping.at:
        return Trouble(ShapingNowhere(stage.name), path, (leave_out,), stops=True)
    missing = shaping_places(split, shaping, side)
    if isinstance(missing, str):
        near = tuple(line.name for line in split.lines) or (EDGES[0],)
        first = PlanMend(ShapeAt(near[0]), put(replace(shaping, at=(near[0],))))
        return Trouble(NoSuchLine(missing, stage.name, near), path, (first, leave_out), stops=True)
    across = any(spot.line >= 0 for spot in missing)
    work = work_of(shaping.work, shaping.steps, across)
    if work is None:
        yarn_over = PlanMend(TakeYarnOver(), put(replace(shaping, work="yo", steps=())))
        return Trouble(NoSuchWork(shaping.work), path, (yarn_over, leave_out), stops=True)
    if across != work.across:
        return _wrong_side_of_line(shaping, across, put, path)
    unfit = next((split.lines[s.line] for s in missing if s.line >= 0 and not takes(split.lines[s.line], work)), None)
    if unfit is not None:
        return Trouble(NotAcross(work.said, unfit.name, unfit.stitches), path, (leave_out,), stops=True)
    resting = rests_at(split, missing)
    if resting:
        return Trouble(RestsOnHolder(work.said, stage.name, resting), path, (leave_out,), stops=True)
    unclear = grows_unseen(split, missing, shaping, work)
    if unclear is not None:
        return Trouble(unclear, path, (leave_out,), stops=True)
    return _row_trouble(stage, shaping, put, path)


def cross_one_line(one: Shaping, other: Shaping) -> bool:
    """Whether two shapings go across the same line: in one row it has its one stitch for one of them only."""
    both_across = one.side is Beside.ON and other.side is Beside.ON
    return both_across and bool(set(one.at) & set(other.at))


def _crossed_twice(stage: Stage, place: int, changed: WithShapings, path: Path) -> Trouble:
    shaping = stage.shapings[place]
    without = changed((*stage.shapings[:place], *stage.shapings[place + 1 :]))
    facts = CrossedTwice(stage.name, shaping.at[0])
    return Trouble(facts, path, (PlanMend(LeaveSecondOut(), without),), stops=True)


def takes(line: Line, work: LineWork) -> bool:
    """Whether a work can go across a line: it has one stitch, and a marker beside it still has one afterwards."""
    return line.stitches == 1 and (line.kind in (LineKind.STITCH, LineKind.UNMARKED) or makes(work.before) == 1)


def _wrong_side_of_line(shaping: Shaping, across: bool, put: Callable[..., Plan], path: Path) -> Trouble:
    where = shaping.at[0]
    if across:
        mend = PlanMend(PutBothSides(), put(replace(shaping, side=Beside.BOTH)))
        return Trouble(AskedOnLine(where), path, (mend,), stops=True)
    if where in EDGES:
        mend = PlanMend(DecreaseByOne(), put(replace(shaping, work="k2tog_pair", side=Beside.INSIDE)))
    else:
        mend = PlanMend(PutOnLine(), put(replace(shaping, side=Beside.ON)))
    return Trouble(AskedBesideLine(where), path, (mend,), stops=True)


def _row_trouble(stage: Stage, shaping: Shaping, put: Callable[..., Plan], path: Path) -> Trouble | None:
    outside = [row for row in shaping.rows if not 1 <= row <= stage.rhythm]
    if not outside and shaping.rows:
        return None
    inside = tuple(row for row in shaping.rows if row not in outside)
    mends = [PlanMend(LeaveRowOut(), put(replace(shaping, rows=inside)))] if inside else []
    mends.append(PlanMend(ShapeInRow(1), put(replace(shaping, rows=(1,)))))
    facts = RowOutsideRhythm(outside[0], stage.rhythm) if shaping.rows else NoRowToStandIn(stage.name)
    return Trouble(facts, path, tuple(mends), stops=True)


def unmarked_troubles(plan: Plan, at: int, split: RowSplit, grows: frozenset[str]) -> Iterator[Trouble]:
    """Stretches in which two parts change and no mark says where one ends."""
    for segment in split.segments():
        growing = [place for place in segment if split.parts[place].name in grows]
        if len(growing) < 2:
            continue
        line = split.lines[growing[0]]
        one, other = split.parts[growing[0]].name, split.parts[growing[1]].name
        kind = LineKind.STITCH if line.stitches == 1 else LineKind.BOTH if line.stitches else LineKind.BETWEEN
        lines = tuple(replace(each, kind=kind) if each.name == line.name else each for each in plan.lines)
        mends = (PlanMend(MarkLine(line.name), replace(plan, lines=lines)),) if lines != plan.lines else ()
        yield Trouble(NotToldApart(one, other, plan.stages[at].name), ("stages", at), mends, stops=True)
