"""Working one row: its steps on a needle, giving a worked row and what does not add up in it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from knitting.needle import stops
from knitting.needle.needle import Mark, Needle
from knitting.needle.stops import Stop
from knitting.needle.walk import Walk, needle_after
from knitting.needle.worked import ClusterWork, Elastic, GroupWork, PartWork, Run
from knitting.problems import Mend, Problem, ProblemKind, Span, plural
from knitting.rows import (
    ChangeColour,
    Cluster,
    Goal,
    Group,
    Marker,
    MarkerDeed,
    MarkStitch,
    Side,
    Step,
    ToEnd,
    Unread,
    Work,
    WorkTo,
)
from knitting.stitches import Needs
from knitting.words.writer import say_step


class RowResult(NamedTuple):
    """What one row came to."""

    after: Needle
    work: tuple[PartWork, ...]
    problems: tuple[Problem, ...]
    complete: bool
    bound_off: int
    dropped: int
    colour: str
    elastic: tuple[Elastic | None, ...] = ()


def work_row(
    needle: Needle, steps: Sequence[Step], side: Side, where: Span, *, in_round: bool = False, first: bool = False
) -> RowResult:
    """Work ``steps`` along a needle whose parts stand in right-side order.

    ``first`` says that nothing lies below the row. A row that cannot be worked is worked as far as it
    goes; the stitches not reached stay as they are, and ``complete`` is false.
    """
    worker = _RowWorker(needle if side is Side.RS else needle.turned(), steps, in_round, first)
    complete = worker.run(where)
    work = worker.walk.finish()
    after = needle_after(work)
    return RowResult(
        after if side is Side.RS else after.turned(),
        work,
        tuple(worker.problems),
        complete,
        worker.walk.bound_off,
        worker.walk.dropped,
        worker.colour,
        tuple(worker.walk.elastic),
    )


class _RowWorker:
    def __init__(self, needle: Needle, steps: Sequence[Step], in_round: bool, first: bool) -> None:
        self.start = needle.total
        self.steps = steps
        self.first = first
        self.walk = Walk(needle, in_round, bool(needle.marks) and _passes_by_word(steps))
        self.problems: list[Problem] = []
        self.colour = ""

    def run(self, where: Span) -> bool:
        """Work all steps; true if the row could be worked to its end."""
        done, used = 0, 0
        try:
            for done, step in enumerate(self.steps):  # noqa: B007
                used = self.walk.used
                if isinstance(step, Unread):
                    return False
                self.step(step)
        except Stop as stop:
            self._stopped(stop, done, used)
            return False
        left = self.walk.remaining
        if left:
            self.problems.append(self._left_over(left, where))
        return not left

    def step(self, step: Step) -> None:
        walk = self.walk
        if isinstance(step, WorkTo):
            distance = walk.distance(step.goal, step, step.span)
            if distance:
                walk.work(step.stitch, distance, step.span, to_goal=True)
        elif isinstance(step, Work):
            if step.stitch.needs is not Needs.NOTHING:
                self._check_lift(step)
            walk.work(step.stitch, step.times, step.span)
        elif isinstance(step, Group):
            self._group(step)
        elif isinstance(step, Cluster):
            walk.work(ClusterWork(step), 1, step.span)
        elif isinstance(step, Marker):
            self._marker(step)
        elif isinstance(step, MarkStitch):
            (walk.mark_made if step.made else walk.mark_next)(step.span)
        elif isinstance(step, ChangeColour):
            self.colour = step.colour
        else:
            raise Stop(ProblemKind.CANNOT_READ, step.span, f"'{step.text}' cannot be worked.", said_before=True)

    def _marker(self, step: Marker) -> None:
        if step.deed is MarkerDeed.PLACE:
            self.walk.place(Mark(False, step.name), step.span)
        elif step.deed is MarkerDeed.PASS:
            self.walk.pass_by_word(step.span)
        else:
            self.walk.remove(step.span)

    # -- groups ---------------------------------------------------------------------------------

    def _group(self, group: Group) -> None:
        simple = group_work(group.steps)
        if group.goal is None:
            self._times(group, simple, group.times)
            return
        distance = self.walk.distance(group.goal, None, group.span)
        if not distance:
            return
        if simple is None:
            self._until(group, self.walk.remaining - distance)
        elif simple.uses == 0:
            raise stops.goes_nowhere(group.span)
        elif distance % simple.uses:
            raise stops.not_a_multiple(group.span, simple.uses, distance)
        else:
            self._times(group, simple, distance // simple.uses)

    def _times(self, group: Group, simple: GroupWork | None, times: int) -> None:
        if simple is None:
            for _ in range(times):
                self._once(group)
            return
        if self.first or any(_lifts(run) for run in simple.runs):
            for step in _works_in(group.steps):
                self._check_lift(step)
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
                raise stops.goes_nowhere(group.span)
        if self.walk.remaining < target:
            over = target - self.walk.remaining
            message = f"The last time of the repeat runs {plural(over, 'stitch')} past its goal."
            raise Stop(ProblemKind.NOT_A_MULTIPLE, group.span, message)

    def _once(self, group: Group) -> None:
        self.walk.spend(group.span)
        for step in group.steps:
            self.step(step)

    # -- what does not add up ---------------------------------------------------------------------

    def _check_lift(self, step: Work) -> None:
        walk, kind = self.walk, step.stitch
        if kind.needs is Needs.ROW_BELOW and self.first:
            message = f"'{kind.said}' lifts a stitch of the row below, and this is the first row."
            self._note(ProblemKind.NOTHING_TO_LIFT, step.span, message, "Work a plain row first, or cast on more.")
        elif kind.needs is Needs.NEIGHBOURS and not walk.in_round and not (walk.used and walk.remaining):
            message = f"'{kind.said}' needs a stitch on both sides, and it stands at the very edge."
            self._note(
                ProblemKind.NOTHING_TO_LIFT, step.span, message, "Work one stitch beyond it, or use a yarn over."
            )

    def _note(self, kind: ProblemKind, where: Span, message: str, hint: str) -> None:
        self.problems.append(Problem(kind, where, message, hint))

    def _stopped(self, stop: Stop, at: int, used: int) -> None:
        if stop.said_before:
            return
        if stop.kind is ProblemKind.TOO_FEW_STITCHES and not stop.hint:
            wanted = _fixed_uses(self.steps[at:])
            if wanted is not None:
                stop.hint = f"The row uses {used + wanted} of {self.start}."
            else:
                self._offer_nearer_goal(stop, at)
        self.problems.append(stop.problem())

    def _offer_nearer_goal(self, stop: Stop, at: int) -> None:
        """For "k to last 3 sts" where too few are left: the goal that the steps after it would need."""
        step, rest = self.steps[at], _fixed_uses(self.steps[at + 1 :])
        if isinstance(step, WorkTo) and isinstance(step.goal, ToEnd) and rest is not None and rest < step.goal.short:
            better = _said(step, ToEnd(rest))
            stop.hint = f"The steps after it use {rest}: write '{better}'?"
            stop.mends = (Mend(step.span, better),)

    def _left_over(self, left: int, where: Span) -> Problem:
        message = f"{plural(left, 'stitch')} {'is' if left == 1 else 'are'} left over: "
        message += f"the row uses {self.start - left} of {self.start}."
        hint = ""
        mends: tuple[Mend, ...] = ()
        for at in range(len(self.steps) - 1, -1, -1):
            step = self.steps[at]
            if isinstance(step, WorkTo | Group) and isinstance(step.goal, ToEnd):
                where = step.span.to(self.steps[-1].span)
                if isinstance(step, WorkTo) and step.goal.short >= left:
                    said = _said(step)
                    better = _said(step, ToEnd(step.goal.short - left))
                    hint = f"'{said}' leaves {left} too many: write '{better}'?"
                    mends = (Mend(step.span, better),)
                break
        return Problem(ProblemKind.STITCHES_LEFT_OVER, where, message, hint, mends=mends)


def group_work(steps: Sequence[Step]) -> GroupWork | None:
    """Steps that always do the same, as runs; ``None`` where a goal, a mark or a colour is among them."""
    runs: list[Run] = []
    for step in steps:
        if isinstance(step, Work):
            runs.append(Run(step.stitch, step.times))
        elif isinstance(step, Cluster):
            runs.append(Run(ClusterWork(step), 1))
        elif isinstance(step, Group) and step.goal is None:
            inner = group_work(step.steps)
            if inner is None:
                return None
            runs.append(Run(inner, step.times))
        else:
            return None
    return GroupWork(tuple(runs))


def _fixed_uses(steps: Sequence[Step]) -> int | None:
    works = group_work([step for step in steps if not isinstance(step, Marker | MarkStitch | ChangeColour)])
    return works.uses if works else None


def _works_in(steps: Sequence[Step]) -> list[Work]:
    found: list[Work] = []
    for step in steps:
        if isinstance(step, Group):
            found += _works_in(step.steps)
        elif isinstance(step, Work):
            found.append(step)
    return found


def _lifts(run: Run) -> bool:
    if isinstance(run.work, GroupWork):
        return any(_lifts(inner) for inner in run.work.runs)
    return not isinstance(run.work, ClusterWork) and run.work.needs is not Needs.NOTHING


def _passes_by_word(steps: Sequence[Step]) -> bool:
    return any(
        (isinstance(step, Marker) and step.deed is not MarkerDeed.PLACE)
        or (isinstance(step, Group) and _passes_by_word(step.steps))
        for step in steps
    )


def _said(step: WorkTo, goal: Goal | None = None) -> str:
    """A step with its own goal or another, as it is written: "k to last 3 sts"."""
    return say_step(step if goal is None else replace(step, goal=goal, whole=False))
