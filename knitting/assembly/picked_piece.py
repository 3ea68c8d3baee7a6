"""The piece that begins where stitches are picked up: a collar, a band or a border, as a plan of its own."""

from __future__ import annotations

from knitting.assembly.joints import PickUp
from knitting.assembly.picking import Picked, corner_gain
from knitting.measures import Gauge
from knitting.plan.plan import Beside, Finish, Length, Line, LineKind, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.stitches import Leaning

HEIGHT_CM = 5.0
"""How high it is begun; its plan is changed like that of any other piece."""
_RIB_REPEAT = 4
_RIGHT_ANGLE_DEG = 90.0


def picked_plan(pick_up: PickUp, found: Picked, gauge: Gauge, where: str, closed: bool) -> Plan:
    """A plan that begins with the pick-up, ``where`` in words; ``closed`` where it goes round in rounds.

    In rib where it was picked up in its repeats, else in garter; corners of their own gain on both sides, so that the
    border lies flat round a right angle.
    """
    ribbed = pick_up.multiple % _RIB_REPEAT == 0
    parts, lines = _parts(pick_up, found, "rib2x2" if ribbed else "garter")
    shapings = tuple(_gains(line.name) for line in lines)
    every = max(2, 2 * round(2 / corner_gain(gauge, _RIGHT_ANGLE_DEG) / 2)) if lines else 2
    stage = Stage("Grow" if lines else "Straight", every, shapings, Length(HEIGHT_CM))
    return Plan(
        pick_up.name,
        CastOn(found.total, NOWHERE, picked_up=True, manner=where),
        parts,
        lines,
        (stage,),
        gauge=gauge,
        in_round=closed,
        finish=Finish(manner="in_pattern" if ribbed else "loosely"),
    )


def _parts(pick_up: PickUp, found: Picked, fabric: str) -> tuple[tuple[PlannedPart, ...], tuple[Line, ...]]:
    """A part for each stretch, with a corner between two where it has stitches of its own; else one part."""
    if not pick_up.corners:
        return (PlannedPart(pick_up.name, found.total, fabric),), ()
    parts = tuple(PlannedPart(f"side {at}", count, fabric) for at, count in enumerate(found.each, start=1))
    many = len(parts) - 1
    lines = tuple(Line(f"corner {at}", LineKind.STITCH, pick_up.corners) for at in range(1, many + 1))
    return parts, lines


def _gains(line: str) -> Shaping:
    return Shaping((line,), Beside.BOTH, "m1_pair", (1,), leaning=Leaning.AWAY)
