"""Increases and decreases of one row exchanged; the plain stitches beside them follow."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from knitting.problems import NOWHERE
from knitting.rows import Group, InFabric, Step, ToEnd, ToMarkedStitch, ToMarker, Work, WorkTo
from knitting.rows.lists import merged
from knitting.statements import Refused, sentence
from knitting.stitches import (
    DECREASES,
    INCREASES,
    KNIT,
    PURL,
    STITCHES,
    Face,
    Family,
    Lean,
    Leaning,
    Pair,
    StitchKind,
    kin_of,
    purled,
)
from knitting.substitution.preferences import OwnHand

_MADE = frozenset({Family.YARN_OVER, Family.INCREASE})


class CannotSubstitute(Refused):
    """A stitch that cannot be exchanged where it stands, and why."""


def with_other_stitches(steps: tuple[Step, ...], habits: OwnHand) -> tuple[Step, ...]:
    """The steps of a row with the knitter's own increases and decreases."""
    found = list(steps)
    at = 0
    while at < len(found):
        step = found[at]
        if isinstance(step, Group):
            found[at] = replace(step, steps=with_other_stitches(step.steps, habits))
        elif isinstance(step, Work):
            wanted = _wanted(found, at, step.stitch, habits)
            if wanted is not None and wanted is not step.stitch:
                at = _put(found, at, step, wanted)
        at += 1
    return merged(found)


def _wanted(steps: Sequence[Step], at: int, old: StitchKind, habits: OwnHand) -> StitchKind | None:
    """The stitch that the knitter would work in the place of an old one; ``None`` to leave it."""
    new: StitchKind | None = None
    if old.family in _MADE and old.change == 1 and not _is_eyelet(steps, at):
        new = _of_pair(steps, at, old, INCREASES.get(habits.increase))
    elif old.family is Family.DECREASE and old.change == -1:
        new = _of_pair(steps, at, old, DECREASES.get(habits.decrease))
    elif old.family is Family.DECREASE and old.change == -2 and old.face_on_rs is Face.KNIT and habits.double:
        new = STITCHES[habits.double]
    else:
        return None
    if habits.leaning is not None and old.change in (1, -1):
        new = _leaning(new or old, habits.leaning, before=_is_before(steps, at))
    return new


def _of_pair(steps: Sequence[Step], at: int, old: StitchKind, pair: Pair | None) -> StitchKind | None:
    if pair is None:
        return None
    kind = pair[0 if _is_before(steps, at) else 1]
    in_purl = old.face_on_rs is Face.PURL or _plain_beside(steps, at) is PURL
    return purled(kind) if in_purl else kind


def _leaning(kind: StitchKind, leaning: Leaning, before: bool) -> StitchKind:
    right = {Leaning.LEFT: False, Leaning.RIGHT: True, Leaning.AWAY: before, Leaning.TOWARDS: not before}[leaning]
    lean = Lean.RIGHT if right else Lean.LEFT
    if kind.lean is lean:
        return kind
    kin = {other.key for other in kin_of(kind)}
    found = next((STITCHES[key] for key in kin if STITCHES[key].lean is lean), None)
    if found is None:
        raise CannotSubstitute(
            sentence("'{kind}' cannot be made to lean {lean}", kind=kind.said, lean=sentence(lean.value))
        )
    return found


def _is_eyelet(steps: Sequence[Step], at: int) -> bool:
    """Whether a yarn over stands beside a decrease that takes its stitch again."""
    beside = [steps[place] for place in (at - 1, at + 1) if 0 <= place < len(steps)]
    return any(isinstance(step, Work) and step.stitch.family is Family.DECREASE for step in beside)


def _is_before(steps: Sequence[Step], at: int) -> bool:
    """Whether a change stands before its line (a mark, the row's end) rather than after it."""
    if at and _worked_up_to(steps[at - 1]):
        return True
    if at + 1 < len(steps) and _worked_up_to(steps[at + 1]):
        return False
    return at * 2 >= len(steps)


def _worked_up_to(step: Step) -> bool:
    return isinstance(step, WorkTo | InFabric | Group) and step.goal is not None


def _plain_beside(steps: Sequence[Step], at: int) -> StitchKind | None:
    for place in (at - 1, at + 1):
        step = steps[place] if 0 <= place < len(steps) else None
        if isinstance(step, Work | WorkTo) and step.stitch in (KNIT, PURL):
            return step.stitch
    return None


# -- the plain stitches beside -------------------------------------------------------------------------


def _put(steps: list[Step], at: int, step: Work, new: StitchKind) -> int:
    """Put another kind in a step's place; where the step then stands."""
    if step.times > 1 and new.uses != step.stitch.uses:
        raise CannotSubstitute(
            sentence("'{stitch}' is worked {times} times in one place", stitch=step.stitch.said, times=step.times)
        )
    if step.times > 1 and new.uses == 0 and new.family is Family.INCREASE:
        raise CannotSubstitute(
            sentence("'{new}' cannot be worked {times} times in one place", new=new.said, times=step.times)
        )
    difference = new.uses - step.stitch.uses
    steps[at] = replace(step, stitch=new)
    if difference > 0:
        return _take_plain(steps, at)
    if difference < 0:
        return _give_plain(steps, at, PURL if step.stitch.face_on_rs is Face.PURL else KNIT)
    return at


def _take_plain(steps: list[Step], at: int) -> int:
    """One plain stitch less beside an increase that now uses one."""
    before = steps[at - 1] if at else None
    after = steps[at + 1] if at + 1 < len(steps) else None
    if isinstance(before, WorkTo | InFabric) and before.goal is not None:
        steps[at - 1] = _shortened(before, 1)
        return at
    if isinstance(after, WorkTo | InFabric) and after.goal is not None:
        return at
    for place in (at + 1, at - 1):
        beside = steps[place] if 0 <= place < len(steps) else None
        if isinstance(beside, Work) and beside.stitch in (KNIT, PURL):
            if beside.times > 1:
                steps[place] = replace(beside, times=beside.times - 1)
                return at
            del steps[place]
            return at - 1 if place < at else at
    raise CannotSubstitute(sentence("there is no plain stitch beside it to work it in"))


def _give_plain(steps: list[Step], at: int, plain: StitchKind) -> int:
    """One plain stitch more before an increase that no longer uses one."""
    before = steps[at - 1] if at else None
    if isinstance(before, WorkTo | InFabric) and before.goal is not None and before.goal.short:
        steps[at - 1] = _shortened(before, -1)
        return at
    steps.insert(at, Work(plain, 1, NOWHERE))
    return at + 1


def _shortened(step: WorkTo | InFabric, by: int) -> Step:
    goal = step.goal
    assert isinstance(goal, ToEnd | ToMarker | ToMarkedStitch)
    return replace(step, goal=replace(goal, short=goal.short + by), whole=False)
