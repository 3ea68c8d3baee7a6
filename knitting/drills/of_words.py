"""Drills about words: a row read in plain words, and plain words written as a row."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random

from knitting.drills.choosing import asked
from knitting.drills.drill import Drill, DrillKind, RowWork, WorkFacts
from knitting.needle.worked import PartWork, Run, WorkedPiece
from knitting.stitches import STITCHES, Family, StitchKind

_MOST_RUNS = 14
"""Longer rows are read slowly, and asked of nobody in two minutes."""


def in_plain_words(worked: WorkedPiece, chance: Random) -> Drill | None:
    """A row as it is written: which plain words say it. Wrong: the same with one thing otherwise."""
    return _row_of(DrillKind.IN_PLAIN_WORDS, worked, chance)


def as_written(worked: WorkedPiece, chance: Random) -> Drill | None:
    """A row in plain words: how it is written. Wrong: the same with one thing otherwise."""
    return _row_of(DrillKind.AS_WRITTEN, worked, chance)


def _row_of(kind: DrillKind, worked: WorkedPiece, chance: Random) -> Drill | None:
    found = [at for at, row in enumerate(worked.rows) if row.complete and _is_short(row.work)]
    if not found:
        return None
    at = chance.choice(found)
    work = worked.rows[at].work
    wrong = list(_otherwise(work))
    chance.shuffle(wrong)
    return asked(kind, at + 1, WorkFacts(work), work, wrong, chance)


def _is_short(work: RowWork) -> bool:
    runs = [run for part in work for run in part.runs]
    plain = {run.work.family for run in runs if isinstance(run.work, StitchKind)} <= {Family.PLAIN}
    return 0 < len(runs) <= _MOST_RUNS and not plain and all(isinstance(run.work, StitchKind) for run in runs)


def _otherwise(work: RowWork) -> Iterator[RowWork]:
    """The same row with one stitch mirrored, purled, exchanged for its kin or left out, or one more plain stitch."""
    for at, part in enumerate(work):
        for number, run in enumerate(part.runs):
            assert isinstance(run.work, StitchKind)
            for other in _instead(run):
                runs = (*part.runs[:number], *other, *part.runs[number + 1 :])
                yield (*work[:at], _with(part, runs), *work[at + 1 :])


def _instead(run: Run) -> Iterator[tuple[Run, ...]]:
    kind = run.work
    assert isinstance(kind, StitchKind)
    names = [kind.mirror, kind.purled]
    names += [each.key for each in STITCHES.values() if kind.kin and each.kin == kind.kin]
    for name in names:
        if name and name != kind.key:
            yield (Run(STITCHES[name], run.times),)
    if kind.family is not Family.PLAIN:
        yield ()
    elif run.times > 1:
        yield (Run(kind, run.times + 1),)
        yield (Run(kind, run.times - 1),)


def _with(part: PartWork, runs: tuple[Run, ...]) -> PartWork:
    made = sum(run.work.makes * run.times for run in runs)
    return part._replace(runs=runs, stitches=made)
