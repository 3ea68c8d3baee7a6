"""Plans that lie better: what would mend a bend of the cloth, each tried before it is offered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from knitting.cloth import Bend, Finding, Verdict, flatness, lay_flat
from knitting.curvature import Curvature
from knitting.measures import Gauge
from knitting.needle.piece_worker import work_piece
from knitting.plan.compiling import compiled
from knitting.plan.foresight import foresee
from knitting.plan.plan import EDGES, Beside, LineKind, Plan, Repeats, Rows, Shaping, Stage
from knitting.plan.spacing import evenly
from knitting.plan.troubles import PlanMend
from knitting.problems import ProblemKind

_BETTER = 0.6
"""A mend is offered if no more than this share of the bend is left."""
_LONGEST_RHYTHM = 6
_MOST_OFFERED = 2
_MOST_ENDS = 3


@dataclass(frozen=True, slots=True)
class Advice:
    """A finding about how a plan's cloth lies, and the plans that lie better."""

    finding: Finding
    mends: tuple[PlanMend, ...] = ()


def advise(plan: Plan, wanted: Curvature | None = None) -> tuple[Advice, ...]:
    """How the cloth of a plan lies, with mends that were laid out and found better."""
    found = _findings(plan, wanted)
    return tuple(Advice(each, _mends(plan, each, wanted)) for each in found)


def _findings(plan: Plan, wanted: Curvature | None) -> tuple[Finding, ...]:
    later = tuple((change.row, change.gauge) for change in plan.gauges)
    return flatness(lay_flat(work_piece(compiled(foresee(plan)), gauge=plan.gauge), plan.gauge, later), wanted)


def _mends(plan: Plan, finding: Finding, wanted: Curvature | None) -> tuple[PlanMend, ...]:
    if finding.wished or finding.verdict is Verdict.FLAT:
        return ()
    tried = [_tried(mend, finding, wanted) for mend in _candidates(plan, finding)]
    better = sorted((each for each in tried if each is not None), key=lambda each: each[0])
    return tuple(mend for _, mend in better[:_MOST_OFFERED])


