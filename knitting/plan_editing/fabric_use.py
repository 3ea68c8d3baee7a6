"""Which fabric a part is in, how new stitches join it and where it is pinned: changed part by part."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.fabric import Fabric, Joins, Pin, Rest, adapted, with_own
from knitting.plan.fabric_rules import fabrics_in_use
from knitting.plan.plan import Plan, SetupRow

_REST_WORDS = {Rest.STOCKINETTE: "smooth", Rest.REVERSE: "purled", Rest.GARTER: "garter"}
_PIN_WORDS = {Pin.RIGHT: "", Pin.CENTRE: "centred", Pin.LEFT: "left"}


@dataclass(frozen=True, slots=True)
class FabricUse:
    """A fabric as a part wears it: ``fabric`` is the key of one that ships or of one that was drawn."""

    fabric: str
    joins: Joins
    pin: Pin = Pin.RIGHT
    first: int = 0
    mirrored: bool = False
    rest: Rest = Rest.STOCKINETTE


def fabric_use_of(plan: Plan, key: str) -> FabricUse:
    """How the fabric of a key is worn."""
    fabric = with_own(plan.fabrics)[key]
    return FabricUse(fabric.base or key, fabric.joins, fabric.pin, fabric.first, fabric.mirrored, fabric.rest)


def fabric_of(plan: Plan, part: str, stage: int | None = None) -> str:
    """The key of a part's fabric in a stage, or as it begins; nothing for a part that there is not."""
    last = stage if stage is not None else born_in(plan, part)
    worn_by = {each.name: each.fabric for each in plan.parts}
    for each in plan.stages[: last + 1] if last is not None else ():
        for row in each.setup:
            worn_by |= {row.cast_on.name: row.cast_on.fabric} if row.cast_on is not None else {}
        worn_by |= {added.left: worn_by.get(added.part, "") for added in each.add_lines}
        worn_by |= dict(each.fabrics)
    return worn_by.get(part, "")


def born_in(plan: Plan, part: str) -> int | None:
    """The stage with which a part is cast on or divided off; ``None`` for one that is there from the beginning."""
    for at, stage in enumerate(plan.stages):
        born = [row.cast_on.name for row in stage.setup if row.cast_on is not None]
        if part in born or part in [added.left for added in stage.add_lines]:
            return at
    return None


def in_fabric(plan: Plan, part: str, wearing: FabricUse, stage: int | None = None) -> Plan:
    """The plan with a part in a fabric from its beginning, or from a stage on; ``KeyError`` for an unknown fabric."""
    base = with_own(plan.fabrics)[wearing.fabric]
    if base.base:
        base = with_own(plan.fabrics)[base.base]
    wearing = replace(wearing, fabric=base.key, first=wearing.first % base.width)
    fabric = _made(plan, base, wearing)
    if fabric.key not in with_own(plan.fabrics):
        plan = replace(plan, fabrics=(*plan.fabrics, fabric))
    stage = born_in(plan, part) if stage is None else stage
    if stage is None:
        parts = tuple(replace(each, fabric=fabric.key) if each.name == part else each for each in plan.parts)
        return tidied(replace(plan, parts=parts))
    known = plan.stages[stage]
    others = tuple((name, key) for name, key in known.fabrics if name != part)
    before = fabric_of(plan.with_stage(stage, replace(known, fabrics=others)), part, stage)
    changed = others if fabric.key == before else (*others, (part, fabric.key))
    return tidied(plan.with_stage(stage, replace(known, fabrics=changed)))


def _made(plan: Plan, base: Fabric, wearing: FabricUse) -> Fabric:
    """The fabric of a wearing: the base itself where it is worn as it is, or one under a name that says how."""
    if base.width == 1:
        return base  # every column is alike
    as_it_is = FabricUse(base.key, base.joins, rest=base.rest)
    if wearing == as_it_is:
        return base
    words = [_PIN_WORDS[wearing.pin], "mirrored" if wearing.mirrored else ""]
    words += [f"from-{wearing.first + 1}" if wearing.first else ""]
    words += [("whole" if wearing.joins is Joins.WHOLE else "part") if wearing.joins is not base.joins else ""]
    words += [_REST_WORDS[wearing.rest] if wearing.rest is not base.rest else ""]
    key = f"{base.key.replace('_', '-')} {'-'.join(word for word in words if word)}"
    return adapted(base, key, wearing.joins, wearing.pin, wearing.first, wearing.mirrored, wearing.rest)


def with_fabric(plan: Plan, fabric: Fabric, instead_of: str = "") -> Plan:
    """The plan with an own fabric added, or in the place of another one, which every part then wears."""
    if not instead_of:
        return replace(plan, fabrics=(*plan.fabrics, fabric))
    kept = [each for each in plan.fabrics if instead_of not in (each.key, each.base)]
    at = next((at for at, each in enumerate(plan.fabrics) if each.key == instead_of), len(kept))
    again = [_worn_as(fabric, each) for each in plan.fabrics if each.base == instead_of]
    plan = replace(plan, fabrics=(*kept[:at], fabric, *kept[at:], *again))
    return _renamed(plan, instead_of, fabric.key)


def _worn_as(fabric: Fabric, other: Fabric) -> Fabric:
    """A fabric worn as another one is, under that one's name."""
    return adapted(fabric, other.key, other.joins, other.pin, other.first % fabric.width, other.mirrored, other.rest)


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


def in_other_fabrics(plan: Plan, other: Plan) -> Plan:
    """A plan in the fabrics of another one, wherever its parts, lines and stages have the same names."""
    parts = {each.name: each.fabric for each in other.parts}
    lines = {each.name: each.fabric for each in other.lines}
    stages = {each.name: each for each in other.stages}
    born = {row.cast_on.name: row.cast_on.fabric for each in other.stages for row in each.setup if row.cast_on}

    def setup(row: SetupRow) -> SetupRow:
        cast_on = row.cast_on
        return replace(row, cast_on=replace(cast_on, fabric=born.get(cast_on.name, cast_on.fabric))) if cast_on else row

    return tidied(
        replace(
            plan,
            parts=tuple(replace(each, fabric=parts.get(each.name, each.fabric)) for each in plan.parts),
            lines=tuple(replace(each, fabric=lines.get(each.name, each.fabric)) for each in plan.lines),
            stages=tuple(
                replace(
                    each,
                    fabrics=stages[each.name].fabrics if each.name in stages else each.fabrics,
                    setup=tuple(setup(row) for row in each.setup),
                )
                for each in plan.stages
            ),
            fabrics=other.fabrics,
        )
    )


def drawn_fabrics(plan: Plan) -> tuple[Fabric, ...]:
    """The fabrics that were drawn or typed for a plan, without the ways of wearing them."""
    return tuple(each for each in plan.fabrics if not each.base)
