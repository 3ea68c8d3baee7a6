"""Whether a piece is worked in stitch patterns at all: most are not, and what follows their columns is not loaded."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.needle.worked import FabricWork, GroupWork, Run, WorkedPiece
from knitting.rows import Group, InFabric, Piece, Row, Step


def in_pattern(worked: WorkedPiece) -> WorkedPiece:
    """A worked piece with the stitches of its fabrics; the same one where no row is in pattern."""
    if not any(
        asks_for_fabric(part.runs) for work in {id(row.work): row.work for row in worked.rows}.values() for part in work
    ):
        return worked
    from knitting.in_pattern.piece_in_pattern import worked_in_pattern

    return worked_in_pattern(worked)


def asks_for_fabric(runs: Sequence[Run]) -> bool:
    """Whether some runs are as a fabric asks."""
    return any(
        isinstance(work, FabricWork) or (isinstance(work, GroupWork) and asks_for_fabric(work.runs)) for work, _ in runs
    )


def is_patterned(piece: Piece) -> bool:
    """Whether some row of a piece is written to be worked in a stitch pattern."""
    steps = {id(o.steps): o.steps for section in piece.sections for o in section.orders if isinstance(o, Row)}
    return any(_in_steps(each) for each in steps.values())


def _in_steps(steps: Sequence[Step]) -> bool:
    return any(isinstance(s, InFabric) or (isinstance(s, Group) and _in_steps(s.steps)) for s in steps)
