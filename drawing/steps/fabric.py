"""Cloth as loops drawn through loops: each stitch comes up inside the one below it, over its head or under it."""

from __future__ import annotations

from itertools import pairwise

from drawing.steps.strands import Sheet, curve, flowing
from drawing.svg import Place
from knitting.techniques.scene import HIGH

PITCH = 38.0
"""From one column to the next."""
ROW = 34.0
"""From the head of a stitch to the head of the one above it."""
RISE = 46.0
"""From the feet of a stitch to its head: it begins inside the stitch below."""
_FOOT, _HEAD = 5.0, 12.0


def stitch(foot: Place, head: Place, crossed: bool = False) -> str:
    """The line of one stitch: up from its right foot, round its head and down to its left foot."""
    (fx, fy), (hx, hy) = foot, head
    right, left, bulge = (fx - _FOOT, fx + _FOOT, 0) if crossed else (fx + _FOOT, fx - _FOOT, 2)
    return flowing(
        (right, fy),
        (right + bulge, fy - 14),
        (hx + _HEAD + 2, hy + 22),
        (hx + _HEAD, hy + 12),
        (hx + 6, hy),
        (hx, hy),
        (hx - _HEAD + 1, hy + 1),
        (hx - _HEAD, hy + 12),
        (left - bulge, fy - 14),
        (left, fy),
    )


def sinker(right: Place, left: Place) -> str:
    """The strand from the left foot of a stitch to the right foot of the one to its left."""
    (x, y), (tx, ty) = (right[0] - _FOOT, right[1]), (left[0] + _FOOT, left[1])
    return curve((x, y), (x - 4, y + 9), (tx + 4, ty + 9), (tx, ty))


def sinkers(feet: list[Place]) -> str:
    """The strands between the feet of a row, given from right to left."""
    return "".join(sinker(right, left) for right, left in pairwise(feet))


def plain_cloth(sheet: Sheet, heads: list[Place], purl: bool, depth: float) -> None:
    """Rows of plain stitches below some heads, given from right to left, down to the lower edge of the picture."""
    if not heads:
        return
    rows = max(1, int((HIGH + 8 - min(y for _, y in heads)) // ROW) + 1)
    feet = [(x, y + RISE) for x, y in heads]
    lines = "".join(stitch(foot, head) for foot, head in zip(feet, heads, strict=True))
    sheet.rows([depth + 0.1 * (row if purl else rows - row) for row in range(rows)], lines, ROW)
    if len(feet) > 1:
        sheet.rows([depth + (0.1 * (rows + 1) if purl else 0)] * rows, sinkers(feet), ROW)


def leg(foot: Place, head: Place, right: bool) -> str:
    """The line of one leg of a stitch, from its foot to its head."""
    side = 1 if right else -1
    (fx, fy), (hx, hy) = foot, head
    return curve(
        (fx + _FOOT * side, fy),
        (fx + (_FOOT + 2) * side, fy - 14),
        (hx + (_HEAD + 2) * side, hy + 22),
        (hx + _HEAD * side, hy + 12),
        (hx + (_HEAD - 1) * side, hy + 1),
        (hx + 6 * side, hy),
        (hx + 2 * side, hy),
    )
