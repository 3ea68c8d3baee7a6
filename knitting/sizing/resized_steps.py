"""The steps of one row in another size: the same ones in other numbers."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from knitting.needle.group_work import group_work
from knitting.needle.worked import WorkedRow
from knitting.rows import Group, Hold, Marker, MarkerDeed, MarkStitch, Place, Shape, Side, Step, ToEnd, Work, WorkTo
from knitting.rows.grouping import in_groups
from knitting.rows.without_places import without_places
from knitting.sizing.row_ranges import NotInTheseWords
from knitting.stitches import KNIT, PURL, Family, StitchKind
from knitting.working.comparison import stitches_of


def own_ways(steps: tuple[Step, ...], old: WorkedRow, new: WorkedRow) -> Iterator[tuple[Step, ...]]:
    """The ways in which a row may be told in another size, or nothing for those that are none."""
    yield _held(steps, old, new)
    yield _more_repeats(steps, old, new)
    yield _evenly(steps, old, new)
    yield _wider(steps, new.start - old.start)


def between_marks(steps: tuple[Step, ...], old: WorkedRow, new: WorkedRow) -> tuple[Step, ...]:
    """A row that sets markers, with as many plain stitches between them as there are in the new size.

    What shapes stays; nothing where the marks of the row are others than those of the plan.
    """
    if any(isinstance(step, MarkStitch) for step in steps):
        return _wider(steps, new.start - old.start)
    stretches: list[list[Step]] = [[]]
    for step in _spread(steps):
        stretches[-1].append(step)
        if isinstance(step, Marker) and step.deed is not MarkerDeed.REMOVE:
            stretches.append([])
    sets = any(isinstance(step, Marker) and step.deed is MarkerDeed.PLACE for step in _inner(steps))
    before, after = old.after.counts, new.after.counts
    if before[0] == 0 and len(before) > len(after):  # the marker of a round's beginning, which no plan has
        after = (0, *after)
    if before[-1] == 0 and len(before) > len(after):
        after = (*after, 0)
    if not sets or before == after or len(before) != len(after):
        return ()
    if len(stretches) != len(before):
        return _between_equal_marks(steps, before, after)
    wider = [there - here for here, there in zip(before, after, strict=True)]
    wider = wider if new.side is Side.RS else wider[::-1]
    widened = (step for stretch, more in zip(stretches, wider, strict=True) for step in _widened(stretch, more))
    return in_groups(tuple(widened))


def _held(steps: tuple[Step, ...], old: WorkedRow, new: WorkedRow) -> tuple[Step, ...]:
    """A row that puts stitches on a holder: as many as rest in the new size, those before them worked."""
    holds = [step for step in steps if isinstance(step, Hold) and step.count]
    if len(holds) != 1:
        return ()
    now = sum(kind_times[1] for part in stitches_of(new.work) for kind_times in part if _rests(kind_times[0]))
    more, was = now - holds[0].count, holds[0].count
    found = tuple(_with_held(step, was, now) for step in steps)
    if any(isinstance(step, WorkTo) for step in steps):
        return found
    before = found.index(replace(holds[0], count=now))
    return (*_widened(list(found[:before]), new.start - old.start - more), *found[before:])


def _with_held(step: Step, was: int, now: int) -> Step:
    if isinstance(step, Hold) and step.count == was:
        return replace(step, count=now)
    if isinstance(step, WorkTo) and isinstance(step.goal, ToEnd) and step.goal.short == was:
        return replace(step, goal=replace(step.goal, short=now))
    return step


def _rests(kind: object) -> bool:
    return isinstance(kind, StitchKind) and kind.family is Family.REST


def _more_repeats(steps: tuple[Step, ...], old: WorkedRow, new: WorkedRow) -> tuple[Step, ...]:
    """A row of one repeat with a number of times, and of steps beside it: as many times as it takes in the new size."""
    groups = [step for step in steps if isinstance(step, Group) and step.goal is None]
    if len(groups) != 1 or any(isinstance(step, WorkTo) for step in (*steps, *groups[0].steps)):
        return ()
    once, whole = group_work(groups[0].steps), group_work(steps)
    more = new.start - old.start
    if once is None or whole is None or whole.uses != old.start or more % once.uses:
        return ()
    times = groups[0].times + more // once.uses
    return tuple(replace(step, times=times) if step is groups[0] else step for step in steps)


def _evenly(steps: tuple[Step, ...], old: WorkedRow, new: WorkedRow) -> tuple[Step, ...]:
    """A row shaped evenly: as many times as it takes in the new size."""
    spread = [step for step in steps if isinstance(step, Shape) and step.place is Place.EVENLY]
    if len(spread) != 1 or not old.change or new.change * spread[0].times % old.change:
        return ()
    times = new.change * spread[0].times // old.change
    return tuple(replace(step, times=times) if step is spread[0] else step for step in steps)


def _inner(steps: tuple[Step, ...]) -> Iterator[Step]:
    """Steps, and those of the repeats among them."""
    for step in steps:
        yield from step.steps if isinstance(step, Group) else (step,)


def _spread(steps: tuple[Step, ...]) -> Iterator[Step]:
    """Steps with those that set a marker over and over told one after another."""
    for step in steps:
        sets = isinstance(step, Group) and any(isinstance(inner, Marker) for inner in step.steps)
        if isinstance(step, Group) and sets and step.goal is None:
            yield from without_places(step.steps * step.times)
        else:
            yield step


def _widened(stretch: list[Step], more: int) -> list[Step]:
    """Steps between two markers with more plain stitches among them, or fewer; those up to a goal find it."""
    plain = [step for step in stretch if isinstance(step, Work) and step.stitch in (KNIT, PURL)]
    if not more or not plain or any(isinstance(step, WorkTo) for step in stretch):
        return stretch
    widest = max(plain, key=lambda step: step.times)
    at = stretch.index(widest)
    if widest.times + more < 1:
        raise NotInTheseWords
    return [*stretch[:at], replace(widest, times=widest.times + more), *stretch[at + 1 :]]


def _between_equal_marks(steps: tuple[Step, ...], before: tuple[int, ...], after: tuple[int, ...]) -> tuple[Step, ...]:
    """Markers set by one repeat up to the end of the row: "*pm, k10; rep from * to end"."""
    if len(steps) != 1 or not isinstance(steps[0], Group) or steps[0].goal is None:
        return ()
    widths, wanted = {count for count in before if count}, {count for count in after if count}
    if len(widths) != 1 or len(wanted) != 1:
        return ()
    return (replace(steps[0], steps=tuple(_widened(list(steps[0].steps), wanted.pop() - widths.pop()))),)


def _wider(steps: tuple[Step, ...], more: int) -> tuple[Step, ...]:
    """A row that says how many stitches are plain: the widest stretches of them take the difference in equal shares."""
    plain = [step for step in steps if isinstance(step, Work) and step.stitch in (KNIT, PURL)]
    if not plain or not more or any(isinstance(step, WorkTo | Group) for step in steps):
        return ()
    most = max(step.times for step in plain)
    widest = [step for step in plain if step.times == most]
    each, over = divmod(more, len(widest))
    if over or most + each < 1:
        return ()
    return tuple(
        replace(step, times=step.times + each) if isinstance(step, Work) and step in widest else step for step in steps
    )
