"""Stitch patterns in plans: what they ask of the shapings beside them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.fabric import FABRIC_NAME, FABRICS, MOST_COLUMNS, MOST_FABRICS, fabric_trouble, with_own
from knitting.in_pattern.facts import NEAR_END
from knitting.plan.changes import TakeGarterFor
from knitting.plan.facts import GrowsUnseen, NoSuchFabric, NotAFabricName, TooManyFabrics
from knitting.plan.plan import LineKind, Plan, Shaping
from knitting.plan.split import RowSplit, ShapingPlace
from knitting.plan.troubles import PlanMend, Trouble
from knitting.plan.works import LineWork
from knitting.problems import Facts


def grows_unseen(
    split: RowSplit, found: Sequence[ShapingPlace], shaping: Shaping, work: LineWork
) -> GrowsUnseen | None:
    """An increase that cannot stand where it does: in the middle of a stitch pattern, with no line beside it."""
    if work.change <= 0:
        return None
    for spot in found:
        part = split.parts[spot.part]
        if spot.line < 0 and _figured(part.fabric) and shaping.away + _beyond(split, spot) > NEAR_END:
            return GrowsUnseen(work.said, shaping.away, part.name)
    return None


def _beyond(split: RowSplit, spot: ShapingPlace) -> int:
    """Stitches between the line of a spot and the mark or edge that the written rows count from."""
    step = -1 if spot.at_head else 1
    at, counted = spot.part, 0
    while 0 <= at + step < len(split.parts):
        line = split.lines[at + min(step, 0)]
        if line.kind is not LineKind.UNMARKED:
            break
        at += step
        counted += line.stitches + split.parts[at].count
    return counted


def _figured(fabric: str) -> bool:
    known = FABRICS.get(fabric)
    return known is None or known.width > 1  # a plan's own are patterns


def fabrics_in_use(plan: Plan) -> set[str]:
    """The keys of the fabrics that parts and lines of a plan are in, now or in a later stage."""
    born = [row.cast_on for stage in plan.stages for row in stage.setup if row.cast_on is not None]
    found = {part.fabric for part in (*plan.parts, *born)} | {line.fabric for line in plan.lines if line.fabric}
    return found | {fabric for stage in plan.stages for _, fabric in stage.fabrics}


def unfit_fabrics(plan: Plan) -> Facts | None:
    """Why a plan's own fabrics cannot be, whatever is mended; ``None`` where they can."""
    keys = [fabric.key for fabric in plan.fabrics]
    if len(set(keys)) < len(keys) or len(keys) > MOST_FABRICS or set(keys) & set(FABRICS):
        return TooManyFabrics(MOST_FABRICS)
    for fabric in plan.fabrics:
        amiss = fabric_trouble(fabric, in_round=True)
        if not FABRIC_NAME.fullmatch(fabric.key) or amiss or fabric.first > MOST_COLUMNS:
            return amiss or NotAFabricName(fabric.key[:40])
    unknown = sorted(fabrics_in_use(plan) - set(with_own(plan.fabrics)))
    return NoSuchFabric(unknown[0][:40], tuple(with_own(plan.fabrics))) if unknown else None


def fabric_troubles(plan: Plan) -> Iterator[Trouble]:
    """The plan's own fabrics that cannot be worked as it goes, in rows or in rounds."""
    used = fabrics_in_use(plan)
    for fabric in plan.fabrics:
        amiss = fabric_trouble(fabric, plan.in_round)
        if fabric.key in used and amiss:
            plain = tuple(replace(part, fabric="garter") if part.fabric == fabric.key else part for part in plan.parts)
            mend = PlanMend(TakeGarterFor(fabric.key), replace(plan, parts=plain))
            yield Trouble(amiss, ("parts",), (mend,), stops=True)
