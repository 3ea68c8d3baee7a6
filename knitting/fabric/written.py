"""A stretch of a fabric as it is worked: the stitches for so many columns of one row."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

from knitting.fabric.fabric import Fabric, Joins, StitchUnit
from knitting.stitches import StitchKind, letter_of

Kinds = tuple[tuple[StitchKind, int], ...]
"""Stitches in runs."""


@dataclass(frozen=True, slots=True, eq=False)
class RepeatedRow:
    """How a row of a fabric goes on: ``head``, then ``group`` over and over, then ``tail``; each in right-side view
    from the right. What the head and the tail show stands in ``head_letters`` and ``tail_letters``.

    There is one of each, so that what becomes of it can be remembered.
    """

    head: Kinds
    group: Kinds
    tail: Kinds
    head_letters: str
    tail_letters: str


class FabricRun(NamedTuple):
    """So many columns of a row: its repeat so many ``times``. ``letters`` is what each column shows afterwards."""

    repeated: RepeatedRow
    times: int
    letters: str

    @property
    def kinds(self) -> Kinds:
        """The stitches in right-side view from the right."""
        return (*self.repeated.head, *(self.repeated.group * self.times), *self.repeated.tail)


def fabric_run(fabric: Fabric, row: int, first: int, count: int) -> FabricRun:
    """The columns ``first`` to ``first + count`` of a row (both counted on over all repeats).

    Whole repeats stand as they are; of the rest only what makes up for itself and fits, or of a fabric that joins in
    whole repeats nothing but the plain stitches that it waits in.
    """
    width, at = fabric.width, row % fabric.height
    lead = min(-first % width, count)
    times, rest = divmod(count - lead, width)
    found = _repeated(fabric, at, first % width, lead, rest, fabric.rest.stitch(row))
    return FabricRun(found, times, f"{found.head_letters}{fabric.faces[at] * times}{found.tail_letters}")


@lru_cache(maxsize=4_096)
def _repeated(fabric: Fabric, at: int, first: int, lead: int, rest: int, plain: StitchKind) -> RepeatedRow:
    """``lead`` columns from the ``first`` one on before a whole repeat, and ``rest`` columns after it."""
    head, tail = _part(fabric, at, first, lead, plain), _part(fabric, at, 0, rest, plain)
    group = [kind for unit in fabric.units[at] for kind in unit.stitches]
    return RepeatedRow(_runs(head), _runs(group), _runs(tail), _letters(head), _letters(tail))


def _part(fabric: Fabric, at: int, first: int, count: int, plain: StitchKind) -> list[StitchKind]:
    """Columns of one repeat that is not whole."""
    whole = fabric.joins is Joins.WHOLE
    return [*_fitting(fabric.units[at], first, first + count, whole, plain)]


def _fitting(
    units: Iterable[StitchUnit], first: int, last: int, whole: bool, plain: StitchKind
) -> Iterator[StitchKind]:
    for unit in units:
        if whole or unit.first < first or unit.first + unit.width > last:
            covered = min(unit.first + unit.width, last) - max(unit.first, first)
            yield from (plain,) * max(covered, 0)
        else:
            yield from unit.stitches


def _letters(kinds: Iterable[StitchKind]) -> str:
    return "".join(letter_of(kind) * kind.makes for kind in kinds)


def _runs(kinds: Iterable[StitchKind]) -> Kinds:
    found: list[tuple[StitchKind, int]] = []
    for kind in kinds:
        if found and found[-1][0] is kind:
            found[-1] = (kind, found[-1][1] + 1)
        else:
            found.append((kind, 1))
    return tuple(found)
