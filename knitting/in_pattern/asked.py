"""Whether a piece is worked in stitch patterns at all: most are not, and what follows their columns is not loaded."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from knitting.needle.worked import FabricWork, GroupWork, Run, WorkedPiece
from knitting.rows import Group, InFabric, Piece, Row, Shape, Step


def in_pattern(worked: WorkedPiece) -> WorkedPiece:
    """A worked piece with the stitches of its fabrics; the same one where no row is in pattern."""
    if not _may_be(worked.piece) or not any(
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
    return any(_in_steps(steps, InFabric) for steps in _written(piece))


def _may_be(piece: Piece) -> bool:
    """Whether some row may turn out to be worked in a pattern: what lies beside a shaping is worked as it comes."""
    return any(_in_steps(steps, (InFabric, Shape)) for steps in _written(piece))


def _written(piece: Piece) -> Iterable[Sequence[Step]]:
    """The steps of all rows that are written, each once."""
    return {id(o.steps): o.steps for section in piece.sections for o in section.orders if isinstance(o, Row)}.values()


def _in_steps(steps: Sequence[Step], kinds: type | tuple[type, ...]) -> bool:
    return any(isinstance(s, kinds) or (isinstance(s, Group) and _in_steps(s.steps, kinds)) for s in steps)
