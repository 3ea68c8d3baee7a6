"""What a plan must be before its rows can be told: a cast-on that its parts share out, names, fabrics, a gauge."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator
from dataclasses import replace

from knitting.fabric import FABRICS as PATTERNS
from knitting.fabric import with_own
from knitting.gauges import YARN_WEIGHTS, Swatch, YarnGuess
from knitting.measures import Gauge
from knitting.needle.walk import MOST_MARKS, MOST_ON_NEEDLE
from knitting.plan.changes import (
    CallIt,
    CastOnInstead,
    KnitTab,
    LeaveGaugeOpen,
    OneStitchIn,
    TakeGarter,
)
from knitting.plan.fabric_rules import fabric_troubles, unfit_fabrics
from knitting.plan.facts import (
    EmptyPlanTab,
    EvenWithCentre,
    LinesWanted,
    NameTwice,
    NegativePart,
    NoPartOrStage,
    NoStitchLeftOf,
    NotAName,
    NotAPartFabric,
    NotTheSum,
    SidesUnequal,
    TooFewCastOn,
    TooLongTab,
    TooManyLines,
    TooManyPlanned,
    UnbelievableGauge,
    UnknownYarnCategory,
)
from knitting.plan.plan import CENTRE, EDGES, Plan, PlannedPart, garter_tab
from knitting.plan.split import RowSplit
from knitting.plan.troubles import PlanMend, Trouble
from knitting.problems import Facts
from knitting.rows import CastOn, Tab
from knitting.working.piece_state import MOST_ROWS

FABRICS = tuple(PATTERNS)
"""The fabrics that a part may be in, by the keys of the dialects' tables."""
NAME = re.compile(r"[^\W\d_][\w' -]{0,59}")
"""What a part or a line may be called: its name is written in the rows when it rests on a holder."""
MOST_STAGES = 40
MOST_LINES = MOST_MARKS // 2
"""Every line may have a mark on both sides."""


def blocking_trouble(plan: Plan) -> Facts | None:
    """Why no plan can be so, whatever is mended in it; ``None`` for a plan that can be shown.

    Files may hold anything; what a knitter can type comes to a trouble with its mend instead.
    """
    if not plan.parts or not plan.stages:
        return NoPartOrStage()
    if len(plan.lines) != len(plan.parts) - 1:
        return LinesWanted(len(plan.parts), len(plan.parts) - 1)
    if any(not gauge.believable for gauge in _gauges(plan)):
        return UnbelievableGauge()
    guessed = plan.known_from if isinstance(plan.known_from, YarnGuess) else None
    if guessed is not None and guessed.weight not in YARN_WEIGHTS:
        return UnknownYarnCategory(guessed.weight, max(YARN_WEIGHTS))
    if isinstance(plan.start, Tab) and plan.start.rows > MOST_ROWS:
        return TooLongTab(plan.start.rows)
    return unfit_fabrics(plan)


def _gauges(plan: Plan) -> list[Gauge]:
    swatch = (plan.known_from.before, plan.known_from.after) if isinstance(plan.known_from, Swatch) else ()
    found = [plan.gauge, *swatch, *(change.gauge for change in plan.gauges)]
    return [gauge for gauge in found if gauge is not None]


