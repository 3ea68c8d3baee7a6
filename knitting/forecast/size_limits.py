"""What is said of plans that are larger than any piece is worked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.plan.plan import Plan, Rows
from knitting.plan.troubles import PlanMend, Trouble
from knitting.problems import ProblemKind
from knitting.working.piece_state import MOST_ROWS, MOST_STITCHES


def too_many_rows(plan: Plan, at: int) -> Trouble:
    """More rows than are worked of any piece."""
    message = f"With '{plan.stages[at].name}' the piece has more than {MOST_ROWS:,} rows."
    return Trouble(ProblemKind.TOO_LONG, ("stages", at, "until"), message, stops=True)


def too_many_stitches(plan: Plan, at: int, totals: Sequence[int], stitches: int) -> Trouble:
    """More stitches in all than are worked of any piece, with as many rows of the stage as stay below that."""
    stage, rows = plan.stages[at], len(totals)
    while rows and stitches > MOST_STITCHES:
        rows -= 1
        stitches -= totals[rows]
    message = f"With '{stage.name}' the piece has more than {MOST_STITCHES:,} stitches in all."
    mends = (PlanMend(f"for {rows} rows", plan.with_stage(at, replace(stage, until=Rows(rows)))),) if rows else ()
    return Trouble(ProblemKind.TOO_LONG, ("stages", at, "until"), message, mends, stops=True)
