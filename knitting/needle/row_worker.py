"""Working one row: its steps on a needle, giving a worked row and what does not add up in it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import NamedTuple

from knitting.needle.facts import NoNeighbour, NoRowBelow, PastGoal, UnevenRepeat, UsesNothing
from knitting.needle.goals import distance
from knitting.needle.group_work import group_work
from knitting.needle.mending import left_over, mended
from knitting.needle.needle import Mark, Needle
from knitting.needle.shorthand import has_shorthand, with_stitches
from knitting.needle.stops import Stop, not_held
from knitting.needle.walk import Walk, needle_after
from knitting.needle.worked import ClusterWork, ElasticRun, FabricWork, GroupWork, PartWork, Run
from knitting.problems import NOWHERE, Facts, Problem, Span
from knitting.rows import (
    ChangeColour,
    Cluster,
    Group,
    Headers,
    Hold,
    InFabric,
    Marker,
    MarkerDeed,
    MarkStitch,
    Return,
    Side,
    Step,
    Turn,
    Unread,
    Work,
    WorkTo,
)
from knitting.rows.replacements import StepsInstead
from knitting.stitches import KNIT, PURL, STITCHES, Needs, StitchKind


@dataclass(frozen=True, eq=False)
class RowContext:
    """What a row is worked within: the piece's headers, the side, what lies before it.

    ``first`` says that nothing lies below the row, ``skip`` how many stitches the row before turned away from;
    ``held`` are the stitches on holders with their places, both in working order.
    """

    headers: Headers
    side: Side = Side.RS
    in_round: bool = False
    first: bool = False
    skip: int = 0
    held: Mapping[str, tuple[Needle, int]] = field(default_factory=dict)


class RowResult(NamedTuple):
    """What one row came to.

    ``unworked`` stitches were turned away from. ``held`` names runs put on holders, with the stitches behind
    each then; ``returned`` those that came back, with the stitches of the needle before their place. Both count
    in working order.
    """

    after: Needle
    work: tuple[PartWork, ...]
    problems: tuple[Problem, ...]
    complete: bool
    bound_off: int
    dropped: int
    colour: str
    elastic: tuple[ElasticRun | None, ...] = ()
    unworked: int = 0
    held: tuple[tuple[str, Needle, int], ...] = ()
    returned: tuple[tuple[str, Needle, int], ...] = ()


def work_row(needle: Needle, steps: Sequence[Step], where: Span, setting: RowContext) -> RowResult:
    """Work ``steps`` along a needle whose parts stand in right-side order.

    A row that cannot be worked is worked as far as it goes; the stitches not reached stay as they are, and
    ``complete`` is false.
    """
    forwards = setting.side is Side.RS
    worker = _RowWorker(needle if forwards else needle.turned(), steps, setting)
    complete = worker.run(where)
    unworked = worker.walk.remaining if complete else 0
    work = worker.walk.finish()
    after = needle_after(work)
    return RowResult(
        after if forwards else after.turned(),
        work,
        tuple(worker.problems),
        complete,
        worker.walk.bound_off,
        worker.walk.dropped,
        worker.colour,
        tuple(worker.walk.elastic),
        unworked,
        tuple(worker.held),
        tuple(worker.returned),
    )


class _RowWorker:
    def __init__(self, needle: Needle, steps: Sequence[Step], setting: RowContext) -> None:
        self.needle = needle
        self.start = needle.total
        self.steps = steps
        self.setting = setting
        self.first = setting.first
        self.walk = Walk(needle, setting.in_round, bool(needle.marks) and _passes_by_word(steps))
        self.problems: list[Problem] = []
        self.colour = ""
        self.turned = False
        self.held: list[tuple[str, Needle, int]] = []
        self.returned: list[tuple[str, Needle, int]] = []

    def run(self, where: Span) -> bool:
        """Work all steps; true if the row could be worked to its end."""
        done, used = 0, 0
        try:
            if has_shorthand(self.steps):
                self.steps = with_stitches(self.steps, self.needle, self.setting.headers)
                self.walk.passes_by_word = bool(self.needle.marks) and _passes_by_word(self.steps)
            if self.setting.skip:
                self.walk.start_after(self.setting.skip)
            for done, step in enumerate(self.steps):  # noqa: B007
                used = self.walk.used
                if isinstance(step, Unread):
                    return False
                self.step(step)
        except Stop as stop:
            if stop.facts is not None:
                self.problems.append(mended(stop, stop.facts, self.steps, done, used, self.start, self.walk))
            return False
        left = 0 if self.turned else self.walk.remaining
        if left:
            self.problems.append(left_over(left, self.steps, self.start, where))
        return not left

    def step(self, step: Step) -> None:  # noqa: C901 - a table: one line for each kind of step
        walk = self.walk
        if isinstance(step, WorkTo):
            count = distance(walk, step.goal, step, step.span)
            if count:
                walk.work(step.stitch, count, step.span, to_goal=True)
        elif isinstance(step, Work):
            if step.stitch.needs is not Needs.NOTHING:
                self._check_lift(step, walk.used, walk.remaining)
            walk.work(step.stitch, step.times, step.span)
        elif isinstance(step, Group):
            self._group(step)
        elif isinstance(step, Cluster):
            walk.work(ClusterWork(step), 1, step.span)
        elif isinstance(step, InFabric):
            self._in_fabric(step)
        elif isinstance(step, Turn):
            self.turned = True
        elif isinstance(step, Marker):
            self._marker(step)
        elif isinstance(step, MarkStitch):
            (walk.mark_made if step.made else walk.mark_next)(step.span)
        elif isinstance(step, ChangeColour):
            self.colour = step.colour
        elif isinstance(step, Hold):
            count = distance(walk, step.goal, step, step.span) if step.goal is not None else step.count
            behind = walk.behind
            self.held.append((step.name, walk.hold(count, step.span), behind))
        elif isinstance(step, Return):
            self._return(step)
        else:
            raise Stop(getattr(step, "span", NOWHERE))

    def _marker(self, step: Marker) -> None:
        if step.deed is MarkerDeed.PLACE:
            self.walk.place(Mark(False, step.name), step.span)
        elif step.deed is MarkerDeed.PASS:
            self.walk.pass_by_word(step)
        else:
            self.walk.remove(step)

    def _in_fabric(self, step: InFabric) -> None:
        stitch = _stitch_of(step.fabric, self.setting.side, self.setting.in_round)
        if step.goal is None:
            self.walk.work(stitch, step.times, step.span)
            return
        count = distance(self.walk, step.goal, step, step.span)
        if count:
            self.walk.work(stitch, count, step.span, to_goal=True)

    def _return(self, step: Return) -> None:
        back = {name for name, _, _ in self.returned}
        held = {name: kept for name, kept in self.setting.held.items() if name not in back}
        found = held.get(step.name)
        if found is None:
            missing = not_held(step.name, step.span, tuple(held))
            raise Stop(missing.where, missing.facts, missing.mends)
        needle, place = found
        self.returned.append((step.name, needle, self.walk.take_back(needle, place)))
        self.start += needle.total

    # -- groups ---------------------------------------------------------------------------------

    def _group(self, group: Group) -> None:
        simple = group_work(group.steps)
        if group.goal is None:
            self._times(group, simple, group.times)
            return
        length = distance(self.walk, group.goal, None, group.span)
        if not length:
            return
        if simple is None:
            self._until(group, self.walk.remaining - length)
        elif simple.uses == 0:
            raise Stop(group.span, UsesNothing())
        elif length % simple.uses:
            raise Stop(group.span, UnevenRepeat(simple.uses, length))
        else:
            self._times(group, simple, length // simple.uses)

    def _times(self, group: Group, simple: GroupWork | None, times: int) -> None:
        if simple is None:
            for _ in range(times):
                self._once(group)
            return
        if self.first or any(_lifts(run) for run in simple.runs):
            uses = simple.uses
            for step, before in _works_in(group.steps):
                after = self.walk.remaining - uses * (times - 1) - before
                self._check_lift(step, self.walk.used + before, after)
        if len(simple.runs) == 1:
            run = simple.runs[0]
            self.walk.work(run.work, run.times * times, group.span)
        else:
            self.walk.work(simple, times, group.span)

    def _until(self, group: Group, target: int) -> None:
        while self.walk.remaining > target:
            before = self.walk.remaining
            self._once(group)
            if self.walk.remaining == before:
                raise Stop(group.span, UsesNothing())
        if self.walk.remaining < target:
            raise Stop(group.span, PastGoal(target - self.walk.remaining))

    def _once(self, group: Group) -> None:
        self.walk.spend(group.span)
        for step in group.steps:
            self.step(step)

    # -- what does not add up ---------------------------------------------------------------------

    def _check_lift(self, step: Work, before: int, after: int) -> None:
        """Whether an increase finds what it lifts; stitches lie ``before`` its first and ``after`` its last time."""
        walk, kind = self.walk, step.stitch
        if kind.needs is Needs.ROW_BELOW and self.first:
            self._note(step, NoRowBelow(kind))
        elif kind.needs is Needs.NEIGHBOURS and not walk.in_round and (before <= 0 or after <= 0):
            self._note(step, NoNeighbour(kind))

    def _note(self, step: Work, facts: Facts) -> None:
        yarn_over = replace(step, stitch=STITCHES["yo"])
        self.problems.append(Problem(step.span, facts, (StepsInstead(step.span, (yarn_over,)),)))


def _stitch_of(fabric: str, side: Side, in_round: bool) -> StitchKind | FabricWork:
    """The stitch that a fabric is made of in a row where it is one stitch all along; else what will be found out."""
    if fabric == "garter" and not in_round:
        return KNIT
    if fabric in ("stockinette", "reverse_stockinette"):
        knits = (side is Side.RS) == (fabric == "stockinette")
        return KNIT if knits else PURL
    return FabricWork(fabric)


def _works_in(steps: Sequence[Step]) -> list[tuple[Work, int]]:
    """The single steps of a group, each with the stitches that are used before it in one time of the group."""
    found: list[tuple[Work, int]] = []
    before = 0
    for step in steps:
        if isinstance(step, Group):
            found += [(work, before + inner) for work, inner in _works_in(step.steps)]
        elif isinstance(step, Work):
            found.append((step, before))
        work = group_work((step,))
        before += work.uses if work is not None else 0
    return found


def _lifts(run: Run) -> bool:
    if isinstance(run.work, GroupWork):
        return any(_lifts(inner) for inner in run.work.runs)
    return isinstance(run.work, StitchKind) and run.work.needs is not Needs.NOTHING


def _passes_by_word(steps: Sequence[Step]) -> bool:
    return any(
        (isinstance(step, Marker) and step.deed is not MarkerDeed.PLACE)
        or (isinstance(step, Group) and _passes_by_word(step.steps))
        for step in steps
    )