def _candidates(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    if finding.bend is Bend.TOP:
        yield from _edges_every_row(plan)
    if finding.bend in (Bend.TOP, Bend.CORNERS):
        yield from _in_garter(plan)
    if finding.bend is Bend.CENTRE:
        yield from _other_rhythms(plan)
    if finding.bend is Bend.PULL:
        yield from _in_turn(plan)
    if finding.bend is Bend.CHANGE:
        yield from _same_rhythm(plan, finding)


def _tried(mend: PlanMend, finding: Finding, wanted: Curvature | None) -> tuple[float, PlanMend] | None:
    """A mend with what is left of the bend; ``None`` where it does not help or the plan does not come out."""
    plan = _made_to_end(mend.plan)
    if plan is None:
        return None
    same = [each for each in _findings(plan, wanted) if each.bend is finding.bend and not each.wished]
    left = max((each.size for each in same), default=0.0)
    if left > _BETTER * finding.size:
        return None
    return left, PlanMend(f"{mend.says} ({_then(finding.bend, same)})", plan)


def _made_to_end(plan: Plan) -> Plan | None:
    """A plan whose stages come out: an end that another rate steps past is moved to the nearest that is met."""
    for _ in range(_MOST_ENDS):
        troubles = foresee(plan).troubles
        if not troubles:
            return plan
        if not troubles[0].mends or troubles[0].kind is not ProblemKind.STEPPED_PAST:
            return None
        plan = troubles[0].mends[0].plan
    return None


def _then(bend: Bend, same: list[Finding]) -> str:
    worst = max(same, key=lambda each: each.size, default=None)
    if worst is None:
        plain = {Bend.TOP: "then straight", Bend.CORNERS: "then square", Bend.PULL: "then even"}
        return plain.get(bend, "then flat")
    if bend is Bend.PULL:
        return f"then {worst.share:.0%}"
    if bend is Bend.TOP:
        return f"then {180 - worst.defect_deg:.0f}°"
    return f"then {abs(worst.defect_deg):.0f}° {'less' if worst.defect_deg > 0 else 'more'} than flat"


def _edges_every_row(plan: Plan) -> Iterator[PlanMend]:
    """An increase at each edge on the other rows of the rhythm as well."""
    for at, stage in enumerate(plan.stages):
        for place, shaping in enumerate(stage.shapings):
            if _at_edges(plan, shaping) and 2 * len(shaping.rows) <= stage.rhythm and stage.rhythm % 2 == 0:
                rows = tuple(sorted({*shaping.rows, *(row % stage.rhythm + 1 for row in shaping.rows)}))
                shapings = (*stage.shapings[:place], replace(shaping, rows=rows), *stage.shapings[place + 1 :])
                says = "increase at each edge on wrong-side rows too"
                yield PlanMend(says, plan.with_stage(at, replace(stage, shapings=shapings)))


def _at_edges(plan: Plan, shaping: Shaping) -> bool:
    """Whether a shaping stands at the edges, or at the lines that part the borders from the rest."""
    names = [line.name for line in plan.lines]
    borders = {name for name in (names[:1] + names[-1:]) if len(names) > 2}
    kinds = {line.name: line.kind for line in plan.lines}
    return all(name in EDGES or (name in borders and kinds[name] is LineKind.UNMARKED) for name in shaping.at)


def _in_garter(plan: Plan) -> Iterator[PlanMend]:
    """The same in garter, whose rows are half as high as a stitch is wide."""
    parts = tuple(replace(part, fabric="garter") for part in plan.parts)
    stages = tuple(replace(stage, fabrics=()) for stage in plan.stages)
    lines = tuple(replace(line, fabric="") for line in plan.lines)
    known = plan.gauge_at(1)
    gauge = Gauge(known.stitches, 2 * known.stitches, "garter", guessed=True)
    garter = replace(plan, parts=parts, stages=stages, lines=lines, gauge=gauge, gauges=(), known_from=None)
    yield PlanMend("work it in garter", garter)


def _other_rhythms(plan: Plan) -> Iterator[PlanMend]:
    """The same shapings on more or fewer of the rounds."""
    at, stage = _main_stage(plan)
    kept = {row for shaping in stage.shapings for row in shaping.rows}
    if len(kept) != 1:
        return
    for rhythm in range(1, _LONGEST_RHYTHM + 1):
        for times in range(1, rhythm + 1):
            if (times, rhythm) in ((1, stage.rhythm),) or (times > 1 and rhythm % times == 0):
                continue
            on = tuple(row for row, works in enumerate(evenly(times, rhythm), start=1) if works)
            shapings = tuple(replace(shaping, rows=on) for shaping in stage.shapings)
            says = f"increase {_every(times, rhythm)}"
            yield PlanMend(says, plan.with_stage(at, replace(stage, rhythm=rhythm, shapings=shapings, ending=0)))


def _every(times: int, rhythm: int) -> str:
    if times == 1:
        ordinal = {1: "every", 2: "every 2nd", 3: "every 3rd"}.get(rhythm, f"every {rhythm}th")
        return f"in {ordinal} round"
    return f"in {times} of {rhythm} rounds"


def _main_stage(plan: Plan) -> tuple[int, Stage]:
    course = foresee(plan)
    at = max(range(len(course.stages)), key=lambda place: course.stages[place].rows, default=0)
    return at, plan.stages[at]


def _in_turn(plan: Plan) -> Iterator[PlanMend]:
    """What stands on one side of its lines only, in turn on that side and on the other."""
    other = {Beside.BEFORE: Beside.AFTER, Beside.AFTER: Beside.BEFORE}
    changed = plan
    for at, stage in enumerate(plan.stages):
        inner = {line.name for line in plan.lines}
        turned = [each for each in stage.shapings if each.side in other and set(each.at) <= inner]
        kept = [each for each in stage.shapings if each not in turned]
        if not turned:
            continue
        twice = [replace(each, rows=(*each.rows, *(row + stage.rhythm for row in each.rows))) for each in kept]
        both = [
            one
            for each in turned
            for one in (each, replace(each, side=other[each.side], rows=tuple(row + stage.rhythm for row in each.rows)))
        ]
        until = stage.until
        if isinstance(until, Repeats):
            until = Rows(until.times * stage.rhythm)
        double = replace(stage, rhythm=2 * stage.rhythm, shapings=(*twice, *both), until=until, ending=0)
        changed = changed.with_stage(at, double)
    if changed is not plan:
        yield PlanMend("work it in turn on one side of its line and on the other", changed)


def _same_rhythm(plan: Plan, finding: Finding) -> Iterator[PlanMend]:
    """The rhythm of the stage before kept on where the rate changes."""
    course = foresee(plan)
    for at in range(1, len(course.stages)):
        before, stage = plan.stages[at - 1], plan.stages[at]
        if abs(course.stages[at].first_row - finding.rows[0]) > 4 or not stage.shapings:
            continue
        shapings = before.shapings
        says = f"go on as in '{before.name}'"
        yield PlanMend(says, plan.with_stage(at, replace(stage, rhythm=before.rhythm, shapings=shapings, ending=0)))
