"""Which fabric a part is in, how new stitches join it and where it is pinned: changed part by part."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.fabric import FABRICS, Fabric, Joins, Pin, with_own, worn
from knitting.plan.patterns import fabrics_in_use
from knitting.plan.plan import Plan

_PIN_WORDS = {Pin.RIGHT: "", Pin.CENTRE: "centred", Pin.LEFT: "left"}


@dataclass(frozen=True, slots=True)
class Wearing:
    """A fabric as a part wears it: ``fabric`` is the key of one that ships or of one that was drawn."""

    fabric: str
    joins: Joins
    pin: Pin = Pin.RIGHT
    first: int = 0
    mirrored: bool = False


def wearing_of(plan: Plan, key: str) -> Wearing:
    """How the fabric of a key is worn."""
    fabric = with_own(plan.fabrics)[key]
    return Wearing(fabric.base or key, fabric.joins, fabric.pin, fabric.first, fabric.mirrored)


def fabric_of(plan: Plan, part: str, stage: int | None = None) -> str:
    """The key of a part's fabric in a stage, or as it begins."""
    found = next((each.fabric for each in plan.parts if each.name == part), "")
    born = [row.cast_on for each in plan.stages for row in each.setup if row.cast_on and row.cast_on.name == part]
    found = found or (born[0].fabric if born else "")
    for each in plan.stages[: stage + 1] if stage is not None else ():
        found = dict(each.fabrics).get(part, found)
    return found


def put_on(plan: Plan, part: str, wearing: Wearing, stage: int | None = None) -> Plan:
    """The plan with a part in a fabric from its beginning, or from a stage on; ``KeyError`` for an unknown fabric."""
    base = with_own(plan.fabrics)[wearing.fabric]
    if base.base:
        base = with_own(plan.fabrics)[base.base]
    wearing = replace(wearing, fabric=base.key, first=wearing.first % base.width)
    fabric = _made(plan, base, wearing)
    if fabric.key not in with_own(plan.fabrics):
        plan = replace(plan, fabrics=(*plan.fabrics, fabric))
    if stage is None:
        parts = tuple(replace(each, fabric=fabric.key) if each.name == part else each for each in plan.parts)
        return tidied(replace(plan, parts=parts))
    known = plan.stages[stage]
    others = tuple((name, key) for name, key in known.fabrics if name != part)
    before = fabric_of(plan, part, stage - 1 if stage else None)
    changed = others if fabric.key == before else (*others, (part, fabric.key))
    return tidied(plan.with_stage(stage, replace(known, fabrics=changed)))


def _made(plan: Plan, base: Fabric, wearing: Wearing) -> Fabric:
    """The fabric of a wearing: the base itself where it is worn as it is, or one under a name that says how."""
    if base.width == 1:
        return base  # every column is alike
    if (wearing.joins, wearing.pin, wearing.first, wearing.mirrored) == (base.joins, Pin.RIGHT, 0, False):
        return base
    words = [_PIN_WORDS[wearing.pin], "mirrored" if wearing.mirrored else ""]
    words += [f"from-{wearing.first + 1}" if wearing.first else ""]
    words += [("whole" if wearing.joins is Joins.WHOLE else "part") if wearing.joins is not base.joins else ""]
    key = f"{base.key.replace('_', '-')} {'-'.join(word for word in words if word)}"
    return worn(base, key, wearing.joins, wearing.pin, wearing.first, wearing.mirrored)


def with_fabric(plan: Plan, fabric: Fabric, instead_of: str = "") -> Plan:
    """The plan with an own fabric added, or in the place of another one, which every part then wears."""
    kept = [each for each in plan.fabrics if each.key != instead_of and each.base != instead_of]
    at = next((at for at, each in enumerate(plan.fabrics) if each.key == instead_of), len(kept))
    worn_again = [replace(each, base=fabric.key) for each in plan.fabrics if instead_of and each.base == instead_of]
    again = [
        worn(fabric, each.key, each.joins, each.pin, each.first % fabric.width, each.mirrored) for each in worn_again
    ]
    plan = replace(plan, fabrics=(*kept[:at], fabric, *kept[at:], *again))
    return _renamed(plan, instead_of, fabric.key) if instead_of and instead_of != fabric.key else plan


def without_fabric(plan: Plan, key: str) -> Plan:
    """The plan without an own fabric and its ways of wearing: what was in it is in garter."""
    gone = {each.key for each in plan.fabrics if key in (each.key, each.base)}
    for each in gone:
        plan = _renamed(plan, each, "garter")
    return replace(plan, fabrics=tuple(each for each in plan.fabrics if each.key not in gone))


def tidied(plan: Plan) -> Plan:
    """The plan without ways of wearing that nothing wears any longer; drawn fabrics stay."""
    used = fabrics_in_use(plan)
    return replace(plan, fabrics=tuple(each for each in plan.fabrics if not each.base or each.key in used))


def _renamed(plan: Plan, key: str, other: str) -> Plan:
    def one(fabric: str) -> str:
        return other if fabric == key else fabric

    stages = tuple(
        replace(
            stage,
            fabrics=tuple((name, one(fabric)) for name, fabric in stage.fabrics),
            setup=tuple(
                replace(row, cast_on=replace(row.cast_on, fabric=one(row.cast_on.fabric))) if row.cast_on else row
                for row in stage.setup
            ),
        )
        for stage in plan.stages
    )
    return replace(
        plan,
        parts=tuple(replace(part, fabric=one(part.fabric)) for part in plan.parts),
        lines=tuple(replace(line, fabric=one(line.fabric)) for line in plan.lines),
        stages=stages,
    )


def drawn_fabrics(plan: Plan) -> tuple[Fabric, ...]:
    """The fabrics that were drawn or typed for a plan, without the ways of wearing them."""
    return tuple(each for each in plan.fabrics if not each.base)


def shipped() -> tuple[Fabric, ...]:
    """The fabrics that every plan may choose."""
    return tuple(FABRICS.values())
