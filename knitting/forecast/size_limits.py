"""What is said of plans that are larger than any piece is worked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.forecast.facts import TooManyRows, TooManyStitches
from knitting.plan.changes import EndInstead
from knitting.plan.plan import Plan, Rows
from knitting.plan.troubles import PlanMend, Trouble
from knitting.working.piece_state import MOST_ROWS, MOST_STITCHES


def too_many_rows(plan: Plan, at: int) -> Trouble:
    """More rows than are worked of any piece."""
    return Trouble(TooManyRows(plan.stages[at].name, MOST_ROWS), ("stages", at, "until"), stops=True)


def too_many_stitches(plan: Plan, at: int, totals: Sequence[int], stitches: int) -> Trouble:
    """More stitches in all than are worked of any piece, with as many rows of the stage as stay below that."""
    stage, rows = plan.stages[at], len(totals)
    while rows and stitches > MOST_STITCHES:
        rows -= 1
        stitches -= totals[rows]
    shorter = Rows(rows)
    mends = (PlanMend(EndInstead(shorter), plan.with_stage(at, replace(stage, until=shorter))),) if rows else ()
    return Trouble(TooManyStitches(stage.name, MOST_STITCHES), ("stages", at, "until"), mends, stops=True)
