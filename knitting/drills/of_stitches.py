"""Drills about stitches: what a new one becomes in the pattern, which one is shown, which way it leans."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random

from knitting.drills.choosing import asked
from knitting.drills.drill import Drill, DrillKind, NewStitchFacts, StitchFacts
from knitting.in_pattern.asked import is_patterned
from knitting.in_pattern.next_row import new_stitches_in_next_row
from knitting.in_pattern.piece_in_pattern import cells
from knitting.needle.worked import GroupWork, Run, WorkedPiece
from knitting.stitches import STITCHES, Family, Lean, StitchKind

_SHAPING = (Family.INCREASE, Family.DECREASE, Family.YARN_OVER)
_LETTERS = ("k", "p")


def becomes(worked: WorkedPiece, chance: Random) -> Drill | None:
    """What a new stitch becomes in the next row of a stitch pattern: knit or purl."""
    if not is_patterned(worked.piece):
        return None
    shown = cells(worked)
    found = [
        (at, new)
        for at in range(len(worked.rows) - 1)
        for new in new_stitches_in_next_row(worked.rows[at], worked.rows[at + 1], shown[at], shown[at + 1])
        if new.becomes in _LETTERS
    ]
    if not found:
        return None
    at, new = chance.choice(found)
    facts = NewStitchFacts(new.place + 1, new.of, new.part + 1)
    return asked(DrillKind.BECOMES, at + 1, facts, new.becomes, _LETTERS, chance)


def which_stitch(worked: WorkedPiece, chance: Random) -> Drill | None:
    """Which stitch a drawing shows. Wrong: its mirror, others of its kin and its family."""
    kind = _some_shaping(worked, chance)
    if kind is None:
        return None
    return asked(DrillKind.WHICH_STITCH, 0, StitchFacts(kind.key), kind.key, _like(kind), chance)


def which_lean(worked: WorkedPiece, chance: Random) -> Drill | None:
    """Which way a stitch leans on the right side."""
    kind = _some_shaping(worked, chance)
    if kind is None or kind.lean is Lean.NONE:
        return None
    wrong = (Lean.LEFT, Lean.RIGHT, Lean.UPRIGHT)
    return asked(DrillKind.WHICH_LEAN, 0, StitchFacts(kind.key), kind.lean, wrong, chance)


def _like(kind: StitchKind) -> Iterator[str]:
    """The keys of stitches that one is taken for, the likest first."""
    if kind.mirror:
        yield kind.mirror
    yield from (each.key for each in STITCHES.values() if kind.kin and each.kin == kind.kin)
    yield from (each.key for each in STITCHES.values() if each.family is kind.family and each.makes == kind.makes)
    yield from (each.key for each in STITCHES.values() if each.family in _SHAPING)


def _some_shaping(worked: WorkedPiece, chance: Random) -> StitchKind | None:
    """A stitch that shapes, of those in the piece; of the table where it has none."""
    own = {kind.key: kind for row in worked.rows for part in row.work for kind in _kinds(part.runs)}
    found = [kind for kind in own.values() if kind.family in _SHAPING]
    return chance.choice(found or [kind for kind in STITCHES.values() if kind.family in _SHAPING])


def _kinds(runs: tuple[Run, ...]) -> Iterator[StitchKind]:
    for run in runs:
        if isinstance(run.work, StitchKind):
            yield run.work
        elif isinstance(run.work, GroupWork):
            yield from _kinds(run.work.runs)
