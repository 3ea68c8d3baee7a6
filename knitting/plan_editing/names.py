"""The names in a plan: its parts, lines and stages, and every place that speaks of them."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from knitting.plan.plan import EDGES, AddedLine, PartCount, Plan, SetupRow, Shaping, Stage


@dataclass(frozen=True, slots=True)
class PlanNames:
    """The names of a plan in their order: of parts and lines, which are one kind, and of stages."""

    places: tuple[str, ...]
    stages: tuple[str, ...]


def names_of(plan: Plan) -> PlanNames:
    """Every name that a plan gives, in the order in which it gives them."""
    return PlanNames(tuple(_places(plan)), tuple(stage.name for stage in plan.stages))


def _places(plan: Plan) -> Iterator[str]:
    yield from (part.name for part in plan.parts)
    yield from (line.name for line in plan.lines)
    for stage in plan.stages:
        yield from (row.cast_on.name for row in stage.setup if row.cast_on is not None)
        for added in stage.add_lines:
            yield from (added.line.name, added.left)


def renamed(plan: Plan, place: Callable[[str], str], stage: Callable[[str], str] = str) -> Plan:
    """The plan with its parts, lines and stages called otherwise, wherever it speaks of them; edges stay."""

    def named(name: str) -> str:
        return name if name in EDGES or not name else place(name)

    def shaping(each: Shaping) -> Shaping:
        return replace(each, at=tuple(map(named, each.at)))

    def setup(row: SetupRow) -> SetupRow:
        born = row.cast_on and replace(row.cast_on, name=named(row.cast_on.name))
        shapings = tuple(map(shaping, row.shapings))
        return replace(row, shapings=shapings, cast_on=born, hold=named(row.hold), back=named(row.back))

    def added(each: AddedLine) -> AddedLine:
        line = replace(each.line, name=named(each.line.name))
        return replace(each, line=line, part=named(each.part), left=named(each.left))

    def staged(each: Stage) -> Stage:
        until = each.until
        return replace(
            each,
            name=stage(each.name),
            shapings=tuple(map(shaping, each.shapings)),
            setup=tuple(map(setup, each.setup)),
            until=replace(until, part=named(until.part)) if isinstance(until, PartCount) else until,
            add_lines=tuple(map(added, each.add_lines)),
            drop_lines=tuple(map(named, each.drop_lines)),
            fabrics=tuple((named(part), fabric) for part, fabric in each.fabrics),
        )

    return replace(
        plan,
        parts=tuple(replace(part, name=named(part.name)) for part in plan.parts),
        lines=tuple(replace(line, name=named(line.name)) for line in plan.lines),
        stages=tuple(map(staged, plan.stages)),
    )


@dataclass(frozen=True, slots=True)
class Called:
    """How a plan calls what another plan of the same form calls otherwise."""

    places: tuple[tuple[str, str], ...] = ()
    stages: tuple[tuple[str, str], ...] = ()

    def given_to(self, plan: Plan) -> Plan:
        """A plan with these names for its own; what has no other name keeps its own."""
        places, stages = dict(self.places), dict(self.stages)
        return renamed(plan, lambda name: places.get(name, name), lambda name: stages.get(name, name))


AS_MADE = Called()


def called_in(plan: Plan, other: Plan) -> Called:
    """How another plan calls what a plan calls; nothing where it has more or fewer parts, lines or stages."""
    mine, theirs = names_of(plan), names_of(other)
    if (len(mine.places), len(mine.stages)) != (len(theirs.places), len(theirs.stages)):
        return AS_MADE
    pairs = (zip(mine.places, theirs.places, strict=True), zip(mine.stages, theirs.stages, strict=True))
    return Called(*(tuple((own, given) for own, given in each if own != given) for each in pairs))
