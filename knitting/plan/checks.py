"""What a plan must be before its rows can be told: lines that exist, works that fit them, rows within rhythms."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import replace

from knitting.fabric import FABRICS as PATTERNS
from knitting.fabric import with_own
from knitting.gauges import YARN_WEIGHTS, Swatch, YarnGuess
from knitting.measures import Gauge
from knitting.needle.walk import MOST_MARKS, MOST_ON_NEEDLE
from knitting.plan.fabric_rules import fabric_troubles, grows_unseen, unfit_fabrics
from knitting.plan.plan import CENTRE, EDGES, Beside, Line, LineKind, Plan, PlannedPart, Shaping, Stage
from knitting.plan.split import RowSplit, rests_at, shaping_places
from knitting.plan.troubles import Path, PlanMend, Trouble
from knitting.plan.works import LineWork, makes, work_of
from knitting.problems import ProblemKind, plural
from knitting.rows import CastOn, Side, Tab
from knitting.working.piece_state import MOST_ROWS

FABRICS = tuple(PATTERNS)
"""The fabrics that a part may be in, by the keys of the dialects' tables."""
NAME = re.compile(r"[^\W\d_][\w' -]{0,59}")
"""What a part or a line may be called: its name is written in the rows when it rests on a holder."""
NAME_WANTED = "a name is letters first, then letters, figures, spaces and hyphens, 60 at most"
MOST_RHYTHM = 200
MOST_STAGES = 40
MOST_SHAPINGS = 40
"""Shapings of one stage."""

WithShapings = Callable[[tuple[Shaping, ...]], Plan]


def blocking_troubles(plan: Plan) -> str:
    """Why no plan can be so, whatever is mended in it; nothing for a plan that can be shown.

    Files may hold anything; what a knitter can type comes to a trouble with its mend instead.
    """
    if not plan.parts or not plan.stages:
        return "A plan has one part and one stage at least."
    if len(plan.lines) != len(plan.parts) - 1:
        return f"{plural(len(plan.parts), 'part')} want {plural(len(plan.parts) - 1, 'line')} between them."
    if any(not gauge.believable for gauge in _gauges(plan)):
        return "A gauge in it is not one that hand knitting has: 2 to 200 stitches or rows to 10 cm."
    guessed = plan.known_from if isinstance(plan.known_from, YarnGuess) else None
    if guessed is not None and guessed.weight not in YARN_WEIGHTS:
        return f"There is no category {guessed.weight} of yarn: there are 0 to {max(YARN_WEIGHTS)}."
    amiss = unfit_fabrics(plan)
    if amiss:
        return amiss
    if isinstance(plan.start, Tab) and plan.start.rows > MOST_ROWS:
        return f"A tab of {plan.start.rows:,} rows is more than is worked."
    return ""


def _gauges(plan: Plan) -> list[Gauge]:
    swatch = (plan.known_from.before, plan.known_from.after) if isinstance(plan.known_from, Swatch) else ()
    found = [plan.gauge, *swatch, *(change.gauge for change in plan.gauges)]
    return [gauge for gauge in found if gauge is not None]


def start_troubles(plan: Plan) -> Iterator[Trouble]:
    """What is wrong with the cast-on and its parts."""
    if not 1 <= plan.cast_on <= MOST_ON_NEEDLE:
        yield _not_castable(plan)
    elif plan.cast_on != plan.counted:
        yield _not_the_sum(plan)
    else:
        yield from _centre_troubles(plan)
    if len(plan.lines) != len(plan.parts) - 1:
        message = f"{plural(len(plan.parts), 'part')} need {len(plan.parts) - 1} lines between them."
        yield Trouble(ProblemKind.NO_MARKER, ("parts",), message, stops=True)
    hanging = RowSplit(plan.parts, plan.lines).unmarkable() if len(plan.lines) == len(plan.parts) - 1 else None
    if hanging is not None:
        left = plan.parts[-1]
        message = f"The marker of '{hanging.name}' has no stitch to its left to stand before."
        wider = PlanMend(f"one stitch in '{left.name}'", plan.with_part(left.name, left.count + 1))
        yield Trouble(ProblemKind.NO_MARKER, ("parts",), message, (wider,), stops=True)
    names = Counter([part.name for part in plan.parts] + [line.name for line in plan.lines])
    for name in (name for name, often in names.items() if often > 1 or name in EDGES):
        yield Trouble(
            ProblemKind.AMBIGUOUS, ("parts",), f"The name '{name}' stands for more than one thing.", stops=True
        )
    for at, name in enumerate([part.name for part in plan.parts]):
        if not NAME.fullmatch(name):
            message = f"A part cannot be called '{name}': {NAME_WANTED}."
            parts = tuple(replace(p, name=f"part {at + 1}") if p.name == name else p for p in plan.parts)
            mend = PlanMend(f"call it 'part {at + 1}'", replace(plan, parts=parts))
            yield Trouble(ProblemKind.CANNOT_READ, ("parts", at), message, (mend,), stops=True)
    for at, part in enumerate(plan.parts):
        yield from _part_troubles(plan, at, part)
    yield from fabric_troubles(plan)
    if 2 * len(plan.lines) > MOST_MARKS or len(plan.stages) > MOST_STAGES:
        message = f"At most {MOST_MARKS // 2} lines and {MOST_STAGES} stages are planned."
        yield Trouble(ProblemKind.TOO_LONG, ("parts",), message, stops=True)
    if plan.gauge is not None and not plan.gauge.believable:
        message = "The gauge is not one that hand knitting has: 2 to 200 stitches or rows to 10 cm."
        unsaid = PlanMend("leave the gauge open", replace(plan, gauge=None))
        yield Trouble(ProblemKind.CANNOT_READ, ("gauge",), message, (unsaid,))


