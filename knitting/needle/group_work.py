"""Steps that always do the same, whatever needle they are worked on."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, Run
from knitting.rows import ChangeColour, Cluster, Group, InFabric, Marker, MarkStitch, Step, Turn, Work


def group_work(steps: Sequence[Step]) -> GroupWork | None:
    """Steps that always do the same, as runs; ``None`` where a goal, a mark or a colour is among them."""
    runs: list[Run] = []
    for step in steps:
        if isinstance(step, Work):
            runs.append(Run(step.stitch, step.times))
        elif isinstance(step, Cluster):
            runs.append(Run(ClusterWork(step), 1))
        elif isinstance(step, InFabric) and step.goal is None:
            runs.append(Run(FabricWork(step.fabric), step.times))
        elif isinstance(step, Group) and step.goal is None:
            inner = group_work(step.steps)
            if inner is None:
                return None
            runs.append(Run(inner, step.times))
        else:
            return None
    return GroupWork(tuple(runs))


def fixed_uses(steps: Sequence[Step]) -> int | None:
    """Stitches that the steps use, or ``None`` where that depends on the needle."""
    works = group_work([step for step in steps if not isinstance(step, Marker | MarkStitch | ChangeColour | Turn)])
    return works.uses if works else None
