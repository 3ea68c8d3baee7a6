"""Lists of steps: every one that is in them, and neighbours of one kind as one."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.rows.piece import Piece, Row
from knitting.rows.steps import Cluster, Group, Step, Work


def every_step(steps: Sequence[Step]) -> Iterator[Step]:
    """Every step, those within repeats and clusters too, in the order in which they are written."""
    for step in steps:
        yield step
        if isinstance(step, Group | Cluster):
            yield from every_step(step.steps)


def merged(steps: Sequence[Step]) -> tuple[Step, ...]:
    """The steps with neighbouring stitches of one kind as one step: ``k2, k3`` is ``k5``."""
    found: list[Step] = []
    for step in steps:
        last = found[-1] if found else None
        if isinstance(step, Work) and isinstance(last, Work) and last.stitch is step.stitch:
            found[-1] = replace(last, times=last.times + step.times)
        else:
            found.append(step)
    return tuple(found)


def different_steps(piece: Piece) -> int:
    """How many steps a piece has, those of rows with the same body counted once."""
    bodies = {
        id(order.steps): order.steps for section in piece.sections for order in section.orders if isinstance(order, Row)
    }
    return sum(len(steps) for steps in bodies.values())