def _not_castable(plan: Plan) -> Trouble:
    said = plural(plan.cast_on, "stitch")
    if plan.cast_on < 1:
        message = f"{said} cannot be cast on: at least one is wanted."
    else:
        message = f"{said} cannot be cast on: at most {MOST_ON_NEEDLE:,} are worked."
    mends = () if plan.counted < 1 else (PlanMend(f"cast on {plan.counted}", plan.recast()),)
    kind = ProblemKind.TOO_FEW_STITCHES if plan.cast_on < 1 else ProblemKind.TOO_LONG
    return Trouble(kind, ("start",), message, mends if plan.counted <= MOST_ON_NEEDLE else (), stops=True)


def _not_the_sum(plan: Plan) -> Trouble:
    """A cast-on other than its parts: the parts, and the nearest counts that they can share out."""
    near: list[PlanMend] = []
    for more in (0, 1, -1):
        if isinstance(plan.start, CastOn):
            shared = recounted(plan, plan.cast_on + more)
            if shared is not None:
                near.append(PlanMend(f"cast on {shared.cast_on}" + (" instead" if more else ""), shared))
    sum_ = " + ".join(str(part.count) for part in plan.parts)
    own = sum(line.stitches for line in plan.lines)
    message = f"The parts hold {sum_}{f' and {own} on the lines' if own else ''}, {plan.counted} in all; "
    has_centre = any(line.name == CENTRE and line.stitches == 1 for line in plan.lines)
    if has_centre and plan.cast_on % 2 == 0:
        message = f"{plan.cast_on} is even: with a centre stitch both sides cannot be equal. " + message
    verb = "picked up with the tab" if not isinstance(plan.start, CastOn) else "cast on"
    mends = near[:2] or [PlanMend(f"cast on {plan.counted}", plan.recast())]
    if not isinstance(plan.start, CastOn):
        mends = []
    kind = ProblemKind.NO_CENTRE if has_centre and plan.cast_on % 2 == 0 else ProblemKind.WRONG_PARTS
    return Trouble(kind, ("start",), f"{message}{plan.cast_on} are {verb}.", tuple(mends), stops=True)


def _centre_troubles(plan: Plan) -> Iterator[Trouble]:
    at = next((at for at, line in enumerate(plan.lines) if line.name == CENTRE and line.stitches == 1), None)
    if at is None:
        return
    split = RowSplit(plan.parts, plan.lines)
    right = split.starts()[at]
    left = plan.counted - right - 1
    if right != left and isinstance(plan.start, CastOn):
        shared = [recounted(_evened(plan, at), count) for count in (plan.cast_on, plan.cast_on + 1, plan.cast_on - 1)]
        mends = [PlanMend(f"cast on {each.cast_on}", each) for each in shared if each is not None]
        message = f"The centre stitch has {right} to its right and {left} to its left: the sides are not equal."
        yield Trouble(ProblemKind.NO_CENTRE, ("parts",), message, tuple(mends[:2]))


def _evened(plan: Plan, centre: int) -> Plan:
    """The plan with the parts beside the centre as large as the smaller of them."""
    least = min(plan.parts[centre].count, plan.parts[centre + 1].count)
    parts = [replace(p, count=least) if at in (centre, centre + 1) else p for at, p in enumerate(plan.parts)]
    return replace(plan, parts=tuple(parts)).recast()


