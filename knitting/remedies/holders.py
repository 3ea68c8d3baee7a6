"""Stitches that go on a holder up to a mark: how many they are where the rows before are worked otherwise."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import accumulate

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.remedies.unrolled_piece import Item, UnrolledRow, rolled
from knitting.rows import Group, Hold, InFabric, Side, Step, ToEnd, WorkTo
from knitting.working.piece_worker import work_piece


def holders_kept(worked: WorkedPiece, items: Sequence[Item]) -> list[Item]:
    """A changed course in which the stitches that were held from a mark to the end of a row are so again."""
    found = list(items)
    for at, item in enumerate(items):
        held = _held(item.steps) if isinstance(item, UnrolledRow) else 0
        if not isinstance(item, UnrolledRow) or not held:
            continue
        rows = work_piece(rolled(worked, found)).rows
        there = rows[item.number - 1] if item.number <= len(rows) else item.row
        many = _as_many(item.row, there, held)
        if many != held:
            found[at] = replace(item, steps=_with(item.steps, held, many))
    return found


def _held(steps: Sequence[Step]) -> int:
    """The stitches that the last step of a row puts on a holder, if it counts them."""
    last = steps[-1] if steps else None
    return last.count if isinstance(last, Hold) else 0


def _as_many(row: WorkedRow, now: WorkedRow, held: int) -> int:
    """The stitches beyond the mark beyond which ``held`` were; as many as before where no mark was there."""
    before, after = row.before.parts, now.before.parts
    if row.side is Side.RS:
        before, after = before[::-1], after[::-1]
    sums = list(accumulate(before))
    return sum(after[: sums.index(held) + 1]) if held in sums and len(before) == len(after) else held


def _with(steps: Sequence[Step], held: int, many: int) -> tuple[Step, ...]:
    """A row's steps with another number held, and the goal before it moved as far."""

    def moved(step: Step) -> Step:
        if isinstance(step, Hold):
            return replace(step, count=many)
        if isinstance(step, WorkTo | InFabric | Group) and step.goal == ToEnd(held):
            return replace(step, goal=ToEnd(many))
        return step

    return tuple(moved(step) for step in steps)
