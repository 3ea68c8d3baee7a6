"""A stretch of a fabric as it is worked: the stitches for so many columns of one row."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import lru_cache
from typing import NamedTuple

from knitting.fabric.fabric import Fabric, Joins, Unit, letter
from knitting.stitches import StitchKind

Kinds = tuple[tuple[StitchKind, int], ...]
"""Stitches in runs."""


class Stretch(NamedTuple):
    """Stitches in right-side view from the right: ``head``, then ``group`` so many ``times``, then ``tail``.

    ``letters`` is what each column shows afterwards.
    """

    head: Kinds
    group: Kinds
    times: int
    tail: Kinds
    letters: str


@lru_cache(maxsize=4_096)
def stretch(fabric: Fabric, row: int, first: int, count: int) -> Stretch:
    """The columns ``first`` to ``first + count`` of a row (both counted on over all repeats).

    Whole repeats stand as they are; of the rest only what makes up for itself and fits, or of a fabric that joins in
    whole repeats nothing but the plain stitches that it waits in.
    """
    width, at = fabric.width, row % fabric.height
    units = fabric.units[at]
    lead = min(-first % width, count)
    times, rest = divmod(count - lead, width)
    head = _part(fabric, at, first % width, lead, row)
    tail = _part(fabric, at, 0, rest, row)
    row_kinds = tuple(kind for unit in units for kind in unit.stitches)
    letters = _letters(head) + fabric.faces[at] * times + _letters(tail)
    return Stretch(_runs(head), _runs(row_kinds), times, _runs(tail), letters)


def _part(fabric: Fabric, at: int, first: int, count: int, row: int) -> tuple[StitchKind, ...]:
    """Columns of one repeat that is not whole."""
    whole = fabric.joins is Joins.WHOLE
    return tuple(_fitting(fabric.units[at], first, first + count, whole, fabric.rest.stitch(row)))


def _fitting(units: Iterable[Unit], first: int, last: int, whole: bool, plain: StitchKind) -> Iterator[StitchKind]:
    for unit in units:
        if whole or unit.first < first or unit.first + unit.width > last:
            covered = min(unit.first + unit.width, last) - max(unit.first, first)
            yield from (plain,) * max(covered, 0)
        else:
            yield from unit.stitches


def _letters(kinds: Iterable[StitchKind]) -> str:
    return "".join(letter(kind) * kind.makes for kind in kinds)


def _runs(kinds: Iterable[StitchKind]) -> Kinds:
    found: list[tuple[StitchKind, int]] = []
    for kind in kinds:
        if found and found[-1][0] is kind:
            found[-1] = (kind, found[-1][1] + 1)
        else:
            found.append((kind, 1))
    return tuple(found)