def recounted(plan: Plan, count: int) -> Plan | None:
    """The plan cast on with ``count`` stitches, shared out so that equal parts stay equal.

    The difference goes to the largest part, or to all parts of that size where it can be divided among them;
    ``None`` where no sharing keeps the rule.
    """
    more = count - plan.counted
    largest = max(part.count for part in plan.parts)
    alike = [at for at, part in enumerate(plan.parts) if part.count == largest]
    by_size = [alike, *[[at] for at in alike if len(alike) % 2 and at == alike[len(alike) // 2]]]
    mirrored = [at for at, part in enumerate(plan.parts) if part.count == plan.parts[-1 - at].count]
    if len(mirrored) == len(plan.parts):
        outer = [[at, len(plan.parts) - 1 - at] for at in range(len(plan.parts) // 2)]
        by_size += sorted(outer, key=lambda pair: -plan.parts[pair[0]].count)
    for places in by_size:
        each, rest = divmod(more, len(places))
        parts = [replace(p, count=p.count + each) if at in places else p for at, p in enumerate(plan.parts)]
        if not rest and all(part.count >= 0 for part in parts):
            return replace(plan, parts=tuple(parts)).recast()
    return None


def _part_troubles(plan: Plan, at: int, part: PlannedPart) -> Iterator[Trouble]:
    if part.count < 0:
        message = f"'{part.name}' cannot have fewer than no stitches."
        yield Trouble(ProblemKind.TOO_FEW_STITCHES, ("parts", at), message, stops=True)
    if part.fabric not in with_own(plan.fabrics):
        message = f"'{part.fabric}' is no fabric that a part can be in."
        parts = tuple(replace(p, fabric="garter") if p is part else p for p in plan.parts)
        mend = PlanMend("take garter", replace(plan, parts=parts))
        yield Trouble(ProblemKind.CANNOT_READ, ("parts", at), message, (mend,))


# -- stages ----------------------------------------------------------------------------------------------


def sound_stage(plan: Plan, at: int, split: RowSplit, side: Side) -> tuple[Stage, list[Trouble]]:
    """A stage without what cannot be worked in it, and what is said of that."""
    stage = plan.stages[at]
    troubles: list[Trouble] = []
    if not 1 <= stage.rhythm <= MOST_RHYTHM:
        message = f"A rhythm of {plural(stage.rhythm, 'row')}: 1 to {MOST_RHYTHM} are possible."
        mend = PlanMend("take 2", plan.with_stage(at, replace(stage, rhythm=2)))
        troubles.append(Trouble(ProblemKind.TOO_LONG, ("stages", at, "rhythm"), message, (mend,), stops=True))
        stage = replace(stage, rhythm=2)
    if stage.ending >= stage.rhythm:
        stage = replace(stage, ending=0)

    def changed(shapings: tuple[Shaping, ...]) -> Plan:
        return plan.with_stage(at, replace(plan.stages[at], shapings=shapings))

    if len(stage.shapings) > MOST_SHAPINGS:
        message = f"'{stage.name}' has {len(stage.shapings)} shapings: at most {MOST_SHAPINGS} are planned in a stage."
        fewer = PlanMend(f"keep the first {MOST_SHAPINGS}", changed(plan.stages[at].shapings[:MOST_SHAPINGS]))
        troubles.append(Trouble(ProblemKind.TOO_LONG, ("stages", at), message, (fewer,), stops=True))
        stage = replace(stage, shapings=stage.shapings[:MOST_SHAPINGS])
    kept: list[Shaping] = []
    for place, shaping in enumerate(stage.shapings):
        path: Path = ("stages", at, "shapings", place)
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

    leave_out = PlanMend("leave it out", put())
    if not shaping.at:
        message = f"A shaping of '{stage.name}' stands at no line and no edge."
        return Trouble(ProblemKind.NO_MARKER, path, message, (leave_out,), stops=True)
    missing = shaping_places(split, shaping, side)
    if isinstance(missing, str):
        near = [line.name for line in split.lines] or [EDGES[0]]
        names = ", ".join(f"'{name}'" for name in near)
        message = f"There is no line '{missing}' in '{stage.name}'; there are {names} and the edges."
        mends = [PlanMend(f"shape at '{name}'", put(replace(shaping, at=(name,)))) for name in near[:1]]
        return Trouble(ProblemKind.NO_MARKER, path, message, (*mends, leave_out), stops=True)
    across = any(spot.line >= 0 for spot in missing)
    work = work_of(shaping.work, shaping.steps, across)
    if work is None:
        message = f"'{shaping.work}' is no way of shaping that a line can have."
        yarn_over = PlanMend("take a yarn over", put(replace(shaping, work="yo", steps=())))
        return Trouble(ProblemKind.UNKNOWN_STITCH, path, message, (yarn_over, leave_out), stops=True)
    if across != work.across:
        return _wrong_side_of_line(shaping, across, put, path)
    unfit = next((split.lines[s.line] for s in missing if s.line >= 0 and not takes(split.lines[s.line], work)), None)
    if unfit is not None:
        message = f"'{work.said}' goes across one stitch of a line, and '{unfit.name}' {_said_own(unfit, work)}."
        return Trouble(ProblemKind.NO_CENTRE, path, message, (leave_out,), stops=True)
    resting = rests_at(split, missing)
    if resting:
        message = f"'{work.said}' cannot be worked there in '{stage.name}': '{resting}' is on a holder."
        return Trouble(ProblemKind.NO_MARKER, path, message, (leave_out,), stops=True)
    unclear = grows_unseen(split, missing, shaping, work)
    if unclear:
        return Trouble(ProblemKind.AMBIGUOUS, path, unclear, (leave_out,), stops=True)
    return _row_trouble(stage, shaping, put, path)


def cross_one_line(one: Shaping, other: Shaping) -> bool:
    """Whether two shapings go across the same line: in one row it has its one stitch for one of them only."""
    both_across = one.side is Beside.ON and other.side is Beside.ON
    return both_across and bool(set(one.at) & set(other.at))


def _crossed_twice(stage: Stage, place: int, changed: WithShapings, path: Path) -> Trouble:
    shaping = stage.shapings[place]
    message = f"Two shapings of '{stage.name}' go across '{shaping.at[0]}' in the same row."
    without = changed((*stage.shapings[:place], *stage.shapings[place + 1 :]))
    return Trouble(ProblemKind.AMBIGUOUS, path, message, (PlanMend("leave the second out", without),), stops=True)


def takes(line: Line, work: LineWork) -> bool:
    """Whether a work can go across a line: it has one stitch, and a marker beside it still has one afterwards."""
    return line.stitches == 1 and (line.kind in (LineKind.STITCH, LineKind.UNMARKED) or makes(work.before) == 1)


def _said_own(line: Line, work: LineWork) -> str:
    if line.stitches == 1:
        return "is marked beside it: mark it in the stitch"
    return f"has {line.stitches} of its own" if line.stitches else "is a marker between two"


def _wrong_side_of_line(shaping: Shaping, across: bool, put: Callable[..., Plan], path: Path) -> Trouble:
    where = shaping.at[0]
    if across:
        message = f"This shaping stands beside a line, and is asked for on '{where}' itself."
        mend = PlanMend("put it on both sides", put(replace(shaping, side=Beside.BOTH)))
    else:
        message = f"This shaping goes across a line's stitch, and is asked for beside '{where}'."
        mend = PlanMend("put it on the line", put(replace(shaping, side=Beside.ON)))
        if where in EDGES:
            mend = PlanMend("decrease by one there", put(replace(shaping, work="k2tog_pair", side=Beside.INSIDE)))
    return Trouble(ProblemKind.AMBIGUOUS, path, message, (mend,), stops=True)


def _row_trouble(stage: Stage, shaping: Shaping, put: Callable[..., Plan], path: Path) -> Trouble | None:
    outside = [row for row in shaping.rows if not 1 <= row <= stage.rhythm]
    if not outside and shaping.rows:
        return None
    inside = tuple(row for row in shaping.rows if row not in outside)
    mends = [PlanMend("leave that row out", put(replace(shaping, rows=inside)))] if inside else []
    mends.append(PlanMend("shape in row 1", put(replace(shaping, rows=(1,)))))
    if not shaping.rows:
        message = f"This shaping of '{stage.name}' has no row to stand in."
    else:
        message = f"Row {outside[0]} is outside a rhythm of {plural(stage.rhythm, 'row')}."
    return Trouble(ProblemKind.ROW_MISSING, path, message, tuple(mends), stops=True)


def unmarked_troubles(plan: Plan, at: int, split: RowSplit, grows: frozenset[str]) -> Iterator[Trouble]:
    """Stretches in which two parts change and no mark says where one ends."""
    for segment in split.segments():
        growing = [place for place in segment if split.parts[place].name in grows]
        if len(growing) < 2:
            continue
        line = split.lines[growing[0]]
        one, other = split.parts[growing[0]].name, split.parts[growing[1]].name
        message = f"'{one}' and '{other}' both change in '{plan.stages[at].name}', and no mark tells them apart."
        kind = LineKind.STITCH if line.stitches == 1 else LineKind.BOTH if line.stitches else LineKind.BETWEEN
        lines = tuple(replace(each, kind=kind) if each.name == line.name else each for each in plan.lines)
        mends = (PlanMend(f"mark '{line.name}'", replace(plan, lines=lines)),) if lines != plan.lines else ()
        yield Trouble(ProblemKind.NO_MARKER, ("stages", at), message, mends, stops=True)