def start_troubles(plan: Plan) -> Iterator[Trouble]:
    """What is wrong with the cast-on and its parts."""
    if not 1 <= plan.cast_on <= MOST_ON_NEEDLE:
        yield _not_castable(plan)
    elif isinstance(plan.start, Tab) and min(plan.start.cast_on, plan.start.rows) < 1:
        yield _empty_tab(plan, plan.start)
    elif plan.cast_on != plan.counted:
        yield _not_the_sum(plan)
    else:
        yield from _centre_troubles(plan)
    if len(plan.lines) != len(plan.parts) - 1:
        yield Trouble(LinesWanted(len(plan.parts), len(plan.parts) - 1), ("parts",), stops=True)
    hanging = RowSplit(plan.parts, plan.lines).unmarkable() if len(plan.lines) == len(plan.parts) - 1 else None
    if hanging is not None:
        left = plan.parts[-1]
        wider = PlanMend(OneStitchIn(left.name), plan.with_part(left.name, left.count + 1))
        yield Trouble(NoStitchLeftOf(hanging.name), ("parts",), (wider,), stops=True)
    names = Counter([part.name for part in plan.parts] + [line.name for line in plan.lines])
    for name in (name for name, often in names.items() if often > 1 or name in EDGES):
        yield Trouble(NameTwice(name), ("parts",), stops=True)
    for at, name in enumerate([part.name for part in plan.parts]):
        if not NAME.fullmatch(name):
            parts = tuple(replace(p, name=f"part {at + 1}") if p.name == name else p for p in plan.parts)
            mend = PlanMend(CallIt(f"part {at + 1}"), replace(plan, parts=parts))
            yield Trouble(NotAName(name), ("parts", at), (mend,), stops=True)
    for at, part in enumerate(plan.parts):
        yield from _part_troubles(plan, at, part)
    yield from fabric_troubles(plan)
    if len(plan.lines) > MOST_LINES or len(plan.stages) > MOST_STAGES:
        yield Trouble(TooManyLines(MOST_LINES, MOST_STAGES), ("parts",), stops=True)
    if plan.gauge is not None and not plan.gauge.believable:
        yield Trouble(UnbelievableGauge(), ("gauge",), (PlanMend(LeaveGaugeOpen(), replace(plan, gauge=None)),))


def _not_castable(plan: Plan) -> Trouble:
    count = plan.cast_on
    facts = TooFewCastOn(count) if count < 1 else TooManyPlanned(count, MOST_ON_NEEDLE)
    mends = () if plan.counted < 1 else (PlanMend(CastOnInstead(plan.counted), plan.recast()),)
    return Trouble(facts, ("start",), mends if plan.counted <= MOST_ON_NEEDLE else (), stops=True)


def _empty_tab(plan: Plan, tab: Tab) -> Trouble:
    """A tab that has no stitch or no row; one of the size that its edges suggest, where the parts can share it."""
    usual = garter_tab(max(tab.cast_on, tab.side, 2))
    knitted = replace(plan, start=replace(tab, cast_on=usual.cast_on, rows=usual.rows))
    mends = (PlanMend(KnitTab(usual.cast_on, usual.rows), knitted),) if knitted.cast_on == plan.counted else ()
    return Trouble(EmptyPlanTab(tab.cast_on, tab.rows), ("start",), mends, stops=True)


def _not_the_sum(plan: Plan) -> Trouble:
    """A cast-on other than its parts: the parts, and the nearest counts that they can share out."""
    near: list[PlanMend] = []
    for more in (0, 1, -1):
        if isinstance(plan.start, CastOn):
            shared = recounted(plan, plan.cast_on + more)
            if shared is not None:
                near.append(PlanMend(CastOnInstead(shared.cast_on, instead=bool(more)), shared))
    tab = isinstance(plan.start, Tab)
    has_centre = any(line.name == CENTRE and line.stitches == 1 for line in plan.lines)
    class_ = EvenWithCentre if has_centre and plan.cast_on % 2 == 0 else NotTheSum
    counts, own = tuple(part.count for part in plan.parts), sum(line.stitches for line in plan.lines)
    mends = near[:2] or [PlanMend(CastOnInstead(plan.counted), plan.recast())]
    facts = class_(counts, own, plan.cast_on, tab)
    return Trouble(facts, ("start",), () if tab else tuple(mends), stops=True)


def _centre_troubles(plan: Plan) -> Iterator[Trouble]:
    at = next((at for at, line in enumerate(plan.lines) if line.name == CENTRE and line.stitches == 1), None)
    if at is None:
        return
    split = RowSplit(plan.parts, plan.lines)
    right = split.starts()[at]
    left = plan.counted - right - 1
    if right != left and isinstance(plan.start, CastOn):
        shared = [recounted(_evened(plan, at), count) for count in (plan.cast_on, plan.cast_on + 1, plan.cast_on - 1)]
        mends = [PlanMend(CastOnInstead(each.cast_on), each) for each in shared if each is not None]
        yield Trouble(SidesUnequal(right, left), ("parts",), tuple(mends[:2]))


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
        yield Trouble(NegativePart(part.name), ("parts", at), stops=True)
    if part.fabric not in with_own(plan.fabrics):
        parts = tuple(replace(p, fabric="garter") if p is part else p for p in plan.parts)
        mend = PlanMend(TakeGarter(), replace(plan, parts=parts))
        yield Trouble(NotAPartFabric(part.fabric), ("parts", at), (mend,))
