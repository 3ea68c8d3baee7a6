"""Whether two workings come to the same knitting, however it is written."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache

from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, PartWork, Run, WorkedPiece, WorkedRow
from knitting.rows.without_places import without_places
from knitting.stitches import StitchKind

_Plain = tuple[object, int]


def differing_rows(one: WorkedPiece, other: WorkedPiece) -> list[int]:
    """The places of rows that are not the same in both: label, side, colour, needles, every stitch.

    Where the pieces have different numbers of rows, the first row too many is among them.
    """
    shorter = min(len(one.rows), len(other.rows))
    found = [at for at in range(shorter) if not same_row(one.rows[at], other.rows[at])]
    return found if len(one.rows) == len(other.rows) else [*found, shorter]


def same_row(one: WorkedRow, other: WorkedRow) -> bool:
    """Whether two worked rows are the same knitting under the same name."""
    return (
        (one.label, one.section, one.time, one.side, one.colour, one.before, one.after, one.complete)
        == (other.label, other.section, other.time, other.side, other.colour, other.before, other.after, other.complete)
        and stitches_of(one.work) == stitches_of(other.work)
    )  # fmt: skip


@lru_cache(maxsize=8_192)
def stitches_of(work: tuple[PartWork, ...]) -> tuple[tuple[_Plain, ...], ...]:
    """What is worked in each part, stitch by stitch in runs, repeats written out."""
    return tuple(tuple(_merged(_flat(part.runs))) for part in work)


def _flat(runs: Sequence[Run]) -> Iterator[_Plain]:
    for run in runs:
        if isinstance(run.work, GroupWork):
            for _ in range(run.times):
                yield from _flat(run.work.runs)
        elif isinstance(run.work, ClusterWork):
            yield without_places(run.work.cluster), run.times
        else:
            assert isinstance(run.work, StitchKind | FabricWork)
            yield run.work, run.times


def _merged(runs: Iterator[_Plain]) -> Iterator[_Plain]:
    """Neighbouring runs of the same stitch as one."""
    what: object = None
    times = 0
    for each, count in runs:
        if each == what:
            times += count
            continue
        if times:
            yield what, times
        what, times = each, count
    if times:
        yield what, times
