"""Stitches as they look two rows later from the right side: columns that meet, part or cross, and what lies on top."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from drawing.steps.fabric import PITCH, RISE, ROW, sinkers, stitch
from drawing.steps.strands import Sheet, curve
from drawing.svg import Place
from knitting.techniques.needles import Into, Loop, Needles, Origin
from knitting.techniques.scene import WIDE

_SIDES = 2
"""Plain columns on either side."""
_TOP = 26.0


@dataclass(frozen=True, slots=True)
class _Plan:
    """The row below and the row with the technique, from right to left as the right side is seen.

    ``over[i]`` are the places in the row below that the stitch at ``i`` was drawn through, the one on top last.
    """

    below: int
    over: tuple[tuple[int, ...], ...]
    kinds: tuple[Loop | None, ...]


def draw_finished(sheet: Sheet, begin: Needles, end: Needles, manner: str) -> None:
    """The finished stitches of a technique among plain ones."""
    plan = _plan(begin, end)
    bottom = _columns(plan.below)
    upper = _columns(len(plan.over))
    _row_below(sheet, plan, bottom, upper)
    _row_of_technique(sheet, plan, bottom, upper, manner == "purl")
    _plain_rows(sheet, upper)
    if manner == "bar":
        x, y = WIDE / 2, _y(1) + 30
        sheet.strand(9, curve((x + 26, y + 4), (x + 12, y - 4), (x - 12, y - 4), (x - 26, y + 4)), "new")


def _columns(count: int) -> list[float]:
    return [WIDE / 2 + ((count - 1) / 2 - at) * PITCH for at in range(count)]


def _plan(begin: Needles, end: Needles) -> _Plan:
    beside = begin.beside
    new = list(reversed(end.right[: len(end.right) - len(begin.right)]))
    used = sorted({loop.number for loop in begin.left} - {loop.number for loop in end.left})
    if end.purl_side:
        new, used = list(reversed(new)), list(reversed(used))
    column = {number: _SIDES + at for at, number in enumerate(used)}
    sides = [(at,) for at in range(_SIDES)]
    after = [(_SIDES + len(used) + at,) for at in range(_SIDES)]
    over = [tuple(sides[at]) for at in range(_SIDES)] + [_over(loop, column) for loop in new] + after
    shown = [
        None if loop.through and len(loop.through) == 1 and loop.through[0].number <= beside else loop for loop in new
    ]
    kinds: list[Loop | None] = [None] * _SIDES + [*shown] + [None] * _SIDES
    return _Plan(2 * _SIDES + len(used), tuple(over), tuple(kinds))


def _over(loop: Loop, column: dict[int, int]) -> tuple[int, ...]:
    if loop.number in column:
        return (column[loop.number],)
    used = [each for each in (*loop.through, *loop.passed) if each.number in column]
    top = loop.on_top
    return tuple(column[each.number] for each in sorted(used, key=lambda each: each is top))


def _y(row: int) -> float:
    """The height of the heads of a row, the lowest being 0."""
    return _TOP + (3 - row) * ROW


def _row_below(sheet: Sheet, plan: _Plan, bottom: list[float], upper: list[float]) -> None:
    heads = list(bottom)
    depth = [1.0] * len(bottom)
    for at, over in enumerate(plan.over):
        for rank, column in enumerate(over):
            if len(over) > 1:
                middle = sum(bottom[each] for each in over) / len(over)
                heads[column] = middle + (bottom[column] - middle) * 0.16
                depth[column] = 1.0 + 0.1 * (rank + 1)
            elif sum(column in each for each in plan.over) == 1:
                heads[column] = (bottom[column] + upper[at]) / 2
    slipped = {
        at
        for at, loop in zip(
            (over[0] for over in plan.over if over),
            (k for k, o in zip(plan.kinds, plan.over, strict=True) if o),
            strict=True,
        )
        if loop and not loop.through
    }
    feet = [(x, _y(0) + RISE) for x in bottom]
    for at, (foot, x) in enumerate(zip(feet, heads, strict=True)):
        used = sum(at in over for over, loop in zip(plan.over, plan.kinds, strict=True) if loop) > 0
        crossed = any(
            loop
            and loop.twists
            and at in over
            and loop.origin is Origin.STITCH
            and len(loop.through) >= 1
            and loop.through[0].origin is Origin.STITCH
            for over, loop in zip(plan.over, plan.kinds, strict=True)
        )
        head = (x, _y(1) if at in slipped else _y(0))
        sheet.strand(depth[at], stitch(foot, head, crossed), "taken" if used else "")
    sheet.strand(0, sinkers(feet))
    below = [(x, _y(0) + ROW) for x in bottom]
    sheet.strand(0.5, "".join(stitch((x, y + RISE), (x, y)) for x, y in below))


def _row_of_technique(sheet: Sheet, plan: _Plan, bottom: list[float], upper: list[float], purled: bool) -> None:
    feet: list[Place] = []
    for at, (over, loop) in enumerate(zip(plan.over, plan.kinds, strict=True)):
        x = upper[at]
        foot = sum(bottom[each] for each in over) / len(over) if over else x
        shares = [other for other, each in enumerate(plan.over) if each and each == over]
        if len(shares) > 1:
            foot += (0.5 * (len(shares) - 1) - shares.index(at)) * 9
        feet.append(((foot + x) / 2 if len(over) == 1 and len(shares) == 1 else foot, _y(0) + 12))
        if loop is not None and loop.number and not loop.through and loop.origin is Origin.STITCH:
            continue
        if purled and loop is not None:
            _bump(sheet, feet[-1], (x, _y(1)))
            continue
        _one(sheet, loop, feet[-1], (x, _y(1)), shares.index(at) if len(shares) > 1 else 0, bool(over))
    # Strands between stitches that stand close together, or on nothing, lie behind these.
    apart = [pair for pair in pairwise(feet) if pair[0][0] - pair[1][0] > 20]
    sheet.strand(0.2, "".join(sinkers(list(pair)) for pair in apart))


def _one(sheet: Sheet, loop: Loop | None, foot: Place, head: Place, share: int, stands: bool) -> None:
    (fx, fy), (hx, hy) = foot, head
    if loop is None:
        sheet.strand(2, stitch(foot, head))
        return
    if loop.origin is Origin.YARN_OVER:
        arc = curve(
            (hx + 26, fy + 4),
            (hx + 22, hy + 6),
            (hx + 10, hy),
            (hx, hy),
            (hx - 10, hy),
            (hx - 22, hy + 6),
            (hx - 26, fy + 4),
        )
        sheet.strand(2, arc, "new")
        return
    if not stands:
        _out_of_strand(sheet, loop, foot, head)
        return
    sheet.strand(2.1, stitch(foot, head), "new")
    if share and loop.into in (Into.BACK, Into.PURL_BACK):
        side = -1
        sheet.strand(3, curve((fx + 16, fy + 6), (fx + 8, fy - 2), (fx - 6, fy - 2), (fx - 14 * -side, fy + 6)), "new")


def _bump(sheet: Sheet, foot: Place, head: Place) -> None:
    """A purled stitch: its feet come out over the head of the one below, and lie across as a bump."""
    (fx, fy) = foot
    sheet.strand(0.9, stitch(foot, head), "new")
    sheet.strand(2.5, curve((fx + 20, fy + 12), (fx + 12, fy + 14), (fx + 7, fy + 10), (fx + 5, fy - 3)), "new")
    sheet.strand(2.5, curve((fx - 20, fy + 12), (fx - 12, fy + 14), (fx - 7, fy + 10), (fx - 5, fy - 3)), "new")


def _out_of_strand(sheet: Sheet, loop: Loop, foot: Place, head: Place) -> None:
    """A stitch that grew out of a lifted bar or leg."""
    (fx, fy), (hx, hy) = foot, head
    origin = loop.through[0].origin if loop.through else loop.origin
    if origin is Origin.BAR:
        lifted_from_front = not loop.through[0].turned
        over, under = (1, -1) if lifted_from_front else (-1, 1)
        sheet.strand(
            0.6,
            curve(
                (fx + 20 * under, fy + 26), (fx + 10 * under, fy + 12), (fx + 8 * over, fy + 4), (fx + 6 * over, fy - 6)
            ),
            "taken",
        )
        sheet.strand(
            0.8,
            curve(
                (fx + 20 * over, fy + 26), (fx + 10 * over, fy + 12), (fx + 8 * under, fy + 4), (fx + 6 * under, fy - 6)
            ),
            "taken",
        )
        sheet.strand(2.1, stitch((fx, fy), (hx, hy)), "new")
        return
    side = 1 if origin is Origin.LEG_OF_NEXT else -1
    sheet.strand(
        0.7, curve((fx - 16 * side, fy + 40), (fx - 14 * side, fy + 20), (fx - 4, fy + 14), (fx, fy - 2)), "taken"
    )
    sheet.strand(2.1, stitch((fx, fy + 6), (hx, hy)), "new")


def _plain_rows(sheet: Sheet, columns: list[float]) -> None:
    """The two rows above it."""
    feet = [(x, _y(2) + 12) for x in columns]
    sheet.rows([4, 3], "".join(stitch(foot, (x, _y(3))) for foot, x in zip(feet, columns, strict=True)), ROW)
    sheet.rows([0.3, 0.3], sinkers(feet), ROW)
