"""The yarn that a stitch of a plan takes, and its cast-on."""

from __future__ import annotations

from functools import lru_cache

from knitting.fabric import Fabric, with_own
from knitting.plan.plan import Plan
from knitting.rows import Tab
from knitting.yarn.lengths import loop_cm, loops_a_stitch
from knitting.yarn.tails import cast_on_m


def cast_on_metres(plan: Plan) -> float:
    """Yarn that the cast-on of a plan takes, with its tail and the rows of a tab but the last."""
    gauge, start = plan.gauge_at(1), plan.start
    if isinstance(start, Tab):
        return cast_on_m(start.cast_on, gauge) + (start.rows - 1) * start.cast_on * loop_cm(gauge) / 100
    return cast_on_m(start.count, gauge, start.manner, start.picked_up)


def metres_a_stitch(plan: Plan, row: int) -> float:
    """Yarn of a stitch on average in a row of a plan, in metres: by its gauge and the fabrics of its parts."""
    return loop_cm(plan.gauge_at(row)) / 100 * _loops(plan)


def _loops(plan: Plan) -> float:
    known = with_own(plan.fabrics)
    counts = [max(part.count, 1) for part in plan.parts]
    loops = [_of_fabric(known[part.fabric]) if part.fabric in known else 1.0 for part in plan.parts]
    return sum(count * each for count, each in zip(counts, loops, strict=True)) / sum(counts) if counts else 1.0


@lru_cache(maxsize=256)
def _of_fabric(fabric: Fabric) -> float:
    return loops_a_stitch(fabric)
