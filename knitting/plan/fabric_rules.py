"""Stitch patterns in plans: what they ask of the shapings beside them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.fabric import FABRIC_NAME, FABRICS, MOST_COLUMNS, MOST_FABRICS, fabric_trouble, with_own
from knitting.in_pattern.new_columns import NEAR_END
from knitting.plan.plan import LineKind, Plan, Shaping
from knitting.plan.split import RowSplit, ShapingPlace
from knitting.plan.troubles import PlanMend, Trouble
from knitting.plan.works import LineWork
from knitting.problems import ProblemKind


def grows_unseen(split: RowSplit, found: Sequence[ShapingPlace], shaping: Shaping, work: LineWork) -> str:
    """Why an increase cannot stand where it does: in the middle of a stitch pattern, with no line beside it."""
    if work.change <= 0:
        return ""
    for spot in found:
        part = split.parts[spot.part]
        if spot.line < 0 and _figured(part.fabric) and shaping.away + _beyond(split, spot) > NEAR_END:
            return (
                f"'{work.said}' stands {shaping.away} stitches inside '{part.name}', which is in a pattern: on which "
                "side of it the pattern grows is not said. Put a marked line there."
            )
    return ""


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


def unfit_fabrics(plan: Plan) -> str:
    """Why a plan's own fabrics cannot be, whatever is mended; nothing where they can."""
    keys = [fabric.key for fabric in plan.fabrics]
    if len(set(keys)) < len(keys) or len(keys) > MOST_FABRICS or set(keys) & set(FABRICS):
        return f"A plan has {MOST_FABRICS} fabrics of its own at most, each with a name that no other has."
    for fabric in plan.fabrics:
        amiss = fabric_trouble(fabric, in_round=True)
        if not FABRIC_NAME.fullmatch(fabric.key) or amiss or fabric.first > MOST_COLUMNS:
            return amiss or f"'{fabric.key[:40]}' cannot be a fabric's name, or begins too far on."
    unknown = sorted(fabrics_in_use(plan) - set(with_own(plan.fabrics)))
    return f"'{unknown[0][:40]}' is no fabric; there are {', '.join(with_own(plan.fabrics))}." if unknown else ""


def fabric_troubles(plan: Plan) -> Iterator[Trouble]:
    """The plan's own fabrics that cannot be worked as it goes, in rows or in rounds."""
    used = fabrics_in_use(plan)
    for fabric in plan.fabrics:
        amiss = fabric_trouble(fabric, plan.in_round)
        if fabric.key in used and amiss:
            plain = tuple(replace(part, fabric="garter") if part.fabric == fabric.key else part for part in plan.parts)
            mend = PlanMend(f"take garter for '{fabric.key}'", replace(plan, parts=plain))
            yield Trouble(ProblemKind.CANNOT_READ, ("parts",), amiss, (mend,), stops=True)
